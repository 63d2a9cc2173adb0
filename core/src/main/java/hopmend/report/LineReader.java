package hopmend.report;

import hopmend.fault.CodeState;
import hopmend.fault.ControlUnit;
import hopmend.fault.FreezeFrameValue.Condition;
import hopmend.report.LineAtHand.Part;
import hopmend.report.LineFinds.State;
import hopmend.report.LineFinds.Value;
import hopmend.report.ReportWords.Label;
import hopmend.report.ReportWords.Said;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.IntStream;

/** Recognises what stands in one line, by the shape of its words, their labels and neighbours. */
final class LineReader {
  /** Dashes that stand for nothing, at most; more are a rule (our own bound). */
  private static final int MOST_DASHES = 3;

  /** Words in brackets that tell where, at most (our own bound). */
  private static final int LONGEST_WHERE = 3;

  private static final int LONGEST_HEADING = 90;

  /** Words of a name beside states on a line of their own (our own bound). */
  private static final int MOST_BESIDE_STATE = 4;

  /** So many characters show in which case a report is written (our own bound). */
  private static final int LOOKED_AT = 20_000;

  /** So many capitals for a small letter are capitals throughout: "°C", "rpm" (our own bound). */
  private static final int LOUD = 12;

  /** "x3", "3x": so often. */
  private static final Pattern TIMES = Pattern.compile("x[1-9]\\d{0,3}|[1-9]\\d{0,3}x");

  private static final Pattern NUMBER_OF_ROW = Pattern.compile("[a-z]{1,2}\\d{1,3}");

  private static final Pattern EDGES =
      Pattern.compile(
          "^[^\\p{L}\\p{N}]*+(?:\\p{Lu}\\)|(?<=\\[)[\\p{Lu}\\p{N}]{1,8}\\]) +|^[^\\p{L}\\p{N}]+|[^\\p{L}\\p{N})]+$"); // "C) Crane ---"

  private final char[] glyphs;
  private final ReportWords words;
  private final CodeFinder codes;
  private final DeniedCodes denied;
  private final RunningList lists;
  private final ListedItems items;
  private final RawFinder raw;
  private final HeavyFinder heavy;
  private final ConditionFinder conditions;
  private final VehicleFinder vehicle;
  private final DateFinder dates;
  private final OdometerFinder odometer;
  private final StatusCells status;
  private final StateFinder states;
  private final UnitNames unitNames;
  private final UnitFields unitFields;
  private final UnitFinder units;
  private final LabelFinder labels;
  private final CellFinder cells;
  private final Legend legend;
  private final boolean isAllLoud;

  LineReader(Layout layout, ReportWords words, int yearNow) {
    this.glyphs = layout.glyphs();
    this.words = words;
    this.isAllLoud = isAllLoud(glyphs);
    legend = new Legend(glyphs, words);
    CodeScanner scanner = new CodeScanner(glyphs, words, legend);
    heavy = new HeavyFinder(glyphs, words);
    ReportNumbers numbers = ReportNumbers.of(layout, words);
    MeasureFinder measures = new MeasureFinder(glyphs, words);
    unitNames = new UnitNames(glyphs, words);
    unitFields = new UnitFields(glyphs, words, scanner, heavy.isOfHeavyVehicle(), unitNames);
    units = new UnitFinder(glyphs, words, unitNames);
    codes = new CodeFinder(glyphs, words, scanner, heavy);
    denied = new DeniedCodes(words);
    lists = new RunningList(glyphs, words, unitNames, units);
    items = new ListedItems(glyphs, words);
    conditions = new ConditionFinder(glyphs, words, numbers, measures);
    vehicle = new VehicleFinder(glyphs, words, yearNow);
    dates = new DateFinder(glyphs, words, numbers, yearNow);
    odometer = new OdometerFinder(glyphs, words, numbers, measures, dates);
    status = new StatusCells(layout, words, legend);
    states = new StateFinder(glyphs, words, legend, status);
    raw = new RawFinder(words, status, heavy.isOfHeavyVehicle());
    labels = new LabelFinder(glyphs, words, heavy, odometer, status, unitFields);
    cells =
        new CellFinder(
            glyphs,
            words,
            codes,
            heavy,
            conditions,
            odometer,
            status,
            unitFields,
            layout.isOfOneRecord());
  }

  /** The value of a part that is named for it. */
  Optional<Value> valueOfPart(Line line, Head part) {
    return conditions.valueOfPart(line, part);
  }

