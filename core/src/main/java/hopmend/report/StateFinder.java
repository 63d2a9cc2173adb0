package hopmend.report;

import hopmend.fault.CodeState;
import hopmend.fault.StatusByte;
import hopmend.report.LineAtHand.Part;
import hopmend.report.LineFinds.Code;
import hopmend.report.LineFinds.Reach;
import hopmend.report.LineFinds.State;
import hopmend.report.ReportWords.Label;
import hopmend.report.ReportWords.Said;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;

/** States of codes by word, cross or status byte, and never as part of a description. */
final class StateFinder {
  /** So many words before and behind are looked at, however long a line is. */
  private static final int NEAR = 12;

  /** Characters of a code with its failure type, at least. */
  private static final int LONGER_THAN_BASE = 7;

  private static final String NO = "-–—☐□○";
  private static final String HOOKS = "✓✔☑";
  private static final String CROSSES = "✗✘✕☒×";

  private final Layout layout;
  private final char[] glyphs;
  private final ReportWords words;
  private final Legend legend;

  /** Whether the report ticks by hooks: crosses say no then. */
  private final boolean hasHooks;

  StateFinder(Layout layout, ReportWords words, Legend legend) {
    this.legend = legend;
    this.layout = layout;
    this.glyphs = layout.glyphs();
    this.words = words;
    this.hasHooks = layout.original().chars().anyMatch(c -> HOOKS.indexOf(c) >= 0);
  }

  /** A cross, a hook, "yes" or a count in the column of a state. */
  void crossed(LineAtHand at, int c, CodeState state, int first, int behind) {
    Cell cell = at.cells().get(c);
    if (first == behind) {
      String marks = new String(glyphs, cell.start(), cell.end() - cell.start()).strip();
      if (isYes(marks)) {
        cross(at, State.beside(state, cell.start(), cell.end()));
      }
      return;
    }
    Word w = at.word(first);
    if (behind - first == 1 && (words.isAffirmed(w) || w.isNumber() && !w.text().matches("0+"))) {
      cross(at, State.beside(state, w.start(), w.end()));
      at.account(first, behind, Part.STATE);
    } else if (behind - first == 1 && words.isDenied(w)) {
      if (at.cells().stream().filter(x -> x.head().state() != null).count() == 1) {
        denied(at, state, w.start(), w.end());
      }
      at.account(first, behind, Part.FILL);
    }
    // Else codes stand there: they have this state, see code().
  }

