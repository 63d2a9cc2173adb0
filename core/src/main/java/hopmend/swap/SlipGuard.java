package hopmend.swap;

import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import java.util.Optional;

/**
 * Judges a typed torque before it is written down or set: past proof or far below what the bolt
 * needs is questioned, together with the unit that would make it sensible.
 */
public record SlipGuard(Finding finding, String sentence, Optional<Reading> likelyMeant) {
  /** Shares of the wanted torque at which a value is questioned; shop. */
  private static final double FAR_BELOW = 0.5;

  private static final double FAR_ABOVE = 1.3;
  private static final double SENSIBLE = 0.25;
  private static final double ROUNDING = 1e-9;

  /** What is wrong with the value. */
  public enum Finding {
    SENSIBLE,
    FAR_BELOW,
    ABOVE,
    OFF_CALIBRATION,
    PAST_PROOF;

    /** Whether it cannot stay as it is, whoever is sure of it. */
    public boolean refuses() {
      return this == PAST_PROOF || this == OFF_CALIBRATION;
    }

    public String remedy() {
      return switch (this) {
        case PAST_PROOF -> "If it really saw that, renew it and take the step again.";
        case OFF_CALIBRATION -> "Loosen it and tighten it anew.";
        case ABOVE, FAR_BELOW -> "Correct it, or tick \"I am sure\".";
        case SENSIBLE -> "";
      };
    }
  }

  public static SlipGuard judge(Reading typed, Fastener fastener) {
    double newtonMetre = typed.in(MeasureUnit.NEWTON_METRE);
    double share = newtonMetre / fastener.torqueNm();
    double ofCeiling = newtonMetre / fastener.ceilingNm();
    String wanted = "the " + fastener.name() + " takes " + fastener.torque().orElseThrow().text();
    if (ofCeiling > 1) {
      return new SlipGuard(
          Finding.PAST_PROOF,
          "%s is %.0f %% of what %s can take; %s."
              .formatted(typed.text(), 100 * ofCeiling, fastener.weakest(), wanted),
          likelyMeant(typed, fastener));
    }
    if (fastener.isCalibrated() && isOff(share, fastener.tolerancePercent())) {
      return new SlipGuard(
          Finding.OFF_CALIBRATION,
          "Tightness is the calibration here, within %s %%, and %s is not it; %s."
              .formatted(Reading.number(fastener.tolerancePercent()), typed.text(), wanted),
          likelyMeant(typed, fastener));
    }
    if (share > FAR_ABOVE) {
      return new SlipGuard(
          Finding.ABOVE,
          "%s is %.0f %% of what is wanted; %s.".formatted(typed.text(), 100 * share, wanted),
          likelyMeant(typed, fastener));
    }
    if (share < FAR_BELOW) {
      return new SlipGuard(
          Finding.FAR_BELOW,
          "%s is far too loose; %s.".formatted(typed.text(), wanted),
          likelyMeant(typed, fastener));
    }
    return new SlipGuard(
        Finding.SENSIBLE, typed.text() + " is sensible; " + wanted + ".", Optional.empty());
  }

  private static boolean isOff(double share, double tolerancePercent) {
    return Math.abs(share - 1) > tolerancePercent / 100 + ROUNDING;
  }

  private static Optional<Reading> likelyMeant(Reading typed, Fastener fastener) {
    return typed.unit().siblings().stream()
        .filter(u -> u != typed.unit())
        .map(u -> Reading.of(typed.value(), u))
        .filter(r -> Math.abs(r.in(MeasureUnit.NEWTON_METRE) / fastener.torqueNm() - 1) <= SENSIBLE)
        .findFirst();
  }
}
