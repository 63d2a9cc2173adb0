package hopmend.job;

import static hopmend.message.English.WORDS;
import static org.assertj.core.api.Assertions.assertThat;

import hopmend.clear.ClearReport;
import hopmend.clear.ClearReport.Fate;
import hopmend.drawing.Drawing;
import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.find.View;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.relearn.Procedure;
import hopmend.relearn.Routine;
import hopmend.relearn.RoutineState;
import hopmend.verify.DriveProof;
import hopmend.verify.SensorProof;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What is read, noted and counted after the work, and what follows from it. */
class AfterwardsTest extends WalkedJob {
  private static final String VIN = "0HMWS3A07K1000342";

  private static Fact read(String... codes) {
    return new Fact.CodesRead(
        Fact.CodeSource.VEHICLE,
        Stream.of(codes).map(c -> ReadCode.of(TroubleCode.parse(c), CodeState.STORED)).toList(),
        List.of(),
        "");
  }

  private static Fact counted(Integer warmUps, Integer km) {
    return new Fact.CountersRead(Fact.AskedBy.OUR_LINK, warmUps, km, null);
  }

  private ClearReport.Line line(String code) {
    return workup().clearReport().orElseThrow().lines().stream()
        .filter(l -> l.code().text().equals(code))
        .findFirst()
        .orElseThrow();
  }

  /** Codes that work leaves behind name the work; what no work explains is only new. */
  @ParameterizedTest
  @CsvSource({
    "kelvane-otter-20, P0335, P0315, the ring is seen anew",
    "wherrill-teal-16, P0118, P0128, air in the coolant",
    "wherrill-sedge-12, P0340, B1000, look for what this work disturbed"
  })
  void aNewCodeIsLaidToTheWorkThatCanHaveSetIt(
      String card, String code, String fresh, String because) {
    swapped(card, code);
    say(new Fact.CodesCleared(VIN));
    say(read(fresh));
    assertThat(line(fresh).fate()).isEqualTo(Fate.NEW_SINCE);
    assertThat(said(line(fresh).because())).contains(because);
  }

  /** A page asks a dozen times what became of the codes, and in which order the work goes. */
  @Test
  void whatFollowsIsComputedOnce() {
    swapped("wherrill-sedge-12", "P0340");
    say(new Fact.CodesCleared(VIN));
    say(read("P0340"));
    Workup w = workup();
    assertThat(w.clearReport().orElseThrow()).isSameAs(w.clearReport().orElseThrow());
    assertThat(w.workOrder().orElseThrow()).isSameAs(w.workOrder().orElseThrow());
    assertThat(w.picture()).isSameAs(w.picture());
    assertThat(w.driveWanted()).isSameAs(w.driveWanted());
    assertThat(w.here().clues()).isSameAs(w.here().clues());
    Drawing drawn = w.here().drawn(View.BAY, WORDS);
    assertThat(w.here().drawn(View.BAY, WORDS)).isSameAs(drawn);
    assertThat(w.here().drawn(View.CLOSE, WORDS)).isNotEqualTo(drawn);
  }

  @Test
  void theBatteryThatWasOffExplainsCodesOfTheNetwork() {
    swapped("wherrill-sedge-12", "P0340");
    say(new Fact.CodesCleared(VIN, Fact.ClearedBy.BATTERY_OFF, 12, "none shown"));
    say(read("U0101"));
    assertThat(said(line("U0101").because())).contains("the battery off", "clear once more");
  }

  @Test
  void aCodeThatTheVehicleNeverHeldMayHaveBeenClearedBefore() {
    swapped("wherrill-sedge-12", "P0340");
    say(read("P0420"));
    say(counted(3, 41));
    say(new Fact.CodesCleared(VIN));
    say(read());
    assertThat(line("P0340").fate()).isEqualTo(Fate.NEVER_HELD);
    assertThat(said(line("P0340").because())).contains("3 warm-ups", "41 km", "cleared before");
    say(counted(0, 1));
    say(new Fact.CodesCleared(VIN));
    say(read());
    say(counted(0, 2));
    assertThat(workup().state().countersBefore().orElseThrow().km())
        .as("what it counts since our clearings is another thing")
        .isEqualTo(41);
  }

  private static DriveProof drive(double km, String... met) {
    return DriveProof.told(List.of(met), km, List.of());
  }

  private List<String> missingWith(DriveProof... drives) {
    return workup().signOff(List.of(drives), TODAY).missing().stream()
        .map(JobOnPaper::said)
        .toList();
  }

  @Test
  void aVehicleThatCountsLessThanWasDrivenWasClearedAgain() {
    swapped("wherrill-sedge-12", "P0340");
    say(new Fact.CodesCleared(VIN));
    say(counted(0, 0));
    say(new Fact.DriveLogged("a", "a.csv"));
    assertThat(missingWith(drive(25)))
        .as("what was read before the drive says nothing of it")
        .noneMatch(m -> m.contains("cleared again"));
    say(counted(1, 12));
    assertThat(missingWith(drive(13))).noneMatch(m -> m.contains("cleared again"));
    assertThat(missingWith(drive(13), drive(9)))
        .contains(
            "the vehicle counts 12 km since its codes were cleared, and 22 km were driven since we did: somebody cleared again, the proof begins anew");
  }

