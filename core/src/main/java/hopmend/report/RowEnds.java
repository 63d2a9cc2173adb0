package hopmend.report;

import hopmend.fault.CodeState;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Words that end rows of a code and its description, "P0335 CRANKSHAFT SENSOR CIRCUIT CURRENT", or
 * begin their descriptions, "P0335 current crankshaft sensor": how the code is held if all rows do
 * so, else perhaps a part of the description.
 */
final class RowEnds {
  /** A row whose end is not sure, and which of the codes found it has. */
  record Row(int code, List<LineFinds.State> end, boolean comesAndGoes) {
    /** No description ends in "stored". */
    boolean isPlain() {
      return states().equals(EnumSet.of(CodeState.STORED));
    }

    Set<CodeState> states() {
      return end.stream()
          .map(LineFinds.State::state)
          .collect(Collectors.toCollection(() -> EnumSet.noneOf(CodeState.class)));
    }
  }

  private final boolean atEnds;
  private final List<Row> unsure = new ArrayList<>();
  private boolean isAnySure;
  private boolean isAnyWithout;

  /**
   * @param atEnds whether the edge that is looked at is the end
   */
  RowEnds(boolean atEnds) {
    this.atEnds = atEnds;
  }

  /**
   * @param edge what may be a state at this edge of the description
   * @param sure whether a state that is one stands there
   * @param code the number of its code among all that were found
   */
  void add(LineFinds f, List<LineFinds.State> edge, boolean sure, int code) {
    if (f.codes.size() != 1 || f.otherWords == 0) {
      return;
    }
    if (!edge.isEmpty()) {
      unsure.add(new Row(code, edge, f.edgeIsPassing));
    } else if (f.states.isEmpty()) {
      isAnyWithout = true;
    } else {
      isAnySure |= sure;
    }
  }

  /**
   * What ends of rows tell.
   *
   * @param told how a code is held
   * @param asked how it is held, or what is wrong
   */
  record Ends(List<LineFinds.State> told, List<Row> asked) {}

  /** Tells codes that nothing else is known of; "circuit intermittent" is a description. */
  Ends tell(FoundCodes found) {
    long kinds = unsure.stream().map(Row::states).distinct().count();
    boolean alike = unsure.size() > 1 && unsure.stream().noneMatch(Row::comesAndGoes);
    boolean all = !isAnyWithout && (isAnySure || kinds > 1 || alike);
    Ends ends = new Ends(new ArrayList<>(), new ArrayList<>());
    for (Row r : unsure) {
      if (!found.get(r.code()).read().states().isEmpty()) {
        continue;
      }
      if (all || atEnds && r.isPlain()) {
        found.changeOf(r.code(), read -> read.withStates(r.states()));
        ends.told().addAll(r.end());
      } else if (!r.comesAndGoes()) {
        ends.asked().add(r);
      }
    }
    return ends;
  }
}
