package hopmend.report;

import hopmend.report.LineAtHand.Part;
import hopmend.report.LineFinds.State;
import hopmend.report.ReportWords.Label;
import java.util.List;
import java.util.regex.Pattern;

/** Whether a word for a state tells one here, and is no part of a description. */
final class StateSense {
  /** Words of the name of a unit, at most (our own bound). */
  private static final int LONGEST_NAME = 4;

  /** Words of a number and a name that may stand before the code of a row (our own bound). */
  private static final int MOST_BEFORE = 2;

  private static final Pattern TIMES = Pattern.compile("x|x\\d{1,3}|\\d{1,3}x");

  private final char[] glyphs;
  private final ReportWords words;
  private final StateReach reach;

  StateSense(char[] glyphs, ReportWords words, StateReach reach) {
    this.glyphs = glyphs;
    this.words = words;
    this.reach = reach;
  }

  /** Whether a word for a state is one here, and not part of a description. */
  boolean isTold(LineAtHand at, int from, int behind) {
    if (isOfValue(at, from, behind) || isOfSomeThing(at, from, behind)) {
      return false;
    }
    int first = from;
    int before = 0;
    while (StateReach.isNear(at, first - 1, from)) {
      first--;
      before += isOfDescription(at, first) && !isPlaced(at, first) ? 1 : 0;
    }
    int after = 0;
    for (int i = behind;
        StateReach.isNear(at, i, from)
            && !words.isFrom(at.word(i))
            && !words.isMoment(at.word(i))
            && !beginsAnew(at, i);
        i++) {
      after += isOfDescription(at, i) && !words.isHolding(at.word(i)) ? 1 : 0;
    }
    if (before + after == 0
        || isAllBeforeCode(at, from)
        || isBesideCodes(at, from, behind)
        || reach.namesList(at, from, behind)
        || reach.describesNext(at, from, behind)
        || reach.isSingledOut(at, from, behind)
        || reach.isInNameOfList(at, from, behind)
        || reach.headsList(at, from, behind, before)) {
      return true;
    }
    boolean afterLabel =
        first > 0
            && at.isAnnounced(first)
            && at.part(first - 1) == Part.LABEL
            && at.finds.isStatusField;
    boolean afterFill =
        from > 0
            && at.part(from - 1) == Part.FILL
            && at.segment(from - 1) == at.segment(from)
            && (before == 0
                || !words.isArticle(at.word(from - 1))
                || at.finds.codesBefore(at.word(from).start()) == 0);
    boolean said = before == 0 && first < from && first > 0 && at.part(first - 1) == Part.CODE;
    boolean plain = behind - from > 1 || !words.isAmbiguous(at.word(from));
    return said
        || isBetweenCodeAndMore(at, from, behind)
        || isBesideUnit(at, from, behind)
        || afterLabel && before == 0
        || afterFill && after == 0
        || plain && at.finds.hasCodes()
        || endsRow(at, behind) && isSetApart(at, from);
  }

  /** "Actual rpm 780", "live coolant 91 °C"; right behind a code it is the code's. */
  private static boolean isOfValue(LineAtHand at, int from, int behind) {
    boolean ofCode =
        from > 0 && at.part(from - 1) == Part.CODE && at.segment(from - 1) == at.segment(from);
    return !ofCode
        && behind < at.size()
        && at.part(behind) == Part.VALUE
        && at.segment(behind) == at.segment(behind - 1);
  }

  /**
   * "The old van" is no "the old of": a language has a word for things where another has "from".
   * "From the old reader", "by the current owner" tell of no code either.
   */
  private boolean isOfSomeThing(LineAtHand at, int from, int behind) {
    boolean described =
        from > 0 && (words.isThe(at.word(from - 1)) || words.isArticle(at.word(from - 1)));
    boolean unit =
        behind + 1 < at.size()
            && at.segment(behind + 1) == at.segment(from)
            && (at.part(behind + 1) == Part.UNIT || words.isThe(at.word(behind + 1)));
    boolean whose =
        described
            && from > 1
            && words.isMoment(at.word(from - 2))
            && !words.isInside(at.word(from - 2))
            && behind == from + 1
            && words.isAmbiguous(at.word(from))
            && behind < at.size()
            && at.part(behind) == Part.OTHER
            && at.segment(behind) == at.segment(from);
    return whose || described && behind < at.size() && words.isFrom(at.word(behind)) && !unit;
  }

