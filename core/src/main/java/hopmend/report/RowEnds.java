package hopmend.report;

import hopmend.fault.CodeState;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Words that end rows of a code and its description, "P0335 CRANKSHAFT SENSOR CIRCUIT CURRENT": how
 * the code is held if all rows end so, else a part of the description.
 */
final class RowEnds {
  /** A row whose end is not sure, and which of the codes found it has. */
  private record Row(int code, List<LineFinds.State> end) {
    Set<CodeState> states() {
      return end.stream()
          .map(LineFinds.State::state)
          .collect(Collectors.toCollection(() -> EnumSet.noneOf(CodeState.class)));
    }
  }

  private final List<Row> unsure = new ArrayList<>();
  private boolean isAnySure;
  private boolean isAnyWithout;

  /**
   * @param code the number of its code among all that were found
   */
  void add(Line at, LineFinds f, int code) {
    if (f.codes.size() != 1 || f.otherWords == 0) {
      return;
    }
    if (!f.atEnd.isEmpty()) {
      unsure.add(new Row(code, f.atEnd));
    } else if (f.states.isEmpty()) {
      isAnyWithout = true;
    } else {
      isAnySure |= f.states.get(f.states.size() - 1).end() == at.end();
    }
  }

  /** Tells codes that nothing else is known of; returns what told it. */
  List<LineFinds.State> told(FoundCodes found) {
    long kinds = unsure.stream().map(Row::states).distinct().count();
    List<LineFinds.State> told = new ArrayList<>();
    if (isAnyWithout || !isAnySure && kinds < 2) {
      return told;
    }
    for (Row r : unsure) {
      if (found.get(r.code()).read().states().isEmpty()) {
        found.changeOf(r.code(), read -> read.withStates(r.states()));
        told.addAll(r.end());
      }
    }
    return told;
  }
}
