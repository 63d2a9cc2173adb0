package hopmend.standin;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.fault.StatusByte.Bit;
import hopmend.sensor.LiveSignal;
import hopmend.standin.SimulatedVehicle.Ignition;
import java.lang.management.ManagementFactory;
import java.lang.management.ThreadMXBean;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Faults change signals, and the codes follow from the signals: common practice. */
class FaultsTest {
  private static VehicleSpec vehicle(String name) {
    return VehicleSpec.fleet().stream()
        .filter(s -> s.name().equals(name))
        .findFirst()
        .orElseThrow();
  }

  private static List<String> confirmed(SimulatedVehicle v) {
    return v.codes(Bit.CONFIRMED.mask()).stream().map(c -> c.code().text()).toList();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Van 14|open-cam|P0301, P0303, P0340-31",
        "Van 14|dropout-cam|P0341-29",
        "Van 14|chain-stretch|P0016-76",
        "Van 14|open-crank|P0335-31",
        "Van 14|dropout-crank|P0301, P0303, P0336-29",
        "Van 14|tooth-error|P0301, P0303, P0315",
        "Van 14|open-coolant|P0118",
        "Van 14|bias-coolant|P0116",
        "Van 14|dropout-coolant|P0119",
        "Van 14|short-low-intake-air|P0112",
        "Van 14|contaminated-air-mass|P0101, P0171",
        "Van 14|open-air-mass|P0102",
        "Van 14|short-high-air-mass|P0103",
        "Van 14|dropout-air-mass|P0104",
        "Van 14|open-oxygen-1|P0134",
        "Van 14|slow-oxygen-1|P0133",
        "Van 14|contaminated-oxygen-1|P0171, P2195",
        "Van 14|open-oxygen-2|P0140",
        "Van 14|bias-oxygen-2|P2270",
        "Van 14|exhaust-leak|P0171",
        "Van 14|misfire|P0301",
        "Estate 1|supply-low|P0192, P0301, P0304, P0340-31, P0642",
        "Estate 1|clogged-filter|P0087",
        "Estate 1|ground-lifted|P0101, P0191",
        "Post car 6|ground-lifted|P0101, P2138",
        "Runabout 2|loose-cap|P0457",
        "Runabout 2|dropout-tank|P0454",
        "Runabout 2|slow-pedal-2|P2138",
        "Runabout 2|dropout-pedal-2|P2138",
        "Minibus 11|open-output-shaft|P0722, P0730",
        "Minibus 11|dropout-input-shaft|P0716, P0730",
        "Ambulance 2|open-knock|P0332",
        "Truck 1|clogged-filter|P2463",
        "Truck 1|short-high-soot|P24B1",
        "Van 14|short-low-intake-air and dropout-cam|P0112, P0341-29",
        "Ambulance 1|open-coolant and slow-oxygen-1|P0118, P0133",
        "Van 14|dropout-hot-coolant|P0119",
        "Van 14|dropout-damp-cam|P0341-29",
        "Van 14|half-home-air-mass|P0104",
        "Van 14|wrong-part-coolant|P0116",
        "Van 14|wrong-part-cam|P0016-76",
        "Minibus 11|wrong-part-output-shaft|P0730",
        "Runabout 2|wrong-part-tank|P0451, P0457",
        "Ambulance 1|exhaust-leak|P0171",
        "Ambulance 1|contaminated-oxygen-1-bank-2|P0174, P2197",
        "Ambulance 1|bias-oxygen-2-bank-2|P2272"
      })
  void aFaultIsConfirmedByTheCodesThatItsSignalsJustify(String name, String fault, String codes) {
    SimulatedVehicle v = new SimulatedVehicle(vehicle(name).healthy());
    Stream.of(fault.split(" and ")).forEach(f -> v.setFault(f, true));
    v.drive(DriveProfile.FULL);
    assertThat(confirmed(v)).as("after one cycle nothing is confirmed").isEmpty();
    v.body().coolDownTo(20);
    v.drive(DriveProfile.FULL);
    assertThat(String.join(", ", confirmed(v))).isEqualTo(codes);
  }

  @Test
  void healthyVehiclesSetNoCodesAndEveryPossibleFaultHasAName() {
    for (VehicleSpec spec : VehicleSpec.fleet()) {
      SimulatedVehicle v = new SimulatedVehicle(spec.healthy());
      v.drive(DriveProfile.FULL);
      assertThat(v.codes(0xFF)).as(spec.name()).isEmpty();
      assertThat(spec.possibleFaults()).extracting(Fault::id).doesNotHaveDuplicates();
    }
  }

  /** Every vehicle of the demo arrives with what its fleet's jobs complain of. */
  @Test
  void theFleetArrivesWithItsCodes() {
    List<String> without = new ArrayList<>();
    for (VehicleSpec spec : VehicleSpec.fleet()) {
      SimulatedVehicle v = new SimulatedVehicle(spec);
      if (confirmed(v).isEmpty()) {
        without.add(spec.name());
      }
      assertThat(v.ignition()).isEqualTo(Ignition.ON);
    }
    assertThat(without).containsExactly("Van 21");
    assertThat(confirmed(new SimulatedVehicle(vehicle("Ambulance 1")))).containsExactly("P0154");
  }

  /**
   * Lamp out after three passing trips, code gone after forty warm-ups: 13 CCR 1968.2 (from
   * memory).
   */
  @Test
  void aCuredFaultHealsInThePublishedNumberOfCycles() {
    SimulatedVehicle v = new SimulatedVehicle(vehicle("Minibus 2"));
    v.setFault("short-low-coolant", false);
    List<Boolean> lamp = new ArrayList<>();
    int cycles = 0;
    while (!confirmed(v).isEmpty() && cycles < 60) {
      v.turn(Ignition.OFF);
      v.body().coolDownTo(30);
      v.turn(Ignition.RUNNING);
      v.advance(330);
      lamp.add((v.readiness()[0] & 0x80) != 0);
      cycles++;
    }
    assertThat(lamp.subList(0, 5)).containsExactly(true, true, true, false, false);
    assertThat(cycles).isBetween(40, 41);
  }

  /** A cell that is found dead is not used, and is tried again in the next cycle. */
  @Test
  void aCuredCellPassesAgain() {
    SimulatedVehicle v = new SimulatedVehicle(vehicle("Ambulance 1"));
    assertThat(confirmed(v)).containsExactly("P0154");
    v.setFault("open-oxygen-1-bank-2", false);
    v.drive(DriveProfile.FULL);
    assertThat(v.codes(Bit.TEST_FAILED.mask())).isEmpty();
    assertThat(v.live(LiveSignal.LONG_TRIM_BANK_2)).isBetween(-10.0, 10.0);
  }

  @Test
  void theSnapshotHoldsTheConditionsOfTheMoment() {
    SimulatedVehicle v = new SimulatedVehicle(vehicle("Van 21"));
    v.setFault("open-intake-air", true);
    v.turn(Ignition.RUNNING);
    v.advance(8);
    byte[] kept = v.snapshot(hopmend.fault.TroubleCode.parse("P0113"));
    assertThat(kept[0]).isEqualTo((byte) 11);
    assertThat(LiveSignal.lengthOf((kept[1] & 0xFF) << 8 | kept[2] & 0xFF)).isPresent();
    assertThat(v.snapshot(hopmend.fault.TroubleCode.parse("P0999"))).isEmpty();
  }

  /** 60 - 2 teeth: a gap of three pitches every turn (common practice), and the fault shows. */
  @Test
  void theCrankTraceHasItsGapAndShowsItsFaults() {
    SimulatedVehicle v = new SimulatedVehicle(vehicle("Van 21"));
    assertThat(CrankTrace.take(v, 2, 1).lines()).as("standing").hasSize(1);
    v.turn(Ignition.RUNNING);
    v.advance(5);
    String trace = CrankTrace.take(v, 20, 1);
    assertThat(trace).isEqualTo(CrankTrace.take(v, 20, 1)).isNotEqualTo(CrankTrace.take(v, 20, 2));
    List<Double> times =
        trace.lines().skip(1).map(l -> Double.parseDouble(l.split(",")[0])).toList();
    assertThat(times).hasSize(20 * 58).isSorted();
    double pitch = 60.0 / v.live(LiveSignal.ENGINE_SPEED) / 60;
    assertThat(
            Stream.iterate(1, i -> i + 1)
                .limit(times.size() - 1)
                .filter(i -> times.get(i) - times.get(i - 1) > 2.5 * pitch))
        .hasSize(19);
    v.setFault("dropout-crank", true);
    v.body().speed(60);
    v.advance(20);
    assertThat(CrankTrace.take(v, 20, 1).lines().count()).isLessThan(20 * 58);
  }

  @Test
  void tenDriveCyclesAreSimulatedInSeconds() {
    SimulatedVehicle v = new SimulatedVehicle(vehicle("Van 14"));
    ThreadMXBean threads = ManagementFactory.getThreadMXBean();
    long begin = threads.getCurrentThreadCpuTime();
    for (int i = 0; i < 10; i++) {
      v.drive(DriveProfile.FULL);
    }
    assertThat((threads.getCurrentThreadCpuTime() - begin) / 1e9)
        .as("processor seconds")
        .isLessThan(10);
  }
}
