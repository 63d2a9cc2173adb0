package hopmend.report;

import java.util.ArrayList;
import java.util.List;

/**
 * "Engine control Body control": names of units, and below each what it has; rows may have names,
 * "active", and the corner above them is empty then.
 */
final class SideBySide implements ColumnBlock {
  private final char parting;
  private final List<Cell> names;
  private final int namesStart;
  private final List<List<Line>> below = new ArrayList<>();

  SideBySide(char parting, List<Cell> names, int namesStart) {
    this.parting = parting;
    this.names = names;
    this.namesStart = namesStart;
    names.forEach(n -> below.add(new ArrayList<>()));
  }

  @Override
  public char parting() {
    return parting;
  }

  @Override
  public boolean takes(List<Cell> cells, int lineStart) {
    if (parting != ' ') {
      return takesByTurn(cells);
    }
    List<List<Cell>> parts = new ArrayList<>();
    names.forEach(n -> parts.add(new ArrayList<>()));
    for (Cell c : cells) {
      int column = ColumnBlock.beginningBefore(names, namesStart, c.start() - lineStart);
      boolean runsOn =
          column + 1 < names.size()
              && c.end() - lineStart > names.get(column + 1).start() - namesStart;
      if (runsOn) {
        return false;
      }
      parts.get(column).add(c);
    }
    for (int k = 0; k < parts.size(); k++) {
      List<Cell> part = parts.get(k);
      if (!part.isEmpty()) {
        Cell all = new Cell(Head.NONE, part.get(0).start(), part.get(part.size() - 1).end());
        below.get(k).add(Line.of(Line.Kind.TEXT, 0, all));
      }
    }
    return true;
  }

  /** Cells that a sign parts, as many as there are names. */
  private boolean takesByTurn(List<Cell> cells) {
    if (cells.size() != names.size()) {
      return false;
    }
    boolean hasCorner = isEmpty(names.get(0));
    for (int k = hasCorner ? 1 : 0; k < cells.size(); k++) {
      if (!isEmpty(cells.get(k))) {
        List<Cell> row = hasCorner ? List.of(cells.get(0), cells.get(k)) : List.of(cells.get(k));
        below.get(k).add(new Line(Line.Kind.TEXT, row, 0));
      }
    }
    return true;
  }

  private static boolean isEmpty(Cell c) {
    return c.end() == c.start();
  }

  @Override
  public List<Line> lines() {
    List<Line> lines = new ArrayList<>();
    for (int k = isEmpty(names.get(0)) ? 1 : 0; k < names.size(); k++) {
      lines.add(Line.of(Line.Kind.HEADING, 0, names.get(k)));
      lines.addAll(below.get(k));
    }
    return lines;
  }
}