  /** The cells of a row in which a control unit tells how it holds the row's code. */
  List<Cell> markedUnits(Line line) {
    return cells.markedUnits(new LineAtHand(line, glyphs));
  }

  LineFinds read(Line line) {
    LineAtHand at = new LineAtHand(line, glyphs);
    int n = at.size();
    cells.labelledCells(at);
    int i = 0;
    while (i < n) {
      i = at.part(i) == Part.OTHER ? Math.max(i + 1, word(at, i)) : i + 1;
    }
    numberOfRow(at);
    codes.dropNumbers(at);
    conditions.unnamed(at);
    heavy.endSpn(at);
    status.bytesAlone(at);
    lists.settle(at);
    denied.settle(at);
    items.settle(at);
    states.states(at);
    states.bracketed(at);
    RunningList.ofTheirCodes(at.finds);
    at.finds.states.sort(Comparator.comparingInt(State::start));
    at.finds.historyIsOnlyDenied =
        at.finds.states.stream().anyMatch(State::denying)
            && at.finds.states.stream()
                .noneMatch(s -> s.state() == CodeState.HISTORY && !s.denying());
    at.finds.runs = runs(at);
    sentences(at);
    judge(at);
    unitFields.sourceFirst(at);
    unitFields.bracketed(at);
    unitFields.firstColumn(at);
    return at.finds;
  }

  boolean isNameOfCode(List<Word> name) {
    return words.isLabel(name, 0, Label.CODE);
  }

  /** "Module: n/a", "module: none". */
  boolean isBlank(String name) {
    List<Word> all = Word.of(name);
    return words.isBlank(name)
        || all.size() == 1 && (words.isNothing(all.get(0)) || words.isDenied(all.get(0)));
  }

  /** "[Date]", "== Odometer ==", "Read:": what stands below is no unit's. */
  boolean isNameOfField(String name) {
    Head head = Head.of(name, words);
    return head.isOfVehicle()
        || head.is(Label.STATUS)
        || Word.of(name).stream().limit(1).anyMatch(words::isScanned);
  }

  /** "E1 P0102 ECM present". */
  private static void numberOfRow(LineAtHand at) {
    boolean row = at.size() > 2 && at.part(0) == Part.OTHER && at.part(1) == Part.CODE;
    if (row && NUMBER_OF_ROW.matcher(at.word(0).text()).matches()) {
      at.account(0, 1, Part.FILL);
    }
  }

