package hopmend.report;

import hopmend.fault.CodeState;
import hopmend.report.LineAtHand.Part;
import hopmend.report.LineFinds.Code;
import hopmend.report.LineFinds.Reach;
import hopmend.report.LineFinds.State;
import hopmend.report.ReportWords.Label;
import hopmend.report.ReportWords.Said;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/** States that words tell, those that are denied, and words that tell of something else. */
final class StateFinder {
  private final char[] glyphs;
  private final ReportWords words;
  private final Legend legend;
  private final StatusCells cells;
  private final StateReach reach;
  private final StateSense sense;
  private final ImpliedStates implied;

  StateFinder(char[] glyphs, ReportWords words, Legend legend, StatusCells cells) {
    this.glyphs = glyphs;
    this.words = words;
    this.legend = legend;
    this.cells = cells;
    this.reach = new StateReach(glyphs, words);
    this.sense = new StateSense(glyphs, words, reach);
    this.implied = new ImpliedStates(words, reach);
  }

  /** "Active: -, pending: ✗": a sign alone behind the name of a state, as its value. */
  private boolean isSignedNo(LineAtHand at, int behind) {
    int sign = Glyphs.behindSpaces(glyphs, at.word(behind - 1).end());
    if (sign >= glyphs.length || ":=".indexOf(glyphs[sign]) < 0) {
      return false;
    }
    int value = Glyphs.behindSpaces(glyphs, sign + 1);
    if (value >= at.line().end() || !cells.isNo(glyphs[value])) {
      return false;
    }
    int next = Glyphs.behindSpaces(glyphs, value + 1);
    boolean ends = next >= at.line().end() || ",;|)".indexOf(glyphs[next]) >= 0;
    boolean nextField = behind < at.size() && "=:".indexOf(glyphs[at.word(behind).end()]) >= 0;
    return ends || nextField || behind < at.size() && at.part(behind) == Part.STATE;
  }

  /** "P0335!! P0340": a sign of the legend is of the code it stands at, and of no other. */
  private void signed(LineAtHand at) {
    List<State> signs = legend.signed(at.line());
    at.finds.signs = signs;
    boolean lead = !signs.isEmpty() && at.finds.codesBefore(signs.get(0).start()) == 0;
    for (State s : signs) {
      int code = at.finds.codesBefore(s.start()) - (lead ? 0 : 1);
      if (code < at.finds.codes.size() && at.finds.codes.get(code).column() == null) {
        at.finds.codes.set(code, at.finds.codes.get(code).in(s.state()));
      }
    }
  }

  void states(LineAtHand at) {
    if (at.finds.hasCodes()) {
      signed(at);
    }
    int i = 0;
    while (i < at.size()) {
      if (at.part(i) != Part.STATE || isTakenAlready(at, i)) {
        implied(at, i);
        i++;
        continue;
      }
      Phrases.Match<Said> match = words.states().at(at.words(), i);
      int behind = match == null ? i + 1 : i + match.words();
      for (int k = i; k < behind - 1; k++) {
        if (at.endsSentence(k) && beginsLoud(at, k + 1) || isNowOfNext(at, k + 1)) {
          match = words.states().at(at.words().subList(0, k + 1), i);
          behind = match == null ? i + 1 : i + match.words();
        }
      }
      if (match != null) {
        state(at, i, behind, match.meaning());
      }
      i = behind;
    }
    if (at.finds.codes.size() == 1 && at.finds.states.size() > 1) {
      dropDescribed(at);
    }
    at.finds.countsStates = !at.finds.hasCodes() && isCountOfSeveral(at);
    at.finds.codesOfState = at.finds.hasCodes() ? -1 : codesOfState(at);
    if (at.finds.hasCodes() && !at.finds.states.isEmpty() && hasException(at)) {
      at.finds.states.sort(Comparator.comparingInt(State::start));
      int start = Math.max(at.line().start(), at.finds.states.get(0).start());
      at.finds.doubts.add(new LineFinds.Doubt(start, at.line().end(), "of-which-code", null));
      at.finds.states.clear();
    }
  }

  /** "Was active, now stored" is no "active now". */
  private boolean isNowOfNext(LineAtHand at, int now) {
    return at.segment(now - 1) != at.segment(now) && isWhen(at, now, now + 1);
  }

  private void implied(LineAtHand at, int i) {
    Optional<State> state = at.part(i) == Part.STATE ? Optional.empty() : implied.at(at, i);
    if (state.isPresent()) {
      at.finds.states.add(state.get());
      at.account(i, i + 1, Part.STATE);
    }
  }

