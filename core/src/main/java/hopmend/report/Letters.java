package hopmend.report;

import java.text.Normalizer;
import java.util.Optional;

/**
 * Letters in one way: accents in one piece with what they stand on, every end of a line as one
 * sign, and nothing that cannot be seen (soft hyphens, marks of direction, byte order marks).
 */
final class Letters {
  private static final char NEXT_LINE = 0x85;

  private Letters() {}

  static Optional<Rewriting> composed(String text) {
    boolean differs = text.chars().anyMatch(c -> isHidden((char) c) || isOtherEnd((char) c));
    if (!differs && Normalizer.isNormalized(text, Normalizer.Form.NFC)) {
      return Optional.empty();
    }
    Rewriting anew = new Rewriting(text);
    int i = 0;
    while (i < text.length()) {
      char c = text.charAt(i);
      int behind = behindAccents(text, i + 1);
      if (isOtherEnd(c)) {
        if (endsLine(text, i)) {
          anew.put('\n', i, i + 1);
        }
      } else if (behind > i + 1) {
        anew.put(inOnePiece(text.substring(i, behind)), i, behind);
      } else if (!isHidden(c)) {
        anew.put(c, i, i + 1);
      }
      i = behind;
    }
    return Optional.of(anew);
  }

  private static int behindAccents(String text, int from) {
    int behind = from;
    while (behind < text.length()
        && Character.getType(text.charAt(behind)) == Character.NON_SPACING_MARK) {
      behind++;
    }
    return behind;
  }

  /** A letter and the accents behind it. */
  private static String inOnePiece(String written) {
    String composed = Normalizer.normalize(written, Normalizer.Form.NFC);
    return composed.length() < written.length() ? composed : written;
  }

  /** Whether a line ends with this sign: two that belong together end it once. */
  static boolean endsLine(String text, int place) {
    char c = text.charAt(place);
    return c == '\n' || isOtherEnd(c) && !isPart(text, place);
  }

  /** The first of two that end one line, or a new page where a line ends anyway. */
  private static boolean isPart(String text, int place) {
    char c = text.charAt(place);
    boolean before = c == '\f' && (place == 0 || text.charAt(place - 1) == '\n');
    boolean behind = place + 1 < text.length() && text.charAt(place + 1) == '\n';
    return before || behind && (c == '\r' || c == '\f');
  }

  private static boolean isOtherEnd(char c) {
    return c == '\r'
        || c == '\u000B'
        || c == '\f'
        || c == NEXT_LINE
        || c == '\u2028'
        || c == '\u2029';
  }

  private static boolean isHidden(char c) {
    return c >= 0xAD
        && (c == 0xAD
            || c >= 0x200B && c <= 0x200F
            || c >= 0x202A && c <= 0x202E
            || c >= 0x2060 && c <= 0x2069
            || c == 0xFEFF);
  }
}
