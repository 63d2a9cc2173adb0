package hopmend.report;

import hopmend.report.ReportWords.Label;
import java.util.ArrayList;
import java.util.List;

/**
 * A table on its side, each column a code: states as names of rows that are crossed or not, or rows
 * of codes, of their units and of their states.
 */
final class TurnedGrid implements ColumnBlock {
  private final char parting;
  private final int namesStart;
  private final List<Cell> first;
  private final List<List<Cell>> columns = new ArrayList<>();
  private final TextCells text;
  private final boolean colons;

  /**
   * @param first the cells of its first row
   * @param head what the first row tells
   * @param colons whether a colon stands behind the name of a row
   */
  TurnedGrid(
      TextCells text, char parting, List<Cell> first, int namesStart, Head head, boolean colons) {
    this.text = text;
    this.parting = parting;
    this.first = first;
    this.namesStart = namesStart;
    this.colons = colons;
    first.forEach(c -> columns.add(new ArrayList<>(List.of(new Cell(head, c.start(), c.end())))));
  }

  @Override
  public char parting() {
    return parting;
  }

  @Override
  public boolean takes(List<Cell> row, int lineStart) {
    List<Cell> cells = colons ? text.nameApart(row) : row;
    Head head = cells.size() < 2 ? Head.NONE : text.headOf(cells.get(0));
    if (!isOfCodes(head) || colons && cells.size() - 1 != first.size()) {
      return false;
    }
    for (int i = 1; i < cells.size(); i++) {
      Cell c = cells.get(i);
      int column =
          parting == ' ' && cells.size() - 1 != first.size()
              ? ColumnBlock.beginningBefore(first, namesStart, c.start() - lineStart)
              : Math.min(i, first.size()) - 1;
      columns.get(column).add(new Cell(head, c.start(), c.end()));
    }
    return true;
  }

  /** "Codes (engine): P0335; P0340": what is told of all of them. */
  void tells(Head head, Cell ofAll) {
    columns.forEach(c -> c.add(new Cell(head, ofAll.start(), ofAll.end())));
  }

  /** What is told of codes in such a row. */
  static boolean isOfCodes(Head head) {
    return head.state() != null
        || head.is(Label.CODE)
        || head.is(Label.UNIT)
        || head.is(Label.STATUS);
  }

  @Override
  public List<Line> lines() {
    return columns.stream().map(c -> new Line(Line.Kind.ROW, c, 0)).toList();
  }
}