  /** What stands at a word; the number of the word behind it. */
  private int word(LineAtHand at, int i) {
    Word w = at.word(i);
    Cell cell = at.cellOf(i);
    int behind = vehicle.inGroups(at, i);
    if (behind > i) {
      return behind;
    }
    behind = codes.codeAt(at, i, cell);
    if (behind > i) {
      return behind;
    }
    if (w.text().length() >= 16 && w.text().length() <= 18) {
      vehicle.identificationNumber(at, w);
    }
    behind = raw.bytesAt(at, i);
    if (behind > i) {
      return behind;
    }
    behind = heavy.at(at, i);
    if (behind > i) {
      return behind;
    }
    if (status.byteBehindSign(at, i)) {
      return i + 1;
    }
    if (status.byteBehindType(at, i)) {
      return i + 1;
    }
    if (isHex(w)) {
      behind = codes.bytesAt(at, i);
      if (behind > i) {
        return status.byteBehindCode(at, behind);
      }
    }
    behind = odometer.distanceRun(at, i);
    if (behind > i) {
      return behind;
    }
    behind = dates.dateAt(at, i);
    if (behind > i) {
      return behind;
    }
    if (TIMES.matcher(w.text()).matches()) {
      at.finds.count(Integer.parseInt(w.text().replace("x", "")));
      at.account(i, i + 1, Part.LABEL);
      return i + 1;
    }
    Optional<CodeState> explained = at.finds.hasCodes() ? legend.stateOf(w) : Optional.empty();
    if (explained.isPresent() && isLetterOfLegend(at, i)) {
      at.finds.states.add(State.beside(explained.get(), w.start(), w.end()));
      at.account(i, i + 1, Part.STATE);
      return i + 1;
    }
    if (words.isNumberedKind(w)) {
      at.account(i, i + 1, Part.FILL);
      return i + 1;
    }
    at.finds.tellsSome |= isCountOfCodes(at, i);
    if (isMomentAnswered(at, i)) {
      status.answered(at, words.momentOf(w.text()).orElseThrow(), i, i + 1);
      at.finds.isStatusField = true;
      return i + 2;
    }
    Optional<CodeState> when = moment(at, i);
    if (when.isPresent()) {
      at.finds.states.add(State.beside(when.get(), w.start(), w.end()));
      at.account(i, i + 1, Part.STATE);
      return i + 1;
    }
    if (!words.isKnown(w)) {
      at.finds.mentionsTraffic |= words.isTraffic(w);
      return i + 1;
    }
    Phrases.Match<Boolean> result =
        isResultOfUnit(at, i) ? words.results().at(at.words(), i) : null;
    if (result != null) {
      at.account(i, i + result.words(), Part.LABEL);
      return i + result.words();
    }
    if (isNoCode(at, i)) {
      at.finds.none = true;
      at.account(i, i + 2, Part.FILL);
      return i + 2;
    }
    if (isCountOfNone(at, i)) {
      at.finds.none = true;
      at.account(i, i + 1, Part.FILL);
      return i + 1;
    }
    Phrases.Match<Boolean> none = words.none().at(at.words(), i);
    if (none != null) {
      at.finds.none = true;
      for (int k = i; k < i + none.words(); k++) {
        at.finds.noneOfState |= words.states().at(at.words(), k) != null;
      }
      at.account(i, i + none.words(), Part.FILL);
      return i + none.words();
    }
    behind = aside(at, i);
    if (behind > i) {
      return behind;
    }
    Phrases.Match<Condition> condition = words.conditions().at(at.words(), i);
    Phrases.Match<Said> state = words.states().at(at.words(), i);
    Phrases.Match<Label> label = labelAt(at, i, state);
    Phrases.Match<ControlUnit> unit = unitNames.at(at, i);
    if (condition != null && longest(condition, label, state, unit)) {
      int done = conditions.conditionAt(at, i, condition);
      if (done > i) {
        return done;
      }
    }
    if (label != null && longest(label, state, unit) && !isHeld(at, i, label, state)) {
      int done = labels.labelAt(at, i, label);
      if (done > i) {
        return done;
      }
    }
    if (state != null && longest(state, unit)) {
      at.account(i, i + state.words(), Part.STATE);
      return i + state.words();
    }
    if (unit != null) {
      at.account(i, i + unit.words(), Part.UNIT);
      return i + unit.words();
    }
    if (words.isFill(w)
        || words.isFrom(w)
        || words.isNot(w)
        || words.isDenied(w)
        || words.isCount(w)
        || words.isAffirmed(w)) {
      at.account(i, i + 1, Part.FILL);
    }
    return i + 1;
  }

  /**
   * "Warning lights: engine, ABS", "complaint: gearbox hard": up to the next name of something no
   * control unit speaks.
   */
  private int aside(LineAtHand at, int i) {
    Phrases.Match<Boolean> aside = words.asides().at(at.words(), i);
    int first = aside == null ? at.size() : i + aside.words();
    if (first >= at.size() || !at.isAnnounced(first)) {
      return i;
    }
    int end = first;
    while (end < at.size() && !(end > first && at.isAnnounced(end))) {
      if (at.endsSentence(end)) {
        end++;
        break;
      }
      end++;
    }
    int name = end < at.size() && at.isAnnounced(end) ? at.segment(end) - 1 : -1;
    while (end > first && at.segment(end - 1) == name) {
      end--;
    }
    boolean codes = at.words().subList(first, end).stream().anyMatch(w -> w.digits() > 2);
    if (codes || end == first) {
      return i;
    }
    at.account(i, end, Part.FILL);
    return end;
  }

  /**
   * "C1145 current. Mileage 88 000 km" does not speak of the current mileage; "estado actual:" is
   * the name of a field as a whole.
   */
  private Phrases.Match<Label> labelAt(LineAtHand at, int i, Phrases.Match<Said> state) {
    Phrases.Match<Label> label = words.labels().at(at.words(), i);
    for (int k = i + 1; label != null && k < i + label.words(); k++) {
      label = at.isAnnounced(k) ? words.labels().at(at.words().subList(0, k), i) : label;
    }
    if (label != null && saysItself(at, i, label)) {
      label = words.labels().at(at.words().subList(0, i + label.words() - 1), i);
    } else if (label != null && isOfNow(at, i, label)) {
      label = new Phrases.Match<>(label.meaning(), label.words() + 1);
    }
    int next = state == null ? at.size() : i + state.words();
    boolean parted =
        label != null && label.words() > next - i && at.segment(next) != at.segment(next - 1);
    return parted ? null : label;
  }

