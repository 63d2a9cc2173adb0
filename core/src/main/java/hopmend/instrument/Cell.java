package hopmend.instrument;

import hopmend.message.Message;
import java.util.List;
import java.util.Optional;

/** What both switching cells, before and behind the catalyst, have in common. */
final class Cell {
  /** A switching cell gives its middle at lambda 1; common practice. */
  static final double MIDDLE_V = 0.45;

  static final double LEAN_V = 0.3;
  static final double RICH_V = 0.6;

  /** Higher than any cell gives; lower than any cell that has its ground. Common practice. */
  private static final double HIGHEST_V = 1.3;

  private static final double LOWEST_V = -0.3;

  /** Above this values are millivolts. */
  private static final double SURELY_NO_VOLTS = 15;

  private Cell() {}

  /** The values in volts, whatever the recording's unit. */
  static double[] volts(double[] values) {
    if (Samples.of(values).highest() <= SURELY_NO_VOLTS) {
      return values;
    }
    double[] volts = values.clone();
    for (int i = 0; i < volts.length; i++) {
      volts[i] /= 1000;
    }
    return volts;
  }

  /**
   * Why nothing can be told of it; empty if something can.
   *
   * @param leastS seconds that the recording needs
   */
  static Optional<Look> unfit(Samples volts, Taken taken, double leastS) {
    if (volts.highest() > HIGHEST_V || volts.lowest() < LOWEST_V) {
      return Optional.of(Look.unfit("cell.impossible", volts.lowest(), volts.highest()));
    }
    return taken.seconds() < leastS
        ? Optional.of(Look.unfit("instrument.too-short", taken.seconds(), leastS))
        : Optional.empty();
  }

  /** Heights in the recording: the middle, and what Nernst's law expects lean and rich. */
  static List<Sight.Level> levels(String role, double[] values) {
    double unit = Samples.of(values).highest() > SURELY_NO_VOLTS ? 1000 : 1;
    return List.of(
        new Sight.Level(role, MIDDLE_V * unit, Message.of("cell.middle")),
        new Sight.Level(role, Nernst.volts(700, 0.01) * unit, Message.of("cell.lean")),
        new Sight.Level(role, Nernst.volts(700, 1e-20) * unit, Message.of("cell.rich")));
  }

  static Message expected() {
    return Message.of("cell.nernst", Nernst.volts(700, 0.01), Nernst.volts(700, 1e-20));
  }
}
