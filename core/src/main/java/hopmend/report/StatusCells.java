package hopmend.report;

import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import hopmend.fault.StatusByte;
import hopmend.message.Message;
import hopmend.report.LineAtHand.Part;
import hopmend.report.LineFinds.Code;
import hopmend.report.LineFinds.Reach;
import hopmend.report.LineFinds.State;
import hopmend.report.ReportWords.Label;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.regex.Pattern;

/** States that are told without a word for them: by a cross, a sign, a letter or a status byte. */
final class StatusCells {
  private static final Set<String> SHORT_NAMES = Set.of("st", "sts", "stat");

  /** Characters of a code with its failure type, at least. */
  private static final int LONGER_THAN_BASE = 7;

  private static final Pattern BYTE_BEHIND_TYPE =
      Pattern.compile(
          "(?i)[pcbu][0-9a-f]{4}[-:/ ][0-9a-f]{2}[^0-9a-z\\n]{1,24}([0-9a-f]{2})(?![0-9a-z])");

  /** "P0171-00 B1": a bank, and no byte. */
  private static final Pattern BANK = Pattern.compile("b[12]");

  private static final Pattern NO_TYPE = Pattern.compile("(?i)[pcbu][0-9a-f]{4} 00(?![0-9a-z])");

  private static final Pattern BYTE_AT_END =
      Pattern.compile("(?im)[|;,\\t ] ?([0-9a-f]{2})[ |]{0,4}$");

  private static final String NO = "-–—☐□○";
  private static final String HOOKS = "✓✔☑";
  private static final String CROSSES = "✗✘✕☒×";
  private final Layout layout;
  private final char[] glyphs;
  private final ReportWords words;
  private final Legend legend;

  /** Whether the report ticks by hooks: crosses say no then. */
  private final boolean hasHooks;

  /** Whether a byte stands behind a failure type that cannot be a count; looked up once. */
  private Boolean bytesFollowTypes;

  /** Whether rows end in a byte that cannot be a count; looked up once. */
  private Boolean bytesEndRows;

  /** Whether "00" stands behind a code, where others have their failure type; looked up once. */
  private Boolean typesFollowCodes;

  StatusCells(Layout layout, ReportWords words, Legend legend) {
    this.layout = layout;
    this.glyphs = layout.glyphs();
    this.words = words;
    this.legend = legend;
    this.hasHooks = layout.original().chars().anyMatch(c -> HOOKS.indexOf(c) >= 0);
  }

  /** A cross, a hook, "yes" or a count in the column of a state. */
  void crossed(LineAtHand at, int c, CodeState state, int first, int behind) {
    Cell cell = at.cells().get(c);
    if (first == behind) {
      String marks = new String(glyphs, cell.start(), cell.end() - cell.start()).strip();
      if (isYes(marks)) {
        at.finds.states.add(State.beside(state, cell.start(), cell.end()));
      }
      return;
    }
    Word w = at.word(first);
    if (behind - first == 1 && (words.isAffirmed(w) || w.isNumber() && !w.text().matches("0+"))) {
      at.finds.states.add(State.beside(state, w.start(), w.end()));
      at.account(first, behind, Part.STATE);
    } else if (behind - first == 1 && words.isDenied(w)) {
      if (at.cells().stream().filter(x -> x.head().state() != null).count() == 1) {
        denied(at, state, w.start(), w.end());
      }
      at.account(first, behind, Part.FILL);
    }
    // Else codes stand there: they have this state, see code().
  }

  /** Crossed both as "now" and as "before": a fault that is there. */
  void nowBeatsBefore(LineAtHand at) {
    if (at.finds.states.stream().anyMatch(s -> s.state() == CodeState.CURRENT)) {
      at.finds.states.removeIf(s -> s.state() == CodeState.HISTORY);
    }
  }

  /** A sign, a cross, a letter of the legend or a state in the column of something else. */
  boolean isMarked(LineAtHand at, int c, int first, int behind) {
    if (first < behind) {
      Word w = at.word(first);
      return words.states().whole(at.words().subList(first, behind)).isPresent()
          || behind - first == 1 && (words.isAffirmed(w) || legend.stateOf(w).isPresent());
    }
    Cell cell = at.cells().get(c);
    String marks = new String(glyphs, cell.start(), cell.end() - cell.start()).strip();
    return isYes(marks);
  }

  private boolean isYes(String marks) {
    return !marks.isEmpty() && !marks.matches("[-./:\\s]*") && !isNo(marks.charAt(0));
  }