  /** "Estado actual: no presente": what it is by now, and not how it is. */
  private boolean isOfNow(LineAtHand at, int i, Phrases.Match<Label> label) {
    int now = i + label.words();
    if (label.meaning() != Label.STATUS
        || now + 1 >= at.size()
        || at.segment(now) != at.segment(i)
        || !at.isAnnounced(now + 1)) {
      return false;
    }
    Phrases.Match<Said> state = words.states().at(at.words(), now);
    return state != null && state.words() == 1 && state.meaning().state() == CodeState.CURRENT;
  }

  /** "P0335, current status": behind its code, with no value behind it. */
  private static boolean saysItself(LineAtHand at, int i, Phrases.Match<Label> label) {
    int behind = i + label.words();
    return label.meaning() == Label.STATUS
        && label.words() > 1
        && at.finds.hasCodes()
        && (behind == at.size() || at.segment(behind) != at.segment(i) && !at.isAnnounced(behind));
  }

  /**
   * "PCM P0335 crank sensor NOW", "P0118 now": the last cell of the row of a code, or all that
   * stands behind it; "P0299 (now), P0045 (earlier)".
   */
  private Optional<CodeState> moment(LineAtHand at, int i) {
    boolean last = i > 0 && i + 1 == at.size() && at.finds.codes.size() == 1;
    boolean behindCode = i > 0 && at.part(i - 1) == Part.CODE;
    boolean behind = behindCode || i > 0 && at.part(i - 1) == Part.UNIT;
    boolean alone = at.isAlone(i) && !at.isAnnounced(i);
    boolean bracketed = alone && (behindCode && isBracketed(at.word(i)) || endsBracket(at, i));
    boolean ends = i + 1 == at.size() || at.segment(i + 1) != at.segment(i);
    boolean ofCode = behindCode && ends && !at.isAnnounced(i) && at.segment(i - 1) == at.segment(i);
    return last && (alone || behind) || bracketed || ofCode
        ? words.momentOf(at.word(i).text())
        : Optional.empty();
  }

  /** "P0563; seen=2; now=no". */
  private boolean isMomentAnswered(LineAtHand at, int i) {
    return i > 0
        && i + 1 < at.size()
        && at.finds.hasCodes()
        && at.isAnnounced(i + 1)
        && at.segment(i) != at.segment(i - 1)
        && words.momentOf(at.word(i).text()).isPresent()
        && status.isAnswer(at.word(i + 1));
  }

  /** "P0299 (engine, now)": behind its unit in the bracket of a code. */
  private boolean endsBracket(LineAtHand at, int i) {
    int unit = i;
    while (unit > 0 && i - unit < 4 && at.part(unit - 1) == Part.UNIT) {
      unit--;
    }
    return unit < i
        && unit > 0
        && at.part(unit - 1) == Part.CODE
        && glyphs[at.word(unit).start() - 1] == '('
        && glyphs[at.word(i).end()] == ')';
  }

  private boolean isBracketed(Word w) {
    return glyphs[w.start() - 1] == '(' && glyphs[w.end()] == ')';
  }

  /** A small letter may be a word, unless nothing follows it. */
  private boolean isLetterOfLegend(LineAtHand at, int i) {
    // "C+W"
    if (glyphs[at.word(i).end()] == '+' || i > 0 && glyphs[at.word(i).start() - 1] == '+') {
      return legend.isCapital(at.word(i));
    }
    boolean ends = i + 1 == at.size() || at.segment(i + 1) != at.segment(i);
    boolean behindCode = i > 0 && at.part(i - 1) == Part.CODE;
    // "P0117 ECM C"
    boolean endsRow =
        i > 0
            && i + 1 == at.size()
            && legend.isCapital(at.word(i))
            && (at.part(i - 1) == Part.UNIT || legend.endsRows());
    // "P0193 rail sensor PAS"
    boolean name = i > 0 && ends && at.word(i).text().length() > 1 && legend.isCapital(at.word(i));
    // "both C"
    boolean ofBoth = i > 0 && ends && words.isEvery(at.word(i - 1)) && legend.isCapital(at.word(i));
    return endsRow
        || name
        || ofBoth
        || at.isAlone(i)
        || behindCode && (ends || legend.isCapital(at.word(i)));
  }

