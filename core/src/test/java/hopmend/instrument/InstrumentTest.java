package hopmend.instrument;

import static hopmend.instrument.Recorded.findings;
import static hopmend.message.English.said;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.message.English;
import hopmend.sensor.SignalModel;
import hopmend.trace.Finding;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.DoubleUnaryOperator;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Instruments of the shipped sheets before recordings that are made up with known faults. */
class InstrumentTest {
  /** Lean and rich in turn, as the control of a warm engine makes them. */
  private static DoubleUnaryOperator control(double hertz, double lean, double rich) {
    return t -> (t * hertz) % 1 < 0.5 ? rich : lean;
  }

  private static DoubleUnaryOperator between(double from, double to, double in, double out) {
    return t -> t >= from && t < to ? in : out;
  }

  private static List<Finding> cellBefore(Recorded r) {
    return findings(r.seenBy("oxygen", "swing"));
  }

  // Physics

  @Test
  void theCellFollowsNernst() {
    // RT/4F at 700 °C = 0.020965 V with CODATA 2018; air has 20.946 % of oxygen (ISO 2533).
    assertThat(Nernst.volts(700, 0.20946 / Math.E)).isCloseTo(0.020965, within(1e-6));
    // 1 % of oxygen: about 0.064 V; 1e-20 atm: about 0.93 V. Nernst's law, by hand.
    assertThat(Nernst.volts(700, 0.01)).isCloseTo(0.0638, within(1e-4));
    assertThat(Nernst.volts(700, 1e-20)).isCloseTo(0.933, within(1e-3));
  }

  @Test
  void aCylinderRingsAtDrapersFirstMode() {
    // Draper, NACA Report 493 (1938): f = 1.841 c / (pi B); 86 mm at 950 m/s give 6.47 kHz.
    assertThat(KnockPanel.firstMode(86)).isCloseTo(6474, within(2.0));
  }

  @ParameterizedTest
  @CsvSource({"0.5, 5, 0", "2.5, 5, 500", "4.5, 5, 1000", "2.45, 4.9, 500"})
  void aRatiometricSensorIsReadAgainstItsReference(double volts, double reference, double kpa) {
    // p = (U/Uref - 0.1)/0.8 * span, common practice.
    assertThat(TransferPanel.kilopascal(volts, reference, 1000)).isCloseTo(kpa, within(1e-9));
  }

  @Test
  void aHeatersOhmsAreBroughtToTwentyDegrees() {
    // IEC 60751 (from memory): 100 ohm at 0 °C are 138.5 ohm at 100 °C, so 1 + 0.00385 * T.
    Sight warm =
        Recorded.figures()
            .told("heater-ohms", 13.08, MeasureUnit.OHM)
            .told("metal-temperature", 100, MeasureUnit.CELSIUS)
            .told("heater-volts", 13.5, MeasureUnit.VOLT)
            .told("heater-amps", 0.5, MeasureUnit.AMPERE)
            .seenBy("oxygen", "heater-resistance");
    assertThat(warm.figures().get("ohms-at-20")).isCloseTo(10, within(0.01));
    assertThat(warm.figures().get("hot-celsius")).isCloseTo(462, within(2.0));
    assertThat(warm.seen()).isEmpty();
    Sight open =
        Recorded.figures()
            .told("heater-ohms", 1200, MeasureUnit.OHM)
            .told("metal-temperature", 20, MeasureUnit.CELSIUS)
            .seenBy("oxygen", "heater-resistance");
    assertThat(findings(open)).containsExactly(Finding.TOO_HIGH);
  }

  @ParameterizedTest
  @CsvSource({"0, 1.225", "1000, 1.112", "2000, 1.007", "3000, 0.909"}) // ISO 2533
  void airIsThinnerUpAndWhereItIsWarm(double metres, double density) {
    assertThat(AirPanel.density(metres, Optional.empty())).isCloseTo(density, within(0.001));
    // Gay-Lussac: at one pressure density goes with the inverse of the absolute temperature.
    double standard = 15 - 0.0065 * metres;
    assertThat(AirPanel.density(metres, Optional.of(standard + 30)))
        .isCloseTo(density * (standard + 273.15) / (standard + 303.15), within(0.002));
  }

