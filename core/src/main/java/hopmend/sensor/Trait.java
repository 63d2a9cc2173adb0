package hopmend.sensor;

import java.util.List;
import java.util.stream.Stream;

/**
 * A trait that sheets may ask for.
 *
 * @param values all that it can be
 * @param asked what the person who works is asked, where nothing else tells it; else null
 */
public record Trait(String trait, String meaning, List<String> values, String asked) {
  public Trait {
    values = List.copyOf(values);
  }

  /** Whether only the person who works can tell. */
  public boolean isAsked() {
    return asked != null;
  }

  /** The same with more values. */
  public Trait with(List<String> more) {
    return new Trait(
        trait, meaning, Stream.concat(values.stream(), more.stream()).distinct().toList(), asked);
  }
}