  /** "Engine - not ok" above its codes; behind a code it is a description. */
  private static boolean isResultOfUnit(LineAtHand at, int i) {
    return i > 0 && at.part(i - 1) == Part.UNIT && !at.finds.hasCodes();
  }

  /** "0 codes", whatever they are called. */
  private boolean isNoCode(LineAtHand at, int i) {
    return at.word(i).text().equals("0") && isBeforeCodes(at, i);
  }

  /** "Faults: 0", "number of codes: 0". */
  private boolean isCountOfNone(LineAtHand at, int i) {
    boolean alone =
        at.word(i).text().equals("0")
            && at.isAnnounced(i)
            && (i + 1 == at.size() || at.segment(i + 1) != at.segment(i));
    for (int k = i - 1; alone && k >= 0 && i - k < 4 && at.segment(k) == at.segment(i - 1); k--) {
      if (words.isLabel(at.words(), k, Label.CODE)) {
        return true;
      }
    }
    return false;
  }

  /** "2 DTC". */
  private boolean isCountOfCodes(LineAtHand at, int i) {
    Word w = at.word(i);
    return w.isNumber()
        && w.text().length() < 3
        && w.text().charAt(0) != '0'
        && isBeforeCodes(at, i);
  }

  private boolean isBeforeCodes(LineAtHand at, int i) {
    return i + 1 < at.size()
        && at.segment(i + 1) == at.segment(i)
        && words.isLabel(at.words(), i + 1, Label.CODE);
  }

  /**
   * "P0299 TURBO UNDERBOOST MEMORY", "codes in ECM memory: P0128": the name of a field that is no
   * name here, but a state.
   */
  private boolean isHeld(
      LineAtHand at, int i, Phrases.Match<Label> label, Phrases.Match<Said> state) {
    if (label.meaning() != Label.STATUS || state == null) {
      return false;
    }
    boolean behindCode = i > 0 && i + 1 == at.size() && at.part(i - 1) == Part.CODE;
    boolean ends = at.finds.hasCodes() && (at.isAlone(i) || behindCode);
    boolean names = i + 1 < at.size() && at.isAnnounced(i + 1);
    // "Live (ABS): none", "Memory (ABS): C0035"
    boolean bracket = at.size() > 1 && glyphs[at.word(1).start() - 1] == '(';
    boolean list = i == 0 && (names || bracket && words.units().begins(at.words(), 1));
    boolean ofCodes =
        at.finds.speaksOfCodes
            && !at.finds.hasCodes()
            && i > 0
            && at.segment(i - 1) == at.segment(i)
            && names;
    return ends && !names || ofCodes || list;
  }

  private static boolean isHex(Word w) {
    String t = w.text();
    if (t.length() < 3 || t.length() > 10 || !Glyphs.isDigit(t.charAt(0))) {
      return false;
    }
    for (int k = 1; k < t.length(); k++) {
      char c = t.charAt(k);
      if (!Glyphs.isDigit(c) && (c < 'a' || c > 'f') && c != 'h' && c != 'x') {
        return false;
      }
    }
    return true;
  }

  private static boolean longest(Phrases.Match<?> asked, Phrases.Match<?>... others) {
    for (Phrases.Match<?> o : others) {
      if (o != null && o.words() > asked.words()) {
        return false;
      }
    }
    return true;
  }

  /** Codes of one sentence that nothing but signs and filling words parts are of one run. */
  private int[] runs(LineAtHand at) {
    int[] runs = new int[at.finds.codes.size()];
    boolean several =
        at.finds.states.size() > 1
            && at.finds.states.stream().allMatch(s -> s.reach() == LineFinds.Reach.BESIDE);
    int i = 0;
    for (int k = 1; k < runs.length; k++) {
      int from = at.finds.codes.get(k - 1).start();
      int to = at.finds.codes.get(k).start();
      boolean parted = false;
      int behindWhere = behindWhere(at, k) < 0 ? -1 : behindWhere(at, k - 1);
      while (i < at.size() && at.word(i).start() < to) {
        // Without its accent the Italian "è" is "e".
        boolean verb = at.word(i).text().length() > 1 && words.isBeing(at.word(i));
        boolean not = words.isNot(at.word(i)) && !words.isAnd(at.word(i));
        boolean says = at.part(i) == Part.FILL && (verb || not);
        boolean nothing = words.isNothing(at.word(i));
        boolean nor = nothing && i + 1 < at.size() && at.part(i + 1) == Part.CODE;
        boolean described = at.part(i) == Part.OTHER && !nor && !isHowOften(at, i);
        // "P0102, nothing in the ABS, and U0100 present"
        boolean tells = says || described || nothing && !nor || at.part(i) == Part.STATE;
        // "P0299 engine, P0715 gearbox pending, C0035 brakes history": each has its own, or none
        tells |= several && at.part(i) == Part.UNIT;
        parted |= tells && at.word(i).start() > from && at.word(i).start() >= behindWhere;
        boolean but = words.isAnd(at.word(i)) && !words.isJoining(at.word(i));
        parted |= at.word(i).start() >= from && (but || at.endsSentence(i));
        i++;
      }
      parted |= isToldAnew(at, k, i) || at.hasClause(k, words);
      parted |= several && behindWhere < 0 && isBracketBetween(at, k);
      runs[k] = runs[k - 1] + (parted ? 1 : 0);
    }
    return runs;
  }

