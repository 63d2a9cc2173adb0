package hopmend.trace;

import hopmend.message.Message;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * Signals over time.
 *
 * @param timeS rising, seconds from the first sample
 * @param channels all as long as the time
 */
public record Capture(double[] timeS, List<Channel> channels) {
  /**
   * One signal.
   *
   * @param name as the file calls it, without its unit
   * @param unit as the file writes it; empty where it does not
   * @param values one for each sample; NaN where the file has none
   */
  public record Channel(String name, String unit, double[] values) {}

  /**
   * What was read, or all that is wrong with the file.
   *
   * @param notes what a person has to know of it
   */
  public record Read(Optional<Capture> capture, List<Message> problems, List<Message> notes) {
    public Read {
      problems = List.copyOf(problems);
      notes = List.copyOf(notes);
    }

    /** Whether it could be read if somebody said how many samples a second it has. */
    public boolean lacksOnlyItsTime() {
      return problems.equals(List.of(CaptureReader.NO_TIME));
    }
  }

  public Capture {
    channels = List.copyOf(channels);
    for (Channel c : channels) {
      if (c.values().length != timeS.length) {
        throw new IllegalArgumentException(
            "Channel %s has %d samples for %d moments"
                .formatted(c.name(), c.values().length, timeS.length));
      }
    }
  }

  /**
   * Reads a table of any layout: commas, semicolons, tabs or bars, decimal commas, units in names
   * or in a row of their own, a column of time or a rate, even or not.
   *
   * @param perSecond samples a second, where a person says so; empty for what the file itself says
   */
  public static Read read(String text, Optional<Double> perSecond) {
    return new CaptureReader(perSecond).read(text);
  }

  public int size() {
    return timeS.length;
  }

  /** From the first sample to the last. */
  public double seconds() {
    return timeS.length < 2 ? 0 : timeS[timeS.length - 1] - timeS[0];
  }

  public double usualStepS() {
    return usualStepS(timeS);
  }

  /** Median time between moments, of the first ten thousand; 0 for fewer than two. */
  public static double usualStepS(double[] timeS) {
    int n = Math.min(timeS.length - 1, 10_000);
    if (n < 1) {
      return 0;
    }
    double[] steps = new double[n];
    for (int i = 0; i < n; i++) {
      steps[i] = timeS[i + 1] - timeS[i];
    }
    Arrays.sort(steps);
    return steps[n / 2];
  }
}