  @Test
  void severalDrivesProveTogetherWhatEachProvesAlone() {
    swapped("wherrill-sedge-12", "P0340");
    say(new Fact.CodesCleared(VIN));
    DriveProof cold = drive(3, "warm-up", "idle");
    DriveProof far = drive(25, "running", "moving");
    assertThat(missingWith(cold)).anyMatch(m -> m.startsWith("drive: "));
    assertThat(missingWith(cold, far)).noneMatch(m -> m.startsWith("drive: "));
    say(new Fact.ReadinessRead("00076500"));
    assertThat(workup().drivePlan(List.of(cold, far)).legs()).isEmpty();
    assertThat(workup().plannedDrive().km()).isGreaterThan(10);
    say(new Fact.DriveTold(20, 15, List.of("running", "moving")));
    assertThat(missingWith(cold)).as("a drive that was only told counts with them").isNotEmpty();
    assertThat(workup().driven(List.of(cold)).orElseThrow().km()).isEqualTo(18);
    say(new Fact.DriveLogged("a", "a.csv"));
    assertThat(refused(new Fact.DriveLogged("a", "again.csv"))).contains("already");
  }

  @Test
  void theLampAndTheCodesSayWhenTheyGo() {
    swapped("wherrill-sedge-12", "P0340");
    say(new Fact.CodesCleared(VIN));
    say(new Fact.ReadinessRead("81076500"));
    DriveProof trip = drive(20, "running", "moving", "idle");
    assertThat(
            workup().goesByItself(List.of(trip, drive(2, "idle"))).stream().map(JobOnPaper::said))
        .anyMatch(m -> m.contains("three drives in a row") && m.endsWith("so far 1 that count"));
    say(new Fact.ReadinessRead("00076500"));
    say(read());
    assertThat(workup().goesByItself(List.of())).isEmpty();
  }

  /** Result bytes are worded by the card; without its words the first byte is read. */
  @Test
  void aRoutineEndsInTheVehiclesOwnWords() {
    Routine learn =
        CATALOG.card("kelvane-otter-20").orElseThrow().routine("crank-learn").orElseThrow();
    assertThat(learn.state("0322")).isEqualTo(RoutineState.FAILED);
    assertThat(learn.result("032210").orElseThrow().says()).contains("not let go");
    assertThat(learn.state("01")).isEqualTo(RoutineState.RUNNING);
    assertThat(learn.state("03FF")).isEqualTo(RoutineState.FAILED);
    assertThat(learn.state("")).isEqualTo(RoutineState.UNKNOWN);
    assertThat(learn.result("01")).isEmpty();
  }

  @Test
  void whatABatteryForgetsIsToldByTheCardToo() {
    swapped("kelvane-otter-20", "P0335");
    List<Procedure> forgotten = workup().forgottenByBattery();
    assertThat(forgotten.get(0).steps().get(0)).contains("Side door motor");
    on("wherrill-sedge-12", "P0340");
    assertThat(workup().forgottenByBattery()).noneMatch(Procedure::asksTheCard);
  }

  @Test
  void aCardNarrowsTheFigureOfAProof() {
    swapped("wherrill-sedge-12", "P0340");
    SensorProof inStep = workup().here().proof("in-step").orElseThrow();
    assertThat(
            workup()
                .here()
                .judge(
                    inStep,
                    List.of(new Fact.FigureRead("offset", Reading.of(4.5, MeasureUnit.DEGREE))))
                .get(0)
                .side())
        .as("right by the sheet, wrong by the card")
        .isNotEqualTo(hopmend.sensor.Band.Side.WITHIN);
  }

  private static Fact software(Fact.SoftwareStage stage, String version) {
    return new Fact.SoftwareNoted(stage, "Aftertreatment Controller", version, "", "");
  }

  @Test
  void softwareThatABulletinDemandsIsOwedUntilItIsLoaded() {
    on("tidewell-alder-77", "SPN 520301 FMI 2");
    say(ofTheTruck("SPN 3251 FMI 2"));
    assertThat(missing()).anyMatch(m -> m.startsWith("software: ") && m.contains("4.12 or later"));
    say(software(Fact.SoftwareStage.FOUND, "4.8"));
    assertThat(missing()).anyMatch(m -> m.contains("has 4.8") && m.contains("load it first"));
    say(software(Fact.SoftwareStage.LOADED, "4.12b"));
    assertThat(missing()).noneMatch(m -> m.startsWith("software: "));
    assertThat(refused(new Fact.SoftwareNoted(Fact.SoftwareStage.FOUND, "", "1", "", "")))
        .contains("Name the control unit");
    assertThat(refused(new Fact.SoftwareNoted(Fact.SoftwareStage.LOADED, "ECU", "1", "", "12AB")))
        .contains("belongs to a file");
  }

  private static Fact ofTheTruck(String code) {
    return new Fact.CodesRead(
        Fact.CodeSource.TYPED,
        List.of(ReadCode.of(TroubleCode.parse(code), CodeState.STORED)),
        List.of(),
        "");
  }

  @Test
  void aFinishedJobSaysWhatTheSheetsMayLearn() {
    swapped("wherrill-sedge-12", "P0340");
    say(new Fact.CodesCleared(VIN));
    assertThat(workup().lessons(List.of(drive(90))).stream().map(JobOnPaper::said))
        .anyMatch(m -> m.contains("The sheet gives it") && m.contains("%"))
        .anyMatch(m -> m.startsWith("90 km were driven"));
  }
}
