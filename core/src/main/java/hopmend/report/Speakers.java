package hopmend.report;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * "[09:15] Ola: and U0100 in the ABS": in messages that people wrote each other, when and who says
 * it stands before it, and is no part of it.
 */
final class Speakers {
  /** Characters of a line that are looked at for it (our own bound). */
  private static final int LONGEST = 60;

  private static final Pattern SAYS =
      Pattern.compile(
          "(?:\\[?\\d{1,4}[./-]\\d{1,2}[./-]\\d{1,4},? )?"
              + "(?<time>\\[?\\d{1,2}:\\d{2}(?::\\d{2})?\\]?\\s?[-–]?\\s?"
              + "(?<name>\\p{Lu}[\\p{L}.'-]*(?: \\p{L}[\\p{L}.'-]*)?):)\\s");

  /** Where a speaker is told, and how far. */
  private record Place(int start, int end) {}

  private Speakers() {}

  /** Blanks them, if there are two at least, and not all of them tell of codes. */
  static void blank(char[] glyphs, ReportWords words) {
    List<Place> places = new ArrayList<>();
    boolean talks = false;
    int start = 0;
    while (start < glyphs.length) {
      int end = start;
      while (end < glyphs.length && glyphs[end] != '\n') {
        end++;
      }
      String line = new String(glyphs, start, Math.min(LONGEST, end - start));
      Matcher says = SAYS.matcher(line);
      if (says.lookingAt() && isName(says.group("name"), words)) {
        places.add(new Place(start + says.start("time"), start + says.end("time")));
        talks |= !TextCells.CODE_WITHIN.matcher(line).find();
      }
      start = end + 1;
    }
    if (talks && places.size() > 1) {
      places.forEach(p -> Arrays.fill(glyphs, p.start(), p.end(), ' '));
    }
  }

  /** Whether it names nothing that reports name so. */
  private static boolean isName(String name, ReportWords words) {
    return Word.of(name).stream().noneMatch(w -> words.isKnown(w) || words.isScanned(w));
  }
}