  /** "P0299 present and the ABS C0035", "P0299, active since noon": right behind its code. */
  private boolean isBetweenCodeAndMore(LineAtHand at, int from, int behind) {
    boolean begins = from > 0 && at.segment(from - 1) != at.segment(from);
    boolean named = from > 0 && at.part(from - 1) == Part.LABEL && at.isAnnounced(from - 1);
    return from > 0
        && (at.part(from - 1) == Part.CODE || begins || named)
        && behind < at.size()
        && (words.isSince(at.word(behind))
            || beginsAnew(at, behind) && at.segment(from - 1) == at.segment(from));
  }

  /** "... and the ABS": what follows is no more description. */
  private boolean beginsAnew(LineAtHand at, int and) {
    return words.isAnd(at.word(and)) && and + 1 < at.size() && at.part(and + 1) != Part.OTHER;
  }

  /**
   * "P0335 current camshaft sensor": right behind the only code, nothing but spaces between;
   * "Active suspension valve" begins with a capital as a whole.
   */
  boolean beginsDescription(LineAtHand at, int from, int behind) {
    return from > 0
        && behind < at.size()
        && capitals(at, from) <= capitals(at, behind)
        && at.finds.codes.size() == 1
        && at.part(from - 1) == Part.CODE
        && at.segment(from - 1) == at.segment(from)
        && at.word(from).start() == at.word(from - 1).end() + 1
        && at.segment(behind) == at.segment(from);
  }

  /** "P0335 Camshaft sensor circuit Current": the last word of a row that a code begins, or two. */
  boolean endsRow(LineAtHand at, int behind) {
    int end = behind;
    while (end < at.size()
        && (isAnother(at, end)
            || words.isAnd(at.word(end))
            || isTimes(at, end)
            || at.part(end) == Part.UNIT)) {
      end++;
    }
    end = endsInName(at, behind, end) ? at.size() : end;
    int last = Glyphs.behindSpaces(glyphs, at.word(end - 1).end());
    if (end < at.size() || last < at.line().end() && ")]".indexOf(glyphs[last]) < 0) {
      return false;
    }
    int code = 0;
    int before = 0;
    while (code < at.size() && at.part(code) != Part.CODE && before <= MOST_BEFORE) {
      before += at.part(code) == Part.OTHER ? 1 : 0;
      code++;
    }
    return code < at.size() && at.part(code) == Part.CODE && at.finds.codes.size() == 1;
  }

  /** "... current (Crane)", "... current / Crane": who holds it, whether that is known or not. */
  private boolean endsInName(LineAtHand at, int behind, int name) {
    return name == behind
        && name < at.size()
        && at.size() - name <= LONGEST_NAME
        && at.segment(at.size() - 1) == at.segment(name)
        && "([/@".indexOf(signBefore(at.word(name).start())) >= 0
        && at.words().subList(name, at.size()).stream().allMatch(w -> w.digits() == 0);
  }

  private char signBefore(int start) {
    int place = start - 1;
    while (place > 0 && glyphs[place] == ' ' && start - place < LONGEST_NAME) {
      place--;
    }
    return glyphs[place];
  }

  /** "P0335 (2x) engine": the word before how often it was seen. */
  static int beforeCount(LineAtHand at, int last) {
    return last > 0 && at.part(last) == Part.LABEL && isTimes(at, last) ? last - 1 : last;
  }

  /** "x 14", "3x", "(2)": how often. */
  static boolean isTimes(LineAtHand at, int i) {
    return at.word(i).isNumber() || TIMES.matcher(at.word(i).text()).matches();
  }

  /** "Active/stored", "active and stored": the last of the states before ends right before it. */
  boolean isJoined(LineAtHand at, List<State> before, int from) {
    int last = from - 1;
    last -= last > 0 && words.isAnd(at.word(last)) ? 1 : 0;
    return isAnother(at, from)
        && !before.isEmpty()
        && before.get(before.size() - 1).end() == at.word(last).end()
        && endsRow(at, from + 1);
  }

