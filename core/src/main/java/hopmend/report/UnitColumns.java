package hopmend.report;

import hopmend.report.ReportWords.Label;
import java.util.List;
import java.util.stream.Stream;

/**
 * Tables with a column for each control unit: "P0562 | active | stored | -" is said by two, each in
 * its own way, and so are two rows.
 */
final class UnitColumns {
  /** Signs that say that a unit does not hold the code. */
  private static final String NONE = "-–—.☐□○";

  /** Of a wider table the rows stay one (our own bound). */
  private static final int MOST_COLUMNS = 40;

  private UnitColumns() {}

  /** The lines, with a row for each unit that tells how it holds the row's code. */
  static List<Line> apart(char[] glyphs, List<Line> lines) {
    return lines.stream().anyMatch(l -> tells(glyphs, l) > 1)
        ? lines.stream().flatMap(l -> apart(glyphs, l)).toList()
        : lines;
  }

  private static Stream<Line> apart(char[] glyphs, Line line) {
    return tells(glyphs, line) > 1
        ? line.cells().stream()
            .filter(c -> tells(glyphs, c))
            .map(unit -> new Line(line.kind(), only(line, unit), line.depth()))
        : Stream.of(line);
  }

  private static List<Cell> only(Line line, Cell unit) {
    return line.cells().stream().filter(c -> c.equals(unit) || !isOfUnit(c)).toList();
  }

  private static long tells(char[] glyphs, Line line) {
    return line.cells().size() <= MOST_COLUMNS
            && line.cells().stream().anyMatch(c -> c.head().is(Label.CODE))
        ? line.cells().stream().filter(c -> tells(glyphs, c)).count()
        : 0;
  }

  private static boolean isOfUnit(Cell cell) {
    return cell.head().controlUnit() != null && cell.head().label() == null;
  }

  /** Whether a unit tells something in its cell, and no code. */
  private static boolean tells(char[] glyphs, Cell cell) {
    if (!isOfUnit(cell)) {
      return false;
    }
    String said = Glyphs.seen(glyphs, cell.start(), cell.end()).strip();
    return said.chars().anyMatch(c -> NONE.indexOf(c) < 0)
        && said.chars().filter(Character::isDigit).count() < 2;
  }
}
