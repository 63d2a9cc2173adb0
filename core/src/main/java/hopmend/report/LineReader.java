package hopmend.report;

import hopmend.fault.CodeState;
import hopmend.fault.ControlUnit;
import hopmend.fault.FreezeFrameValue.Condition;
import hopmend.fault.StatusByte;
import hopmend.fault.TroubleCode;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.report.LineFinds.Code;
import hopmend.report.LineFinds.Doubt;
import hopmend.report.LineFinds.State;
import hopmend.report.LineFinds.Value;
import hopmend.report.ReportWords.Label;
import hopmend.report.ReportWords.Said;
import hopmend.vehicle.Vin;
import hopmend.vehicle.VinReading;
import java.nio.CharBuffer;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Recognises what stands in one line, by the shape of its words, their labels and neighbours. */
final class LineReader {
  private static final int LOOK_AT = 100_000;

  /** So many words before and behind are looked at, however long a line is. */
  private static final int NEAR = 12;

  private static final int DATE_WITHIN = 20_000;
  private static final int LONGEST_HEADING = 90;
  private static final Pattern DATE =
      Pattern.compile(
          "\\b(\\d{4})[-/.](\\d{2})[-/.](\\d{2})(?!\\d)|\\b(\\d{1,2})([./-])(\\d{1,2})\\5(\\d{4})\\b");
  private static final Pattern EDGES = Pattern.compile("^[^\\p{L}\\p{N}]+|[^\\p{L}\\p{N})]+$");
  private static final Pattern PAIR = Pattern.compile("(\\d{2,6})\\s*[-/.,:]\\s*(\\d{1,2})");
  private static final Pattern SPN_WORD = Pattern.compile("spn(\\d{1,6})(?:fmi(\\d{1,2}))?");
  private static final Pattern FMI_WORD = Pattern.compile("fmi(\\d{1,2})");
  private static final Pattern LETTERLESS = Pattern.compile("[0-3]\\d[0-9a-f]{2}");
  private static final Pattern BYTES = Pattern.compile("0x([0-9a-f]{4})([0-9a-f]{2})?");
  private static final Pattern HEX_BYTE = Pattern.compile("(?:0x)?([0-9a-f]{2})h?");
  private static final Pattern MARKED_HEX_BYTE = Pattern.compile("0x([0-9a-f]{2})|([0-9a-f]{2})h");

  private final Layout layout;
  private final char[] glyphs;
  private final CharSequence text;
  private final ReportWords words;
  private final ReportNumbers numbers;
  private final CodeScanner scanner;
  private final int yearNow;
  private final Optional<MeasureUnit> distance;

  // Of the line at hand
  private List<Word> all = List.of();
  private List<Cell> cells = List.of();
  private int[] firstWord = {};
  private int[] cellOf = {};
  private int[] segment = {};
  private int[] accounted = {};
  private boolean[] valueMark = {};
  private LineFinds f;

  /** Codes that nothing but signs and filling words parts are of one run. */
  private int[] runs() {
    int[] runs = new int[f.codes.size()];
    int i = 0;
    for (int k = 1; k < runs.length; k++) {
      int from = f.codes.get(k - 1).start();
      int to = f.codes.get(k).start();
      boolean parted = false;
      while (i < all.size() && all.get(i).start() < to) {
        boolean tells = accounted[i] == OTHER || accounted[i] == STATE;
        parted |= tells && all.get(i).start() > from;
        i++;
      }
      runs[k] = runs[k - 1] + (parted ? 1 : 0);
    }
    return runs;
  }

  /** "[CRANE] B1234": what stands in brackets before a code speaks, whether it is known or not. */
  private void bracketed(Line line) {
    int start = line.start();
    if (f.unit != null || !f.hasCodes() || glyphs[start] != '[') {
      return;
    }
    int end = start;
    while (end < line.end() && glyphs[end] != ']' && end - start < 40) {
      end++;
    }
    String name = seen(start + 1, end).strip();
    if (end < f.codes.get(0).start()
        && glyphs[end] == ']'
        && name.chars().anyMatch(Character::isLetter)
        && f.states.stream().noneMatch(s -> s.start() < f.codes.get(0).start())) {
      unit(name, start + 1, end, true);
    }
  }

  private static final int OTHER = 0;
  private static final int FILL = 1;
  private static final int CODE = 2;
  private static final int STATE = 3;
  private static final int UNIT = 4;
  private static final int LABEL = 5;
  private static final int VALUE = 6;

  LineReader(Layout layout, ReportWords words, int yearNow) {
    this.layout = layout;
    this.glyphs = layout.glyphs();
    this.text = CharBuffer.wrap(glyphs);
    this.words = words;
    this.yearNow = yearNow;
    this.scanner = new CodeScanner(glyphs);
    boolean commaLanguage = isOfCommaLanguage();
    this.numbers = ReportNumbers.of(layout, commaLanguage);
    this.distance = distance(commaLanguage);
  }

  private boolean isOfCommaLanguage() {
    int foreign = 0;
    int looked = 0;
    for (Word w : Word.of(glyphs, 0, Math.min(glyphs.length, 20_000))) {
      foreign += words.isOfCommaLanguage(w) ? 1 : 0;
      looked++;
    }
    return foreign >= 2 || foreign == 1 && looked < 60;
  }

  /** In what a report without a unit at its odometer counts; empty if nothing tells. */
  private Optional<MeasureUnit> distance(boolean commaLanguage) {
    String head = new String(glyphs, 0, Math.min(glyphs.length, LOOK_AT)).toLowerCase(Locale.ROOT);
    boolean miles = head.contains("mph") || head.contains("miles");
    boolean km = head.contains("km/h") || head.contains("kph") || head.contains("kmh");
    if (miles != km) {
      return Optional.of(miles ? MeasureUnit.MILE : MeasureUnit.KILOMETRE);
    }
    return commaLanguage ? Optional.of(MeasureUnit.KILOMETRE) : Optional.empty();
  }

  LineFinds read(Line line) {
    f = new LineFinds();
    cells = line.cells();
    gather();
    int n = all.size();
    labelledCells(line);
    int i = 0;
    while (i < n) {
      i = accounted[i] == OTHER ? Math.max(i + 1, word(i)) : i + 1;
    }
    endSpn();
    states();
    f.states.sort(Comparator.comparingInt(State::start));
    f.historyIsOnlyDenied =
        f.states.stream().anyMatch(State::denying)
            && f.states.stream().noneMatch(s -> s.state() == CodeState.HISTORY && !s.denying());
    f.runs = runs();
    judge(line);
    bracketed(line);
    return f;
  }

