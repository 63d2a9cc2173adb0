package hopmend.report;

import hopmend.report.LineAtHand.Part;
import hopmend.report.LineFinds.Reach;
import hopmend.report.ReportWords.Label;
import java.util.Optional;

/** Of which codes of a line a state is told: of the one beside, of a list, of "the first". */
final class StateReach {
  /** So many words before and behind are looked at, however long a line is. */
  static final int NEAR = 12;

  private final char[] glyphs;
  private final ReportWords words;

  StateReach(char[] glyphs, ReportWords words) {
    this.glyphs = glyphs;
    this.words = words;
  }

  Reach reach(LineAtHand at, int from, int behind) {
    int who = saidOf(at, from);
    if (who >= 0 && words.isEvery(at.word(who))) {
      return Reach.ALL;
    }
    if (namesList(at, from, behind)
        || isInNameOfList(at, from, behind)
        || opensNext(at, from, behind)) {
      return Reach.AHEAD;
    }
    if (describesNext(at, from, behind)) {
      return Reach.OWN;
    }
    if (isSingledOut(at, from, behind) || isSaidOfTheNext(at, from, behind)) {
      return Reach.NEXT;
    }
    int next = behind;
    while (isNear(at, next, from) && at.part(next) != Part.OTHER) {
      next++;
    }
    // "Stored: engine P0016, crane C1A41"
    int code = next;
    while (code < at.size() && at.part(code) == Part.UNIT) {
      code++;
    }
    boolean named =
        code < at.size()
            && at.isAnnounced(next)
            && at.part(code) == Part.CODE
            && at.segment(code) == at.segment(next)
            && at.cellIndex(next) == at.cellIndex(from)
            && !at.cellOf(from).head().is(Label.STATUS);
    return named ? Reach.AHEAD : Reach.BESIDE;
  }

  /** "All stored", "none of them is active": the word before, but for those that say nothing. */
  int saidOf(LineAtHand at, int state) {
    int who = state - 1;
    while (who >= 0
        && state - who < 5
        && at.segment(who) == at.segment(state)
        && (at.part(who) == Part.FILL || words.isOf(at.word(who)))
        && !words.isEvery(at.word(who))
        && !words.isNothing(at.word(who))) {
      who--;
    }
    return who >= 0 && at.segment(who) == at.segment(state) ? who : -1;
  }

  /** "The first one is current": which of the codes before. */
  Optional<Reach> placeBefore(LineAtHand at, int from) {
    for (int i = from - 1; i > 0 && from - i < 5 && at.segment(i) == at.segment(from); i--) {
      Word w = at.word(i);
      // The Turkish "son" is last, the Spanish one "are".
      Optional<Reach> place = words.isBeing(w) ? Optional.empty() : words.place(w);
      if (place.isPresent()) {
        boolean ofSeveral =
            at.finds.codes.stream().filter(c -> c.end() <= w.start()).limit(2).count() == 2;
        return ofSeveral ? Optional.of(counted(at, i, place.get())) : Optional.empty();
      }
      if (at.part(i) != Part.FILL && !words.isTwo(w) && !words.isThree(w)) {
        return Optional.empty();
      }
    }
    return Optional.empty();
  }

  /** "The first two", "les trois premiers", "the other two". */
  private Reach counted(LineAtHand at, int place, Reach which) {
    boolean two = words.isTwo(at.word(place - 1)) || words.isTwo(at.word(place + 1));
    boolean three = words.isThree(at.word(place - 1)) || words.isThree(at.word(place + 1));
    return switch (which) {
      case FIRST -> two ? Reach.FIRST_TWO : three ? Reach.FIRST_THREE : which;
      case SECOND -> two || three ? Reach.REST : which;
      case LAST -> two ? Reach.LAST_TWO : which;
      default -> which;
    };
  }

  /** "A stored P0011", "the old P0700". */
  boolean describesNext(LineAtHand at, int from, int behind) {
    return from > 0
        && (words.isArticle(at.word(from - 1)) || words.isThe(at.word(from - 1)))
        && behind < at.size()
        && at.part(behind) == Part.CODE
        && at.segment(behind) == at.segment(from - 1);
  }

  /**
   * "One active fault, P0299, and one stored, P0045": each names the code behind its sign. "P0087
   * is an active fault, P0093" tells of the one before.
   */
  boolean isSingledOut(LineAtHand at, int from, int behind) {
    int one = from - 1;
    while (one > 0 && words.isLabel(at.words(), one, Label.CODE)) {
      one--;
    }
    int code = behind;
    while (code < at.size() && at.segment(code) == at.segment(from) && namesCodes(at, code)) {
      code++;
    }
    return one >= 0
        && at.segment(one) == at.segment(from)
        && (words.isCount(at.word(one)) || words.isArticle(at.word(one)))
        && !isSaidOfCode(at, one)
        && code < at.size()
        && at.part(code) == Part.CODE
        && at.segment(code) != at.segment(from)
        && glyphs[at.word(code - 1).end()] == ',';
  }

  private boolean isSaidOfCode(LineAtHand at, int one) {
    int code = one - 1;
    while (isNear(at, code, one) && at.part(code) == Part.FILL && !words.isAnd(at.word(code))) {
      code--;
    }
    return code >= 0 && at.part(code) == Part.CODE && at.segment(code) == at.segment(one);
  }