  /** "P0299 (2 times), P0401 (5 times)". */
  private boolean isHowOften(LineAtHand at, int i) {
    return at.word(i).isNumber()
        && i + 1 < at.size()
        && at.segment(i + 1) == at.segment(i)
        && words.isLabel(at.words(), i + 1, Label.COUNT);
  }

  /**
   * "C1A30 (LF) and C1A31 (RF) active": a bracket behind a code that tells nothing of how it is
   * held.
   *
   * @return behind the bracket; -1 if there is none
   */
  private int behindWhere(LineAtHand at, int code) {
    int open = Glyphs.behindSpaces(glyphs, at.finds.codes.get(code).end());
    if (open >= at.line().end() || glyphs[open] != '(') {
      return -1;
    }
    int i = LineFinds.countBefore(at.words(), Word::start, open);
    int last = i;
    while (last < at.size() && last - i < LONGEST_WHERE && glyphs[at.word(last).end()] != ')') {
      last++;
    }
    boolean whole = last < at.size() && last - i < LONGEST_WHERE;
    for (int k = i; whole && k <= last; k++) {
      whole = at.part(k) == Part.OTHER || at.part(k) == Part.FILL;
    }
    return whole && at.part(last) == Part.OTHER ? at.word(last).end() : -1;
  }

  /** "P0102 (-), P0113 (current)": the first has its own as well, and it tells nothing. */
  private boolean isBracketBetween(LineAtHand at, int code) {
    int place = at.finds.codes.get(code - 1).end();
    while (place < at.finds.codes.get(code).start() && glyphs[place] != '(') {
      place++;
    }
    return place < at.finds.codes.get(code).start();
  }

  /** "The engine has memorised P0420; P0171 came back": it has a verb of its own. */
  private boolean isToldAnew(LineAtHand at, int code, int word) {
    int place = at.finds.codes.get(code - 1).end();
    while (place < at.finds.codes.get(code).start() && glyphs[place] != ';') {
      place++;
    }
    boolean verb = false;
    int i = word + 1;
    while (StateReach.isNear(at, i, word) && at.part(i) != Part.STATE) {
      verb |= words.isHolding(at.word(i));
      i++;
    }
    boolean parted = place < at.finds.codes.get(code).start();
    return parted && verb && !StateReach.isNear(at, i, word);
  }

  private void sentences(LineAtHand at) {
    for (int i = 0; i < at.size() && at.finds.hasCodes(); i++) {
      if (at.endsSentence(i)) {
        at.finds.sentenceEnds.add(at.word(i).end());
      }
    }
    at.finds.sentenceEnds.add(Integer.MAX_VALUE);
    dropProse(at.finds);
  }

  /** "Engine warm, idling at 780 rpm. Codes: P0505": what is told before them is of no code. */
  private void dropProse(LineFinds finds) {
    if (finds.hasCodes() && finds.sentenceEnds.get(0) <= finds.codes.get(0).start()) {
      int code = finds.codes.get(0).start();
      int behind =
          finds.sentenceEnds.stream()
              .filter(e -> e <= code && beginsLoud(e + 1))
              .reduce(0, Math::max);
      finds.values.removeIf(v -> v.condition() != null && v.end() <= behind);
    }
  }

  /** "... 780 rpm. Codes", and not "max. load". */
  private boolean beginsLoud(int place) {
    int next = Glyphs.behindSpaces(glyphs, place);
    return next < glyphs.length && Character.isUpperCase(glyphs[next]);
  }

