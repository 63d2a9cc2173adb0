package hopmend.standin;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.HashSet;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The laws that tie the signals together; formulas of the trade, worked here a second time. */
class PhysicsTest {
  private final Set<Fault> faults = new HashSet<>();
  private Physics body;

  @BeforeEach
  void build() {
    faults.clear();
    body = new Physics(spec("Post car 13"), faults);
  }

  private Pins pins() {
    return body.pins();
  }

  private double trim() {
    return body.shortTrimPercent(1) + body.longTrimPercent(1);
  }

  /** Holds a speed until it is reached. */
  private void reach(double kmh) {
    body.speed(kmh);
    while (body.speedKmh() < kmh) {
      body.step(0.1);
    }
  }

  private static VehicleSpec spec(String name) {
    return VehicleSpec.fleet().stream()
        .filter(s -> s.name().equals(name))
        .map(VehicleSpec::healthy)
        .findFirst()
        .orElseThrow();
  }

  private void start() {
    body.key(true, true);
    run(1.5);
  }

  private void run(double seconds) {
    for (int i = 0; i < Math.round(seconds * 10); i++) {
      body.step(0.1);
    }
  }

  /** v = pi d n; ratio = input / output: gear by gear, from the shafts back to the road. */
  @ParameterizedTest
  @ValueSource(doubles = {5, 20, 40, 70, 110})
  void shaftsFollowTheRoad(double kmh) {
    start();
    reach(kmh);
    double wheelPerMinute = kmh / 3.6 / 1.95 * 60;
    assertThat(body.outputShaft()).isCloseTo(wheelPerMinute * 4.1, within(1e-9));
    assertThat(body.inputShaft() / body.outputShaft()).isCloseTo(body.ratio(), within(1e-12));
    assertThat(body.engineSpeed()).isGreaterThanOrEqualTo(770).isLessThan(6000);
  }

  /** m = VE V/2 n rho p/p0, at any speed. */
  @ParameterizedTest
  @ValueSource(doubles = {0, 30, 60, 100})
  void airMassFollowsSpeedAndPressure(double kmh) {
    start();
    reach(kmh);
    run(2);
    double litresPerSecond = 1.6 / 2 * body.engineSpeed() / 60;
    double grams = 0.85 * litresPerSecond * 1.2 * body.manifoldKpa() / 101.3;
    assertThat(body.airMass()).isCloseTo(grams, within(1e-9));
    assertThat(body.airMassShown())
        .as("through its sensor and back")
        .isCloseTo(grams, within(0.25 + 0.02 * grams));
    assertThat(body.loadPercent()).isBetween(20.0, 100.0);
  }

  /** Newton's law: the difference to the end falls by 1/e every 230 s. */
  @Test
  void coolantWarmsByNewtonsLawAndTheThermistorSaysSo() {
    start();
    run(230);
    assertThat(body.coolantC()).isCloseTo(90 - (90 - 12) / Math.E, within(0.2));
    assertThat(pins().coolantC()).as("but for noise").isCloseTo(body.coolantC(), within(0.8));
    double r = 2500 * Math.exp(3600 * (1 / (body.coolantC() + 273.15) - 1 / 293.15));
    assertThat(pins().volts(Channel.COOLANT)).isCloseTo(5 * r / (r + 2200), within(0.01));
  }

  /**
   * Common practice: about 0.1 to 0.9 V, several crossings in ten seconds, calm behind the
   * catalyst.
   */
  @Test
  void theCellSwingsBeforeTheCatalystAndIsCalmBehindIt() {
    start();
    body.coolDownTo(85);
    body.speed(60);
    run(60);
    int crossings = 0;
    double low = 1;
    double high = 0;
    double lowBehind = 1;
    double highBehind = 0;
    boolean rich = false;
    for (int i = 0; i < 100; i++) {
      body.step(0.1);
      double v = pins().volts(Channel.OXYGEN_1);
      crossings += rich == v > 0.45 ? 0 : 1;
      rich = v > 0.45;
      low = Math.min(low, v);
      high = Math.max(high, v);
      lowBehind = Math.min(lowBehind, pins().volts(Channel.OXYGEN_2));
      highBehind = Math.max(highBehind, pins().volts(Channel.OXYGEN_2));
    }
    assertThat(crossings).isBetween(8, 60);
    assertThat(low).isLessThan(0.2);
    assertThat(high).isGreaterThan(0.7);
    assertThat(highBehind - lowBehind).isLessThan(0.05);
    assertThat(Math.abs(trim())).isLessThan(6);
  }

