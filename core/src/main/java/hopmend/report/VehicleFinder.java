package hopmend.report;

import hopmend.message.Message;
import hopmend.report.LineAtHand.Part;
import hopmend.report.LineFinds.Doubt;
import hopmend.report.ReportWords.Label;
import hopmend.vehicle.Vin;
import hopmend.vehicle.VinReading;
import java.util.List;
import java.util.regex.Pattern;

/** Which vehicle a report is about: its identification number, whole or in groups. */
final class VehicleFinder {
  private static final int LENGTH = 17;
  private static final int MOST_GROUPS = 6;

  private static final Pattern CODE = Pattern.compile("[pcbu][0-3][0-9a-f]{3}");

  private final char[] glyphs;
  private final ReportWords words;
  private final int yearNow;

  VehicleFinder(char[] glyphs, ReportWords words, int yearNow) {
    this.glyphs = glyphs;
    this.words = words;
    this.yearNow = yearNow;
  }

  /**
   * "VIN: 0HM WS3AA 7K P042788", or that alone in its line if its check digit is right; the number
   * of the word behind it.
   */
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
    List<Word> groups = at.words().subList(i, behind);
    if (groups.size() < 2
        || length != LENGTH
        || !Vin.mayBe(length, groups.stream().mapToInt(Word::digits).sum())) {
      return i;
    }
    boolean named = isNamed(at, i);
    boolean alone = groups.size() == at.size() && groups.stream().noneMatch(VehicleFinder::isCode);
    if (!named && !alone) {
      return i;
    }
    int start = at.word(i).start();
    int end = at.word(behind - 1).end();
    VinReading reading = read(start, end);
    if (!named && !reading.checkDigitRight()) {
      return i;
    }
    found(at, reading, start, end);
    at.account(i, behind, Part.VALUE);
    return behind;
  }

  private boolean isNamed(LineAtHand at, int i) {
    return at.cellOf(i).head().is(Label.IDENTIFICATION)
        || words.isLabelled(at.words(), i, Label.IDENTIFICATION);
  }

  /** Codes side by side make a number with a right check digit too, one time in eleven. */
  private static boolean isCode(Word w) {
    return CODE.matcher(w.text()).matches();
  }

  private boolean isNextGroup(LineAtHand at, int i) {
    int gap = at.word(i - 1).end();
    return at.word(i).start() == gap + 1 && (glyphs[gap] == ' ' || glyphs[gap] == '-');
  }

  void identificationNumber(LineAtHand at, Word w) {
    if (Vin.mayBe(w.text().length(), w.digits())) {
      found(at, read(w.start(), w.end()), w.start(), w.end());
    }
  }

  private VinReading read(int start, int end) {
    return Vin.read(new String(glyphs, start, end - start), yearNow);
  }

  private static void found(LineAtHand at, VinReading reading, int start, int end) {
    if (reading.isUsable()) {
      at.finds.vins.add(new LineFinds.Number(reading, start, end));
    } else if (!reading.offers().isEmpty()) {
      Message why = Message.of("doubt.number-slip", Message.either(reading.offers()));
      List<Offer> offers =
          reading.offers().stream()
              .<Offer>map(Offer.OfNumber::new)
              .limit(LineFinds.MOST_OFFERS)
              .toList();
      at.finds.doubts.add(Doubt.ofValue(start, end, why, offers));
    }
  }
}
