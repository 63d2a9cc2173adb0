package hopmend.sensor;

import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.message.Message;
import java.util.Locale;
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
    double expected(double teeth, double perMinute, double nothing) {
      return teeth * perMinute / 120;
    }
  },
  /**
   * Edges per second of a wheel on the crankshaft: f = teeth * n / 60, n in 1/min, teeth that are
   * there. Worked: 58 teeth at 900 1/min give 870 Hz.
   */
  CRANK_WHEEL_FREQUENCY(MeasureUnit.HERTZ, "teeth", Companion.ENGINE_SPEED) {
    @Override
    double expected(double teeth, double perMinute, double nothing) {
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
    double expected(double kiloohmAt20, double celsius, double nothing) {
      return kiloohmAt20 * Math.exp(B_KELVIN * (1 / (celsius + ZERO_CELSIUS) - 1 / AT_20));
    }
  },
  /**
   * Air that a throttled petrol engine draws at warm idle, for its size. Worked: 1.2 g/s and litre
   * by 1.6 litre give 1.9 g/s.
   */
  IDLE_AIR(MeasureUnit.GRAM_PER_SECOND, "litre", null) {
    @Override
    double expected(double litres, double nothing, double neither) {
      return IDLE_PER_LITRE * litres;
    }
  },
  /**
   * Air that an engine without a charger draws at full throttle: m = VE * V/2 * n/60 * rho, one
   * filling in two turns, VE = 0.85 (common practice), rho of ISO 2533 at the altitude. Worked: 2
   * litre at 6000 1/min and sea level give 104 g/s, at 1500 m 90 g/s.
   */
  FULL_LOAD_AIR(MeasureUnit.GRAM_PER_SECOND, "litre", Companion.ENGINE_SPEED, Companion.ALTITUDE) {
    @Override
    double expected(double litres, double perMinute, double metres) {
      return airDrawn(FILLING, litres, perMinute, airDensity(metres));
    }
  };

  private static final double B_KELVIN = 3500;
  private static final double ZERO_CELSIUS = 273.15;
  private static final double AT_20 = 293.15;

  /** g/s, common practice: about 1 g/s and litre. */
  private static final double IDLE_PER_LITRE = 1.2;

  /** Share of the cylinder that fills at full throttle; common practice: 0.8 to 0.9. */
  private static final double FILLING = 0.85;

  private final MeasureUnit unit;
  private final String figureWords;
  private final Companion companion;
  private final Companion besides;

  SignalModel(MeasureUnit unit, String figureWords, Companion companion) {
    this(unit, figureWords, companion, null);
  }

  SignalModel(MeasureUnit unit, String figureWords, Companion companion, Companion besides) {
    this.unit = unit;
    this.figureWords = figureWords;
    this.companion = companion;
    this.besides = besides;
  }

  /**
   * Density of the standard atmosphere, kg/m3, from -500 to 11 000 m: 1.225 * (1 - 2.25577e-5 *
   * h)^4.25588 (ISO 2533). Worked: 1.112 at 1000 m.
   */
  public static double airDensity(double metres) {
    return 1.225 * Math.pow(1 - 2.25577e-5 * metres, 4.25588);
  }

  /**
   * Air that an engine without a charger draws, g/s: filling * V / 2 * n / 60 * density. Worked:
   * 0.9, 2 litres, 6000 1/min and 1.2 kg/m3 give 108 g/s.
   *
   * @param filling share of the cylinders that fills
   * @param density of the air, kg/m3
   */
  public static double airDrawn(double filling, double litres, double perMinute, double density) {
    return filling * litres / 2 * perMinute / 60 * density;
  }

  /**
   * What was read beside the value itself.
   *
   * @param companion null where nothing was
   * @param besides null where nothing was
   */
  public record Told(Reading companion, Reading besides) {
    public static final Told NOTHING = new Told(null, null);
  }

  /** A reading that counts beside the value itself. */
  public enum Companion {
    ENGINE_SPEED(MeasureUnit.PER_MINUTE, 1, 20_000, 200, 6500),
    TEMPERATURE(MeasureUnit.CELSIUS, -40, 150, -20, 120),
    ALTITUDE(MeasureUnit.METRE, -500, 5000, 0, 3000);

    private final MeasureUnit unit;
    private final double low;
    private final double high;
    private final double drawnFrom;
    private final double drawnTo;

    Companion(MeasureUnit unit, double low, double high, double drawnFrom, double drawnTo) {
      this.unit = unit;
      this.low = low;
      this.high = high;
      this.drawnFrom = drawnFrom;
      this.drawnTo = drawnTo;
    }

    /** Where a curve over it begins. */
    public double drawnFrom() {
      return drawnFrom;
    }

    /** Where a curve over it ends. */
    public double drawnTo() {
      return drawnTo;
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

    /** What is taken where it is not told: {@code , altitude not told: 0 m}. */
    String left() {
      return ", %s not told: 0 %s".formatted(name().toLowerCase(Locale.ROOT), unit.symbol());
    }

    /** {@code Engine speed: 1 to 20000 1/min.} */
    public Message asked() {
      return Message.of(
          "companion.asked", this, Reading.number(low), Reading.number(high), unit.symbol());
    }

    /** Its name within a sentence. */
    public Message within() {
      return Message.of("companion." + name());
    }
  }

  /** The reading without which nothing can be said. */
  public Optional<Companion> companion() {
    return Optional.ofNullable(companion);
  }

  /** The reading that sharpens the answer; without it 0 is taken, and the band says so. */
  public Optional<Companion> besides() {
    return Optional.ofNullable(besides);
  }

  public MeasureUnit unit() {
    return unit;
  }

  /** Whether equal steps of the companion change it by equal ratios, more or less. */
  public boolean fallsByPowers() {
    return this == THERMISTOR;
  }

  /** Expected value in {@link #unit()}; the companions in their own units. */
  abstract double expected(double figure, double companion, double besides);

  /** Whether what was read beside the value is all that it takes, and can be. */
  public boolean takes(Told told) {
    return (companion == null || told.companion() != null && companion.takes(told.companion()))
        && (besides == null || told.besides() == null || besides.takes(told.besides()));
  }

  /** The band around the expected value, by what was read and that it {@link #takes}. */
  public Band band(double figure, Told told, double percent) {
    Optional<Reading> reading = companion().map(c -> told.companion());
    Optional<Reading> beside = besides().flatMap(b -> Optional.ofNullable(told.besides()));
    double middle =
        expected(
            figure,
            reading.map(r -> r.in(companion.unit())).orElse(0.0),
            beside.map(r -> r.in(besides.unit())).orElse(0.0));
    double half = Math.abs(middle) * percent / 100;
    return new Band(
        middle - half,
        middle + half,
        unit,
        "computed: %s %s%s%s, ±%s %%"
            .formatted(
                Reading.number(figure),
                figureWords,
                reading.map(r -> ", at " + r.text()).orElse(""),
                besides().map(b -> beside.map(r -> ", " + r.text()).orElse(b.left())).orElse(""),
                Reading.number(percent)));
  }
}
