package hopmend.app.swap;

import hopmend.app.web.InputProblem;
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

  /** The same, and what is wrong is told in place. */
  static WrenchSetting.Adapter typed(String wrenchMm, String adapterMm, String angleDeg) {
    try {
      return of(wrenchMm, adapterMm, angleDeg);
    } catch (IllegalArgumentException e) {
      throw new InputProblem("adapter", e.getMessage());
    }
  }

  private static double number(String typed) {
    return Reading.parse(typed, MeasureUnit.MILLIMETRE).value();
  }
}