  /** A fault that is there now and was there before is there. */
  private static void cross(LineAtHand at, State crossed) {
    boolean isNow = at.finds.states.stream().anyMatch(s -> s.state() == CodeState.CURRENT);
    if (crossed.state() == CodeState.CURRENT) {
      at.finds.states.removeIf(s -> s.state() == CodeState.HISTORY);
    }
    if (crossed.state() != CodeState.HISTORY || !isNow) {
      at.finds.states.add(crossed);
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
  private boolean isNo(char mark) {
    return NO.indexOf(mark) >= 0 || hasHooks && CROSSES.indexOf(mark) >= 0;
  }

  /** "Active: -, pending: ✗": a sign alone behind the name of a state, as its value. */
  private boolean isSignedNo(LineAtHand at, int behind) {
    int sign = Glyphs.behindSpaces(glyphs, at.word(behind - 1).end());
    if (sign >= glyphs.length || ":=".indexOf(glyphs[sign]) < 0) {
      return false;
    }
    int value = Glyphs.behindSpaces(glyphs, sign + 1);
    if (value >= at.line().end() || !isNo(glyphs[value])) {
      return false;
    }
    int next = Glyphs.behindSpaces(glyphs, value + 1);
    boolean ends = next >= at.line().end() || ",;|)".indexOf(glyphs[next]) >= 0;
    return ends || behind < at.size() && at.part(behind) == Part.STATE;
  }

  void statusCell(LineAtHand at, String small, Cell cell, int first, int behind) {
    OptionalInt status = HexByte.of(small);
    boolean hex =
        status.isPresent()
            && (layout.name().equals("text") || small.length() > 2 || !small.matches("[01]\\d?"));
    OptionalInt bits = HexByte.ofBits(small);
    if (hex || bits.isPresent()) {
      int value = bits.orElseGet(status::getAsInt);
      statusByte(at, value, cell.start(), cell.end());
      at.account(first, behind, Part.STATE);
    }
    at.finds.isStatusField = true;
  }

  /** "P0340-13 0x2F": behind a code that has its failure type a byte can only be the status. */
  boolean byteBehindType(LineAtHand at, int i) {
    Word w = at.word(i);
    if (i == 0 || at.part(i - 1) != Part.CODE || !HexByte.isMarked(w.text())) {
      return false;
    }
    Code code = at.finds.codes.isEmpty() ? null : at.finds.codes.get(at.finds.codes.size() - 1);
    if (code == null
        || code.end() - code.start() < LONGER_THAN_BASE
        || code.end() < at.word(i - 1).start()) {
      return false;
    }
    statusByte(at, HexByte.of(w.text()).getAsInt(), w.start(), w.end());
    at.account(i, i + 1, Part.STATE);
    return true;
  }

  /**
   * "P0113 2F", or that before a column of text: nothing tells what the byte is. In a column of its
   * own it may be a count, unless it is none or stands behind a failure type.
   */
  void byteAlone(LineAtHand at) {
    Code code = at.finds.codes.size() == 1 ? at.finds.codes.get(0) : null;
    int behind = code == null ? at.size() : at.behind(0, code.end());
    if (behind >= at.size()
        || at.word(behind).text().length() != 2
        || at.part(behind) != Part.OTHER
        || HexByte.of(at.word(behind).text()).isEmpty()
        || at.word(0).start() != code.start()
        || at.segment(behind) != at.segment(behind - 1) && mayCount(at.word(behind).text(), code)
        || behind + 1 < at.size() && at.segment(behind + 1) == at.segment(behind)) {
      return;
    }
    Word w = at.word(behind);
    at.finds.doubts.add(new LineFinds.Doubt(w.start(), w.end(), "which-byte", null));
  }

  private static boolean mayCount(String digits, Code code) {
    boolean count = digits.charAt(0) != '0' && digits.chars().allMatch(Character::isDigit);
    return count && code.end() - code.start() < LONGER_THAN_BASE;
  }

  void statusByte(LineAtHand at, int status, int start, int end) {
    for (CodeState s : new StatusByte(status).states()) {
      at.finds.states.add(State.beside(s, start, end));
    }
  }

  void states(LineAtHand at) {
    int i = 0;
    while (i < at.size()) {
      if (at.part(i) != Part.STATE || isTakenAlready(at, i)) {
        i++;
        continue;
      }
      Phrases.Match<Said> match = words.states().at(at.words(), i);
      int behind = match == null ? i + 1 : i + match.words();
      if (match != null) {
        state(at, i, behind, match.meaning());
      }
      i = behind;
    }
  }

  private boolean isTakenAlready(LineAtHand at, int i) {
    int start = at.word(i).start();
    for (int k = at.finds.states.size() - 1; k >= 0 && k >= at.finds.states.size() - 8; k--) {
      State s = at.finds.states.get(k);
      if (s.start() >= 0 && start >= s.start() && start < s.end()) {
        return true;
      }
    }
    return false;
  }

  private void state(LineAtHand at, int from, int behind, Said said) {
    CodeState state = said.state();
    boolean denying = said.denying();
    if (isNotSaid(at, from) || isSaidOfNone(at, from)) {
      if (state != CodeState.CURRENT) {
        return;
      }
      state = CodeState.HISTORY;
      denying = true;
    }
    if (isEmptyList(at, from, behind)
        || isUnticked(at, from)
        || legend.explains(at.word(from))
        || isVerb(at, from, behind)
        || isLeft(at, from, behind)
        || isSaidAs(at, behind)
        || isOfSomethingElse(at, from, behind)
        || isFieldOfOther(at, from, behind)
        || isLegend(at, from)) {
      at.account(from, behind, Part.FILL);
      return;
    }
    Word next = behind < at.size() ? at.word(behind) : null;
    boolean named =
        behind + 1 < at.size() && (at.isAnnounced(behind + 1) || at.word(behind + 1).isNumber());
    if (isSignedNo(at, behind)) {
      at.finds.isStatusField = true;
      denied(at, state, at.word(from).start(), at.word(behind - 1).end());
      return;
    }
    if (next != null && at.isAnnounced(behind) && words.isDenied(next) && !named) {
      at.finds.isStatusField = true;
      denied(at, state, at.word(from).start(), next.end());
      return;
    }
    boolean affirmed = next != null && at.isAnnounced(behind) && words.isAffirmed(next);
    at.finds.isStatusField |= affirmed;
    Head head = at.cellOf(from).head();
    Optional<Reach> place = placeBefore(at, from);
    boolean plain = affirmed || place.isPresent() || head.is(Label.STATUS);
    if (head.is(Label.TEXT) || !plain && !isTold(at, from, behind)) {
      at.account(from, behind, Part.OTHER);
      if (!head.is(Label.TEXT) && endsRow(at, behind)) {
        at.finds.atEnd = State.beside(state, at.word(from).start(), at.word(behind - 1).end());
      }
      return;
    }
    at.finds.speaksOfPassing |= words.isPassing(at.word(from));
    at.finds.states.add(
        new State(
            state,
            denying,
            affirmed ? Reach.BESIDE : place.orElseGet(() -> reach(at, from, behind)),
            at.word(from).start(),
            at.word(behind - 1).end()));
  }

  /** "The ABS has logged C0035 (pending)": how that is held is said behind the code. */
  private boolean isVerb(LineAtHand at, int from, int behind) {
    return words.isHolding(at.word(from))
        && (isToldBehindCode(at, from, behind) || isToldBefore(at, from));
  }

  private boolean isNotSaid(LineAtHand at, int from) {
    return from > 0
        && words.isNot(at.word(from - 1))
        && at.segment(from - 1) == at.segment(from)
        && at.part(from - 1) == Part.FILL
        && !(from > 1 && at.isAnnounced(from - 1) && at.part(from - 2) == Part.STATE);
  }

  /** "Neither P0335 nor P0340 is active", "none of P0335, P0340 is active". */
  private boolean isSaidOfNone(LineAtHand at, int from) {
    int codes = 0;
    for (int i = from - 1; i >= 0 && from - i <= NEAR && !at.endsSentence(i); i--) {
      Word w = at.word(i);
      boolean none = words.isNothing(w);
      codes += at.part(i) == Part.CODE ? 1 : 0;
      if (none && codes > 0) {
        boolean ofCodes = at.part(i + 1) == Part.CODE || words.isOf(at.word(i + 1));
        return ofCodes && at.segment(i) == at.segment(i + 1);
      }
      if (at.part(i) != Part.CODE && at.part(i) != Part.FILL && !words.isOf(w) && !none) {
        return false;
      }
    }
    return false;
  }

  /**
   * "The fan stays active. P0480 stored": a sentence without a code that names what it tells of.
   */
  private boolean isOfSomethingElse(LineAtHand at, int from, int behind) {
    int unknown = 0;
    int first = from - 1;
    while (first >= 0 && from - first <= NEAR && at.segment(first) == at.segment(from)) {
      if (at.part(first) != Part.FILL && at.part(first) != Part.OTHER) {
        return false;
      }
      unknown += at.part(first) == Part.OTHER && !at.word(first).isNumber() ? 1 : 0;
      first--;
    }
    boolean verb = from > 0 && at.part(from - 1) == Part.FILL;
    return verb
        && unknown > 0
        && (first < 0 || at.endsSentence(first))
        && (behind == at.size() || at.endsSentence(behind - 1))
        && words.isAmbiguous(at.word(from));
  }

  /** "Live data recorded: yes", "lamp active: no". */
  private boolean isFieldOfOther(LineAtHand at, int from, int behind) {
    boolean answered =
        behind < at.size()
            && at.isAnnounced(behind)
            && (words.isAffirmed(at.word(behind)) || words.isDenied(at.word(behind)));
    boolean ofOther = false;
    for (int i = from - 1;
        answered && i >= 0 && from - i <= NEAR && at.segment(i) == at.segment(from);
        i--) {
      boolean ofCode =
          words.isLabel(at.words(), i, Label.CODE) || words.isLabel(at.words(), i, Label.STATUS);
      ofOther |= at.part(i) == Part.OTHER || at.part(i) == Part.LABEL && !ofCode;
    }
    return ofOther && !at.finds.hasCodes();
  }

  /** "Went from pending to confirmed": how it was held before. */
  private boolean isLeft(LineAtHand at, int from, int behind) {
    return from > 0
        && words.isFrom(at.word(from - 1))
        && behind + 1 < at.size()
        && at.part(behind + 1) == Part.STATE
        && at.part(behind) != Part.CODE
        && !words.isAnd(at.word(behind))
        && at.segment(behind + 1) == at.segment(from - 1);
  }

  /** "Logged as pending": the second tells how. */
  private boolean isSaidAs(LineAtHand at, int behind) {
    return behind + 1 < at.size()
        && words.isAs(at.word(behind))
        && at.part(behind + 1) == Part.STATE
        && at.segment(behind + 1) == at.segment(behind - 1);
  }

  /** "C0035 (pending) was logged in the ABS". */
  private boolean isToldBefore(LineAtHand at, int from) {
    int before = from - 1;
    while (before > 0
        && from - before < 4
        && at.part(before) == Part.FILL
        && !words.isAnd(at.word(before))) {
      before--;
    }
    return before > 0
        && before < from - 1
        && (at.segment(before) == at.segment(from) || glyphs[at.word(before).end()] == ')')
        && at.segment(before + 1) == at.segment(from)
        && at.part(before) == Part.STATE
        && (at.part(before - 1) == Part.CODE || at.part(before - 1) == Part.FILL);
  }

  private boolean isToldBehindCode(LineAtHand at, int from, int behind) {
    if (behind >= at.size()
        || at.part(behind) != Part.CODE
        || at.segment(behind) != at.segment(from)) {
      return false;
    }
    int told = behind;
    while (told < at.size() && (at.part(told) == Part.CODE || isAndCode(at, told))) {
      told++;
    }
    int code = told;
    while (told < at.size() && told - code < 3 && at.part(told) == Part.FILL) {
      told++;
    }
    return told < at.size()
        && at.part(told) == Part.STATE
        && (isSaidOfUnit(at, from) || told > code && isSaidOfSomebody(at, from, told));
  }

  private boolean isAndCode(LineAtHand at, int and) {
    return words.isAnd(at.word(and)) && and + 1 < at.size() && at.part(and + 1) == Part.CODE;
  }

  private static boolean isSaidOfUnit(LineAtHand at, int from) {
    int unit = from - 1;
    while (unit > 0 && from - unit < 4 && at.part(unit) == Part.FILL) {
      unit--;
    }
    return unit >= 0 && at.part(unit) == Part.UNIT && at.segment(unit) == at.segment(from);
  }

  /** "It logged C0035 as stored". */
  private boolean isSaidOfSomebody(LineAtHand at, int from, int told) {
    return from > 0
        && at.part(from - 1) == Part.FILL
        && !words.isAnd(at.word(from - 1))
        && !words.isArticle(at.word(from - 1))
        && at.segment(from - 1) == at.segment(told);
  }

  /** "S = stored": it tells of a letter, and of no code. */
  private static boolean isLegend(LineAtHand at, int from) {
    return !at.finds.hasCodes()
        && from > 0
        && at.isAnnounced(from)
        && at.word(from - 1).text().length() == 1;
  }

  /** "[ ] pending": a box without its cross. */
  private boolean isUnticked(LineAtHand at, int from) {
    int end = at.word(from).start();
    int place = end - 1;
    while (place >= at.line().start() && end - place <= 4 && glyphs[place] == ' ') {
      place--;
    }
    if (place < at.line().start() + 1 || glyphs[place] != ']') {
      return false;
    }
    place--;
    while (place > at.line().start() && glyphs[place] == ' ') {
      place--;
    }
    return glyphs[place] == '[';
  }

  /**
   * "Pending codes: none", "pending in engine: none", "nothing pending": it tells of no code before
   * it.
   */
  private boolean isEmptyList(LineAtHand at, int from, int behind) {
    int who = saidOf(at, from);
    if (who >= 0 && words.isNothing(at.word(who)) || isNoneBehind(at, behind)) {
      return true;
    }
    int listed = behind;
    while (listed < at.size() && listed - behind < 4 && !at.isAnnounced(listed)) {
      boolean unit = at.part(listed) == Part.UNIT || words.isFrom(at.word(listed));
      boolean told = unit || words.isLabel(at.words(), listed, Label.CODE);
      if (!told || at.segment(listed) != at.segment(from)) {
        return false;
      }
      listed++;
    }
    return listed > behind
        && listed < at.size()
        && at.isAnnounced(listed)
        && (words.isDenied(at.word(listed))
            || words.none().begins(at.words(), listed)
            || at.word(listed).text().equals("0"));
  }

  /** "Current P0351; history none". */
  private boolean isNoneBehind(LineAtHand at, int behind) {
    return behind < at.size()
        && words.isNothing(at.word(behind))
        && at.segment(behind) == at.segment(behind - 1)
        && (behind + 1 == at.size() || at.segment(behind + 1) != at.segment(behind));
  }

  /** "All stored", "none of them is active": the word before, but for those that say nothing. */
  private int saidOf(LineAtHand at, int state) {
    int who = state - 1;
    while (who >= 0
        && state - who < 5
        && at.segment(who) == at.segment(state)
        && (at.part(who) == Part.FILL || words.isOf(at.word(who)))
        && !words.isEvery(at.word(who))
        && !words.isNothing(at.word(who))) {
      who--;
    }
    return who >= 0 && at.segment(who) == at.segment(state) ? who : -1;
  }

  /** "Active: no": a code that is held, and is not current. */
  private static void denied(LineAtHand at, CodeState state, int start, int end) {
    if (state == CodeState.CURRENT) {
      at.finds.states.add(new State(CodeState.HISTORY, true, Reach.BESIDE, start, end));
    }
  }

  /** "The first one is current": which of the codes before. */
  private Optional<Reach> placeBefore(LineAtHand at, int from) {
    for (int i = from - 1; i > 0 && from - i < 5 && at.segment(i) == at.segment(from); i--) {
      Word w = at.word(i);
      Optional<Reach> place = words.place(w);
      if (place.isPresent()) {
        boolean ofSeveral =
            at.finds.codes.stream().filter(c -> c.end() <= w.start()).limit(2).count() == 2;
        return place.filter(p -> ofSeveral);
      }
      if (at.part(i) != Part.FILL) {
        return Optional.empty();
      }
    }
    return Optional.empty();
  }

  private Reach reach(LineAtHand at, int from, int behind) {
    int who = saidOf(at, from);
    if (who >= 0 && words.isEvery(at.word(who))) {
      return Reach.ALL;
    }
    if (namesList(at, from, behind)
        || isInNameOfList(at, from, behind)
        || opensNext(at, from, behind)
        || isSingledOut(at, from, behind)) {
      return Reach.AHEAD;
    }
    if (isSaidOfTheNext(at, from, behind)) {
      return Reach.NEXT;
    }
    int next = behind;
    while (isNear(at, next, from) && at.part(next) != Part.OTHER) {
      next++;
    }
    boolean named =
        next < at.size()
            && at.isAnnounced(next)
            && at.part(next) == Part.CODE
            && at.cellIndex(next) == at.cellIndex(from)
            && !at.cellOf(from).head().is(Label.STATUS);
    return named ? Reach.AHEAD : Reach.BESIDE;
  }

  /** "A stored P0011". */
  private boolean describesNext(LineAtHand at, int from, int behind) {
    return from > 0
        && words.isArticle(at.word(from - 1))
        && behind < at.size()
        && at.part(behind) == Part.CODE
        && at.segment(behind) == at.segment(from - 1);
  }

  /** "One active fault, P0299, and one stored, P0045": each names the code behind its sign. */
  private boolean isSingledOut(LineAtHand at, int from, int behind) {
    int one = from - 1;
    while (one > 0 && words.isLabel(at.words(), one, Label.CODE)) {
      one--;
    }
    int code = behind;
    while (code < at.size()
        && at.segment(code) == at.segment(from)
        && words.isLabel(at.words(), code, Label.CODE)) {
      code++;
    }
    return one >= 0
        && at.segment(one) == at.segment(from)
        && (words.isCount(at.word(one)) || words.isArticle(at.word(one)))
        && code < at.size()
        && at.part(code) == Part.CODE
        && at.segment(code) != at.segment(from)
        && glyphs[at.word(code - 1).end()] == ',';
  }

  /** "P0335 active, in memory P0340": the code before has its own, and a sign parts the two. */
  private static boolean opensNext(LineAtHand at, int from, int behind) {
    if (from == 0 || at.segment(from - 1) == at.segment(from) || at.part(from - 1) != Part.STATE) {
      return false;
    }
    int code = behind;
    while (code < at.size() && at.segment(code) == at.segment(from) && at.part(code) == Part.FILL) {
      code++;
    }
    int end = code;
    while (end < at.size() && at.segment(end) == at.segment(from) && at.part(end) != Part.STATE) {
      end++;
    }
    boolean more = end < at.size() && at.segment(end) == at.segment(from);
    return code < end && at.part(code) == Part.CODE && !more && codeHasState(at, from - 1);
  }

  /** Whether a state stands right behind a code, in one breath with it. */
  private static boolean codeHasState(LineAtHand at, int state) {
    int i = state;
    while (i > 0
        && at.segment(i - 1) == at.segment(state)
        && (at.part(i - 1) == Part.STATE || at.part(i - 1) == Part.FILL)) {
      i--;
    }
    return i > 0 && at.segment(i - 1) == at.segment(state) && at.part(i - 1) == Part.CODE;
  }

  /**
   * "In memory of the airbag B1001 (active) and B1010 (passive)": where each code has its own in
   * brackets, what is said before them tells no state.
   */
  void bracketed(LineAtHand at) {
    if (at.finds.codes.size() < 2) {
      return;
    }
    List<State> own = new ArrayList<>();
    for (Code c : at.finds.codes) {
      int open = Glyphs.behindSpaces(glyphs, c.end());
      if (open >= at.line().end() || glyphs[open] != '(') {
        return;
      }
      int close = open;
      while (close < at.line().end() && glyphs[close] != ')') {
        close++;
      }
      int end = close;
      List<State> within =
          at.finds.states.stream().filter(s -> s.start() > open && s.end() <= end).toList();
      if (within.isEmpty()) {
        return;
      }
      own.addAll(within);
    }
    int last = at.finds.codes.get(at.finds.codes.size() - 1).start();
    at.finds.states.removeIf(s -> !own.contains(s) && s.start() >= 0 && s.start() < last);
  }

  /**
   * A verb with its unit before it and a code behind, "the ABS stores C0035", or "a stored P0011".
   */
  private boolean isSaidOfTheNext(LineAtHand at, int from, int behind) {
    if (describesNext(at, from, behind)) {
      return true;
    }
    int code = behind;
    while (isNear(at, code, from) && at.part(code) != Part.OTHER) {
      code++;
    }
    return words.isStoring(at.word(from))
        && from > 0
        && at.part(from - 1) == Part.UNIT
        && at.segment(from - 1) == at.segment(from)
        && code < at.size()
        && at.part(code) == Part.CODE;
  }

  /** Whether a word for a state is one here, and not part of a description. */
  private boolean isTold(LineAtHand at, int from, int behind) {
    int first = from;
    int before = 0;
    while (isNear(at, first - 1, from)) {
      first--;
      before += isOfDescription(at, first) ? 1 : 0;
    }
    int after = 0;
    for (int i = behind;
        isNear(at, i, from) && !words.isFrom(at.word(i)) && !beginsAnew(at, i);
        i++) {
      after += isOfDescription(at, i) && !words.isHolding(at.word(i)) ? 1 : 0;
    }
    if (before + after == 0
        || isBesideCodes(at, from, behind)
        || namesList(at, from, behind)
        || describesNext(at, from, behind)
        || isSingledOut(at, from, behind)
        || isInNameOfList(at, from, behind)
        || headsList(at, from, behind, before)) {
      return true;
    }
    boolean afterLabel =
        first > 0
            && at.isAnnounced(first)
            && at.part(first - 1) == Part.LABEL
            && at.finds.isStatusField;
    boolean afterFill =
        from > 0
            && at.part(from - 1) == Part.FILL
            && at.segment(from - 1) == at.segment(from)
            && (before == 0
                || !words.isArticle(at.word(from - 1))
                || at.finds.codesBefore(at.word(from).start()) == 0);
    boolean said = before == 0 && first < from && first > 0 && at.part(first - 1) == Part.CODE;
    boolean plain = behind - from > 1 || !words.isAmbiguous(at.word(from));
    return said
        || isBetweenCodeAndMore(at, from, behind)
        || isBesideUnit(at, from, behind)
        || afterLabel && before == 0
        || afterFill && after == 0
        || plain && at.finds.hasCodes()
        || endsRow(at, behind) && isSetApart(at, from);
  }

  /** "P0299 present and the ABS C0035", "P0299, active since noon": right behind its code. */
  private boolean isBetweenCodeAndMore(LineAtHand at, int from, int behind) {
    boolean begins = from > 0 && at.segment(from - 1) != at.segment(from);
    boolean named = from > 0 && at.part(from - 1) == Part.LABEL && at.isAnnounced(from - 1);
    return from > 0
        && (at.part(from - 1) == Part.CODE || begins || named)
        && behind < at.size()
        && (words.isSince(at.word(behind))
            || beginsAnew(at, behind) && at.segment(from - 1) == at.segment(from));
  }

  /** "... and the ABS": what follows is no more description. */
  private boolean beginsAnew(LineAtHand at, int and) {
    return words.isAnd(at.word(and)) && and + 1 < at.size() && at.part(and + 1) != Part.OTHER;
  }

  /** "P0335 Camshaft sensor circuit Current": the last word of a row that a code begins. */
  private static boolean endsRow(LineAtHand at, int behind) {
    if (behind < at.size() || at.word(behind - 1).end() < at.line().end()) {
      return false;
    }
    int code = 0;
    while (code < at.size() && at.part(code) != Part.CODE && at.part(code) != Part.OTHER) {
      code++;
    }
    return code < at.size() && at.part(code) == Part.CODE && at.finds.codes.size() == 1;
  }

  /** It alone begins with a capital, is written in capitals, or has none behind words with them. */
  private boolean isSetApart(LineAtHand at, int from) {
    int told = capitals(at, from);
    int before = capitals(at, from - 1);
    return told > before || told == 0 && before > 0 && capitals(at, from - 2) > 0;
  }

  /** 0 if a word begins with a small letter, 1 if with a capital, 2 if it has no others. */
  private int capitals(LineAtHand at, int word) {
    Word w = at.word(word);
    if (!Character.isUpperCase(glyphs[w.start()])) {
      return 0;
    }
    for (int k = w.start(); k < w.end(); k++) {
      if (Character.isLowerCase(glyphs[k])) {
        return 1;
      }
    }
    return w.end() - w.start() > 1 ? 2 : 1;
  }

  /** "P0106 current ecm", "P0101 ecm stored" or "P0335 is in the engine active", and no more. */
  private static boolean isBesideUnit(LineAtHand at, int from, int behind) {
    int unit = last(at, from, Part.UNIT, -1);
    int first = last(at, unit, Part.FILL, -1);
    int unitBehind = last(at, behind - 1, Part.UNIT, 1) + 1;
    int end = last(at, unitBehind - 1, Part.FILL, 1) + 1;
    boolean isEnd = end == at.size() || at.segment(end) != at.segment(from);
    return first > 0
        && at.part(first - 1) == Part.CODE
        && (unit < from) != (unitBehind > behind)
        && (isEnd || at.part(end) == Part.CODE);
  }

  /** The last of the words beside one, in one direction, that are such a part. */
  private static int last(LineAtHand at, int word, Part part, int way) {
    int i = word;
    while (i + way >= 0
        && i + way < at.size()
        && at.part(i + way) == part
        && at.segment(i + way) == at.segment(word)) {
      i += way;
    }
    return i;
  }

  /** Whether a word stands with another between two codes, two signs or two cells. */
  private static boolean isNear(LineAtHand at, int i, int word) {
    return i >= 0
        && i < at.size()
        && Math.abs(i - word) <= NEAR
        && at.segment(i) == at.segment(word)
        && at.part(i) != Part.CODE;
  }

  /** A number describes nothing: "active since 12.11.". */
  private static boolean isOfDescription(LineAtHand at, int i) {
    return !at.word(i).isNumber() && (at.part(i) == Part.OTHER || at.part(i) == Part.UNIT);
  }

  /**
   * "Stored emission DTCs: P0442": it begins what is said, and codes are spoken of; "and one hard
   * code in the gearbox, P0722".
   */
  private boolean namesList(LineAtHand at, int from, int behind) {
    if (isCounted(at, from, behind)) {
      return true;
    }
    boolean begins = from == 0 || at.segment(from - 1) != at.segment(from);
    boolean codes = false;
    int i = behind;
    while (begins && i < at.size() && at.segment(i) == at.segment(from) && i - behind < 4) {
      codes |= words.isLabel(at.words(), i, Label.CODE);
      codes |= at.part(i) == Part.UNIT && words.isFrom(at.word(behind));
      i++;
    }
    // "Stored codes - Engine: P0442"
    while (codes && i < at.size() && at.part(i) == Part.UNIT && !at.isAnnounced(i)) {
      i++;
    }
    return codes && i < at.size() && at.isAnnounced(i) && at.part(i) == Part.CODE;
  }

  /** "Codes in ECM memory: P0128": before the colon stands nothing else. */
  private boolean isInNameOfList(LineAtHand at, int from, int behind) {
    int first = from;
    boolean codes = false;
    while (isNear(at, first - 1, from) && at.part(first - 1) != Part.OTHER) {
      first--;
      codes |= words.isLabel(at.words(), first, Label.CODE);
    }
    return codes
        && (first == 0 || at.segment(first - 1) != at.segment(from))
        && behind < at.size()
        && at.part(behind) == Part.CODE
        && glyphs[at.word(behind - 1).end()] == ':';
  }

  /**
   * "J1939 active: SPN 3251 FMI 0".
   *
   * @param unknown words before it that nobody here knows
   */
  private boolean headsList(LineAtHand at, int from, int behind, int unknown) {
    boolean first = at.finds.codesBefore(at.word(from).start()) == 0;
    return unknown <= (first ? 1 : 0)
        && behind < at.size()
        && at.part(behind) == Part.CODE
        && glyphs[at.word(behind - 1).end()] == ':';
  }

  private boolean isCounted(LineAtHand at, int from, int behind) {
    // "Soft fault" is one name, with its "fault" in it.
    int named = behind - from > 1 && words.isLabel(at.words(), behind - 1, Label.CODE) ? 1 : 0;
    if (from == 0
        || !words.isCount(at.word(from - 1))
        || behind - named == at.size()
        || !words.isLabel(at.words(), behind - named, Label.CODE)) {
      return false;
    }
    int code = behind;
    while (code < at.size() && code - behind < NEAR && saysNothingMore(at, code)) {
      code++;
    }
    return code < at.size() && at.part(code) == Part.CODE;
  }

  private static boolean saysNothingMore(LineAtHand at, int i) {
    return at.part(i) == Part.FILL || at.part(i) == Part.LABEL || at.part(i) == Part.UNIT;
  }

  /** "Active faults" names a list, whatever else its heading says. */
  private boolean isBesideCodes(LineAtHand at, int from, int behind) {
    boolean next =
        behind < at.size()
            && at.segment(behind) == at.segment(from)
            && words.isLabel(at.words(), behind, Label.CODE);
    return next && !at.finds.hasCodes();
  }
}
