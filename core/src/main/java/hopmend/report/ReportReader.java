package hopmend.report;

import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.message.Message;
import hopmend.report.ScanText.Found;
import hopmend.report.ScanText.Mark;
import java.util.ArrayDeque;
import java.util.Arrays;
import java.util.Deque;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.IntStream;

/**
 * Recognises what stands in the lines of a report. Each line is looked at alone first ({@link
 * LineFinds}); then what it says is tied together: a state belongs to the codes of its line, else
 * to the codes above that have none; what a heading says holds until the next one, or until its
 * part ends.
 */
final class ReportReader {
  private static final int WIDEST_ROW = 250;
  private static final int LONGEST_HEADING = 90;

  /** So many lines of values stand below one code at most (our own bound). */
  private static final int LONGEST_FRAME = 16;

  private final Layout layout;
  private final LineReader lineReader;

  private final FoundCodes found = new FoundCodes();
  private final RowEnds ends = new RowEnds(true);
  private final RowEnds starts = new RowEnds(false);
  private final ReportMarks marks;
  private final ReportValues values;

  /** The unit of the last row of a table that named one. */
  private String unitAbove = "";

  private String nameOfCodes = "";

  /** In which column its code stands. */
  private int codesAbove = -1;

  /** The first line, if it is a heading that names nothing known. */
  private String title = "";

  /** "Status: active" stands above the first code: each such line heads what is below it. */
  private boolean statusHeads;

  private boolean saysNone;
  private boolean tellsSome;

  /** What headings have said so far. */
  private Context context = new Context("", Set.of(), Head.NONE, false);

  /** Lines of a code below the name of a list, at most (our own bound). */
  private static final int LINES_OF_CODE = 4;

  private static final Set<CodeState> STAYS_OR_COMES =
      EnumSet.of(CodeState.PERMANENT, CodeState.HISTORY);

  private final ReportWords words;
  private final Deque<Context> outer = new ArrayDeque<>();

  private RecordOrder order = RecordOrder.UNTOLD;
  private BareHeadings bare;
  private UnitSlots slots;

  private int linesBelow;
  private boolean gapBelow;
  private boolean openInPart;
  private boolean speaksOfPassing;
  private Half half = Half.NONE;

  private record Context(String unit, Set<CodeState> states, Head part, boolean statesOfAll) {
    /** Under another unit; what was said of all units before the first stays. */
    Context of(String other) {
      return new Context(other, statesOfAll ? states : Set.of(), part, statesOfAll);
    }

    Context with(Set<CodeState> other) {
      boolean ofAll = unit.isEmpty() || statesOfAll;
      return new Context(statesOfAll ? "" : unit, other, part, ofAll && !other.isEmpty());
    }
  }

  /** A number of J1939 that waits for its failure mode, or the other way round. */
  private record Half(int spn, int fmi, int start, int end) {
    static final Half NONE = new Half(-1, -1, 0, 0);

    boolean isWhole() {
      return spn >= 0 && fmi >= 0;
    }
  }

  ReportReader(Layout layout, int yearNow, ReportWords words) {
    this.layout = layout;
    this.words = words;
    this.lineReader = new LineReader(layout, words, yearNow);
    this.marks = new ReportMarks(layout.original());
    this.values = new ReportValues(lineReader, marks);
  }

