package hopmend.report;

import hopmend.measure.MeasureUnit;
import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Plain text: lines, and tables in them. A table begins with a line of known column names, parted
 * by one sign or by stretches of space; its rows are told by their order or by what stands below
 * what.
 */
final class PlainLayout {
  private static final char SPACES = ' ';
  private static final char[] PARTINGS = {'\t', '|', ';', ',', SPACES};
  private static final int LONGEST_HEADER = 600;

  private final String original;
  private final char[] glyphs;
  private final ReportWords words;
  private final List<Line> lines = new ArrayList<>();
  private List<Cell> columns = List.of();
  private List<Head> heads = List.of();
  private char parting;

  /**
   * Whether the header begins with a bar: then one there parts nothing, else it stands behind an
   * empty cell.
   */
  private boolean edged;

  private int lineStart;
  private int headerStart;
  private int rows;

  /** Names of control units side by side, and the lines below each; empty where there are none. */
  private List<Cell> besides = List.of();

  private final List<List<Line>> below = new ArrayList<>();

  private PlainLayout(String original, char[] glyphs, ReportWords words) {
    this.original = original;
    this.glyphs = glyphs;
    this.words = words;
  }

  static Layout of(String text, ReportWords words) {
    char[] glyphs = Layout.glyphs(text);
    for (int i = 0; i < glyphs.length; i++) {
      if (glyphs[i] == '\r') {
        glyphs[i] = i + 1 < glyphs.length && glyphs[i + 1] == '\n' ? ' ' : '\n';
      }
    }
    PlainLayout plain = new PlainLayout(text, glyphs, words);
    plain.read();
    return new Layout("text", text, glyphs, plain.lines);
  }

  private void read() {
    int start = 0;
    while (start <= glyphs.length) {
      int end = start;
      while (end < glyphs.length && glyphs[end] != '\n') {
        end++;
      }
      lineStart = start;
      line(start, end);
      start = end + 1;
    }
    endBesides();
  }

  private void line(int from, int to) {
    Cell whole = trimmed(from, to);
    int start = whole.start();
    int end = whole.end();
    if (!besides.isEmpty() && isBeside(start, end)) {
      return;
    }
    endBesides();
    if (start == end) {
      lines.add(Line.of(Line.Kind.GAP, 0));
      if (parting == SPACES && rows > 0) {
        heads = List.of();
      }
      return;
    }
    if (isHeader(start, end) || beginsBesides(start, end)) {
      return;
    }
    if (!heads.isEmpty()) {
      boolean edge = edged && glyphs[start] == '|';
      List<Cell> cells = split(edge ? start + 1 : start, end, parting);
      if (parting == SPACES && cells.size() > 1 && cells.size() < columns.size()) {
        cells = parted(cells);
      }
      if (cells.size() > 1 && isRowOfUnits(cells)) {
        units(named(cells));
        return;
      }
      if (cells.size() > 1) {
        lines.add(new Line(Line.Kind.ROW, named(cells), 0));
        rows++;
        return;
      }
    }
    lines.add(Line.of(Line.Kind.TEXT, 0, new Cell(Head.NONE, start, end)));
  }

  /** "Engine control Body control": two columns as in a newspaper. */
  private boolean beginsBesides(int start, int end) {
    if (end - start > LONGEST_HEADER || holdsNumber(start, end)) {
      return false;
    }
    List<Cell> names = split(start, end, SPACES);
    if (names.size() < 2 || !names.stream().allMatch(this::isUnit)) {
      return false;
    }
    besides = names;
    headerStart = lineStart;
    heads = List.of();
    names.forEach(n -> below.add(new ArrayList<>()));
    return true;
  }

  private boolean isUnit(Cell c) {
    return words
        .units()
        .whole(Word.of(new String(glyphs, c.start(), c.end() - c.start())))
        .isPresent();
  }