  @Test
  void anEngineDrawsWhatItsSizeAndSpeedSay() {
    // 2 litres, 6000 1/min, VE 0.9, 1.2 kg/m3: 108 g/s, by hand.
    assertThat(SignalModel.airDrawn(0.9, 2, 6000, 1.2)).isCloseTo(108, within(1e-9));
    Map<String, Double> limits =
        Map.of("litres", 2.0, "filling-percent", 85.0, "off-percent", 18.0);
    Map<String, Reading> told =
        Map.of(
            "air-flow", Reading.of(72, MeasureUnit.GRAM_PER_SECOND),
            "engine-speed", Reading.of(6000, MeasureUnit.PER_MINUTE),
            "altitude", Reading.of(1500, MeasureUnit.METRE));
    Sight sight = Instrument.AIR_FLOW.look(told, limits).sight().orElseThrow();
    // At 1500 m air has 1.058 kg/m3 (ISO 2533): 0.85 * 1 l * 100 1/s * 1.058 = 89.9 g/s.
    assertThat(sight.figures().get("expected-gram-per-second")).isCloseTo(89.9, within(0.2));
    assertThat(findings(sight)).containsExactly(Finding.TOO_LOW);
  }

  @ParameterizedTest
  @CsvSource({
    "0.5, 0.4, 9000, ''",
    "3.2, 0.3, 9000, TOO_HIGH",
    "0.5, 0.4, 2, TOUCHES",
    "1e7, 0.3, 9000, TOO_HIGH"
  })
  void aWireIsJudgedWithinWhatAMeterCanTell(
      double along, double leads, double toGround, String found) {
    Sight sight =
        Recorded.figures()
            .told("wire-ohms", along, MeasureUnit.OHM)
            .told("leads-ohms", leads, MeasureUnit.OHM)
            .told("to-ground", toGround, MeasureUnit.KILOOHM)
            .seenBy("camshaft-position", "wires-through");
    assertThat(findings(sight).stream().map(Enum::name).toList())
        .isEqualTo(found.isEmpty() ? List.of() : List.of(found));
    if (found.isEmpty()) {
      assertThat(said(sight.says().get(0))).contains("no more than the meter can tell");
    }
  }

  @Test
  void aDropIsExplainedByItsResistance() {
    // Ohm's law: 350 mV at 5 A are 0.07 ohm, which no ohmmeter with its leads shows.
    Sight sight =
        Recorded.figures()
            .told("drop-millivolts", 0.35, MeasureUnit.VOLT)
            .told("load-amps", 5, MeasureUnit.AMPERE)
            .seenBy("camshaft-position", "ground-drop");
    assertThat(sight.figures().get("ohms")).isCloseTo(0.07, within(1e-12));
    assertThat(findings(sight)).containsExactly(Finding.TOO_HIGH);
    assertThat(said(sight.says().get(0))).contains("0.070 ohm", "does not show it");
  }

  // Oxygen

  @Test
  void aCellBeforeTheCatalystIsTimed() {
    Recorded lively =
        new Recorded(20, 50, 1).following("O2 B1S1 [V]", control(1, 0.08, 0.85), 0.04, 0.004);
    Sight sight = lively.seenBy("oxygen", "swing");
    assertThat(findings(sight)).isEmpty();
    // First order from 0.85 down to 0.08: 0.3 to 0.6 V takes constant * ln(0.55/0.25).
    assertThat(sight.figures().get("rise-ms")).isCloseTo(40 * Math.log(0.55 / 0.25), within(6.0));
    assertThat(sight.figures().get("passages-a-minute")).isCloseTo(120, within(4.0));
    Recorded millivolts = new Recorded(20, 50, 1).following("sonde", control(1, 80, 850), 0.04, 4);
    assertThat(cellBefore(millivolts)).isEmpty();
    Recorded slow =
        new Recorded(40, 20, 2).following("lambda sensor", control(0.3, 0.05, 0.9), 0.6, 0.002);
    assertThat(cellBefore(slow)).containsExactly(Finding.SLOW);
    Recorded lean = new Recorded(20, 20, 3).following("O2", control(1, 0.05, 0.35), 0.05, 0.002);
    assertThat(cellBefore(lean)).containsExactly(Finding.ONE_SIDE);
    Recorded dead = new Recorded(20, 20, 4).following("O2", t -> 0.45, 0.1, 0.004);
    assertThat(cellBefore(dead)).containsExactly(Finding.STUCK);
  }

