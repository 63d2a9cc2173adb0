package hopmend.instrument;

import hopmend.measure.MeasureUnit;
import hopmend.message.Message;
import hopmend.trace.Finding;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * A voltage that is lost along a wire under load, and what resistance explains it: R = U / I. The
 * same resistance shows nothing on an ohmmeter when it is a few hundredths.
 */
final class DropPanel implements Panel {
  private static final String DROP = "drop-millivolts";
  private static final String CURRENT = "load-amps";

  /** What a hand-held meter tells apart with its leads, ohms; common practice. */
  private static final double METER_OHMS = 0.2;

  @Override
  public List<Asked> asks() {
    return List.of(
        Asked.needed(DROP, MeasureUnit.MILLIVOLT, -30_000, 30_000),
        Asked.besides(CURRENT, MeasureUnit.AMPERE, 0.0001, 200));
  }

  @Override
  public Set<String> limits() {
    return Set.of("most-millivolts");
  }

  @Override
  public Set<Finding> finds() {
    return EnumSet.of(Finding.TOO_LOW, Finding.TOO_HIGH);
  }

  @Override
  public Look look(Taken taken) {
    double drop = taken.figure(DROP, MeasureUnit.MILLIVOLT);
    double most = taken.limit("most-millivolts");
    Optional<Double> amps = taken.figureBesides(CURRENT, MeasureUnit.AMPERE);
    Optional<Double> ohms = amps.map(a -> drop / 1000 / a);
    Message says =
        ohms.map(
                o ->
                    Message.of(
                        o < METER_OHMS ? "drop.hidden" : "drop.shows",
                        drop,
                        amps.get(),
                        o,
                        METER_OHMS))
            .orElseGet(() -> Message.of("drop.alone", drop));
    Finding found = drop > most ? Finding.TOO_HIGH : drop < -most ? Finding.TOO_LOW : null;
    return Look.at(
        new Sight(
            found == null
                ? List.of()
                : List.of(
                    Sight.Seen.all(
                        found,
                        Message.of(
                            found == Finding.TOO_HIGH ? "drop.too-much" : "drop.below-zero",
                            drop,
                            most))),
            List.of(says),
            List.of(),
            ohms.map(o -> Map.of("ohms", o, "drop-millivolts", drop))
                .orElseGet(() -> Map.of("drop-millivolts", drop)),
            Optional.empty()));
  }
}