  ScanText read() {
    List<Line> lines = UnitColumns.apart(layout.lines(), lineReader::markedUnits);
    LineFinds[] ahead = new LineFinds[lines.size()];
    nameOfCodes = RecordOrder.nameOfCodes(lines, i -> finds(lines, ahead, i));
    Arrays.stream(ahead).filter(Objects::nonNull).forEach(this::dropNameOfCodes);
    order = RecordOrder.of(lines, i -> finds(lines, ahead, i));
    slots = new UnitSlots(lines, i -> finds(lines, ahead, i));
    bare = new BareHeadings(lines, i -> finds(lines, ahead, i), this::place);
    for (int i = 0; i < lines.size(); i++) {
      Line at = lines.get(i);
      switch (at.kind()) {
        case OPEN -> outer.push(context);
        case CLOSE -> {
          context = outer.pop();
          endBlock();
        }
        case GAP -> gapBelow = true;
        default -> {
          LineFinds f = finds(lines, ahead, i);
          speaksOfPassing |= f.speaksOfPassing;
          tie(at, f, lines, ahead, i);
        }
      }
      ahead[i] = null;
    }
    endHalf();
    tell(ends);
    tell(starts);
    if (permanentIsPresent()) {
      found.changeAll(
          r ->
              r.states().equals(Set.of(CodeState.PERMANENT))
                  ? r.withStates(Set.of(CodeState.CURRENT))
                  : r);
    }
    values.settle(found.size());
    found.changeAll(r -> lineReader.isBlank(r.controlUnit()) ? r.withControlUnit("") : r);
    NamesForShort names = new NamesForShort(layout.glyphs(), words);
    found.changeAll(r -> r.withControlUnit(names.inFull(r.controlUnit())));
    List<Found> sure = found.sure(marks::doubt);
    return new ScanText(
        layout.name(),
        sure,
        marks.doubtful(),
        marks.marks(),
        values.vins(),
        values.odometer(),
        values.date(),
        values.frame(),
        saysNone && !tellsSome);
  }

  /**
   * Whether "permanent" is no permanent code of the standard, but a fault that stays, beside others
   * that come and go: the report knows only these two kinds.
   */
  private boolean permanentIsPresent() {
    return speaksOfPassing && found.allHoldOnly(STAYS_OR_COMES);
  }

  private LineFinds finds(List<Line> lines, LineFinds[] ahead, int i) {
    if (ahead[i] == null) {
      ahead[i] = lineReader.read(lines.get(i));
      dropNameOfCodes(ahead[i]);
    }
    return ahead[i];
  }

  private void dropNameOfCodes(LineFinds f) {
    if (f.unitIsUnknown && nameOfCodes.equals(f.unit)) {
      f.dropUnknownUnit();
    }
  }

  /** A unit alone, with nothing below it, heads nothing. */
  private static boolean endsReport(List<Line> lines, int i) {
    int last = lines.size() - 1;
    while (last > i
        && (lines.get(last).kind() == Line.Kind.GAP || lines.get(last).kind() == Line.Kind.CLOSE)) {
      last--;
    }
    return last == i;
  }

  /** Whether codes stand below, before anything else that could be headed. */
  private boolean headsCodes(List<Line> lines, LineFinds[] ahead, int i) {
    int looked = 0;
    for (int k = i + 1; k < lines.size() && looked < 3; k++) {
      Line.Kind kind = lines.get(k).kind();
      if (kind == Line.Kind.GAP || kind == Line.Kind.OPEN) {
        continue;
      }
      if (kind == Line.Kind.CLOSE) {
        return false;
      }
      LineFinds below = finds(lines, ahead, k);
      if (below.hasCodes() || below.none || below.spn >= 0) {
        return true;
      }
      looked++;
    }
    return false;
  }

  /**
   * How many codes stand below a line until one tells of states alone; more than so many are not.
   */
  private int codesBelow(List<Line> lines, LineFinds[] ahead, int i, int most) {
    int codes = 0;
    int end = Math.min(lines.size(), i + 1 + LINES_OF_CODE * (most + 1));
    for (int k = i + 1; k < end && codes <= most; k++) {
      if (lines.get(k).cells().isEmpty()) {
        continue;
      }
      LineFinds below = finds(lines, ahead, k);
      if (!below.hasCodes() && !below.states.isEmpty()) {
        return codes;
      }
      codes += below.codes.size();
    }
    return codes;
  }

