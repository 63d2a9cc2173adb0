package hopmend.report;

import de.siegmar.fastcsv.reader.AbstractBaseCsvCallbackHandler;
import java.util.Arrays;

/**
 * The line of a log that is read just now, as plain characters: a million lines are read without a
 * string for each of their cells. The same object is every line.
 */
public final class LoggedRow extends AbstractBaseCsvCallbackHandler<LoggedRow> {
  /** Powers of ten that a double holds exactly. */
  private static final double[] TENS = new double[23];

  /** Digits of a whole number that a double holds exactly, whatever they are. */
  private static final int EXACT_DIGITS = 15;

  static {
    double ten = 1;
    for (int i = 0; i < TENS.length; i++) {
      TENS[i] = ten;
      ten *= 10;
    }
  }

  private char[] chars = new char[256];
  private int[] ends = new int[16];
  private int cells;

  @Override
  protected void handleBegin(long startingLine) {
    cells = 0;
  }

  @Override
  protected void handleField(int index, char[] from, int offset, int length, boolean quoted) {
    int start = offset;
    int end = offset + length;
    while (start < end && Character.isWhitespace(from[start])) {
      start++;
    }
    while (start < end && Character.isWhitespace(from[end - 1])) {
      end--;
    }
    int used = begin(cells);
    if (used + end - start > chars.length) {
      chars = Arrays.copyOf(chars, 2 * (used + end - start));
    }
    if (cells == ends.length) {
      ends = Arrays.copyOf(ends, 2 * cells);
    }
    System.arraycopy(from, start, chars, used, end - start);
    ends[cells++] = used + end - start;
  }

  @Override
  protected LoggedRow buildRecord() {
    return this;
  }

  public int size() {
    return cells;
  }

  /** Its number in the file, from 1. */
  public long line() {
    return getStartingLineNumber();
  }

  /** A cell without the blanks around it; empty where the line is too short. */
  public String cell(int i) {
    return i < cells ? new String(chars, begin(i), ends[i] - begin(i)) : "";
  }

  public boolean isEmpty(int i) {
    return i >= cells || ends[i] == begin(i);
  }

  private int begin(int i) {
    return i == 0 ? 0 : ends[i - 1];
  }

  /**
   * A plain decimal number, "-12.5" or "-12,5", as {@link Double#parseDouble} reads the first of
   * them; NaN for everything that is written in another way.
   */
  public double plainNumber(int i) {
    return isEmpty(i) ? Double.NaN : number(begin(i), ends[i]);
  }

  /**
   * Seconds of a clock, "9:05:07" or "09:05:07.25", behind a beginning that is known already; NaN
   * for everything that is written in another way.
   */
  public double plainClock(int i, String known) {
    int at = isEmpty(i) ? 0 : begin(i);
    int end = isEmpty(i) ? 0 : ends[i];
    for (int k = 0; k < known.length(); k++, at++) {
      if (at >= end || chars[at] != known.charAt(k)) {
        return Double.NaN;
      }
    }
    int minutes = colon(at, end);
    int seconds = minutes < 0 ? -1 : colon(minutes + 1, end);
    if (seconds != minutes + 3 || minutes - at > 3 || seconds + 2 >= end) {
      return Double.NaN;
    }
    return 3600 * whole(at, minutes)
        + 60 * whole(minutes + 1, seconds)
        + (isDigit(seconds + 1) && isDigit(seconds + 2) && !isDigitIn(seconds + 3, end)
            ? number(seconds + 1, end)
            : Double.NaN);
  }

  private int colon(int from, int end) {
    for (int at = from; at < end; at++) {
      if (chars[at] == ':') {
        return at;
      }
    }
    return -1;
  }

  private boolean isDigit(int at) {
    return chars[at] >= '0' && chars[at] <= '9';
  }

  private boolean isDigitIn(int at, int end) {
    return at < end && isDigit(at);
  }

  /** A whole number of digits alone; NaN for anything else. */
  private double whole(int from, int end) {
    for (int at = from; at < end; at++) {
      if (!isDigit(at)) {
        return Double.NaN;
      }
    }
    return from == end ? Double.NaN : number(from, end);
  }

  private double number(int from, int end) {
    int at = from;
    boolean negative = chars[at] == '-';
    at += negative ? 1 : 0;
    int point = -1;
    int digits = 0;
    long number = 0;
    for (; at < end; at++) {
      char c = chars[at];
      if ((c == '.' || c == ',') && point < 0) {
        point = digits;
      } else if (c >= '0' && c <= '9' && digits < EXACT_DIGITS) {
        number = 10 * number + (c - '0');
        digits++;
      } else {
        return Double.NaN;
      }
    }
    if (digits == 0 || point == digits) {
      return Double.NaN;
    }
    double value = point < 0 ? number : number / TENS[digits - point];
    return negative ? -value : value;
  }
}
