package hopmend.report;

import hopmend.fault.CodeState;
import hopmend.fault.TroubleCode;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Set;

/** Which of the states of a line is whose: by place, by run, or by the name before a colon. */
final class CodeStates {
  private static final Set<LineFinds.Reach> OF_ONE =
      EnumSet.of(LineFinds.Reach.BESIDE, LineFinds.Reach.NEXT, LineFinds.Reach.OWN);

  /** So often "the others" are told in a line (our own bound). */
  private static final int MOST_RESTS = 4;

  private CodeStates() {}

  /**
   * Codes and states both stand in the order of the line: a state is of the code before it, unless
   * each code has its own before it, "stored P0420; pending P0171".
   */
  static List<EnumSet<CodeState>> of(LineFinds f) {
    List<EnumSet<CodeState>> told = new ArrayList<>();
    f.codes.forEach(c -> told.add(EnumSet.noneOf(CodeState.class)));
    for (int i = 0; i < f.codes.size(); i++) {
      if (f.codes.get(i).column() != null) {
        told.get(i).add(f.codes.get(i).column());
      }
    }
    List<LineFinds.State> ahead = new ArrayList<>();
    List<LineFinds.State> next = new ArrayList<>();
    List<LineFinds.State> own = new ArrayList<>();
    List<LineFinds.State> rest = new ArrayList<>();
    Map<Integer, EnumSet<CodeState>> byPlace = new HashMap<>();
    EnumSet<CodeState> early = EnumSet.noneOf(CodeState.class);
    int endBeforeCodes = endBeforeCodes(f);
    int[] besides = besides(f);
    int[] named = named(f);
    for (int n = 0; n < f.states.size(); n++) {
      LineFinds.State s = f.states.get(n);
      int k = besides[n];
      switch (s.reach()) {
        case BESIDE ->
            (s.start() >= 0 && s.start() < endBeforeCodes ? early : told.get(k)).add(s.state());
        case AHEAD -> ahead.add(s);
        case NEXT -> next.add(s);
        case OWN -> own.add(s);
        case ALL -> {
          int sentence = sentenceOf(f, s.start());
          boolean ofOwn = sentenceOf(f, f.codes.get(k).start()) == sentence;
          for (int i = k; i >= 0 && !isNamedIn(named[i], sentence); i--) {
            boolean other = ofOwn && sentenceOf(f, f.codes.get(i).start()) < sentence;
            if (other ? !told.get(i).isEmpty() : !isOpen(f, told.get(i))) {
              break;
            }
            told.get(i).add(s.state());
          }
        }
        case REST -> rest.add(s);
        default -> {
          places(s.reach())
              .forEach(p -> place(f, k, p).ifPresent(at -> told.get(at).add(s.state())));
          byPlace.computeIfAbsent(f.runs[k], run -> EnumSet.noneOf(CodeState.class)).add(s.state());
        }
      }
    }
    if (!told.isEmpty() && told.get(0).isEmpty()) {
      told.get(0).addAll(early);
    }
    ofNext(f, own, told);
    rest.stream().limit(MOST_RESTS).forEach(s -> ofRest(f, s, told));
    ofRuns(f, told, byPlace);
    // What stands behind a run tells more than the verb before it.
    if (!next.isEmpty()) {
      ofNext(f, next, told);
      ofRuns(f, told, byPlace);
    }
    ofNamed(f, ahead, told);
    return told;
  }

  private static List<LineFinds.Reach> places(LineFinds.Reach which) {
    return switch (which) {
      case FIRST_TWO -> List.of(LineFinds.Reach.FIRST, LineFinds.Reach.SECOND);
      case LAST_TWO -> List.of(LineFinds.Reach.BEFORE_LAST, LineFinds.Reach.LAST);
      case FIRST_THREE ->
          List.of(LineFinds.Reach.FIRST, LineFinds.Reach.SECOND, LineFinds.Reach.THIRD);
      default -> List.of(which);
    };
  }

