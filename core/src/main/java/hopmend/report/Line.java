package hopmend.report;

import java.util.List;

/**
 * What a report says at once: a line of text, a row of a table, an object; or that something begins
 * or ends.
 *
 * @param cells in the order of the text; empty where the kind says it all
 * @param depth how deep it lies in parts of parts
 */
record Line(Kind kind, List<Cell> cells, int depth) {
  /** What it is. */
  enum Kind {
    /** A line of plain text. */
    TEXT,
    /** A row whose cells have names. */
    ROW,
    /** A heading, or the name of a part. */
    HEADING,
    /** A part begins: what its headings say ends with it. */
    OPEN,
    CLOSE,
    /** Nothing stands there. */
    GAP
  }

  Line {
    cells = List.copyOf(cells);
  }

  static Line of(Kind kind, int depth, Cell... cells) {
    return new Line(kind, List.of(cells), depth);
  }

  /** As it stands in a text of which its own begins at an offset. */
  Line shifted(int offset) {
    return new Line(kind, cells.stream().map(c -> c.shifted(offset)).toList(), depth);
  }

  int start() {
    return cells.get(0).start();
  }

  int end() {
    return cells.get(cells.size() - 1).end();
  }
}
