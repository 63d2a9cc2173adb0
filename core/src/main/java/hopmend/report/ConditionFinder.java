package hopmend.report;

import hopmend.fault.FreezeFrameValue.Condition;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Odometer;
import hopmend.measure.Reading;
import hopmend.message.Message;
import hopmend.report.LineAtHand.Part;
import hopmend.report.LineFinds.Bare;
import hopmend.report.LineFinds.Doubt;
import hopmend.report.LineFinds.Value;
import hopmend.report.MeasureFinder.Measure;
import hopmend.report.ReportWords.Label;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** Values of a freeze frame with their names. */
final class ConditionFinder {
  private final char[] glyphs;
  private final ReportWords words;
  private final ReportNumbers numbers;
  private final MeasureFinder measures;

  ConditionFinder(char[] glyphs, ReportWords words, ReportNumbers numbers, MeasureFinder measures) {
    this.glyphs = glyphs;
    this.words = words;
    this.numbers = numbers;
    this.measures = measures;
  }

  int conditionAt(LineAtHand at, int i, Phrases.Match<Condition> match) {
    int behind = i + match.words();
    if (at.finds.hasCodes() && at.cellOf(i).head().is(Label.TEXT)) {
      return i; // "battery 11.2 V at the test" in a column of remarks is of no freeze frame
    }
    if (isOtherWord(at.word(i))) {
      return i;
    }
    if (isNamedBehind(at, i, behind, match.meaning())) {
      return behind;
    }
    int first = measures.nameEnds(at, behind, at.word(i));
    if (first < 0) {
      return i;
    }
    Optional<MeasureUnit> between = measures.unitBetween(at, behind, first);
    int[] number = ReportNumbers.placeAt(glyphs, at.word(first).start(), at.cellOf(first).end());
    if (number == null) {
      return i;
    }
    int done = at.behind(first, number[1]);
    if (isDemanded(at, i)) {
      at.account(i, done, Part.FILL);
      return done;
    }
    if (value(at, match.meaning(), number, first, between, at.word(i).start())) {
      at.account(i, done, Part.VALUE);
      return done;
    }
    return i;
  }

  /** The Swedish "läst" is no German "Last". */
  private boolean isOtherWord(Word w) {
    boolean accented = false;
    for (int k = w.start(); k < w.end() && words.isNeverAccented(w); k++) {
      accented |= glyphs[k] > '\u007F';
    }
    return accented;
  }

  /** "Desired rpm 750", "Soll-Drehzahl", "top speed": what should or may be, and was not so. */
  private boolean isDemanded(LineAtHand at, int name) {
    if (name == 0) {
      return false;
    }
    Word before = at.word(name - 1);
    boolean shortened = before.text().length() <= 4 && glyphs[before.end()] == '.';
    return words.isDemanded(before) && (shortened || at.segment(name - 1) == at.segment(name));
  }

  /** "640 rpm engine speed, 74 °C coolant": each value with its unit before its name. */
  private boolean isNamedBehind(LineAtHand at, int i, int behind, Condition condition) {
    if (behind < at.size()
        && (at.segment(behind) == at.segment(i) || isItsOwn(at, behind - 1, behind))) {
      return false;
    }
    int first = i;
    while (first > 0 && i - first < 4 && at.segment(first - 1) == at.segment(i)) {
      first--;
    }
    // A sign of percent parts the number from the name as a comma does, but it is a unit.
    first -= first == i && i > 0 && isPercent(at.word(i - 1).end(), at.word(i).start()) ? 1 : 0;
    if (first == i && isRowOfOne(at, i, behind)) {
      first = 0;
    }
    while (first > 0 && first < i && isFraction(at, first)) {
      first--;
    }
    if (first == i || !Glyphs.isDigit(glyphs[at.word(first).start()])) {
      return false;
    }
    int[] number = ReportNumbers.placeAt(glyphs, at.word(first).start(), at.word(i).start());
    Optional<Measure> measure =
        number == null
            ? Optional.empty()
            : measures.measure(at, number, first, Optional.empty(), condition.unit().quantity());
    boolean touches =
        measure.isPresent()
            && measure.get().end() <= at.word(i).start()
            && Glyphs.seen(glyphs, measure.get().end(), at.word(i).start()).isBlank();
    if (!touches) {
      return false;
    }
    value(at, condition, number, first, Optional.empty(), at.word(first).start());
    at.account(first, behind, Part.VALUE);
    return true;
  }

  /** "84.3 % Engine load": a row of one value, and its name at the end. */
  private boolean isRowOfOne(LineAtHand at, int name, int behind) {
    return behind == at.size()
        && name > 0
        && name <= 4
        && Glyphs.isDigit(glyphs[at.word(0).start()])
        && Glyphs.seen(glyphs, at.word(name - 1).end(), at.word(name).start()).matches("[ %°]+");
  }

