package hopmend.report;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * States that are told by yes and no, one a line: "Active: no", "Pending: yes", "CONFIRMED YES".
 * Together they are a row of crossed columns; one alone is a field like others.
 *
 * @param end where the line behind the last one begins
 */
record FlagLines(Line row, int end) {
  private static final int LONGEST_NAME = 40;

  /** There are fewer ways to hold a code (our own bound). */
  private static final int MOST = 12;

  static Optional<FlagLines> at(char[] glyphs, int from, ReportWords words) {
    List<Cell> flags = new ArrayList<>();
    int place = from;
    while (place < glyphs.length && flags.size() < MOST) {
      Cell line = Cell.ofLine(glyphs, place);
      Optional<Cell> flag = flag(glyphs, line, words);
      if (flag.isEmpty() || isTold(flags, flag.get())) {
        break;
      }
      flags.add(flag.get());
      place = Cell.nextLine(glyphs, line.end());
    }
    List<Head> heads = Head.nowAndBefore(flags.stream().map(Cell::head).toList(), words);
    if (flags.size() < 2 || heads.stream().anyMatch(h -> h.state() == null)) {
      return Optional.empty();
    }
    List<Cell> row = new ArrayList<>();
    for (int i = 0; i < flags.size(); i++) {
      row.add(new Cell(heads.get(i), flags.get(i).start(), flags.get(i).end()));
    }
    return Optional.of(new FlagLines(new Line(Line.Kind.ROW, row, 0), place));
  }

  /** A name that comes again begins the next code. */
  private static boolean isTold(List<Cell> flags, Cell flag) {
    return flags.stream().anyMatch(f -> f.head().words().equals(flag.head().words()));
  }

  private static Optional<Cell> flag(char[] glyphs, Cell line, ReportWords words) {
    int sign = sign(glyphs, line);
    boolean isBare = sign < 0;
    sign = isBare ? lastSpace(glyphs, line) : sign;
    if (sign < 0) {
      return Optional.empty();
    }
    Head head = Head.of(new String(glyphs, line.start(), sign - line.start()), words);
    Cell value = Cell.trimmed(glyphs, sign + 1, line.end());
    List<Word> said = Word.of(glyphs, value.start(), value.end());
    boolean word =
        said.size() == 1 && (words.isAffirmed(said.get(0)) || words.isDenied(said.get(0)));
    boolean mark = !isBare && said.isEmpty() && value.end() - value.start() == 1;
    // "Fault memory airbag (1)" tells how many.
    word &= !isBare || Character.isLetter(glyphs[value.start()]);
    boolean state = head.state() != null || words.momentOf(head.words()).isPresent();
    return state && (word || mark)
        ? Optional.of(new Cell(head, value.start(), value.end()))
        : Optional.empty();
  }

  /** "PRESENT YES": a name and a word, with nothing but space between; negative where none is. */
  private static int lastSpace(char[] glyphs, Cell line) {
    int i = Math.min(line.end(), line.start() + LONGEST_NAME) - 1;
    while (i > line.start() && glyphs[i] != ' ' && glyphs[i] != '\t') {
      i--;
    }
    return i > line.start() ? i : -1;
  }

  /** Where the name ends, by a colon or "="; negative where none does. */
  private static int sign(char[] glyphs, Cell line) {
    for (int i = line.start(); i < line.end() && i - line.start() <= LONGEST_NAME; i++) {
      if (glyphs[i] == ':' || glyphs[i] == '=') {
        return i;
      }
    }
    return -1;
  }
}