  private void tie(Line at, LineFinds f, List<Line> lines, LineFinds[] ahead, int i) {
    f.doubts.forEach(marks::doubt);
    slots.name(f);
    values.take(at, f, context.part(), found.size(), found.isOpen() && !gapBelow);
    saysNone |= f.none;
    tellsSome |= f.tellsSome;
    if (f.hasCodes()) {
      codes(at, f);
    } else if (at.kind() == Line.Kind.HEADING && isNameOfPart(at)) {
      part(at, f);
    } else {
      withoutCodes(at, f, lines, ahead, i);
    }
    gapBelow = false;
  }

  private static boolean isNameOfPart(Line at) {
    return at.cells().get(0).head() != Head.NONE;
  }

  /** The name of a list or an object: a state, a unit, or what its value is. */
  private void part(Line at, LineFinds f) {
    Head head = at.cells().get(0).head();
    Set<CodeState> states = head.state() == null ? f.allStates() : Set.of(head.state());
    Set<CodeState> held = states.isEmpty() ? context.states() : states;
    String unit = head.controlUnit() != null ? head.controlUnit().name() : f.unit;
    boolean whole = head.controlUnit() != null || f.unit != null && f.unitIsWhole;
    // {"stored": {"ABS": [...]}}: what a part is called holds for the parts in it.
    context = new Context(whole ? unit : context.unit(), held, head, false);
  }

  // Codes

  private void codes(Line at, LineFinds f) {
    endHalf();
    wrapped(at, f);
    int first = found.size();
    if (f.unitMayDescribe && (!context.unit().isEmpty() || order == RecordOrder.BELOW)) {
      f.namesNone();
    }
    String unit = unit(at, f);
    if (f.unit != null) {
      boolean before = f.unitEnd < f.codes.get(0).start();
      unitAbove = before || f.unitIsLabelled ? f.unit : "";
      codesAbove = column(f.codes.get(0).start());
    }
    unitsNamed(f).forEach(u -> marks.mark(Mark.Kind.UNIT, u.start(), u.end(), u.name()));
    List<EnumSet<CodeState>> told = CodeStates.of(f);
    List<Integer> contradictory = CodeStates.takeBackContradictions(told);
    if (!contradictory.isEmpty()) {
      LineFinds.State last = f.states.get(f.states.size() - 1);
      askOfWhich(
          last.start(),
          last.end(),
          contradictory.stream().limit(LineFinds.MOST_OFFERS).map(k -> first + k).toList());
    }
    f.doubtsOfCodes.forEach(
        d -> marks.doubt(d.start(), d.end(), d.why(), found, List.of(first + d.code()), d.tells()));
    int within = 0;
    // "P0128 (engine), C1200 (ABS). P0128 is current": told once more, of no unit that is named
    Set<TroubleCode> seen = new HashSet<>();
    Map<TroubleCode, Integer> lastWithUnit = f.lastWithUnit();
    for (int k = 0; k < f.codes.size(); k++) {
      LineFinds.Code c = f.codes.get(k);
      boolean again = !seen.add(c.code());
      while (within < f.unitsWithin.size() && f.unitsWithin.get(within).start() < c.start()) {
        unit = f.unitsWithin.get(within++).name();
        again = false;
      }
      List<LineFinds.UnitAt> said = f.unitsOfSentence.getOrDefault(k, List.of());
      boolean none =
          said.isEmpty()
              && (f.unitsOfSentence.containsKey(k) || lastWithUnit.getOrDefault(c.code(), k) > k);
      unit = !said.isEmpty() && said.get(0).start() < c.start() ? said.get(0).name() : unit;
      EnumSet<CodeState> states = told.get(k);
      f.dropDenied(states);
      if (states.isEmpty()) {
        states.addAll(context.states());
      }
      int type = f.type >= 0 && f.codes.size() == 1 ? f.type : c.code().failureType();
      TroubleCode code =
          c.code().scheme() == TroubleCode.Scheme.J2012
              ? new TroubleCode(c.code().base(), type)
              : c.code();
      int count = c.count() > 0 ? c.count() : f.codes.size() == 1 ? Math.max(0, f.count) : 0;
      String named = f.unitBehind(c, unit);
      String other = none ? context.unit() : again && named.equals(unit) ? "" : named;
      String speaks = said.isEmpty() ? other : said.get(0).name();
      ReadCode read = new ReadCode(code, states, speaks, count);
      if (c.asked() == null) {
        add(read, c.slips(), c.start(), c.end());
      } else {
        int line = marks.lineOf(c.start());
        found.addAsked(new Found(read, c.slips(), line, c.start(), c.end()), c.asked());
      }
    }
    alsoHeld(f, first);
    bare.code(place(at));
    f.states.forEach(this::markState);
    f.signs.forEach(this::markState);
    ends.add(f, f.atEnd, f.endsInState, first);
    starts.add(f, f.atStart, f.beginsWithState(), first);
    found.open(first);
    linesBelow = 0;
    openInPart = at.kind() == Line.Kind.ROW && !outer.isEmpty();
  }

