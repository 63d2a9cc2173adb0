package hopmend.report;

import hopmend.report.ReportWords.Label;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** Whether a line begins a block that is read column by column: units or codes as its columns. */
final class BlockFinder {
  /** Of a wider table no column is a unit's (our own bound). */
  private static final int MOST_COLUMNS = 40;

  private final char[] glyphs;
  private final TextCells cells;
  private final Head code;
  private final Head unit;

  BlockFinder(char[] glyphs, TextCells cells, ReportWords words) {
    this.glyphs = glyphs;
    this.cells = cells;
    this.code = Head.of("code", words);
    this.unit = Head.of("ecu", words);
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
      return Optional.of(
          new SideBySide(TextCells.SPACES, names, Map.of(), lineStart, cells::isBlank));
    }
    Map<Integer, Head> others = besideUnits(names, end, TextCells.SPACES);
    if (!others.isEmpty()) {
      return Optional.of(
          new SideBySide(TextCells.SPACES, names, others, lineStart, cells::isBlank));
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
        return Optional.of(new SideBySide(sign, row, Map.of(), lineStart, cells::isBlank));
      }
      others = besideUnits(row, end, sign);
      if (!others.isEmpty()) {
        return Optional.of(new SideBySide(sign, row, others, lineStart, cells::isBlank));
      }
      if (beginsWithUnits(row, end, sign)) {
        Head units = cells.headOf(row.get(0));
        List<Cell> columns = row.subList(1, row.size());
        return Optional.of(new TurnedGrid(cells, sign, columns, lineStart, units, false));
      }
    }
    return Optional.empty();
  }

  /**
   * "Van Km Engine ABS", and below it "12 88120 P0420 stored -": the columns that stand beside
   * those of units, by their numbers; none where codes stand elsewhere too.
   */
  private Map<Integer, Head> besideUnits(List<Cell> names, int end, char sign) {
    List<Cell> below = names.size() < 3 ? List.of() : cells.below(end, sign);
    if (below.size() != names.size() || names.size() > MOST_COLUMNS) {
      return Map.of();
    }
    Map<Integer, Head> others = new TreeMap<>();
    boolean codes = false;
    for (int k = 0; k < names.size(); k++) {
      boolean holdsCode = cells.holdsCode(below.get(k));
      if (!cells.isUnit(names.get(k))) {
        others.put(k, cells.headOf(names.get(k)));
        if (holdsCode) {
          return Map.of();
        }
      }
      codes |= holdsCode;
    }
    return codes && names.size() - others.size() > 1 ? others : Map.of();
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
      if (isListWithName(row, end, sign)) {
        List<Cell> named = cells.nameApart(row);
        List<Cell> codes = named.subList(1, named.size());
        TurnedGrid grid = new TurnedGrid(cells, sign, codes, lineStart, code, true);
        cells.bracketed(named.get(0)).filter(cells::isUnit).ifPresent(u -> grid.tells(unit, u));
        return Optional.of(grid);
      }
      if (row.size() > 1 && cells.areCodes(row) && isNamedBelow(row.size(), end, sign)) {
        return Optional.of(new TurnedGrid(cells, sign, row, lineStart, code, false));
      }
      List<Cell> codes = row.subList(1, row.size());
      if (codes.size() > 1 && cells.areCodes(codes)) {
        Head first = cells.headOf(row.get(0));
        return first.is(Label.CODE) && !cells.holdsCode(row.get(0))
            ? Optional.of(new TurnedGrid(cells, sign, codes, lineStart, first, false))
            : Optional.empty();
      }
    }
    return Optional.empty();
  }

  /** "Codes: P0335; P0340", and below it "State: present; stored": as many as there are codes. */
  private boolean isListWithName(List<Cell> row, int end, char sign) {
    List<Cell> named = cells.nameApart(row);
    if (named.size() == row.size()
        || row.size() < 2
        || !cells.headOf(named.get(0)).is(Label.CODE)) {
      return false;
    }
    List<Cell> below = cells.nameApart(cells.below(end, sign));
    return cells.areCodes(named.subList(1, named.size()))
        && below.size() == named.size()
        && TurnedGrid.isOfCodes(cells.headOf(below.get(0)));
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
