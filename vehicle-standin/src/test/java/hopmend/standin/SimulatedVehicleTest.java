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
    assertThat(heron.live(LiveSignal.ENGINE_SPEED)).isEqualTo(heron.spec().idlePerMinute());
  }

  /**
   * m = VE V/2 n rho p/p0 (the air mass law of the trade): 0.85 * 1.2 l / 2 * 850/60 * 1.2 g/l at
   * 26 of 101.3 kPa.
   */
  @Test
  void signalsAgreeWithEachOtherAtIdle() {
    vehicle.turn(Ignition.RUNNING);
    vehicle.advance(1);
    double expected = 0.85 * 1.2 / 2 * 850 / 60 * 1.2 * 26 / 101.3;
    assertThat(vehicle.live(LiveSignal.AIR_MASS)).isCloseTo(expected, within(1e-6));
    assertThat(vehicle.live(LiveSignal.LOAD)).isCloseTo(100 * 26 / 101.3, within(1e-9));
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
