package hopmend.verify;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hopmend.catalog.Catalog;
import hopmend.catalog.Shipped;
import hopmend.fault.FreezeFrameValue;
import hopmend.measure.MeasureUnit;
import hopmend.message.English;
import hopmend.sensor.LiveSignal;
import hopmend.sensor.LiveTrace;
import hopmend.verify.TraceFigure.During;
import hopmend.verify.TraceFigure.Kind;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.function.DoubleUnaryOperator;
import org.junit.jupiter.api.Test;

/** What traces tell of a sensor; the signals are made by formulas whose figures are known. */
class TraceFigureTest {
  private static final Catalog CATALOG = Shipped.CATALOG;

  /** A log as the link keeps it. */
  private static DriveLog log(
      double seconds, double step, Map<LiveSignal, DoubleUnaryOperator> signals) {
    List<LiveTrace.Sample> samples = new ArrayList<>();
    for (int i = 0; i * step <= seconds + 1e-9; i++) {
      Map<LiveSignal, Double> values = new EnumMap<>(LiveSignal.class);
      double t = i * step;
      signals.forEach((s, f) -> values.put(s, f.applyAsDouble(t)));
      samples.add(new LiveTrace.Sample(t, values));
    }
    String csv = LiveTrace.csv(samples, new EnumMap<>(signals).keySet());
    DriveLog.Read read = DriveLog.readSignals(csv, CATALOG.reportWords());
    assertThat(read.problems()).extracting(English::said).isEmpty();
    return read.log().orElseThrow();
  }

  private static double told(Kind kind, LiveSignal of, DriveLog log) {
    TraceFigure figure = new TraceFigure(kind, of, null, List.of(), 1);
    return figure.in(log).value().orElseThrow().in(figure.unit());
  }

  /** 0.45 V ± 0.4 V as a sine of half a hertz: through 0.3 to 0.6 V in 2·asin(0.375)/(2π·0.5) s. */
  @Test
  void aCellThatSwitchesIsTimed() {
    DriveLog log =
        log(
            20,
            0.1,
            Map.of(LiveSignal.OXYGEN_1, t -> 0.45 + 0.4 * Math.sin(2 * Math.PI * 0.5 * t + 0.01)));
    // Of ten rises the first began before the log did.
    assertThat(told(Kind.SWITCHING, LiveSignal.OXYGEN_1, log)).isCloseTo(0.45, within(0.01));
    double exact = 1000 * 2 * Math.asin(0.375) / Math.PI;
    // A straight line between samples 100 ms apart is 1 % off at that bend.
    assertThat(told(Kind.RISE, LiveSignal.OXYGEN_1, log)).isCloseTo(exact, within(exact * 0.02));
    assertThat(told(Kind.FALL, LiveSignal.OXYGEN_1, log)).isCloseTo(exact, within(exact * 0.02));
    assertThat(told(Kind.LOWEST, LiveSignal.OXYGEN_1, log)).isCloseTo(0.05, within(0.005));
    assertThat(told(Kind.SPREAD, LiveSignal.OXYGEN_1, log)).isCloseTo(0.8, within(0.01));
  }

  @Test
  void aSlowLogDoesNotTimeARise() {
    DriveLog log = log(60, 1, Map.of(LiveSignal.OXYGEN_1, t -> t % 2 == 0 ? 0.1 : 0.8));
    TraceFigure rise = new TraceFigure(Kind.RISE, LiveSignal.OXYGEN_1, null, List.of(), 10);
    assertThat(rise.in(log).value()).isEmpty();
    assertThat(English.said(rise.in(log).why().orElseThrow())).contains("1 s is too coarse");
    TraceFigure step =
        new TraceFigure(Kind.LARGEST_STEP, LiveSignal.OXYGEN_1, null, List.of(), 10, 0.25);
    assertThat(step.in(log).why()).isPresent();
    TraceFigure anyhow =
        new TraceFigure(Kind.LARGEST_STEP, LiveSignal.OXYGEN_1, null, List.of(), 10);
    assertThat(anyhow.in(log).value().orElseThrow().value()).isCloseTo(0.7, within(1e-9));
  }

  @Test
  void twoTracksAreHeldAgainstEachOther() {
    DriveLog log =
        log(
            6,
            0.1,
            Map.of(
                LiveSignal.PEDAL_1, t -> 16 + 64 * Math.sin(Math.PI * t / 6),
                LiveSignal.PEDAL_2,
                    t -> t > 3 && t < 3.15 ? 20 : 8 + 32 * Math.sin(Math.PI * t / 6)));
    TraceFigure lowest =
        new TraceFigure(Kind.LOWEST_SHARE, LiveSignal.PEDAL_2, LiveSignal.PEDAL_1, List.of(), 3);
    assertThat(lowest.in(log).value().orElseThrow().value())
        .as("the hole at the stop")
        .isCloseTo(25, within(0.2));
    assertThat(told(Kind.LARGEST_STEP, LiveSignal.PEDAL_2, log)).isCloseTo(20, within(0.5));
    assertThat(told(Kind.LAST, LiveSignal.PEDAL_1, log)).isCloseTo(16, within(0.1));
  }