  /** "P0340 (aktuell). Aktiv im ABS: C0035" is no "aktuell aktiv"; "n. vorh." is one phrase. */
  private boolean beginsLoud(LineAtHand at, int word) {
    return Character.isUpperCase(glyphs[at.word(word).start()])
        && !Character.isUpperCase(glyphs[at.word(word - 1).start()]);
  }

  /** "Engine: 1 current / 2 history": so many of its codes each, and which is not told. */
  private static boolean isCountOfSeveral(LineAtHand at) {
    return at.finds.states.size() > 1
        && at.finds.states.stream().map(State::state).distinct().count() > 1
        && at.finds.states.stream().limit(StateReach.NEAR).allMatch(s -> isCounted(at, s));
  }

  /** "Active (3)", "stored: 2 codes": states, one number and no more. */
  private int codesOfState(LineAtHand at) {
    int count = -1;
    for (int i = 0; i < at.size(); i++) {
      Word w = at.word(i);
      if (w.isNumber() && count < 0 && w.text().length() < 4) {
        count = Integer.parseInt(w.text());
      } else if (at.part(i) != Part.STATE && !words.isLabel(at.words(), i, Label.CODE)) {
        return -1;
      }
    }
    return at.finds.states.isEmpty() ? -1 : count;
  }

  private static boolean isCounted(LineAtHand at, State s) {
    int word = LineFinds.countBefore(at.words(), Word::start, s.start());
    int behind = LineFinds.countBefore(at.words(), Word::start, s.end());
    return word > 0 && at.word(word - 1).isNumber()
        || behind < at.size() && at.word(behind).isNumber();
  }

  /** "P0299, pending update of software, confirmed": what stands by itself beats a description. */
  private static void dropDescribed(LineAtHand at) {
    List<State> told = at.finds.states.stream().filter(s -> s.start() >= 0).toList();
    if (told.stream().anyMatch(s -> isBySelf(at, s))) {
      at.finds.states.removeIf(s -> s.start() >= 0 && beginsDescription(at, s));
    }
  }

  /** Whether nothing but states stands between the signs around one. */
  private static boolean isBySelf(LineAtHand at, State s) {
    int word = LineFinds.countBefore(at.words(), Word::start, s.start());
    boolean all = word < at.size();
    for (int i = 0; all && i < at.size(); i++) {
      boolean near = at.segment(i) == at.segment(word);
      all &= !near || at.part(i) == Part.STATE;
    }
    return all;
  }

  /** Whether a state begins what signs part from all else, and an unknown word follows it. */
  private static boolean beginsDescription(LineAtHand at, State s) {
    int word = LineFinds.countBefore(at.words(), Word::start, s.start());
    int behind = LineFinds.countBefore(at.words(), Word::start, s.end());
    return word > 0
        && behind < at.size()
        && at.segment(word - 1) != at.segment(word)
        && at.segment(behind) == at.segment(word)
        && at.part(behind) == Part.OTHER;
  }

  /** "All stored except P0335, which is active", "all are stored, only P0335 is active". */
  private boolean hasException(LineAtHand at) {
    boolean every = false;
    for (int i = 0; i < at.size(); i++) {
      every = words.isEvery(at.word(i)) || every && !at.endsSentence(i);
      boolean excepts = words.isException(at.word(i)) || every && words.isOnly(at.word(i));
      if (excepts && isCodeMeant(at, i + 1)) {
        return true;
      }
    }
    return false;
  }

