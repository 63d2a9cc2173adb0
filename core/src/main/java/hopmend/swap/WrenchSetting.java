package hopmend.swap;

import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import java.util.Optional;

/**
 * What to set on a torque wrench that carries an adapter, such as a crow's-foot: setting = wanted *
 * L / (L + E cos(angle)). At 90 degrees the adapter changes nothing.
 *
 * @param wanted torque at the bolt
 * @param setting torque to set on the wrench
 */
public record WrenchSetting(Reading wanted, Reading setting) {

  /** A wrench's length and the adapter on it. */
  public record Adapter(double wrenchMm, double adapterMm, double angleDeg) {
    /** No adapter: the setting is what is wanted. */
    public static final Adapter NONE = new Adapter(250, 0, 0);

    public Adapter {
      if (!(wrenchMm >= 50 && wrenchMm <= 2000)) {
        throw new IllegalArgumentException(
            "The wrench length is %s mm; from grip to square it is 50 to 2000 mm."
                .formatted(Reading.number(wrenchMm)));
      }
      if (!(adapterMm >= 0 && adapterMm < wrenchMm)) {
        throw new IllegalArgumentException(
            "The adapter length is %s mm; it must be 0 or more and shorter than the wrench."
                .formatted(Reading.number(adapterMm)));
      }
      if (!(angleDeg >= -180 && angleDeg <= 180)) {
        throw new IllegalArgumentException(
            "The angle is %s°; it lies from -180° to 180°.".formatted(Reading.number(angleDeg)));
      }
    }

    /** Setting over wanted torque. */
    public double factor() {
      return wrenchMm / (wrenchMm + adapterMm * Math.cos(Math.toRadians(angleDeg)));
    }
  }

  /** What a click wrench may be off, ISO 6789-1 above 10 N.m, from memory. */
  static final double TOLERANCE = 0.04;

  /**
   * A torque as the scale of a click wrench has it: in N.m by tenths below 10, by quarters below
   * 25, else whole; in lbf.ft by halves below 25, else whole; in lbf.in whole below 50, else by
   * fives. Common practice.
   *
   * @return empty if the nearest mark is further off than a wrench may be: the scale is too coarse
   */
  public static Optional<Reading> onTheScale(Reading torque) {
    double value = torque.value();
    double fine =
        switch (torque.unit()) {
          case NEWTON_METRE -> value < 10 ? 0.1 : value < 25 ? 0.25 : 1;
          case POUND_FORCE_FOOT -> value < 25 ? 0.5 : 1;
          case POUND_FORCE_INCH -> value < 50 ? 1 : 5;
          default -> throw new IllegalArgumentException("No wrench has " + torque.text());
        };
    double mark = Math.round(value / fine) * fine;
    return Math.abs(mark - value) <= TOLERANCE * value
        ? Optional.of(Reading.of(mark, torque.unit()))
        : Optional.empty();
  }

  public static WrenchSetting of(Reading wanted, Adapter adapter) {
    if (wanted.unit().quantity() != MeasureUnit.Quantity.TORQUE) {
      throw new IllegalArgumentException("A wrench is set to a torque, not " + wanted.text());
    }
    return new WrenchSetting(wanted, Reading.of(wanted.value() * adapter.factor(), wanted.unit()));
  }
}
