package hopmend.trace;

import java.util.Arrays;

/**
 * The moments at which a tooth passed, from a voltage.
 *
 * @param timeS rising
 * @param swing of each tooth, in the signal's unit: how high a coil's signal rose before it, from
 *     lowest to highest of another; empty where only times are known
 * @param ofCoil whether they come from a coil, whose signal grows with the speed
 */
public record Edges(double[] timeS, double[] swing, boolean ofCoil) {
  /**
   * Share of the span by which a signal has to leave the middle to count again; the shop's rule.
   */
  private static final double HYSTERESIS = 0.15;

  /**
   * A coil's signal falls so far below zero, as a share of what it rises above; the shop's rule.
   */
  private static final double BELOW_ZERO = 0.3;

  /**
   * Share of its height that a coil's signal is taken to keep from one sample to the next; shop.
   */
  private static final double FORGETTING = 0.995;

  /** Low and high are told by so many samples at most. */
  private static final int LOOKED_AT = 200_000;

  /** Where every row is the moment of a tooth. */
  public static Edges ofTimes(double[] timeS) {
    return new Edges(timeS.clone(), new double[0], false);
  }

  /**
   * Where a voltage falls through its middle: for a coil through zero, once it was as high as a
   * third of the teeth before; for a Hall sensor half way between low and high. The moment is
   * interpolated between the samples.
   */
  public static Edges in(double[] timeS, double[] volts) {
    int n = Math.min(volts.length, LOOKED_AT);
    double[] sorted = Arrays.stream(volts, 0, n).filter(v -> !Double.isNaN(v)).sorted().toArray();
    if (sorted.length < 3) {
      return new Edges(new double[0], new double[0], false);
    }
    double low = sorted[(int) (0.02 * (sorted.length - 1))];
    double high = sorted[(int) (0.98 * (sorted.length - 1))];
    boolean inductive = low < 0 && high > 0 && -low > BELOW_ZERO * high && high > BELOW_ZERO * -low;
    double middle = inductive ? 0 : (low + high) / 2;
    double span = high - low;
    double[] at = new double[1024];
    double[] swing = new double[1024];
    int found = 0;
    boolean armed = false;
    double peak = high - middle;
    double top = Double.NEGATIVE_INFINITY;
    double bottom = Double.POSITIVE_INFINITY;
    for (int i = 1; i < volts.length; i++) {
      double v = volts[i];
      if (Double.isNaN(v) || span <= 0) {
        continue;
      }
      top = Math.max(top, v);
      bottom = Math.min(bottom, v);
      double arms = inductive ? Math.max(HYSTERESIS / 3 * span, peak / 3) : HYSTERESIS * span;
      if (v - middle > arms) {
        armed = true;
        peak = Math.max(peak * FORGETTING, v - middle);
      } else if (inductive) {
        peak = peak * FORGETTING;
      }
      boolean falls = inductive ? v <= 0 : v < middle - HYSTERESIS * span;
      if (armed && falls) {
        if (found == at.length) {
          at = Arrays.copyOf(at, 2 * found);
          swing = Arrays.copyOf(swing, 2 * found);
        }
        at[found] = crossing(timeS, volts, i, middle);
        swing[found++] = inductive ? top : top - bottom;
        top = v;
        bottom = v;
        armed = false;
      }
    }
    return new Edges(Arrays.copyOf(at, found), Arrays.copyOf(swing, found), inductive);
  }

  /** Back from a sample that is below the middle to where the signal went through it. */
  private static double crossing(double[] timeS, double[] volts, int below, double middle) {
    int i = below;
    while (i > 0 && volts[i - 1] < middle) {
      i--;
    }
    if (i == 0 || Double.isNaN(volts[i - 1]) || volts[i - 1] == volts[i]) {
      return timeS[i];
    }
    double share = (volts[i - 1] - middle) / (volts[i - 1] - volts[i]);
    return timeS[i - 1] + share * (timeS[i] - timeS[i - 1]);
  }
}