  /** "P0335", "the first". */
  private boolean isCodeMeant(LineAtHand at, int from) {
    int i = from;
    while (i < at.size()
        && i - from < 2
        && at.part(i) == Part.FILL
        && words.place(at.word(i)).isEmpty()) {
      i++;
    }
    return i < at.size() && (at.part(i) == Part.CODE || words.place(at.word(i)).isPresent());
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
    if (isNotSaid(at, from, behind) || isSaidOfNone(at, from)) {
      if (state != CodeState.CURRENT) {
        return;
      }
      state = CodeState.HISTORY;
      denying = true;
    }
    if (state == CodeState.CURRENT && isPastAmongCurrent(at, from)) {
      state = CodeState.HISTORY;
    }
    boolean isEmpty = isEmptyList(at, from, behind) || isListBefore(at, from, behind);
    at.finds.noneOfState |= isEmpty;
    if (isEmpty
        || isUnticked(at, from)
        || legend.explains(at.word(from))
        || isVerb(at, from, behind)
        || denying && isStateBehind(at, behind)
        || state == CodeState.CURRENT && isDeniedBefore(at, from)
        || isLeft(at, from, behind)
        || isWhen(at, from, behind)
        || isSaidAs(at, from, behind)
        || isOfSomethingElse(at, from, behind)
        || isFieldOfOther(at, from, behind)
        || isLegend(at, from)
        || isAsked(at, behind)
        || state == CodeState.CURRENT && isPast(at, from, behind)
        || isOfDoubt(at, from)
        || isOfWhoCame(at, from, behind)
        || state == CodeState.HISTORY && isSpanBeside(at, from, behind)
        || isOfTimeBefore(at, from)) {
      at.account(from, behind, Part.FILL);
      return;
    }
    Word next = behind < at.size() ? at.word(behind) : null;
    boolean named =
        behind + 1 < at.size() && (at.isAnnounced(behind + 1) || at.word(behind + 1).isNumber());
    if (isSignedNo(at, behind)) {
      at.finds.isStatusField = true;
      StatusCells.denied(at, state, at.word(from).start(), at.word(behind - 1).end());
      return;
    }
    boolean bare = from == 0 && behind + 1 == at.size() && at.word(behind).digits() == 0;
    boolean value = next != null && (at.isAnnounced(behind) || bare || isBehindDash(at, behind));
    if (value && words.isDenied(next) && !named) {
      at.finds.isStatusField = true;
      at.finds.noneOfState = true;
      StatusCells.denied(at, state, at.word(from).start(), next.end());
      return;
    }
    boolean affirmed = next != null && (at.isAnnounced(behind) || bare) && words.isAffirmed(next);
    at.finds.isStatusField |= affirmed;
    Head head = at.cellOf(from).head();
    Optional<Reach> place = reach.placeBefore(at, from);
    boolean listed = !at.finds.unitsOfList.isEmpty();
    boolean plain = affirmed || place.isPresent() || listed || head.is(Label.STATUS);
    boolean joined = sense.isJoined(at, at.finds.states, from);
    boolean described = head.is(Label.TEXT) && !isWholeRemark(at, from, behind);
    if (described || !plain && !joined && !sense.isTold(at, from, behind)) {
      at.account(from, behind, Part.OTHER);
      boolean ends = sense.endsRow(at, behind);
      if (!described && (ends || sense.beginsDescription(at, from, behind))) {
        (ends ? at.finds.atEnd : at.finds.atStart)
            .add(State.beside(state, at.word(from).start(), at.word(behind - 1).end()));
        at.finds.edgeIsPassing |= words.isPassing(at.word(from));
      }
      return;
    }
    at.finds.speaksOfPassing |= words.isPassing(at.word(from));
    at.finds.endsInState |= sense.endsRow(at, behind);
    if (sense.isJoined(at, at.finds.atEnd, from)) {
      at.finds.states.addAll(at.finds.atEnd);
      at.finds.atEnd.clear();
    }
    at.finds.states.add(
        new State(
            state,
            denying,
            affirmed ? Reach.BESIDE : place.orElseGet(() -> reach.reach(at, from, behind)),
            at.word(from).start(),
            at.word(behind - 1).end()));
  }

  /** In a column of remarks, with nothing beside it, and no other column tells of the state. */
  private static boolean isWholeRemark(LineAtHand at, int from, int behind) {
    int cell = at.cellIndex(from);
    return at.firstWord(cell) == from && at.firstWord(cell + 1) == behind && !at.hasStatus();
  }

  /** "Intermittent - No": alone behind a dash, at the end of what is said. */
  private boolean isBehindDash(LineAtHand at, int word) {
    return at.isAlone(word) && glyphs[at.word(word).start() - 2] == '-';
  }

  /**
   * "P0401 present; P0045 was present": what was, beside one that is. Where all is told in the
   * past, "was" tells of the moment of reading.
   */
  private boolean isPastAmongCurrent(LineAtHand at, int from) {
    return isBehindPast(at, from)
        && at.finds.states.stream()
            .limit(StateReach.NEAR)
            .filter(s -> s.state() == CodeState.CURRENT && s.start() >= 0)
            .map(s -> LineFinds.countBefore(at.words(), Word::start, s.start()))
            .anyMatch(i -> !isBehindPast(at, i));
  }