  /** An empty box, a dash; a cross where others have a hook. */
  boolean isNo(char mark) {
    return NO.indexOf(mark) >= 0 || hasHooks && CROSSES.indexOf(mark) >= 0;
  }

  void statusCell(LineAtHand at, String small, Cell cell, int first, int behind) {
    OptionalInt status = HexByte.of(small);
    boolean hex =
        status.isPresent()
            && (layout.name().equals("text")
                || small.length() > 2
                || !small.matches("[01]\\d?")
                || cell.head().words().matches(".*\\b(byte|hex|mask)\\b.*"));
    OptionalInt bits = HexByte.ofBits(small);
    if (hex || bits.isPresent()) {
      int value = bits.orElseGet(status::getAsInt);
      statusByte(at, value, cell.start(), cell.end());
      at.account(first, behind, Part.STATE);
    }
    at.finds.isStatusField = true;
  }

  /**
   * "P0340-13 0x2F", "P0340:13-2F": behind a code that has its failure type a byte can only be the
   * status.
   */
  boolean byteBehindType(LineAtHand at, int i) {
    Word w = at.word(i);
    if (i == 0 || at.part(i - 1) != Part.CODE || at.finds.codes.isEmpty()) {
      return false;
    }
    Code code = at.finds.codes.get(at.finds.codes.size() - 1);
    if (!isTyped(code)
        || code.end() < at.word(i - 1).start()
        || !HexByte.isMarked(w.text()) && !isGluedOn(code, w)) {
      return false;
    }
    statusByte(at, HexByte.of(w.text()).getAsInt(), w.start(), w.end());
    at.account(i, i + 1, Part.STATE);
    return true;
  }

  /** "P0340:13-28"; behind any other sign than that colon two figures may be a count. */
  private boolean isGluedOn(Code code, Word w) {
    boolean colon = glyphs[code.start() + LONGER_THAN_BASE - 2] == ':';
    return w.start() == code.end() + 1
        && "-/".indexOf(glyphs[code.end()]) >= 0
        && w.text().length() == 2
        && HexByte.of(w.text()).isPresent()
        && (colon || isNoCount(w.text()));
  }

  /** "0x0340 12 Status 2F": behind such a code; the word behind it. */
  int byteBehindCode(LineAtHand at, int name) {
    boolean told =
        name + 1 < at.size()
            && at.part(name - 1) == Part.CODE
            && words.isLabel(at.words(), name, Label.STATUS);
    OptionalInt value = told ? HexByte.of(at.word(name + 1).text()) : OptionalInt.empty();
    if (value.isEmpty()) {
      return name;
    }
    statusByte(at, value.getAsInt(), at.word(name).start(), at.word(name + 1).end());
    at.account(name, name + 2, Part.STATE);
    at.finds.isStatusField = true;
    return name + 2;
  }

  /** "ST=2F": a name so short is one only before a byte. */
  boolean byteBehindSign(LineAtHand at, int i) {
    boolean sign = i > 0 && SHORT_NAMES.contains(at.word(i - 1).text()) && at.isAnnounced(i);
    OptionalInt told = sign ? HexByte.of(at.word(i).text()) : OptionalInt.empty();
    told.ifPresent(
        b -> {
          statusByte(at, b, at.word(i).start(), at.word(i).end());
          at.account(i - 1, i + 1, Part.STATE);
          at.finds.isStatusField = true;
        });
    return told.isPresent();
  }

  /**
   * "P0113 2F", or that before a column of text: nothing tells what the byte is. In a column of its
   * own it may be a count, unless it is none or stands behind a failure type.
   */
  void bytesAlone(LineAtHand at) {
    for (int k = 0; k < at.finds.codes.size(); k++) {
      Code code = at.finds.codes.get(k);
      int behind = LineFinds.countBefore(at.words(), Word::start, code.end());
      if (isByteAlone(at, code, behind)) {
        byteAlone(at, k, behind);
      }
    }
    int last = at.size() - 1;
    if (at.finds.codes.size() == 1 && last > 0 && endsRow(at, last)) {
      byteAlone(at, 0, last);
    }
  }

  /** "C0035 | wheel speed | 28", where other rows end in a byte that is no number. */
  private boolean endsRow(LineAtHand at, int last) {
    Word w = at.word(last);
    return at.finds.codes.get(0).end() < at.word(last - 1).start()
        && at.part(last) == Part.OTHER
        && w.text().length() == 2
        && at.isAlone(last)
        && HexByte.of(w.text()).isPresent()
        && !BANK.matcher(w.text()).matches()
        && bytesEndRows();
  }