  /** "U0121 in engine and gearbox": the others that hold a code. */
  private void alsoHeld(LineFinds f, int first) {
    if (f.codes.size() > FoundCodes.MOST_TOGETHER) {
      return;
    }
    for (int k = 0; k < f.codes.size(); k++) {
      Found held = found.get(first + k);
      f.unitsOfSentence.getOrDefault(k, List.of()).stream()
          .skip(1)
          .map(u -> held.read().withControlUnit(u.name()))
          .forEach(
              r -> found.add(new Found(r, held.slips(), held.line(), held.start(), held.end())));
    }
  }

  /** Each unit that speaks in a line, once, wherever it stands. */
  private static Set<LineFinds.UnitAt> unitsNamed(LineFinds f) {
    Set<LineFinds.UnitAt> named = new HashSet<>();
    f.unitsOfSentence.values().forEach(named::addAll);
    named.addAll(f.unitsWithin);
    if (f.unit != null) {
      named.add(new LineFinds.UnitAt(f.unit, f.unitStart, f.unitEnd));
    }
    return named;
  }

  /**
   * The unit that a line names, that of the line above whose column is empty here, or the part's.
   */
  private String unit(Line at, LineFinds f) {
    boolean below = column(at.start()) > 0 && f.codes.get(0).start() == at.start();
    boolean column = below && column(at.start()) == codesAbove && found.isOpen() && !gapBelow;
    if (f.unit != null) {
      return f.unit;
    }
    if (!f.nameBefore.isEmpty()
        && !unitAbove.isEmpty()
        && column(f.codes.get(0).start()) == codesAbove) {
      return f.nameBefore;
    }
    return (f.unitIsAsAbove || column) && !unitAbove.isEmpty() ? unitAbove : context.unit();
  }

  /** How deep a line stands in what is above it. */
  private int place(Line at) {
    return layout.name().equals("text") ? column(at.start()) : at.depth();
  }

  /** How far from the beginning of its line, as far as columns go. */
  private int column(int place) {
    int start = place;
    while (start > 0 && place - start < WIDEST_ROW && layout.glyphs()[start - 1] != '\n') {
      start--;
    }
    return place - start;
  }

  /** A sentence that was broken behind a code: "... P0128 which is only / pending, and U0121". */
  private void wrapped(Line at, LineFinds f) {
    boolean begins =
        at.kind() == Line.Kind.TEXT
            && !f.states.isEmpty()
            && f.states.get(0).start() == at.start()
            && f.states.get(0).end() < at.end()
            && ",;".indexOf(layout.glyphs()[f.states.get(0).end()]) >= 0;
    if (begins && found.isOpen() && !gapBelow && linesBelow == 0) {
      Set<CodeState> states = Set.of(f.states.get(0).state());
      if (found.lastLacksStates()) {
        found.change(found.countOpen() - 1, r -> r.withStates(states));
        f.states.remove(0);
      }
    }
  }

  private void add(ReadCode read, List<Message> slips, int start, int end) {
    found.add(new Found(read, slips, marks.lineOf(start), start, end));
    marks.mark(Mark.Kind.CODE, start, end, read.code().text());
  }