  private boolean isBehindPast(LineAtHand at, int state) {
    return state > 0
        && state < at.size()
        && words.isPast(at.word(state - 1))
        && at.segment(state - 1) == at.segment(state);
  }

  /** "Not active but stored: P0234": the other one tells how it is held. */
  private boolean isStateBehind(LineAtHand at, int behind) {
    int i = behind;
    while (i < at.size()
        && at.segment(i) == at.segment(behind - 1)
        && (at.part(i) == Part.FILL || words.isAnd(at.word(i)))) {
      i++;
    }
    return i > behind
        && i < at.size()
        && at.segment(i) == at.segment(behind - 1)
        && at.part(i) == Part.STATE;
  }

  /** "Not active right now". */
  private static boolean isDeniedBefore(LineAtHand at, int from) {
    int last = at.finds.states.size() - 1;
    return last >= 0
        && from > 0
        && at.segment(from - 1) == at.segment(from)
        && at.finds.states.get(last).denying()
        && at.finds.states.get(last).end() == at.word(from - 1).end();
  }

  /** "Was active, now stored": when, and not how. */
  private boolean isWhen(LineAtHand at, int from, int behind) {
    return behind == from + 1
        && behind < at.size()
        && words.isNow(at.word(from))
        && at.part(behind) == Part.STATE
        && at.segment(behind) == at.segment(from);
  }

  /** "The ABS has logged C0035 (pending)": how that is held is said behind the code. */
  private boolean isVerb(LineAtHand at, int from, int behind) {
    return words.isHolding(at.word(from))
        && !at.finds.isBeforeItsCode(at.word(from).start())
        && (isToldBehindCode(at, from, behind) || isToldBefore(at, from));
  }

  /** "Not active"; in "pending=no confirmed=yes" it is the value before. */
  private boolean isNotSaid(LineAtHand at, int from, int behind) {
    boolean ofField =
        from > 1
            && at.isAnnounced(from - 1)
            && (at.part(from - 2) == Part.STATE || behind < at.size() && at.isAnnounced(behind));
    return from > 0
        && words.isNot(at.word(from - 1))
        && at.segment(from - 1) == at.segment(from)
        && at.part(from - 1) == Part.FILL
        && !ofField;
  }