  private boolean isByteAlone(LineAtHand at, Code code, int behind) {
    if (behind == 0
        || behind >= at.size()
        || at.word(behind).text().length() != 2
        || at.part(behind) != Part.OTHER
        || HexByte.of(at.word(behind).text()).isEmpty()
        || BANK.matcher(at.word(behind).text()).matches()) {
      return false;
    }
    boolean only = at.finds.codes.size() == 1 && at.word(0).start() == code.start();
    boolean ends =
        behind + 1 == at.size()
            || at.segment(behind + 1) != at.segment(behind)
            || at.part(behind + 1) == Part.CODE;
    boolean apart = at.segment(behind) != at.segment(behind - 1);
    return ends
        && (only || isTyped(code) || typesFollowCodes())
        && !(apart && mayCount(at.word(behind).text(), code));
  }

  private void byteAlone(LineAtHand at, int k, int behind) {
    Word w = at.word(behind);
    int read = HexByte.of(w.text()).getAsInt();
    if (isTyped(at.finds.codes.get(k)) && (isNoCount(w.text()) || bytesFollowTypes())) {
      statusByte(at, read, w.start(), w.end());
      at.account(behind, behind + 1, Part.STATE);
      return;
    }
    if (!isTyped(at.finds.codes.get(k)) && typesFollowCodes()) {
      at.finds.codes.set(k, at.finds.codes.get(k).with(read));
      at.account(behind, behind + 1, Part.VALUE);
      return;
    }
    List<UnaryOperator<ReadCode>> tells = new ArrayList<>();
    tells.add(c -> c.withStates(new StatusByte(read).states()));
    tells.add(c -> c.withType(read));
    if (w.text().chars().allMatch(Character::isDigit)) {
      tells.add(c -> c.withOccurrences(Integer.parseInt(w.text())));
    }
    Message why = Message.of("doubt.which-byte");
    at.finds.doubtsOfCodes.add(new LineFinds.OfCode(w.start(), w.end(), why, k, tells));
  }

  /** "P0420-00 [2F]" somewhere in the report: then "P0171-00 [28]" beside it tells a status too. */
  private boolean bytesFollowTypes() {
    if (bytesFollowTypes == null) {
      bytesFollowTypes =
          BYTE_BEHIND_TYPE
              .matcher(new String(glyphs))
              .results()
              .anyMatch(m -> isNoCount(m.group(1)));
    }
    return bytesFollowTypes;
  }

  /** "C0035 | wheel speed | 2F". */
  private boolean bytesEndRows() {
    if (bytesEndRows == null) {
      bytesEndRows =
          BYTE_AT_END.matcher(new String(glyphs)).results().anyMatch(m -> isNoCount(m.group(1)));
    }
    return bytesEndRows;
  }

  /**
   * "P0341 00" somewhere in the report: no code is held 00, so that "B10A1 11" tells a type too.
   */
  private boolean typesFollowCodes() {
    if (typesFollowCodes == null) {
      typesFollowCodes = NO_TYPE.matcher(new String(glyphs)).find();
    }
    return typesFollowCodes;
  }

  private static boolean isTyped(Code code) {
    return code.end() - code.start() >= LONGER_THAN_BASE;
  }

  /** "2F". "AC" may be a word, "09" how often. */
  private static boolean isNoCount(String digits) {
    return digits.chars().anyMatch(Character::isDigit)
        && digits.chars().anyMatch(Character::isLetter);
  }

  private static boolean mayCount(String digits, Code code) {
    boolean count = digits.charAt(0) != '0' && digits.chars().allMatch(Character::isDigit);
    return count && !isTyped(code);
  }

  void statusByte(LineAtHand at, int status, int start, int end) {
    for (CodeState s : new StatusByte(status).states()) {
      at.finds.states.add(State.beside(s, start, end));
    }
  }

  /** "Now: yes", "now=no": from the name of a moment, or from its answer alone. */
  void answered(LineAtHand at, CodeState state, int from, int answer) {
    int start = at.word(from).start();
    int end = at.word(answer).end();
    if (words.isDenied(at.word(answer))) {
      denied(at, state, start, end);
    } else {
      at.finds.states.add(State.beside(state, start, end));
    }
    at.account(from, answer + 1, Part.STATE);
  }

  boolean isAnswer(Word w) {
    return words.isAffirmed(w) || words.isDenied(w);
  }

  /** "Active: no": a code that is held, and is not current. */
  static void denied(LineAtHand at, CodeState state, int start, int end) {
    if (state == CodeState.CURRENT) {
      at.finds.states.add(new State(CodeState.HISTORY, true, Reach.BESIDE, start, end));
    }
  }
}
