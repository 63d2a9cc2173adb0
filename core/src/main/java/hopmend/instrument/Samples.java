package hopmend.instrument;

import java.util.Arrays;
import java.util.function.IntPredicate;
import java.util.stream.IntStream;

/** Values of a signal; gaps (NaN) are left out. Sorted once, when that is needed. */
final class Samples {
  private final double[] values;
  private double[] sorted;

  Samples(double[] values) {
    this.values = values;
  }

  static Samples of(double[] values) {
    boolean hasGaps = Arrays.stream(values).anyMatch(Double::isNaN);
    return new Samples(
        hasGaps ? Arrays.stream(values).filter(v -> !Double.isNaN(v)).toArray() : values);
  }

  /** Of the moments at which something holds. */
  static Samples where(double[] values, IntPredicate holds) {
    return of(
        IntStream.range(0, values.length).filter(holds).mapToDouble(i -> values[i]).toArray());
  }

  int size() {
    return values.length;
  }

  double lowest() {
    double lowest = Double.POSITIVE_INFINITY;
    for (double v : values) {
      lowest = Math.min(lowest, v);
    }
    return lowest;
  }

  double highest() {
    double highest = Double.NEGATIVE_INFINITY;
    for (double v : values) {
      highest = Math.max(highest, v);
    }
    return highest;
  }

  double spread() {
    return values.length == 0 ? 0 : highest() - lowest();
  }

  double mean() {
    double sum = 0;
    for (double v : values) {
      sum += v;
    }
    return values.length == 0 ? 0 : sum / values.length;
  }

  /** Root of the mean square away from the mean. */
  double deviation() {
    double mean = mean();
    double sum = 0;
    for (double v : values) {
      sum += (v - mean) * (v - mean);
    }
    return values.length == 0 ? 0 : Math.sqrt(sum / values.length);
  }

  double median() {
    return quantile(0.5);
  }

  /** The value below which a share of all lies. */
  double quantile(double share) {
    if (values.length == 0) {
      return Double.NaN;
    }
    if (sorted == null) {
      sorted = values.clone();
      Arrays.sort(sorted);
    }
    return sorted[(int) Math.round(share * (sorted.length - 1))];
  }
}
