package hopmend.measure;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import javax.measure.IncommensurableException;
import javax.measure.MetricPrefix;
import javax.measure.Unit;
import javax.measure.UnitConverter;
import systems.uom.common.Imperial;
import systems.uom.common.USCustomary;
import tech.units.indriya.unit.Units;

/**
 * A unit in which a technician reads an instrument. Conversion factors come from the units library
 * (checked against NIST SP 811 in the tests); the {@link Quantity} keeps apart what the SI would
 * let pass as the same dimension, such as hertz and revolutions per minute.
 */
public enum MeasureUnit {
  VOLT("V", Quantity.VOLTAGE, Units.VOLT),
  MILLIVOLT("mV", Quantity.VOLTAGE, MetricPrefix.MILLI(Units.VOLT)),
  AMPERE("A", Quantity.CURRENT, Units.AMPERE, "amp", "amps"),
  MILLIAMPERE("mA", Quantity.CURRENT, MetricPrefix.MILLI(Units.AMPERE)),
  OHM("ohm", Quantity.RESISTANCE, Units.OHM, "Ω", "ohms"),
  KILOOHM("kohm", Quantity.RESISTANCE, MetricPrefix.KILO(Units.OHM), "kΩ"),
  HERTZ("Hz", Quantity.FREQUENCY, Units.HERTZ),
  KILOHERTZ("kHz", Quantity.FREQUENCY, MetricPrefix.KILO(Units.HERTZ)),
  PER_MINUTE("1/min", Quantity.ROTATION, Units.HERTZ.divide(60), "rpm", "r/min"),
  CELSIUS("°C", Quantity.TEMPERATURE, Units.CELSIUS, "C", "degC"),
  FAHRENHEIT("°F", Quantity.TEMPERATURE, USCustomary.FAHRENHEIT, "F", "degF"),
  /** How far two temperatures are apart, which is none itself. */
  KELVIN("K", Quantity.TEMPERATURE_DIFFERENCE, Units.KELVIN),
  NEWTON_METRE("N.m", Quantity.TORQUE, Units.NEWTON.multiply(Units.METRE), "Nm", "N·m"),
  POUND_FORCE_FOOT(
      "lbf.ft",
      Quantity.TORQUE,
      Imperial.POUND_FORCE.multiply(USCustomary.FOOT),
      "lb-ft",
      "ft-lb",
      "lbft"),
  POUND_FORCE_INCH(
      "lbf.in",
      Quantity.TORQUE,
      Imperial.POUND_FORCE.multiply(USCustomary.INCH),
      "lb-in",
      "in-lb",
      "lbin"),
  DEGREE("°", Quantity.ANGLE, USCustomary.DEGREE_ANGLE, "deg", "°CA"),
  MILLIMETRE("mm", Quantity.LENGTH, MetricPrefix.MILLI(Units.METRE)),
  INCH("in", Quantity.LENGTH, USCustomary.INCH, "\""),
  METRE("m", Quantity.ALTITUDE, Units.METRE),
  FOOT("ft", Quantity.ALTITUDE, USCustomary.FOOT, "feet"),
  KILOMETRE("km", Quantity.DISTANCE, MetricPrefix.KILO(Units.METRE)),
  MILE("mi", Quantity.DISTANCE, USCustomary.MILE, "miles", "mile"),
  KILOMETRE_PER_HOUR("km/h", Quantity.SPEED, Units.KILOMETRE_PER_HOUR, "kmh", "kph"),
  MILE_PER_HOUR("mph", Quantity.SPEED, USCustomary.MILE.divide(Units.HOUR)),
  METRE_PER_SECOND("m/s", Quantity.SPEED, Units.METRE_PER_SECOND),
  PERCENT("%", Quantity.SHARE, Units.PERCENT),
  /** One speed over another. */
  RATIO(": 1", Quantity.RATIO, Units.PERCENT.multiply(100), ":1"),
  /** Air over the air that the fuel needs. */
  LAMBDA("lambda", Quantity.MIXTURE, Units.PERCENT.multiply(100), "λ"),
  GRAM_PER_SECOND("g/s", Quantity.MASS_FLOW, Units.GRAM.divide(Units.SECOND)),
  MILLIGRAM_PER_CUBIC_METRE(
      "mg/m³",
      Quantity.CONCENTRATION,
      MetricPrefix.MILLI(Units.GRAM).divide(Units.CUBIC_METRE),
      "mg/m3"),
  PASCAL("Pa", Quantity.PRESSURE, Units.PASCAL),
  KILOPASCAL("kPa", Quantity.PRESSURE, MetricPrefix.KILO(Units.PASCAL)),
  MEGAPASCAL("MPa", Quantity.PRESSURE, MetricPrefix.MEGA(Units.PASCAL)),
  MILLIBAR("mbar", Quantity.PRESSURE, Units.PASCAL.multiply(100), "hPa"),
  BAR("bar", Quantity.PRESSURE, Units.PASCAL.multiply(100_000)),
  POUND_PER_SQUARE_INCH(
      "psi",
      Quantity.PRESSURE,
      Imperial.POUND_FORCE.divide(USCustomary.INCH.multiply(USCustomary.INCH))),
  SECOND("s", Quantity.TIME, Units.SECOND, "sec"),
  MILLISECOND("ms", Quantity.TIME, MetricPrefix.MILLI(Units.SECOND)),
  MINUTE("min", Quantity.TIME, Units.MINUTE),
  LITRE("l", Quantity.VOLUME, Units.LITRE, "L", "litre", "litres", "liter", "liters"),
  MILLILITRE("ml", Quantity.VOLUME, MetricPrefix.MILLI(Units.LITRE), "mL"),
  QUART("qt", Quantity.VOLUME, USCustomary.GALLON_LIQUID.divide(4), "quart", "quarts");

