package hopmend.sensor;

import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * A trait that sheets may ask for.
 *
 * @param values all that it can be
 * @param asked what the person who works is asked, where nothing else tells it; else null
 * @param ofPerson whether it tells about who looks, not about the job: then it may change what is
 *     shown, never what is done
 */
public record Trait(
    String trait, String meaning, List<String> values, String asked, boolean ofPerson) {
  private static final Pattern YEARS = Pattern.compile("(?:(\\d{4}) )?(?:to (\\d{4})|on)");

  public Trait {
    values = List.copyOf(values);
  }

  /** Whether only the person who works can tell. */
  public boolean isAsked() {
    return asked != null;
  }

  /** Those of its values that are spans of years and hold this one: {@code 1996 to 2000}. */
  public List<String> spansWith(int year) {
    return values.stream().filter(v -> isSpanWith(v, year)).toList();
  }

  private static boolean isSpanWith(String span, int year) {
    Matcher m = YEARS.matcher(span);
    return m.matches()
        && (m.group(1) == null || Integer.parseInt(m.group(1)) <= year)
        && (m.group(2) == null || year <= Integer.parseInt(m.group(2)));
  }

  /** The same with these of its values only; with all, where they tell nothing apart. */
  public Trait of(Set<String> some) {
    List<String> left = values.stream().filter(some::contains).toList();
    return left.size() < 2 ? this : new Trait(trait, meaning, left, asked, ofPerson);
  }

  /** The same with more values. */
  public Trait with(List<String> more) {
    return new Trait(
        trait,
        meaning,
        Stream.concat(values.stream(), more.stream()).distinct().toList(),
        asked,
        ofPerson);
  }
}
