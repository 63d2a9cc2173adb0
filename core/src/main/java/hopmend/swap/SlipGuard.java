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

  /** What is wrong with the value. */
  public enum Finding {
    SENSIBLE,
    FAR_BELOW,
    ABOVE,
    PAST_PROOF
  }

  public static SlipGuard judge(Reading typed, Fastener fastener) {
    double newtonMetre = typed.in(MeasureUnit.NEWTON_METRE);
    double share = newtonMetre / fastener.torqueNm();
    String wanted = "the " + fastener.name() + " takes " + fastener.torque().text();
    if (fastener.proofShare(newtonMetre) > 1) {
      return new SlipGuard(
          Finding.PAST_PROOF,
          "%s would load the bolt to %.0f %% of proof; %s."
              .formatted(typed.text(), 100 * fastener.proofShare(newtonMetre), wanted),
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

  private static Optional<Reading> likelyMeant(Reading typed, Fastener fastener) {
    return typed.unit().siblings().stream()
        .filter(u -> u != typed.unit())
        .map(u -> Reading.of(typed.value(), u))
        .filter(r -> Math.abs(r.in(MeasureUnit.NEWTON_METRE) / fastener.torqueNm() - 1) <= SENSIBLE)
        .findFirst();
  }
}
