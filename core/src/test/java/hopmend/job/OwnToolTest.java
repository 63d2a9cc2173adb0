package hopmend.job;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.clear.ClearReport;
import hopmend.clear.ClearReport.Fate;
import hopmend.clear.ClearedGroup;
import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.job.Fact.ClearedBy;
import hopmend.prove.Remedy;
import hopmend.relearn.Procedure;
import hopmend.relearn.Routine;
import hopmend.verify.DriveProof;
import hopmend.verify.Readiness;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A job without our link: the technician's own tool, or the battery and a drive. */
class OwnToolTest extends WalkedJob {
  private static Fact cleared(ClearedBy by, int minutes, String frameLost) {
    return new Fact.CodesCleared("0HMWS3A07K1000342", by, minutes, frameLost);
  }

  private static Fact shows(String... codes) {
    return new Fact.CodesRead(
        Fact.CodeSource.OWN_TOOL,
        java.util.stream.Stream.of(codes)
            .map(c -> ReadCode.of(TroubleCode.parse(c), CodeState.PENDING))
            .toList(),
        List.of(),
        "");
  }

  private static Fact monitors(boolean lampOn, boolean ready) {
    return new Fact.MonitorsSeen(
        Readiness.names(Readiness.Ignition.SPARK).stream()
            .limit(6)
            .map(n -> new Fact.MonitorSeen(n, ready))
            .toList(),
        lampOn);
  }

  private static Fact driven(List<DriveProof.Requirement> met) {
    return new Fact.DriveTold(30, 22, met.stream().map(DriveProof.Requirement::id).toList());
  }

  @Test
  void fromAClearedToolToAProvenSignOff() {
    swapped("wherrill-sedge-12", "P0340");
    assertThat(refused(shows())).contains("Clear");
    assertThat(refused(cleared(ClearedBy.OWN_TOOL, 0, ""))).contains("Type or paste them in Read");
    say(cleared(ClearedBy.OWN_TOOL, 0, "my tool shows none"));
    assertThat(at(Hop.CLEAR)).startsWith("OPEN");
    say(shows());
    assertThat(at(Hop.CLEAR)).isEqualTo("DONE: nothing came back");
    workup().routines().forEach(r -> say(new Fact.TaughtByHand(r.id(), "tool says: finished")));
    assertThat(at(Hop.RELEARN)).startsWith("DONE");
    assertThat(workup().restsOn().stream().map(JobOnPaper::said))
        .anyMatch(m -> m.endsWith("0 of its 4 conditions were looked at"));
    for (Routine r : workup().routines()) {
      List<String> all = r.conditions().stream().map(c -> c.signal().name()).toList();
      say(new Fact.TaughtByHand(r.id(), "tool says: finished", "", all));
    }
    assertThat(workup().restsOn().stream().map(JobOnPaper::said))
        .anyMatch(m -> m.endsWith("who looked at all its conditions"));
    workup()
        .here()
        .proofs()
        .forEach(p -> say(new Fact.ProofSeen(workup().about().site(), p.id(), true, "")));
    say(monitors(true, true));
    assertThat(missing()).contains("the warning lamp is still commanded on");
    say(monitors(false, true));
    say(driven(DriveProof.wanted(List.of())));
    assertThat(missing()).containsExactly("read the codes after the drive");
    say(shows());
    assertThat(missing()).isEmpty();
    assertThat(workup().restsOn().stream().map(JobOnPaper::said))
        .contains(
            "Codes cleared by: the technician's own tool",
            "Codes after clearing, read by: the technician's own tool",
            "Monitors, read by: the technician's own tool",
            "The drive: 30 min, 22 km, as the driver says; nothing recorded it");
    say(new Fact.SignedOff(true, "", TODAY.plusDays(14)));
    assertThat(at(Hop.VERIFY)).startsWith("DONE");
  }

  @Test
  void aDriveThatLacksSomethingSaysWhat() {
    swapped("wherrill-sedge-12", "P0340");
    say(cleared(ClearedBy.OWN_TOOL, 0, "my tool shows none"));
    say(shows());
    say(driven(DriveProof.wanted(List.of()).stream().filter(r -> !r.id().equals("idle")).toList()));
    assertThat(missing()).anyMatch(m -> m.startsWith("drive: Idling"));
  }