  /** The words of all cells, and what parts them. */
  private void gather() {
    firstWord = new int[cells.size() + 1];
    all = new ArrayList<>();
    for (int c = 0; c < cells.size(); c++) {
      firstWord[c] = all.size();
      all.addAll(Word.of(glyphs, cells.get(c).start(), cells.get(c).end()));
    }
    firstWord[cells.size()] = all.size();
    int n = all.size();
    cellOf = new int[n];
    segment = new int[n];
    accounted = new int[n];
    valueMark = new boolean[n];
    int cell = 0;
    for (int i = 0; i < n; i++) {
      while (i >= firstWord[cell + 1]) {
        cell++;
      }
      cellOf[i] = cell;
      if (i > 0) {
        boolean other = cellOf[i] != cellOf[i - 1];
        int kind = other ? 2 : parting(all.get(i - 1).end(), all.get(i).start());
        segment[i] = segment[i - 1] + (kind > 0 ? 1 : 0);
        valueMark[i] = kind == 2;
      }
    }
  }

  /** 0 if two words belong together, 1 if something parts them, 2 if a sign announces a value. */
  private int parting(int from, int to) {
    int spaces = 0;
    boolean parts = false;
    for (int k = from; k < to; k++) {
      char c = glyphs[k];
      if (c == ':' || c == '=' || c == '.' && k + 1 < to && glyphs[k + 1] == '.') {
        return 2;
      }
      spaces += c == ' ' ? 1 : 0;
      boolean dash =
          c == '-' && k > from && k + 1 < to && glyphs[k - 1] == ' ' && glyphs[k + 1] == ' ';
      boolean stop = c == '.' && k + 1 < to && glyphs[k + 1] == ' ';
      parts |= dash || stop || ",;|()[]{}<>\t*•·→>!?".indexOf(c) >= 0;
    }
    return parts || spaces > 1 ? 1 : 0;
  }

  // Cells with a name

  private void labelledCells(Line line) {
    for (int c = 0; c < cells.size(); c++) {
      Head head = cells.get(c).head();
      if (head == Head.NONE || line.kind() == Line.Kind.HEADING) {
        continue;
      }
      int first = firstWord[c];
      int behind = firstWord[c + 1];
      if (head.state() != null) {
        crossed(c, head.state(), first, behind);
      } else if (head.condition() != null) {
        conditionCell(c, head, first, behind);
      } else if (head.label() != null) {
        labelled(c, head, first, behind, line);
      }
    }
  }

  private void account(int from, int to, int as) {
    for (int i = from; i < to; i++) {
      accounted[i] = as;
    }
  }

  /** A cross, a hook, "yes" or a count in the column of a state. */
  private void crossed(int c, CodeState state, int first, int behind) {
    Cell cell = cells.get(c);
    if (first == behind) {
      String marks = new String(glyphs, cell.start(), cell.end() - cell.start()).strip();
      if (!marks.isEmpty() && !marks.matches("[-./:\\s]*")) {
        f.states.add(new State(state, false, cell.start(), cell.end()));
      }
      return;
    }
    Word w = all.get(first);
    if (behind - first == 1 && (words.isAffirmed(w) || w.isNumber() && !w.text().matches("0+"))) {
      f.states.add(new State(state, false, w.start(), w.end()));
      account(first, behind, STATE);
    } else if (behind - first == 1 && words.isDenied(w)) {
      account(first, behind, FILL);
    }
    // Else codes stand there: they have this state, see code().
  }

  private void conditionCell(int c, Head head, int first, int behind) {
    for (int i = first; i < behind; i++) {
      if (Glyphs.isDigit(all.get(i).text().isEmpty() ? 'x' : all.get(i).text().charAt(0))) {
        int[] number = ReportNumbers.placeAt(glyphs, all.get(i).start(), cells.get(c).end());
        if (number != null) {
          value(head.condition(), number, i, head.unit(), cells.get(c).start());
          account(first, behind, VALUE);
        }
        return;
      }
    }
  }

  private void labelled(int c, Head head, int first, int behind, Line line) {
    Cell cell = cells.get(c);
    String written = seen(cell.start(), cell.end()).strip();
    String small = written.toLowerCase(Locale.ROOT);
    switch (head.label()) {
      case SPN -> {
        number(small, 524_287).ifPresent(v -> spn(v, cell));
        account(first, behind, LABEL);
      }
      case FMI -> {
        number(small, 31).ifPresent(v -> fmi(v, cell));
        account(first, behind, LABEL);
      }
      case COUNT -> {
        number(small, 1_000_000).ifPresent(v -> f.count = v == 127 && isHeavy() ? 0 : v);
        account(first, behind, LABEL);
      }
      case TYPE -> {
        Matcher m = HEX_BYTE.matcher(small);
        if (m.matches()) {
          f.type = Integer.parseInt(m.group(1), 16);
          account(first, behind, LABEL);
        }
      }
      case STATUS -> statusCell(small, cell, first, behind);
      case SPN_FMI -> pair(small, cell, first, behind);
      case CODE -> codeCell(small, cell, first, behind);
      case ADDRESS -> {
        if (unitOfAddress(written, cell, true)) {
          account(first, behind, UNIT);
        }
      }
      case UNIT -> unitCell(written, cell, first, behind);
      case ODOMETER -> {
        if (line.depth() > 0 || cells.stream().noneMatch(x -> x.head().is(Label.CODE))) {
          odometerCell(c, head, first, behind);
        } else {
          // When the code was set, not what the vehicle has run by now.
          account(first, behind, VALUE);
        }
      }
      case OTHER -> account(first, behind, FILL);
      case DATE, TEXT -> {}
    }
  }

  private boolean isHeavy() {
    return f.spn >= 0
        || f.fmi >= 0
        || cells.stream().anyMatch(c -> c.head().is(Label.SPN) || c.head().is(Label.SPN_FMI));
  }

  private static Optional<Integer> number(String written, int most) {
    if (!written.matches("\\d{1,7}")) {
      return Optional.empty();
    }
    int value = Integer.parseInt(written);
    return value <= most ? Optional.of(value) : Optional.empty();
  }