  @Test
  void aLeakAndMisfiresAreToldFromTheCell() {
    DoubleUnaryOperator leaks = t -> t < 15 ? 0.06 : control(1.2, 0.1, 0.85).applyAsDouble(t);
    Recorded leak =
        new Recorded(30, 25, 5)
            .following("O2 S1", leaks, 0.04, 0.003)
            .with("Engine speed", t -> t < 15 ? 780 : 2500);
    assertThat(cellBefore(leak)).contains(Finding.LEAN_AT_IDLE);
    DoubleUnaryOperator dips =
        t -> t % 0.9 < 0.06 ? 0.05 : control(0.25, 0.05, 0.85).applyAsDouble(t);
    Recorded misfires = new Recorded(20, 100, 6).following("O2 S1", dips, 0.012, 0.002);
    assertThat(cellBefore(misfires)).contains(Finding.LEAN_DIPS);
  }

  @Test
  void behindTheCatalystNothingIsJudgedUntilItWasMadeToMove() {
    DoubleUnaryOperator front = control(1, 0.1, 0.85);
    DoubleUnaryOperator forced =
        t ->
            t < 40 ? front.applyAsDouble(t) : t < 46 ? 0.03 : t < 50 ? 0.9 : front.applyAsDouble(t);
    Recorded alone = new Recorded(60, 20, 7).following("O2 S2", t -> 0.68, 1, 0.004);
    assertThat(alone.before("oxygen", "steady").problems())
        .extracting(English::said)
        .anyMatch(s -> s.contains("a sensor that is well does that too"));
    DoubleUnaryOperator follows = t -> t < 40 ? 0.68 : t < 46 ? 0.05 : t < 50 ? 0.85 : 0.68;
    Recorded well =
        new Recorded(60, 20, 8)
            .following("O2 S1", forced, 0.05, 0.004)
            .following("O2 S2", follows, 0.3, 0.004);
    Sight sight = well.seenBy("oxygen", "steady");
    assertThat(findings(sight)).isEmpty();
    assertThat(sight.figures().get("swings-along-percent")).isLessThan(20);
    Recorded stuck =
        new Recorded(60, 20, 9)
            .following("O2 S1", forced, 0.05, 0.004)
            .following("O2 S2", t -> 0.6, 1, 0.004);
    assertThat(findings(stuck.seenBy("oxygen", "steady"))).containsExactly(Finding.STUCK);
    Recorded worn =
        new Recorded(60, 20, 10)
            .following("O2 S1", forced, 0.05, 0.004)
            .following("O2 S2", t -> forced.applyAsDouble(t - 0.3), 0.08, 0.004);
    Sight accused = worn.seenBy("oxygen", "steady");
    assertThat(findings(accused)).containsExactly(Finding.SWINGS_ALONG);
    assertThat(Recorded.check("oxygen", "steady").shownBy(accused).id()).isEqualTo("along");
  }

  @Property(tries = 30)
  void aWidebandCellIsTimedAgainstItsCommand(
      @ForAll @IntRange(min = 60, max = 1200) int delayMs, @ForAll long seed) {
    DoubleUnaryOperator wanted = t -> 1 + 0.05 * Math.sin(0.9 * t) + (t % 7 < 2 ? 0.04 : 0);
    Sight sight =
        new Recorded(30, 50, seed)
            .with("lambda", t -> wanted.applyAsDouble(Math.max(0, t - delayMs / 1000.0)))
            .with("lambda commanded", wanted)
            .seenBy("oxygen", "follows");
    assertThat(sight.figures().get("delay-ms")).isCloseTo(delayMs, within(21.0));
    assertThat(sight.shows(Finding.SLOW)).isEqualTo(sight.figures().get("delay-ms") > 600);
  }