  /** Whether a line stands in the columns side by side; each part of it goes below its name. */
  private boolean isBeside(int start, int end) {
    if (start == end) {
      return false;
    }
    List<List<Cell>> parts = new ArrayList<>();
    besides.forEach(b -> parts.add(new ArrayList<>()));
    for (Cell c : split(start, end, SPACES)) {
      int column = columnOf(c);
      boolean runsOn =
          column + 1 < besides.size()
              && c.end() - lineStart > besides.get(column + 1).start() - headerStart;
      if (runsOn) {
        return false;
      }
      parts.get(column).add(c);
    }
    for (int k = 0; k < parts.size(); k++) {
      List<Cell> part = parts.get(k);
      if (!part.isEmpty()) {
        Cell all = new Cell(Head.NONE, part.get(0).start(), part.get(part.size() - 1).end());
        below.get(k).add(Line.of(Line.Kind.TEXT, 0, all));
      }
    }
    return true;
  }

  private int columnOf(Cell c) {
    int column = 0;
    for (int k = 0; k < besides.size(); k++) {
      column = besides.get(k).start() - headerStart <= c.start() - lineStart ? k : column;
    }
    return column;
  }

  /** The columns one after the other, each under its name. */
  private void endBesides() {
    for (int k = 0; k < besides.size(); k++) {
      lines.add(Line.of(Line.Kind.HEADING, 0, besides.get(k)));
      lines.addAll(below.get(k));
    }
    besides = List.of();
    below.clear();
  }

  private boolean isRowOfUnits(List<Cell> cells) {
    return heads.stream().anyMatch(h -> h.condition() != null)
        && cells.stream().allMatch(c -> c.start() == c.end() || measure(c).isPresent());
  }

  private Optional<MeasureUnit> measure(Cell c) {
    return words.measure(new String(glyphs, c.start(), c.end() - c.start()));
  }

  /** A row of units under the names, or under the values: they are those of their columns. */
  private void units(List<Cell> row) {
    Map<Head, Head> measured = new IdentityHashMap<>();
    for (Cell c : row) {
      if (c.start() < c.end() && c.head().condition() != null) {
        measured.put(c.head(), c.head().in(measure(c).orElseThrow()));
      }
    }
    heads = heads.stream().map(h -> measured.getOrDefault(h, h)).toList();
    int last = lines.size() - 1;
    if (rows > 0 && lines.get(last).kind() == Line.Kind.ROW) {
      List<Cell> above =
          lines.get(last).cells().stream()
              .map(c -> new Cell(measured.getOrDefault(c.head(), c.head()), c.start(), c.end()))
              .toList();
      lines.set(last, new Line(Line.Kind.ROW, above, lines.get(last).depth()));
    }
  }

  /** Two names of columns or more, and hardly anything else. */
  private boolean isHeader(int start, int end) {
    if (end - start > LONGEST_HEADER || holdsNumber(start, end)) {
      return false;
    }
    for (char sign : PARTINGS) {
      if (sign != SPACES && indexOf(sign, start, end) < 0) {
        continue;
      }
      boolean edge = sign == '|' && glyphs[start] == '|';
      List<Cell> cells = split(edge ? start + 1 : start, end, sign);
      if (cells.size() < 2 || cells.size() > 40) {
        continue;
      }
      List<Head> named = new ArrayList<>();
      int known = 0;
      for (Cell c : cells) {
        Head head = Head.of(new String(glyphs, c.start(), c.end() - c.start()), words);
        if (head.condition() == null && digits(c) > 0 || digits(c) > 2 || isValue(c)) {
          return false;
        }
        named.add(head);
        known += head.isKnown() ? 1 : 0;
      }
      if (known >= 2 && known * 2 >= cells.size() && isTable(named)) {
        columns = cells;
        heads = named;
        parting = sign;
        edged = edge;
        headerStart = lineStart;
        rows = 0;
        return true;
      }
    }
    return false;
  }

  /** "Engine speed 0 rpm" is no name of a column: a number stands there with its unit. */
  private boolean isValue(Cell c) {
    for (int i = c.start(); i < c.end(); i++) {
      boolean begins = i == c.start() || !Glyphs.isWord(glyphs[i - 1]);
      if (!begins || !Glyphs.isDigit(glyphs[i])) {
        continue;
      }
      int end = i;
      while (end < c.end() && (Glyphs.isDigit(glyphs[end]) || glyphs[end] == '.')) {
        end++;
      }
      String behind = new String(glyphs, end, c.end() - end).strip();
      if (!behind.isEmpty() && words.measure(behind).isPresent()) {
        return true;
      }
    }
    return false;
  }

