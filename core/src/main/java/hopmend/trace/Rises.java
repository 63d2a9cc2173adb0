package hopmend.trace;

import java.util.ArrayList;
import java.util.List;

/** Passages of a signal from one height through to another. */
public final class Rises {
  private Rises() {}

  /**
   * A passage.
   *
   * @param atS when it begins
   * @param seconds how long it takes
   */
  public record Rise(double atS, double seconds) {}

  /**
   * From low through to high without falling back below low, along straight lines between samples.
   *
   * @param timeS moments of the samples
   * @param values NaN parts what is before it from what is behind it
   */
  public static List<Rise> of(double[] timeS, double[] values, double low, double high) {
    List<Rise> rises = new ArrayList<>();
    double from = Double.NaN;
    for (int k = 1; k < values.length; k++) {
      double before = values[k - 1];
      double now = values[k];
      if (Double.isNaN(before) || Double.isNaN(now)) {
        from = Double.NaN;
        continue;
      }
      if (before <= low && now > low) {
        from = crossing(timeS, k, before, now, low);
      }
      if (now <= low) {
        from = Double.NaN;
      }
      if (!Double.isNaN(from) && before < high && now >= high) {
        rises.add(new Rise(from, crossing(timeS, k, before, now, high) - from));
        from = Double.NaN;
      }
    }
    return rises;
  }

  /** The other way, from high through to low. */
  public static List<Rise> fallsOf(double[] timeS, double[] values, double low, double high) {
    double[] turned = new double[values.length];
    for (int i = 0; i < values.length; i++) {
      turned[i] = low + high - values[i];
    }
    return of(timeS, turned, low, high);
  }

  private static double crossing(double[] t, int k, double before, double now, double height) {
    return t[k - 1] + (height - before) / (now - before) * (t[k] - t[k - 1]);
  }
}
