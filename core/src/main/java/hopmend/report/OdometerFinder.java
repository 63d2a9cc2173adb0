package hopmend.report;

import hopmend.measure.MeasureUnit;
import hopmend.measure.MeasureUnit.Quantity;
import hopmend.measure.Odometer;
import hopmend.measure.Reading;
import hopmend.report.LineAtHand.Part;
import hopmend.report.LineFinds.Doubt;
import hopmend.report.LineFinds.Value;
import hopmend.report.MeasureFinder.Measure;
import hopmend.report.ReportWords.Label;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;

/** What the vehicle has run: by its label before or behind, by what it is said with, or alone. */
final class OdometerFinder {
  /** Words between a name and its distance, at most: "kilométrage au moment du relevé". */
  private static final int FAR = 6;

  /** A distance without a name that is shorter is a trip (our own bound). */
  private static final int LEAST_DISTANCE = 1000;

  /** What counts more counts no faults (our own bound). */
  private static final int MOST_COUNTED = 10_000;

  private static final Pattern GROUPED = Pattern.compile("\\d{1,3}([.,]\\d{3})+");

  private final char[] glyphs;
  private final ReportWords words;
  private final ReportNumbers numbers;
  private final MeasureFinder measures;

  OdometerFinder(char[] glyphs, ReportWords words, ReportNumbers numbers, MeasureFinder measures) {
    this.glyphs = glyphs;
    this.words = words;
    this.numbers = numbers;
    this.measures = measures;
  }

