package hopmend.report;

import hopmend.measure.MeasureUnit;
import hopmend.measure.MeasureUnit.Quantity;
import hopmend.report.LineAtHand.Part;
import hopmend.report.ReportWords.Label;
import java.util.Optional;

/**
 * What a sentence tells of a distance: that the vehicle has run it, that it is another one (since,
 * until, when the belt was changed), or nothing.
 */
final class SpokenDistances {
  /** So many words before and behind a distance are looked at. */
  static final int FAR = 6;

  private final char[] glyphs;
  private final ReportWords words;
  private final MeasureFinder measures;

  SpokenDistances(char[] glyphs, ReportWords words, MeasureFinder measures) {
    this.glyphs = glyphs;
    this.words = words;
    this.measures = measures;
  }

  /** "It has 96 412 km", "read at 96 412 km", "van 12 at 96 412 km". */
  boolean isSaidToBeRun(LineAtHand at, int i) {
    return i > 0 && (isRunBefore(at, i) || isReadAt(at, i)) || isToldAlone(at, i);
  }

  /** "It has 96 412 km"; "il a 96 412 km", but not "rifatti a 96 412 km", "à 96 412 km". */
  private boolean isRunBefore(LineAtHand at, int i) {
    Word before = at.word(i - 1);
    if (!words.runs(before) || before.text().length() > 1) {
      return words.runs(before) && !isOfOtherInBreath(at, i);
    }
    boolean known = Character.toLowerCase(glyphs[before.start()]) != 'à';
    for (int k = i - 2; k >= 0 && at.segment(k) == at.segment(i) && i - k <= FAR; k--) {
      known &= tellsNothingElse(at.word(k));
    }
    return known;
  }

  /** "Last time it had 61 002 miles", "the old cluster showed 61 002 miles". */
  private boolean isOfOtherInBreath(LineAtHand at, int i) {
    for (int k = i - 1; k >= 0 && i - k < 2 * FAR && at.segment(k) == at.segment(i); k--) {
      if (isTrip(at, k) || isOfSomethingElse(at, k)) {
        return true;
      }
    }
    return false;
  }

  private boolean tellsNothingElse(Word w) {
    return words.makesOdometer(w) || words.saysNothingOfDistance(w) || w.isNumber();
  }

  /** "All units scanned at 96 412 km". */
  private boolean isReadAt(LineAtHand at, int i) {
    boolean read = false;
    for (int k = i - 2; k >= 0 && i - k < 2 * FAR && at.segment(k) == at.segment(i); k--) {
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
      boolean ofCodes = at.part(k) == Part.CODE || words.isLabel(at.words(), k, Label.CODE);
      if (ofCodes || !tellsNothingElse(w) || isOfSomethingElse(at, k) || isDistanceAt(at, k)) {
        return false;
      }
    }
    return makes && !isOfOther(at, from, behind);
  }

  /**
   * "The driver jotted down 96 412 km": whatever the verb, somebody tells a count. Not of a moment
   * ("overheated at"), nor of a part ("tyres with"), nor of a span of time ("a year").
   */
  boolean isCount(LineAtHand at, int i) {
    int unit = unitOf(at, i);
    int from = i;
    while (from > 0 && i - from < FAR && at.segment(from - 1) == at.segment(i)) {
      from--;
    }
    int behind = unit + 1;
    while (behind < at.size() && behind - unit < FAR && at.segment(behind) == at.segment(unit)) {
      behind++;
    }
    for (int k = from; k < behind; k++) {
      boolean beside = k < i || k > unit;
      if (beside
          && (at.part(k) == Part.CODE
              || words.isLabel(at.words(), k, Label.CODE)
              || isOfSomethingElse(at, k)
              || words.isEachTime(at.words(), k)
              || k > unit && k < unit + 3 && words.isMomentBehind(at.word(k))
              || k == unit + 1 && isGlued(at.word(k)))) {
        return false;
      }
    }
    return !isNamed(at, from) && !isMomentBefore(at, from, i) && !isOfOther(at, from, behind);
  }

  /** "Belt: 96 412 km", but not "photo of the dash at 8: 96 412 km"; or a column's. */
  private boolean isNamed(LineAtHand at, int from) {
    if (!at.isAnnounced(from) || glyphs[at.word(from - 1).end()] == '.') {
      return false;
    }
    boolean makes = false;
    for (int k = named(at, from); k < from; k++) {
      makes |= words.makesOdometer(at.word(k));
      if (isTrip(at, k) || isOfSomethingElse(at, k)) {
        return true;
      }
    }
    return !makes;
  }

  /** Turkish "96 412 km'de": at. */
  private boolean isGlued(Word w) {
    return words.isLocative(w) && glyphs[w.start() - 1] != ' ';
  }