  private void tell(RowEnds rows) {
    RowEnds.Ends ends = rows.tell(found);
    ends.told().forEach(this::markState);
    for (RowEnds.Row r : ends.asked()) {
      marks.doubt(
          r.end().get(0).start(),
          r.end().get(r.end().size() - 1).end(),
          Message.of("doubt.held-or-described"),
          found,
          List.of(r.code()),
          List.of(c -> c.withStates(r.states())));
    }
  }

  /** Current or history, and of which code? */
  private void askOfWhich(int start, int end, List<Integer> codes) {
    if (start >= 0) {
      marks.doubt(
          start,
          end,
          Message.of("doubt.of-which-code"),
          found,
          codes,
          List.of(
              c -> c.withStates(Set.of(CodeState.CURRENT)),
              c -> c.withStates(Set.of(CodeState.HISTORY))));
    }
  }

  private void markState(LineFinds.State s) {
    marks.mark(Mark.Kind.STATE, s.start(), s.end(), s.state().label());
  }

  private void endBlock() {
    if (openInPart) {
      found.close();
    }
    endHalf();
  }

  // Lines without a code

  private void withoutCodes(Line at, LineFinds f, List<Line> lines, LineFinds[] ahead, int i) {
    linesBelow++;
    if (f.spn >= 0 || f.fmi >= 0) {
      half(f);
      return;
    }
    if (found.countOpen() == 1) {
      found.change(0, r -> r.withType(f.type).withOccurrences(f.count));
    }
    if (describesCodeAbove(at, f, lines, ahead, i)) {
      return;
    }
    boolean heading = isHeading(at, f);
    Set<CodeState> states = f.allStates();
    if (f.none && f.unit != null && !f.noneOfState) {
      marks.mark(Mark.Kind.UNIT, f.unitStart, f.unitEnd, f.unit);
      context = context.of("");
      close();
      return;
    }
    boolean ofList = !context.states().isEmpty() && !context.statesOfAll();
    if (f.none && !f.noneOfState && !ofList && states.isEmpty() && f.otherWords == 0) {
      context = context.of("");
      bare.code(place(at));
      close();
      return;
    }
    if (tellsByTurn(f)) {
      markUnitsAndStates(f);
      for (int k = 0; k < f.states.size(); k++) {
        Set<CodeState> own = Set.of(f.states.get(k).state());
        found.change(k, r -> r.withStates(own));
      }
      return;
    }
    if (isAsked(f, states)) {
      int last = f.states.size() - 1;
      askOfWhich(
          f.states.get(0).start(),
          f.states.get(last).end(),
          found.openNumbers(LineFinds.MOST_OFFERS));
      return;
    }
    if (order != RecordOrder.UNTOLD && RecordOrder.isPart(f)) {
      boolean last = found.size() > 1 && f.unitIsLabelled && !headsCodes(lines, ahead, i);
      if (last && found.allLackUnit(title)) {
        found.changeAll(r -> r.withControlUnit(f.unit));
      }
      partOfRecord(f, states);
      return;
    }
    if (closesFrame(f, states) && !headsCodes(lines, ahead, i)) {
      markUnitsAndStates(f);
      found.changeEvery(r -> r.withStates(states).withControlUnit(f.unit));
      return;
    }
    if (f.unit != null && (f.unitIsWhole || f.speaksOfAll || heading && !f.mentionsTraffic)) {
      marks.mark(Mark.Kind.UNIT, f.unitStart, f.unitEnd, f.unit);
      boolean told =
          !f.odometers.isEmpty()
              || f.unitIsLabelled
              || f.speaksOfAll
              || !title.isEmpty()
              || f.unitFollowsItsKind
              || f.hasValue && f.unitIsWhole
              || f.unitIsValue
              || f.unitStart == at.start() && f.unitEnd == at.end() && endsReport(lines, i);
      if (told && found.allLackUnit(title) && !headsCodes(lines, ahead, i)) {
        found.changeAll(r -> r.withControlUnit(f.unit));
        return;
      }
      if (f.speaksOfAll && !f.isDecorated && lacksAll()) {
        markUnitsAndStates(f);
        found.changeEvery(r -> r.withStates(states).withControlUnit(f.unit));
        return;
      }
      if ((f.unitIsLabelled || f.unitIsValue)
          && !gapBelow
          && found.isOpen()
          && linesBelow <= 4
          && !found.openHaveUnit()) {
        found.changeEvery(r -> r.withControlUnit(f.unit));
        found.alsoHeld(f.otherUnits);
        return;
      }
      context = context.of(f.unit);
      bare.unit(place(at));
      close();
      if (!states.isEmpty() && !f.countsStates) {
        context = context.with(states);
      }
      return;
    }
    if (!states.isEmpty()) {
      f.states.forEach(s -> marks.mark(Mark.Kind.STATE, s.start(), s.end(), s.state().label()));
      boolean ofAll = f.states.get(0).reach() == LineFinds.Reach.ALL || f.isFieldOfAll;
      if (ofAll && found.allLackStates()) {
        found.changeAll(r -> r.withStates(states));
        return;
      }
      if (f.codesOfState > 0 && f.codesOfState == codesBelow(lines, ahead, i, f.codesOfState)) {
        context = context.with(states);
        bare.state(place(at));
        close();
        return;
      }
      boolean listed = f.speaksOfCodes || at.kind() == Line.Kind.HEADING;
      boolean alone = f.isOnlyStates();
      boolean below =
          found.isOpen()
              && found.openLackStates()
              && !(alone && bare.isAboveCodes(place(at)) && headsCodes(lines, ahead, i))
              && (f.isStatusField || linesBelow <= 3 && !gapBelow);
      statusHeads |= f.isStatusField && found.size() == 0 && headsCodes(lines, ahead, i);
      boolean ofAllBelow =
          found.size() == 0 && (f.isFieldOfAll || f.speaksOfAll && f.speaksOfCodes);
      boolean heads =
          ofAllBelow || (!f.isStatusField || statusHeads) && heading && (listed || alone);
      if (heads
          && (ofAllBelow || listed || !below || gapBelow)
          && headsCodes(lines, ahead, i)
          && !(below && alone && !listed)) {
        context = context.with(states);
        bare.state(place(at));
        close();
      } else if (below && (f.isStatusField || alone || f.statesAreStrong())) {
        found.changeEvery(r -> r.states().isEmpty() ? r.withStates(states) : r);
      } else if (heads) {
        context = context.with(states);
        close();
      }
      return;
    }
    if (bare.isUnit(f, place(at), codeBelow(lines, ahead, i)) && headsCodes(lines, ahead, i)) {
      String name = Glyphs.seen(layout.glyphs(), f.shape.start(), f.shape.end());
      marks.mark(Mark.Kind.UNIT, f.shape.start(), f.shape.end(), name);
      context = below(name);
      bare.unit(place(at));
      close();
    } else if (bare.isState(f, place(at)) && headsCodes(lines, ahead, i)) {
      context = context.with(Set.of());
      bare.state(place(at));
      close();
    } else if (heading && !f.hasValue) {
      headed(at, f, lines, ahead, i);
    }
  }

