package hopmend.part;

import java.text.Normalizer;
import java.util.Locale;

/**
 * A part number as it stands on a part, in a list, or was typed with greasy hands. Numbers are
 * compared by their {@link #key}: letters and digits alone, in capitals, with 0 for every O.
 */
public record PartNumber(String text) {
  public static final int LONGEST = 80;

  /** What is taken for something else where it is worn or painted over. */
  private static final String WORN = "OQDILSBGZ";

  private static final String READ_AS = "000115862";

  public PartNumber {
    text = Normalizer.normalize(text, Normalizer.Form.NFKC).strip();
  }

  public static String key(String text) {
    return new PartNumber(text).key();
  }

  /** The same for all spellings of one number; empty where there is neither letter nor digit. */
  public String key() {
    StringBuilder key = new StringBuilder();
    text.toUpperCase(Locale.ROOT)
        .chars()
        .filter(Character::isLetterOrDigit)
        .forEach(c -> key.append(c == 'O' ? '0' : (char) c));
    return key.toString();
  }

  /** The same for numbers that a worn print or a slip makes alike: O Q D 0, I L 1, S 5, B 8, ... */
  public String blurred() {
    StringBuilder blurred = new StringBuilder();
    key()
        .chars()
        .forEach(
            c -> {
              int at = WORN.indexOf(c);
              blurred.append(at < 0 ? (char) c : READ_AS.charAt(at));
            });
    return blurred.toString();
  }
}