  /** "At", "at about", "at the": when it was so. */
  private boolean isMomentBefore(LineAtHand at, int from, int i) {
    for (int k = i - 1; k >= from; k--) {
      if (words.isMoment(at.word(k))) {
        return true;
      }
      if (!words.saysNothingOfDistance(at.word(k))) {
        return false;
      }
    }
    return false;
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
      if (isTrip(at, k)) {
        return behind > k || !tellsDistance(at, k);
      }
      if (at.endsSentence(k)) {
        return false;
      }
    }
    return false;
  }

  boolean isOfOtherBefore(LineAtHand at, int from) {
    for (int k = from - 1; k >= 0 && from - k < 2 * FAR && !at.endsSentence(k); k--) {
      boolean counted = words.isThousand(at.word(k)) && k > 0 && at.word(k - 1).isNumber();
      if (isTrip(at, k) && !counted) {
        return true;
      }
      if (counted || isDistance(at.word(k))) {
        return false;
      }
    }
    return false;
  }

  /**
   * "Injectors renewed, 96 412 km": whether the breath before ends in what makes it another one.
   */
  boolean isSetBehindOther(LineAtHand at, int i) {
    for (int k = i - 1; k >= 0 && i - k < FAR && at.segment(k) == at.segment(i - 1); k--) {
      if (at.endsSentence(k)) {
        return false;
      }
      boolean trip = i - k <= 2 && isTrip(at, k) && !words.isSince(at.word(k));
      if (trip || words.isOtherDistance(at.words(), k)) {
        return true;
      }
    }
    return false;
  }

  /** "..., next service in 5 000 km". */
  private boolean tellsDistance(LineAtHand at, int from) {
    for (int k = from; k < at.size() && k - from < FAR && !at.endsSentence(k); k++) {
      if (isDistanceAt(at, k)) {
        return true;
      }
    }
    return false;
  }

  private boolean isOfSomethingElse(LineAtHand at, int k) {
    return words.isChangedPart(at.words(), k) || words.isOtherDistance(at.words(), k);
  }

  /** "The old cluster": whether a name is that of another odometer. */
  boolean isOfOther(LineAtHand at, int name) {
    for (int k = name - 1; k >= 0 && name - k < FAR && at.segment(k) == at.segment(name); k--) {
      if (words.isOtherDistance(at.words(), k)) {
        return true;
      }
    }
    return false;
  }

  /** "Service distance 15 000 km", "seit dem Wechsel gefahren", "12 000 km since": another one. */
  boolean isOfTrip(LineAtHand at, int start, int behind) {
    for (int i = behind; i - behind < FAR && goesOn(at, i); i++) {
      if (isTrip(at, i)) {
        return true;
      }
    }
    int name = Math.min(behind, at.size()) - 1;
    while (name > 0 && at.word(name).start() > start) {
      name--;
    }
    for (int i = name - 1; i >= 0 && name - i < FAR && at.segment(i) == at.segment(name); i--) {
      if (isTrip(at, i)) {
        return true;
      }
    }
    return false;
  }

  /** Whether a word still tells of what stands before it, and names no field of its own. */
  private boolean goesOn(LineAtHand at, int i) {
    return i < at.size()
        && !(i + 1 < at.size() && at.isAnnounced(i + 1))
        && at.segment(i) == at.segment(i - 1)
        && at.part(i) != Part.CODE
        && !words.isAnd(at.word(i))
        && !words.runs(at.word(i))
        && !at.word(i).isNumber();
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
    return isTenKilometres(at, at.behind(i, number[1])) && isCountedInIt(at, number)
        || measures
            .unitBehind(at, number[1], i)
            .filter(m -> m.unit().quantity() == Quantity.DISTANCE)
            .isPresent();
  }

  /** "04:10, MIL on" is a time, and a lamp; "127 MIL" how often, and a lamp in its column. */
  private boolean isCountedInIt(LineAtHand at, int[] number) {
    int unit = Glyphs.behindSpaces(glyphs, number[1]);
    boolean isTime = number[0] > 0 && glyphs[number[0] - 1] == ':';
    boolean isNext = unit - number[1] <= 1 && unit < at.line().end();
    return !isTime && isNext && Character.isLetter(glyphs[unit]);
  }

  /** The number of the word that is the unit of a number. */
  int unitOf(LineAtHand at, int number) {
    return at.behind(
        number, ReportNumbers.placeAt(glyphs, at.word(number).start(), at.cellOf(number).end())[1]);
  }

  /** Until service, with the lamp on; the "mil" of "4 612 mil" is a unit, and no lamp. */
  private boolean isTrip(LineAtHand at, int i) {
    boolean unit = i > 0 && at.word(i - 1).isNumber() && words.isTenKilometres(at.word(i));
    boolean sinceNew =
        words.isSince(at.word(i)) && i + 1 < at.size() && words.isNew(at.word(i + 1));
    return words.isTrip(at.word(i)) && !unit && !sinceNew;
  }

  boolean isTenKilometres(LineAtHand at, int i) {
    return i < at.size() && words.isTenKilometres(at.word(i));
  }

  boolean isDistance(Word w) {
    return distance(w).isPresent();
  }

  Optional<MeasureUnit> distance(Word w) {
    return words.measure(w.text()).filter(m -> m.quantity() == Quantity.DISTANCE);
  }
}
