package hopmend.verify;

import static hopmend.message.English.WORDS;
import static hopmend.message.English.said;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hopmend.catalog.Shipped;
import hopmend.fault.FreezeFrameValue;
import hopmend.fault.FreezeFrameValue.Condition;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.relearn.Routine;
import hopmend.report.ReportWords;
import hopmend.sensor.LiveSignal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class VerifyTest {
  private static final ReportWords REPORTS = Shipped.CATALOG.reportWords();

  /** Bit layout of PID 01, SAE J1979 / ISO 15031-5 (from memory). */
  @Test
  void readinessBytesAreReadByTheirBits() {
    Readiness r = Readiness.decode(new byte[] {(byte) 0x83, 0x07, 0x65, 0x21});
    assertThat(r.lampOn()).isTrue();
    assertThat(r.emissionCodes()).isEqualTo(3);
    assertThat(r.monitors())
        .extracting(m -> m.name() + (m.ready() ? "" : " open"))
        .containsExactly(
            "Misfire",
            "Fuel system",
            "Comprehensive components",
            "Catalyst open",
            "Evaporative system",
            "Oxygen sensor open",
            "Oxygen sensor heater");
    Readiness diesel = Readiness.decode(new byte[] {0, 0x0F, 0x40, 0x40});
    assertThat(diesel.ignition()).isEqualTo(Readiness.Ignition.COMPRESSION);
    assertThat(diesel.notReady())
        .extracting(Readiness.Monitor::name)
        .containsExactly("Particulate filter");
  }

  /** 40 CFR 85.2222 and EPA guidance: at most one open from model year 2001. */
  @Test
  void inspectionTakesOneOpenMonitorButNoLamp() {
    assertThat(Readiness.decode(new byte[] {0, 7, 0x65, 0x01}).acceptedWith(1)).isTrue();
    assertThat(Readiness.decode(new byte[] {0, 7, 0x65, 0x21}).acceptedWith(1)).isFalse();
    assertThat(Readiness.decode(new byte[] {(byte) 0x80, 7, 0x65, 0}).acceptedWith(1)).isFalse();
  }

  /**
   * 40 CFR 85.2222: model years 1996 to 2000 two, from 2001 one; a vehicle of no known year as
   * late.
   */
  @ParameterizedTest
  @CsvSource({"1995, 1", "1996, 2", "2000, 2", "2001, 1", "2019, 1", "0, 1"})
  void openMonitorsThatAnInspectionTakesFollowTheModelYear(int year, int allowed) {
    assertThat(InspectionRule.BY_MODEL_YEAR.allowed(year)).isEqualTo(allowed);
    assertThat(InspectionRule.NONE_OPEN.allowed(year)).isZero();
    assertThat(InspectionRule.AT_MOST_TWO.allowed(year)).isEqualTo(2);
  }

  /** Scaling of SAE J1979: rpm (256A+B)/4, coolant A-40, load 100A/255, air mass (256A+B)/100. */
  @ParameterizedTest
  @CsvSource({
    "ENGINE_SPEED, 1A F8, 1726",
    "COOLANT, 7B, 83",
    "LOAD, 80, 50.19608",
    "AIR_MASS, 04 E2, 12.5",
    "TIMING, 98, 12",
    "MODULE_VOLTAGE, 37 14, 14.1",
    "SPEED, 50, 80"
  })
  void liveDataAreScaledAsPublished(LiveSignal signal, String hex, double value) {
    byte[] bytes = java.util.HexFormat.ofDelimiter(" ").parseHex(hex);
    assertThat(signal.decode(bytes).orElseThrow().value()).isCloseTo(value, within(1e-4));
    assertThat(signal.encode(value)).isEqualTo(bytes);
  }

  private static DriveLog drive(int seconds, int idleUntil, double startC, int gapAt) {
    List<DriveLog.Sample> samples = new ArrayList<>();
    for (int t = 0; t <= seconds; t++) {
      boolean idle = t < idleUntil;
      double coolant = Math.min(90, startC + t * 0.2);
      double time = t + (gapAt > 0 && t >= gapAt ? 900 : 0);
      samples.add(
          new DriveLog.Sample(time, idle ? 850 : 2500, idle ? 0 : 60, coolant, idle ? 25 : 45));
    }
    return new DriveLog(samples);
  }

  /** General denominator and warm-up cycle of 13 CCR 1968.2 (from memory). */
  @Test
  void aFullDriveFromColdIsProvenAndAnEighthLessIsNot() {
    assertThat(DriveProof.of(drive(700, 60, 12, 0), List.of()).isProven()).isTrue();
    DriveProof shortDrive = DriveProof.of(drive(340, 60, 12, 0), List.of());
    assertThat(shortDrive.missing())
        .extracting(DriveProof.Requirement::id)
        .containsExactly("running", "moving");
    assertThat(said(shortDrive.missing().get(0).todo())).isEqualTo("260 s more");
    assertThat(DriveProof.of(drive(700, 60, 75, 0), List.of()).missing())
        .singleElement()
        .satisfies(r -> assertThat(said(r.todo())).contains("start colder"));
  }

  @Test
  void aGapInTheLogProvesNothing() {
    DriveProof whole = DriveProof.of(drive(590, 60, 12, 0), List.of());
    DriveProof gap = DriveProof.of(drive(590, 60, 12, 300), List.of());
    assertThat(whole.missing()).extracting(r -> said(r.todo())).containsExactly("10 s more");
    assertThat(said(gap.missing().get(0).todo())).isEqualTo("11 s more");
  }

  @Test
  void freezeFrameHasToBeMetTogether() {
    List<FreezeFrameValue> idleFrame =
        List.of(
            new FreezeFrameValue(Condition.ENGINE_SPEED, Reading.of(860, MeasureUnit.PER_MINUTE)),
            new FreezeFrameValue(Condition.COOLANT, Reading.of(190, MeasureUnit.FAHRENHEIT)));
    DriveProof coldIdle = DriveProof.of(drive(700, 60, 12, 0), idleFrame);
    assertThat(coldIdle.missing())
        .extracting(DriveProof.Requirement::id)
        .containsExactly("freeze-frame");
    assertThat(DriveProof.of(drive(1200, 400, 12, 0), idleFrame).isProven()).isTrue();
  }

  @Property(tries = 100)
  void moreDrivingNeverUnprovesATimedCondition(@ForAll @IntRange(min = 10, max = 900) int seconds) {
    DriveProof less = DriveProof.of(drive(seconds, 40, 12, 0), List.of());
    DriveProof more = DriveProof.of(drive(seconds + 60, 40, 12, 0), List.of());
    for (int i = 0; i < less.requirements().size(); i++) {
      assertThat(more.requirements().get(i).met() || !less.requirements().get(i).met()).isTrue();
    }
  }

  @Test
  void logProblemsAreCollectedWithTheirLines() {
    DriveLog.Read read =
        DriveLog.read(
            "time_s,engine_speed_rpm,vehicle_speed_mph,coolant_f,load_pct\n"
                + "0,850,0,60,20\n1,fast,0,60,20\n1,850,0,60,400\n",
            REPORTS);
    assertThat(read.log()).isEmpty();
    assertThat(read.problems()).hasSize(2);
    assertThat(said(read.problems().get(0))).contains("Line 3", "fast", "0 to 20000");
    assertThat(DriveLog.read("time_s\n1\n", REPORTS).problems())
        .hasSize(2)
        .allSatisfy(p -> assertThat(said(p)).contains("No column tells"));
    assertThat(said(DriveLog.read("", REPORTS).problems())).contains("no samples");
  }

  @Test
  void milesAndFahrenheitAreTaken() {
    DriveLog log =
        DriveLog.read(
                "time_s,engine_speed_rpm,vehicle_speed_mph,coolant_f,load_pct\n0,800,25,212,20\n1,800,25,212,20",
                REPORTS)
            .log()
            .orElseThrow();
    assertThat(log.samples().get(0).speedKmh()).isCloseTo(40.2336, within(1e-6));
    assertThat(log.samples().get(0).coolantC()).isCloseTo(100, within(1e-6));
  }

  @Test
  void conditionsOfARoutineAreJudgedOneByOne() {
    Routine routine =
        new Routine(
            "r",
            "r",
            1,
            "",
            List.of(),
            List.of(new Routine.Wanted(LiveSignal.COOLANT, 75, 105, "warm it")),
            1,
            List.of(),
            null,
            List.of(),
            hopmend.sensor.Condition.ALWAYS,
            "invented");
    assertThat(
            routine
                .judge(Map.of(LiveSignal.COOLANT, Reading.of(75, MeasureUnit.CELSIUS)))
                .get(0)
                .met())
        .isTrue();
    assertThat(
            routine
                .judge(Map.of(LiveSignal.COOLANT, Reading.of(160, MeasureUnit.FAHRENHEIT)))
                .get(0)
                .met())
        .isFalse();
  }

  @Test
  void traceShadesWhatWasMet() {
    DriveLog log = drive(700, 60, 12, 0);
    var trace = DriveTrace.draw(log, DriveProof.of(log, List.of()), WORDS);
    assertThat(trace.ofRole("stretch-met")).hasSizeGreaterThanOrEqualTo(4);
    assertThat(trace.ofRole("stretch-short")).isEmpty();
    assertThat(trace.spoken()).isEqualTo("The drive met every condition.");
  }
}