  @Test
  void aWidebandCellThatIsOffIsToldFromOneThatIsWell() {
    DoubleUnaryOperator cut = t -> t > 20 && t < 24 ? 1.9 : 1;
    assertThat(
            findings(
                new Recorded(40, 10, 1)
                    .following("lambda", cut, 0.1, 0.003)
                    .seenBy("oxygen", "follows")))
        .isEmpty();
    assertThat(
            findings(
                new Recorded(40, 10, 1)
                    .following("lambda %", t -> 94 * cut.applyAsDouble(t), 0.1, 0.3)
                    .seenBy("oxygen", "follows")))
        .containsExactly(Finding.ONE_SIDE);
    assertThat(
            new Recorded(40, 10, 1)
                .following("lambda", t -> 1, 0.1, 0.001)
                .before("oxygen", "follows")
                .sight())
        .isEmpty();
  }

  @Test
  void aPumpThatDrawsAtLambdaOneIsOff() {
    DoubleUnaryOperator cut = t -> t > 20 && t < 24 ? 1.9 : 1;
    for (double zero : new double[] {0.02, 0.4}) {
      Recorded r =
          new Recorded(40, 10, 1)
              .following("lambda", cut, 0.1, 0.002)
              .following("pump current (mA)", t -> zero + (cut.applyAsDouble(t) - 1), 0.1, 0.01);
      assertThat(findings(r.seenBy("oxygen", "follows")))
          .isEqualTo(zero > 0.15 ? List.of(Finding.ONE_SIDE) : List.of());
    }
  }

  @Test
  void aHeaterIsTimedByWhatItWakes() {
    for (double at : new double[] {22, 75}) {
      Recorded r =
          new Recorded(100, 10, 2)
              .following(
                  "O2", t -> t < at ? 0.45 : control(1, 0.1, 0.85).applyAsDouble(t), 0.05, 0.003);
      Sight sight = r.seenBy("oxygen", "wakes");
      assertThat(sight.figures().get("awake-after-s")).isCloseTo(at, within(0.7));
      assertThat(sight.shows(Finding.WAKES_LATE)).isEqualTo(at > 60);
    }
    Look warm =
        new Recorded(100, 10, 3)
            .following("O2", control(1, 0.1, 0.85), 0.05, 0.003)
            .before("oxygen", "wakes");
    assertThat(said(warm.problems().get(0))).contains("awake already");
  }

  // Ring, cam, shafts

  /** A coil before a ring of 60 - 2 that speeds up; its height grows with a power of the speed. */
  private static Recorded coil(double power, double cam, long seed) {
    double[] angle = {0};
    Recorded r = new Recorded(3, 20_000, seed);
    double[] speeds = new double[60_000];
    double[] angles = new double[60_000];
    for (int i = 0; i < speeds.length; i++) {
      speeds[i] = 700 + 400.0 * i / speeds.length;
      angles[i] = angle[0];
      angle[0] += speeds[i] / 60 * 360 / 20_000;
    }
    DoubleUnaryOperator degrees = t -> angles[(int) Math.round(t * 20_000)];
    DoubleUnaryOperator perMinute = t -> speeds[(int) Math.round(t * 20_000)];
    r.with(
        "Crank",
        t -> {
          double at = degrees.applyAsDouble(t) % 360;
          double height = Math.pow(perMinute.applyAsDouble(t) / 1000, power);
          return at >= 348 ? 0 : height * Math.sin(2 * Math.PI * at / 6);
        });
    // One edge in two turns falls at the angle; its wheel turns half as fast.
    r.with("Cam", t -> (degrees.applyAsDouble(t) + 720 - cam) % 720 < 360 ? 0 : 5);
    return r;
  }

