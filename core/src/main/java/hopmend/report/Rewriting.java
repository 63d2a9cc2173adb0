package hopmend.report;

import java.util.Arrays;

/**
 * A text that is written anew from another one, piece by piece; it knows where each piece stood.
 */
final class Rewriting {
  private final String from;
  private final StringBuilder text;
  private int[] starts;
  private int[] ends;

  Rewriting(String from) {
    this.from = from;
    this.text = new StringBuilder(from.length());
    this.starts = new int[from.length() + 1];
    this.ends = new int[from.length() + 1];
  }

  /** A stretch as it stands there. */
  void keep(int start, int end) {
    for (int i = start; i < end; i++) {
      put(from.charAt(i), i, i + 1);
    }
  }

  /** A sign in the place of what stands there. */
  void put(char sign, int start, int end) {
    if (text.length() + 1 == starts.length) {
      starts = Arrays.copyOf(starts, 2 * starts.length);
      ends = Arrays.copyOf(ends, starts.length);
    }
    starts[text.length()] = start;
    ends[text.length()] = end;
    text.append(sign);
  }

  void put(String signs, int start, int end) {
    for (int i = 0; i < signs.length(); i++) {
      put(signs.charAt(i), start, end);
    }
  }

  Composed done() {
    int length = text.length();
    starts[length] = from.length();
    ends[length] = from.length();
    return new Composed(
        text.toString(), Arrays.copyOf(starts, length + 1), Arrays.copyOf(ends, length + 1));
  }

  boolean changesNothing() {
    return from.contentEquals(text);
  }

  boolean shortens() {
    return text.length() < from.length();
  }
}