  private void statusCell(String small, Cell cell, int first, int behind) {
    Matcher m = HEX_BYTE.matcher(small);
    boolean hex =
        m.matches()
            && (layout.name().equals("text") || small.length() > 2 || !small.matches("[01]\\d?"));
    if (hex) {
      statusByte(m.group(1), cell.start(), cell.end());
      account(first, behind, STATE);
    }
    f.isStatusField = true;
  }

  private void statusByte(String hex, int start, int end) {
    for (CodeState s : new StatusByte(Integer.parseInt(hex, 16)).states()) {
      f.states.add(new State(s, false, start, end));
    }
  }

  private void pair(String small, Cell cell, int first, int behind) {
    Matcher m = PAIR.matcher(small);
    if (m.matches()) {
      heavy(Integer.parseInt(m.group(1)), Integer.parseInt(m.group(2)), cell.start(), cell.end());
      account(first, behind, CODE);
    }
  }

  private void codeCell(String small, Cell cell, int first, int behind) {
    Matcher bytes = BYTES.matcher(small);
    Matcher m = PAIR.matcher(small);
    if (bytes.matches()) {
      bytes(bytes, cell.start(), cell.end());
      account(first, behind, CODE);
    } else if (m.matches() && m.group(1).length() < 7 && small.indexOf('.') < 0) {
      pair(small, cell, first, behind);
    } else if (!namesCondition() && LETTERLESS.matcher(small).matches()) {
      f.doubts.add(
          new Doubt(cell.start(), cell.end(), "a code without its letter P, C, B or U?", ""));
      account(first, behind, LABEL);
    }
  }

  private void bytes(Matcher m, int start, int end) {
    int base = Integer.parseInt(m.group(1), 16);
    int type = m.group(2) == null ? 0 : Integer.parseInt(m.group(2), 16);
    if (base != 0) {
      f.codes.add(new Code(new TroubleCode(base, type), List.of(), 0, start, end, null));
    } else {
      f.none = true;
    }
  }

  private void unitCell(String written, Cell cell, int first, int behind) {
    if (written.isEmpty() || unitOfAddress(written, cell, false)) {
      account(first, behind, UNIT);
      return;
    }
    Phrases.Match<ControlUnit> match = first < behind ? words.units().at(all, first) : null;
    if (first < behind && isName(first, match)) {
      return;
    }
    String name = match != null ? match.meaning().name() : written;
    if (name.length() <= 60 && name.chars().anyMatch(Character::isLetter)) {
      unit(name, cell.start(), cell.end(), true);
      f.unitIsLabelled = true;
      account(first, behind, UNIT);
    }
  }

  /** The name of a value, and of no unit: a table may tell more than codes in its columns. */
  private boolean isName(int i, Phrases.Match<ControlUnit> unit) {
    Phrases.Match<Condition> condition = words.conditions().at(all, i);
    return unit == null && (condition != null || words.labels().at(all, i) != null)
        || unit != null && condition != null && condition.words() > unit.words();
  }

  private boolean namesCondition() {
    return !all.isEmpty() && words.conditions().at(all, 0) != null;
  }

  private boolean unitOfAddress(String written, Cell cell, boolean isAddress) {
    Optional<ControlUnit> unit =
        words
            .answering(written.replaceAll("^0[xX]|[hH]$", ""))
            .or(() -> isAddress ? words.answering("SA " + written) : Optional.empty());
    unit.ifPresent(u -> unit(u.name(), cell.start(), cell.end(), true));
    return unit.isPresent();
  }

  private void unit(String name, int start, int end, boolean whole) {
    f.unit = name;
    f.unitStart = start;
    f.unitEnd = end;
    f.unitIsWhole |= whole;
  }

  private void odometerCell(int c, Head head, int first, int behind) {
    if (first < behind) {
      int[] number = ReportNumbers.placeAt(glyphs, all.get(first).start(), cells.get(c).end());
      if (number != null) {
        odometer(number, first, head.unit(), cells.get(c).start());
        account(first, behind, VALUE);
      }
    }
  }

  // Words