  /** What is told of a code that the line names once more is told of it there, too. */
  private static void ofRest(LineFinds f, LineFinds.State rest, List<EnumSet<CodeState>> told) {
    int behind = f.codesBefore(rest.start());
    Map<TroubleCode, EnumSet<CodeState>> named = new HashMap<>();
    for (int k = 0; k < behind; k++) {
      named.merge(f.codes.get(k).code(), EnumSet.copyOf(told.get(k)), CodeStates::both);
    }
    for (int k = 0; k < behind; k++) {
      EnumSet<CodeState> own = named.get(f.codes.get(k).code());
      if (told.get(k).isEmpty()) {
        told.get(k).addAll(own.isEmpty() ? EnumSet.of(rest.state()) : own);
      }
    }
  }

  private static EnumSet<CodeState> both(EnumSet<CodeState> one, EnumSet<CodeState> other) {
    EnumSet<CodeState> all = EnumSet.copyOf(one);
    all.addAll(other);
    return all;
  }

  /**
   * The end of the sentences before the first code: "The lamp comes on and off. P0171, stored"
   * tells no state there.
   */
  private static int endBeforeCodes(LineFinds f) {
    int first = f.codes.isEmpty() ? 0 : f.codes.get(0).start();
    return f.sentenceEnds.stream().takeWhile(end -> end <= first).reduce(0, Math::max);
  }

  /** "Active: P0335. P0340, P0341, both stored": the first is named in a sentence before. */
  private static boolean isNamedIn(int named, int sentence) {
    return named >= 0 && named < sentence;
  }

  /** The sentence in which a state is named before each code, "active: P0335"; -1 if none is. */
  private static int[] named(LineFinds f) {
    int[] named = new int[f.codes.size()];
    int state = 0;
    int last = -1;
    for (int k = 0; k < named.length; k++) {
      int start = f.codes.get(k).start();
      for (; state < f.states.size() && f.states.get(state).start() < start; state++) {
        LineFinds.State s = f.states.get(state);
        boolean names = s.reach() == LineFinds.Reach.AHEAD || s.reach() == LineFinds.Reach.OWN;
        last = names ? sentenceOf(f, s.start()) : last;
      }
      named[k] = last == sentenceOf(f, start) ? last : -1;
    }
    return named;
  }

  private static int sentenceOf(LineFinds f, int place) {
    return LineFinds.countBefore(f.sentenceEnds, Integer::intValue, place);
  }

  /** "None of them is active; all are stored": that one is not current says not how it is held. */
  private static boolean isOpen(LineFinds f, EnumSet<CodeState> told) {
    return told.isEmpty() || f.historyIsOnlyDenied && told.equals(EnumSet.of(CodeState.HISTORY));
  }

  /** Which code "the second" is, of the run that ends with one; none if there is no such. */
  private static OptionalInt place(LineFinds f, int last, LineFinds.Reach which) {
    int first = last;
    while (first > 0 && f.runs[first - 1] == f.runs[last]) {
      first--;
    }
    int at =
        switch (which) {
          case LAST -> last;
          case BEFORE_LAST -> last - 1;
          default -> first + which.ordinal() - LineFinds.Reach.FIRST.ordinal();
        };
    return at < first || at > last ? OptionalInt.empty() : OptionalInt.of(at);
  }

  /**
   * The code that each state stands beside: the one before it, or the one behind where all states
   * of the line, or of its sentence, stand before their codes: "stored are P0420 and P0430".
   */
  private static int[] besides(LineFinds f) {
    int[] besides = new int[f.states.size()];
    boolean all = standBefore(f, 0, f.codes.size(), 0, besides.length);
    int code = 0;
    int state = 0;
    for (int end : all ? List.of(Integer.MAX_VALUE) : f.sentenceEnds) {
      int behind = code;
      while (behind < f.codes.size() && f.codes.get(behind).start() < end) {
        behind++;
      }
      int behindStates = state;
      while (behindStates < besides.length && f.states.get(behindStates).start() < end) {
        behindStates++;
      }
      boolean before = standBefore(f, code, behind, state, behindStates);
      int k = before ? code : Math.max(0, code - 1);
      for (; state < behindStates; state++) {
        int start = f.states.get(state).start();
        while (k + 1 < behind && (before ? f.codes.get(k) : f.codes.get(k + 1)).start() < start) {
          k++;
        }
        besides[state] = k;
      }
      code = behind;
    }
    return besides;
  }

