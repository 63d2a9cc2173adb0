package hopmend.instrument;

import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;

/**
 * A figure that an instrument asks a person for.
 *
 * @param id by which it is told
 * @param unit in which it is reckoned with
 * @param low lowest that can be, in the unit
 * @param high highest that can be
 * @param needed whether nothing can be told without it
 */
public record Asked(String id, MeasureUnit unit, double low, double high, boolean needed) {
  static Asked needed(String id, MeasureUnit unit, double low, double high) {
    return new Asked(id, unit, low, high, true);
  }

  static Asked besides(String id, MeasureUnit unit, double low, double high) {
    return new Asked(id, unit, low, high, false);
  }

  /** Whether a reading can be one of it. */
  public boolean takes(Reading reading) {
    return reading.unit().quantity() == unit.quantity()
        && reading.in(unit) >= low
        && reading.in(unit) <= high;
  }
}
