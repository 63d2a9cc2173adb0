package hopmend.report;

import hopmend.report.ReportWords.Label;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;

/**
 * Codes as names of columns; states as names of rows that are crossed or not, or rows of their
 * units and of their states.
 */
final class TurnedGrid implements ColumnBlock {
  private final char parting;
  private final int namesStart;
  private final List<Cell> codes;
  private final List<List<Cell>> columns = new ArrayList<>();
  private final Function<Cell, Head> named;

  /**
   * @param code of a column of codes
   * @param named what the name of a row says
   */
  TurnedGrid(
      char parting, List<Cell> codes, int namesStart, Head code, Function<Cell, Head> named) {
    this.parting = parting;
    this.codes = codes;
    this.namesStart = namesStart;
    this.named = named;
    codes.forEach(c -> columns.add(new ArrayList<>(List.of(new Cell(code, c.start(), c.end())))));
  }

  @Override
  public char parting() {
    return parting;
  }

  @Override
  public boolean takes(List<Cell> cells, int lineStart) {
    Head head = cells.size() < 2 ? Head.NONE : named.apply(cells.get(0));
    if (!isOfCodes(head)) {
      return false;
    }
    for (int i = 1; i < cells.size(); i++) {
      Cell c = cells.get(i);
      int column =
          parting == ' ' && cells.size() - 1 != codes.size()
              ? ColumnBlock.beginningBefore(codes, namesStart, c.start() - lineStart)
              : Math.min(i, codes.size()) - 1;
      columns.get(column).add(new Cell(head, c.start(), c.end()));
    }
    return true;
  }

  /** What is told of codes in such a row. */
  static boolean isOfCodes(Head head) {
    return head.state() != null || head.is(Label.UNIT) || head.is(Label.STATUS);
  }

  @Override
  public List<Line> lines() {
    return columns.stream().map(c -> new Line(Line.Kind.ROW, c, 0)).toList();
  }
}