  /** "Motor.....P0401" above "..........P0299": dots where the unit would stand. */
  private boolean beginsInDots(LineAtHand at) {
    int start = at.line().start();
    return at.finds.hasCodes()
        && !at.isEmpty()
        && at.part(0) == Part.CODE
        && at.word(0).start() - start > MOST_DASHES
        && IntStream.range(start, at.word(0).start()).allMatch(k -> glyphs[k] == '.');
  }

  /** What the line is as a whole. */
  private void judge(LineAtHand at) {
    Line line = at.line();
    boolean healthy = !at.finds.hasCodes() && isHealthy(at);
    for (int i = 0; i < at.size(); i++) {
      at.finds.otherWords += at.part(i) == Part.OTHER ? 1 : 0;
      at.finds.otherNumbers += at.part(i) == Part.OTHER && at.word(i).isNumber() ? 1 : 0;
      at.finds.hasValue |= at.isAnnounced(i) && at.cellIndex(i) == 0;
    }
    units.units(at);
    at.finds.unitIsAsAbove |= beginsInDots(at);
    at.finds.slot = UnitSlot.of(at, glyphs, words);
    at.finds.none |= (healthy || isDashed(at)) && at.finds.unit != null && at.finds.otherWords == 0;
    at.finds.unitFollowsItsKind =
        at.size() > 1 && at.finds.unitIsWhole && words.isLabel(at.words(), 0, Label.UNIT);
    at.finds.unitIsValue = isUnitValue(at);
    at.finds.statesStandApart =
        !at.finds.hasCodes() && !at.finds.states.isEmpty() && standsApart(at, Part.STATE);
    at.finds.unitStandsApart =
        !at.finds.hasCodes() && at.finds.unit != null && standsApart(at, Part.UNIT);
    at.finds.speaksOfAll = at.size() > 1 && speaksOfAll(at);
    at.finds.isFieldOfAll = isFieldOfAll(at);
    if (at.finds.hasCodes()
        || line.end() <= line.start()
        || line.end() - line.start() > LONGEST_HEADING + 40) {
      return;
    }
    int start = line.start();
    int end = line.end();
    char first = glyphs[start];
    char last = glyphs[end - 1];
    boolean colon = last == ':';
    boolean rule = first == '-' && (last == '-' || start + 1 < end && glyphs[start + 1] == '-');
    boolean decorated = rule || "=*#[<~_>".indexOf(first) >= 0 || "=*~_]".indexOf(last) >= 0;
    boolean mayHead = at.finds.vins.isEmpty() && at.finds.values.isEmpty() && last != '?';
    at.finds.isDecorated = mayHead && (colon && !at.finds.hasValue || decorated);
    at.finds.isMarkedHeading = at.finds.isDecorated || mayHead && isLoud(at, start, end);
    // "Loader 14, 6 212 h. Engine ECU gives 3 faults:"
    int said = colon ? beginOfLastSentence(at) : 0;
    at.finds.isSentence = at.size() - said >= 9 || last == '.' && at.size() >= 4;
    boolean says = at.words().stream().anyMatch(w -> w.digits() < w.text().length());
    boolean introduces = at.size() > 1 && words.isHolding(at.word(at.size() - 1));
    at.finds.namesBattery = at.words().stream().anyMatch(words::isBattery);
    at.finds.shape = HeadingShape.of(at, glyphs, words, unitNames);
    if ((at.finds.isMarkedHeading || line.kind() == Line.Kind.HEADING) && says && !introduces) {
      at.finds.heading = EDGES.matcher(Glyphs.seen(glyphs, start, end)).replaceAll("").strip();
    }
    boolean isFrame = at.finds.values.stream().anyMatch(v -> v.condition() != null);
    if (!at.finds.hasCodes() && at.words().stream().anyMatch(words::isCodeMessage)) {
      at.finds.speaksOfCodes = true;
      at.finds.isKnownHead = true;
    }
    // "Vehicle speed sensor", "vehicle speed sensor, no signal" below a code
    boolean describes = at.words().stream().skip(1).anyMatch(words::endsInThing);
    for (int i = 0; i < at.size() && !at.finds.isKnownHead && !isFrame; i++) {
      boolean mayName = i == 0 || at.finds.isMarkedHeading || at.finds.otherWords == 0;
      at.finds.isKnownHead =
          mayName && words.heads().at(at.words(), i) != null && !describes
              || at.part(i) == Part.LABEL && at.finds.speaksOfCodes;
    }
  }

