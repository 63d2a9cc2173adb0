package hopmend.app.account;

import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import java.util.Map;
import java.util.Optional;

/** Readings in a person's units, with the other system small beside them. */
public record PersonUnits(Account.Units system) {
  private static final Map<MeasureUnit, MeasureUnit> IMPERIAL_OF =
      Map.of(
          MeasureUnit.CELSIUS, MeasureUnit.FAHRENHEIT,
          MeasureUnit.NEWTON_METRE, MeasureUnit.POUND_FORCE_FOOT,
          MeasureUnit.MILLIMETRE, MeasureUnit.INCH,
          MeasureUnit.LITRE, MeasureUnit.QUART,
          MeasureUnit.KILOMETRE, MeasureUnit.MILE,
          MeasureUnit.KILOMETRE_PER_HOUR, MeasureUnit.MILE_PER_HOUR,
          MeasureUnit.KILOPASCAL, MeasureUnit.POUND_PER_SQUARE_INCH);

  /** Below this a torque is told in inches, as wrenches of that size are. N.m. */
  private static final double INCH_TORQUE_BELOW_NM = 20;

  /** A value shown large, and the other system's small; empty if there is no other. */
  public record Shown(String large, String small) {}

  public Shown show(Reading reading) {
    Optional<Reading> other = imperial(reading);
    if (other.isEmpty()) {
      return new Shown(reading.text(), "");
    }
    return system == Account.Units.METRIC
        ? new Shown(reading.text(), other.get().text())
        : new Shown(other.get().text(), reading.text());
  }

  public Shown show(double value, MeasureUnit unit) {
    return show(Reading.of(value, unit));
  }

  private static Optional<Reading> imperial(Reading reading) {
    if (reading.unit() == MeasureUnit.NEWTON_METRE && reading.value() < INCH_TORQUE_BELOW_NM) {
      return Optional.of(reading.to(MeasureUnit.POUND_FORCE_INCH));
    }
    return Optional.ofNullable(IMPERIAL_OF.get(reading.unit())).map(reading::to);
  }

  /** The unit in which this person is asked for a value. */
  public MeasureUnit asked(MeasureUnit unit) {
    if (system == Account.Units.METRIC) {
      return unit;
    }
    return unit == MeasureUnit.NEWTON_METRE
        ? MeasureUnit.POUND_FORCE_INCH
        : IMPERIAL_OF.getOrDefault(unit, unit);
  }
}