  /** A table has a column of codes, or conditions only: values with their names are none. */
  private static boolean isTable(List<Head> heads) {
    return heads.stream().allMatch(h -> h.condition() != null)
        || heads.stream()
            .anyMatch(
                h ->
                    h.is(ReportWords.Label.CODE)
                        || h.is(ReportWords.Label.SPN)
                        || h.is(ReportWords.Label.SPN_FMI)
                        || h.state() != null && heads.size() > 2);
  }

  /** Three digits together are no name of a column. */
  private boolean holdsNumber(int start, int end) {
    int together = 0;
    for (int i = start; i < end; i++) {
      together = Glyphs.isDigit(glyphs[i]) ? together + 1 : 0;
      if (together == 3) {
        return true;
      }
    }
    return false;
  }

  private int digits(Cell c) {
    int digits = 0;
    for (int i = c.start(); i < c.end(); i++) {
      digits += Glyphs.isDigit(glyphs[i]) ? 1 : 0;
    }
    return digits;
  }

  private int indexOf(char sign, int from, int to) {
    for (int i = from; i < to; i++) {
      if (glyphs[i] == sign) {
        return i;
      }
    }
    return -1;
  }

  /** The cells of a line; empty ones keep their turn where a sign parts them. */
  private List<Cell> split(int start, int end, char sign) {
    List<Cell> cells = new ArrayList<>();
    int to = sign == '|' && end > start && glyphs[end - 1] == '|' ? end - 1 : end;
    boolean quoted = false;
    for (int k = lineStart; k < start; k++) {
      quoted ^= isQuote(k);
    }
    int i = start;
    int cell = start;
    while (i < to) {
      boolean quote = sign != SPACES && isQuote(i);
      quoted ^= quote;
      boolean parts =
          sign == SPACES
              ? glyphs[i] == '\t' || glyphs[i] == ' ' && i + 1 < to && glyphs[i + 1] <= ' '
              : glyphs[i] == sign && !quoted;
      if (parts) {
        cells.add(trimmed(cell, i));
        while (sign == SPACES && i + 1 < to && glyphs[i + 1] <= ' ') {
          i++;
        }
        cell = i + 1;
      }
      i++;
    }
    cells.add(trimmed(cell, to));
    return cells;
  }

  /** A cell that fills its column leaves one space only before the next. */
  private List<Cell> parted(List<Cell> cells) {
    List<Cell> parted = new ArrayList<>();
    for (Cell c : cells) {
      int start = c.start();
      for (Cell column : columns) {
        int left = lineStart + column.start() - headerStart;
        if (left > start + 1 && left < c.end() && glyphs[left - 1] == ' ' && glyphs[left] != ' ') {
          parted.add(new Cell(Head.NONE, start, left - 1));
          start = left;
        }
      }
      parted.add(new Cell(Head.NONE, start, c.end()));
    }
    return parted;
  }

  private boolean isQuote(int place) {
    return original.charAt(place) == '"';
  }

  private Cell trimmed(int from, int to) {
    int start = from;
    int end = to;
    while (start < end && glyphs[start] <= ' ') {
      start++;
    }
    while (end > start && glyphs[end - 1] <= ' ') {
      end--;
    }
    return new Cell(Head.NONE, start, end);
  }

  private List<Cell> named(List<Cell> cells) {
    List<Cell> named = new ArrayList<>();
    for (int i = 0; i < cells.size(); i++) {
      Cell c = cells.get(i);
      Head head = parting == SPACES ? above(c) : i < heads.size() ? heads.get(i) : Head.NONE;
      named.add(new Cell(head, c.start(), c.end()));
    }
    return named;
  }

  /** The column whose name stands above a cell, or begins last before it. */
  private Head above(Cell c) {
    int from = c.start() - lineStart;
    int to = c.end() - lineStart;
    int best = -1;
    int most = 0;
    int before = 0;
    for (int k = 0; k < columns.size(); k++) {
      int left = columns.get(k).start() - headerStart;
      int right = columns.get(k).end() - headerStart;
      int overlap = Math.min(to, right) - Math.max(from, left);
      if (overlap > most) {
        most = overlap;
        best = k;
      }
      before = left <= from ? k : before;
    }
    return heads.get(best >= 0 ? best : before);
  }
}
