package hopmend.report;

import hopmend.report.ReportWords.Label;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;

/**
 * A table of numbers of J1939 whose columns one space parts, "SPN FMI OC State" and below "102 4 3
 * Previously active": the numbers are told by their turn, the words behind them by what they say.
 */
final class SpacedTable {
  private SpacedTable() {}

  /** The names of its columns, each one word; empty if it is no such table. */
  static List<Cell> header(char[] glyphs, TextCells text, int start, int end) {
    List<Cell> names = words(glyphs, start, end);
    List<Head> heads = names.stream().map(text::headOf).toList();
    boolean fits =
        heads.stream().allMatch(Head::isKnown)
            && heads.stream().anyMatch(h -> h.is(Label.SPN))
            && heads.stream().anyMatch(h -> h.is(Label.FMI));
    return fits ? names : List.of();
  }

  private static List<Cell> words(char[] glyphs, int start, int end) {
    return Word.of(glyphs, start, end).stream()
        .map(w -> new Cell(Head.NONE, w.start(), w.end()))
        .toList();
  }

  /**
   * A row of it, a cell for each column; empty if it is none.
   *
   * @param states how codes are held
   */
  static List<Cell> row(
      char[] glyphs, List<Head> heads, int start, int end, Phrases<ReportWords.Said> states) {
    List<Word> words = Word.of(glyphs, start, end);
    // What is missing is missing at the end.
    int surplus = Math.max(0, words.size() - heads.size());
    int last = heads.size() - 1;
    int wide = wide(heads);
    int ofState = 1;
    if (surplus > 0 && heads.get(last).is(Label.STATUS)) {
      ofState =
          IntStream.range(words.size() - surplus - 1, words.size())
              .filter(i -> states.at(words, i) != null)
              .filter(i -> i + states.at(words, i).words() == words.size())
              .map(i -> words.size() - i)
              .findFirst()
              .orElse(1);
    }
    List<Cell> cells = new ArrayList<>();
    int i = 0;
    for (int c = 0; c < heads.size() && i < words.size(); c++) {
      int taken = c == last ? words.size() - i : 1;
      if (c == wide && c != last) {
        taken += surplus - (ofState - 1);
      }
      Head head = heads.get(c);
      boolean number = head.is(Label.SPN) || head.is(Label.FMI);
      if (number && !words.get(i).isNumber()) {
        return List.of();
      }
      cells.add(new Cell(Head.NONE, words.get(i).start(), words.get(i + taken - 1).end()));
      i += taken;
    }
    return cells;
  }

  /** The column that may hold several words. */
  private static int wide(List<Head> heads) {
    return IntStream.range(0, heads.size())
        .filter(c -> heads.get(c).is(Label.TEXT) || heads.get(c).is(Label.UNIT))
        .findFirst()
        .orElse(heads.size() - 1);
  }
}