  /** "Mileage: 96 412", "96 412 km on the clock"; the number of the word behind all of it. */
  int odometerAt(LineAtHand at, int i, int behind) {
    if (isUnitOfNumber(at, i)) {
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
    if (number == null) {
      return behind;
    }
    Optional<MeasureUnit> named =
        measures.unitBetween(at, behind, first).or(() -> distance(at.word(i)));
    odometer(at, number, first, named, at.word(i).start());
    int done = at.behind(first, number[1]);
    at.account(i, done, Part.VALUE);
    return done;
  }

  /** Whether a number with a unit of distance begins at a word. */
  boolean isDistanceAt(LineAtHand at, int i) {
    if (i >= at.size()
        || at.word(i).text().isEmpty()
        || !Glyphs.isDigit(at.word(i).text().charAt(0))) {
      return false;
    }
    int[] number = ReportNumbers.placeAt(glyphs, at.word(i).start(), at.cellOf(i).end());
    if (number == null) {
      return false;
    }
    int behind = at.behind(i, number[1]);
    return isTenKilometres(at, behind)
        || measures
            .unitBehind(at, number[1], i)
            .filter(m -> m.unit().quantity() == Quantity.DISTANCE)
            .isPresent();
  }

  /** "The counter showed 301 776 km", and not "count 3 at 301 776 km". */
  boolean isCounterOfDistance(LineAtHand at, int i) {
    boolean counted = i < at.size() && at.word(i).isNumber() && !isDistanceAt(at, i);
    return isNoCountAt(at, i) || !counted && distanceNear(at, i) >= 0;
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
    if (at.cellOf(i).head() != Head.NONE || !isDistanceAt(at, i)) {
      return i;
    }
    int[] number = ReportNumbers.placeAt(glyphs, at.word(i).start(), at.cellOf(i).end());
    int unit = unitOf(at, i);
    if (whole(Glyphs.seen(glyphs, number[0], number[1])) < LEAST_DISTANCE
        && !isTenKilometres(at, unit)) {
      return i;
    }
    boolean said = i > 0 && (isRunBefore(at, i) || isReadAt(at, i)) || isToldAlone(at, i);
    boolean begins = i == 0 || at.segment(i - 1) != at.segment(i) && !at.isAnnounced(i);
    boolean ends = unit + 1 >= at.size() || at.segment(unit + 1) != at.segment(unit);
    if (!said && !(begins && ends)) {
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
    boolean isRest =
        i > 0 && at.word(i - 1).isNumber() && at.word(i).start() - at.word(i - 1).end() < 2;
    int start = at.word(i).start();
    measures
        .unitBehind(at, number[1], i)
        .map(
            m ->
                new Value(
                    null,
                    Reading.of(whole(Glyphs.seen(glyphs, number[0], number[1])), m.unit()),
                    start,
                    m.end()))
        .filter(v -> !isRest && Odometer.isPossible(v.reading()))
        .filter(v -> !isOfTrip(at, start, unitOf(at, i) + 1) && !isOfOtherBefore(at, i))
        .ifPresent(at.finds.distances::add);
  }

  /** "It has 96 412 km"; "il a 96 412 km", but not "rifatti a 96 412 km", "à 96 412 km". */
  private boolean isRunBefore(LineAtHand at, int i) {
    Word before = at.word(i - 1);
    if (!words.runs(before) || before.text().length() > 1) {
      return words.runs(before);
    }
    boolean known = Character.toLowerCase(glyphs[before.start()]) != 'à';
    for (int k = i - 2; k >= 0 && at.segment(k) == at.segment(i) && i - k <= FAR; k--) {
      Word w = at.word(k);
      known &= words.makesOdometer(w) || words.saysNothingOfDistance(w) || w.isNumber();
    }
    return known;
  }

  /**
   * "Van 12 at 96 412 km", "display: 96 412 km": a distance in a breath that tells nothing else, in
   * a sentence that tells of no other distance.
   */
  private boolean isToldAlone(LineAtHand at, int i) {
    int from = i;
    while (from > 0 && i - from <= FAR && at.segment(from - 1) == at.segment(i)) {
      from--;
    }
    return isToldAlone(at, from, i) || at.isAnnounced(from) && isToldAlone(at, named(at, from), i);
  }

  /** Where the name before a colon begins: "display: 96 412 km". */
  private static int named(LineAtHand at, int value) {
    int from = value - 1;
    while (from > 0 && value - from <= FAR && at.segment(from - 1) == at.segment(value - 1)) {
      from--;
    }
    return from;
  }

  private boolean isToldAlone(LineAtHand at, int from, int i) {
    int unit = unitOf(at, i);
    int behind = unit + 1;
    while (behind < at.size() && behind - unit <= FAR && at.segment(behind) == at.segment(unit)) {
      behind++;
    }
    if (unit == at.size()
        || i - from > FAR
        || behind - unit > FAR
        || i > from && at.word(i - 1).isNumber() && at.segment(i - 1) == at.segment(i)) {
      return false;
    }
    boolean makes = false;
    for (int k = from; k < behind; k++) {
      Word w = at.word(k);
      if (k >= i && k <= unit) {
        continue;
      }
      makes |= words.makesOdometer(w);
      boolean known = words.makesOdometer(w) || words.saysNothingOfDistance(w) || w.isNumber();
      boolean ofCodes = at.part(k) == Part.CODE || words.isLabel(at.words(), k, Label.CODE);
      if (ofCodes || !known || isDistanceAt(at, k)) {
        return false;
      }
    }
    return makes && !isOfOther(at, from, behind);
  }

  private int unitOf(LineAtHand at, int number) {
    return at.behind(
        number, ReportNumbers.placeAt(glyphs, at.word(number).start(), at.cellOf(number).end())[1]);
  }

  /**
   * "The belt was changed, at 96 412 km": whether the sentence speaks of another distance, and does
   * not tell that beside.
   */
  private boolean isOfOther(LineAtHand at, int from, int behind) {
    if (isOfOtherBefore(at, from)) {
      return true;
    }
    for (int k = from; k < at.size() && k - behind < FAR; k++) {
      if (words.isTrip(at.word(k))) {
        return behind > k || !tellsDistance(at, k);
      }
      if (endsSentence(at, k)) {
        return false;
      }
    }
    return false;
  }

  private boolean isOfOtherBefore(LineAtHand at, int from) {
    for (int k = from - 1; k >= 0 && from - k < 2 * FAR && !endsSentence(at, k); k--) {
      if (words.isTrip(at.word(k))) {
        return true;
      }
      if (isDistance(at.word(k))) {
        return false;
      }
    }
    return false;
  }

  /** "..., next service in 5 000 km". */
  private boolean tellsDistance(LineAtHand at, int from) {
    for (int k = from; k < at.size() && k - from < FAR && !endsSentence(at, k); k++) {
      if (isDistanceAt(at, k)) {
        return true;
      }
    }
    return false;
  }

  private boolean endsSentence(LineAtHand at, int word) {
    int end = at.word(word).end();
    return end + 1 < glyphs.length && glyphs[end] == '.' && glyphs[end + 1] == ' ';
  }

  /** "Mileage at the scan: 98 120 km": the next distance, nothing else between; else -1. */
  private int distanceNear(LineAtHand at, int from) {
    for (int i = from; i < at.size() && i - from < FAR; i++) {
      boolean parted = at.segment(i) != at.segment(from - 1);
      if (isDistanceAt(at, i) && (!parted || at.isAnnounced(i))) {
        return i;
      }
      if (parted && isBracketed(at, i)) {
        continue;
      }
      if (parted || words.isTrip(at.word(i))) {
        return -1;
      }
    }
    return -1;
  }

  /** "Odometer (cluster): 64 002 mi". */
  private boolean isBracketed(LineAtHand at, int i) {
    int start = at.word(i).start();
    int end = at.word(i).end();
    return start > 0 && glyphs[start - 1] == '(' && end < glyphs.length && glyphs[end] == ')';
  }

  /** "All units scanned at 96 412 km". */
  private boolean isReadAt(LineAtHand at, int i) {
    boolean read = false;
    for (int k = i - 2; k >= 0 && i - k < 8 && at.segment(k) == at.segment(i); k--) {
      read |= words.isScanned(at.word(k));
    }
    return (read || isReadBehind(at, i)) && words.isFrom(at.word(i - 1));
  }

  /** "Bei 96 412 km ausgelesen", "at 96 412 km when I plugged in". */
  private boolean isReadBehind(LineAtHand at, int i) {
    int unit = unitOf(at, i);
    for (int k = unit + 1; k < at.size() && k - unit < 5; k++) {
      Word w = at.word(k);
      boolean goesOn = at.segment(k) == at.segment(unit);
      if (goesOn && words.isScanned(w)) {
        return true;
      }
      if (!goesOn || !words.saysNothingOfDistance(w)) {
        return false;
      }
    }
    return false;
  }

  /** The "km" of "63 km/h" and of "96 412 km" names nothing. */
  private boolean isUnitOfNumber(LineAtHand at, int i) {
    Word w = at.word(i);
    boolean perHour = w.end() < glyphs.length && glyphs[w.end()] == '/';
    boolean counted = i > 0 && at.segment(i - 1) == at.segment(i) && at.word(i - 1).isNumber();
    return isDistance(w) && (perHour || counted);
  }

  private boolean isDistance(Word w) {
    return distance(w).isPresent();
  }

  private Optional<MeasureUnit> distance(Word w) {
    return words.measure(w.text()).filter(m -> m.quantity() == Quantity.DISTANCE);
  }

  /** A count of kilometres or miles that is named behind it, in the same breath. */
  private void odometerBefore(LineAtHand at, int i, int behind) {
    int unit = i - 1;
    while (unit > i - 4 && isNear(at, unit, i) && !isDistance(at.word(unit))) {
      unit--;
    }
    boolean counted = isNear(at, unit, i) && isDistance(at.word(unit));
    if (!counted || unit == 0 || !at.word(unit - 1).isNumber()) {
      return;
    }
    int first = unit - 1;
    while (first > 0 && at.word(first - 1).isNumber() && isOneNumber(at, first - 1, unit)) {
      first--;
    }
    int[] number = ReportNumbers.placeAt(glyphs, at.word(first).start(), at.word(unit).start());
    if (number != null && at.part(first) == Part.OTHER) {
      odometer(at, number, first, Optional.empty(), at.word(first).start());
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

  /** "Mileage is 84 210": the word between says nothing. */
  private int saidOf(LineAtHand at, int i) {
    return i < at.size() && words.isFill(at.word(i)) ? i + 1 : i;
  }

  void odometerCell(LineAtHand at, int c, Head head, int first, int behind) {
    if (first < behind) {
      int[] number = ReportNumbers.placeAt(glyphs, at.word(first).start(), at.cells().get(c).end());
      if (number != null) {
        odometer(at, number, first, Optional.ofNullable(head.unit()), at.cells().get(c).start());
        at.account(first, behind, Part.VALUE);
      }
    }
  }

  /** When the code was set, not what the vehicle has run by now: that is asked. */
  void whereCodesWereSet(LineAtHand at, int c, Head head, int first, int behind) {
    int known = at.finds.odometers.size();
    odometerCell(at, c, head, first, behind);
    List<Value> read = at.finds.odometers.subList(known, at.finds.odometers.size());
    at.finds.distances.addAll(read);
    read.clear();
    at.account(first, behind, Part.VALUE);
  }

  private void odometer(
      LineAtHand at, int[] number, int word, Optional<MeasureUnit> named, int start) {
    String written = Glyphs.seen(glyphs, number[0], number[1]);
    int behind = at.behind(word, number[1]);
    if (behind < at.size()
        && words.isThousand(at.word(behind))
        && isDistanceNamed(at, behind, named)) {
      at.finds.doubts.add(new Doubt(start, at.word(behind).end(), "round-thousands", null));
      return;
    }
    if (isTenKilometres(at, behind)) {
      Reading reading = Reading.of(10 * whole(written), MeasureUnit.KILOMETRE);
      at.finds.odometers.add(new Value(null, reading, start, at.word(behind).end()));
      at.account(behind, behind + 1, Part.VALUE);
      return;
    }
    boolean strange =
        measures.unitBehind(at, number[1], word).isEmpty()
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
    if (isOfTrip(at, start, at.behind(word, end))) {
      return;
    }
    Optional<Reading> reading =
        measure.map(m -> Reading.of(whole(written), m.unit())).filter(Odometer::isPossible);
    if (reading.isEmpty()) {
      at.finds.doubts.add(new Doubt(start, end, "which-distance", null));
      return;
    }
    at.finds.odometers.add(new Value(null, reading.get(), start, end));
  }

  /** "Service distance 15 000 km", "seit dem Wechsel gefahren", "12 000 km since": another one. */
  private boolean isOfTrip(LineAtHand at, int start, int behind) {
    for (int i = behind; i - behind < FAR && goesOn(at, i); i++) {
      if (words.isTrip(at.word(i))) {
        return true;
      }
    }
    int name = behind - 1;
    while (name > 0 && at.word(name).start() > start) {
      name--;
    }
    for (int i = name - 1; i >= 0 && name - i < FAR && at.segment(i) == at.segment(name); i--) {
      if (words.isTrip(at.word(i))) {
        return true;
      }
    }
    return false;
  }

  /** Whether a word still tells of what stands before it. */
  private boolean goesOn(LineAtHand at, int i) {
    return i < at.size()
        && at.segment(i) == at.segment(i - 1)
        && at.part(i) != Part.CODE
        && !words.isAnd(at.word(i))
        && !words.runs(at.word(i))
        && !at.word(i).isNumber();
  }

  private boolean isTenKilometres(LineAtHand at, int i) {
    return i < at.size() && words.isTenKilometres(at.word(i));
  }

  /** Whether a distance is meant by "187 thousand": it is named before or behind. */
  private boolean isDistanceNamed(LineAtHand at, int thousand, Optional<MeasureUnit> named) {
    return named.isPresent()
        || thousand + 1 < at.size() && isDistance(at.word(thousand + 1))
        || !words.isTenKilometres(at.word(thousand));
  }

  private boolean isWordBehind(int from, int to) {
    int place = from;
    while (place < to && glyphs[place] == ' ') {
      place++;
    }
    return place < to && place - from < 3 && Character.isLetter(glyphs[place]);
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
