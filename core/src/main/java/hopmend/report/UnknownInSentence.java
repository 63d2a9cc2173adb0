package hopmend.report;

import hopmend.report.LineAtHand.Part;
import hopmend.report.ReportWords.Label;
import java.util.List;
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
  private static final int LONGEST_NAME = 4;

  /** Words between such a name and its code, at most (our own bound). */
  private static final int MOST_BETWEEN = 3;

  private final char[] glyphs;
  private final ReportWords words;

  UnknownInSentence(char[] glyphs, ReportWords words) {
    this.glyphs = glyphs;
    this.words = words;
  }

  /** The codes of such units, by their numbers in the line. */
  Map<Integer, LineFinds.UnitAt> of(LineAtHand at) {
    Map<Integer, LineFinds.UnitAt> held = new TreeMap<>();
    boolean others =
        at.finds.codes.size() > 1
            && IntStream.range(0, at.size()).anyMatch(i -> at.part(i) == Part.UNIT);
    boolean brackets = others && isAnyInBrackets(at);
    boolean behind = others && isAnyPlacedBehind(at);
    for (int k = 0; k < at.finds.codes.size(); k++) {
      LineFinds.UnitAt name = brackets ? inBrackets(at, k) : null;
      name = name == null && behind ? placedBehind(at, k) : name;
      name = name == null ? before(at, k, others) : name;
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

  private static int wordAt(LineAtHand at, int place) {
    return LineFinds.countBefore(at.words(), Word::start, place);
  }

  private boolean isAnyInBrackets(LineAtHand at) {
    for (int i = 1; i < at.size(); i++) {
      if (at.part(i) == Part.UNIT && glyphs[at.word(i).start() - 1] == '(') {
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
    int i = wordAt(at, at.finds.codes.get(code).end());
    int from = i;
    while (i < at.size() && i - from < MOST_BETWEEN && at.part(i) == Part.STATE) {
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
    boolean placed = first > 0 && first < at.size() && words.isThe(at.word(first - 1));
    int behind = first;
    while (behind < at.size()
        && (mayBeOfName(at, behind) || behind > first && isKind(at, behind))
        && at.segment(behind) == at.segment(first)
        && !words.isMoment(at.word(behind))
        && !words.makesOdometer(at.word(behind))) {
      behind++;
    }
    boolean ends =
        behind == at.size()
            || at.segment(behind) != at.segment(first)
            || at.part(behind) == Part.STATE;
    return placed && ends && behind > first && behind - first <= LONGEST_NAME
        ? named(at, first, behind)
        : null;
  }

  /** "P1234 active (implement controller)". */
  private LineFinds.UnitAt inBrackets(LineAtHand at, int code) {
    int first = wordAt(at, at.finds.codes.get(code).end());
    while (first < at.size()
        && (at.part(first) == Part.STATE || at.part(first) == Part.FILL)
        && glyphs[at.word(first).start() - 1] != '(') {
      first++;
    }
    if (first == at.size() || glyphs[at.word(first).start() - 1] != '(') {
      return null;
    }
    int behind = first;
    while (behind < at.size()
        && (mayBeOfName(at, behind) || behind > first && isKind(at, behind))
        && at.segment(behind) == at.segment(first)) {
      behind++;
    }
    boolean whole = behind > first && glyphs[at.word(behind - 1).end()] == ')';
    return whole && behind - first <= LONGEST_NAME ? named(at, first, behind) : null;
  }

  /** "And the reefer unit shows C1301", "und im Ladekransteuergerät C1051": it says what it is. */
  private LineFinds.UnitAt before(LineAtHand at, int code, boolean others) {
    int kind = wordAt(at, at.finds.codes.get(code).start()) - 1;
    int between = 0;
    while (kind >= 0
        && between < MOST_BETWEEN
        && !isKind(at, kind)
        && (at.part(kind) == Part.FILL || words.isHolding(at.word(kind)))) {
      kind--;
      between++;
    }
    if (kind < 0 || !isKind(at, kind) || at.part(kind) == Part.UNIT) {
      return null;
    }
    int first = kind;
    while (first > 0
        && kind - first < LONGEST_NAME
        && at.segment(first - 1) == at.segment(kind)
        && mayBeOfName(at, first - 1)
        && !words.isHolding(at.word(first - 1))) {
      first--;
    }
    boolean named = first < kind && others || at.part(kind) == Part.OTHER;
    boolean placed =
        first > 0 && (words.isThe(at.word(first - 1)) || words.isFrom(at.word(first - 1)));
    return named && placed ? named(at, first, kind + 1) : null;
  }

  private boolean isKind(LineAtHand at, int i) {
    boolean label = at.part(i) == Part.LABEL && words.isLabel(at.words(), i, Label.UNIT);
    return label || at.part(i) == Part.OTHER && words.isKind(List.of(at.word(i)));
  }

  private boolean mayBeOfName(LineAtHand at, int i) {
    Word w = at.word(i);
    boolean unknown = at.part(i) == Part.OTHER && w.digits() == 0 && !words.isThing(w);
    return unknown && !words.isScanned(w) && !words.isSame(w);
  }

  /** "C1301, C1302": nothing stands between the two but signs and "and". */
  private boolean isListed(LineAtHand at, int code) {
    int from = wordAt(at, at.finds.codes.get(code - 1).end());
    int behind = wordAt(at, at.finds.codes.get(code).start());
    return at.words().subList(from, Math.max(from, behind)).stream().allMatch(words::isJoining);
  }

  private LineFinds.UnitAt named(LineAtHand at, int first, int behind) {
    int start = at.word(first).start();
    int end = at.word(behind - 1).end();
    return new LineFinds.UnitAt(Glyphs.seen(glyphs, start, end), start, end);
  }
}
