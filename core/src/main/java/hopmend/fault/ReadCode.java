package hopmend.fault;

import java.util.EnumSet;
import java.util.Set;

/** A code as it was read: with the states that its control unit reported. */
public record ReadCode(TroubleCode code, Set<CodeState> states, String controlUnit) {
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
  }

  public static ReadCode of(TroubleCode code, CodeState... states) {
    return new ReadCode(code, Set.of(states), "");
  }

  public boolean is(CodeState state) {
    return states.contains(state);
  }
}
