package hopmend.report;

import hopmend.measure.MeasureUnit;
import hopmend.measure.MeasureUnit.Quantity;
import hopmend.measure.Odometer;
import hopmend.measure.Reading;
import hopmend.message.Message;
import hopmend.report.LineAtHand.Part;
import hopmend.report.LineFinds.Distance;
import hopmend.report.LineFinds.Doubt;
import hopmend.report.LineFinds.Value;
import hopmend.report.MeasureFinder.Measure;
import hopmend.report.ReportWords.Label;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** What the vehicle has run: by its label before or behind, by what it is said with, or alone. */
final class OdometerFinder {
  /** A distance without a name that is shorter is a trip (our own bound). */
  private static final int LEAST_DISTANCE = 1000;

  /** Of "312 mil km", and not of a Swede's "15 330 mil" (our own bound). */
  private static final int MOST_THOUSANDS = 1000;

  /** "104k miles", "104 thousand miles". */
  private static final Pattern SHORTENED = Pattern.compile("\\d{2,3}(?<kilo>k)?");

  /** What counts more counts no faults (our own bound). */
  private static final int MOST_COUNTED = 10_000;

  /** A count that somebody reads off is hardly less, and hardly round (our own bounds). */
  private static final int LEAST_READ_OFF = 10_000;

  private static final int ROUND = 500;

  /** "8 109,400": the number of a van and its miles, or one with parts that nobody counts. */
  private static final Pattern TWO_NUMBERS = Pattern.compile("\\d{1,3} \\d{3}[.,]\\d{3}");

  private static final Pattern THREE_FIGURES = Pattern.compile("\\d{3}(?!\\d)");

  private static final Pattern GROUPED = Pattern.compile("\\d{1,3}([.,]\\d{3})+");

  private final char[] glyphs;
  private final ReportWords words;
  private final ReportNumbers numbers;
  private final MeasureFinder measures;
  private final SpokenDistances spoken;
  private final DateFinder dates;

  OdometerFinder(
      char[] glyphs,
      ReportWords words,
      ReportNumbers numbers,
      MeasureFinder measures,
      DateFinder dates) {
    this.dates = dates;
    this.glyphs = glyphs;
    this.words = words;
    this.numbers = numbers;
    this.measures = measures;
    this.spoken = new SpokenDistances(glyphs, words, measures);
  }

  /** "Mileage: 96 412", "96 412 km on the clock"; the number of the word behind all of it. */
  int odometerAt(LineAtHand at, int i, int behind) {
    if (isUnitOfNumber(at, i) || spoken.isOfOther(at, i)) {
      return behind;
    }
    if (behind < at.size() && words.isThen(at.word(behind))) {
      return behind;
    }
    int first = measures.nameEnds(at, saidOf(at, behind), at.word(i));
    if (first < 0) {
      first = distanceNear(at, behind);
    }
    if (first < 0) {
      odometerBefore(at, i, behind);
      return behind;
    }
    int[] number = ReportNumbers.placeAt(glyphs, at.word(first).start(), at.cellOf(first).end());
    if (number == null || isTime(number)) {
      return behind;
    }
    int date = dates.numbersEnd(number[0]);
    if (date > number[0]) {
      behindDate(at, at.behind(first, date));
      return behind;
    }
    Optional<MeasureUnit> named =
        measures.unitBetween(at, behind, first).or(() -> unitInName(at, i, behind));
    named(at, number, first, named, at.word(i).start());
    int done = at.behind(first, number[1]);
    at.account(i, done, Part.VALUE);
    return done;
  }

  /** "Came in at 04:10". */
  private boolean isTime(int[] number) {
    int colon = number[1];
    return colon + 1 < glyphs.length && glyphs[colon] == ':' && Glyphs.isDigit(glyphs[colon + 1]);
  }

  /** "Mileage 08.11.2026: 96.412 km". */
  private void behindDate(LineAtHand at, int distance) {
    if (spoken.isDistanceAt(at, distance)) {
      int[] number =
          ReportNumbers.placeAt(glyphs, at.word(distance).start(), at.cellOf(distance).end());
      named(at, number, distance, Optional.empty(), at.word(distance).start());
      at.account(distance, at.behind(distance, number[1]), Part.VALUE);
    }
  }

