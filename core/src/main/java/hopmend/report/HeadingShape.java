package hopmend.report;

import hopmend.fault.ControlUnit;
import hopmend.report.LineAtHand.Part;
import hopmend.report.ReportWords.Label;
import java.util.stream.Stream;

/**
 * How a line without codes names something: "2) Crane (1 code)" is written as "1) Engine (3 codes)"
 * is, so it names a control unit too, whether anybody knows it or not.
 *
 * @param written the line with {@value #NAME} for the name and {@value #NUMBER} for numbers
 * @param start where the name begins
 * @param end behind the name
 * @param namesKind "crane module": it says that it is a control unit
 */
record HeadingShape(String written, int start, int end, boolean namesKind) {
  private static final char NAME = '@';
  private static final char NUMBER = '0';
  private static final char CODES = '&';
  private static final char SHORT = '#';

  /** Signs by which trees are drawn: the last branch is another one. */
  private static final String BRANCHES = "│├└─┬┌`|+";

  /** Words of such a line, at most, and of the name (our own bounds). */
  private static final int LONGEST = 8;

  private static final int LONGEST_NAME = 4;

  /** No line that names one thing and tells nothing of it. */
  static final HeadingShape NONE = new HeadingShape("", 0, 0, false);

  /** Whether nothing but the name stands there. */
  boolean isBare() {
    return written.length() == 1;
  }

  static HeadingShape of(LineAtHand at, char[] glyphs, ReportWords words, UnitNames units) {
    LineFinds f = at.finds;
    boolean tells =
        f.hasCodes()
            || !f.states.isEmpty() && !f.isOnlyStates()
            || !f.values.isEmpty()
            || !f.odometers.isEmpty()
            || !f.vins.isEmpty()
            || f.none
            || f.date != null;
    if (tells || at.isEmpty() || at.size() > LONGEST) {
      return NONE;
    }
    StringBuilder written = new StringBuilder();
    int place = at.line().start();
    int start = -1;
    int end = -1;
    int named = 0;
    boolean kind = false;
    boolean says = false;
    boolean bracketed = false;
    int i = 0;
    if (isLetterOfList(at, glyphs)) {
      written.append(signs(glyphs, place, at.word(0).start())).append(NUMBER);
      place = at.word(0).end();
      i = 1;
    } else if (isCalledForShort(at, glyphs, words, units)) {
      written.append(signs(glyphs, place, at.word(0).start())).append(SHORT);
      place = at.word(0).end();
      i = 1;
    }
    while (i < at.size()) {
      Phrases.Match<ControlUnit> unit = at.part(i) == Part.UNIT ? units.at(at, i) : null;
      int behind = unit == null ? i + 1 : i + unit.words();
      String signs = signs(glyphs, place, at.word(i).start());
      boolean opens = start >= 0 && place == end && signs.equals("(");
      boolean joins = signs.isEmpty() && isBeside(at, i) || isHyphen(glyphs, place, at.word(i));
      boolean goesOn = start >= 0 && place == end && (opens || joins);
      boolean lastOfName = goesOn && behind == at.size() && behind == i + 1;
      boolean isKind = (unit == null || lastOfName) && words.isLabel(at.words(), i, Label.UNIT);
      isKind &= goesOn || i + 1 < at.size() && isNameAfter(at, i, glyphs, words);
      boolean isOf = goesOn && i + 1 < at.size() && isOf(at, i, words);
      boolean isState = at.part(i) == Part.STATE;
      boolean isResult = start >= 0 && words.results().begins(at.words(), i);
      boolean isName = unit != null || isKind || isOf || isState || isUnknown(at, i) && !isResult;
      isName |= goesOn && behind == at.size() && UnitSlot.mayBeOfName(at, words, i);
      isName |= i == 0 && unit == null && beginsNameOfKind(at, words);
      if (start >= 0 && signs.equals("-") && behind == at.size() && isShort(glyphs, at.word(i))) {
        written.append(signs).append(SHORT);
        place = at.word(i).end();
        break; // "Engine - ECM", "Stop-start - SSM"
      }
      if (isName && start >= 0 && !goesOn) {
        boolean saidOfIt = unit == null && !isState && at.segment(i) != at.segment(i - 1);
        if (!saidOfIt) {
          return NONE;
        }
        isName = false; // "44-Steering | Malfunction": what is said of it
      }
      if (!isName || start < 0) {
        written.append(signs).append(isName ? NAME : word(at, i, words));
      }
      if (isName) {
        start = start < 0 ? at.word(i).start() : start;
        end = at.word(behind - 1).end();
        named += behind - i;
        kind |= isKind;
        says |= !isKind && !isOf && !isOfAll(at.word(i), words);
        bracketed |= opens;
      }
      place = at.word(behind - 1).end();
      i = behind;
    }
    String signs = signs(glyphs, place, at.line().end());
    // "TRUCK BODY (refrigerator)" is one name
    boolean whole = bracketed && place == end && signs.equals(")");
    written.append(whole ? "" : signs);
    end += whole ? 1 : 0;
    return start < 0 || named > LONGEST_NAME
        ? NONE
        : new HeadingShape(written.toString(), start, end, kind && says);
  }