  @Test
  void aCoilsHeightGrowsWithItsSpeed() {
    Sight well = coil(1, 90, 1).seenBy("crankshaft-position", "ring-trace");
    assertThat(well.shows(Finding.WEAK)).isFalse();
    assertThat(well.says()).extracting(English::said).anyMatch(s -> s.contains("to the power 1.0"));
    assertThat(well.reasons()).as("what is well has its reasons too").isEqualTo(well.says());
    Sight weak = coil(0.2, 90, 1).seenBy("crankshaft-position", "ring-trace");
    assertThat(findings(weak)).containsExactly(Finding.WEAK);
    assertThat(weak.reasons()).containsExactly(weak.seen().get(0).says());
  }

  @Property(tries = 25)
  void theCamsPlaceIsFoundAgainstTheCrank(
      @ForAll @DoubleRange(min = 20, max = 320) double right,
      @ForAll @DoubleRange(min = -14, max = 14) double off) {
    // A coil's tooth is told by its fall through zero, half a tooth behind its beginning.
    Sight sight =
        coil(1, right + off + 3, 2)
            .told("cam-angle", right, MeasureUnit.DEGREE)
            .seenBy("camshaft-position", "chain-stretch");
    assertThat(sight.figures().get("offset-degrees")).isCloseTo(off, within(0.7));
    double found = sight.figures().get("offset-degrees");
    assertThat(sight.shows(Finding.CAM_LATE)).isEqualTo(found > 8);
    assertThat(sight.shows(Finding.CAM_EARLY)).isEqualTo(found < -8);
  }

  private static List<Finding> shafts(DoubleUnaryOperator input, DoubleUnaryOperator output) {
    return findings(
        new Recorded(40, 10, 3)
            .with("Input speed", input)
            .with("Output speed", output)
            .told("gear-ratio", 1.43, MeasureUnit.RATIO)
            .seenBy("transmission-speed", "shaft-ratio"));
  }

  @Test
  void slipALostPulseAndAWrongRatioAreThreeThings() {
    DoubleUnaryOperator out = t -> 1200 + 20 * t;
    DoubleUnaryOperator in = t -> 1.43 * out.applyAsDouble(t);
    assertThat(shafts(in, out)).isEmpty();
    assertThat(shafts(t -> in.applyAsDouble(t) * (t > 15 && t < 22 ? 1.12 : 1), out))
        .containsExactly(Finding.SLIPS);
    assertThat(shafts(in, t -> out.applyAsDouble(t) * (t % 9 < 0.25 ? 0.4 : 1)))
        .containsExactly(Finding.LOSES_PULSES);
    assertThat(shafts(t -> 0.93 * in.applyAsDouble(t), out)).containsExactly(Finding.WRONG_RATIO);
  }

  // Pedal

  /** Down and up in a while, twice. */
  private static DoubleUnaryOperator press(double seconds) {
    return t -> 0.75 + 3.1 * (1 - Math.abs((t / seconds) % 2 - 1));
  }

  @Property(tries = 60)
  void aWornSpotIsFoundWhereItIsAndAWholeTrackIsNot(
      @ForAll @IntRange(min = 15, max = 85) int place,
      @ForAll @IntRange(min = 0, max = 2) int rate,
      @ForAll long seed) {
    DoubleUnaryOperator travel = press(3);
    int perSecond = new int[] {20, 50, 1000}[rate];
    Recorded whole =
        new Recorded(12, perSecond, seed)
            .following("Pedal 1", travel, 0.001, 0.004)
            .following("Pedal 2", t -> travel.applyAsDouble(t) / 2, 0.01, 0.002);
    assertThat(findings(whole.seenBy("pedal-position", "sweep"))).isEmpty();
    double spot = 0.75 + 3.1 * place / 100;
    Sight worn =
        new Recorded(12, perSecond, seed)
            .following("Pedal 1", travel, 0.001, 0.004)
            .following(
                "Pedal 2",
                t ->
                    Math.abs(travel.applyAsDouble(t) - spot) < 0.08
                        ? 0.1
                        : travel.applyAsDouble(t) / 2,
                0.01,
                0.002)
            .seenBy("pedal-position", "sweep");
    assertThat(findings(worn)).containsExactly(Finding.STEP);
    assertThat(said(worn.seen().get(0).says())).contains("of the travel");
    double at = worn.seen().get(0).at().get(0).fromS();
    assertThat(travel.applyAsDouble(at)).isCloseTo(spot, within(0.2));
  }