  /** What is forgotten without battery comes up in Relearn, item by item, and is owed. */
  @Test
  void theBatteryForgetsMoreThanCodes() {
    swapped("wherrill-sedge-12", "P0340");
    assertThat(workup().forgotten()).isEmpty();
    assertThat(refused(cleared(ClearedBy.BATTERY_OFF, 0, "my tool shows none")))
        .contains("how many minutes");
    say(cleared(ClearedBy.BATTERY_OFF, 12, "I have no tool"));
    List<Procedure> forgotten = workup().forgotten();
    assertThat(forgotten)
        .extracting(Procedure::id)
        .contains("idle-after-battery", "windows-after-battery", "clock-after-battery");
    assertThat(missing()).filteredOn(m -> m.startsWith("teach what was forgotten")).hasSize(5);
    assertThat(missing()).contains("read the codes after clearing");
    assertThat(refused(new Fact.TaughtByHand("windows-after-battery", "")))
        .contains("what was taught");
    forgotten.forEach(p -> say(new Fact.TaughtByHand(p.id(), "done as written")));
    assertThat(missing()).noneMatch(m -> m.startsWith("teach what was forgotten"));
    assertThat(said(workup().restsOn().get(0)))
        .isEqualTo(
            "Battery off for 12 min: the controllers have forgotten, nobody acknowledged it");
  }

  /** A verdict behind a failed proof starts the next round; what was ruled out stays so. */
  @Test
  void aProofThatFailsLeadsOn() {
    swapped("wherrill-sedge-12", "P0340");
    int answered = workup().state().answers().size();
    say(cleared(ClearedBy.OWN_TOOL, 0, "my tool shows none"));
    say(shows("P0340"));
    assertThat(at(Hop.CLEAR)).startsWith("OPEN");
    say(
        new Fact.VerdictTaken(
            Remedy.REPAIR_WIRING, "wiring", 0.3, "it came back at once", "repair-wiring"));
    assertThat(workup().state().rounds()).hasSize(1);
    assertThat(workup().state().answers()).hasSize(answered);
    assertThat(at(Hop.SWAP)).doesNotStartWith("DONE");
  }

  /** A tool shows names, not bytes; diesels have monitors of their own. */
  @Test
  void monitorsByNameAreThoseOfTheStandard() {
    assertThat(Readiness.names(Readiness.Ignition.SPARK)).hasSize(11).contains("Catalyst");
    assertThat(Readiness.names(Readiness.Ignition.COMPRESSION))
        .hasSize(9)
        .contains("Nitrogen oxide aftertreatment");
    Readiness diesel = Readiness.seen(false, java.util.Map.of("Boost pressure", false));
    assertThat(diesel.ignition()).isEqualTo(Readiness.Ignition.COMPRESSION);
    assertThat(diesel.notReady())
        .extracting(Readiness.Monitor::name)
        .containsExactly("Boost pressure");
    assertThat(diesel.acceptedWith(1)).isTrue();
    assertThat(diesel.acceptedWith(0)).isFalse();
  }

  private static ReadCode read(String code, String unit, CodeState... states) {
    return new ReadCode(
        TroubleCode.parse(code),
        states.length == 0 ? EnumSet.noneOf(CodeState.class) : Set.of(states),
        unit);
  }

  /** What became of a code, and what that means. */
  @ParameterizedTest
  @CsvSource({
    "P0340, engine, true, false, CAME_BACK, set again at once",
    "P0340, engine, true, true, CAME_BACK, set again by the drive",
    "P0335, engine, false, false, NEW_SINCE, new since clearing",
    "U0121, brakes, false, false, OF_ANOTHER_UNIT, of another control unit (brakes)"
  })
  void everyCodeAfterwardsIsExplained(
      String code, String unit, boolean wasThere, boolean driven, Fate fate, String because) {
    List<ReadCode> before =
        wasThere
            ? List.of(read(code, unit, CodeState.STORED))
            : List.of(read("P0340", "engine", CodeState.STORED));
    ClearReport report =
        ClearReport.of(
            before,
            before,
            List.of(read(code, unit, CodeState.STORED)),
            new ClearReport.Meanwhile(
                List.of(), List.of(), Optional.empty(), driven, ClearedGroup.ALL));
    ClearReport.Line line =
        report.lines().stream().filter(l -> l.code().text().equals(code)).findFirst().orElseThrow();
    assertThat(line.fate()).isEqualTo(fate);
    assertThat(said(line.because())).startsWith(because);
    assertThat(report.isClean()).isFalse();
  }
}
