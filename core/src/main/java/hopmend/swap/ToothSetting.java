package hopmend.swap;

import hopmend.measure.Reading;
import hopmend.message.Message;
import java.util.Optional;
import java.util.function.Function;

/**
 * Where a crank sensor is set by a tooth of its ring: with the engine locked at dead centre its
 * middle stands over a tooth that is counted from the gap.
 *
 * @param teeth that are there
 * @param missing that the gap leaves out
 * @param tooth counted from the gap, 1 the first behind it
 * @param radiusMm of the ring
 * @param toleranceMm how far off the sensor may stand along the ring
 */
public record ToothSetting(int teeth, int missing, int tooth, double radiusMm, double toleranceMm) {
  /** Off by this along the ring, where the card tells nothing; common practice. */
  private static final double USUAL_TOLERANCE_MM = 1;

  public ToothSetting {
    if (teeth < 3 || missing < 1 || tooth < 1 || tooth > teeth || !(radiusMm > 0)) {
      throw new IllegalArgumentException(
          "No ring of %d teeth and %d missing is set to tooth %d at %s mm"
              .formatted(teeth, missing, tooth, radiusMm));
    }
    if (!(toleranceMm > 0 && toleranceMm < radiusMm)) {
      throw new IllegalArgumentException("The tolerance is %s mm".formatted(toleranceMm));
    }
  }

  /** As the figures of a card tell it; empty where they do not. */
  public static Optional<ToothSetting> of(Function<String, Optional<Double>> figure) {
    return figure
        .apply("crank-wheel-teeth")
        .flatMap(
            teeth ->
                figure
                    .apply("crank-set-tooth")
                    .flatMap(
                        tooth ->
                            figure
                                .apply("crank-ring-radius-mm")
                                .map(
                                    radius ->
                                        new ToothSetting(
                                            teeth.intValue(),
                                            figure
                                                .apply("crank-wheel-missing")
                                                .orElse(2.0)
                                                .intValue(),
                                            tooth.intValue(),
                                            radius,
                                            figure
                                                .apply("crank-set-tolerance-mm")
                                                .orElse(USUAL_TOLERANCE_MM)))));
  }

  /** From one tooth to the next: 6 degrees of a 60-2 ring. */
  public double pitchDeg() {
    return 360.0 / (teeth + missing);
  }

  /** Tooth k behind the gap stands k pitches on from the last one before it, less the gap. */
  public double behindTheGapDeg() {
    return (tooth - 1) * pitchDeg();
  }

  /** The tolerance as an angle of the crank: s mm at radius r are s/r rad. */
  public double toleranceDeg() {
    return Math.toDegrees(toleranceMm / radiusMm);
  }

  public Message says() {
    return Message.of(
        "tooth.says",
        tooth,
        Reading.number(behindTheGapDeg()),
        Reading.number(toleranceMm),
        Reading.number(Math.round(toleranceDeg() * 100) / 100.0),
        teeth,
        missing);
  }
}
