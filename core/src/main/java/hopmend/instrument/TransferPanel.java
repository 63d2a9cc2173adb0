package hopmend.instrument;

import hopmend.drawing.Drawing;
import hopmend.drawing.Shape;
import hopmend.measure.MeasureUnit;
import hopmend.message.Message;
import hopmend.message.Wording;
import hopmend.trace.Finding;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * A ratiometric pressure sensor beside a gauge: p = (U / Uref - 0.1) / 0.8 * span. The reference is
 * measured too, so that a supply that is a little off does not look like a sensor that is.
 */
final class TransferPanel implements Panel {
  private static final String SIGNAL = "signal-volts";
  private static final String REFERENCE = "reference-volts";
  private static final String GAUGE = "gauge-pressure";

  /** Outside of these shares of the reference no sensor of this kind speaks; common practice. */
  private static final double LOWEST = 0.05;

  private static final double HIGHEST = 0.95;

  /** A gauge that shows more than this of the span is beside another sensor. */
  private static final double BEYOND = 1.1;

  @Override
  public List<Asked> asks() {
    return List.of(
        Asked.needed(SIGNAL, MeasureUnit.VOLT, 0, 16),
        Asked.needed(REFERENCE, MeasureUnit.VOLT, 1, 16),
        Asked.needed(GAUGE, MeasureUnit.KILOPASCAL, -100, 400_000));
  }

  @Override
  public Set<String> limits() {
    return Set.of("span-kilopascal", "right-from-kilopascal", "right-to-kilopascal", "off-percent");
  }

  /** Pressure that a signal means, kPa. */
  static double kilopascal(double volts, double reference, double span) {
    return (volts / reference - 0.1) / 0.8 * span;
  }

  @Override
  public Set<Finding> finds() {
    return EnumSet.of(Finding.TOO_LOW, Finding.TOO_HIGH, Finding.APART, Finding.OFF_EVERYWHERE);
  }

  @Override
  public Look look(Taken taken) {
    double volts = taken.figure(SIGNAL, MeasureUnit.VOLT);
    double reference = taken.figure(REFERENCE, MeasureUnit.VOLT);
    double gauge = taken.figure(GAUGE, MeasureUnit.KILOPASCAL);
    double span = taken.limit("span-kilopascal");
    if (gauge > BEYOND * span) {
      return Look.unfit("transfer.beyond", gauge, span);
    }
    double told = kilopascal(volts, reference, span);
    double allowed = taken.limit("off-percent") / 100 * span;
    double share = volts / reference;
    List<Message> says =
        List.of(Message.of("transfer.at", volts, reference, told, span, gauge, told - gauge));
    Finding found = null;
    Message why = null;
    if (share < LOWEST || share > HIGHEST) {
      found = share < LOWEST ? Finding.TOO_LOW : Finding.TOO_HIGH;
      why = Message.of("transfer.out", 100 * share);
    } else if (Math.abs(told - gauge) > allowed) {
      found = Finding.APART;
      why = Message.of("transfer.apart", told - gauge, allowed);
    } else if (gauge < taken.limit("right-from-kilopascal")
        || gauge > taken.limit("right-to-kilopascal")) {
      found = Finding.OFF_EVERYWHERE;
      why =
          Message.of(
              "transfer.both-off",
              gauge,
              taken.limit("right-from-kilopascal"),
              taken.limit("right-to-kilopascal"));
    }
    return Look.at(
        new Sight(
            found == null ? List.of() : List.of(new Sight.Seen(found, why, List.of())),
            says,
            List.of(),
            Map.of("told-kilopascal", told, "off-kilopascal", told - gauge),
            Optional.of(words -> picture(words, says, span, allowed, gauge, share))));
  }

  private static Drawing picture(
      Wording words, List<Message> says, double span, double allowed, double gauge, double share) {
    double half = 0.8 * allowed / span;
    return new Plot(
            new Plot.Axis(words.of(Message.of("transfer.pressure-axis")), 0, Math.max(span, gauge)),
            new Plot.Axis(words.of(Message.of("transfer.share-axis")), 0, 1))
        .area(
            "band",
            List.of(
                new Shape.Point(0, 0.1 - half),
                new Shape.Point(span, 0.9 - half),
                new Shape.Point(span, 0.9 + half),
                new Shape.Point(0, 0.1 + half)))
        .line("middle", List.of(new Shape.Point(0, 0.1), new Shape.Point(span, 0.9)))
        .point(Math.max(0, gauge), share, words.of(Message.of("transfer.here", gauge)))
        .draw(words.of(says));
  }
}
