package hopmend.swap;

import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.message.Message;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * Judges a typed torque before it is written down or set: past proof or far below what the bolt
 * needs is questioned, together with the unit that would make it sensible.
 */
public record SlipGuard(Finding finding, Message says, Optional<Reading> likelyMeant) {
  /** Shares of the wanted torque at which a value is questioned; shop. */
  private static final double FAR_BELOW = 0.5;

  private static final double FAR_ABOVE = 1.3;
  private static final double SENSIBLE = 0.25;
  private static final double ROUNDING = 1e-9;

  /** What is wrong with the value. */
  public enum Finding {
    SENSIBLE("slip.as-it-is"),
    FAR_BELOW("slip.correct-it"),
    /** What the wrench showed, not what came to the bolt. */
    AS_SET("slip.at-the-bolt"),
    ABOVE("slip.correct-it"),
    OFF_CALIBRATION("slip.tighten-anew"),
    PAST_PROOF("slip.renew-it");

    private final String remedy;

    Finding(String remedy) {
      this.remedy = remedy;
    }

    /** Whether it cannot stay as it is, whoever is sure of it. */
    public boolean refuses() {
      return this == PAST_PROOF || this == OFF_CALIBRATION;
    }

    public Message remedy() {
      return Message.of(remedy);
    }
  }

  /**
   * Judges what was applied with an adapter on the wrench: one that is what the wrench was set to,
   * and not what came to the bolt, is questioned.
   */
  public static SlipGuard judge(Reading typed, Fastener fastener, WrenchSetting.Adapter adapter) {
    SlipGuard plain = judge(typed, fastener);
    double setting = fastener.torqueNm() * adapter.factor();
    double newtonMetre = typed.in(MeasureUnit.NEWTON_METRE);
    boolean changes = Math.abs(adapter.factor() - 1) > WrenchSetting.TOLERANCE;
    boolean isTheSetting = Math.abs(newtonMetre / setting - 1) <= WrenchSetting.TOLERANCE / 2;
    return plain.finding() == Finding.SENSIBLE && changes && isTheSetting
        ? new SlipGuard(
            Finding.AS_SET,
            Message.of("slip.as-set", typed, fastener.torque().orElseThrow()),
            fastener.torque().map(t -> t.to(typed.unit())))
        : plain;
  }

  public static SlipGuard judge(Reading typed, Fastener fastener) {
    double newtonMetre = typed.in(MeasureUnit.NEWTON_METRE);
    double share = newtonMetre / fastener.torqueNm();
    double ofCeiling = newtonMetre / fastener.ceilingNm();
    Message wanted = Message.of("slip.wanted", fastener.name(), fastener.torque().orElseThrow());
    if (ofCeiling > 1) {
      return new SlipGuard(
          Finding.PAST_PROOF,
          Message.of("slip.past-proof", typed, 100 * ofCeiling, fastener.weakest(), wanted),
          likelyMeant(typed, fastener));
    }
    if (fastener.isCalibrated() && isOff(share, fastener.tolerancePercent())) {
      return new SlipGuard(
          Finding.OFF_CALIBRATION,
          Message.of(
              "slip.off-calibration", Reading.number(fastener.tolerancePercent()), typed, wanted),
          likelyMeant(typed, fastener));
    }
    if (share > FAR_ABOVE) {
      return new SlipGuard(
          Finding.ABOVE,
          Message.of("slip.above", typed, 100 * share, wanted),
          likelyMeant(typed, fastener));
    }
    if (share < FAR_BELOW) {
      return new SlipGuard(
          Finding.FAR_BELOW,
          Message.of("slip.far-below", typed, wanted),
          likelyMeant(typed, fastener));
    }
    return new SlipGuard(
        Finding.SENSIBLE, Message.of("slip.sensible", typed, wanted), Optional.empty());
  }

  private static boolean isOff(double share, double tolerancePercent) {
    return Math.abs(share - 1) > tolerancePercent / 100 + ROUNDING;
  }

  private static Optional<Reading> likelyMeant(Reading typed, Fastener fastener) {
    Stream<Reading> otherUnit =
        typed.unit().siblings().stream()
            .filter(u -> u != typed.unit())
            .map(u -> Reading.of(typed.value(), u));
    Stream<Reading> otherPoint =
        Stream.of(0.1, 10.0).map(f -> Reading.of(typed.value() * f, typed.unit()));
    return Stream.concat(otherUnit, otherPoint)
        .filter(r -> Math.abs(r.in(MeasureUnit.NEWTON_METRE) / fastener.torqueNm() - 1) <= SENSIBLE)
        .findFirst();
  }
}
