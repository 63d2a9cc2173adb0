package hopmend.instrument;

import java.util.Arrays;

/** Signals without what changes slowly, or quickly. */
final class Smooth {
  /** A time around a moment has so many pieces. */
  private static final int PIECES = 10;

  private Smooth() {}

  /** Each value's mean over a time around it; gaps (NaN) are left out. Linear in the length. */
  static double[] mean(double[] timeS, double[] values, double seconds) {
    double[] mean = new double[values.length];
    double sum = 0;
    int count = 0;
    int from = 0;
    int to = 0;
    for (int i = 0; i < values.length; i++) {
      while (to < values.length && timeS[to] <= timeS[i] + seconds / 2) {
        if (!Double.isNaN(values[to])) {
          sum += values[to];
          count++;
        }
        to++;
      }
      while (timeS[from] < timeS[i] - seconds / 2) {
        if (!Double.isNaN(values[from])) {
          sum -= values[from];
          count--;
        }
        from++;
      }
      mean[i] = count == 0 ? Double.NaN : sum / count;
    }
    return mean;
  }

  /** What is left when that mean is taken away. */
  static double[] without(double[] timeS, double[] values, double seconds) {
    double[] mean = mean(timeS, values, seconds);
    double[] left = new double[values.length];
    for (int i = 0; i < values.length; i++) {
      left[i] = values[i] - mean[i];
    }
    return left;
  }

  /**
   * Without the middle value of a time around each: unlike a mean, what is short does not move it.
   * The time is cut in pieces, each with its own middle; of those the middle one counts.
   */
  static double[] withoutMiddle(double[] timeS, double[] values, double seconds) {
    double piece = seconds / PIECES;
    double[] middles = new double[(int) ((timeS[timeS.length - 1] - timeS[0]) / piece) + 1];
    int from = 0;
    for (int p = 0; p < middles.length; p++) {
      int to = from;
      while (to < timeS.length && timeS[to] - timeS[0] < (p + 1) * piece) {
        to++;
      }
      middles[p] = Samples.of(Arrays.copyOfRange(values, from, to)).median();
      from = to;
    }
    double[] left = new double[values.length];
    double[] usual = new double[middles.length];
    for (int p = 0; p < middles.length; p++) {
      int begin = Math.max(0, p - PIECES / 2);
      int end = Math.min(middles.length, p + PIECES / 2 + 1);
      usual[p] = Samples.of(Arrays.copyOfRange(middles, begin, end)).median();
    }
    for (int i = 0; i < values.length; i++) {
      left[i] =
          values[i] - usual[Math.min(usual.length - 1, (int) ((timeS[i] - timeS[0]) / piece))];
    }
    return left;
  }
}