  /** "Total km 301 776". */
  private Optional<MeasureUnit> unitInName(LineAtHand at, int from, int behind) {
    return at.words().subList(from, behind).stream()
        .flatMap(w -> spoken.distance(w).stream())
        .findFirst();
  }

  /** "The counter showed 301 776 km", and not "count 3 at 301 776 km". */
  boolean isCounterOfDistance(LineAtHand at, int i) {
    boolean ofOther = words.isTrip(at.word(i - 1));
    boolean counted = i < at.size() && at.word(i).isNumber() && !spoken.isDistanceAt(at, i);
    return !ofOther && (isNoCountAt(at, i) || !counted && distanceNear(at, i) >= 0);
  }

  /** The cell of a counter that counts no faults: "Compteur: 187 443 km". */
  boolean isDistanceCounted(LineAtHand at, int i) {
    return isNoCountAt(at, i) || spoken.isDistanceAt(at, i);
  }

  /** "Counter 301 776": nothing occurs that often. */
  private boolean isNoCountAt(LineAtHand at, int i) {
    if (i >= at.size() || !at.word(i).isNumber()) {
      return false;
    }
    int[] number = ReportNumbers.placeAt(glyphs, at.word(i).start(), at.cellOf(i).end());
    return number != null && whole(Glyphs.seen(glyphs, number[0], number[1])) >= MOST_COUNTED;
  }

  /** "It has 96 412 km", or that alone: no label, but nothing else that it could be. */
  int distanceRun(LineAtHand at, int i) {
    if (at.cellOf(i).head() != Head.NONE) {
      return i;
    }
    int shortened = behindThousands(at, i);
    if (shortened > i) {
      Word last = at.word(shortened - 1);
      thousands(
          at,
          at.word(i).text().replace("k", ""),
          spoken.distance(last),
          at.word(i).start(),
          last.end());
      at.account(i, shortened, Part.VALUE);
      return shortened;
    }
    if (!spoken.isDistanceAt(at, i)) {
      return i;
    }
    int[] number = ReportNumbers.placeAt(glyphs, at.word(i).start(), at.cellOf(i).end());
    int unit = spoken.unitOf(at, i);
    double least = spoken.isTenKilometres(at, unit) ? LEAST_DISTANCE / 10.0 : LEAST_DISTANCE;
    if (whole(Glyphs.seen(glyphs, number[0], number[1])) < least) {
      return i;
    }
    boolean said = spoken.isSaidToBeRun(at, i);
    boolean begins = i == 0 || at.segment(i - 1) != at.segment(i) && !at.isAnnounced(i);
    boolean ends = unit + 1 >= at.size() || at.segment(unit + 1) != at.segment(unit);
    if (!said && !(begins && ends && !spoken.isSetBehindOther(at, i))) {
      keepInMind(at, i, number);
      return i;
    }
    odometer(at, number, i, Optional.empty(), at.word(i).start());
    int done = at.behind(i, number[1]);
    at.account(i, done, Part.VALUE);
    return done;
  }

  /** A distance of which nothing is told: where no odometer is found it may be that. */
  private void keepInMind(LineAtHand at, int i, int[] number) {
    int start = at.word(i).start();
    String written = Glyphs.seen(glyphs, number[0], number[1]);
    List<Double> counts = counts(written);
    // "3 412,880"; what begins with less than three figures is no rest of the number before.
    boolean isRest =
        i > 0
            && at.word(i - 1).isNumber()
            && start - at.word(i - 1).end() < 2
            && THREE_FIGURES.matcher(written).lookingAt();
    for (double count : counts) {
      boolean isSure = counts.size() == 1 && isReadOff(count) && spoken.isCount(at, i);
      distance(at, number, i, count)
          .filter(v -> !isRest && Odometer.isPossible(v.reading()))
          .filter(
              v ->
                  !spoken.isOfTrip(at, start, spoken.unitOf(at, i) + 1)
                      && !spoken.isOfOtherBefore(at, i))
          .map(v -> new Distance(v, isSure))
          .ifPresent(at.finds.distances::add);
    }
  }