  /** "The control unit", "all modules": none of its own. */
  private static boolean isOfAll(Word w, ReportWords words) {
    return words.isThe(w) || words.isArticle(w) || words.isEvery(w);
  }

  /** "C) Crane" is the third of a list. */
  private static boolean isLetterOfList(LineAtHand at, char[] glyphs) {
    Word first = at.word(0);
    return at.size() > 1 && first.end() == first.start() + 1 && glyphs[first.end()] == ')';
  }

  /** "ECM - Engine", "TLU - Tail lift", and not "ABS - faulty". */
  private static boolean isCalledForShort(
      LineAtHand at, char[] glyphs, ReportWords words, UnitNames units) {
    if (at.size() < 2
        || !isShort(glyphs, at.word(0))
        || !signs(glyphs, at.word(0).end(), at.word(1).start()).equals("-")
        || isHyphen(glyphs, at.word(0).end(), at.word(1))) {
      return false;
    }
    boolean known = at.part(0) == Part.UNIT;
    boolean name =
        known
            ? at.part(1) == Part.UNIT && units.at(at, 1) != null
            : isUnknown(at, 1) && !words.results().begins(at.words(), 1);
    return name && at.segment(1) == at.segment(at.size() - 1);
  }

  private static boolean isHyphen(char[] glyphs, int place, Word w) {
    return w.start() == place + 1 && glyphs[place] == '-';
  }

  /** "ECM", "SSM": what the name before it is called for short. */
  private static boolean isShort(char[] glyphs, Word w) {
    return UnitSlot.isShortName(Glyphs.seen(glyphs, w.start(), w.end()));
  }

  /** "Engine faulty" are two things. */
  private static boolean isBeside(LineAtHand at, int i) {
    return i > 0 && at.segment(i) == at.segment(i - 1);
  }

  /** "Module crane", "módulo da grua", and not "module 2: crane". */
  private static boolean isNameAfter(LineAtHand at, int kind, char[] glyphs, ReportWords words) {
    int name = kind + 1;
    while (name + 1 < at.size() && name - kind < 3 && isOf(at, name, words)) {
      name++;
    }
    boolean apart = !signs(glyphs, at.word(kind).end(), at.word(kind + 1).start()).isEmpty();
    return !apart && (at.part(name) == Part.UNIT || isUnknown(at, name));
  }

  /** "Side lifter ECU", "bin lift module": the first word says something else elsewhere. */
  private static boolean beginsNameOfKind(LineAtHand at, ReportWords words) {
    boolean other =
        at.part(0) == Part.LABEL
            && Stream.of(Label.UNIT, Label.CODE, Label.STATUS)
                .noneMatch(l -> words.isLabel(at.words(), 0, l));
    return at.size() > 1
        && at.size() <= LONGEST_NAME
        && (other || at.part(0) == Part.FILL)
        && words.isLabel(at.words(), at.size() - 1, Label.UNIT)
        && at.segment(0) == at.segment(at.size() - 1);
  }

  private static boolean isOf(LineAtHand at, int i, ReportWords words) {
    return words.isOf(at.word(i)) || words.isThe(at.word(i));
  }

  private static boolean isUnknown(LineAtHand at, int i) {
    return at.part(i) == Part.OTHER && at.word(i).digits() == 0;
  }

  private static String word(LineAtHand at, int i, ReportWords words) {
    Word w = at.word(i);
    if (w.digits() > 0) {
      return String.valueOf(NUMBER);
    }
    return words.isLabel(at.words(), i, Label.CODE) ? String.valueOf(CODES) : " " + w.text() + " ";
  }

  /** What parts two words, but for spaces and for how long a line of signs is. */
  private static String signs(char[] glyphs, int from, int to) {
    StringBuilder signs = new StringBuilder();
    for (int i = from; i < to; i++) {
      char sign = BRANCHES.indexOf(glyphs[i]) >= 0 ? '-' : glyphs[i];
      boolean again = signs.length() > 0 && signs.charAt(signs.length() - 1) == sign;
      if (sign > ' ' && !again) {
        signs.append(sign);
      }
    }
    return signs.toString();
  }
}
