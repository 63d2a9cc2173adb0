package hopmend.report;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The cells of a line of plain text, and what stands in them. */
final class TextCells {
  static final char SPACES = ' ';

  /** One space, in tables of numbers alone. */
  static final char ONE_SPACE = '_';

  /** What parts cells, the surest sign first. */
  static final char[] PARTINGS = {'\t', '|', ';', ',', SPACES};

  private static final Pattern CODE =
      Pattern.compile("[PCBU][0-3][0-9A-F]{3}(-[0-9A-F]{2})?", Pattern.CASE_INSENSITIVE);

  private static final Pattern LIKE_CODE = Pattern.compile("[0-9A-Z]{4,8}\\b");

  static final Pattern CODE_WITHIN = Pattern.compile("\\b" + CODE + "\\b", CODE.flags());

  private final String original;
  private final char[] glyphs;
  private final ReportWords words;

  /** What names of columns say, each looked up once. */
  private final Map<String, Head> names = new HashMap<>();

  TextCells(String original, char[] glyphs, ReportWords words) {
    this.original = original;
    this.glyphs = glyphs;
    this.words = words;
  }

  /** The cells of a line; empty ones keep their turn where a sign parts them. */
  List<Cell> split(int start, int end, char sign) {
    List<Cell> cells = new ArrayList<>();
    int to = sign == '|' && end > start && glyphs[end - 1] == '|' ? end - 1 : end;
    boolean quoted = false;
    for (int k = start; k > 0 && glyphs[k - 1] != '\n'; k--) {
      quoted ^= isQuote(k - 1);
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
        cells.add(Cell.trimmed(glyphs, cell, i));
        while (sign == SPACES && i + 1 < to && glyphs[i + 1] <= ' ') {
          i++;
        }
        cell = i + 1;
      }
      i++;
    }
    cells.add(Cell.trimmed(glyphs, cell, to));
    return cells;
  }

  /** The cells of a line that may begin with a bar. */
  List<Cell> within(int start, int end, char sign) {
    boolean edge = start < end && sign == '|' && glyphs[start] == '|';
    return split(edge ? start + 1 : start, end, sign);
  }

  /** "Codes: P0335; P0340": the name of a row is a cell of its own, if a colon parts it. */
  List<Cell> nameApart(List<Cell> row) {
    Cell first = row.isEmpty() ? null : row.get(0);
    int colon = first == null ? -1 : indexOf(':', first.start(), first.end());
    if (colon < 0) {
      return row;
    }
    List<Cell> apart = new ArrayList<>(row);
    apart.set(0, Cell.trimmed(glyphs, first.start(), colon));
    apart.add(1, Cell.trimmed(glyphs, colon + 1, first.end()));
    return apart;
  }

  /** What stands in brackets at the end of a cell. */
  Optional<Cell> bracketed(Cell c) {
    int open = indexOf('(', c.start(), c.end());
    return open >= 0 && glyphs[c.end() - 1] == ')'
        ? Optional.of(Cell.trimmed(glyphs, open + 1, c.end() - 1))
        : Optional.empty();
  }

  Head headOf(Cell c) {
    return names.computeIfAbsent(written(c), n -> Head.of(n, words));
  }

  String written(Cell c) {
    return new String(glyphs, c.start(), c.end() - c.start());
  }

  boolean isUnit(Cell c) {
    List<Word> said = Word.of(written(c));
    return words.units().whole(said).isPresent() || isUnitOfKind(said, 1) || isUnitOfKind(said, 2);
  }

  /** "Gearbox computer", "engine control unit": a known name, and the words for what it is. */
  private boolean isUnitOfKind(List<Word> said, int ofKind) {
    int name = said.size() - ofKind;
    if (name < 1 || words.units().whole(said.subList(0, name)).isEmpty()) {
      return false;
    }
    List<Word> kind = said.subList(name, said.size());
    return words.labels().whole(kind).filter(l -> l == ReportWords.Label.UNIT).isPresent()
        || ofKind == 1 && words.isKind(kind);
  }

  boolean isCode(Cell c) {
    return CODE.matcher(written(c)).matches();
  }

  /** Codes, one or the other of which may be mistyped: "P0335", "P03Z0". */
  boolean areCodes(List<Cell> row) {
    return row.stream().anyMatch(this::isCode)
        && row.stream().allMatch(c -> isCode(c) || isLikeCode(c));
  }

  /** Whether it begins with a code, or with what may be a mistyped one. */
  boolean isLikeCode(Cell c) {
    Matcher first = LIKE_CODE.matcher(written(c));
    return first.lookingAt() && first.group().chars().filter(Character::isDigit).count() > 1;
  }

  boolean holdsCode(Cell c) {
    return CODE_WITHIN.matcher(written(c)).find();
  }

  static boolean isEmpty(Cell c) {
    return c.end() == c.start();
  }

  /** The cells of the line below one, or of the next where only a rule is drawn there. */
  List<Cell> below(int end, char sign) {
    Cell below = Cell.ofLine(glyphs, Cell.nextLine(glyphs, end));
    if (isRule(below)) {
      below = Cell.ofLine(glyphs, Cell.nextLine(glyphs, below.end()));
    }
    return within(below.start(), below.end(), sign);
  }

  /** "-", "--", "n/a": nothing stands there. */
  static boolean isBlank(Cell c, char[] glyphs, ReportWords words) {
    boolean dashes = true;
    for (int i = c.start(); i < c.end(); i++) {
      dashes &= "-–—./ ".indexOf(glyphs[i]) >= 0;
    }
    List<Word> said = Word.of(glyphs, c.start(), c.end());
    return dashes || !said.isEmpty() && words.isBlank(said, 0, said.size());
  }

  boolean isBlank(Cell c) {
    return isBlank(c, glyphs, words);
  }

  /** "|---|---|" */
  boolean isRule(Cell line) {
    for (int i = line.start(); i < line.end(); i++) {
      if ("|-+=: ".indexOf(glyphs[i]) < 0) {
        return false;
      }
    }
    return line.end() > line.start();
  }

  int indexOf(char sign, int from, int to) {
    for (int i = from; i < to; i++) {
      if (glyphs[i] == sign) {
        return i;
      }
    }
    return -1;
  }

  private boolean isQuote(int place) {
    return original.charAt(place) == '"';
  }
}
