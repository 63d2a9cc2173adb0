package hopmend.fault;

import hopmend.fault.FreezeFrameValue.Condition;
import hopmend.fault.ScanText.Doubtful;
import hopmend.fault.ScanText.Found;
import hopmend.fault.ScanText.Mark;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.vehicle.Vin;
import hopmend.vehicle.VinReading;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * One pass over a report, word by word. A state belongs to the code before it on its line, or to
 * the first code of the line; a line of states alone belongs to the codes just above that have
 * none. A control unit named on a line of its own holds for the codes below it.
 */
final class ScanReader {
  private static final int LONGEST_WORD = 32;
  private static final int LONGEST_HEADING = 70;
  private static final int LONGEST_VALUE_LINE = 20_000;
  private static final int DATE_WITHIN = 20_000;
  private static final Pattern ODOMETER =
      Pattern.compile(
          "(?:odometer|mileage|distance)([^0-9\\n]{0,32})(\\d[\\d ,.']{0,10}\\d|\\d)"
              + "[\\s|;]*(km|mi|miles)?\\b",
          Pattern.CASE_INSENSITIVE);
  private static final Pattern DISTANCE_UNIT =
      Pattern.compile("\\b(?:km|mi|miles)\\b", Pattern.CASE_INSENSITIVE);
  private static final Pattern STATUS_BYTE =
      Pattern.compile("status[ :=|;,]*(?:0x)([0-9A-F]{2})\\b", Pattern.CASE_INSENSITIVE);
  private static final Pattern SPN_FMI =
      Pattern.compile(
          "SPN[ :=#|;,.]*(\\d{1,6})\\b.{0,40}?\\bFMI[ :=#|;,.]*(\\d{1,2})\\b"
              + "(?:.{0,30}?\\b(?:OC|COUNT|OCC|OCCURRENCES?)[ :=#|;,.]*(\\d{1,3})\\b)?",
          Pattern.CASE_INSENSITIVE);
  private static final Pattern VALUE =
      Pattern.compile(
          "\\G([^0-9\\n-]{0,30}?)(-?\\d{1,6}(?:[.,]\\d{1,3})?)\\s*[|;,]?\\s*([%°/A-Za-z0-9.]{1,6})?");
  private static final Pattern DATE =
      Pattern.compile(
          "\\b(\\d{4})-(\\d{2})-(\\d{2})\\b|\\b(\\d{1,2})([./])(\\d{1,2})\\5(\\d{4})\\b");
  private static final Map<String, CodeState> STATE_WORDS = stateWords();
  private static final Map<String, Condition> CONDITION_NAMES = conditionNames();
  private static final Set<String> CONDITION_ENDS = lastWords(CONDITION_NAMES.keySet());
  private static final Set<String> CODE_LABELS = Set.of("dtc", "code", "fault", "dtcs", "codes");

  private final ReportText report;
  private final char[] text;
  private final String masked;
  private final int yearNow;
  private final Map<String, ControlUnit> unitWords = new HashMap<>();
  private final Set<String> unitEnds;
  private final CodeScanner scanner;

  private final List<Found> found = new ArrayList<>();
  private final List<Doubtful> doubtful = new ArrayList<>();
  private final List<Mark> marks = new ArrayList<>();
  private final Map<Condition, FreezeFrameValue> frame = new EnumMap<>(Condition.class);
  private Optional<VinReading> vin = Optional.empty();
  private Optional<Reading> odometer = Optional.empty();

  private int line = 1;
  private int nextBreak;
  private String unit = "";
  private int codesAbove;
  private int linesSinceCodes = 99;

  private final List<Hit> hits = new ArrayList<>();

  /** A state at a place of the line. */
  private record Hit(int at, Set<CodeState> states) {}

  ScanReader(ReportText report, int yearNow, List<ControlUnit> units) {
    this.report = report;
    this.text = report.masked();
    this.masked = new String(text);
    this.yearNow = yearNow;
    this.scanner = new CodeScanner(text);
    units.forEach(u -> u.words().forEach(w -> unitWords.put(w, u)));
    this.unitEnds = lastWords(unitWords.keySet());
  }

  ScanText read() {
    Optional<LocalDate> date = findDate();
    nextBreak = breakFrom(0);
    int start = 0;
    while (start <= text.length) {
      int end = masked.indexOf('\n', start);
      end = end < 0 ? text.length : end;
      readLine(start, end);
      start = end + 1;
    }
    marks.sort(java.util.Comparator.comparingInt(Mark::start));
    return new ScanText(
        report.layout().name().toLowerCase(Locale.ROOT),
        found,
        doubtful,
        marks,
        vin,
        odometer,
        date,
        List.copyOf(frame.values()));
  }

  /** The line of the original text in which a character stands. Asked in rising order. */
  private int lineOf(int place) {
    while (nextBreak < place) {
      line++;
      nextBreak = breakFrom(nextBreak + 1);
    }
    return line;
  }

