package hopmend.fault;

import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.sensor.LiveSignal;
import java.util.Arrays;
import java.util.Optional;

/** One value of the conditions under which a code was set. */
public record FreezeFrameValue(Condition condition, Reading reading) {

  public FreezeFrameValue {
    if (condition == null || reading == null) {
      throw new IllegalArgumentException("A condition needs its name and its value.");
    }
    if (reading.unit().quantity() != condition.unit().quantity()) {
      throw new IllegalArgumentException(
          "The %s is not told in %s.".formatted(condition.label(), reading.unit().symbol()));
    }
  }

  /** The value of a signal as a condition; empty where no condition is kept of it. */
  public static Optional<FreezeFrameValue> of(LiveSignal signal, Reading reading) {
    String name =
        signal == LiveSignal.RAIL_PRESSURE ? Condition.FUEL_PRESSURE.name() : signal.name();
    return Arrays.stream(Condition.values())
        .filter(c -> c.name().equals(name))
        .findFirst()
        .map(c -> new FreezeFrameValue(c, reading));
  }

  /**
   * What a controller keeps beside a code. The first four are the conditions that the final drive
   * must meet again.
   */
  public enum Condition {
    ENGINE_SPEED("engine speed", MeasureUnit.PER_MINUTE, 0, 12_000),
    LOAD("calculated load", MeasureUnit.PERCENT, 0, 130),
    COOLANT("coolant temperature", MeasureUnit.CELSIUS, -50, 150),
    SPEED("vehicle speed", MeasureUnit.KILOMETRE_PER_HOUR, 0, 300),
    AIR_MASS("air mass flow", MeasureUnit.GRAM_PER_SECOND, 0, 800),
    MANIFOLD_PRESSURE("manifold pressure", MeasureUnit.KILOPASCAL, 5, 500),
    INTAKE_AIR("intake air temperature", MeasureUnit.CELSIUS, -50, 200),
    SHORT_TRIM("short-term fuel trim", MeasureUnit.PERCENT, -100, 100),
    LONG_TRIM("long-term fuel trim", MeasureUnit.PERCENT, -100, 100),
    TIMING("timing advance", MeasureUnit.DEGREE, -64, 64),
    THROTTLE("throttle position", MeasureUnit.PERCENT, 0, 100),
    FUEL_PRESSURE("fuel pressure", MeasureUnit.KILOPASCAL, 0, 300_000),
    MODULE_VOLTAGE("control module voltage", MeasureUnit.VOLT, 4, 40),
    RUN_TIME("time since start", MeasureUnit.SECOND, 0, 360_000);

    private final String label;
    private final MeasureUnit unit;
    private final double least;
    private final double most;

    Condition(String label, MeasureUnit unit, double least, double most) {
      this.label = label;
      this.unit = unit;
      this.least = least;
      this.most = most;
    }

    public String label() {
      return label;
    }

    public MeasureUnit unit() {
      return unit;
    }

    /** Whether a vehicle that drives can have it; the limits are wide (common practice). */
    public boolean isPossible(Reading reading) {
      double value = reading.in(unit);
      return value >= least && value <= most;
    }

    /** Whether a bare number can only be meant in {@link #unit()}. */
    public boolean isUnitPlain() {
      return unit == MeasureUnit.PER_MINUTE || unit == MeasureUnit.PERCENT;
    }
  }
}
