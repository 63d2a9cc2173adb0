package hopmend.report;

import hopmend.measure.MeasureUnit;
import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * Plain text: lines, and tables in them. A table begins with a line of known column names, parted
 * by one sign or by stretches of space; its rows are told by their order or by what stands below
 * what.
 */
final class PlainLayout {
  private static final int LONGEST_HEADER = 600;

  /** So many signs a cell is wider than its column, at most (our own bound). */
  private static final int WIDER = 3;

  private final char[] glyphs;
  private final ReportWords words;
  private final TextCells text;
  private final BlockFinder blocks;
  private final List<Line> lines = new ArrayList<>();
  private List<Cell> columns = List.of();
  private List<Head> heads = List.of();

  private char parting;

  /**
   * Whether the header begins with a bar: then one there parts nothing, else it stands behind an
   * empty cell.
   */
  private boolean edged;

  /** How far in the names of the columns begin. */
  private int indent;

  private int lineStart;
  private int headerStart;
  private int rows;

  /** Open where lines are read column by column. */
  private ColumnBlock block;

  private PlainLayout(String original, char[] glyphs, ReportWords words) {
    this.glyphs = glyphs;
    this.words = words;
    this.text = new TextCells(original, glyphs, words);
    this.blocks = new BlockFinder(glyphs, text, words);
  }

  static Layout of(String text, ReportWords words) {
    char[] glyphs = Layout.glyphs(text);
    TabbedFields.sign(glyphs, words);
    PlainLayout plain = new PlainLayout(text, glyphs, words);
    plain.read();
    return new Layout("text", text, glyphs, plain.lines);
  }

  private void read() {
    int start = 0;
    while (start <= glyphs.length) {
      Optional<StackedFields> stack = StackedFields.at(glyphs, start, words);
      if (stack.isPresent()) {
        endBlock();
        lines.addAll(stack.get().lines());
        start = stack.get().end();
        continue;
      }
      Optional<FlagLines> flags = FlagLines.at(glyphs, start, words);
      if (flags.isPresent()) {
        endBlock();
        lines.add(flags.get().row());
        start = flags.get().end();
        continue;
      }
      int end = start;
      while (end < glyphs.length && glyphs[end] != '\n') {
        end++;
      }
      lineStart = start;
      line(start, end);
      start = end + 1;
    }
    endBlock();
  }