  /** "All from ECM", "A = active, H = history. All from ECM". */
  private boolean speaksOfAll(LineAtHand at) {
    int last = at.finds.hasCodes() ? 0 : beginOfLastSentence(at);
    return words.isEvery(at.word(0))
        || last > 0
            && last < at.size()
            && words.isEvery(at.word(last))
            && at.finds.unit != null
            && at.finds.unitStart > at.word(last).start();
  }

  private static int beginOfLastSentence(LineAtHand at) {
    int first = at.size();
    while (first > 0 && (first == at.size() || !at.endsSentence(first - 1))) {
      first--;
    }
    return first;
  }

  /** "Gearbox ---", "gearbox: -", and no rule that underlines a heading. */
  private boolean isDashed(LineAtHand at) {
    Line line = at.line();
    if (at.finds.hasCodes() || at.isEmpty() || glyphs[line.start()] == '-') {
      return false;
    }
    int end = line.end();
    int dashes = end;
    while (dashes > line.start() && glyphs[dashes - 1] == '-') {
      dashes--;
    }
    int count = end - dashes;
    int behind = at.word(at.size() - 1).end();
    boolean alone = behind < dashes && dashes > 1 && glyphs[dashes - 1] == ' ';
    boolean sign = count > 1 || dashes - behind > 1;
    return alone && sign && count > 0 && count <= MOST_DASHES;
  }

  /** "State of all: history". */
  private boolean isFieldOfAll(LineAtHand at) {
    int i = 0;
    while (i < at.size() && at.part(i) != Part.STATE && !words.isEvery(at.word(i))) {
      i++;
    }
    boolean all = i > 0 && i + 1 < at.size() && words.isEvery(at.word(i));
    return all && !at.finds.states.isEmpty() && words.isLabel(at.words(), 0, Label.STATUS);
  }

  private boolean standsApart(LineAtHand at, Part what) {
    boolean apart = at.size() <= MOST_BESIDE_STATE + 1;
    for (int i = 1; i < at.size() && apart; i++) {
      boolean ends = at.part(i) == what && at.part(i - 1) == Part.OTHER;
      boolean begins = at.part(i) == Part.OTHER && at.part(i - 1) == what;
      apart = !ends && !begins || isParted(at.word(i - 1).end(), at.word(i).start());
    }
    return apart;
  }

  private boolean isParted(int from, int to) {
    for (int i = from; i < to; i++) {
      if ("/,;|-–·".indexOf(glyphs[i]) >= 0) {
        return true;
      }
    }
    return false;
  }

  private static boolean isUnitValue(LineAtHand at) {
    LineFinds f = at.finds;
    int unit = f.unit == null || f.hasCodes() ? at.size() : at.behind(0, f.unitStart);
    return unit > 0
        && unit < at.size()
        && at.isAnnounced(unit)
        && at.word(at.size() - 1).end() == f.unitEnd;
  }

  /** "Gateway ok", "gateway: none". */
  private boolean isHealthy(LineAtHand at) {
    boolean healthy = false;
    for (int i = 0; i < at.size(); i++) {
      boolean says = words.isHealthy(at.word(i)) || isNothingBehindSign(at, i);
      if ((at.part(i) == Part.OTHER || at.part(i) == Part.FILL) && says) {
        at.account(i, i + 1, Part.FILL);
        healthy = true;
      }
    }
    return healthy;
  }

  private boolean isNothingBehindSign(LineAtHand at, int i) {
    return i > 0
        && i + 1 == at.size()
        && at.segment(i) != at.segment(i - 1)
        && words.isNothing(at.word(i))
        && at.finds.states.isEmpty();
  }

  /** Capitals only. */
  private boolean isLoud(LineAtHand at, int start, int end) {
    boolean capital = false;
    for (int i = start; i < end; i++) {
      if (Character.isLowerCase(glyphs[i])) {
        return false;
      }
      capital |= Character.isUpperCase(glyphs[i]);
    }
    return capital && at.size() <= 5 && !isAllLoud;
  }

  /** A report in capitals throughout: they set no line apart. */
  private static boolean isAllLoud(char[] glyphs) {
    int small = 0;
    int large = 0;
    for (int i = 0; i < Math.min(glyphs.length, LOOKED_AT); i++) {
      small += Character.isLowerCase(glyphs[i]) ? 1 : 0;
      large += Character.isUpperCase(glyphs[i]) ? 1 : 0;
    }
    return large > LOUD * small;
  }
}
