package hopmend.report;

import java.util.List;
import java.util.function.IntFunction;

/**
 * Of a report that tells each code in several lines: whether its control unit and states stand in
 * lines below it or above it. Looked for in the first lines only.
 */
enum RecordOrder {
  /** "P0299", "Engine", "confirmed", "P0715", "Gearbox", "pending". */
  BELOW,
  /** "Confirmed", "Engine", "P0299", "pending", "Gearbox", "P0715". */
  ABOVE,
  /** Rows that tell all, headings of lists, prose. */
  UNTOLD;

  private static final int FIRST_LINES = 200;

  /** What is of codes in a report, line by line. */
  private static final class Seen {
    int codes;
    int lacking;
    boolean beginsWithCode;
    boolean lastIsCode;
    boolean isAny;

    /** All states have their name, "status: stored"; others may head lists. */
    boolean areFields = true;

    void code() {
      lacking += isAny && lastIsCode ? 1 : 0;
      beginsWithCode |= !isAny;
      codes++;
      lastIsCode = true;
      isAny = true;
    }

    void part(boolean isField) {
      areFields &= isField;
      lastIsCode = false;
      isAny = true;
    }

    RecordOrder order() {
      if (codes < 2 || lacking > 0 || beginsWithCode == lastIsCode) {
        return UNTOLD;
      }
      return beginsWithCode ? BELOW : areFields ? ABOVE : UNTOLD;
    }
  }

  /**
   * @param finds what was found in a line, by its number
   */
  static RecordOrder of(List<Line> lines, IntFunction<LineFinds> finds) {
    Seen seen = new Seen();
    for (int i = 0; i < Math.min(lines.size(), FIRST_LINES); i++) {
      Line.Kind kind = lines.get(i).kind();
      if (kind == Line.Kind.GAP) {
        continue;
      }
      if (kind == Line.Kind.OPEN || kind == Line.Kind.CLOSE || kind == Line.Kind.HEADING) {
        return UNTOLD;
      }
      LineFinds f = finds.apply(i);
      boolean list = f.isDecorated || f.speaksOfCodes && !f.isStatusField;
      boolean headed = !f.hasCodes() && list && (f.unit != null || !f.states.isEmpty());
      boolean whole = f.hasCodes() && (f.unit != null || !f.states.isEmpty());
      if (headed || whole || f.none) {
        return UNTOLD;
      }
      if (f.hasCodes()) {
        seen.code();
      } else if (isPart(f)) {
        seen.part(f.isStatusField || f.states.isEmpty());
      }
    }
    return seen.order();
  }

  /** A control unit, a state, or both, and nothing else. */
  static boolean isPart(LineFinds f) {
    boolean unit = f.unit != null && (f.unitIsWhole || f.unitIsLabelled);
    boolean states = f.isStatusField && !f.states.isEmpty() || f.isOnlyStates();
    return !f.hasCodes()
        && (unit || states)
        && f.values.isEmpty()
        && f.odometers.isEmpty()
        && (!f.speaksOfCodes || f.unitIsLabelled || f.isStatusField);
  }
}
