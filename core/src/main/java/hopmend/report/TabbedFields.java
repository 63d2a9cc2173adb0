package hopmend.report;

import hopmend.report.ReportWords.Label;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;

/**
 * "Module⇥Engine", "Module Engine": fields whose names a tab parts from their values, as tables of
 * two are copied, or a gap.
 */
final class TabbedFields {
  /** Characters of the name of a field, at most (our own bound). */
  private static final int LONGEST_NAME = 40;

  private static final Set<Label> OF_CODES =
      EnumSet.of(Label.CODE, Label.STATUS, Label.UNIT, Label.TEXT, Label.COUNT, Label.TYPE);

  private TabbedFields() {}

  /** A colon stands in the place of each tab that does so. */
  static void sign(char[] glyphs, ReportWords words) {
    for (int start = 0; start < glyphs.length; start = Cell.nextLine(glyphs, start)) {
      Cell line = Cell.ofLine(glyphs, start);
      int tab = onlyTab(glyphs, line);
      if (tab > 0 && isField(glyphs, line, tab, words)) {
        glyphs[tab] = ':';
      }
    }
    gaps(glyphs, words);
  }

  /** Where two such lines stand below each other: "Status", a gap, "active"; "Code", "P0340". */
  private static void gaps(char[] glyphs, ReportWords words) {
    int above = -1;
    Label nameAbove = null;
    for (int start = 0; start < glyphs.length; start = Cell.nextLine(glyphs, start)) {
      Cell line = Cell.ofLine(glyphs, start);
      if (line.start() == line.end()) {
        continue;
      }
      int gap = onlyGap(glyphs, line);
      Label name = gap < 0 ? null : fieldBeforeGap(glyphs, line, gap, words);
      if (name != null && nameAbove != null && name != nameAbove) {
        glyphs[above] = ':';
        glyphs[gap] = ':';
      }
      above = gap;
      nameAbove = name;
    }
  }

  /** Where the only gap of a line stands; -1 if there is none, or several. */
  private static int onlyGap(char[] glyphs, Cell line) {
    int gap = -1;
    for (int i = line.start() + 1; i < line.end(); i++) {
      boolean begins = glyphs[i] == ' ' && glyphs[i + 1] == ' ' && glyphs[i - 1] != ' ';
      if (begins && gap >= 0 || "\t:=|;".indexOf(glyphs[i]) >= 0) {
        return -1;
      }
      gap = begins ? i : gap;
    }
    return gap - line.start() > LONGEST_NAME ? -1 : gap;
  }

  /** What the field is; null where it is none of a code, its unit or its state. */
  private static Label fieldBeforeGap(char[] glyphs, Cell line, int gap, ReportWords words) {
    List<Word> value = Word.of(glyphs, gap, Math.min(line.end(), gap + LONGEST_NAME));
    return words
        .labels()
        .whole(Word.of(glyphs, line.start(), gap))
        .filter(OF_CODES::contains)
        .filter(label -> !isName(value, words))
        .orElse(null);
  }

  /** Where the only tab between two things stands; -1 if there is none, or several. */
  private static int onlyTab(char[] glyphs, Cell line) {
    int tab = -1;
    for (int i = line.start(); i < line.end(); i++) {
      boolean first = glyphs[i] == '\t' && glyphs[i - 1] != '\t';
      if (first && tab >= 0) {
        return -1;
      }
      tab = first ? i : tab;
    }
    return tab - line.start() > LONGEST_NAME ? -1 : tab;
  }

  /** A field, "active⇥no", "ABS⇥no faults", "Motor⇥2 Fehler"; two names side by side are a head. */
  private static boolean isField(char[] glyphs, Cell line, int tab, ReportWords words) {
    List<Word> name = Word.of(glyphs, line.start(), tab);
    List<Word> value = Word.of(glyphs, tab, Math.min(line.end(), tab + LONGEST_NAME));
    if (isName(name, words)) {
      return !isName(value, words);
    }
    boolean held = words.states().whole(name).isPresent() || words.units().whole(name).isPresent();
    return held && !value.isEmpty() && isCountOrAnswer(value.get(0), words);
  }

  private static boolean isName(List<Word> name, ReportWords words) {
    return words.labels().whole(name).isPresent() || words.conditions().whole(name).isPresent();
  }

  private static boolean isCountOrAnswer(Word w, ReportWords words) {
    return w.isNumber() || words.isAffirmed(w) || words.isDenied(w) || words.isNot(w);
  }
}
