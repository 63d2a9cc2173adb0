package hopmend.report;

import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.report.LineAtHand.Part;
import hopmend.report.LineFinds.Doubt;
import hopmend.report.LineFinds.Value;
import hopmend.report.MeasureFinder.Measure;
import hopmend.vehicle.Vin;
import hopmend.vehicle.VinReading;
import java.nio.CharBuffer;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Which vehicle a report is about and when: identification number, odometer, date. */
final class VehicleFinder {
  private static final int DATE_WITHIN = 20_000;
  private static final Pattern DATE =
      Pattern.compile(
          "\\b(\\d{4})[-/.](\\d{2})[-/.](\\d{2})(?!\\d)|\\b(\\d{1,2})([./-])(\\d{1,2})\\5(\\d{4})\\b");

  private final char[] glyphs;
  private final CharSequence text;
  private final ReportWords words;
  private final ReportNumbers numbers;
  private final MeasureFinder measures;
  private final int yearNow;

  VehicleFinder(
      char[] glyphs,
      ReportWords words,
      ReportNumbers numbers,
      MeasureFinder measures,
      int yearNow) {
    this.glyphs = glyphs;
    this.text = CharBuffer.wrap(glyphs);
    this.words = words;
    this.numbers = numbers;
    this.measures = measures;
    this.yearNow = yearNow;
  }

  int odometerAt(LineAtHand at, int i, int behind) {
    int first = measures.nameEnds(at, saidOf(at, behind), at.word(i));
    if (first < 0) {
      return behind;
    }
    int[] number = ReportNumbers.placeAt(glyphs, at.word(first).start(), at.cellOf(first).end());
    if (number == null) {
      return behind;
    }
    odometer(at, number, first, measures.unitBetween(at, behind, first), at.word(i).start());
    int done = first;
    while (done < at.size() && at.word(done).start() < number[1]) {
      done++;
    }
    at.account(i, done, Part.VALUE);
    return done;
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

  private void odometer(
      LineAtHand at, int[] number, int word, Optional<MeasureUnit> named, int start) {
    String written = Glyphs.seen(glyphs, number[0], number[1]);
    boolean strange =
        measures.unitBehind(at, number[1], word).isEmpty()
            && isWordBehind(number[1], at.cellOf(word).end());
    // Where nothing names the unit, the rest of the report may tell it.
    Optional<Measure> measure =
        measures
            .measure(at, number, word, named, MeasureUnit.Quantity.DISTANCE)
            .or(
                () ->
                    numbers
                        .distance()
                        .filter(unit -> !strange)
                        .map(unit -> new Measure(unit, number[1])));
    int end = measure.map(Measure::end).orElse(number[1]);
    double value = whole(written);
    if (measure.isEmpty() || value > 5_000_000) {
      at.finds.doubts.add(new Doubt(start, end, "an odometer in kilometres or in miles?", null));
      return;
    }
    at.finds.odometers.add(new Value(null, Reading.of(value, measure.get().unit()), start, end));
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
    Matcher grouped = Pattern.compile("\\d{1,3}([.,]\\d{3})+").matcher(plain);
    if (grouped.matches()) {
      return Double.parseDouble(plain.replaceAll("[.,]", ""));
    }
    return numbers.readings(written).get(0);
  }

  void identificationNumber(LineAtHand at, Word w) {
    if (w.text().length() != 17 || w.digits() < 4 || w.digits() == 17) {
      return;
    }
    String written = new String(glyphs, w.start(), w.end() - w.start());
    VinReading reading = Vin.read(written, yearNow);
    if (reading.isUsable()) {
      at.finds.vins.add(new LineFinds.Number(reading, w.start(), w.end()));
    } else if (!reading.offers().isEmpty()) {
      at.finds.doubts.add(
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
  void dateAt(LineAtHand at, Word w) {
    if (at.finds.date != null
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
        at.finds.date = date;
        at.finds.dateStart = m.start();
        at.finds.dateEnd = m.end();
      }
    } catch (DateTimeException e) {
      // no date after all
    }
  }

  private static int group(Matcher m, int group) {
    return Integer.parseInt(m.group(group));
  }
}
