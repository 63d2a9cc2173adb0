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
  }

  static List<Line> lines(Part root) {
    PartLayout layout = new PartLayout();
    layout.put(root, 0);
    return layout.lines;
  }

  private void put(Part part, int depth) {
    lines.add(Line.of(Line.Kind.OPEN, depth));
    if (part.name != null) {
      lines.add(Line.of(Line.Kind.HEADING, depth, part.name));
    }
    if (!part.cells.isEmpty()) {
      lines.add(new Line(Line.Kind.ROW, part.cells, depth));
    }
    part.parts.forEach(p -> put(p, depth + 1));
    lines.add(Line.of(Line.Kind.CLOSE, depth));
  }
}
