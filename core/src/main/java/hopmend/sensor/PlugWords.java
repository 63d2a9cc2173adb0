package hopmend.sensor;

import java.util.List;
import java.util.OptionalInt;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What a card says of a plug in words: "three pins, key B". */
public final class PlugWords {
  private static final List<String> NUMBERS =
      List.of(
          "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven",
          "twelve");
  private static final Pattern COUNTED =
      Pattern.compile("^(\\d{1,2}|[a-z]+)[ -](?:pins?|cavit(?:y|ies)|pole|poles)\\b");

  private static final Pattern KEYING = Pattern.compile("\\bkey(?:ing)?\\s+(\\w{1,12})");

  private PlugWords() {}

  /** The cavities of a plug, where its words count them plainly: not "two or three pins". */
  public static OptionalInt cavities(String words) {
    Matcher m = COUNTED.matcher(words == null ? "" : words.strip());
    if (!m.find()) {
      return OptionalInt.empty();
    }
    int at = NUMBERS.indexOf(m.group(1));
    return at >= 0
        ? OptionalInt.of(at + 1)
        : m.group(1).matches("\\d+")
            ? OptionalInt.of(Integer.parseInt(m.group(1)))
            : OptionalInt.empty();
  }

  /** The keying of a plug, where its words tell it; else empty. */
  public static String keying(String words) {
    Matcher m = KEYING.matcher(words == null ? "" : words);
    return m.find() ? m.group(1) : "";
  }
}
