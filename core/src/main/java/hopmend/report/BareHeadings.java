package hopmend.report;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.IntFunction;
import java.util.function.ToIntFunction;
import java.util.stream.IntStream;

/**
 * Names that nobody here knows, and that stand as known control units or states do where they head
 * codes: "Engine", its codes, "Crane", its codes. Without any sign it could describe the code
 * above, and has to stand out by its place.
 */
final class BareHeadings {
  /** So many lines at the end may tell of the vehicle (our own bound). */
  private static final int LINES_AT_END = 8;

  /** How the known ones are written, those of units and those of states. */
  private final Set<String> units = new HashSet<>();

  private final Set<String> states = new HashSet<>();

  /** In which columns the known ones stand. */
  private final Set<Integer> columns = new HashSet<>();

  /** Or with what says that there is none. */
  private final boolean endsWithCode;

  /** In which column the last one stood, and the last one of a unit. */
  private int column = -1;

  private int unitColumn = -1;

  /** In which column the last code stood. */
  private int lastCode = -1;

  private boolean hasCodes;
  private boolean codesStandDeeper;

  /**
   * @param finds what was found in a line, by its number
   * @param place in which column a line begins
   */
  BareHeadings(List<Line> lines, IntFunction<LineFinds> finds, ToIntFunction<Line> place) {
    List<Integer> filled =
        IntStream.range(0, Math.min(RecordOrder.LOOKED_AT, lines.size()))
            .filter(i -> !lines.get(i).cells().isEmpty())
            .boxed()
            .toList();
    List<LineFinds> first = filled.stream().map(finds::apply).toList();
    for (int i = 0; i + 1 < first.size(); i++) {
      boolean heads =
          first.subList(i + 1, Math.min(i + 3, first.size())).stream()
              .anyMatch(LineFinds::hasCodes);
      LineFinds f = first.get(i);
      if (heads && (f.unit != null || f.isOnlyStates())) {
        (f.unit != null ? units : states).add(f.shape.written());
        if (f.unit != null) {
          columns.add(place.applyAsInt(lines.get(filled.get(i))));
        }
      }
    }
    units.remove("");
    states.remove("");
    endsWithCode =
        IntStream.iterate(lines.size() - 1, i -> i >= 0, i -> i - 1)
            .filter(i -> lines.get(i).kind() != Line.Kind.GAP)
            .limit(LINES_AT_END)
            .filter(i -> !lines.get(i).cells().isEmpty())
            .mapToObj(finds)
            .filter(f -> f.hasCodes() || f.none || f.shape.isBare() || f.isStatusField)
            .findFirst()
            .filter(f -> f.hasCodes() || f.none)
            .isPresent();
  }

  /** A heading of a unit; where it stands. */
  void unit(int at) {
    unitColumn = at;
    state(at);
  }

  /** A heading of a state, perhaps below that of its unit. */
  void state(int at) {
    column = at;
    hasCodes = false;
    codesStandDeeper = false;
  }

  void code(int at) {
    codesStandDeeper = column >= 0 && at > column && (codesStandDeeper || !hasCodes);
    hasCodes = true;
    lastCode = at;
  }

  /** Whether a line stands further out than the last code. */
  boolean isAboveCodes(int at) {
    return at < lastCode;
  }

  /** Whether a line stands further in than the last code, and belongs to it. */
  boolean isBelowCode(int at) {
    return lastCode >= 0 && at > lastCode;
  }

  /**
   * Whether the name of a unit that nobody knows heads the codes below it.
   *
   * @param codeBelow in which column the next line begins if it holds a code, else -1
   */
  boolean isUnit(LineFinds f, int at, int codeBelow) {
    boolean first = lastCode < 0 && codeBelow >= 0;
    if (f.shape.namesKind() && f.shape.isBare() && (first || codeBelow > at)) {
      return true; // "Bin lift ECU", and its codes further in
    }
    boolean below = columns.contains(at) && at > column && column >= 0 && !hasCodes;
    if (below && units.contains(f.shape.written()) && codeBelow > at) {
      return true; // "Trailer", and below it "Cooling unit" as "Engine" stands below "Tractor"
    }
    boolean apart = unitColumn == at && at < column && hasCodes && codesStandDeeper;
    return units.contains(f.shape.written())
        && (first && columns.contains(at) || apart || standsOut(f, at));
  }

  /** Whether a word heads them that nobody knows, as words for states do. */
  boolean isState(LineFinds f, int at) {
    return states.contains(f.shape.written()) && standsOut(f, at);
  }

  private boolean standsOut(LineFinds f, int at) {
    return !f.shape.isBare()
        || hasCodes && column == at && (codesStandDeeper || f.shape.namesKind() || endsWithCode);
  }
}