  @Test
  void onlyWhatIsMeantCountsAndLongEnough() {
    DriveLog log =
        log(
            100,
            0.5,
            Map.of(
                LiveSignal.ENGINE_SPEED, t -> t < 50 ? 800 : 3000,
                LiveSignal.AIR_MASS, t -> t < 50 ? 2 : 30,
                LiveSignal.SHORT_TRIM, t -> 4,
                LiveSignal.LONG_TRIM, t -> -9));
    List<During> idle = List.of(new During(LiveSignal.ENGINE_SPEED, 500.0, 1200.0));
    TraceFigure air = new TraceFigure(Kind.MEAN, LiveSignal.AIR_MASS, null, idle, 20);
    assertThat(air.in(log).value().orElseThrow().value()).isEqualTo(2);
    assertThat(
            English.said(
                new TraceFigure(Kind.MEAN, LiveSignal.AIR_MASS, null, idle, 60)
                    .in(log)
                    .why()
                    .orElseThrow()))
        .isEqualTo("It held for 49 s; 60 s are needed.");
    assertThat(
            new TraceFigure(Kind.MEAN_OF_SUM, LiveSignal.SHORT_TRIM, LiveSignal.LONG_TRIM, idle, 20)
                .in(log)
                .value()
                .orElseThrow()
                .value())
        .isEqualTo(-5);
    assertThat(
            English.said(
                new TraceFigure(Kind.MEAN, LiveSignal.COOLANT, null, List.of(), 1)
                    .in(log)
                    .why()
                    .orElseThrow()))
        .contains("coolant temperature");
  }

  @Test
  void whatIsApartIsNoTemperature() {
    DriveLog log =
        log(5, 1, Map.of(LiveSignal.COOLANT, t -> 12 + t, LiveSignal.INTAKE_AIR, t -> 10));
    TraceFigure apart =
        new TraceFigure(Kind.FIRST_APART, LiveSignal.COOLANT, LiveSignal.INTAKE_AIR, List.of(), 1);
    assertThat(apart.in(log).value().orElseThrow().text()).isEqualTo("2 K");
  }

  /** Columns as loggers of different makes and languages name them, in their own units. */
  @Test
  void columnsOfManyLoggersAreKnown() {
    String csv =
        "Zeit (s);O2 B1S1 (mV);Raildruck (bar);Tank pressure [kPa];APP D (%);Ansauglufttemperatur (°F)\n"
            + "0;450;300;0,1;20;50\n1;450;300;0,1;20;50\n";
    DriveLog log = DriveLog.readSignals(csv, CATALOG.reportWords()).log().orElseThrow();
    assertThat(told(Kind.MEAN, LiveSignal.OXYGEN_1, log)).isCloseTo(0.45, within(1e-9));
    assertThat(told(Kind.MEAN, LiveSignal.RAIL_PRESSURE, log)).isCloseTo(30_000, within(1e-6));
    assertThat(told(Kind.MEAN, LiveSignal.TANK_PRESSURE, log)).isCloseTo(100, within(1e-6));
    assertThat(told(Kind.MEAN, LiveSignal.PEDAL_1, log)).isEqualTo(20);
    assertThat(told(Kind.MEAN, LiveSignal.INTAKE_AIR, log)).isCloseTo(10, within(1e-9));
  }

  /** What a freeze frame holds a logger writes down too, under the same names. */
  @Test
  void everyConditionOfAFreezeFrameIsASignal() {
    for (FreezeFrameValue.Condition c : FreezeFrameValue.Condition.values()) {
      assertThat(CATALOG.reportWords().signal(c.label())).as(c.label()).isPresent();
    }
  }

  /** Each figure that a sheet asks a trace for can be typed too, and in a unit that it has. */
  @Test
  void everyFamilyHasAProofThatIsMeasured() {
    CATALOG
        .sheets()
        .forEach(
            s ->
                assertThat(s.proofs())
                    .as(s.family())
                    .anySatisfy(p -> assertThat(p.figures()).isNotEmpty()));
    assertThat(CATALOG.sheets().stream().flatMap(s -> s.proofs().stream()))
        .flatExtracting(SensorProof::figures)
        .allSatisfy(f -> assertThat(f.right().unit().siblings()).contains(f.right().unit()))
        .filteredOn(f -> f.from() != null && f.from().unit() == MeasureUnit.KELVIN)
        .hasSize(2);
  }
}
