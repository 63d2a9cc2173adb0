package hopmend.report;

import hopmend.message.Message;
import hopmend.report.LineFinds.Doubt;
import hopmend.vehicle.Vin;
import hopmend.vehicle.VinReading;
import java.nio.CharBuffer;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Which vehicle a report is about and when: identification number and date. */
final class VehicleFinder {
  private static final int DATE_WITHIN = 20_000;
  private static final Pattern DATE =
      Pattern.compile(
          "\\b(\\d{4})[-/.](\\d{2})[-/.](\\d{2})(?!\\d)|\\b(\\d{1,2})([./-])(\\d{1,2})\\5(\\d{4})\\b");

  private final char[] glyphs;
  private final CharSequence text;
  private final boolean dayIsFirst;
  private final int yearNow;

  VehicleFinder(char[] glyphs, ReportNumbers numbers, int yearNow) {
    this.glyphs = glyphs;
    this.dayIsFirst = numbers.isDayFirst();
    this.text = CharBuffer.wrap(glyphs);
    this.yearNow = yearNow;
  }

  void identificationNumber(LineAtHand at, Word w) {
    if (!Vin.mayBe(w.text().length(), w.digits())) {
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
              Message.of("doubt.number-slip", Message.either(reading.offers())),
              null));
    }
  }

  /** Day and month are taken only where they cannot be swapped, or the language tells. */
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
        boolean dayFirst = m.group(5).equals(".") || a > 12 || dayIsFirst && b <= 12;
        if (!dayFirst && b <= 12 && a != b) {
          return;
        }
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