  /** What is measured; units convert only within one quantity. */
  public enum Quantity {
    VOLTAGE,
    CURRENT,
    RESISTANCE,
    FREQUENCY,
    ROTATION,
    TEMPERATURE,
    TEMPERATURE_DIFFERENCE,
    TORQUE,
    ANGLE,
    LENGTH,
    ALTITUDE,
    DISTANCE,
    SPEED,
    SHARE,
    RATIO,
    MIXTURE,
    MASS_FLOW,
    CONCENTRATION,
    PRESSURE,
    TIME,
    VOLUME
  }

  private final String symbol;
  private final Quantity quantity;
  private final Unit<?> unit;
  private final List<String> spellings;
  private final Map<MeasureUnit, UnitConverter> converters = new ConcurrentHashMap<>();

  MeasureUnit(String symbol, Quantity quantity, Unit<?> unit, String... others) {
    this.symbol = symbol;
    this.quantity = quantity;
    this.unit = unit;
    this.spellings = Stream.concat(Stream.of(symbol), Arrays.stream(others)).toList();
  }

  /** The symbol shown beside a value, for example {@code N.m}. */
  public String symbol() {
    return symbol;
  }

  /** Whether values are read off a counter and not measured, as an odometer's are. */
  public boolean isCounted() {
    return quantity == Quantity.DISTANCE;
  }

  public Quantity quantity() {
    return quantity;
  }

  /** All units of the same quantity, in the order of declaration. */
  public List<MeasureUnit> siblings() {
    return Arrays.stream(values()).filter(u -> u.quantity == quantity).toList();
  }

  /**
   * Converts a value of this unit to another unit of the same quantity.
   *
   * @throws IllegalArgumentException if the other unit measures something else
   */
  public double convert(double value, MeasureUnit target) {
    if (target.quantity != quantity) {
      throw new IllegalArgumentException(
          "%s measures %s, %s measures %s"
              .formatted(symbol, quantity, target.symbol, target.quantity));
    }
    if (target == this) {
      return value;
    }
    return converters.computeIfAbsent(target, this::converterTo).convert(value);
  }

  private UnitConverter converterTo(MeasureUnit target) {
    try {
      return unit.getConverterToAny(target.unit);
    } catch (IncommensurableException e) {
      throw new IllegalStateException(symbol + " and " + target.symbol + " do not convert", e);
    }
  }

  /** The unit with this symbol or a common other spelling of it, ignoring case where it is safe. */
  public static Optional<MeasureUnit> bySymbol(String text) {
    String wanted = text.strip();
    return Arrays.stream(values())
        .filter(u -> u.spellings.contains(wanted))
        .findFirst()
        .or(() -> byFoldedSymbol(wanted.toLowerCase(Locale.ROOT)));
  }

  /** "MV" is not offered for mV: mega and milli differ by case only. */
  private static Optional<MeasureUnit> byFoldedSymbol(String wanted) {
    return Arrays.stream(values())
        .filter(u -> u != MILLIVOLT)
        .filter(u -> u.spellings.stream().anyMatch(s -> s.toLowerCase(Locale.ROOT).equals(wanted)))
        .findFirst();
  }
}
