package hopmend.report;

import hopmend.fault.ControlUnit;
import java.nio.CharBuffer;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What a report itself says that its control units' short names mean: "SCM = steering column". */
final class NamesForShort {
  /** Words of such a meaning, at most (our own bound). */
  private static final int LONGEST_MEANING = 5;

  /** More of them no report explains (our own bound). */
  private static final int MOST = 200;

  /** "SCM = steering column" by itself between two signs or the ends of a line. */
  private static final Pattern EXPLAINED =
      Pattern.compile(
          "(?<=^|[\\n,;(])[ \\t]{0,8}(\\p{Lu}[\\p{Lu}\\p{N}]{1,5}) ?= ?"
              + "(\\p{L}[\\p{L} '/-]{2,50})(?=$|[\\n,;.)])");

  private final Map<String, String> names = new HashMap<>();

  NamesForShort(char[] glyphs, ReportWords words) {
    Matcher m = EXPLAINED.matcher(CharBuffer.wrap(glyphs));
    while (names.size() < MOST && m.find()) {
      String meaning = m.group(2).strip();
      if (meaning.split(" ").length <= LONGEST_MEANING && mayName(meaning, words)) {
        String known = words.units().whole(Word.of(meaning)).map(ControlUnit::name).orElse(meaning);
        names.putIfAbsent(m.group(1).toLowerCase(Locale.ROOT), known);
      }
    }
  }

  /** "A = active" explains no unit. */
  private static boolean mayName(String meaning, ReportWords words) {
    return words.states().at(Word.of(meaning), 0) == null
        && words.conditions().at(Word.of(meaning), 0) == null;
  }

  /** What a unit is called in full, as far as the report tells. */
  String inFull(String unit) {
    return names.getOrDefault(unit.toLowerCase(Locale.ROOT), unit);
  }
}
