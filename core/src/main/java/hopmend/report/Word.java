package hopmend.report;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;

/**
 * A word of a report: letters and digits that stand together.
 *
 * @param text small and without accents
 * @param start its first character's place
 * @param end behind its last one
 */
record Word(String text, int start, int end) {
  private static final int LONGEST = 40;

  private static final Pattern HEX_ADDRESS = Pattern.compile("0x[0-9a-f]{1,8}");

  /** The words of a stretch, those of more than {@value #LONGEST} characters without their text. */
  static List<Word> of(char[] glyphs, int from, int to) {
    List<Word> words = new ArrayList<>();
    char[] letters = new char[LONGEST];
    int i = from;
    while (i < to) {
      if (!Glyphs.isWord(glyphs[i])) {
        i++;
        continue;
      }
      int start = i;
      int end = i;
      int count = 0;
      while (i < to && (glyphs[i] == Glyphs.HIDDEN || Glyphs.isWord(glyphs[i]))) {
        if (glyphs[i] != Glyphs.HIDDEN) {
          if (count < LONGEST) {
            letters[count] = Glyphs.small(glyphs[i]);
          }
          count++;
          end = i + 1;
        }
        i++;
      }
      words.add(new Word(count > LONGEST ? "" : new String(letters, 0, count), start, end));
    }
    return words;
  }

  static List<Word> of(String text) {
    char[] glyphs = text.toCharArray();
    for (int i = 0; i < glyphs.length; i++) {
      glyphs[i] = Glyphs.plain(glyphs[i]);
    }
    return of(glyphs, 0, glyphs.length);
  }

  boolean isNumber() {
    return !text.isEmpty() && digits() == text.length();
  }

  /** "0x0B", "0x18DAF110". */
  boolean isHexAddress() {
    return HEX_ADDRESS.matcher(text).matches();
  }

  /** How many digits are in it. */
  int digits() {
    int digits = 0;
    for (int i = 0; i < text.length(); i++) {
      digits += text.charAt(i) >= '0' && text.charAt(i) <= '9' ? 1 : 0;
    }
    return digits;
  }
}