  /** The first track may be the worn one: its hole is no press that is too fast. */
  @Test
  void aHoleInTheFirstTrackIsAStepToo() {
    DoubleUnaryOperator travel = press(3);
    Sight worn =
        new Recorded(12, 50, 3)
            .with(
                "Pedal 1",
                t -> Math.abs(travel.applyAsDouble(t) - 2.6) < 0.1 ? 0.05 : travel.applyAsDouble(t))
            .with("Pedal 2", t -> travel.applyAsDouble(t) / 2)
            .seenBy("pedal-position", "sweep");
    assertThat(findings(worn)).containsExactly(Finding.STEP);
    assertThat(said(worn.seen().get(0).says())).containsPattern("at (5[6-9]|60) %");
  }

  /** Times that are wrong by a thousand years cost no memory. */
  @Test
  void aGapOfAThousandYearsIsAGap() {
    double[] t = {0, 0.1, 0.2, 3e10, 3e10 + 0.1};
    assertThat(Smooth.withoutMiddle(t, new double[] {1, 1, 9, 4, 4}, 1))
        .containsExactly(0, 0, 8, 0, 0);
  }

  @Test
  void aSweepTooFastForItsSamplesIsNotJudgedAndTracksApartAreTold() {
    DoubleUnaryOperator travel = press(3);
    Look fast =
        new Recorded(6, 10, 1)
            .with("Pedal 1", press(0.5))
            .with("Pedal 2", t -> press(0.5).applyAsDouble(t) / 2)
            .before("pedal-position", "sweep");
    assertThat(said(fast.problems().get(0))).contains("samples over the travel", "Take 2.5 s");
    assertThat(
            findings(
                new Recorded(12, 50, 1)
                    .with("Pedal 1", travel)
                    .with("Pedal 2", t -> 0.42 * travel.applyAsDouble(t))
                    .seenBy("pedal-position", "sweep")))
        .containsExactly(Finding.APART);
    Look still =
        new Recorded(12, 50, 1)
            .with("Pedal 1", t -> 0.75)
            .with("Pedal 2", t -> 0.375)
            .before("pedal-position", "sweep");
    assertThat(said(still.problems().get(0))).contains("press the pedal to the floor");
  }

  // Temperature, pressure

  private static List<Finding> warmUp(double end, double jumpAt) {
    Recorded r =
        new Recorded(1500, 1, 1)
            .with(
                "Coolant temperature",
                t -> t > jumpAt && t < jumpAt + 20 ? -10 : end - (end - 12) * Math.exp(-t / 240));
    return findings(r.seenBy("coolant-temperature", "warm-up"));
  }

  @Test
  void aThermostatIsToldFromASensorAndANightTellsTheOddOne() {
    assertThat(warmUp(92, 9999)).isEmpty();
    assertThat(warmUp(61, 9999)).containsExactly(Finding.NEVER_WARM);
    assertThat(warmUp(92, 700)).containsExactly(Finding.JUMPS);
    Look hot =
        new Recorded(600, 1, 1).with("ECT", t -> 88).before("coolant-temperature", "warm-up");
    assertThat(said(hot.problems().get(0))).contains("begins at 88 °C");
    assertThat(soak(11, 9, 10).sight().orElseThrow().seen()).isEmpty();
    assertThat(findings(soak(23, 9, 10).sight().orElseThrow())).containsExactly(Finding.ODD_ONE);
    assertThat(said(soak(23, 9, 21).problems().get(0))).contains("not stood long enough");
  }

  private static Look soak(double coolant, double outside, double intake) {
    return Recorded.figures()
        .told("coolant", coolant, MeasureUnit.CELSIUS)
        .told("thermometer", outside, MeasureUnit.CELSIUS)
        .told("intake-air", intake, MeasureUnit.CELSIUS)
        .before("coolant-temperature", "soak");
  }

