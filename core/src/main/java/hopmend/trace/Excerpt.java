package hopmend.trace;

import java.util.Arrays;
import java.util.List;

/**
 * A stretch of a recording, as few figures as a picture has columns: the lowest and the highest
 * value of each, so that no peak is lost however far it is looked at from.
 *
 * @param wholeS length of the whole recording
 */
public record Excerpt(double fromS, double toS, double wholeS, List<Lane> lanes) {
  /**
   * One signal.
   *
   * @param lowest of each column of the picture; NaN where it has no sample
   */
  public record Lane(String name, String unit, double[] lowest, double[] highest) {}

  /**
   * @param names the signals, in their order
   * @param fromS held within the recording, as is the end
   * @param columns of the picture
   */
  public static Excerpt of(
      Capture capture, List<String> names, double fromS, double toS, int columns) {
    double[] t = capture.timeS();
    double first = t[0];
    double last = t[t.length - 1];
    double from = Math.max(first, Math.min(fromS, last));
    double to = toS > from ? Math.min(toS, last) : last;
    int begin = Math.max(0, at(t, from) - 1);
    int end = Math.min(t.length, at(t, to) + 2);
    List<Lane> lanes =
        capture.channels().stream()
            .filter(c -> names.contains(c.name()))
            .map(c -> lane(c, t, begin, end, from, to, columns))
            .toList();
    return new Excerpt(from, to, last - first, lanes);
  }

  /** Index of the first moment that is not before a time. */
  private static int at(double[] t, double time) {
    int i = Arrays.binarySearch(t, time);
    return i >= 0 ? i : -i - 1;
  }

  private static Lane lane(
      Capture.Channel c, double[] t, int begin, int end, double from, double to, int columns) {
    double[] lowest = new double[columns];
    double[] highest = new double[columns];
    Arrays.fill(lowest, Double.NaN);
    Arrays.fill(highest, Double.NaN);
    for (int i = begin; i < end; i++) {
      double v = c.values()[i];
      int k = (int) Math.round((t[i] - from) / (to - from) * (columns - 1));
      int column = Math.max(0, Math.min(columns - 1, k));
      if (!Double.isNaN(v)) {
        lowest[column] = Double.isNaN(lowest[column]) ? v : Math.min(lowest[column], v);
        highest[column] = Double.isNaN(highest[column]) ? v : Math.max(highest[column], v);
      }
    }
    return new Lane(c.name(), c.unit(), lowest, highest);
  }
}
