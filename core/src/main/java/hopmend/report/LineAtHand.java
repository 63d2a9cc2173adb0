package hopmend.report;

import hopmend.fault.CodeState;
import hopmend.fault.TroubleCode;
import hopmend.report.ReportWords.Label;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * A line while it is read: its words, what parts them, what each turned out to be, and what was
 * found so far.
 */
final class LineAtHand {
  /** What a word is a part of. */
  enum Part {
    OTHER,
    FILL,
    CODE,
    STATE,
    UNIT,
    LABEL,
    VALUE
  }

  private final Line line;
  final LineFinds finds = new LineFinds();
  private final char[] glyphs;
  private final List<Cell> cells;
  private final List<Word> all = new ArrayList<>();
  private final int[] firstWord;
  private final int[] cellOf;
  private final int[] segment;
  private final Part[] parts;
  private final boolean[] announced;
  private final boolean hasStatus;

  LineAtHand(Line line, char[] glyphs) {
    this.line = line;
    this.cells = line.cells();
    hasStatus =
        cells.stream().map(Cell::head).anyMatch(h -> h.is(Label.STATUS) || h.state() != null);
    this.glyphs = glyphs;
    firstWord = new int[cells.size() + 1];
    for (int c = 0; c < cells.size(); c++) {
      firstWord[c] = all.size();
      all.addAll(Word.of(glyphs, cells.get(c).start(), cells.get(c).end()));
    }
    firstWord[cells.size()] = all.size();
    int n = all.size();
    cellOf = new int[n];
    segment = new int[n];
    announced = new boolean[n];
    parts = new Part[n];
    Arrays.fill(parts, Part.OTHER);
    int cell = 0;
    // "dtc=P0340 state=active odo=120300": each name with its sign begins something new
    boolean named = n > 0 && glyphs[all.get(0).end()] == '=';
    for (int i = 0; i < n; i++) {
      while (i >= firstWord[cell + 1]) {
        cell++;
      }
      cellOf[i] = cell;
      if (i > 0) {
        boolean other = cellOf[i] != cellOf[i - 1];
        int kind = other ? 2 : parting(all.get(i - 1).end(), all.get(i).start());
        boolean isKey = glyphs[all.get(i).end()] == '=';
        kind = kind == 0 && isKey && named ? 1 : kind;
        named |= isKey;
        segment[i] = segment[i - 1] + (kind > 0 ? 1 : 0);
        announced[i] = kind == 2;
      }
    }
  }

  /** 0 if two words belong together, 1 if something parts them, 2 if a sign announces a value. */
  private int parting(int from, int to) {
    int spaces = 0;
    boolean parts = false;
    for (int k = from; k < to; k++) {
      char c = glyphs[k];
      boolean arrow = c == '→' || c == '>' && k > from && "-=".indexOf(glyphs[k - 1]) >= 0;
      if (c == ':' || c == '=' || arrow || c == '.' && k + 1 < to && glyphs[k + 1] == '.') {
        return 2;
      }
      spaces += c == ' ' ? 1 : 0;
      boolean dash =
          c == '-' && k > from && k + 1 < to && glyphs[k - 1] == ' ' && glyphs[k + 1] == ' ';
      boolean stop = c == '.' && k + 1 < to && glyphs[k + 1] == ' ';
      parts |= dash || stop || ",;|()[]{}<>\t*•·>!?".indexOf(c) >= 0;
    }
    return parts || spaces > 1 ? 1 : 0;
  }

  Line line() {
    return line;
  }

  List<Cell> cells() {
    return cells;
  }

  List<Word> words() {
    return all;
  }

  Word word(int i) {
    return all.get(i);
  }

  int size() {
    return all.size();
  }

  boolean isEmpty() {
    return all.isEmpty();
  }

  /** The number of the word behind a place in the cell of a word. */
  int behind(int word, int place) {
    int behind = word;
    while (behind < all.size()
        && cellOf[behind] == cellOf[word]
        && all.get(behind).start() < place) {
      behind++;
    }
    return behind;
  }

  /** The number of a cell's first word. */
  int firstWord(int cell) {
    return firstWord[cell];
  }

  Cell cellOf(int word) {
    return cells.get(cellOf[word]);
  }

  int cellIndex(int word) {
    return cellOf[word];
  }

  /** Whether a column or a field of it tells how a code is held. */
  boolean hasStatus() {
    return hasStatus;
  }

  /** Words of one number stand together: nothing parts them. */
  int segment(int word) {
    return segment[word];
  }

  /** Whether nothing stands beside a word that no sign parts from it. */
  boolean isAlone(int word) {
    return (word == 0 || segment[word - 1] != segment[word])
        && (word + 1 == all.size() || segment[word + 1] != segment[word]);
  }

  /** Whether a sign such as a colon stands before a word, or a new cell begins with it. */
  boolean isAnnounced(int word) {
    return announced[word];
  }

  /** "... P0335 in the engine. P0340 sits there": whether a full stop stands behind a word. */
  boolean endsSentence(int word) {
    int end = all.get(word).end();
    end += end < glyphs.length && glyphs[end] == ')' ? 1 : 0;
    return end + 1 < glyphs.length && glyphs[end] == '.' && glyphs[end + 1] == ' ';
  }

  /** "P0562, P0622 which is pending": whether the words behind a code are about it alone. */
  boolean hasClause(int code, ReportWords words) {
    int who = LineFinds.countBefore(all, Word::start, finds.codes.get(code).end());
    return who + 1 < all.size() && words.beginsClause(all.get(who), all.get(who + 1));
  }

  Part part(int word) {
    return parts[word];
  }

  /** Tells what words are part of. */
  void account(int from, int behind, Part as) {
    Arrays.fill(parts, from, behind, as);
  }

  /**
   * A description of a fault tells what it is about ("air bag lamp circuit open"), and neither what
   * holds it nor how; one that holds a code is read as all else is.
   */
  void describe(int from, int behind) {
    boolean holdsCode = false;
    for (int i = from; i < behind; i++) {
      holdsCode |= TextCells.CODE_WITHIN.matcher(all.get(i).text()).matches();
    }
    if (!holdsCode) {
      account(from, behind, Part.FILL);
    }
  }

  /** What begins at a word stands where a code stands; whether it is one has to be asked. */
  void ask(int word, LineFinds.Doubt why, TroubleCode code) {
    CodeState column = cellOf(word).head().state();
    finds.codes.add(new LineFinds.Code(code, List.of(), 0, why.start(), why.end(), column, why));
    account(word, Math.max(word + 1, behind(word, why.end())), Part.CODE);
  }

  /** "DTC: -": a record that has no code. */
  void holdNoCode(int start, int end) {
    TroubleCode none = new TroubleCode(0, 0);
    finds.codes.add(new LineFinds.Code(none, List.of(), 0, start, end, null, LineFinds.NO_CODE));
  }
}
