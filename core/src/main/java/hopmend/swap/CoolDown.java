package hopmend.swap;

import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.message.Message;
import java.util.Optional;

/**
 * When something hot can be touched, from two readings of a thermometer: Newton's law of cooling,
 * T(t) = Ta + (T0 - Ta) e^-kt. A worked value: 120 and 90 °C ten minutes apart at 20 °C reach 51 °C
 * after another 22.8 minutes.
 *
 * @param minutes from the later reading until it is reached; 0 if it is already
 * @param soonest the same where the thermometer errs towards the quick side
 * @param latest the same where it errs towards the slow side; infinite where nobody can say
 */
public record CoolDown(double minutes, double soonest, double latest) {
  /** What a contact thermometer errs by, kelvin; common practice. */
  private static final double ERRS_BY_K = 1;

  /** Longer than two days nobody waits for metal to cool. */
  private static final double LONGEST_MINUTES = 2880;

  /** How long a bare piece of metal is held; burn thresholds of ISO 13732-1, from memory. */
  public enum Touch {
    /** The work of a minute. */
    A_MINUTE(51, 1),
    /** Hands on it for ten minutes. */
    TEN_MINUTES(48, 10);

    private final double celsius;
    private final int minutes;

    Touch(double celsius, int minutes) {
      this.celsius = celsius;
      this.minutes = minutes;
    }

    public Message says() {
      return Message.of("touch.limit", Reading.of(celsius, MeasureUnit.CELSIUS), minutes);
    }

    public double celsius() {
      return celsius;
    }
  }

  /**
   * Computes it; temperatures in °C.
   *
   * @param first the first reading
   * @param later the reading after {@code apartMinutes}
   * @param air temperature of the air around it
   * @param wanted temperature to be reached
   * @return empty where the readings do not fall by more than the thermometer errs, or do not lie
   *     above the air, or the air is as warm as what is wanted
   */
  public static Optional<CoolDown> of(
      double first, double later, double apartMinutes, double air, double wanted) {
    boolean falls = first - later > 2 * ERRS_BY_K && later - air > 2 * ERRS_BY_K;
    if (!falls || !(apartMinutes > 0) || !(wanted - air > ERRS_BY_K)) {
      return Optional.empty();
    }
    return Optional.of(
        new CoolDown(
            left(first, later, apartMinutes, air, wanted),
            left(first + ERRS_BY_K, later - ERRS_BY_K, apartMinutes, air, wanted),
            left(first - ERRS_BY_K, later + ERRS_BY_K, apartMinutes, air, wanted)));
  }

  /** Why two readings say nothing. */
  public static Message saysNothing() {
    return Message.of("touch.says-nothing", 2 * ERRS_BY_K);
  }

  /** Whether the readings are good enough to say how late it may become. */
  public boolean isSure() {
    return latest <= LONGEST_MINUTES;
  }

  /** Whole minutes to wait, on the safe side, 1 to 2880. */
  public long waitMinutes() {
    double safe = isSure() ? latest : 2 * minutes;
    return (long) Math.max(1, Math.ceil(Math.min(LONGEST_MINUTES, safe)));
  }

  private static double left(double first, double later, double apart, double air, double wanted) {
    double perMinute = Math.log((first - air) / (later - air)) / apart;
    return Math.max(0, Math.log((later - air) / (wanted - air)) / perMinute);
  }
}