  /** Whether states stand before every single run of codes, and none behind the last. */
  private static boolean standBefore(
      LineFinds f, int first, int behind, int firstState, int behindStates) {
    int state = firstState;
    for (int k = first; k < behind; k++) {
      int before = state;
      while (state < behindStates && isBesideBefore(f.states.get(state), f.codes.get(k))) {
        state++;
      }
      boolean begins = k == first || f.runs[k] != f.runs[k - 1];
      if (begins == (state == before)) {
        return false;
      }
    }
    return behind > first && state == behindStates && state > firstState;
  }

  private static boolean isBesideBefore(LineFinds.State s, LineFinds.Code c) {
    return OF_ONE.contains(s.reach()) && s.start() >= 0 && s.start() < c.start();
  }

  /**
   * Takes back what cannot be: "the first one is current, the second one is history" makes both of
   * both.
   *
   * @return the last state that was said, where something was taken back
   */
  static List<Integer> takeBackContradictions(List<EnumSet<CodeState>> told) {
    List<Integer> taken = new ArrayList<>();
    for (int k = 0; k < told.size(); k++) {
      EnumSet<CodeState> states = told.get(k);
      if (states.contains(CodeState.CURRENT) && states.contains(CodeState.HISTORY)) {
        states.clear();
        taken.add(k);
      }
    }
    return taken;
  }

  /** What is said of the code behind it, unless that is told otherwise. */
  private static void ofNext(
      LineFinds f, List<LineFinds.State> said, List<EnumSet<CodeState>> told) {
    for (LineFinds.State s : said) {
      int k = f.codesBefore(s.start());
      if (k < told.size() && told.get(k).isEmpty()) {
        told.get(k).add(s.state());
      }
    }
  }

  /**
   * What a name such as "active:" says holds for the codes behind it that have none of their own.
   */
  private static void ofNamed(
      LineFinds f, List<LineFinds.State> ahead, List<EnumSet<CodeState>> told) {
    int next = 0;
    for (int k = 0; k < told.size(); k++) {
      while (next < ahead.size() && ahead.get(next).start() < f.codes.get(k).start()) {
        next++;
      }
      if (next > 0 && told.get(k).isEmpty()) {
        told.get(k).add(ahead.get(next - 1).state());
      }
    }
  }

  /** What was said of a code; what its column tells is its own alone. */
  private static EnumSet<CodeState> said(LineFinds f, int code, List<EnumSet<CodeState>> told) {
    return f.codes.get(code).column() == null
        ? EnumSet.copyOf(told.get(code))
        : EnumSet.noneOf(CodeState.class);
  }

  /**
   * "P0340, P0341 all stored", "permanent: P0340, P0341": told once, at an end of the run.
   *
   * @param byPlace what was told of "the first" of a run: of no other one
   */
  private static void ofRuns(
      LineFinds f, List<EnumSet<CodeState>> told, Map<Integer, EnumSet<CodeState>> byPlace) {
    int first = 0;
    for (int k = 1; k <= told.size(); k++) {
      if (k < told.size() && f.runs[k] == f.runs[first]) {
        continue;
      }
      EnumSet<CodeState> ofFirst = said(f, first, told);
      EnumSet<CodeState> ofLast = said(f, k - 1, told);
      Set<CodeState> ofOne = byPlace.getOrDefault(f.runs[first], EnumSet.noneOf(CodeState.class));
      ofFirst.removeAll(ofOne);
      ofLast.removeAll(ofOne);
      int start = f.codes.get(first).start();
      boolean before = !f.states.isEmpty() && f.states.get(0).start() < start;
      for (int i = first; i < k; i++) {
        if (told.get(i).isEmpty()) {
          told.get(i).addAll(before && !ofFirst.isEmpty() ? ofFirst : ofLast);
        }
      }
      first = k;
    }
  }
}
