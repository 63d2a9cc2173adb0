package hopmend.report;

import hopmend.report.ReportWords.Label;
import java.util.List;
import java.util.function.Function;
import java.util.stream.Stream;

/**
 * Tables with a column for each control unit: "P0562 | active | stored | -" is said by two, each in
 * its own way, and so are two rows.
 */
final class UnitColumns {
  /** Of a wider table the rows stay one (our own bound). */
  private static final int MOST_COLUMNS = 40;

  private UnitColumns() {}

  /**
   * The lines, with a row for each unit that tells how it holds the row's code.
   *
   * @param marked the cells of a line in which a unit tells that
   */
  static List<Line> apart(List<Line> lines, Function<Line, List<Cell>> marked) {
    return lines.stream().anyMatch(UnitColumns::mayTell)
        ? lines.stream()
            .flatMap(l -> mayTell(l) ? apart(l, marked.apply(l)) : Stream.of(l))
            .toList()
        : lines;
  }

  private static Stream<Line> apart(Line line, List<Cell> marked) {
    return marked.size() > 1
        ? marked.stream().map(unit -> new Line(line.kind(), only(line, unit), line.depth()))
        : Stream.of(line);
  }

  private static List<Cell> only(Line line, Cell unit) {
    return line.cells().stream().filter(c -> c.equals(unit) || !c.head().isOfUnit()).toList();
  }

  private static boolean mayTell(Line line) {
    return line.cells().size() <= MOST_COLUMNS
        && line.cells().stream().anyMatch(c -> c.head().is(Label.CODE))
        && line.cells().stream().filter(c -> c.head().isOfUnit()).limit(2).count() > 1;
  }
}
