package hopmend.report;

import hopmend.report.LineAtHand.Part;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.IntStream;

/**
 * Control units that nobody here knows, in a line that names others: "P1234 (implement controller),
 * P0100 (engine)", "... and the reefer unit shows C1301", or that say so in their one word, "im
 * Ladekransteuergerät C1051". Their codes are not the others'.
 */
final class UnknownInSentence {
  /** Words of such a name, at most (our own bound). */
  static final int LONGEST_NAME = 4;

  /** Words between such a name and its code, at most (our own bound). */
  static final int MOST_BETWEEN = 3;

  private final char[] glyphs;
  private final ReportWords words;
  private final UnknownBefore before;

  UnknownInSentence(char[] glyphs, ReportWords words) {
    this.glyphs = glyphs;
    this.words = words;
    this.before = new UnknownBefore(glyphs, words);
  }

  /** The codes of such units, by their numbers in the line. */
  Map<Integer, LineFinds.UnitAt> of(LineAtHand at) {
    Map<Integer, LineFinds.UnitAt> held = new TreeMap<>();
    UnknownBefore.Known known =
        at.finds.codes.size() > 1 ? before.known(at) : UnknownBefore.Known.NONE;
    boolean others = known.any();
    boolean brackets = others && isAnyInBrackets(at);
    boolean behind = others && isAnyPlacedBehind(at);
    for (int k = 0; k < at.finds.codes.size(); k++) {
      LineFinds.UnitAt name = brackets ? inBrackets(at, k) : null;
      name = name == null && behind ? placedBehind(at, k) : name;
      name = name == null ? before.of(at, k, known) : name;
      if (name != null && k > 0 && name.equals(held.get(k - 1)) && !isListed(at, k)) {
        name = null; // it stands behind the one before
      }
      if (name == null && held.containsKey(k - 1) && isListed(at, k)) {
        name = held.get(k - 1);
      }
      if (name != null) {
        held.put(k, name);
      }
    }
    return held;
  }

  private boolean isAnyInBrackets(LineAtHand at) {
    for (int i = 1; i < at.size(); i++) {
      int first = i;
      while (first > 1 && i - first < MOST_BETWEEN && at.part(first - 1) == Part.STATE) {
        first--;
      }
      boolean begins = glyphs[at.word(first).start() - 1] == '(';
      int last = i;
      while (last + 1 < at.size()
          && at.part(last + 1) == Part.UNIT
          && at.segment(last + 1) == at.segment(i)) {
        last++;
      }
      // "C0051 (steering angle)" tells what it is about
      boolean names = at.part(i) == Part.UNIT && !words.isThing(at.word(last));
      if (names && (begins || glyphs[at.word(i).start() - 1] == '(')) {
        return true;
      }
    }
    return false;
  }

  /** "P0480 in the engine": a known one is placed behind its code. */
  private boolean isAnyPlacedBehind(LineAtHand at) {
    return IntStream.range(0, at.finds.codes.size())
        .map(k -> placeBehind(at, k))
        .anyMatch(i -> i < at.size() && at.part(i) == Part.UNIT);
  }

  /** The first word of the place that is told behind a code, "stored in the ..."; else the end. */
  private int placeBehind(LineAtHand at, int code) {
    int i = UnknownBefore.wordAt(at, at.finds.codes.get(code).end());
    int from = i;
    while (i < at.size()
        && i - from < MOST_BETWEEN
        && (i == 0 || !at.endsSentence(i - 1))
        && !words.isNothing(at.word(i))
        && (at.part(i) == Part.STATE || at.part(i) == Part.FILL && !words.isFrom(at.word(i)))) {
      i++;
    }
    if (i >= at.size() || !words.isFrom(at.word(i))) {
      return at.size();
    }
    i++;
    while (i < at.size() && (words.isThe(at.word(i)) || words.isArticle(at.word(i)))) {
      i++;
    }
    return i;
  }

  /** "C1234 in the sweeper", where another code is placed in the same way. */
  private LineFinds.UnitAt placedBehind(LineAtHand at, int code) {
    int first = placeBehind(at, code);
    boolean placed =
        first > 0
            && first < at.size()
            && (words.isThe(at.word(first - 1)) || words.isFrom(at.word(first - 1)));
    int behind = first;
    while (behind < at.size()
        && (before.mayBeOfName(at, behind) || behind > first && before.isKind(at, behind))
        && at.segment(behind) == at.segment(first)
        && !words.isMoment(at.word(behind))
        && !words.makesOdometer(at.word(behind))) {
      behind++;
    }
    boolean ends =
        behind == at.size()
            || at.segment(behind) != at.segment(first)
            || at.part(behind) == Part.STATE
            || words.isRelative(at.word(behind))
            || words.isAnd(at.word(behind));
    return placed && ends && behind > first && behind - first <= LONGEST_NAME
        ? before.named(at, first, behind)
        : null;
  }

  /** "P1234 active (implement controller)". */
  private LineFinds.UnitAt inBrackets(LineAtHand at, int code) {
    int first = UnknownBefore.wordAt(at, at.finds.codes.get(code).end());
    while (first < at.size()
        && (at.part(first) == Part.STATE || at.part(first) == Part.FILL)
        && glyphs[at.word(first).start() - 1] != '(') {
      first++;
    }
    if (first == at.size() || glyphs[at.word(first).start() - 1] != '(') {
      return null;
    }
    first = pastStates(at, first);
    int behind = first;
    while (behind < at.size()
        && (before.mayBeOfName(at, behind) || behind > first && before.isKind(at, behind))
        && at.segment(behind) == at.segment(first)) {
      behind++;
    }
    int last = pastStates(at, behind);
    boolean whole = behind > first && glyphs[at.word(last - 1).end()] == ')';
    return whole && behind - first <= LONGEST_NAME ? before.named(at, first, behind) : null;
  }

  /** "(active, crane)", "(crane, active)". */
  private static int pastStates(LineAtHand at, int from) {
    int i = from;
    while (i < at.size() && i - from < MOST_BETWEEN && at.part(i) == Part.STATE) {
      i++;
    }
    return i;
  }

  /** "C1301, C1302", "C1301 stored, C1302": only signs, "and" and states stand between the two. */
  private boolean isListed(LineAtHand at, int code) {
    int from = UnknownBefore.wordAt(at, at.finds.codes.get(code - 1).end());
    int behind = UnknownBefore.wordAt(at, at.finds.codes.get(code).start());
    return IntStream.range(from, behind)
        .allMatch(i -> at.part(i) == Part.STATE || words.isJoining(at.word(i)));
  }
}
