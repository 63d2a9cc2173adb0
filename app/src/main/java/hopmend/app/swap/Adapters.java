package hopmend.app.swap;

import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.swap.WrenchSetting;

/** An adapter as a person types it. */
final class Adapters {
  private Adapters() {}

  /**
   * @throws IllegalArgumentException with what is wrong in plain words
   */
  static WrenchSetting.Adapter of(String wrenchMm, String adapterMm, String angleDeg) {
    return new WrenchSetting.Adapter(number(wrenchMm), number(adapterMm), number(angleDeg));
  }

  private static double number(String typed) {
    return Reading.parse(typed, MeasureUnit.MILLIMETRE).value();
  }
}