  /** A count with the unit behind it, if that is one of distance. */
  private Optional<Value> distance(LineAtHand at, int[] number, int i, double count) {
    int start = at.word(i).start();
    int unit = spoken.unitOf(at, i);
    if (spoken.isTenKilometres(at, unit)) {
      Reading run = Reading.of(10 * count, MeasureUnit.KILOMETRE);
      return Optional.of(new Value(null, run, start, at.word(unit).end()));
    }
    return measures
        .unitBehind(at, number[1], i)
        .filter(m -> m.unit().quantity() == Quantity.DISTANCE)
        .map(m -> new Value(null, Reading.of(count, m.unit()), start, m.end()));
  }

  private static boolean isReadOff(double count) {
    return count >= LEAST_READ_OFF && count % ROUND != 0;
  }

  /**
   * "Mileage at the scan: 98 120 km", "mileage as shown: 98 120": the next distance, nothing else
   * between; else -1.
   */
  private int distanceNear(LineAtHand at, int from) {
    for (int i = from; i < at.size() && i - from < SpokenDistances.FAR; i++) {
      boolean parted = at.segment(i) != at.segment(from - 1);
      if (spoken.isDistanceAt(at, i) && (!parted || at.isAnnounced(i))) {
        return i;
      }
      if (i > from && at.isAnnounced(i) && isNoCountAt(at, i)) {
        return i;
      }
      if (parted && isBracketed(at, i)) {
        continue;
      }
      if (parted || words.isTrip(at.word(i)) || isOfCode(at, i)) {
        return -1;
      }
    }
    return -1;
  }

  /** "Mileage when set", "km at fault": at which a code was set. */
  private boolean isOfCode(LineAtHand at, int i) {
    return words.isLabel(at.words(), i, Label.CODE) || words.isOtherDistance(at.words(), i);
  }

  /** "Odometer (cluster): 64 002 mi". */
  private boolean isBracketed(LineAtHand at, int i) {
    int start = at.word(i).start();
    int end = at.word(i).end();
    return start > 0 && glyphs[start - 1] == '(' && end < glyphs.length && glyphs[end] == ')';
  }

  /** The "km" of "63 km/h" and of "96 412 km" names nothing. */
  private boolean isUnitOfNumber(LineAtHand at, int i) {
    Word w = at.word(i);
    boolean perHour = w.end() < glyphs.length && glyphs[w.end()] == '/';
    boolean counted =
        i > 0
            && at.segment(i - 1) == at.segment(i)
            && at.word(i - 1).isNumber()
            && !isOfMoment(at.word(i - 1).start());
    return spoken.isDistance(w) && (perHour || counted);
  }

  /** "11/23/26 14:20 MILES 102345": a date or a time ends before the name. */
  private boolean isOfMoment(int number) {
    return number > 1
        && "/:".indexOf(glyphs[number - 1]) >= 0
        && Character.isDigit(glyphs[number - 2]);
  }

  /** A count of kilometres or miles that is named behind it, in the same breath. */
  private void odometerBefore(LineAtHand at, int i, int behind) {
    int unit = i - 1;
    while (unit > i - 4 && isNear(at, unit, i) && !spoken.isDistance(at.word(unit))) {
      unit--;
    }
    boolean counted = isNear(at, unit, i) && spoken.isDistance(at.word(unit));
    Optional<MeasureUnit> bracketed =
        behind < at.size() && isBracketed(at, behind)
            ? spoken.distance(at.word(behind))
            : Optional.empty();
    unit = !counted && bracketed.isPresent() ? i : unit;
    if (!counted && bracketed.isEmpty() || unit == 0 || !at.word(unit - 1).isNumber()) {
      return;
    }
    int first = unit - 1;
    while (first > 0 && at.word(first - 1).isNumber() && isOneNumber(at, first - 1, unit)) {
      first--;
    }
    int[] number = ReportNumbers.placeAt(glyphs, at.word(first).start(), at.word(unit).start());
    if (number != null && at.part(first) == Part.OTHER) {
      named(at, number, first, bracketed, at.word(first).start());
      at.account(first, behind, Part.VALUE);
    }
  }

  private static boolean isNear(LineAtHand at, int i, int word) {
    return i >= 0 && at.segment(i) == at.segment(word);
  }

