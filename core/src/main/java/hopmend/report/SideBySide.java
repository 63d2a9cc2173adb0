package hopmend.report;

import hopmend.report.ReportWords.Label;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;

/**
 * "Engine control Body control": names of units, and below each what it has; rows may have names,
 * "active", and the corner above them is empty then or says "status".
 */
final class SideBySide implements ColumnBlock {
  private final char parting;
  private final List<Cell> names;
  private final Map<Integer, Head> others;
  private final int namesStart;
  private final Predicate<Cell> isBlank;
  private final List<List<Line>> below = new ArrayList<>();

  /**
   * @param others the columns that are those of no unit, by their numbers: "van", "km"
   * @param isBlank whether a cell says nothing: "-"
   */
  SideBySide(
      char parting,
      List<Cell> names,
      Map<Integer, Head> others,
      int namesStart,
      Predicate<Cell> isBlank) {
    this.parting = parting;
    this.names = names;
    this.others = others;
    this.namesStart = namesStart;
    this.isBlank = isBlank;
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
    Cell row = nameOfRow(cells, lineStart);
    for (Cell c : cells) {
      if (c.equals(row)) {
        continue;
      }
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
        take(k, row, new Cell(Head.NONE, part.get(0).start(), part.get(part.size() - 1).end()));
      }
    }
    return true;
  }

  /** Cells that a sign parts, as many as there are names. */
  private boolean takesByTurn(List<Cell> cells) {
    if (cells.size() != names.size()) {
      return false;
    }
    Cell row = hasNamesOfRows() ? cells.get(0) : null;
    for (int k = row == null ? 0 : 1; k < cells.size(); k++) {
      if (!isEmpty(cells.get(k))) {
        take(k, row, cells.get(k));
      }
    }
    return true;
  }

  private boolean hasNamesOfRows() {
    Head first = others.getOrDefault(0, Head.NONE);
    return isEmpty(names.get(0)) || first.is(Label.STATUS);
  }

  /**
   * What stands before all columns, or in the first one if that tells of the codes in the others.
   */
  private Cell nameOfRow(List<Cell> cells, int lineStart) {
    int columns = names.get(hasNamesOfRows() ? 1 : 0).start() - namesStart;
    return cells.size() > 1 && cells.get(0).end() - lineStart < columns ? cells.get(0) : null;
  }

  private void take(int column, Cell row, Cell c) {
    if (row != null && isBlank.test(c)) {
      return;
    }
    Head head = others.get(column);
    Line line =
        head == null
            ? Line.of(Line.Kind.TEXT, 0, c)
            : Line.of(Line.Kind.ROW, 0, new Cell(head, c.start(), c.end()));
    below
        .get(column)
        .add(row == null ? line : new Line(Line.Kind.TEXT, List.of(row, line.cells().get(0)), 0));
  }

  private static boolean isEmpty(Cell c) {
    return c.end() == c.start();
  }

  @Override
  public List<Line> lines() {
    List<Line> lines = new ArrayList<>();
    for (int k = isEmpty(names.get(0)) ? 1 : 0; k < names.size(); k++) {
      if (!others.containsKey(k)) {
        lines.add(Line.of(Line.Kind.HEADING, 0, names.get(k)));
      }
      lines.addAll(below.get(k));
    }
    return lines;
  }
}
