package hopmend.report;

import java.util.List;

/** Lines of plain text that are read column by column, until one stands otherwise. */
interface ColumnBlock {
  /** The sign that parts the cells of its lines. */
  char parting();

  /**
   * Whether a line goes on in these columns; then it is taken.
   *
   * @param lineStart where the line of the cells begins in the text
   */
  boolean takes(List<Cell> cells, int lineStart);

  /** What all its lines say, column by column. */
  List<Line> lines();

  /** The column whose name begins last before a place, in columns of one line's own. */
  static int beginningBefore(List<Cell> names, int namesStart, int from) {
    int column = 0;
    for (int k = 0; k < names.size(); k++) {
      column = names.get(k).start() - namesStart <= from ? k : column;
    }
    return column;
  }
}