  /** The next line break; beyond every place if there is none, so that it is looked for once. */
  private int breakFrom(int place) {
    int at = report.original().indexOf('\n', place);
    return at < 0 ? Integer.MAX_VALUE : at;
  }

  private void readLine(int start, int end) {
    int first = found.size();
    hits.clear();
    ControlUnit here = null;
    int unitAt = -1;
    String before = "";
    String beforeThat = "";
    int i = start;
    boolean blank = true;
    while (i < end) {
      if (!CodeScanner.isWord(text[i])) {
        blank &= text[i] <= ' ' || text[i] == '|';
        i++;
        continue;
      }
      blank = false;
      int word = i;
      int behind = code(i, end);
      if (behind > 0) {
        i = behind;
        before = "";
        beforeThat = "";
        continue;
      }
      while (i < end && CodeScanner.isWord(text[i])) {
        i++;
      }
      if (i - word == 17) {
        identificationNumber(word, i);
      }
      if (i - word > LONGEST_WORD) {
        beforeThat = "";
        before = "";
        continue;
      }
      String lower = lower(word, i);
      if (CODE_LABELS.contains(before)) {
        digitsWithoutLetter(word, i);
      }
      word(lower, before, word, i, end);
      ControlUnit named = unitNamed(lower, before, beforeThat);
      if (named != null) {
        here = named;
        unitAt = i;
        marks.add(new Mark(Mark.Kind.UNIT, phraseStart(named, word, i), i, named.name()));
      }
      beforeThat = before;
      before = lower;
    }
    if (first == found.size()) {
      withoutCode(here, end - start, blank);
    } else {
      withCodes(first, here, unitAt);
    }
  }

  /** Where the longest spelling of the unit begins that ends with this word. */
  private int phraseStart(ControlUnit named, int word, int end) {
    int start = word;
    int from = word;
    for (int words = 1; words < 3 && from >= 0; words++) {
      from = wordBefore(from);
      if (from >= 0 && unitWords.get(words(from, end)) == named) {
        start = from;
      }
    }
    return start;
  }

  private void withCodes(int first, ControlUnit here, int unitAt) {
    String name =
        here != null && unitAt <= found.get(first).start() || here != null && unit.isEmpty()
            ? here.name()
            : unit;
    // Codes and states both stand in the order of the line.
    int hit = 0;
    for (int k = first; k < found.size(); k++) {
      int until = k + 1 < found.size() ? found.get(k + 1).start() : Integer.MAX_VALUE;
      EnumSet<CodeState> states = EnumSet.noneOf(CodeState.class);
      while (hit < hits.size() && hits.get(hit).at() < until) {
        states.addAll(hits.get(hit).states());
        hit++;
      }
      found.set(k, with(found.get(k), states, name));
    }
    codesAbove = first;
    linesSinceCodes = 0;
  }

  /** A line without a code: a heading, or the states of the codes just above. */
  private void withoutCode(ControlUnit here, int length, boolean blank) {
    if (blank) {
      linesSinceCodes += report.layout() == ReportText.Layout.TEXT ? 2 : 0;
      return;
    }
    linesSinceCodes++;
    if (here != null && length <= LONGEST_HEADING) {
      unit = here.name();
    }
    if (hits.isEmpty() || linesSinceCodes > 2) {
      return;
    }
    Set<CodeState> states = EnumSet.noneOf(CodeState.class);
    hits.forEach(h -> states.addAll(h.states()));
    for (int k = codesAbove; k < found.size(); k++) {
      if (found.get(k).read().states().isEmpty()) {
        found.set(k, with(found.get(k), states, found.get(k).read().controlUnit()));
      }
    }
  }

  private static Found with(Found f, Set<CodeState> states, String unit) {
    ReadCode r = f.read();
    return new Found(
        new ReadCode(r.code(), states, unit, r.occurrences()),
        f.slips(),
        f.line(),
        f.start(),
        f.end());
  }

  /** Reads a code at this word; the place behind it, or 0 if there is none. */
  private int code(int at, int end) {
    char c = text[at];
    if ((c == 'S' || c == 's') && at + 2 < end && masked.regionMatches(true, at, "SPN", 0, 3)) {
      return spnFmi(at, end);
    }
    CodeScanner.Result result = scanner.at(at, end);
    if (result == CodeScanner.Result.NOTHING) {
      return 0;
    }
    int place = lineOf(at);
    if (result == CodeScanner.Result.DOUBT) {
      doubt(at, scanner.end(), scanner.doubt(), place);
      return scanner.end();
    }
    List<String> slips = new ArrayList<>(0);
    if (scanner.letterO()) {
      slips.add("letter O read as 0");
    }
    if (scanner.letterI()) {
      slips.add("letter I or l read as 1");
    }
    add(new ReadCode(scanner.code(), Set.of(), ""), slips, place, at, scanner.end());
    return scanner.end();
  }

