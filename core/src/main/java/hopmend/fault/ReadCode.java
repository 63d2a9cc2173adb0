package hopmend.fault;

import java.util.EnumSet;
import java.util.Set;

/**
 * A code as it was read: with the states that its control unit reported.
 *
 * @param occurrences how often it occurred, 0 where that is not told
 */
public record ReadCode(
    TroubleCode code, Set<CodeState> states, String controlUnit, int occurrences) {
  /** Characters of a control unit's name, at most. */
  public static final int LONGEST_UNIT = 60;

  public ReadCode {
    if (code == null) {
      throw new IllegalArgumentException("A read code needs its code");
    }
    EnumSet<CodeState> sorted = EnumSet.noneOf(CodeState.class);
    if (states != null) {
      sorted.addAll(states);
    }
    states = java.util.Collections.unmodifiableSet(sorted);
    controlUnit = controlUnit == null ? "" : controlUnit;
    if (controlUnit.length() > LONGEST_UNIT) {
      throw new IllegalArgumentException(
          "A control unit's name has up to " + LONGEST_UNIT + " characters.");
    }
    if (occurrences < 0 || occurrences > 1_000_000) {
      throw new IllegalArgumentException(
          "A code occurred 0 to 1000000 times, not " + occurrences + ".");
    }
  }

  public ReadCode(TroubleCode code, Set<CodeState> states, String controlUnit) {
    this(code, states, controlUnit, 0);
  }

  public static ReadCode of(TroubleCode code, CodeState... states) {
    return new ReadCode(code, Set.of(states), "");
  }

  /** This reading and another of the same code as one: all states, the unit that is named. */
  public ReadCode together(ReadCode other) {
    EnumSet<CodeState> all = EnumSet.noneOf(CodeState.class);
    all.addAll(states);
    all.addAll(other.states);
    return new ReadCode(
        code,
        all,
        controlUnit.isEmpty() ? other.controlUnit : controlUnit,
        Math.max(occurrences, other.occurrences));
  }

  public ReadCode withStates(Set<CodeState> told) {
    return new ReadCode(code, told, controlUnit, occurrences);
  }

  public ReadCode withControlUnit(String name) {
    return new ReadCode(code, states, name, occurrences);
  }

  /** With a count that is told apart from the code; one below 1 tells nothing. */
  public ReadCode withOccurrences(int told) {
    return told > 0 ? new ReadCode(code, states, controlUnit, told) : this;
  }

  /** With a failure type that is told apart from a code that has none; -1 tells nothing. */
  public ReadCode withType(int told) {
    boolean takes =
        told >= 0 && code.scheme() == TroubleCode.Scheme.J2012 && code.failureType() == 0;
    return takes
        ? new ReadCode(new TroubleCode(code.base(), told), states, controlUnit, occurrences)
        : this;
  }

  /** Told only of the past, while nothing says that it is there. */
  public boolean onlyOfThePast() {
    return states.equals(Set.of(CodeState.HISTORY));
  }

  public boolean is(CodeState state) {
    return states.contains(state);
  }
}