  @Property(tries = 40)
  void aLeakRateIsThatOfItsExponential(@ForAll @DoubleRange(min = 30, max = 99) double kept) {
    double constant = -300 / Math.log(kept / 100);
    Sight sight =
        new Recorded(320, 5, 1)
            .with("Rail pressure", t -> 380 * Math.exp(-t / constant))
            .seenBy("fuel-pressure", "hold");
    assertThat(sight.figures().get("kept-percent")).isCloseTo(kept, within(0.03 * (101 - kept)));
    assertThat(sight.shows(Finding.FALLS)).isEqualTo(sight.figures().get("kept-percent") < 60);
  }

  @Test
  void aGaugeIsTheSecondWitness() {
    // 2.7 V of 5 V are (0.54 - 0.1)/0.8 * 1000 = 550 kPa, 1.9 V 350 kPa, 1.3 V 200 kPa.
    assertThat(findings(beside(2.7, 5, 350))).containsExactly(Finding.APART);
    assertThat(findings(beside(1.9, 5, 350))).isEmpty();
    assertThat(findings(beside(1.3, 5, 200))).containsExactly(Finding.OFF_EVERYWHERE);
    assertThat(findings(beside(0.1, 5, 350))).containsExactly(Finding.TOO_LOW);
    Look rail =
        Recorded.figures()
            .told("signal-volts", 2, MeasureUnit.VOLT)
            .told("reference-volts", 5, MeasureUnit.VOLT)
            .told("gauge-pressure", 18, MeasureUnit.MEGAPASCAL)
            .before("fuel-pressure", "gauge");
    assertThat(said(rail.problems().get(0))).contains("another sensor");
  }

  private static Sight beside(double volts, double reference, double gauge) {
    return Recorded.figures()
        .told("signal-volts", volts, MeasureUnit.VOLT)
        .told("reference-volts", reference, MeasureUnit.VOLT)
        .told("gauge-pressure", gauge, MeasureUnit.KILOPASCAL)
        .seenBy("fuel-pressure", "gauge");
  }

  // Knock, soot, wiggle, trims

  @Test
  void knockRingsAndARattleDoesNot() {
    double mode = KnockPanel.firstMode(84);
    for (boolean rings : new boolean[] {true, false}) {
      Recorded r = new Recorded(2, 40_000, 4);
      r.with(
          "Knock sensor",
          t -> {
            double noise = 0.02 * r.random.nextGaussian();
            double since = t % 0.25;
            double burst = since < 0.004 ? Math.exp(-since / 0.002) : 0;
            return noise
                + burst
                    * (rings ? Math.sin(2 * Math.PI * mode * t) : 0.7 * r.random.nextGaussian());
          });
      assertThat(findings(r.seenBy("knock", "fuel-and-load")))
          .containsExactly(rings ? Finding.KNOCKS : Finding.RATTLES);
    }
    Recorded quiet = new Recorded(2, 40_000, 5);
    quiet.with("Knock sensor", t -> 0.02 * quiet.random.nextGaussian());
    assertThat(findings(quiet.seenBy("knock", "fuel-and-load"))).isEmpty();
    // The background grows tenfold with the engine's speed: that is no burst.
    Recorded faster = new Recorded(6, 40_000, 6);
    faster.with("Knock sensor", t -> (0.02 + 0.03 * t) * faster.random.nextGaussian());
    assertThat(findings(faster.seenBy("knock", "fuel-and-load"))).isEmpty();
    Look coarse =
        new Recorded(2, 5000, 5).with("Knock sensor", t -> 0).before("knock", "fuel-and-load");
    assertThat(said(coarse.problems().get(0))).contains("samples a second");
  }

  @Test
  void sootClimbsAndBurnsOff() {
    Recorded well =
        new Recorded(900, 2, 1)
            .following("Electrode current", t -> t < 700 ? t / 60 : 0.2, 2, 0.02);
    assertThat(findings(well.seenBy("particulate", "self-test"))).isEmpty();
    Recorded stays =
        new Recorded(900, 2, 1).following("Electrode current", t -> t < 700 ? t / 60 : 5, 2, 0.02);
    assertThat(findings(stays.seenBy("particulate", "self-test")))
        .containsExactly(Finding.DOES_NOT_BURN_OFF);
    Recorded dead = new Recorded(900, 2, 1).following("Electrode current", t -> 0.3, 2, 0.02);
    assertThat(findings(dead.seenBy("particulate", "self-test")))
        .containsExactly(Finding.TAKES_NO_SOOT);
  }