  private void add(ReadCode read, List<String> slips, int place, int start, int end) {
    found.add(new Found(read, slips, place, start, end));
    marks.add(new Mark(Mark.Kind.CODE, start, end, read.code().text()));
  }

  private void doubt(int start, int end, String why, int place) {
    doubtful.add(new Doubtful(new String(text, start, end - start), why, place));
    marks.add(new Mark(Mark.Kind.DOUBT, start, end, why));
  }

  private int spnFmi(int at, int end) {
    Matcher m = SPN_FMI.matcher(masked).region(at, Math.min(end, at + 120));
    if (!m.lookingAt()) {
      doubt(at, Math.min(end, at + 12), "an SPN without its FMI", lineOf(at));
      return at + 3;
    }
    int spn = Integer.parseInt(m.group(1));
    int fmi = Integer.parseInt(m.group(2));
    if (spn > 524_287 || fmi > 31) {
      doubt(at, m.end(), "an SPN lies in 0 to 524287, an FMI in 0 to 31", lineOf(at));
      return m.end();
    }
    int count = m.group(3) == null ? 0 : Math.min(126, Integer.parseInt(m.group(3)));
    add(
        new ReadCode(TroubleCode.ofSpnFmi(spn, fmi), Set.of(), "", count),
        List.of(),
        lineOf(at),
        at,
        m.end());
    return m.end();
  }

  /** "DTC 0340" has lost its letter. */
  private void digitsWithoutLetter(int start, int end) {
    long digits = masked.substring(start, end).chars().filter(Character::isDigit).count();
    if (end - start == 4 && digits >= 3) {
      doubt(start, end, "a code without its letter P, C, B or U?", lineOf(start));
    }
  }

  private void word(String lower, String before, int start, int end, int lineEnd) {
    CodeState state = STATE_WORDS.get(lower);
    CodeState phrase = STATE_WORDS.get(before + " " + lower);
    CodeState either = phrase != null ? phrase : state;
    if (either != null) {
      hits.add(new Hit(start, EnumSet.of(either)));
      marks.add(new Mark(Mark.Kind.STATE, start, end, either.label()));
    } else if (lower.equals("status")) {
      statusByte(start, lineEnd);
    } else if (odometer.isEmpty()
        && (lower.equals("odometer") || lower.equals("mileage") || lower.equals("distance"))) {
      odometer(start, lineEnd);
    } else if (CONDITION_ENDS.contains(lower) && lineEnd - start < LONGEST_VALUE_LINE) {
      condition(start, end, lineEnd);
    }
  }

  private void statusByte(int start, int lineEnd) {
    Matcher m = STATUS_BYTE.matcher(masked).region(start, Math.min(lineEnd, start + 40));
    if (m.lookingAt()) {
      StatusByte status = new StatusByte(Integer.parseInt(m.group(1), 16));
      hits.add(new Hit(start, status.states()));
      marks.add(new Mark(Mark.Kind.STATE, start, m.end(), "status byte " + m.group(1)));
    }
  }

  private void odometer(int start, int lineEnd) {
    Matcher m = ODOMETER.matcher(masked).region(start, Math.min(lineEnd, start + 80));
    if (!m.lookingAt()) {
      return;
    }
    Matcher before = DISTANCE_UNIT.matcher(m.group(1));
    String unitWord = m.group(3) != null ? m.group(3) : before.find() ? before.group() : null;
    String digits = m.group(2).replaceAll("[^0-9]", "");
    if (unitWord != null && digits.length() <= 8) {
      MeasureUnit in =
          unitWord.toLowerCase(Locale.ROOT).startsWith("k")
              ? MeasureUnit.KILOMETRE
              : MeasureUnit.MILE;
      odometer = Optional.of(Reading.of(Double.parseDouble(digits), in));
      marks.add(new Mark(Mark.Kind.ODOMETER, start, m.end(), odometer.get().text()));
    }
  }

  /** The longest name that ends here, then its value with a unit behind or before it. */
  private void condition(int start, int end, int lineEnd) {
    Condition condition = null;
    int named = start;
    int from = start;
    for (int words = 0; words < 4 && from >= 0; words++) {
      Condition longer = CONDITION_NAMES.get(words(from, end));
      if (longer != null) {
        condition = longer;
        named = from;
      }
      from = wordBefore(from);
    }
    if (condition != null && !frame.containsKey(condition)) {
      value(condition, named, end, lineEnd);
    }
  }

  /** Where the word before this place begins, -1 if the line has none. */
  private int wordBefore(int place) {
    int i = place - 1;
    while (i >= 0 && !CodeScanner.isWord(text[i]) && text[i] != '\n') {
      i--;
    }
    if (i < 0 || text[i] == '\n') {
      return -1;
    }
    while (i > 0 && CodeScanner.isWord(text[i - 1])) {
      i--;
    }
    return i;
  }

