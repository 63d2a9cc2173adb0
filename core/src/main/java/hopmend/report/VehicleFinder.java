package hopmend.report;

import hopmend.message.Message;
import hopmend.report.LineAtHand.Part;
import hopmend.report.LineFinds.Doubt;
import hopmend.vehicle.Vin;
import hopmend.vehicle.VinReading;

/** Which vehicle a report is about: its identification number, whole or in groups. */
final class VehicleFinder {
  private static final int LENGTH = 17;
  private static final int MOST_GROUPS = 6;

  private final char[] glyphs;
  private final int yearNow;

  VehicleFinder(char[] glyphs, int yearNow) {
    this.glyphs = glyphs;
    this.yearNow = yearNow;
  }

  /** "1M8 GDM9A XK P042788", if its check digit is right; the number of the word behind it. */
  int inGroups(LineAtHand at, int i) {
    int behind = i;
    int length = 0;
    while (behind < at.size()
        && behind - i < MOST_GROUPS
        && length < LENGTH
        && (behind == i || isNextGroup(at, behind))) {
      length += at.word(behind).text().length();
      behind++;
    }
    int digits =
        length == LENGTH ? at.words().subList(i, behind).stream().mapToInt(Word::digits).sum() : 0;
    if (behind - i < 2 || !Vin.mayBe(length, digits)) {
      return i;
    }
    int start = at.word(i).start();
    int end = at.word(behind - 1).end();
    VinReading reading = Vin.read(new String(glyphs, start, end - start), yearNow);
    if (!reading.isUsable() || !reading.checkDigitRight()) {
      return i;
    }
    at.finds.vins.add(new LineFinds.Number(reading, start, end));
    at.account(i, behind, Part.VALUE);
    return behind;
  }

  private boolean isNextGroup(LineAtHand at, int i) {
    int gap = at.word(i - 1).end();
    return at.word(i).start() == gap + 1 && (glyphs[gap] == ' ' || glyphs[gap] == '-');
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
}