  private void line(int from, int to) {
    Cell whole = Cell.trimmed(glyphs, from, to);
    int start = whole.start();
    int end = whole.end();
    if (block != null && text.isRule(whole)) {
      return;
    }
    if (block != null
        && start < end
        && block.takes(text.within(start, end, block.parting()), lineStart)) {
      return;
    }
    endBlock();
    if (start == end) {
      lines.add(Line.of(Line.Kind.GAP, 0));
      if (rows > 0 && (parting == TextCells.SPACES || Head.areOfVehicle(heads))) {
        heads = List.of();
      }
      return;
    }
    int conditions = conditionsBehind(start, end);
    if (conditions > start && isHeader(conditions, end)) {
      lines.add(Line.of(Line.Kind.TEXT, 0, new Cell(Head.NONE, start, conditions)));
      return;
    }
    boolean holdsCode = text.holdsCode(whole);
    if (!holdsCode && isHeader(start, end) || beginsBlock(start, end)) {
      return;
    }
    if (holdsCode && Head.areOfVehicle(heads)) {
      heads = List.of();
    }
    if (!heads.isEmpty()) {
      boolean edge = edged && glyphs[start] == '|';
      // A tab at the beginning stands behind an empty cell.
      int first = parting == '\t' ? Math.min(start, from + indent) : start;
      List<Cell> cells =
          parting == TextCells.ONE_SPACE
              ? SpacedTable.row(glyphs, heads, start, end, words.states())
              : text.split(edge ? start + 1 : first, end, parting);
      if (parting == TextCells.SPACES && cells.size() > 1 && cells.size() < columns.size()) {
        cells = parted(cells);
      }
      long filled = cells.stream().filter(c -> c.start() < c.end()).count();
      if (filled == 2 && columns.size() > 2 && isOdometer(cells.get(0))) {
        lines.add(Line.of(Line.Kind.TEXT, 0, new Cell(Head.NONE, start, end)));
        return;
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

  /** "Total km;611204" below a table of other columns. */
  private boolean isOdometer(Cell name) {
    return text.headOf(name).is(ReportWords.Label.ODOMETER);
  }

  /** Names of units side by side, or codes as names of columns. */
  private boolean beginsBlock(int start, int end) {
    if (end - start > LONGEST_HEADER) {
      return false;
    }
    block =
        (holdsNumber(start, end)
                ? blocks.ofCodes(start, end, lineStart)
                : blocks.ofUnits(start, end, lineStart))
            .orElse(null);
    if (block != null) {
      heads = List.of();
    }
    return block != null;
  }

  private void endBlock() {
    if (block != null) {
      lines.addAll(block.lines());
      block = null;
    }
  }

  private boolean isRowOfUnits(List<Cell> cells) {
    return heads.stream().anyMatch(h -> h.condition() != null)
        && cells.stream().allMatch(c -> c.start() == c.end() || measure(c).isPresent());
  }

  private Optional<MeasureUnit> measure(Cell c) {
    return words.measure(text.written(c));
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

  /** "P0171, freeze frame: rpm;speed;load": where names of conditions begin; else the beginning. */
  private int conditionsBehind(int start, int end) {
    int colon = text.indexOf(':', start, end);
    if (colon < 0 || end - start > LONGEST_HEADER) {
      return start;
    }
    for (char sign : TextCells.PARTINGS) {
      if (sign != TextCells.SPACES && text.indexOf(sign, colon, end) > 0) {
        List<Cell> names = text.split(colon + 1, end, sign);
        boolean all = names.stream().allMatch(c -> text.headOf(c).condition() != null);
        return names.size() > 1 && all ? colon + 1 : start;
      }
    }
    return start;
  }

  /** Two names of columns or more, and hardly anything else. */
  private boolean isHeader(int start, int end) {
    if (end - start > LONGEST_HEADER || holdsNumber(start, end)) {
      return false;
    }
    for (char sign : TextCells.PARTINGS) {
      if (sign != TextCells.SPACES && text.indexOf(sign, start, end) < 0) {
        continue;
      }
      boolean edge = sign == '|' && glyphs[start] == '|';
      int first = sign == '\t' && hasEmptyCorner(start, end) ? start - 1 : start;
      List<Cell> cells = statesApart(text.split(edge ? start + 1 : first, end, sign));
      if (cells.size() < 2 || cells.size() > 40 || namesItsValues(cells)) {
        continue;
      }
      List<Head> named = Head.nowAndBefore(cells.stream().map(text::headOf).toList(), words);
      for (int i = 0; i < cells.size(); i++) {
        Cell c = cells.get(i);
        // "Engine, 2 faults", "Unit 2 Gearbox   faults 0"
        boolean counts =
            i > 0
                && named.get(i).isOfCodes()
                && (beginsWithNumber(c)
                    || Glyphs.isDigit(glyphs[c.end() - 1])
                        && named.stream().filter(Head::isOfCodes).count() == 1);
        int most = named.get(i).condition() == null ? 1 : 2;
        if (digits(c) > most || counts || isValue(c) || isField(c)) {
          return false;
        }
      }
      List<Cell> below = text.below(end, sign);
      if (lacksCorner(named, below)) {
        Cell corner = new Cell(Head.NONE, first, first);
        cells = Stream.concat(Stream.of(corner), cells.stream()).toList();
        named = Stream.concat(Stream.of(Head.NONE), named.stream()).toList();
      }
      List<Boolean> codesBelow = codes(below, sign);
      named = Head.withCodes(named, codesBelow, words);
      boolean overValues = below.size() == cells.size() && below.stream().allMatch(this::isNumber);
      if (Head.nameATable(named, overValues)) {
        begin(cells, named, sign, edge, first);
        return true;
      }
    }
    List<Cell> spaced = SpacedTable.header(glyphs, text, start, end);
    if (spaced.isEmpty()) {
      return false;
    }
    begin(spaced, spaced.stream().map(text::headOf).toList(), TextCells.ONE_SPACE, false, start);
    return true;
  }

  /** "ECM,TCM" above "P0700,stored,-": the codes have no name. */
  private boolean lacksCorner(List<Head> named, List<Cell> below) {
    return below.size() == named.size() + 1
        && named.stream().allMatch(Head::isOfUnit)
        && text.isCode(below.get(0));
  }

  /** A tab before the first name, and none before what stands below. */
  private boolean hasEmptyCorner(int start, int end) {
    int below = Cell.nextLine(glyphs, end);
    return start > lineStart
        && glyphs[start - 1] == '\t'
        && below < glyphs.length
        && !Character.isWhitespace(glyphs[below]);
  }

  private void begin(List<Cell> names, List<Head> named, char sign, boolean edge, int start) {
    columns = names;
    heads = named;
    parting = sign;
    edged = edge;
    headerStart = lineStart;
    indent = start - lineStart;
    rows = 0;
  }

  /** "Conf Pend Perm": names of states that one space parts are columns of their own. */
  private List<Cell> statesApart(List<Cell> names) {
    List<Cell> apart = new ArrayList<>();
    for (Cell c : names) {
      List<Cell> parts =
          Word.of(glyphs, c.start(), c.end()).stream()
              .map(w -> new Cell(Head.NONE, w.start(), w.end()))
              .toList();
      boolean all = parts.stream().allMatch(p -> text.headOf(p).state() != null);
      long kinds = parts.stream().map(p -> text.headOf(p).state()).distinct().count();
      boolean bySpace =
          IntStream.range(1, parts.size())
              .allMatch(i -> parts.get(i).start() == parts.get(i - 1).end() + 1);
      boolean parted = all && bySpace && kinds > 1 && kinds == parts.size();
      apart.addAll(parted ? parts : List.of(c));
    }
    return apart;
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

  /** "Status: active stored" are no names of columns: the first names the others. */
  private boolean namesItsValues(List<Cell> cells) {
    return endsInColon(cells.get(0)) && cells.stream().skip(1).noneMatch(this::endsInColon);
  }

  private boolean endsInColon(Cell c) {
    return c.start() < c.end() && glyphs[c.end() - 1] == ':';
  }

  /** "Status: test failed" is no name of a column: its value stands there too. */
  private boolean isField(Cell c) {
    int colon = text.indexOf(':', c.start(), c.end());
    return colon > c.start() && colon + 1 < c.end();
  }

  /** Which cells are codes, and those below them as well: "DTC;P0401;" may be a field. */
  private List<Boolean> codes(List<Cell> row, char sign) {
    List<Cell> next = text.below(row.get(row.size() - 1).end(), sign);
    boolean even = next.size() == row.size();
    return IntStream.range(0, row.size())
        .mapToObj(i -> text.isCode(row.get(i)) && (!even || text.holdsCode(next.get(i))))
        .toList();
  }

  /** A number or a unit, or nothing: what stands below the name of a condition. */
  private boolean isNumber(Cell c) {
    return c.start() == c.end()
        || "+-−".indexOf(glyphs[c.start()]) >= 0
        || Glyphs.isDigit(glyphs[c.start()]) && !text.isCode(c)
        || measure(c).isPresent();
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

  private boolean beginsWithNumber(Cell c) {
    int start =
        c.start() < c.end() && "([".indexOf(glyphs[c.start()]) >= 0 ? c.start() + 1 : c.start();
    return start < c.end() && Glyphs.isDigit(glyphs[start]);
  }

  private int digits(Cell c) {
    int digits = 0;
    for (int i = c.start(); i < c.end(); i++) {
      digits += Glyphs.isDigit(glyphs[i]) ? 1 : 0;
    }
    return digits;
  }

  /** A cell that fills its column leaves one space only before the next. */
  private List<Cell> parted(List<Cell> cells) {
    List<Cell> parted = new ArrayList<>();
    for (Cell c : cells) {
      int start = c.start();
      for (Cell column : columns) {
        int left = beginsAt(lineStart + column.start() - headerStart, c.end());
        if (left > start + 1 && left < c.end() && glyphs[left - 1] == ' ' && glyphs[left] != ' ') {
          parted.add(new Cell(Head.NONE, start, left - 1));
          start = left;
        }
      }
      parted.add(new Cell(Head.NONE, start, c.end()));
    }
    return parted;
  }

  /** A cell that is wider than its column pushes the next one on. */
  private int beginsAt(int left, int end) {
    int begins = left;
    while (begins < end && begins < left + WIDER && (begins < 1 || glyphs[begins - 1] != ' ')) {
      begins++;
    }
    return begins;
  }

  private List<Cell> named(List<Cell> cells) {
    List<Cell> named = new ArrayList<>();
    // Columns that were shifted are told by their turn, if none is missing.
    boolean byPlace = parting == TextCells.SPACES && cells.size() != columns.size();
    if (byPlace && heads.get(0).is(ReportWords.Label.UNIT) && above(cells.get(0)) != heads.get(0)) {
      // The column of units is empty: what stands above goes on.
      named.add(new Cell(heads.get(0), cells.get(0).start(), cells.get(0).start()));
    }
    for (int i = 0; i < cells.size(); i++) {
      Cell c = cells.get(i);
      Head head = byPlace ? above(c) : i < heads.size() ? heads.get(i) : Head.NONE;
      named.add(new Cell(holdsCode(head, c) ? Head.NONE : head, c.start(), c.end()));
    }
    return named;
  }

  /** A code in the column of units: what stands there is no unit's name. */
  private boolean holdsCode(Head head, Cell c) {
    return head.is(ReportWords.Label.UNIT) && text.holdsCode(c);
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
