package hopmend.report;

import hopmend.fault.CodeState;
import hopmend.report.LineAtHand.Part;
import hopmend.report.LineFinds.Reach;
import hopmend.report.LineFinds.State;
import java.util.Optional;

/**
 * States that no word for one tells: "P0118 is active, P0113 is not", and verbs that stand apart,
 * "im ABS liegt C0110 an".
 */
final class ImpliedStates {
  /** Words between such a word and its code or its verb, at most (our own bound). */
  private static final int NEAR = 8;

  private final ReportWords words;
  private final StateReach reach;

  ImpliedStates(ReportWords words, StateReach reach) {
    this.words = words;
    this.reach = reach;
  }

  /** The state that a word of running text implies. */
  Optional<State> at(LineAtHand at, int i) {
    if (at.cells().size() != 1 || !at.finds.hasCodes() || i == 0 || !endsClause(at, i)) {
      return Optional.empty();
    }
    if (isNo(at, i)) {
      return isOtherThanBefore(at, i)
          ? Optional.of(state(at, i, CodeState.HISTORY, true))
          : Optional.empty();
    }
    return words.isApart(at.word(i)) && isVerbBefore(at, i)
        ? Optional.of(state(at, i, CodeState.CURRENT, false))
        : Optional.empty();
  }

  private State state(LineAtHand at, int i, CodeState told, boolean denying) {
    Reach which = reach.placeBefore(at, i).orElse(Reach.BESIDE);
    return new State(told, denying, which, at.word(i).start(), at.word(i).end());
  }

  private boolean endsClause(LineAtHand at, int i) {
    return i + 1 == at.size()
        || at.segment(i + 1) != at.segment(i) && !at.isAnnounced(i + 1)
        || words.isAnd(at.word(i + 1));
  }

  private boolean isNo(LineAtHand at, int i) {
    Word w = at.word(i);
    return at.part(i) == Part.FILL
        && w.text().length() > 1
        && words.isNot(w)
        && !words.isNothing(w)
        && !at.isAnnounced(i);
  }

  /** "P0118 is active, P0113 is not": what was told before, and of another code, was current. */
  private boolean isOtherThanBefore(LineAtHand at, int no) {
    int last = at.finds.states.size() - 1;
    if (last < 0 || at.finds.states.get(last).state() != CodeState.CURRENT) {
      return false;
    }
    int i = no - 1;
    boolean which = false;
    while (i > 0 && no - i < NEAR && isBetween(at, i) && !at.endsSentence(i)) {
      which |= isPlace(at.word(i));
      i--;
    }
    int told = at.finds.states.get(last).end();
    return !at.endsSentence(i) && (which || at.part(i) == Part.CODE && at.word(i).start() >= told);
  }

  /** "In the engine", "which is", "the second"; "one is not" tells not which. */
  private boolean isBetween(LineAtHand at, int i) {
    Word w = at.word(i);
    boolean says = at.part(i) == Part.FILL && !words.isCount(w) && !words.isArticle(w);
    return says || at.part(i) == Part.UNIT || words.isRelative(w) || isPlace(w);
  }

  private boolean isPlace(Word w) {
    return words.place(w).filter(p -> p != Reach.REST).isPresent();
  }

  /** "Liegt C0110 an", "liegen P0088 und P0190 im Motor vor": a code stands between the two. */
  private boolean isVerbBefore(LineAtHand at, int apart) {
    boolean code = false;
    for (int i = apart - 1; i >= 0 && apart - i <= 2 * NEAR && !at.endsSentence(i); i--) {
      code |= at.part(i) == Part.CODE;
      if (at.part(i) == Part.STATE || words.isNot(at.word(i)) && !words.isAnd(at.word(i))) {
        return false;
      }
      if (words.isVerbOf(at.word(apart), at.word(i))) {
        return code;
      }
    }
    return false;
  }
}
