package hopmend.instrument;

/** Signals without what changes slowly, or quickly. */
final class Smooth {
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
}