  /** In which column the next line begins if it holds a code; a rule may stand between. */
  private int codeBelow(List<Line> lines, LineFinds[] ahead, int i) {
    boolean ruled = i + 1 < lines.size() && isRule(lines.get(i + 1));
    int below = ruled ? i + 2 : i + 1;
    boolean holds =
        below < lines.size()
            && !lines.get(below).cells().isEmpty()
            && finds(lines, ahead, below).hasCodes();
    return holds ? place(lines.get(below)) : -1;
  }

  private boolean isRule(Line line) {
    return !line.cells().isEmpty()
        && line.cells().stream()
            .allMatch(c -> Word.of(layout.glyphs(), c.start(), c.end()).isEmpty());
  }

  /**
   * "Air bag lamp circuit open" below a code, and above its state or further in than it: neither
   * what holds the code nor how.
   */
  private boolean describesCodeAbove(
      Line at, LineFinds f, List<Line> lines, LineFinds[] ahead, int i) {
    boolean named =
        f.unitIsWhole || f.unitIsLabelled || f.unitIsValue || f.isStatusField || f.speaksOfAll;
    if (f.otherWords == 0
        || named
        || at.kind() != Line.Kind.TEXT
        || !found.isOpen()
        || gapBelow
        || f.hasValue) {
      return false;
    }
    // "present, 14 times"
    boolean counts = f.isStateAndCount();
    boolean tells = f.unit != null || f.none || !f.states.isEmpty() && !counts;
    return tells && (bare.isBelowCode(place(at)) || isPartBelow(lines, ahead, i));
  }