  /** The "3" of "84.3". */
  private boolean isFraction(LineAtHand at, int i) {
    Word before = at.word(i - 1);
    return before.isNumber()
        && at.word(i).start() == before.end() + 1
        && ".,".indexOf(glyphs[before.end()]) >= 0;
  }

  /** A number behind the name, across a gap of columns or a colon, is the name's own. */
  private boolean isItsOwn(LineAtHand at, int name, int next) {
    String between = Glyphs.seen(glyphs, at.word(name).end(), at.word(next).start());
    return Glyphs.isDigit(glyphs[at.word(next).start()]) && !between.matches(".*[,;/|].*");
  }

  private boolean isPercent(int from, int to) {
    return Glyphs.seen(glyphs, from, to).strip().equals("%");
  }

  void conditionCell(LineAtHand at, int c, Head head, int first, int behind) {
    for (int i = first; i < behind; i++) {
      if (Glyphs.isDigit(at.word(i).text().isEmpty() ? 'x' : at.word(i).text().charAt(0))) {
        int[] number = ReportNumbers.placeAt(glyphs, at.word(i).start(), at.cells().get(c).end());
        if (number != null) {
          value(
              at,
              head.condition(),
              number,
              i,
              Optional.ofNullable(head.unit()),
              at.cells().get(c).start());
          at.account(first, behind, Part.VALUE);
        }
        return;
      }
    }
  }

  /** Whether it was a value: taken, or asked where it cannot be. */
  private boolean value(
      LineAtHand at,
      Condition condition,
      int[] number,
      int word,
      Optional<MeasureUnit> named,
      int start) {
    Optional<Measure> measure =
        measures.measure(at, number, word, named, condition.unit().quantity());
    String written = Glyphs.seen(glyphs, number[0], number[1]);
    boolean standing = condition == Condition.SPEED && written.equals("0");
    // "throttle, sensor 1, low" tells no value
    String between = Glyphs.seen(glyphs, start, number[0]);
    boolean direct =
        between.substring(between.lastIndexOf(',') + 1).isBlank() || between.indexOf(',') < 0;
    boolean plain = (condition.isUnitPlain() || standing) && direct;
    if (measure.isEmpty() && (!plain || measures.unitBehind(at, number[1], word).isPresent())) {
      bare(at, condition, number, word, start);
      return false;
    }
    MeasureUnit unit = measure.map(Measure::unit).orElse(condition.unit());
    int end = measure.map(Measure::end).orElse(number[1]);
    int next = at.behind(word, end);
    if (next < at.size()
        && at.segment(next) == at.segment(next - 1)
        && words.isFaulty(at.word(next))) {
      return true;
    }
    double sign = isNegative(number[0]) ? -1 : 1;
    if (sign > 0 && isPerhapsNegative(at.line(), condition, number[0])) {
      Stream<Reading> signed =
          numbers.readings(written).stream()
              .flatMap(r -> Stream.of(Reading.of(-r, unit), Reading.of(r, unit)));
      at.finds.doubts.add(
          Doubt.ofCondition(start, end, Message.of("doubt.minus", written), condition, signed));
      return true;
    }
    for (double reading : numbers.readings(written)) {
      Reading value = Reading.of(sign * reading, unit);
      if (condition.isPossible(value) && !isOddSpeed(condition, value)) {
        at.finds.values.add(new Value(condition, value, start, end));
        return true;
      }
    }
    Message why = Message.of("doubt.cannot-be", condition.label(), written, unit.symbol());
    Stream<Reading> otherwise =
        numbers.readings(written).stream()
            .flatMap(r -> unit.siblings().stream().map(u -> Reading.of(sign * r, u)));
    at.finds.doubts.add(Doubt.ofCondition(start, end, why, condition, otherwise));
    return true;
  }

  /** "ECT 88": a name and a number, and nothing else in their breath. */
  private void bare(LineAtHand at, Condition condition, int[] number, int word, int start) {
    int behind = at.behind(word, number[1]);
    boolean ends = behind == at.size() || at.segment(behind) != at.segment(behind - 1);
    int first = word;
    while (first > 0 && at.word(first).start() > start) {
      first--;
    }
    boolean begins = first == 0 || at.segment(first - 1) != at.segment(first);
    boolean needsUnit = measures.unitBehind(at, number[1], word).isEmpty();
    if (!begins || !ends || !needsUnit) {
      return;
    }
    double signed = isNegative(number[0]) ? -count(number) : count(number);
    Optional<Reading> reading = numbers.usual(condition.unit()).map(u -> Reading.of(signed, u));
    if (reading.isEmpty() || condition.isPossible(reading.get())) {
      at.finds.bare.add(new Bare(condition, signed, reading.orElse(null), start, number[1]));
    }
  }