  /** Whether a number that begins at a word goes on until the unit. */
  private boolean isOneNumber(LineAtHand at, int first, int unit) {
    int[] number = ReportNumbers.placeAt(glyphs, at.word(first).start(), at.word(unit).start());
    return number != null && number[1] == at.word(unit - 1).end();
  }

  /**
   * "Mileage is 84 210", "kilometres today 84 210": the word between says nothing else; and
   * "mileage at drop-off 84 210".
   */
  private int saidOf(LineAtHand at, int i) {
    boolean when =
        i + 2 < at.size()
            && words.isFrom(at.word(i))
            && at.word(i + 1).digits() == 0
            && at.word(i + 2).digits() > 0
            && at.segment(i + 2) == at.segment(i - 1)
            && !isOfCode(at, i + 1)
            && !isOfCode(at, i);
    if (when) {
      return i + 2;
    }
    boolean says = i < at.size() && (words.isFill(at.word(i)) || words.makesOdometer(at.word(i)));
    return says && at.segment(i) == at.segment(i - 1) ? i + 1 : i;
  }

  void odometerCell(LineAtHand at, int c, Head head, int first, int behind) {
    if (first < behind) {
      int[] number = ReportNumbers.placeAt(glyphs, at.word(first).start(), at.cells().get(c).end());
      if (number != null) {
        named(at, number, first, Optional.ofNullable(head.unit()), at.cells().get(c).start());
        at.account(first, behind, Part.VALUE);
      }
    }
  }

  /** When the code was set, not what the vehicle has run by now: that is asked. */
  void whereCodesWereSet(LineAtHand at, int c, Head head, int first, int behind) {
    int known = at.finds.odometers.size();
    odometerCell(at, c, head, first, behind);
    List<Value> read = at.finds.odometers.subList(known, at.finds.odometers.size());
    read.forEach(v -> at.finds.distances.add(new Distance(v, false)));
    read.clear();
    at.account(first, behind, Part.VALUE);
  }

  private void named(
      LineAtHand at, int[] number, int word, Optional<MeasureUnit> named, int start) {
    odometer(at, number, word, named, start);
    at.finds.odometerIsNamed = true;
  }

  /** Behind "104k miles", "104 tys. km", "it has 92k on it", where those tell of no trip. */
  private int behindThousands(LineAtHand at, int i) {
    if (at.word(i).digits() == 0) {
      return i;
    }
    if (isSaidInThousands(at, i)) {
      return i + 1;
    }
    if (i + 1 == at.size()) {
      return i;
    }
    Matcher shortened = SHORTENED.matcher(at.word(i).text());
    if (!shortened.matches()) {
      return i;
    }
    boolean apart = shortened.group("kilo") == null;
    int unit = apart ? i + 2 : i + 1;
    boolean thousand =
        !apart
            || words.isThousand(at.word(i + 1))
                && at.word(i + 1).text().length() > 1
                && !words.isTenKilometres(at.word(i + 1));
    // "205 thousand km, 205 118 exactly"
    boolean exact = unit + 1 < at.size() && at.word(unit + 1).isNumber();
    return thousand
            && !exact
            && unit < at.size()
            && at.segment(i + 1) == at.segment(i)
            && spoken.isDistance(at.word(unit))
            && !spoken.isOfTrip(at, at.word(i).start(), unit + 1)
        ? unit + 1
        : i;
  }

  /** "It has done 92k", "92k on it"; "it has 10k resistors" speaks of those. */
  private boolean isSaidInThousands(LineAtHand at, int i) {
    Matcher shortened = SHORTENED.matcher(at.word(i).text());
    boolean ends = i + 1 == at.size() || at.segment(i + 1) != at.segment(i);
    boolean named = !ends && words.isLabel(at.words(), i + 1, Label.ODOMETER);
    return shortened.matches()
        && shortened.group("kilo") != null
        && (named || ends && i > 0 && spoken.isSaidToBeRun(at, i));
  }