  /** "P0335 active, in memory P0340": the code before has its own, and a sign parts the two. */
  private static boolean opensNext(LineAtHand at, int from, int behind) {
    if (from == 0 || at.segment(from - 1) == at.segment(from) || at.part(from - 1) != Part.STATE) {
      return false;
    }
    int code = behind;
    while (code < at.size() && at.segment(code) == at.segment(from) && at.part(code) == Part.FILL) {
      code++;
    }
    int end = code;
    while (end < at.size() && at.segment(end) == at.segment(from) && at.part(end) != Part.STATE) {
      end++;
    }
    boolean more = end < at.size() && at.segment(end) == at.segment(from);
    return code < end && at.part(code) == Part.CODE && !more && codeHasState(at, from - 1);
  }

  /** Whether a state stands right behind a code, in one breath with it. */
  private static boolean codeHasState(LineAtHand at, int state) {
    int i = state;
    while (i > 0
        && at.segment(i - 1) == at.segment(state)
        && (at.part(i - 1) == Part.STATE || at.part(i - 1) == Part.FILL)) {
      i--;
    }
    return i > 0 && at.segment(i - 1) == at.segment(state) && at.part(i - 1) == Part.CODE;
  }

  /** A verb with its unit before it and a code behind, "the ABS stores C0035". */
  private boolean isSaidOfTheNext(LineAtHand at, int from, int behind) {
    int code = behind;
    while (isNear(at, code, from) && at.part(code) != Part.OTHER) {
      code++;
    }
    return words.isStoring(at.word(from))
        && from > 0
        && at.part(from - 1) == Part.UNIT
        && at.segment(from - 1) == at.segment(from)
        && code < at.size()
        && at.part(code) == Part.CODE;
  }

  /**
   * "Stored emission DTCs: P0442": it begins what is said, and codes are spoken of; "and one hard
   * code in the gearbox, P0722".
   */
  boolean namesList(LineAtHand at, int from, int behind) {
    if (isCounted(at, from, behind)) {
      return true;
    }
    boolean begins = from == 0 || at.segment(from - 1) != at.segment(from);
    boolean codes = false;
    int i = behind;
    while (begins && i < at.size() && at.segment(i) == at.segment(from) && i - behind < 4) {
      codes |= words.isLabel(at.words(), i, Label.CODE);
      codes |= at.part(i) == Part.UNIT && words.isFrom(at.word(behind));
      i++;
    }
    // "Stored codes - Engine: P0442"
    while (codes && i < at.size() && at.part(i) == Part.UNIT && !at.isAnnounced(i)) {
      i++;
    }
    return codes && i < at.size() && at.isAnnounced(i) && at.part(i) == Part.CODE;
  }

  /** "Codes in ECM memory: P0128": before the colon stands nothing else. */
  boolean isInNameOfList(LineAtHand at, int from, int behind) {
    int first = from;
    boolean codes = false;
    while (isNear(at, first - 1, from) && at.part(first - 1) != Part.OTHER) {
      first--;
      codes |= words.isLabel(at.words(), first, Label.CODE);
    }
    return codes
        && (first == 0 || at.segment(first - 1) != at.segment(from))
        && behind < at.size()
        && at.part(behind) == Part.CODE
        && glyphs[at.word(behind - 1).end()] == ':';
  }

  /**
   * "J1939 active: SPN 3251 FMI 0".
   *
   * @param unknown words before it that nobody here knows
   */
  boolean headsList(LineAtHand at, int from, int behind, int unknown) {
    boolean first = at.finds.codesBefore(at.word(from).start()) == 0;
    return unknown <= (first ? 1 : 0)
        && behind < at.size()
        && at.part(behind) == Part.CODE
        && glyphs[at.word(behind - 1).end()] == ':';
  }

  private boolean isCounted(LineAtHand at, int from, int behind) {
    // "Soft fault" is one name, with its "fault" in it.
    int named = behind - from > 1 && namesCodes(at, behind - 1) ? 1 : 0;
    if (from == 0
        || !words.isCount(at.word(from - 1)) && !isOneMore(at, from)
        || behind - named == at.size()
        || !namesCodes(at, behind - named)) {
      return false;
    }
    int code = behind - named + 1;
    while (code < at.size() && code - behind < NEAR && saysNothingMore(at, code)) {
      code++;
    }
    return code < at.size() && at.part(code) == Part.CODE;
  }

  /** "... and a stored code in the gearbox"; behind a code "a stored code" tells of that one. */
  private boolean isOneMore(LineAtHand at, int from) {
    return words.isArticle(at.word(from - 1))
        && (from == 1 || !words.isBeing(at.word(from - 2)) && !isSaidOfCode(at, from - 1));
  }

  /** "Codes", "ones", "one". */
  private boolean namesCodes(LineAtHand at, int i) {
    return words.isLabel(at.words(), i, Label.CODE) || words.isCount(at.word(i));
  }

  private static boolean saysNothingMore(LineAtHand at, int i) {
    return at.part(i) == Part.FILL || at.part(i) == Part.LABEL || at.part(i) == Part.UNIT;
  }

  /** Whether a word stands with another between two codes, two signs or two cells. */
  static boolean isNear(LineAtHand at, int i, int word) {
    return i >= 0
        && i < at.size()
        && Math.abs(i - word) <= NEAR
        && at.segment(i) == at.segment(word)
        && at.part(i) != Part.CODE;
  }
}
