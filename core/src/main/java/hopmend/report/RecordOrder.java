package hopmend.report;

import java.util.List;
import java.util.Set;
import java.util.function.IntFunction;
import java.util.stream.IntStream;

/**
 * Of a report that tells each code in several lines: whether its control unit and states stand in
 * lines below it or above it. That is told by what such a report begins and ends with.
 */
enum RecordOrder {
  /** "P0299", "Engine", "confirmed", "P0715", "Gearbox", "pending". */
  BELOW,
  /** "Status: confirmed", "Engine", "P0299", "Status: pending", "Gearbox", "P0715". */
  ABOVE,
  /** Rows that tell all, headings of lists, codes between their unit and their state, prose. */
  UNTOLD;

  /** So many lines at both ends show how a report is written (our own bound). */
  static final int LOOKED_AT = 200;

  /** A report of one code tells it in so many lines at most (our own bound). */
  private static final int LONGEST_RECORD = 6;

  /** What a line is of such a report. */
  private enum Role {
    CODE,
    /** A unit or a state with its name, "status: stored". */
    FIELD,
    /** A state without a name, which may head a list. */
    STATE,
    NOTHING,
    /** A report with such a line has no records of this kind. */
    NO_RECORD
  }

  /**
   * @param finds what was found in a line, by its number
   */
  static RecordOrder of(List<Line> lines, IntFunction<LineFinds> finds) {
    List<Role> roles =
        IntStream.range(0, Math.min(lines.size(), LOOKED_AT))
            .mapToObj(i -> role(lines, i, finds))
            .filter(r -> r != Role.NOTHING)
            .toList();
    long codes = roles.stream().filter(r -> r == Role.CODE).count();
    boolean isAnyBare =
        IntStream.range(1, roles.size())
            .anyMatch(i -> roles.get(i) == Role.CODE && roles.get(i - 1) == Role.CODE);
    boolean single = codes == 1 && isSingle(lines, finds);
    if (codes < 2 && !single || isAnyBare || roles.contains(Role.NO_RECORD)) {
      return UNTOLD;
    }
    boolean begins = roles.get(0) == Role.CODE;
    if (single) {
      return begins && roles.size() > 1 ? BELOW : UNTOLD;
    }
    if (begins == (last(lines, finds) == Role.CODE)) {
      return UNTOLD;
    }
    return begins ? BELOW : roles.contains(Role.STATE) ? UNTOLD : ABOVE;
  }

  /** Units that were asked and have nothing to tell stand in a list; a record has one. */
  private static boolean isSingle(List<Line> lines, IntFunction<LineFinds> finds) {
    return lines.size() <= LONGEST_RECORD
        && IntStream.range(0, lines.size())
                .filter(i -> !lines.get(i).cells().isEmpty())
                .mapToObj(finds)
                .filter(f -> f.unit != null)
                .count()
            == 1;
  }

  /**
   * "Trouble: P0335", "Trouble: C0035", each with its unit on another line: what stands before all
   * codes is the name of a field; empty if there is none.
   *
   * @param finds what was found in a line, by its number
   */
  static String nameOfCodes(List<Line> lines, IntFunction<LineFinds> finds) {
    List<LineFinds> first =
        IntStream.range(0, Math.min(lines.size(), LOOKED_AT))
            .filter(i -> !lines.get(i).cells().isEmpty())
            .mapToObj(finds)
            .toList();
    List<String> names =
        first.stream().filter(LineFinds::hasCodes).map(f -> f.unitIsUnknown ? f.unit : "").toList();
    boolean unitsAreTold = first.stream().anyMatch(f -> f.unit != null && isPart(f));
    return names.size() > 1 && unitsAreTold && Set.copyOf(names).size() == 1 ? names.get(0) : "";
  }

  /** What the last line is that is anything. */
  private static Role last(List<Line> lines, IntFunction<LineFinds> finds) {
    return IntStream.iterate(lines.size() - 1, i -> i >= 0, i -> i - 1)
        .limit(LOOKED_AT)
        .mapToObj(i -> role(lines, i, finds))
        .filter(r -> r != Role.NOTHING)
        .findFirst()
        .orElse(Role.NOTHING);
  }

  private static Role role(List<Line> lines, int line, IntFunction<LineFinds> finds) {
    Line.Kind kind = lines.get(line).kind();
    if (kind == Line.Kind.GAP) {
      return Role.NOTHING;
    }
    if (kind != Line.Kind.TEXT && kind != Line.Kind.ROW) {
      return Role.NO_RECORD;
    }
    LineFinds f = finds.apply(line);
    if (f.spn >= 0) {
      return Role.CODE;
    }
    if (f.fmi >= 0) {
      return Role.NOTHING; // the other half of a code
    }
    if (f.unit != null && !f.hasCodes() && f.otherNumbers == 1 && f.otherWords == 1) {
      return Role.NO_RECORD; // "Engine (2)" heads a list
    }
    boolean tells = f.unit != null && !f.unitMayDescribe || !f.states.isEmpty();
    boolean list = f.isDecorated || f.speaksOfCodes && !f.isStatusField;
    if (f.none && !f.hasCodes()) {
      return Role.NOTHING;
    }
    if (tells && (f.hasCodes() || list)) {
      return Role.NO_RECORD;
    }
    if (f.hasCodes()) {
      return Role.CODE;
    }
    if (f.isStatusField && f.states.isEmpty() && !f.none) {
      return Role.FIELD; // a state that nobody here knows
    }
    if (!isPart(f)) {
      return Role.NOTHING;
    }
    return f.isStatusField || f.states.isEmpty() ? Role.FIELD : Role.STATE;
  }

  /** A control unit, a state, or both, and nothing else. */
  static boolean isPart(LineFinds f) {
    boolean unit =
        f.unit != null && (f.unitIsWhole || f.unitIsLabelled || f.unitIsValue || f.unitStandsApart);
    boolean states =
        f.isStatusField && !f.states.isEmpty() || f.isOnlyStates() || f.statesStandApart;
    return !f.hasCodes()
        && (unit || states)
        && f.values.isEmpty()
        && (f.odometers.isEmpty() || f.isStatusField && !f.states.isEmpty())
        && (!f.speaksOfCodes || f.unitIsLabelled || f.isStatusField);
  }
}