  @Test
  void aDropOutIsLaidToWhatWasMovedThen() {
    for (double at : new double[] {6.3, 21.7}) {
      Recorded r = new Recorded(30, 20, 6);
      r.with(
              "Signal (V)",
              t ->
                  2.4
                      + 0.15 * Math.sin(t)
                      + 0.01 * r.random.nextGaussian()
                      + between(at, at + 0.15, -2.2, 0).applyAsDouble(t))
          .told("plug-until", 12, MeasureUnit.SECOND);
      Sight sight = r.seenBy("camshaft-position", "wiggle");
      assertThat(findings(sight))
          .containsExactly(at < 12 ? Finding.GLITCH_AT_PLUG : Finding.GLITCH_AT_LOOM);
      assertThat(sight.seen().get(0).at().get(0).fromS()).isCloseTo(at, within(0.6));
    }
    // A Hall sensor's signal that goes up and down, and pauses for a moment.
    Sight pauses =
        new Recorded(20, 1000, 8)
            .with("Signal (V)", t -> t > 14 && t < 14.2 ? 5 : t * 40 % 1 < 0.5 ? 0 : 5)
            .told("plug-until", 10, MeasureUnit.SECOND)
            .seenBy("camshaft-position", "wiggle");
    assertThat(findings(pauses)).containsExactly(Finding.GLITCH_AT_LOOM);
    assertThat(pauses.seen().get(0).at().get(0).fromS()).isCloseTo(14, within(0.1));
    Recorded still = new Recorded(30, 20, 7);
    still.with("Signal (V)", t -> 2.4 + 0.01 * still.random.nextGaussian());
    still.told("plug-until", 12, MeasureUnit.SECOND);
    assertThat(findings(still.seenBy("camshaft-position", "wiggle"))).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({
    "18, 4, UNMEASURED_AIR", // common practice: a leak weighs most at idle
    "3, 17, STARVES",
    "16, 15, OFF_EVERYWHERE",
    "-14, -15, OFF_EVERYWHERE",
    "-16, 1, RICH_AT_ONE",
    "6, -3, ''",
    "10, 10, ''",
    "12, 8, OFF_EVERYWHERE"
  })
  void trimsTellALeakFromAFilm(double idle, double load, String found) {
    Sight sight =
        Recorded.figures()
            .told("trim-idle", idle, MeasureUnit.PERCENT)
            .told("trim-load", load, MeasureUnit.PERCENT)
            .seenBy("air-mass", "trims-apart");
    assertThat(findings(sight))
        .isEqualTo(
            Arrays.stream(found.split(" "))
                .filter(f -> !f.isEmpty())
                .map(Finding::valueOf)
                .toList());
    assertThat(sight.picture().orElseThrow().draw(English.WORDS).spoken()).contains("±10 %");
  }

  // What cannot be judged

  @Test
  void whatIsMissingIsToldInPlace() {
    Look none = Recorded.figures().before("air-mass", "trims-apart");
    assertThat(none.problems()).hasSize(2);
    Look impossible =
        Recorded.figures()
            .told("trim-idle", 250, MeasureUnit.PERCENT)
            .told("trim-load", 0, MeasureUnit.PERCENT)
            .before("air-mass", "trims-apart");
    assertThat(said(impossible.problems().get(0))).contains("250 % cannot be", "-100", "100");
    Look column =
        new Recorded(20, 20, 1).with("a", t -> t).with("b", t -> t).before("oxygen", "swing");
    assertThat(said(column.problems().get(0))).contains("voltage of the cell", "a and b");
    Look pressure = new Recorded(20, 20, 1).with("O2", t -> 250 * t).before("oxygen", "swing");
    assertThat(said(pressure.problems().get(0))).contains("a cell gives 0 to 1 V");
  }
}