  /** What stands at a word; the number of the word behind it. */
  private int word(int i) {
    Word w = all.get(i);
    Cell cell = cells.get(cellOf[i]);
    int behind = codeAt(i, cell);
    if (behind > i) {
      return behind;
    }
    if (w.text().length() >= 16 && w.text().length() <= 18) {
      identificationNumber(w);
    }
    behind = spnAt(i);
    if (behind > i) {
      return behind;
    }
    if (isHex(w)) {
      behind = bytesAt(i);
      if (behind > i) {
        return behind;
      }
    }
    dateAt(w);
    if (!words.isKnown(w)) {
      f.mentionsTraffic |= words.isTraffic(w);
      return i + 1;
    }
    Phrases.Match<Boolean> none = words.none().at(all, i);
    if (none != null) {
      f.none = true;
      account(i, i + none.words(), FILL);
      return i + none.words();
    }
    Phrases.Match<Condition> condition = words.conditions().at(all, i);
    Phrases.Match<Label> label = words.labels().at(all, i);
    Phrases.Match<Said> state = words.states().at(all, i);
    Phrases.Match<ControlUnit> unit = words.units().at(all, i);
    if (condition != null && longest(condition, label, state, unit)) {
      int done = conditionAt(i, condition);
      if (done > i) {
        return done;
      }
    }
    if (label != null && longest(label, state, unit)) {
      int done = labelAt(i, label);
      if (done > i) {
        return done;
      }
    }
    if (state != null && longest(state, unit)) {
      account(i, i + state.words(), STATE);
      return i + state.words();
    }
    if (unit != null) {
      account(i, i + unit.words(), UNIT);
      return i + unit.words();
    }
    if (words.isFill(w) || words.isNot(w) || words.isDenied(w) || words.isAffirmed(w)) {
      account(i, i + 1, FILL);
    }
    return i + 1;
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

  // Codes

  private int codeAt(int i, Cell cell) {
    Word w = all.get(i);
    Label label = cell.head().label();
    if (label == Label.OTHER || label == Label.DATE || label == Label.ODOMETER) {
      return i;
    }
    CodeScanner.Result result = scanner.at(w.start(), cell.end());
    if (result == CodeScanner.Result.NOTHING) {
      return i;
    }
    int start = w.start();
    int end = scanner.end();
    int behind = i + 1;
    while (behind < all.size() && all.get(behind).start() < end) {
      behind++;
    }
    account(i, behind, CODE);
    if (result == CodeScanner.Result.DOUBT) {
      String reads = scanner.offers() ? scanner.code().text() : "";
      f.doubts.add(new Doubt(start, end, scanner.doubt(), reads));
      return behind;
    }
    if (label != Label.CODE && isBeside(i)) {
      f.doubts.add(
          new Doubt(
              start,
              end,
              "by the word before it a number of something else",
              scanner.code().text()));
      return behind;
    }
    List<String> slips = new ArrayList<>(0);
    if (scanner.letterO()) {
      slips.add("letter O read as 0");
    }
    if (scanner.letterI()) {
      slips.add("letter I or l read as 1");
    }
    CodeState column = cell.head().state();
    f.codes.add(new Code(scanner.code(), slips, 0, start, end, column));
    // Another code may be glued on.
    int from = end;
    while (from < cell.end()
        && Glyphs.isWord(glyphs[from])
        && scanner.at(from, cell.end()) == CodeScanner.Result.CODE) {
      f.codes.add(new Code(scanner.code(), List.of(), 0, from, scanner.end(), column));
      from = scanner.end();
      while (behind < all.size() && all.get(behind).start() < from) {
        accounted[behind++] = CODE;
      }
    }
    return behind;
  }

  /** "bolt C1025", "part no. P0340": told by what stands right before it. */
  private boolean isBeside(int i) {
    for (int words = 1; words <= 2 && i - words >= 0; words++) {
      if (cellOf[i - words] != cellOf[i]) {
        return false;
      }
      Phrases.Match<Boolean> match = this.words.beside().at(all, i - words);
      if (match != null && match.words() == words) {
        return true;
      }
    }
    return false;
  }

  private int bytesAt(int i) {
    Word w = all.get(i);
    boolean afterCode =
        i > 0
            && (isLabel(i - 1, Label.CODE) || i > 1 && isLabel(i - 2, Label.CODE) && valueMark[i]);
    Matcher m = BYTES.matcher(w.text());
    if (m.matches() && afterCode) {
      bytes(m, w.start(), w.end());
      account(i, i + 1, CODE);
      return i + 1;
    }
    Optional<ControlUnit> unit = words.answering(w.text().replaceAll("^0x|h$", ""));
    if (unit.isPresent()) {
      unit(unit.get().name(), w.start(), w.end(), true);
      account(i, i + 1, UNIT);
      return i + 1;
    }
    return i;
  }

  private boolean isLabel(int i, Label label) {
    Phrases.Match<Label> match = words.labels().at(all, i);
    return match != null && match.meaning() == label;
  }

  private int spnAt(int i) {
    Word w = all.get(i);
    if (!w.text().startsWith("spn") && !w.text().startsWith("fmi")) {
      return i;
    }
    Matcher glued = SPN_WORD.matcher(w.text());
    if (glued.matches()) {
      place(w);
      spnValue(Integer.parseInt(glued.group(1)), w);
      if (glued.group(2) != null) {
        fmiValue(Integer.parseInt(glued.group(2)), w);
      }
      account(i, i + 1, CODE);
      return i + 1;
    }
    Matcher mode = FMI_WORD.matcher(w.text());
    if (mode.matches()) {
      place(w);
      fmiValue(Integer.parseInt(mode.group(1)), w);
      account(i, i + 1, CODE);
      return i + 1;
    }
    if ((w.text().equals("spn") || w.text().equals("fmi"))
        && i + 1 < all.size()
        && cellOf[i + 1] == cellOf[i]
        && all.get(i + 1).text().matches("\\d{1,7}(fmi\\d{1,2})?")) {
      Word v = all.get(i + 1);
      String digits = v.text().replaceAll("fmi.*", "");
      place(w);
      if (w.text().equals("spn")) {
        spnValue(Integer.parseInt(digits), v);
        if (v.text().length() > digits.length()) {
          fmiValue(Integer.parseInt(v.text().substring(digits.length() + 3)), v);
        }
      } else {
        fmiValue(Integer.parseInt(digits), v);
      }
      account(i, i + 2, CODE);
      return i + 2;
    }
    return i;
  }

  private void place(Word w) {
    f.halfStart = f.halfStart < 0 ? w.start() : f.halfStart;
    f.halfEnd = Math.max(f.halfEnd, w.end());
  }

  private void spn(int value, Cell cell) {
    f.halfStart = f.halfStart < 0 ? cell.start() : Math.min(f.halfStart, cell.start());
    f.halfEnd = Math.max(f.halfEnd, cell.end());
    f.spn = value;
    pairUp();
  }

  private void fmi(int value, Cell cell) {
    f.halfStart = f.halfStart < 0 ? cell.start() : Math.min(f.halfStart, cell.start());
    f.halfEnd = Math.max(f.halfEnd, cell.end());
    f.fmi = value;
    pairUp();
  }

  private void spnValue(int value, Word at) {
    f.halfEnd = Math.max(f.halfEnd, at.end());
    if (f.spn >= 0) {
      endSpn();
      place(at);
    }
    f.spn = value;
    pairUp();
  }

  private void fmiValue(int value, Word at) {
    f.halfEnd = Math.max(f.halfEnd, at.end());
    f.fmi = value;
    pairUp();
  }

  private void pairUp() {
    if (f.spn >= 0 && f.fmi >= 0) {
      heavy(f.spn, f.fmi, f.halfStart, f.halfEnd);
      f.spn = -1;
      f.fmi = -1;
      f.halfStart = -1;
      f.halfEnd = -1;
    }
  }

  private void heavy(int spn, int fmi, int start, int end) {
    if (spn > 524_287 || fmi > 31) {
      f.doubts.add(new Doubt(start, end, "an SPN lies in 0 to 524287, an FMI in 0 to 31", ""));
    } else if (spn == 0 && fmi == 0) {
      f.none = true;
    } else {
      f.codes.add(new Code(TroubleCode.ofSpnFmi(spn, fmi), List.of(), 0, start, end, null));
    }
  }

  /** Among codes of its line an SPN without its FMI finds none any more. */
  private void endSpn() {
    if (f.spn > 524_287) {
      f.doubts.add(
          new Doubt(f.halfStart, f.halfEnd, "an SPN lies in 0 to 524287, an FMI in 0 to 31", ""));
      f.spn = -1;
      f.halfStart = -1;
    } else if (f.spn >= 0 && f.hasCodes()) {
      f.doubts.add(new Doubt(f.halfStart, f.halfEnd, "an SPN without its FMI", ""));
      f.spn = -1;
      f.halfStart = -1;
    }
  }

  // Labels in the running text

  private int labelAt(int i, Phrases.Match<Label> match) {
    int behind = i + match.words();
    boolean hasValue = behind < all.size() && (valueMark[behind] || cellOf[behind] != cellOf[i]);
    Word next = behind < all.size() ? all.get(behind) : null;
    boolean mayBe = next != null && behind - i <= 4;
    account(i, behind, LABEL);
    switch (match.meaning()) {
      case CODE -> {
        f.speaksOfCodes = true;
        if (mayBe
            && next.text().matches("[0-3][0-9a-f]{3}")
            && digits(next) >= 3
            && segmentEnds(behind)) {
          f.doubts.add(
              new Doubt(next.start(), next.end(), "a code without its letter P, C, B or U?", ""));
          account(behind, behind + 1, LABEL);
        }
      }
      case STATUS -> {
        f.isStatusField |= hasValue;
        f.statusFields += hasValue ? 1 : 0;
        Matcher m = mayBe ? MARKED_HEX_BYTE.matcher(next.text()) : null;
        Matcher bare = mayBe && hasValue ? HEX_BYTE.matcher(next.text()) : null;
        if (m != null && m.matches()) {
          statusByte(m.group(1) != null ? m.group(1) : m.group(2), next.start(), next.end());
          account(behind, behind + 1, STATE);
        } else if (bare != null && bare.matches() && segmentEnds(behind)) {
          statusByte(bare.group(1), next.start(), next.end());
          account(behind, behind + 1, STATE);
        }
      }
      case TYPE -> {
        Matcher m = mayBe ? HEX_BYTE.matcher(next.text()) : null;
        boolean sure = hasValue || all.get(i).text().equals("ftb") || match.words() > 1;
        if (m != null && sure && m.matches()) {
          f.type = Integer.parseInt(m.group(1), 16);
          account(behind, behind + 1, LABEL);
          return behind + 1;
        }
      }
      case COUNT -> {
        if (mayBe && next.text().matches("\\d{1,6}")) {
          count(Integer.parseInt(next.text()));
          account(behind, behind + 1, LABEL);
          return behind + 1;
        }
      }
      case ODOMETER -> {
        return odometerAt(i, behind);
      }
      case UNIT, ADDRESS -> {
        if (hasValue && mayBe) {
          return unitField(behind, match.meaning() == Label.ADDRESS);
        }
        if (match.meaning() == Label.UNIT) {
          Phrases.Match<ControlUnit> unit = words.units().at(all, i);
          if (unit != null && unit.words() >= match.words()) {
            account(i, i + unit.words(), UNIT);
            return i + unit.words();
          }
        }
      }
      default -> {}
    }
    return behind;
  }

  private static int digits(Word w) {
    return (int) w.text().chars().filter(c -> c >= '0' && c <= '9').count();
  }

  private boolean segmentEnds(int i) {
    return i + 1 >= all.size() || segment[i + 1] != segment[i] || isStateWord(i + 1);
  }

  private boolean isStateWord(int i) {
    return words.states().at(all, i) != null;
  }

  private void count(int value) {
    int counted = value == 127 ? 0 : value;
    if (f.codes.isEmpty()) {
      f.count = counted;
    } else {
      int last = f.codes.size() - 1;
      Code c = f.codes.get(last);
      f.codes.set(last, new Code(c.code(), c.slips(), counted, c.start(), c.end(), c.column()));
    }
  }

  /** "Control unit: something": what stands there is one, known or not. */
  private int unitField(int from, boolean isAddress) {
    int to = from + 1;
    while (to < all.size() && segment[to] == segment[from]) {
      to++;
    }
    if (accounted[from] != OTHER
        || scanner.at(all.get(from).start(), cells.get(cellOf[from]).end())
            != CodeScanner.Result.NOTHING) {
      return from;
    }
    int start = all.get(from).start();
    int end = all.get(to - 1).end();
    String written = new String(glyphs, start, end - start).strip();
    Cell cell = new Cell(Head.NONE, start, end);
    if (unitOfAddress(written, cell, isAddress)) {
      account(from, to, UNIT);
      f.unitIsLabelled = true;
      return to;
    }
    if (isAddress) {
      return from;
    }
    Phrases.Match<ControlUnit> match = words.units().at(all, from);
    String name = match != null ? match.meaning().name() : written;
    if (name.length() <= 60 && name.chars().anyMatch(Character::isLetter)) {
      unit(name, start, end, true);
      f.unitIsLabelled = true;
      account(from, to, UNIT);
      return to;
    }
    return from;
  }

  // Values

  private int conditionAt(int i, Phrases.Match<Condition> match) {
    int behind = i + match.words();
    int at = nameEnds(behind, all.get(i));
    if (at < 0) {
      return i;
    }
    MeasureUnit between = unitBetween(behind, at);
    int[] number = ReportNumbers.placeAt(glyphs, all.get(at).start(), cells.get(cellOf[at]).end());
    if (number == null) {
      return i;
    }
    if (value(match.meaning(), number, at, between, all.get(i).start())) {
      int done = at;
      while (done < all.size() && all.get(done).start() < number[1]) {
        done++;
      }
      account(i, done, VALUE);
      return done;
    }
    return i;
  }

  /** The word with the value's first digit, if only units and the like stand before it; else -1. */
  private int nameEnds(int from, Word name) {
    int at = from;
    while (at < all.size() && at - from <= 4) {
      Word w = all.get(at);
      if (w.text().isEmpty()) {
        return -1;
      }
      boolean digit = Glyphs.isDigit(w.text().charAt(0));
      boolean perMinute = w.text().equals("1") && isPerMinute(at);
      if (digit && !perMinute) {
        boolean bank = at > from && all.get(at - 1).text().equals("bank") && at + 1 < all.size();
        if (!bank) {
          return at;
        }
      } else if (!perMinute
          && !words.isBesideName(w)
          && words.measure(w.text()).isEmpty()
          && !(w.text().equals("min") || w.text().equals("h"))) {
        return -1;
      }
      at++;
    }
    return -1;
  }

  private boolean isPerMinute(int at) {
    int end = all.get(at).end();
    return end + 3 < glyphs.length
        && glyphs[end] == '/'
        && at + 1 < all.size()
        && all.get(at + 1).text().equals("min");
  }

  private MeasureUnit unitBetween(int from, int to) {
    for (int k = from; k < to; k++) {
      if (all.get(k).text().equals("1") && isPerMinute(k)) {
        return MeasureUnit.PER_MINUTE;
      }
      MeasureUnit symbol = symbolAt(all.get(k).start(), cells.get(cellOf[k]).end());
      if (symbol != null) {
        return symbol;
      }
    }
    if (from > 0 && from < all.size()) {
      // A sign such as % or °C in brackets before the value is no word.
      for (int k = all.get(from - 1).end();
          k < all.get(to).start() && k - all.get(from - 1).end() < 12;
          k++) {
        if (glyphs[k] == '%' || glyphs[k] == '°') {
          return symbolAt(k, all.get(to).start());
        }
      }
    }
    return null;
  }

  /** Whether it was a value: taken, or asked where it cannot be. */
  private boolean value(Condition condition, int[] number, int word, MeasureUnit named, int start) {
    MeasureUnit unit = unitBehind(number[1], word);
    int end = unit == null ? number[1] : unitEnd;
    if (unit != null && unit.quantity() != condition.unit().quantity()) {
      unit = null;
      end = number[1];
    }
    if (unit == null && named != null && named.quantity() == condition.unit().quantity()) {
      unit = named;
    }
    if (unit == null && condition.isUnitPlain()) {
      unit = condition.unit();
    }
    if (unit == null) {
      return false;
    }
    String written = seen(number[0], number[1]);
    double sign = isNegative(number[0]) ? -1 : 1;
    if (sign > 0 && isPerhapsNegative(condition, number[0])) {
      f.doubts.add(new Doubt(start, end, "minus " + written + ", or a dash before it?", null));
      return true;
    }
    for (double reading : numbers.readings(written)) {
      Reading value = Reading.of(sign * reading, unit);
      if (condition.isPossible(value) && !isOddSpeed(condition, value)) {
        f.values.add(new Value(condition, value, start, end));
        return true;
      }
    }
    f.doubts.add(
        new Doubt(
            start,
            end,
            "a %s of %s %s cannot be".formatted(condition.label(), written, unit.symbol()),
            null));
    return true;
  }

  /** Below fifty a minute no engine turns, and no starter turns one (common practice). */
  private static boolean isOddSpeed(Condition condition, Reading value) {
    double perMinute = condition == Condition.ENGINE_SPEED ? value.in(MeasureUnit.PER_MINUTE) : 0;
    return perMinute > 0 && perMinute < 50;
  }

  /** "LTFT - 4.7 %": a dash with spaces around it before what may be negative. */
  private boolean isPerhapsNegative(Condition condition, int number) {
    int at = number - 1;
    while (at >= 0 && glyphs[at] == ' ') {
      at--;
    }
    boolean dash = at >= 0 && glyphs[at] == '-' && at < number - 1;
    return dash && condition.isPossible(Reading.of(-1, condition.unit()));
  }

  /** What can be seen of a stretch. */
  private String seen(int from, int to) {
    StringBuilder seen = new StringBuilder(to - from);
    for (int i = from; i < to; i++) {
      if (glyphs[i] != Glyphs.HIDDEN) {
        seen.append(glyphs[i]);
      }
    }
    return seen.toString();
  }

  private boolean isNegative(int number) {
    return number > 0
        && glyphs[number - 1] == '-'
        && (number < 2 || !Glyphs.isWord(glyphs[number - 2]));
  }

  private int unitEnd;

  /** The unit behind a number, in its cell or alone in the next one; null if there is none. */
  private MeasureUnit unitBehind(int number, int word) {
    int cell = cellOf[word];
    int at = number;
    int end = cells.get(cell).end();
    while (at < end
        && at - number < 24
        && (glyphs[at] == Glyphs.HIDDEN || " \t|;,'".indexOf(glyphs[at]) >= 0)) {
      at++;
    }
    if (at < end) {
      return symbolAt(at, end);
    }
    if (cell + 1 < cells.size()) {
      Cell next = cells.get(cell + 1);
      MeasureUnit unit = symbolAt(next.start(), next.end());
      return unit != null && unitEnd == next.end() ? unit : null;
    }
    return null;
  }

  /** The longest spelling of a unit that begins at a place, and is not part of a word. */
  private MeasureUnit symbolAt(int from, int to) {
    int most = Math.min(to, from + 24);
    for (int end = most; end > from; end--) {
      boolean cut = end < to && Glyphs.isWord(glyphs[end - 1]) && Glyphs.isWord(glyphs[end]);
      if (cut || glyphs[end - 1] == ' ' || glyphs[end - 1] == Glyphs.HIDDEN) {
        continue;
      }
      Optional<MeasureUnit> unit = words.measure(seen(from, end));
      if (unit.isPresent()) {
        unitEnd = end;
        return unit.get();
      }
    }
    return null;
  }

  private int odometerAt(int i, int behind) {
    int at = nameEnds(saidOf(behind), all.get(i));
    if (at < 0) {
      return behind;
    }
    int[] number = ReportNumbers.placeAt(glyphs, all.get(at).start(), cells.get(cellOf[at]).end());
    if (number == null) {
      return behind;
    }
    odometer(number, at, unitBetween(behind, at), all.get(i).start());
    int done = at;
    while (done < all.size() && all.get(done).start() < number[1]) {
      done++;
    }
    account(i, done, VALUE);
    return done;
  }

  /** "Mileage is 84 210": the word between says nothing. */
  private int saidOf(int i) {
    return i < all.size() && words.isFill(all.get(i)) ? i + 1 : i;
  }

  private void odometer(int[] number, int word, MeasureUnit named, int start) {
    String written = seen(number[0], number[1]);
    MeasureUnit unit = unitBehind(number[1], word);
    boolean strange = unit == null && isWordBehind(number[1], cells.get(cellOf[word]).end());
    int end = unit == null ? number[1] : unitEnd;
    if (unit == null || unit.quantity() != MeasureUnit.Quantity.DISTANCE) {
      unit = named != null && named.quantity() == MeasureUnit.Quantity.DISTANCE ? named : null;
      end = number[1];
    }
    // Where nothing names the unit, the rest of the report may tell it.
    unit = unit == null && !strange ? distance.orElse(null) : unit;
    double value = whole(written);
    if (unit == null || value > 5_000_000) {
      f.doubts.add(new Doubt(start, end, "an odometer in kilometres or in miles?", null));
      return;
    }
    f.odometers.add(new Value(null, Reading.of(value, unit), start, end));
  }

  private boolean isWordBehind(int from, int to) {
    int at = from;
    while (at < to && glyphs[at] == ' ') {
      at++;
    }
    return at < to && at - from < 3 && Character.isLetter(glyphs[at]);
  }

  /** An odometer's count: signs before three digits group, others part what nobody counts. */
  private double whole(String written) {
    String plain = written.replaceAll("[ '’]", "");
    Matcher grouped = Pattern.compile("\\d{1,3}([.,]\\d{3})+").matcher(plain);
    if (grouped.matches()) {
      return Double.parseDouble(plain.replaceAll("[.,]", ""));
    }
    return numbers.readings(written).get(0);
  }

  /** The value of a part that is named for it: {@code "mileage": {"value": 1, "unit": "km"}}. */
  Optional<Value> valueOfPart(Line line, Head part) {
    boolean odometer = part.is(Label.ODOMETER);
    if (line.kind() != Line.Kind.ROW || part.condition() == null && !odometer) {
      return Optional.empty();
    }
    MeasureUnit unit = part.unit();
    Double value = null;
    for (Cell c : line.cells()) {
      String written = seen(c.start(), c.end()).strip();
      if (written.matches("-?\\d[\\d.,' ]*")) {
        List<Double> readings = numbers.readings(written.replace("-", ""));
        value = (written.startsWith("-") ? -1 : 1) * readings.get(0);
      } else if (words.measure(written).isPresent()) {
        unit = words.measure(written).get();
      }
    }
    MeasureUnit asked = odometer ? MeasureUnit.KILOMETRE : part.condition().unit();
    if (value == null || unit == null || unit.quantity() != asked.quantity()) {
      return Optional.empty();
    }
    Reading reading = Reading.of(value, unit);
    boolean possible =
        odometer ? value >= 0 && value < 5_000_000 : part.condition().isPossible(reading);
    return possible
        ? Optional.of(new Value(part.condition(), reading, line.start(), line.end()))
        : Optional.empty();
  }

  private void identificationNumber(Word w) {
    if (w.text().length() != 17 || digits(w) < 4 || digits(w) == 17) {
      return;
    }
    String written = new String(glyphs, w.start(), w.end() - w.start());
    VinReading reading = Vin.read(written, yearNow);
    if (reading.isUsable()) {
      f.vins.add(new LineFinds.Number(reading, w.start(), w.end()));
    } else if (!reading.offers().isEmpty()) {
      f.doubts.add(
          new Doubt(
              w.start(),
              w.end(),
              "an identification number with a slip: "
                  + String.join(" or ", reading.offers())
                  + "?",
              null));
    }
  }

  /** Day and month written with slashes are taken only where they cannot be swapped. */
  private void dateAt(Word w) {
    if (f.date != null
        || w.start() > DATE_WITHIN
        || w.text().isEmpty()
        || !Glyphs.isDigit(w.text().charAt(0))
        || w.text().length() > 4) {
      return;
    }
    Matcher m = DATE.matcher(text).region(w.start(), Math.min(glyphs.length, w.start() + 12));
    if (!m.lookingAt()) {
      return;
    }
    try {
      LocalDate date;
      if (m.group(1) != null) {
        date = LocalDate.of(group(m, 1), group(m, 2), group(m, 3));
      } else {
        int a = group(m, 4);
        int b = group(m, 6);
        if (!m.group(5).equals(".") && a <= 12 && b <= 12 && a != b) {
          return;
        }
        boolean dayFirst = m.group(5).equals(".") || a > 12;
        date = LocalDate.of(group(m, 7), dayFirst ? b : a, dayFirst ? a : b);
      }
      if (date.getYear() >= 1980 && date.getYear() <= yearNow + 1) {
        f.date = date;
        f.dateStart = m.start();
        f.dateEnd = m.end();
      }
    } catch (DateTimeException e) {
      // no date after all
    }
  }

  private static int group(Matcher m, int group) {
    return Integer.parseInt(m.group(group));
  }

  // States and units, once all words are accounted for

  private void states() {
    int i = 0;
    while (i < all.size()) {
      if (accounted[i] != STATE || isTakenAlready(i)) {
        i++;
        continue;
      }
      Phrases.Match<Said> match = words.states().at(all, i);
      int behind = match == null ? i + 1 : i + match.words();
      if (match != null) {
        state(i, behind, match.meaning());
      }
      i = behind;
    }
  }

  private boolean isTakenAlready(int i) {
    int start = all.get(i).start();
    for (int k = f.states.size() - 1; k >= 0 && k >= f.states.size() - 8; k--) {
      State s = f.states.get(k);
      if (s.start() >= 0 && start >= s.start() && start < s.end()) {
        return true;
      }
    }
    return false;
  }

  private void state(int from, int behind, Said said) {
    CodeState state = said.state();
    boolean denying = said.denying();
    if (from > 0
        && words.isNot(all.get(from - 1))
        && segment[from - 1] == segment[from]
        && accounted[from - 1] == FILL) {
      if (state != CodeState.CURRENT) {
        return;
      }
      state = CodeState.HISTORY;
      denying = true;
    }
    Word next = behind < all.size() ? all.get(behind) : null;
    if (next != null && valueMark[behind] && words.isDenied(next)) {
      return;
    }
    boolean affirmed = next != null && valueMark[behind] && words.isAffirmed(next);
    Head head = cells.get(cellOf[from]).head();
    if (head.is(Label.TEXT) || !affirmed && !head.is(Label.STATUS) && !isTold(from, behind)) {
      accountOther(from, behind);
      return;
    }
    f.states.add(new State(state, denying, all.get(from).start(), all.get(behind - 1).end()));
  }

  private void accountOther(int from, int behind) {
    for (int i = from; i < behind; i++) {
      accounted[i] = OTHER;
    }
  }

  /** Whether a word for a state is one here, and not part of a description. */
  private boolean isTold(int from, int behind) {
    int others = 0;
    int first = from;
    while (first > 0 && from - first < NEAR && segment[first - 1] == segment[from]) {
      first--;
      others += accounted[first] == OTHER || accounted[first] == UNIT ? 1 : 0;
    }
    int before = others;
    int last = behind;
    while (last < all.size() && last - behind < NEAR && segment[last] == segment[from]) {
      others += accounted[last] == OTHER || accounted[last] == UNIT ? 1 : 0;
      last++;
    }
    if (others == 0 || isBesideCodes(from, behind)) {
      return true;
    }
    boolean afterLabel =
        first > 0 && valueMark[first] && accounted[first - 1] == LABEL && f.isStatusField;
    if (afterLabel && before == 0) {
      return true;
    }
    boolean plain = behind - from > 1 || !words.isAmbiguous(all.get(from));
    boolean afterCode = from > 0 && accounted[from - 1] == CODE;
    boolean afterFill =
        from > 0 && accounted[from - 1] == FILL && segment[from - 1] == segment[from];
    boolean ends = last == behind;
    if (afterCode && (ends || plain)) {
      return true;
    }
    return afterFill && ends || plain && ends && f.hasCodes();
  }

  /** "Active faults" names a list, whatever else its heading says. */
  private boolean isBesideCodes(int from, int behind) {
    boolean next =
        behind < all.size() && segment[behind] == segment[from] && isLabel(behind, Label.CODE);
    return next && !f.hasCodes();
  }

  /** "ECM P0340 stored. ABS C0035 current": a unit right before a code that is not the first. */
  private void unitsWithin() {
    for (int i = 1; i < all.size() && f.codes.size() > 1; i++) {
      if (accounted[i] != UNIT || isBeforeCode(i) || segment[i - 1] == segment[i]) {
        continue;
      }
      Phrases.Match<ControlUnit> match = words.units().at(all, i);
      int behind = match == null ? all.size() : i + match.words();
      if (behind < all.size() && accounted[behind] == CODE) {
        f.unitsWithin.add(
            new LineFinds.UnitAt(
                match.meaning().name(), all.get(i).start(), all.get(behind - 1).end()));
      }
    }
  }

  private void units(Line line) {
    unitsWithin();
    if (f.unit != null) {
      return;
    }
    int i = 0;
    while (i < all.size()) {
      if (accounted[i] != UNIT) {
        i++;
        continue;
      }
      Phrases.Match<ControlUnit> match = words.units().at(all, i);
      int behind = match == null ? i + 1 : i + match.words();
      if (match != null && isNamed(i, behind, line)) {
        boolean whole = isWholeSegment(i, behind);
        unit(
            match.meaning().name(),
            all.get(i).start(),
            all.get(behind - 1).end(),
            whole && f.otherWords == 0);
        return;
      }
      i = behind;
    }
  }

  /** Whether a unit is named here as the one that speaks, and not in a description. */
  private boolean isNamed(int from, int behind, Line line) {
    Head head = cells.get(cellOf[from]).head();
    if (head.is(Label.UNIT)) {
      return true;
    }
    boolean whole = isWholeSegment(from, behind);
    if (!f.hasCodes()) {
      boolean loose = head == Head.NONE || line.kind() == Line.Kind.HEADING || whole;
      return loose && (whole || behind - from > 1 && f.otherWords <= 3);
    }
    if (head.is(Label.TEXT) || head.is(Label.STATUS) || f.mentionsTraffic && !isBeforeCode(from)) {
      return false;
    }
    boolean from0 = from > 0 && words.isFrom(all.get(from - 1));
    boolean article = from > 1 && words.isFrom(all.get(from - 2)) && accounted[from - 1] == FILL;
    return isBeforeCode(from)
        ? whole || behind - from > 1
        : whole && (isBracketed(from, behind) || segmentOnly(from, behind)) || from0 || article;
  }

  private boolean isBeforeCode(int i) {
    return all.get(i).start() < f.codes.get(0).start();
  }

  private boolean isBracketed(int from, int behind) {
    int start = all.get(from).start();
    return start > 0
        && (glyphs[start - 1] == '(' || glyphs[start - 1] == '[' || glyphs[start - 1] == '@');
  }

  private boolean segmentOnly(int from, int behind) {
    return (from == 0 || segment[from - 1] != segment[from])
        && (behind >= all.size() || segment[behind] != segment[from]);
  }

  /** Whether a word makes a name to something more; a short number does not. */
  private boolean isForeign(int i) {
    boolean number = all.get(i).isNumber() && all.get(i).text().length() <= 3;
    return accounted[i] == VALUE || accounted[i] == OTHER && !number;
  }

  private boolean isWholeSegment(int from, int behind) {
    int i = from;
    while (i > 0 && from - i < NEAR && segment[i - 1] == segment[from]) {
      i--;
      if (isForeign(i)) {
        return false;
      }
    }
    for (i = behind; i < all.size() && i - behind < NEAR && segment[i] == segment[from]; i++) {
      if (accounted[i] == OTHER || accounted[i] == VALUE) {
        return false;
      }
    }
    return true;
  }

  /** Capitals only. */
  private boolean isLoud(int start, int end) {
    boolean capital = false;
    for (int i = start; i < end; i++) {
      if (Character.isLowerCase(glyphs[i])) {
        return false;
      }
      capital |= Character.isUpperCase(glyphs[i]);
    }
    return capital && all.size() <= 5;
  }

  /** What the line is as a whole. */
  private void judge(Line line) {
    for (int i = 0; i < all.size(); i++) {
      f.otherWords += accounted[i] == OTHER ? 1 : 0;
      f.hasValue |= valueMark[i] && cellOf[i] == 0;
    }
    units(line);
    if (f.hasCodes()
        || line.end() <= line.start()
        || line.end() - line.start() > LONGEST_HEADING + 40) {
      return;
    }
    int start = line.start();
    int end = line.end();
    char first = glyphs[start];
    char last = glyphs[end - 1];
    boolean colon = last == ':';
    boolean decorated = "=*#[<~_>-".indexOf(first) >= 0 || "=*~_]".indexOf(last) >= 0;
    f.isMarkedHeading =
        f.vins.isEmpty() && (colon && !f.hasValue || decorated || isLoud(start, end));
    f.isSentence = all.size() >= 9 || last == '.' && all.size() >= 4;
    if (f.isMarkedHeading || line.kind() == Line.Kind.HEADING) {
      f.heading = EDGES.matcher(seen(start, end)).replaceAll("").strip();
    }
    for (int i = 0; i < all.size() && !f.isKnownHead; i++) {
      f.isKnownHead = words.heads().at(all, i) != null || accounted[i] == LABEL && f.speaksOfCodes;
    }
  }
}