  /** A state that a sign or an "and" parts from the word before it; a space does not. */
  private boolean isAnother(LineAtHand at, int i) {
    boolean parted = i > 0 && words.isAnd(at.word(i - 1));
    for (int k = i > 0 ? at.word(i - 1).end() : 0; i > 0 && k < at.word(i).start(); k++) {
      parted |= glyphs[k] == '/' || glyphs[k] == '+';
    }
    return parted && at.part(i) == Part.STATE;
  }

  /** It alone begins with a capital, is written in capitals, or has none behind words with them. */
  private boolean isSetApart(LineAtHand at, int from) {
    int told = capitals(at, from);
    int before = capitals(at, from - 1);
    return told > before || told == 0 && before > 0 && capitals(at, from - 2) > 0;
  }

  /** 0 if a word begins with a small letter, 1 if with a capital, 2 if it has no others. */
  private int capitals(LineAtHand at, int word) {
    if (word < 0) {
      return 0;
    }
    Word w = at.word(word);
    if (!Character.isUpperCase(glyphs[w.start()])) {
      return 0;
    }
    for (int k = w.start(); k < w.end(); k++) {
      if (Character.isLowerCase(glyphs[k])) {
        return 1;
      }
    }
    return w.end() - w.start() > 1 ? 2 : 1;
  }

  /** "P0106 current ecm", "P0101 ecm stored" or "P0335 is in the engine active", and no more. */
  private static boolean isBesideUnit(LineAtHand at, int from, int behind) {
    int unit = last(at, from, Part.UNIT, -1);
    int first = last(at, unit, Part.FILL, -1);
    int unitBehind = last(at, behind - 1, Part.UNIT, 1) + 1;
    int end = last(at, unitBehind - 1, Part.FILL, 1) + 1;
    boolean isEnd = end == at.size() || at.segment(end) != at.segment(from);
    int code = beforeCount(at, first - 1);
    return first > 0
        && at.part(code) == Part.CODE
        && (unit < from) != (unitBehind > behind)
        && (isEnd || at.part(end) == Part.CODE);
  }

  /** The last of the words beside one, in one direction, that are such a part. */
  private static int last(LineAtHand at, int word, Part part, int way) {
    int i = word;
    while (i + way >= 0
        && i + way < at.size()
        && at.part(i + way) == part
        && at.segment(i + way) == at.segment(word)) {
      i += way;
    }
    return i;
  }

  /** A number describes nothing, nor does a time: "active since 12.11.", "stored last week". */
  private boolean isOfDescription(LineAtHand at, int i) {
    Word w = at.word(i);
    boolean isTime = w.isNumber() || words.isNow(w) || words.isSpan(w);
    return !isTime && (at.part(i) == Part.OTHER || at.part(i) == Part.UNIT);
  }

  /** "P0335 in the engine is current": where it is describes nothing. */
  private boolean isPlaced(LineAtHand at, int i) {
    int unit = i;
    while (unit > 0
        && i - unit < StateReach.NEAR
        && at.part(unit) == Part.UNIT
        && at.part(unit - 1) == Part.UNIT) {
      unit--;
    }
    return at.part(unit) == Part.UNIT
        && unit > 0
        && (words.isFrom(at.word(unit - 1)) || words.isThe(at.word(unit - 1)));
  }

  /** "Active engine P0340": units and states are all that its sentence has before the code. */
  static boolean isAllBeforeCode(LineAtHand at, int word) {
    int i = word;
    while (i > 0
        && word - i < StateReach.NEAR
        && isUnitOrState(at, i - 1)
        && !at.endsSentence(i - 1)) {
      i--;
    }
    if (i > 0 && !at.endsSentence(i - 1)) {
      return false;
    }
    while (i < at.size() && i - word < StateReach.NEAR && isUnitOrState(at, i)) {
      i++;
    }
    return word < i && i < at.size() && at.part(i) == Part.CODE;
  }

  private static boolean isUnitOrState(LineAtHand at, int i) {
    return at.part(i) == Part.UNIT || at.part(i) == Part.STATE;
  }

  /** "Active faults" names a list, whatever else its heading says. */
  private boolean isBesideCodes(LineAtHand at, int from, int behind) {
    boolean next =
        behind < at.size()
            && at.segment(behind) == at.segment(from)
            && words.isLabel(at.words(), behind, Label.CODE);
    return next && !at.finds.hasCodes();
  }
}
