package hopmend.report;

import java.text.Normalizer;

/**
 * Signs by what they look like, one for one so that every place stays where it was: full-width and
 * foreign look-alikes as Latin, all dashes as one, all spaces as one.
 */
final class Glyphs {
  /** Markup within a word: it neither parts words nor belongs to them. */
  static final char HIDDEN = '\0';

  private static final String LOOK =
      "АAВBСCЕEНHКKМMОOРPТTХXІIЅSЈJЗ3з3аaсcеeоoрpхxіiѕsΑAΒBΕEΖZΗHΙIΚKΜMΝNΟOΡPΤTΧXοoρp";
  private static final String PLAIN_LETTERS = "łlŁLøoØOđdĐDıiıißsæaÆAœoŒOªaºo";
  private static final char[] PLAIN = new char[1 << 16];
  private static final char[] SMALL = new char[1 << 16];

  static {
    for (int c = 0; c < PLAIN.length; c++) {
      PLAIN[c] = look((char) c);
    }
    for (int i = 0; i < LOOK.length(); i += 2) {
      PLAIN[LOOK.charAt(i)] = LOOK.charAt(i + 1);
    }
    for (int c = 0; c < SMALL.length; c++) {
      SMALL[c] = Character.toLowerCase(PLAIN[c]);
    }
    for (int c = 0xC0; c < 0x250; c++) {
      String parts = Normalizer.normalize(String.valueOf((char) c), Normalizer.Form.NFD);
      SMALL[c] = Character.toLowerCase(parts.charAt(0));
    }
    for (int i = 0; i < PLAIN_LETTERS.length(); i += 2) {
      SMALL[PLAIN_LETTERS.charAt(i)] = Character.toLowerCase(PLAIN_LETTERS.charAt(i + 1));
    }
    SMALL['İ'] = 'i';
  }

  private Glyphs() {}

  private static char look(char c) {
    if (c >= 0xFF01 && c <= 0xFF5E) {
      return look((char) (c - 0xFEE0));
    }
    if (c == HIDDEN) {
      return ' ';
    }
    if (c > 127 && Character.getType(c) == Character.DECIMAL_DIGIT_NUMBER) {
      return (char) ('0' + Character.digit(c, 10));
    }
    return switch (c) {
      case '\u00A0', '\u202F', '\u205F', '\u3000', '"', '„', '“', '”', '«', '»', '`' -> ' ';
      case '‐', '‑', '‒', '–', '—', '―', '−', '﹣' -> '-';
      case '⁄', '∕' -> '/';
      case '¦', '│', '┃', '║' -> '|';
      case '’', '‘', 'ʼ' -> '\'';
      case 'º' -> '°';
      default -> c >= 0x2000 && c <= 0x200A ? ' ' : c;
    };
  }

  /** As it looks, upper and lower case kept. */
  static char plain(char c) {
    return PLAIN[c];
  }

  /** Small and without accents, for the comparison of words. */
  static char small(char c) {
    return SMALL[c];
  }

  static boolean isWord(char c) {
    return c < 128
        ? c >= '0' && c <= '9' || c >= 'A' && c <= 'Z' || c >= 'a' && c <= 'z'
        : Character.isLetterOrDigit(c);
  }

  static boolean isDigit(char c) {
    return c >= '0' && c <= '9';
  }

  /** What can be seen of a stretch; nothing between cells that data name in another order. */
  static String seen(char[] glyphs, int from, int to) {
    StringBuilder seen = new StringBuilder(Math.max(0, to - from));
    for (int i = from; i < to; i++) {
      if (glyphs[i] != HIDDEN) {
        seen.append(glyphs[i]);
      }
    }
    return seen.toString();
  }

  /** Whether a full stop is one of several: dots that lead to a value end nothing. */
  static boolean isOfDots(char[] glyphs, int place) {
    boolean more = place + 1 < glyphs.length && glyphs[place + 1] == '.';
    return glyphs[place] == '.' && (more || place > 0 && glyphs[place - 1] == '.');
  }

  /** Where something stands at a place or behind the spaces there. */
  static int behindSpaces(char[] glyphs, int place) {
    int behind = place;
    while (behind < glyphs.length && glyphs[behind] == ' ') {
      behind++;
    }
    return behind;
  }
}
