package hopmend.sensor;

import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;

/** Physics that gives the expected value of a measurement from another reading. */
public enum SignalModel {
  /**
   * Edges per second of a wheel on the camshaft, which turns once in two crankshaft turns: f =
   * teeth * n / 120, n in 1/min. Worked: 4 teeth at 900 1/min give 30 Hz.
   */
  CAM_WHEEL_FREQUENCY {
    @Override
    public double expected(double teeth, Reading engineSpeed) {
      return teeth * engineSpeed.in(MeasureUnit.PER_MINUTE) / 120;
    }
  },
  /**
   * Edges per second of a wheel on the crankshaft: f = teeth * n / 60, n in 1/min, teeth that are
   * there. Worked: 58 teeth at 900 1/min give 870 Hz.
   */
  CRANK_WHEEL_FREQUENCY {
    @Override
    public double expected(double teeth, Reading engineSpeed) {
      return teeth * engineSpeed.in(MeasureUnit.PER_MINUTE) / 60;
    }
  };

  /** The unit of the companion reading that the model needs. */
  public MeasureUnit companionUnit() {
    return MeasureUnit.PER_MINUTE;
  }

  public MeasureUnit unit() {
    return MeasureUnit.HERTZ;
  }

  /** Expected value in {@link #unit()}. */
  public abstract double expected(double teeth, Reading companion);

  /** The band around the expected value. */
  public Band band(double teeth, Reading companion, double tolerancePercent) {
    double middle = expected(teeth, companion);
    double half = Math.abs(middle) * tolerancePercent / 100;
    return new Band(
        middle - half,
        middle + half,
        unit(),
        "computed: %s teeth at %s, ±%s %%"
            .formatted(Reading.number(teeth), companion.text(), Reading.number(tolerancePercent)));
  }
}
