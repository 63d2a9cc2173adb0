package hopmend.sensor;

import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import java.util.Optional;

/**
 * Physics that gives the expected value of a measurement from a figure of the vehicle or the
 * sensor, and as a rule from another reading.
 */
public enum SignalModel {
  /**
   * Edges per second of a wheel on the camshaft, which turns once in two crankshaft turns: f =
   * teeth * n / 120, n in 1/min. Worked: 4 teeth at 900 1/min give 30 Hz.
   */
  CAM_WHEEL_FREQUENCY(MeasureUnit.HERTZ, "teeth", Companion.ENGINE_SPEED) {
    @Override
    double expected(double teeth, double perMinute) {
      return teeth * perMinute / 120;
    }
  },
  /**
   * Edges per second of a wheel on the crankshaft: f = teeth * n / 60, n in 1/min, teeth that are
   * there. Worked: 58 teeth at 900 1/min give 870 Hz.
   */
  CRANK_WHEEL_FREQUENCY(MeasureUnit.HERTZ, "teeth", Companion.ENGINE_SPEED) {
    @Override
    double expected(double teeth, double perMinute) {
      return teeth * perMinute / 60;
    }
  },
  /**
   * Resistance of a thermistor that falls as it warms: R = R20 * exp(B * (1/T - 1/293.15 K)), T in
   * kelvin, with B = 3500 K as engine sensors have it (common practice). Worked: 2.5 kohm at 20 °C
   * give 3.8 kohm at 10 °C and 0.33 kohm at 80 °C.
   */
  THERMISTOR(MeasureUnit.KILOOHM, "kohm at 20 °C", Companion.TEMPERATURE) {
    @Override
    double expected(double kiloohmAt20, double celsius) {
      return kiloohmAt20 * Math.exp(B_KELVIN * (1 / (celsius + ZERO_CELSIUS) - 1 / AT_20));
    }
  },
  /**
   * Air that a throttled petrol engine draws at warm idle, for its size. Worked: 1.2 g/s and litre
   * by 1.6 litre give 1.9 g/s.
   */
  IDLE_AIR(MeasureUnit.GRAM_PER_SECOND, "litre", null) {
    @Override
    double expected(double litres, double nothing) {
      return IDLE_PER_LITRE * litres;
    }
  };

  private static final double B_KELVIN = 3500;
  private static final double ZERO_CELSIUS = 273.15;
  private static final double AT_20 = 293.15;

  /** g/s, common practice: about 1 g/s and litre. */
  private static final double IDLE_PER_LITRE = 1.2;

  private final MeasureUnit unit;
  private final String figureWords;
  private final Companion companion;

  SignalModel(MeasureUnit unit, String figureWords, Companion companion) {
    this.unit = unit;
    this.figureWords = figureWords;
    this.companion = companion;
  }

  /** The reading that is needed beside the value itself. */
  public enum Companion {
    ENGINE_SPEED("Engine speed", MeasureUnit.PER_MINUTE, 1, 20_000),
    TEMPERATURE("Temperature of the sensor", MeasureUnit.CELSIUS, -40, 150);

    private final String label;
    private final MeasureUnit unit;
    private final double low;
    private final double high;

    Companion(String label, MeasureUnit unit, double low, double high) {
      this.label = label;
      this.unit = unit;
      this.low = low;
      this.high = high;
    }

    public String label() {
      return label;
    }

    public MeasureUnit unit() {
      return unit;
    }

    /** Whether the model says anything at this reading. */
    public boolean takes(Reading reading) {
      return reading.unit().quantity() == unit.quantity()
          && reading.in(unit) >= low
          && reading.in(unit) <= high;
    }

    /** {@code Engine speed: 1 to 20000 1/min.} */
    public String asked() {
      return "%s: %s to %s %s."
          .formatted(label, Reading.number(low), Reading.number(high), unit.symbol());
    }
  }

  public Optional<Companion> companion() {
    return Optional.ofNullable(companion);
  }

  public MeasureUnit unit() {
    return unit;
  }

  /** Expected value in {@link #unit()}; the companion in its own unit. */
  abstract double expected(double figure, double companion);

  /** The band around the expected value; the companion is one that {@link Companion#takes}. */
  public Band band(double figure, Optional<Reading> reading, double tolerancePercent) {
    double middle = expected(figure, reading.map(r -> r.in(companion.unit())).orElse(0.0));
    double half = Math.abs(middle) * tolerancePercent / 100;
    return new Band(
        middle - half,
        middle + half,
        unit,
        "computed: %s %s%s, ±%s %%"
            .formatted(
                Reading.number(figure),
                figureWords,
                reading.map(r -> ", at " + r.text()).orElse(""),
                Reading.number(tolerancePercent)));
  }
}