  /** Whether the next line tells how the code above is held, or by whom, and nothing else. */
  private boolean isPartBelow(List<Line> lines, LineFinds[] ahead, int i) {
    return i + 1 < lines.size()
        && lines.get(i + 1).kind() == Line.Kind.TEXT
        && RecordOrder.isPart(finds(lines, ahead, i + 1));
  }

  /** Whether it tells a state of each of the codes above. */
  private boolean tellsByTurn(LineFinds f) {
    int open = found.countOpen();
    return open > 1
        && f.states.size() == open
        && (f.statusFields == open
            || (f.isStatusField || tellsStatesOnly(f)) && isPartedAsCodes(f));
  }

  private static boolean tellsStatesOnly(LineFinds f) {
    return !f.isStatusField && f.otherWords == 0 && f.unit == null;
  }

  /** Several states below several codes: of which each is, nobody can know. */
  private boolean isAsked(LineFinds f, Set<CodeState> states) {
    return states.size() > 1
        && found.countOpen() > 1
        && tellsStatesOnly(f)
        && !f.speaksOfAll
        && found.allOpenLackStates();
  }

  /** "P0638 / P2100", and below "Status: present / stored": each by its turn. */
  private boolean isPartedAsCodes(LineFinds f) {
    List<Found> codes = found.open();
    return IntStream.range(1, codes.size())
        .allMatch(
            k -> {
              int parting = parting(codes.get(k - 1).end(), codes.get(k).start());
              return parting >= 0
                  && parting == parting(f.states.get(k - 1).end(), f.states.get(k).start());
            });
  }

  /** The sign by which two things are parted, a space for a gap, -1 for none. */
  private int parting(int from, int to) {
    for (int i = to - 1; i >= from; i--) {
      if ("/,;|".indexOf(layout.glyphs()[i]) >= 0) {
        return layout.glyphs()[i];
      }
    }
    return to > from && Glyphs.behindSpaces(layout.glyphs(), from) == to ? ' ' : -1;
  }

  /** A line of a record that has its code in another one. */
  private void partOfRecord(LineFinds f, Set<CodeState> states) {
    markUnitsAndStates(f);
    if (order == RecordOrder.ABOVE) {
      Context begun = found.isOpen() ? new Context("", Set.of(), Head.NONE, false) : context;
      close();
      context =
          new Context(
              f.unit == null ? begun.unit() : f.unit,
              states.isEmpty() ? begun.states() : states,
              begun.part(),
              false);
      return;
    }
    if (f.unit != null) {
      found.changeEvery(r -> r.controlUnit().isEmpty() ? r.withControlUnit(f.unit) : r);
      found.alsoHeld(f.otherUnits);
    }
    if (!states.isEmpty()) {
      found.changeEvery(r -> r.states().isEmpty() ? r.withStates(states) : r);
    }
  }

  private void markUnitsAndStates(LineFinds f) {
    unitsNamed(f).forEach(u -> marks.mark(Mark.Kind.UNIT, u.start(), u.end(), u.name()));
    f.states.forEach(this::markState);
  }

