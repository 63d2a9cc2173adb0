package hopmend.standin;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hopmend.catalog.CatalogReader;
import hopmend.fault.CodeState;
import hopmend.relearn.RoutineState;
import hopmend.sensor.LiveSignal;
import hopmend.standin.SimulatedVehicle.Ignition;
import hopmend.verify.DriveLog;
import hopmend.verify.DriveProof;
import hopmend.verify.Readiness;
import hopmend.wire.Uds;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class SimulatedVehicleTest {
  private final SimulatedVehicle vehicle = new SimulatedVehicle(VehicleSpec.demo());

  private List<String> codes() {
    return vehicle.codes(0x0D).stream().map(c -> c.code().text()).toList();
  }

  private List<String> permanent() {
    return vehicle.permanentCodes().stream().map(c -> c.code().text()).toList();
  }

  /** Two failing cycles confirm and light the lamp: 13 CCR 1968.2 (from memory). */
  private static DriveLog log(String csv) {
    return DriveLog.read(csv, CatalogReader.shipped().reportWords()).log().orElseThrow();
  }

  @Test
  void aFaultIsPendingInOneCycleAndConfirmedInTheSecond() {
    vehicle.setFault("cam-intake-dead", false);
    vehicle.clear();
    vehicle.setFault("cam-intake-dead", true);
    vehicle.turn(Ignition.RUNNING);
    vehicle.advance(5);
    assertThat(vehicle.codes(0x0D))
        .allSatisfy(
            c ->
                assertThat(c.status().states())
                    .contains(CodeState.PENDING)
                    .doesNotContain(CodeState.STORED));
    assertThat(Readiness.decode(vehicle.readiness()).lampOn()).isFalse();
    vehicle.turn(Ignition.OFF);
    vehicle.turn(Ignition.RUNNING);
    vehicle.advance(5);
    assertThat(vehicle.codes(0x08)).hasSize(3);
    assertThat(Readiness.decode(vehicle.readiness()).lampOn()).isTrue();
  }

  @Test
  void clearingLeavesPermanentCodesUntilADriveHasPassed() {
    assertThat(permanent()).containsExactly("P0301", "P0303", "P0340-31");
    vehicle.setFault("cam-intake-dead", false);
    assertThat(vehicle.clear()).isTrue();
    assertThat(codes()).isEmpty();
    assertThat(permanent()).hasSize(3);
    assertThat(Readiness.decode(vehicle.readiness()).notReady()).hasSize(4);
    vehicle.drive(DriveProfile.SHORT);
    assertThat(permanent()).hasSize(3);
    vehicle.drive(DriveProfile.FULL);
    assertThat(permanent()).isEmpty();
    assertThat(Readiness.decode(vehicle.readiness()).notReady()).isEmpty();
  }

  @Test
  void clearingIsRefusedWhileTheEngineRunsOrTheKeyIsOut() {
    vehicle.turn(Ignition.RUNNING);
    assertThat(vehicle.clear()).isFalse();
    vehicle.turn(Ignition.OFF);
    assertThat(vehicle.clear()).isFalse();
    assertThat(codes()).contains("P0340-31");
  }

  @Test
  void aPulledPlugSetsItsCodeAtOnceAfterClearing() {
    vehicle.setFault("cam-intake-dead", false);
    vehicle.pull("air-temperature", true);
    vehicle.clear();
    assertThat(codes()).containsExactly("P0113");
    vehicle.pull("air-temperature", false);
    vehicle.clear();
    assertThat(codes()).isEmpty();
  }

  @Test
  void theLearnNeedsAWarmIdleAndASensorThatSpeaks() {
    assertThat(vehicle.startRoutine(769)).contains(RoutineState.NOT_STARTED);
    vehicle.turn(Ignition.RUNNING);
    vehicle.advance(900);
    vehicle.startRoutine(769);
    vehicle.advance(31);
    assertThat(vehicle.routine(769)).isEqualTo(RoutineState.FAILED);
    vehicle.setFault("cam-intake-dead", false);
    vehicle.startRoutine(769);
    vehicle.advance(31);
    assertThat(vehicle.routine(769)).isEqualTo(RoutineState.PASSED);
    assertThat(vehicle.startRoutine(1)).isEmpty();
  }

  @Test
  void aToothErrorLearnNeedsTheEngineToSlowDownOnItsOwn() {
    SimulatedVehicle heron =
        VehicleSpec.fleet().stream()
            .map(SimulatedVehicle::new)
            .filter(v -> v.spec().routines().stream().anyMatch(r -> r.overruns() > 0))
            .findFirst()
            .orElseThrow();
    heron.spec().faults().forEach(f -> heron.setFault(f.id(), false));
    heron.turn(Ignition.RUNNING);
    heron.advance(900);
    heron.helper(false);
    heron.startRoutine(770);
    heron.advance(60);
    assertThat(heron.routine(770)).isEqualTo(RoutineState.RUNNING);
    heron.advance(120);
    assertThat(heron.routine(770)).as("nobody at the pedal").isEqualTo(RoutineState.FAILED);
    heron.helper(true);
    heron.startRoutine(770);
    double fastest = 0;
    for (int tenth = 0; tenth < 320; tenth++) {
      heron.advance(0.1);
      fastest = Math.max(fastest, heron.live(LiveSignal.ENGINE_SPEED));
    }
    assertThat(heron.routine(770)).isEqualTo(RoutineState.PASSED);
    assertThat(fastest).isBetween(3000.0, 3600.0);
    double idle = heron.spec().idlePerMinute();
    assertThat(heron.live(LiveSignal.ENGINE_SPEED)).isCloseTo(idle, within(0.03 * idle));
  }

  /**
   * m = VE V/2 n rho p/p0 (the air mass law of the trade), warm: 0.85 * 1.2 l / 2 * 850/60 * 1.2
   * g/l at 26 of 101.3 kPa; the idle hunts by one or two per cent, and every signal has its noise.
   */
  @Test
  void signalsAgreeWithEachOtherAtIdleAndHuntALittle() {
    vehicle.setFault("cam-intake-dead", false);
    vehicle.body().coolDownTo(85);
    vehicle.turn(Ignition.RUNNING);
    vehicle.advance(30);
    double expected = 0.85 * 1.2 / 2 * 850 / 60 * 1.2 * 26 / 101.3;
    List<Double> speeds = new ArrayList<>();
    for (int tenth = 0; tenth < 100; tenth++) {
      vehicle.advance(0.1);
      speeds.add(vehicle.live(LiveSignal.ENGINE_SPEED));
      assertThat(vehicle.live(LiveSignal.AIR_MASS)).isCloseTo(expected, within(0.3));
      assertThat(vehicle.live(LiveSignal.LOAD)).isCloseTo(100 * 26 / 101.3, within(1.0));
    }
    assertThat(speeds).allSatisfy(n -> assertThat(n).isCloseTo(850, within(17.0)));
    assertThat(speeds.stream().distinct().count()).isGreaterThan(90);
  }

  /** Common practice: a cold start turns slowly, pulls the battery down, then idles fast. */
  @Test
  void aColdStartCranksAndThenIdlesFast() {
    vehicle.turn(Ignition.OFF);
    vehicle.turn(Ignition.RUNNING);
    vehicle.advance(0.5);
    assertThat(vehicle.live(LiveSignal.ENGINE_SPEED)).isBetween(180.0, 240.0);
    assertThat(vehicle.live(LiveSignal.MODULE_VOLTAGE)).isBetween(9.5, 11.0);
    vehicle.advance(2);
    assertThat(vehicle.live(LiveSignal.ENGINE_SPEED)).isGreaterThan(1100);
    assertThat(vehicle.live(LiveSignal.MODULE_VOLTAGE)).isGreaterThan(14);
    vehicle.advance(600);
    assertThat(vehicle.live(LiveSignal.ENGINE_SPEED)).isLessThan(880);
  }

  /** Common practice: no throttle, so no vacuum; ten times the pressure at the injectors. */
  @Test
  void aDieselIsNoPetrolEngine() {
    VehicleSpec truck =
        VehicleSpec.fleet().stream().filter(VehicleSpec::compression).findFirst().orElseThrow();
    SimulatedVehicle v = new SimulatedVehicle(truck.healthy());
    v.turn(Ignition.RUNNING);
    v.advance(60);
    assertThat(v.live(LiveSignal.MANIFOLD_PRESSURE)).isCloseTo(100, within(2.0));
    assertThat(truck.tells(LiveSignal.SHORT_TRIM)).isFalse();
    assertThat(v.body().railKpa()).isGreaterThan(25_000);
    v.body().speed(80);
    v.advance(15);
    assertThat(v.body().speedKmh()).as("a truck takes its time").isBetween(25.0, 50.0);
    assertThat(v.live(LiveSignal.MANIFOLD_PRESSURE)).as("charged").isGreaterThan(115);
    assertThat(v.live(LiveSignal.FILTER_DIFFERENCE)).isBetween(0.5, 5.0);
  }

  /** Common practice: it follows the mixture, far lean when the fuel is cut. */
  @Test
  void aWidebandCellFollowsTheMixture() {
    VehicleSpec wideband =
        VehicleSpec.fleet().stream().filter(VehicleSpec::wideband).findFirst().orElseThrow();
    SimulatedVehicle v = new SimulatedVehicle(wideband.healthy());
    assertThat(wideband.tells(LiveSignal.WIDEBAND_1)).isTrue();
    assertThat(wideband.tells(LiveSignal.OXYGEN_1)).isFalse();
    v.drive(DriveProfile.SHORT);
    v.turn(Ignition.RUNNING);
    v.body().speed(60);
    v.advance(60);
    assertThat(v.live(LiveSignal.WIDEBAND_1)).isCloseTo(1, within(0.03));
    assertThat(v.live(LiveSignal.PUMP_CURRENT_1)).isCloseTo(0, within(0.15));
    v.body().speed(20);
    v.advance(2);
    assertThat(v.live(LiveSignal.WIDEBAND_1)).as("overrun").isGreaterThan(1.3);
    assertThat(v.live(LiveSignal.PUMP_CURRENT_1)).isGreaterThan(1);
  }

  @Test
  void theFullDriveIsProvenTheShortOneIsNotAndBothAreTheSameEveryTime() {
    String csv = new SimulatedVehicle(VehicleSpec.demo()).drive(DriveProfile.FULL);
    assertThat(vehicle.drive(DriveProfile.FULL)).isEqualTo(csv);
    assertThat(DriveProof.of(log(csv), List.of()).isProven()).isTrue();
    String once = new SimulatedVehicle(VehicleSpec.demo()).drive(DriveProfile.SHORT);
    assertThat(DriveProof.of(log(once), List.of()).missing())
        .extracting(DriveProof.Requirement::id)
        .contains("running", "moving");
  }

  /** ISO 14229-1 (from memory): all codes, those of the emissions system, or one alone. */
  @Test
  void groupsOfCodesAreCleared() {
    UdsResponder responder = new UdsResponder(vehicle);
    byte[] cleared = Uds.positive(Uds.CLEAR, new byte[0]);
    assertThat(codes()).containsExactly("P0301", "P0303", "P0340-31");
    assertThat(responder.answer(Uds.clear(0x030100))).isEqualTo(cleared);
    assertThat(codes()).containsExactly("P0303", "P0340-31");
    assertThat(Readiness.decode(vehicle.readiness()).notReady()).as("as it was").hasSize(4);
    assertThat(responder.answer(Uds.clear(Uds.GROUP_EMISSIONS))).isEqualTo(cleared);
    assertThat(codes()).isEmpty();
  }

  @Test
  void malformedRequestsAreRefusedByTheirPublishedCodes() {
    UdsResponder responder = new UdsResponder(vehicle);
    assertThat(responder.answer(new byte[] {0x2F, 0})).isEqualTo(Uds.negative(0x2F, 0x11));
    assertThat(responder.answer(new byte[] {0x19, 0x55})).isEqualTo(Uds.negative(0x19, 0x12));
    assertThat(responder.answer(new byte[] {0x14, 1})).isEqualTo(Uds.negative(0x14, 0x13));
    assertThat(responder.answer(Uds.readData(0x1234))).isEqualTo(Uds.negative(0x22, 0x31));
    assertThat(responder.answer(new byte[] {0x3E, 0x05})).isEqualTo(Uds.negative(0x3E, 0x12));
    assertThat(responder.answer(Uds.stillThere())).as("asked for no answer").isEmpty();
    assertThat(responder.answer(Uds.clear(0x0340FF))).isEqualTo(Uds.negative(0x14, 0x31));
    assertThat(responder.answer(Uds.routine(Uds.ROUTINE_START, 769)))
        .as("in the default session")
        .isEqualTo(Uds.negative(0x31, 0x7F));
    assertThat(responder.answer(Uds.routine(Uds.ROUTINE_STOP, 769)))
        .as("nothing runs")
        .isEqualTo(Uds.negative(0x31, 0x24));
    vehicle.turn(Ignition.RUNNING);
    assertThat(responder.answer(Uds.clear(Uds.GROUP_ALL))).isEqualTo(Uds.negative(0x14, 0x22));
    vehicle.turn(Ignition.OFF);
    assertThat(responder.answer(Uds.clear(Uds.GROUP_ALL))).as("key off").isEmpty();
  }
}