  private String words(int from, int end) {
    StringBuilder words = new StringBuilder();
    for (int i = from; i < end && words.length() < 60; i++) {
      if (CodeScanner.isWord(text[i])) {
        words.append(Character.toLowerCase(text[i]));
      } else if (!words.isEmpty() && words.charAt(words.length() - 1) != ' ') {
        words.append(' ');
      }
    }
    return words.toString();
  }

  private void value(Condition condition, int start, int end, int lineEnd) {
    Matcher m = VALUE.matcher(masked).region(end, Math.min(lineEnd, end + 80));
    if (!m.find()) {
      return;
    }
    Optional<MeasureUnit> in =
        unitOf(m.group(3), condition)
            .or(
                () ->
                    java.util.Arrays.stream(m.group(1).split("[^%°/A-Za-z0-9.]+"))
                        .flatMap(w -> unitOf(w, condition).stream())
                        .findFirst())
            .or(
                () ->
                    condition.unitMayBeLeftOut()
                        ? Optional.of(condition.unit())
                        : Optional.empty());
    in.ifPresent(
        u -> {
          Reading reading = Reading.of(Double.parseDouble(m.group(2).replace(',', '.')), u);
          frame.put(condition, new FreezeFrameValue(condition, reading));
          marks.add(
              new Mark(
                  Mark.Kind.CONDITION, start, m.end(), condition.label() + " " + reading.text()));
        });
  }

  private static Optional<MeasureUnit> unitOf(String word, Condition condition) {
    return word == null || word.isBlank()
        ? Optional.empty()
        : MeasureUnit.bySymbol(word).filter(u -> u.quantity() == condition.unit().quantity());
  }

  private ControlUnit unitNamed(String lower, String before, String beforeThat) {
    if (!unitEnds.contains(lower)) {
      return null;
    }
    ControlUnit three = unitWords.get(beforeThat + " " + before + " " + lower);
    ControlUnit two = unitWords.get(before + " " + lower);
    return three != null ? three : two != null ? two : unitWords.get(lower);
  }

  private void identificationNumber(int start, int end) {
    if (vin.isPresent()) {
      return;
    }
    String candidate = masked.substring(start, end);
    if (candidate.chars().filter(Character::isDigit).count() < 4) {
      return;
    }
    VinReading reading = Vin.read(candidate, yearNow);
    if (reading.isUsable()) {
      vin = Optional.of(reading);
      marks.add(new Mark(Mark.Kind.NUMBER, start, end, "identification number"));
    }
  }

  /** Day and month written with slashes are taken only where they cannot be swapped. */
  private Optional<LocalDate> findDate() {
    Matcher m = DATE.matcher(masked).region(0, Math.min(DATE_WITHIN, masked.length()));
    while (m.find()) {
      try {
        LocalDate date;
        if (m.group(1) != null) {
          date = LocalDate.of(number(m, 1), number(m, 2), number(m, 3));
        } else {
          int a = number(m, 4);
          int b = number(m, 6);
          if (m.group(5).equals("/") && a <= 12 && b <= 12 && a != b) {
            continue;
          }
          boolean dayFirst = m.group(5).equals(".") || a > 12;
          date = LocalDate.of(number(m, 7), dayFirst ? b : a, dayFirst ? a : b);
        }
        if (date.getYear() >= 1980 && date.getYear() <= yearNow + 1) {
          marks.add(new Mark(Mark.Kind.DATE, m.start(), m.end(), date.toString()));
          return Optional.of(date);
        }
      } catch (DateTimeException e) {
        // no date after all
      }
    }
    return Optional.empty();
  }

  private static int number(Matcher m, int group) {
    return Integer.parseInt(m.group(group));
  }

  private String lower(int start, int end) {
    char[] word = new char[end - start];
    for (int i = start; i < end; i++) {
      char c = text[i];
      word[i - start] = c >= 'A' && c <= 'Z' ? (char) (c + 32) : c;
    }
    return new String(word);
  }

  private static Map<String, CodeState> stateWords() {
    Map<String, CodeState> words = new HashMap<>();
    for (CodeState state : CodeState.values()) {
      state.words().forEach(w -> words.put(w, state));
    }
    return words;
  }

  private static Map<String, Condition> conditionNames() {
    Map<String, Condition> names = new HashMap<>();
    for (Condition c : Condition.values()) {
      c.names().forEach(n -> names.put(n, c));
    }
    return names;
  }

  private static Set<String> lastWords(Set<String> phrases) {
    Set<String> last = new HashSet<>();
    phrases.forEach(p -> last.add(p.substring(p.lastIndexOf(' ') + 1)));
    return last;
  }
}
