package hopmend.swap;

import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;

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

  public static WrenchSetting of(Reading wanted, Adapter adapter) {
    if (wanted.unit().quantity() != MeasureUnit.Quantity.TORQUE) {
      throw new IllegalArgumentException("A wrench is set to a torque, not " + wanted.text());
    }
    return new WrenchSetting(wanted, Reading.of(wanted.value() * adapter.factor(), wanted.unit()));
  }
}
