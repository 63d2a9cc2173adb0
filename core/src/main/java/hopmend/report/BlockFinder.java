package hopmend.report;

import hopmend.report.ReportWords.Label;
import java.util.List;
import java.util.Optional;

/** Whether a line begins a block that is read column by column: units or codes as its columns. */
final class BlockFinder {
  private final char[] glyphs;
  private final TextCells cells;
  private final Head code;

  BlockFinder(char[] glyphs, TextCells cells, ReportWords words) {
    this.glyphs = glyphs;
    this.cells = cells;
    this.code = Head.of("code", words);
  }

  /**
   * Names of units side by side; none of them has a number.
   *
   * @param lineStart where the line of the stretch begins in the text
   */
  Optional<ColumnBlock> ofUnits(int start, int end, int lineStart) {
    List<Cell> names = cells.split(start, end, TextCells.SPACES);
    // "ECU   ABS": a field and what stands in it.
    boolean field =
        names.size() == 2
            && cells.headOf(names.get(0)).is(ReportWords.Label.UNIT)
            && cells.below(end, TextCells.SPACES).stream().noneMatch(cells::isCode);
    if (names.size() > 1 && !field && names.stream().allMatch(cells::isUnit)) {
      return Optional.of(new SideBySide(TextCells.SPACES, names, lineStart));
    }
    for (char sign : TextCells.PARTINGS) {
      List<Cell> row =
          sign == TextCells.SPACES || cells.indexOf(sign, start, end) < 0
              ? List.of()
              : cells.within(start, end, sign);
      if (row.size() < 2) {
        continue;
      }
      if (areUnits(row) && isOfCodesBelow(row, end, sign)) {
        return Optional.of(new SideBySide(sign, row, lineStart));
      }
      if (beginsWithUnits(row, end, sign)) {
        Head units = cells.headOf(row.get(0));
        List<Cell> columns = row.subList(1, row.size());
        return Optional.of(new TurnedGrid(sign, columns, lineStart, units, cells::headOf));
      }
    }
    return Optional.empty();
  }

  /** At least one is known, and the others may be units too; the first may be an empty corner. */
  private boolean areUnits(List<Cell> row) {
    return row.stream().anyMatch(cells::isUnit)
        && (TextCells.isEmpty(row.get(0)) || mayBeUnit(row.get(0)))
        && !isFieldOfOther(row.get(0))
        && row.stream().skip(1).allMatch(this::mayBeUnit);
  }

  /** "Customer says: engine, ABS": a colon in the first name, and no word for units before it. */
  private boolean isFieldOfOther(Cell first) {
    int colon = cells.indexOf(':', first.start(), first.end());
    if (colon < 0) {
      return false;
    }
    Cell name = new Cell(Head.NONE, first.start(), colon);
    return !cells.headOf(name).is(Label.UNIT) && !cells.isUnit(name);
  }

  private boolean mayBeUnit(Cell c) {
    return cells.isUnit(c) || !TextCells.isEmpty(c) && !cells.headOf(c).isKnown();
  }

  /** Whether the next line has as many cells, and codes in all that are not empty. */
  private boolean isOfCodesBelow(List<Cell> names, int end, char sign) {
    List<Cell> below = cells.below(end, sign);
    List<Cell> told = TextCells.isEmpty(names.get(0)) ? below.subList(1, below.size()) : below;
    return below.size() == names.size()
        && told.stream().anyMatch(cells::holdsCode)
        && told.stream()
            .allMatch(c -> TextCells.isEmpty(c) || cells.holdsCode(c) || cells.isLikeCode(c));
  }

  /** "Unit,engine,ABS", and below it "code,P0335,C0035". */
  private boolean beginsWithUnits(List<Cell> row, int end, char sign) {
    List<Cell> codes = cells.below(end, sign);
    return cells.headOf(row.get(0)).is(Label.UNIT)
        && codes.size() == row.size()
        && cells.headOf(codes.get(0)).is(Label.CODE)
        && cells.areCodes(codes.subList(1, codes.size()));
  }

  /** Codes as names of columns. */
  Optional<ColumnBlock> ofCodes(int start, int end, int lineStart) {
    for (char sign : TextCells.PARTINGS) {
      if (sign != TextCells.SPACES && cells.indexOf(sign, start, end) < 0) {
        continue;
      }
      List<Cell> row = cells.within(start, end, sign);
      if (row.size() > 1 && cells.areCodes(row) && isNamedBelow(row.size(), end, sign)) {
        return Optional.of(new TurnedGrid(sign, row, lineStart, code, cells::headOf));
      }
      List<Cell> codes = row.subList(1, row.size());
      if (codes.size() > 1 && cells.areCodes(codes)) {
        Head first = cells.headOf(row.get(0));
        return first.is(Label.CODE)
            ? Optional.of(new TurnedGrid(sign, codes, lineStart, first, cells::headOf))
            : Optional.empty();
      }
    }
    return Optional.empty();
  }

  /**
   * Whether the next line is one of a grid whose corner is empty: "status stored pending", and not
   * "present, stored" below two codes.
   */
  private boolean isNamedBelow(int codes, int end, char sign) {
    Cell line = Cell.ofLine(glyphs, Cell.nextLine(glyphs, end));
    List<Cell> below = cells.split(line.start(), line.end(), sign);
    boolean statesOnly =
        below.size() == codes
            && below.stream().skip(1).allMatch(c -> cells.headOf(c).state() != null);
    return below.size() > 1 && !statesOnly && TurnedGrid.isOfCodes(cells.headOf(below.get(0)));
  }
}