  private void odometer(
      LineAtHand at, int[] number, int word, Optional<MeasureUnit> named, int start) {
    String written = Glyphs.seen(glyphs, number[0], number[1]);
    int behind = at.behind(word, number[1]);
    List<Double> counts = counts(written);
    if (counts.size() > 1) {
      ask(at, "doubt.two-numbers", counts, named, start, number[1]);
      return;
    }
    boolean kilo = number[1] < glyphs.length && Character.toLowerCase(glyphs[number[1]]) == 'k';
    if (kilo && at.word(word).end() == number[1] + 1) {
      thousands(at, written, named, start, number[1] + 1);
      return;
    }
    if (behind < at.size()
        && words.isThousand(at.word(behind))
        && whole(written) < MOST_THOUSANDS
        && isDistanceNamed(at, behind, named)) {
      thousands(at, written, named, start, at.word(behind).end());
      return;
    }
    if (spoken.isTenKilometres(at, behind)) {
      Reading reading = Reading.of(10 * whole(written), MeasureUnit.KILOMETRE);
      at.finds.odometers.add(new Value(null, reading, start, at.word(behind).end()));
      at.account(behind, behind + 1, Part.VALUE);
      return;
    }
    boolean nextField = behind + 1 < at.size() && at.isAnnounced(behind + 1);
    boolean strange =
        measures.unitBehind(at, number[1], word).isEmpty()
            && !nextField
            && isWordBehind(number[1], at.cellOf(word).end());
    // Where nothing names the unit, the rest of the report may tell it.
    Optional<Measure> measure =
        measures
            .measure(at, number, word, named, Quantity.DISTANCE)
            .or(
                () ->
                    numbers
                        .distance()
                        .filter(unit -> !strange)
                        .map(unit -> new Measure(unit, number[1])));
    int end = measure.map(Measure::end).orElse(number[1]);
    if (spoken.isOfTrip(at, start, at.behind(word, end))) {
      return;
    }
    Optional<Reading> reading =
        measure.map(m -> Reading.of(whole(written), m.unit())).filter(Odometer::isPossible);
    if (reading.isEmpty()) {
      ask(at, "doubt.which-distance", List.of(whole(written)), named, start, end);
      return;
    }
    at.finds.odometers.add(new Value(null, reading.get(), start, end));
  }

  private void thousands(
      LineAtHand at, String written, Optional<MeasureUnit> named, int start, int end) {
    ask(at, "doubt.round-thousands", List.of(1000 * whole(written)), named, start, end);
  }

  /** A count of which it is not sure what it is, or which of some. */
  private void ask(
      LineAtHand at,
      String why,
      List<Double> counts,
      Optional<MeasureUnit> named,
      int start,
      int end) {
    List<Offer> offers =
        named
            .filter(u -> u.quantity() == Quantity.DISTANCE)
            .or(numbers::distance)
            .map(Stream::of)
            .orElseGet(MeasureUnit.KILOMETRE.siblings()::stream)
            .flatMap(u -> counts.stream().map(count -> Reading.of(count, u)))
            .filter(Odometer::isPossible)
            .<Offer>map(Offer.OfOdometer::new)
            .toList();
    at.finds.doubts.add(Doubt.ofValue(start, end, Message.of(why), offers));
  }

  /** Whether a distance is meant by "187 thousand": it is named before or behind. */
  private boolean isDistanceNamed(LineAtHand at, int thousand, Optional<MeasureUnit> named) {
    return named.isPresent()
        || thousand + 1 < at.size() && spoken.isDistance(at.word(thousand + 1))
        || !words.isTenKilometres(at.word(thousand));
  }

  private boolean isWordBehind(int from, int to) {
    int place = from;
    while (place < to && glyphs[place] == ' ') {
      place++;
    }
    return place < to && place - from < 3 && Character.isLetter(glyphs[place]);
  }

  /** The counts that may be meant: "8 109,400" are two. */
  private List<Double> counts(String written) {
    return TWO_NUMBERS.matcher(written).matches()
        ? List.of(whole(written), whole(written.substring(written.indexOf(' ') + 1)))
        : List.of(whole(written));
  }

  /** An odometer's count: signs before three digits group, others part what nobody counts. */
  private double whole(String written) {
    String plain = written.replaceAll("[ '’]", "");
    if (GROUPED.matcher(plain).matches()) {
      return Double.parseDouble(plain.replaceAll("[.,]", ""));
    }
    return numbers.readings(written).get(0);
  }
}