  /** "Confirmed, engine": below a code and its freeze frame, both of which tell neither. */
  private boolean closesFrame(LineFinds f, Set<CodeState> states) {
    return !states.isEmpty()
        && f.unit != null
        && found.isOpen()
        && !gapBelow
        && linesBelow <= LONGEST_FRAME
        && found.openLackStates()
        && !found.openHaveUnit();
  }

  /** Whether codes stand right above of which nothing is told yet. */
  private boolean lacksAll() {
    return found.countOpen() > 1
        && !gapBelow
        && linesBelow == 1
        && found.openLackStates()
        && !found.openHaveUnit();
  }

  /** A heading that names nothing known: perhaps a unit that nobody here has heard of. */
  private void headed(Line at, LineFinds f, List<Line> lines, LineFinds[] ahead, int i) {
    if (f.isKnownHead) {
      context = context.with(Set.of());
      close();
    } else if ((f.isMarkedHeading || at.kind() == Line.Kind.HEADING)
        && !f.speaksOfAll
        && headsCodes(lines, ahead, i)) {
      String name = f.headingText();
      boolean ofField = f.date != null || !f.odometers.isEmpty() || lineReader.isNameOfField(name);
      if (!name.isEmpty() && name.length() <= 60 && !ofField && !isNumberOfCode(name)) {
        marks.mark(Mark.Kind.UNIT, at.start(), at.end(), name);
        title = i == 0 ? name : title;
        context = below(name);
        close();
      }
    }
  }

  /** {"stored": {"Crane": [...]}}: what the parts around it tell stays. */
  private Context below(String unknown) {
    return outer.isEmpty()
        ? context.of(unknown)
        : new Context(unknown, context.states(), context.part(), context.statesOfAll());
  }

  /** "[DTC 1]" names a record, and no control unit. */
  private boolean isNumberOfCode(String name) {
    List<Word> named = Word.of(name.replaceAll("[ _#.-]*\\d+$", ""));
    return named.size() == 1
        && named.get(0).end() < name.length()
        && lineReader.isNameOfCode(named);
  }

  private boolean isHeading(Line at, LineFinds f) {
    return at.kind() == Line.Kind.HEADING
        || at.cells().size() <= 2 && at.end() - at.start() <= LONGEST_HEADING && !f.isSentence;
  }

  private void close() {
    found.close();
    endHalf();
  }

  // Parameter numbers and failure modes on lines of their own

  private void half(LineFinds f) {
    if (f.spn >= 0 && half.spn() >= 0 || f.fmi >= 0 && half.fmi() >= 0) {
      endHalf();
    }
    half =
        new Half(
            f.spn >= 0 ? f.spn : half.spn(),
            f.fmi >= 0 ? f.fmi : half.fmi(),
            half.end() == 0 ? f.halfStart : Math.min(half.start(), f.halfStart),
            Math.max(half.end(), f.halfEnd));
    if (half.isWhole()) {
      Half whole = half;
      half = Half.NONE;
      if (!HeavyFinder.isInRange(whole.spn(), whole.fmi())) {
        marks.doubt(new LineFinds.Doubt(whole.start(), whole.end(), "out-of-range", ""));
        return;
      }
      if (whole.spn() == 0 && whole.fmi() == 0) {
        saysNone = true;
        return;
      }
      int first = found.size();
      Set<CodeState> states = f.allStates();
      add(
          new ReadCode(
              TroubleCode.ofSpnFmi(whole.spn(), whole.fmi()),
              states.isEmpty() ? context.states() : states,
              context.unit(),
              Math.max(0, f.count)),
          List.of(),
          whole.start(),
          whole.end());
      found.open(first);
      linesBelow = 0;
    }
  }

  private void endHalf() {
    if (half.spn() >= 0) {
      marks.doubt(new LineFinds.Doubt(half.start(), half.end(), "half", ""));
    }
    half = Half.NONE;
  }
}
