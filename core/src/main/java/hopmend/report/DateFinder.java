package hopmend.report;

import hopmend.report.LineAtHand.Part;
import hopmend.report.ReportWords.Label;
import java.nio.CharBuffer;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.Month;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** When a report was made: the first date in it that reads in one way only. */
final class DateFinder {
  private static final int DATE_WITHIN = 20_000;

  /** So many signs part the words of a date at most: "March 14, 2026", "14. März 2026". */
  private static final int APART = 3;

  /** Characters of a date in numbers, at most. */
  private static final int LONGEST_NUMBERS = 12;

  private static final int FIRST_YEAR = 1980;
  private static final int CENTURY = 2000;

  private static final Pattern YEAR_FIRST =
      Pattern.compile("(\\d{4})[-/.](\\d{2})[-/.](\\d{2})(?!\\d)");

  private static final Pattern YEAR_LAST =
      Pattern.compile("(\\d{1,2})([./-])(\\d{1,2})\\2(\\d{4}|\\d{2})\\b");

  private static final Pattern TIME = Pattern.compile("[ ,]{1,3}[0-2]?\\d:[0-5]\\d\\b");

  private static final Pattern DAY = Pattern.compile("([0-3]?\\d)(st|nd|rd|th|er)?");

  private final char[] glyphs;
  private final CharSequence text;
  private final ReportWords words;
  private final boolean dayIsFirst;
  private final int yearNow;

  DateFinder(char[] glyphs, ReportWords words, ReportNumbers numbers, int yearNow) {
    this.glyphs = glyphs;
    this.text = CharBuffer.wrap(glyphs);
    this.words = words;
    this.dayIsFirst = numbers.isDayFirst();
    this.yearNow = yearNow;
  }

  /** A date that begins at a word; the number of the word behind it. */
  int dateAt(LineAtHand at, int i) {
    Word w = at.word(i);
    if (at.finds.date != null || w.start() > DATE_WITHIN || w.text().isEmpty()) {
      return i;
    }
    if (words.month(w).isPresent()) {
      return monthFirst(at, i);
    }
    if (!Glyphs.isDigit(w.text().charAt(0)) || w.text().length() > 4) {
      return i;
    }
    int behind = dayFirst(at, i);
    if (behind == i) {
      inNumbers(at, i);
    }
    return behind;
  }

  /** Behind numbers that are written as a date is, whatever day they mean; else the same place. */
  int numbersEnd(int place) {
    int end = Math.min(glyphs.length, place + LONGEST_NUMBERS);
    Matcher yearFirst = YEAR_FIRST.matcher(text).region(place, end);
    Matcher yearLast = YEAR_LAST.matcher(text).region(place, end);
    return yearFirst.lookingAt() ? yearFirst.end() : yearLast.lookingAt() ? yearLast.end() : place;
  }

  /** Day and month are taken only where they cannot be swapped, or the language tells. */
  private void inNumbers(LineAtHand at, int i) {
    int start = at.word(i).start();
    int end = Math.min(glyphs.length, start + LONGEST_NUMBERS);
    Matcher m = YEAR_FIRST.matcher(text).region(start, end);
    if (m.lookingAt()) {
      date(at, group(m, 1), group(m, 2), group(m, 3), start, m.end());
      return;
    }
    m = YEAR_LAST.matcher(text).region(start, end);
    if (!m.lookingAt()) {
      return;
    }
    int a = group(m, 1);
    int b = group(m, 3);
    boolean dayFirst = m.group(2).equals(".") || a > 12 || dayIsFirst && b <= 12;
    boolean swaps = !dayFirst && b <= 12 && a != b;
    boolean isWhole = m.group(4).length() == 4;
    boolean told = isNamed(at, i) || TIME.matcher(text).region(m.end(), glyphs.length).lookingAt();
    if (!swaps && (isWhole || told && isYearLast(a, group(m, 4)))) {
      int year = group(m, 4) + (isWhole ? 0 : CENTURY);
      date(at, year, dayFirst ? b : a, dayFirst ? a : b, start, m.end());
    }
  }

  /** "14.03.26" is of this year or the last one, and "26-03-25" could begin with its year. */
  private boolean isYearLast(int first, int last) {
    return isLately(last) && !isLately(first);
  }

  private boolean isLately(int year) {
    return yearNow - CENTURY - year >= 0 && yearNow - CENTURY - year <= 1;
  }

  private boolean isNamed(LineAtHand at, int i) {
    return at.cellOf(i).head().is(Label.DATE)
        || at.isAnnounced(i) && words.isLabelled(at.words(), i, Label.DATE);
  }

  /** "14 March 2026", "14. März 2026", "14 de marzo de 2026", "14-Mar-26". */
  private int dayFirst(LineAtHand at, int i) {
    Matcher day = DAY.matcher(at.word(i).text());
    int name = next(at, i);
    if (!day.matches() || name == at.size()) {
      return i;
    }
    int year = next(at, name);
    Optional<Month> month = words.month(at.word(name));
    return month.isPresent() && year < at.size() ? named(at, i, day, month.get(), year) : i;
  }

  /** "March 14, 2026". */
  private int monthFirst(LineAtHand at, int i) {
    int number = next(at, i);
    int year = number < at.size() ? next(at, number) : number;
    if (year == at.size()) {
      return i;
    }
    Matcher day = DAY.matcher(at.word(number).text());
    return day.matches() ? named(at, i, day, words.month(at.word(i)).orElseThrow(), year) : i;
  }

  private int named(LineAtHand at, int i, Matcher day, Month month, int year) {
    Word y = at.word(year);
    boolean isYear = y.isNumber() && (y.text().length() == 4 || y.text().length() == 2);
    if (!isYear) {
      return i;
    }
    int told = Integer.parseInt(y.text());
    int whole = told < 100 ? told + CENTURY : told;
    int start = at.word(i).start();
    if (!date(at, whole, month.getValue(), Integer.parseInt(day.group(1)), start, y.end())) {
      return i;
    }
    at.account(i, year + 1, Part.FILL);
    return year + 1;
  }

  /** The next word of a date, without "of"; the number of words where it stands too far. */
  private int next(LineAtHand at, int i) {
    int next = i + 1;
    if (isNear(at, next) && words.isOf(at.word(next))) {
      next++;
    }
    return isNear(at, next) ? next : at.size();
  }

  private static boolean isNear(LineAtHand at, int i) {
    return i < at.size()
        && at.cellIndex(i) == at.cellIndex(i - 1)
        && at.word(i).start() - at.word(i - 1).end() < APART;
  }

  private boolean date(LineAtHand at, int year, int month, int day, int start, int end) {
    if (year < FIRST_YEAR || year > yearNow + 1) {
      return false;
    }
    try {
      at.finds.date = LocalDate.of(year, month, day);
      at.finds.dateStart = start;
      at.finds.dateEnd = end;
      return true;
    } catch (DateTimeException e) {
      return false; // no date after all
    }
  }

  private static int group(Matcher m, int group) {
    return Integer.parseInt(m.group(group));
  }
}
