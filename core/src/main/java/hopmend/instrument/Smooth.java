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
   * The time is cut in pieces, each with its own middle; of those nearby the middle one counts.
   * Pieces without a sample are none, so that a long gap costs nothing.
   */
  static double[] withoutMiddle(double[] timeS, double[] values, double seconds) {
    int[] begins = pieces(timeS, seconds / PIECES);
    double[] middles = new double[begins.length - 1];
    for (int p = 0; p < middles.length; p++) {
      middles[p] = Samples.of(Arrays.copyOfRange(values, begins[p], begins[p + 1])).median();
    }
    double[] left = new double[values.length];
    int from = 0;
    int to = 0;
    for (int p = 0; p < middles.length; p++) {
      double at = timeS[begins[p]];
      while (timeS[begins[from]] < at - seconds / 2) {
        from++;
      }
      while (to < middles.length && timeS[begins[to]] <= at + seconds / 2) {
        to++;
      }
      double usual = Samples.of(Arrays.copyOfRange(middles, from, to)).median();
      for (int i = begins[p]; i < begins[p + 1]; i++) {
        left[i] = values[i] - usual;
      }
    }
    return left;
  }

  /** Where each piece begins, and behind them the end of all. */
  private static int[] pieces(double[] timeS, double seconds) {
    int[] begins = new int[timeS.length + 1];
    int count = 0;
    for (int i = 0; i < timeS.length; i++) {
      if (i == 0 || timeS[i] - timeS[begins[count - 1]] >= seconds) {
        begins[count++] = i;
      }
    }
    begins[count] = timeS.length;
    return Arrays.copyOf(begins, count + 1);
  }
}
