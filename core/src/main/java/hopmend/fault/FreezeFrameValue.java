package hopmend.fault;

import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.sensor.LiveSignal;
import java.util.Arrays;
import java.util.List;
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
   * What a controller keeps beside a code. {@code names} are the spellings that reports use; the
   * first four are the conditions that the final drive must meet again.
   */
  public enum Condition {
    ENGINE_SPEED(
        "engine speed",
        MeasureUnit.PER_MINUTE,
        true,
        List.of("engine speed", "engine rpm", "rpm", "speed of engine")),
    LOAD(
        "calculated load",
        MeasureUnit.PERCENT,
        false,
        List.of("calculated load", "engine load", "load value", "load")),
    COOLANT(
        "coolant temperature",
        MeasureUnit.CELSIUS,
        false,
        List.of("coolant temperature", "engine coolant", "coolant", "ect")),
    SPEED(
        "vehicle speed",
        MeasureUnit.KILOMETRE_PER_HOUR,
        false,
        List.of("vehicle speed", "road speed", "vss")),
    AIR_MASS(
        "air mass flow",
        MeasureUnit.GRAM_PER_SECOND,
        false,
        List.of("mass air flow", "air mass flow", "air mass", "maf")),
    MANIFOLD_PRESSURE(
        "manifold pressure",
        MeasureUnit.KILOPASCAL,
        false,
        List.of("manifold pressure", "intake manifold", "map")),
    INTAKE_AIR(
        "intake air temperature",
        MeasureUnit.CELSIUS,
        false,
        List.of("intake air temperature", "intake air", "iat")),
    SHORT_TRIM(
        "short-term fuel trim",
        MeasureUnit.PERCENT,
        false,
        List.of("short term fuel trim", "short fuel trim", "short term trim", "stft")),
    LONG_TRIM(
        "long-term fuel trim",
        MeasureUnit.PERCENT,
        false,
        List.of("long term fuel trim", "long fuel trim", "long term trim", "ltft")),
    TIMING(
        "timing advance", MeasureUnit.DEGREE, false, List.of("timing advance", "ignition timing")),
    THROTTLE(
        "throttle position", MeasureUnit.PERCENT, false, List.of("throttle position", "throttle")),
    FUEL_PRESSURE(
        "fuel pressure",
        MeasureUnit.KILOPASCAL,
        false,
        List.of("fuel rail pressure", "rail pressure", "fuel pressure")),
    MODULE_VOLTAGE(
        "control module voltage",
        MeasureUnit.VOLT,
        false,
        List.of("control module voltage", "module voltage", "battery voltage", "supply voltage")),
    RUN_TIME(
        "time since start", MeasureUnit.SECOND, false, List.of("time since start", "run time"));

    private final String label;
    private final MeasureUnit unit;
    private final boolean unitMayBeLeftOut;
    private final List<String> names;

    Condition(String label, MeasureUnit unit, boolean unitMayBeLeftOut, List<String> names) {
      this.label = label;
      this.unit = unit;
      this.unitMayBeLeftOut = unitMayBeLeftOut;
      this.names = names;
    }

    public String label() {
      return label;
    }

    public MeasureUnit unit() {
      return unit;
    }

    /** Whether a bare number can only be meant in {@link #unit()}. */
    boolean unitMayBeLeftOut() {
      return unitMayBeLeftOut;
    }

    List<String> names() {
      return names;
    }
  }
}
