package hopmend.report;

import hopmend.report.ReportWords.Label;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * A table without names of its columns, of which one holds control units: those that somebody knows
 * tell that the others of the column are some too, "Engine;P0340", "ABS;C0035", "Crane;C1234".
 *
 * @param heads a name for the column of units, none for the others; empty if there is no such table
 * @param end behind its last row, or behind what was looked at
 */
record UnnamedColumns(List<Cell> columns, List<Head> heads, char parting, int end) {
  /** Rows that are looked at (our own bound). */
  private static final int MOST_ROWS = 200;

  /** Rows with units that somebody knows, at least (our own bound). */
  private static final int LEAST_KNOWN = 2;

  /** Words and signs of the name of a unit (our own bounds). */
  private static final int MOST_WORDS = 4;

  private static final int LONGEST_NAME = 40;

  private static final int LONGEST_SHORT = 5;

  /** What begins at a line. */
  static UnnamedColumns at(TextCells text, int from, int end) {
    int looked = end;
    for (char sign : TextCells.PARTINGS) {
      List<List<Cell>> rows = new ArrayList<>();
      int behind = text.rows(from, end, sign, MOST_ROWS, rows);
      Optional<Integer> column = columnOfUnits(text, rows);
      if (column.isPresent()) {
        List<Head> heads = new ArrayList<>(Collections.nCopies(rows.get(0).size(), Head.NONE));
        heads.set(column.get(), text.headOfUnits());
        return new UnnamedColumns(rows.get(0), heads, sign, behind);
      }
      looked = Math.max(looked, behind);
    }
    return new UnnamedColumns(List.of(), List.of(), TextCells.SPACES, looked);
  }

  private static Optional<Integer> columnOfUnits(TextCells text, List<List<Cell>> rows) {
    if (rows.size() <= LEAST_KNOWN) {
      return Optional.empty();
    }
    return IntStream.range(0, rows.get(0).size())
        .filter(
            c -> {
              List<Cell> cells = rows.stream().map(r -> r.get(c)).toList();
              long known = cells.stream().filter(text::isUnit).count();
              boolean told = known >= LEAST_KNOWN && known * 2 >= cells.size();
              return (told || cells.stream().allMatch(u -> isShort(text.written(u))))
                  && known < cells.size()
                  && cells.stream().allMatch(u -> text.isUnit(u) || mayBeUnit(text, u));
            })
        .boxed()
        .findFirst();
  }

  /** "MSG": a description is no such word. */
  private static boolean isShort(String written) {
    return written.length() > 1
        && written.length() <= LONGEST_SHORT
        && written.chars().allMatch(Character::isUpperCase);
  }

  private static boolean mayBeUnit(TextCells text, Cell c) {
    String written = text.written(c);
    List<Word> words = Word.of(written);
    Head head = text.headOf(c);
    return !words.isEmpty()
        && words.size() <= MOST_WORDS
        && written.length() <= LONGEST_NAME
        && written.chars().noneMatch(s -> Character.isDigit(s) || ":=".indexOf(s) >= 0)
        && head.state() == null
        && !head.is(Label.STATUS)
        && !text.describes(words)
        && Character.isLetter(written.charAt(0));
  }
}
