package hopmend.report;

import java.util.ArrayList;
import java.util.List;

/** Parts within parts, as JSON and XML have them, put down line by line. */
final class PartLayout {
  private final List<Line> lines = new ArrayList<>();

  /** A part: its name, what stands in it itself, and the parts in it. */
  static final class Part {
    final Cell name;
    final List<Cell> cells = new ArrayList<>();
    final List<Part> parts = new ArrayList<>();

    /**
     * @param name null if it has none
     */
    Part(Cell name) {
      this.name = name;
    }

    /** Beside parts that are units: its name is that of another one, known or not. */
    Part namedAsTold() {
      Part told = new Part(new Cell(Head.NONE, name.start(), name.end()));
      told.cells.addAll(cells);
      told.parts.addAll(parts);
      return told;
    }
  }

  static List<Line> lines(Part root) {
    PartLayout layout = new PartLayout();
    layout.put(root, 0, false);
    return layout.lines;
  }

  /**
   * @param besideUnits whether parts that stand as its own ones do are units: {"stored": {"Crane":
   *     [...]}, "active": {"Engine": [...]}}
   */
  private void put(Part part, int depth, boolean besideUnits) {
    lines.add(Line.of(Line.Kind.OPEN, depth));
    if (part.name != null) {
      lines.add(Line.of(Line.Kind.HEADING, depth, part.name));
    }
    if (!part.cells.isEmpty()) {
      lines.add(new Line(Line.Kind.ROW, part.cells, depth));
    }
    boolean areUnits = besideUnits || holdsUnit(part);
    boolean statesHoldUnits = part.parts.stream().anyMatch(p -> isState(p) && holdsUnit(p));
    for (Part p : part.parts) {
      boolean isUnknown =
          areUnits
              && p.name != null
              && !p.name.head().isKnown()
              && p.name.head().controlUnit() == null;
      put(isUnknown ? p.namedAsTold() : p, depth + 1, statesHoldUnits && isState(p));
    }
    lines.add(Line.of(Line.Kind.CLOSE, depth));
  }

  private static boolean holdsUnit(Part part) {
    return part.parts.stream().anyMatch(p -> p.name != null && p.name.head().controlUnit() != null);
  }

  private static boolean isState(Part part) {
    return part.name != null && part.name.head().state() != null;
  }
}