  /** Below fifty a minute no engine turns, and no starter turns one (common practice). */
  private static boolean isOddSpeed(Condition condition, Reading value) {
    double perMinute = condition == Condition.ENGINE_SPEED ? value.in(MeasureUnit.PER_MINUTE) : 0;
    return perMinute > 0 && perMinute < 50;
  }

  /**
   * "LTFT - 4.7 %": a dash with spaces around it before what may be negative; where one begins the
   * line, "- LTFT - 4.7 %", it parts what is told.
   */
  private boolean isPerhapsNegative(Line line, Condition condition, int number) {
    if (glyphs[line.start()] == '-') {
      return false;
    }
    int place = number - 1;
    while (place >= 0 && glyphs[place] == ' ') {
      place--;
    }
    boolean dash = place >= 0 && glyphs[place] == '-' && place < number - 1;
    return dash && condition.isPossible(Reading.of(-1, condition.unit()));
  }

  private boolean isNegative(int number) {
    return number > 0
        && glyphs[number - 1] == '-'
        && (number < 2 || !Glyphs.isWord(glyphs[number - 2]));
  }

  /** "63 mph, 2150 rpm, load 41 %": beside values with names these two need none. */
  void unnamed(LineAtHand at) {
    if (at.finds.values.size() < 2) {
      return;
    }
    for (int i = 0; i < at.size(); i++) {
      boolean free = at.part(i) == Part.OTHER || at.part(i) == Part.FILL;
      boolean counts = !at.word(i).text().isEmpty() && Glyphs.isDigit(at.word(i).text().charAt(0));
      if (free && counts && beginsAmongFill(at, i) && !isOfOtherName(at, i)) {
        unnamedAt(at, i);
      }
    }
  }

  private void unnamedAt(LineAtHand at, int i) {
    int[] number = ReportNumbers.placeAt(glyphs, at.word(i).start(), at.cellOf(i).end());
    Optional<Measure> measure =
        number == null ? Optional.empty() : measures.unitBehind(at, number[1], i);
    if (measure.isEmpty()) {
      return;
    }
    int behind = at.behind(i, measure.get().end());
    boolean ends = behind == at.size() || at.segment(behind) != at.segment(behind - 1);
    Reading told = Reading.of(count(number), measure.get().unit());
    for (Condition c : List.of(Condition.ENGINE_SPEED, Condition.SPEED, Condition.MODULE_VOLTAGE)) {
      boolean lacks = at.finds.values.stream().noneMatch(v -> v.condition() == c);
      boolean may = told.unit().quantity() == c.unit().quantity();
      if (ends && lacks && may && (c != Condition.MODULE_VOLTAGE || isOfBattery(told))) {
        value(at, c, number, i, Optional.empty(), at.word(i).start());
        at.account(i, behind, Part.VALUE);
        return;
      }
    }
  }

  /** "Turbine: 1800 rpm", "pedal=4.2 V": the value of a name that is not known here. */
  private boolean isOfOtherName(LineAtHand at, int i) {
    return i > 0
        && at.part(i - 1) == Part.OTHER
        && !isSymbol(at.word(i - 1))
        && ":=".indexOf(glyphs[Glyphs.behindSpaces(glyphs, at.word(i - 1).end())]) >= 0;
  }

  /** Of 12 or 24 V, at rest or charged (common practice); signals and references have less. */
  private static boolean isOfBattery(Reading reading) {
    double volts = reading.in(MeasureUnit.VOLT);
    return volts >= 9 && volts <= 16 || volts >= 18 && volts <= 32;
  }

  private double count(int[] number) {
    return numbers.readings(Glyphs.seen(glyphs, number[0], number[1])).get(0);
  }

  /** "v 72 km/h", "n 2310 1/min". */
  private static boolean isSymbol(Word w) {
    return w.text().length() == 1 && Character.isLetter(w.text().charAt(0));
  }

  /** Whether nothing but "set at" stands before a word that nothing parts from it. */
  private static boolean beginsAmongFill(LineAtHand at, int i) {
    int first = i;
    while (first > 0
        && at.segment(first - 1) == at.segment(i)
        && (at.part(first - 1) != Part.OTHER || isSymbol(at.word(first - 1)))
        && (!at.word(first - 1).isNumber())) {
      first--;
    }
    return first == 0 || at.segment(first - 1) != at.segment(i);
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
      String written = Glyphs.seen(glyphs, c.start(), c.end()).strip();
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
        odometer ? Odometer.isPossible(reading) : part.condition().isPossible(reading);
    return possible
        ? Optional.of(new Value(part.condition(), reading, line.start(), line.end()))
        : Optional.empty();
  }
}