  /** "Neither P0335 nor P0340 is active", "kein P0335 aktiv", "none of P0335, P0340 is active". */
  private boolean isSaidOfNone(LineAtHand at, int from) {
    int codes = 0;
    for (int i = from - 1; i >= 0 && from - i <= StateReach.NEAR && !at.endsSentence(i); i--) {
      Word w = at.word(i);
      boolean no = words.isNot(w) && !words.isAnd(w) && at.part(i + 1) == Part.CODE;
      boolean none = no || words.isNothing(w);
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
    while (first >= 0 && from - first <= StateReach.NEAR && at.segment(first) == at.segment(from)) {
      if (at.part(first) != Part.FILL && at.part(first) != Part.OTHER) {
        return false;
      }
      unknown += at.part(first) == Part.OTHER && !at.word(first).isNumber() ? 1 : 0;
      first--;
    }
    int end = behind;
    while (end < at.size() && at.segment(end) == at.segment(from) && at.part(end) == Part.FILL) {
      end++;
    }
    boolean being = behind > from + 1 && words.isBeing(at.word(from));
    boolean verb = being || from > 0 && at.part(from - 1) == Part.FILL;
    return verb
        && unknown > 0
        && (first < 0 || at.endsSentence(first))
        && (end == at.size() || at.endsSentence(end - 1) || codeHasOwn(at, end))
        && (being || words.isAmbiguous(at.word(from)));
  }

  /** "The fan is active, P0480 stored": the code behind the sign has its own. */
  private static boolean codeHasOwn(LineAtHand at, int code) {
    int i = code;
    while (i < at.size()
        && at.segment(i) == at.segment(code)
        && (at.part(i) == Part.CODE || at.part(i) == Part.FILL)) {
      i++;
    }
    return at.part(code) == Part.CODE
        && at.segment(code) != at.segment(code - 1)
        && i < at.size()
        && at.segment(i) == at.segment(code)
        && at.part(i) == Part.STATE;
  }

  /** "Live data recorded: yes", "lamp active: no". */
  private boolean isFieldOfOther(LineAtHand at, int from, int behind) {
    boolean answered =
        behind < at.size()
            && at.isAnnounced(behind)
            && (words.isAffirmed(at.word(behind)) || words.isDenied(at.word(behind)));
    boolean ofOther = false;
    for (int i = from - 1;
        answered && i >= 0 && from - i <= StateReach.NEAR && at.segment(i) == at.segment(from);
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

  /** "Logged as pending", "als sporadisch abgelegt": the other one tells how. */
  private boolean isSaidAs(LineAtHand at, int from, int behind) {
    boolean before =
        from > 1
            && at.part(from - 1) == Part.STATE
            && words.isAs(at.word(from - 2))
            && at.segment(from - 2) == at.segment(from);
    return before
        || behind + 1 < at.size()
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

  /** "P0335 active? No, stored". */
  private boolean isAsked(LineAtHand at, int behind) {
    int sign = Glyphs.behindSpaces(glyphs, at.word(behind - 1).end());
    boolean yes =
        behind < at.size() && (words.isAffirmed(at.word(behind)) || at.part(behind) == Part.UNIT);
    return sign < at.line().end() && glyphs[sign] == '?' && !yes;
  }

  /** "P0335 was active yesterday but is now stored": of one code, and the other state holds. */
  private boolean isPast(LineAtHand at, int from, int behind) {
    int verb = from - 1;
    while (verb > 0
        && from - verb < 3
        && at.part(verb) == Part.FILL
        && !words.isPast(at.word(verb))) {
      verb--;
    }
    if (verb < 0 || !words.isPast(at.word(verb)) || at.segment(verb) != at.segment(from)) {
      return false;
    }
    boolean now = false;
    for (int i = behind; i < at.size() && i - behind < StateReach.NEAR; i++) {
      now |= words.isNow(at.word(i));
      if (at.part(i) == Part.CODE || at.endsSentence(i - 1)) {
        return false;
      }
      if (now && at.part(i) == Part.STATE) {
        return true;
      }
    }
    return false;
  }

  /** "Box P0715 stored": what may be a code stands right before, with this as its state. */
  private static boolean isOfDoubt(LineAtHand at, int from) {
    int code = from - 1;
    while (StateReach.isNear(at, code, from)) {
      code--;
    }
    if (code < 0 || at.part(code) != Part.CODE || at.segment(code) != at.segment(from)) {
      return false;
    }
    Word w = at.word(code);
    int before = at.finds.codesBefore(w.start() + 1);
    return before == 0 || at.finds.codes.get(before - 1).end() <= w.start();
  }

  /**
   * "The car came back with P0420 stored": only of a code beside it, "P0420 came back", "volvió el
   * P0420", and only if nothing else tells how that is held.
   */
  private boolean isOfWhoCame(LineAtHand at, int from, int behind) {
    boolean alone =
        (from == 0 || at.segment(from - 1) != at.segment(from))
            && (behind == at.size() || at.segment(behind) != at.segment(from));
    if (alone || !words.isComing(at.words(), from, behind)) {
      return false;
    }
    int before = from - 1;
    while (StateReach.isNear(at, before, from) && isFillOrUnit(at.part(before))) {
      before--;
    }
    int next = behind;
    while (StateReach.isNear(at, next, from) && isOnTheWay(at.word(next))) {
      next++;
    }
    boolean first = isCodeBeside(at, next, from);
    return isToldBehind(at, first ? next + 1 : behind) || !first && !isCodeBeside(at, before, from);
  }

  /** "... came back pending", "... came back a week later, it is stored now". */
  private static boolean isToldBehind(LineAtHand at, int from) {
    for (int i = from;
        i < at.size() && i - from < StateReach.NEAR && !at.endsSentence(i - 1);
        i++) {
      if (at.part(i) == Part.STATE || at.part(i) == Part.CODE) {
        return at.part(i) == Part.STATE;
      }
    }
    return false;
  }

  private static boolean isFillOrUnit(Part part) {
    return part == Part.FILL || part == Part.UNIT;
  }

  private static boolean isCodeBeside(LineAtHand at, int code, int word) {
    return code >= 0
        && code < at.size()
        && at.part(code) == Part.CODE
        && at.segment(code) == at.segment(word);
  }

  private boolean isOnTheWay(Word w) {
    return words.isThe(w) || words.isArticle(w) || words.isOnly(w);
  }

  /** "La semana pasada", "last week". */
  private boolean isSpanBeside(LineAtHand at, int from, int behind) {
    return isSpan(at, from - 1, from) || isSpan(at, behind, from);
  }

  /** "P0335 is current, last time it was stored": how it is held now is told already. */
  private boolean isOfTimeBefore(LineAtHand at, int from) {
    boolean last = false;
    int i = from - 1;
    while (StateReach.isNear(at, i, from)) {
      last |= isSpan(at, i, from) && (isLast(at, i - 1) || isLast(at, i + 1));
      i--;
    }
    int states = at.finds.states.size();
    return last
        && states > 0
        && at.finds.codesBefore(at.finds.states.get(states - 1).start())
            == at.finds.codesBefore(at.word(from).start());
  }

  private boolean isSpan(LineAtHand at, int word, int from) {
    return StateReach.isNear(at, word, from) && words.isSpan(at.word(word));
  }

  /** "Last", "pasada", "previous". */
  private boolean isLast(LineAtHand at, int word) {
    return word >= 0
        && word < at.size()
        && (words.place(at.word(word)).filter(p -> p == Reach.LAST).isPresent()
            || at.part(word) == Part.STATE);
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
    int who = reach.saidOf(at, from);
    if (who >= 0 && words.isNothing(at.word(who))
        || isNoneBehind(at, behind)
        || isNought(at, from, behind)) {
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
            || isNoneBehind(at, listed)
            || words.none().begins(at.words(), listed)
            || at.word(listed).text().equals("0"));
  }

  /** "Engine: 0 current, 2 history". */
  private static boolean isNought(LineAtHand at, int from, int behind) {
    return from > 0
        && at.word(from - 1).text().equals("0")
        && at.part(from - 1) != Part.CODE
        && at.segment(from - 1) == at.segment(from)
        && (from == 1
            || at.segment(from - 2) != at.segment(from - 1) && at.part(from - 2) != Part.STATE)
        && (behind == at.size() || at.segment(behind) != at.segment(from));
  }

  /** "Current: - | stored: C0040": codes are listed by their states, and this list is empty. */
  private boolean isListBefore(LineAtHand at, int from, int behind) {
    boolean denied =
        behind < at.size() && at.isAnnounced(behind) && words.isDenied(at.word(behind));
    boolean empty = denied || isSignedNo(at, behind);
    int other = denied ? behind + 1 : behind;
    Phrases.Match<Said> list = stateAt(at, other);
    int code = list == null ? at.size() : other + list.words();
    // "current: - | pending: - | stored: C0040"
    while (empty && list != null && code - behind < StateReach.NEAR && isSignedNo(at, code)) {
      list = stateAt(at, code);
      code = list == null ? at.size() : code + list.words();
    }
    return empty
        && at.finds.codesBefore(at.word(from).start()) == 0
        && code < at.size()
        && at.part(code) == Part.CODE
        && at.isAnnounced(code);
  }

  private Phrases.Match<Said> stateAt(LineAtHand at, int i) {
    return i < at.size() ? words.states().at(at.words(), i) : null;
  }

  /** "Current P0351; history none", "pending: none". */
  private boolean isNoneBehind(LineAtHand at, int behind) {
    if (behind >= at.size()) {
      return false;
    }
    Word w = at.word(behind);
    boolean not = at.isAnnounced(behind) && words.isNot(w) && !words.isDenied(w);
    return (not || words.isNothing(w))
        && (at.isAnnounced(behind) || at.segment(behind) == at.segment(behind - 1))
        && (behind + 1 == at.size() || at.segment(behind + 1) != at.segment(behind));
  }

  /**
   * "In memory of the airbag B1001 (active) and B1010 (passive)": where each code has its own in
   * brackets, what is said before them tells no state.
   */
  void bracketed(LineAtHand at) {
    List<Code> codes = at.finds.codes;
    if (codes.size() < 2) {
      return;
    }
    List<State> all =
        at.finds.states.stream().sorted(Comparator.comparingInt(State::start)).toList();
    List<State> kept = new ArrayList<>();
    int s = 0;
    for (Code c : codes) {
      int open = Glyphs.behindSpaces(glyphs, c.end());
      if (open >= at.line().end() || glyphs[open] != '(') {
        return;
      }
      int close = open;
      while (close < at.line().end() && glyphs[close] != ')') {
        close++;
      }
      while (s < all.size() && all.get(s).start() <= open) {
        s++;
      }
      int first = kept.size();
      while (s < all.size() && all.get(s).end() <= close) {
        kept.add(all.get(s++));
      }
      if (kept.size() == first) {
        return;
      }
    }
    kept.addAll(all.subList(s, all.size()));
    at.finds.states.clear();
    at.finds.states.addAll(kept);
  }
}