  /** Air that is read 28 % too low is fuelled 28 % too little: the trims make up for 1/0.72. */
  @Test
  void trimsMakeUpForAirThatIsMeasuredWrong() {
    start();
    body.coolDownTo(85);
    faults.add(new Fault(FaultKind.CONTAMINATED, Channel.AIR_MASS));
    run(400);
    double trim = trim();
    assertThat(trim).isBetween(30.0, 45.0);
    assertThat(body.airMassShown() / body.airMass()).isCloseTo(0.72, within(0.03));
  }

  /** Track E carries half the voltage of track D: common practice. */
  @ParameterizedTest
  @ValueSource(doubles = {0, 25, 80})
  void pedalTracksAgree(double kmh) {
    start();
    reach(kmh);
    run(1);
    double track1 = pins().pedalPercent(Channel.PEDAL_1);
    assertThat(track1).isCloseTo(15 + 0.7 * body.pedalPercent(), within(0.3));
    assertThat(track1).as("a resting voltage").isGreaterThan(14);
    assertThat(2 * pins().pedalPercent(Channel.PEDAL_2)).isCloseTo(track1, within(0.6));
  }

  /** p = (U/Uref - 0.1)/0.8 * span. */
  @Test
  void railPressureIsRatiometric() {
    body = new Physics(spec("Estate 1"), faults);
    start();
    run(5);
    double u = pins().volts(Channel.RAIL);
    assertThat((u / 5 - 0.1) / 0.8 * 20_000).isCloseTo(body.railKpa(), within(50.0));
    faults.add(Fault.of(FaultKind.SUPPLY_LOW));
    body.step(0.1);
    assertThat(pins().volts(Channel.RAIL))
        .as("the supply pulls all three-wire sensors down")
        .isLessThan(0.25);
  }

  @Test
  void withoutACrankSignalTheEngineDoesNotRunAndARunningOneStalls() {
    faults.add(new Fault(FaultKind.OPEN, Channel.CRANK));
    body.step(0);
    start();
    assertThat(body.isRunning()).isFalse();
    faults.clear();
    body.step(0);
    start();
    reach(50);
    assertThat(body.isRunning()).isTrue();
    faults.add(new Fault(FaultKind.SHORT_LOW, Channel.CRANK));
    body.step(0.1);
    assertThat(body.isRunning()).isFalse();
    assertThat(body.speedKmh()).isZero();
  }

  @Test
  void tankPressureIsDrawnDownForTheLeakTestAndALooseCapLetsAirIn() {
    body = new Physics(spec("Runabout 2"), faults);
    start();
    run(130);
    body.speed(50);
    run(40);
    assertThat(body.tankPa()).isCloseTo(-1500, within(30.0));
    faults.add(Fault.of(FaultKind.LOOSE_CAP));
    run(40);
    assertThat(body.tankPa()).isCloseTo(0, within(30.0));
  }

  @Test
  void theSameStepsGiveTheSameSignals() {
    Physics twin = new Physics(spec("Post car 13"), new HashSet<>());
    body.key(true, true);
    twin.key(true, true);
    for (int i = 0; i < 3000; i++) {
      double kmh = 40 + 30 * Math.sin(i / 50.0);
      body.speed(kmh);
      twin.speed(kmh);
      body.step(0.1);
      twin.step(0.1);
    }
    for (Channel c : Channel.values()) {
      assertThat(pins().volts(c)).isEqualTo(twin.pins().volts(c));
    }
  }
}
