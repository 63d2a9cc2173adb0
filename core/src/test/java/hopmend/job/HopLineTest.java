package hopmend.job;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.catalog.Catalog;
import hopmend.catalog.Shipped;
import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.prove.Remedy;
import hopmend.relearn.RoutineState;
import hopmend.swap.Step;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What each hop says of itself, from the empty job to the signed-off one. */
class HopLineTest {
  private static final Catalog CATALOG = Shipped.CATALOG;
  private static final Instant T0 = Instant.parse("2026-11-24T08:00:00Z");

  private final List<JobEntry> entries = new ArrayList<>();
  private Instant now;

  @BeforeEach
  void begin() {
    entries.clear();
    now = T0;
  }

  private void say(Fact fact) {
    now = now.plusSeconds(1);
    entries.add(new JobEntry(entries.size() + 1, now, "ann", fact));
  }

  private Workup workup() {
    return new Workup(JobState.of(entries), CATALOG, JobOnPaper.SHOP);
  }

  private String at(Hop hop) {
    Standing s = HopLine.of(workup(), now).at(hop);
    return s.kind() + ": " + JobOnPaper.said(s.says());
  }

  private static Fact codes(Fact.CodeSource source, String... texts) {
    List<ReadCode> read = new ArrayList<>();
    for (String t : texts) {
      read.add(ReadCode.of(TroubleCode.parse(t), CodeState.STORED));
    }
    return new Fact.CodesRead(source, read, List.of(), "");
  }

  private static Fact vehicle() {
    return new Fact.VehicleIdentified(
        "0HMWS3A07K1000342", "wherrill-sedge-12", 2019, null, 142_300, Fact.Place.HOIST);
  }

  @Test
  void readAsksForCodesThenForTheVehicleThenForACodeWithASheet() {
    assertThat(at(Hop.READ)).isEqualTo("NOT_STARTED: no codes yet");
    assertThat(at(Hop.PROVE)).isEqualTo("BLOCKED: by Read");
    say(codes(Fact.CodeSource.TYPED, "U0100"));
    assertThat(at(Hop.READ)).isEqualTo("OPEN: 1 code, which vehicle?");
    say(vehicle());
    assertThat(at(Hop.READ)).isEqualTo("DONE: 1 code, no sensor accused");
    say(codes(Fact.CodeSource.TYPED, "P0340"));
    assertThat(at(Hop.READ)).isEqualTo("DONE: 2 codes, work on P0340");
  }

  @Test
  void proveCountsItsChecksOffersTheVerdictAndKeepsTheOneThatWasTaken() {
    say(codes(Fact.CodeSource.TYPED, "P0340"));
    say(vehicle());
    assertThat(at(Hop.PROVE)).isEqualTo("NOT_STARTED: no check yet");
    say(new Fact.CheckAnswered("connector-home", "home"));
    assertThat(at(Hop.PROVE)).isEqualTo("OPEN: 1 check answered");
    say(new Fact.CheckAnswered("supply", "right"));
    assertThat(at(Hop.PROVE)).isEqualTo("OPEN: 2 checks answered");
    say(new Fact.CheckAnswered("signal", "missing"));
    say(new Fact.CheckAnswered("tip", "damaged"));
    say(new Fact.CheckAnswered("chain-stretch", "right"));
    say(new Fact.CheckAnswered("ground-drop", "right"));
    say(new Fact.CheckAnswered("wiggle", "steady"));
    say(new Fact.CheckAnswered("wires-through", "whole"));
    assertThat(at(Hop.PROVE)).isEqualTo("OPEN: verdict ready to take");
    say(new Fact.VerdictTaken(Remedy.REPLACE_SENSOR, "sensor", 0.9, ""));
    assertThat(at(Hop.PROVE)).startsWith("DONE: ");
    assertThat(at(Hop.PICK)).isEqualTo("NOT_STARTED: no part chosen");
  }

  /** Catalyst, fuel vapour, misfire alone: no sensor, but a way to the end. */
  @ParameterizedTest
  @ValueSource(strings = {"P0420", "P0442", "P0301", "P0171", "U0100"})
  void aCodeThatAccusesNoSensorLeadsOnAllTheSame(String code) {
    say(codes(Fact.CodeSource.TYPED, code));
    say(vehicle());
    assertThat(at(Hop.PROVE)).isEqualTo("OPEN: say what it is");
    assertThat(at(Hop.PICK)).isEqualTo("BLOCKED: by Prove");
    assertThat(
            JobRules.refuse(
                workup(),
                new Fact.VerdictTaken(Remedy.REPLACE_SENSOR, "", 1, "x"),
                99,
                new JobRules.Person("ann", Role.LEAD)))
        .isPresent();
    assertThat(
            JobOnPaper.said(
                JobRules.refuse(
                        workup(),
                        new Fact.VerdictTaken(Remedy.MECHANICAL, "", 1, ""),
                        99,
                        new JobRules.Person("ann", Role.LEAD))
                    .orElseThrow()
                    .says()))
        .isEqualTo("Say what you found, and how.");
    say(new Fact.VerdictTaken(Remedy.MECHANICAL, "", 1, "cap torn, smoke at the filler neck"));
    assertThat(at(Hop.SWAP)).isEqualTo("OPEN: record the repair");
    say(new Fact.RepairNoted("new cap"));
    assertThat(at(Hop.CLEAR)).isEqualTo("NOT_STARTED: not cleared yet");
    say(new Fact.CodesCleared("0HMWS3A07K1000342"));
    assertThat(at(Hop.RELEARN)).isEqualTo("DONE: nothing to teach");
    assertThat(at(Hop.VERIFY)).isEqualTo("NOT_STARTED: drive and read");
  }

  @Test
  void aSiteThatTheCardLacksIsSaidNotGuessed() {
    say(codes(Fact.CodeSource.TYPED, "P0345"));
    say(vehicle());
    assertThat(at(Hop.FIND)).isEqualTo("OPEN: this vehicle has no such sensor");
    assertThat(at(Hop.PICK)).startsWith("BLOCKED");
    assertThat(at(Hop.SWAP)).startsWith("BLOCKED");
  }

  @Test
  void swapCountsStepsAndDebtsDownToNothing() {
    toSwap();
    List<Step> steps = workup().workOrder().orElseThrow().steps();
    assertThat(at(Hop.SWAP)).isEqualTo("NOT_STARTED: " + steps.size() + " steps");
    int owed = 0;
    for (int i = 0; i < steps.size(); i++) {
      Step s = steps.get(i);
      say(Fact.StepTicked.asPlanned(s));
      owed += s.debts().stream().mapToInt(d -> d.count()).sum();
      owed -=
          s.settles().stream()
              .flatMap(off -> steps.stream().filter(o -> o.id().equals(off)))
              .flatMap(o -> o.debts().stream())
              .mapToInt(d -> d.count())
              .sum();
      if (i + 1 < steps.size()) {
        assertThat(at(Hop.SWAP))
            .isEqualTo(
                "OPEN: %d of %d steps%s"
                    .formatted(i + 1, steps.size(), owed == 0 ? "" : ", " + owed + " owed"));
      }
    }
    assertThat(owed).isZero();
    assertThat(at(Hop.SWAP)).startsWith("DONE");
  }

  private void toSwap() {
    say(codes(Fact.CodeSource.VEHICLE, "P0340"));
    say(vehicle());
    say(new Fact.VerdictTaken(Remedy.REPLACE_SENSOR, "sensor", 0.9, ""));
    say(new Fact.SiteConfirmed("cam-intake"));
    say(new Fact.PartChosen(JobOnPaper.part("WS-6071-C"), false, ""));
    assertThat(at(Hop.PICK)).isEqualTo("OPEN: compare old and new");
    assertThat(at(Hop.SWAP)).as("the old one comes out first").startsWith("NOT_STARTED");
    say(new Fact.PartsCompared("WS-6071-A", "WS-6071-C", List.of(), List.of(), ""));
  }

  @Test
  void fromClearingOnEachHopWaitsForTheVehicle() {
    toSwap();
    assertThat(at(Hop.CLEAR)).isEqualTo("BLOCKED: by Swap");
    say(new Fact.GateOverruled(Hop.CLEAR, "steps were done before the job was opened"));
    assertThat(at(Hop.CLEAR)).isEqualTo("NOT_STARTED: not cleared yet");
    assertThat(at(Hop.RELEARN)).isEqualTo("BLOCKED: by Clear");
    assertThat(at(Hop.VERIFY)).isEqualTo("BLOCKED: by Clear");
    say(new Fact.CodesCleared("0HMWS3A07K1000342"));
    assertThat(at(Hop.CLEAR)).isEqualTo("OPEN: read again");
    say(codes(Fact.CodeSource.VEHICLE, "P0113"));
    assertThat(at(Hop.CLEAR)).isEqualTo("OPEN: codes came back");
    say(codes(Fact.CodeSource.VEHICLE));
    assertThat(at(Hop.CLEAR)).isEqualTo("DONE: nothing came back");
    assertThat(at(Hop.RELEARN)).isEqualTo("NOT_STARTED: 1 to run");
    say(new Fact.RoutineStarted("cam-crank-learn", 0.5));
    assertThat(at(Hop.RELEARN)).isEqualTo("WAITING: Cam against crank learn runs");
    say(new Fact.RoutineEnded("cam-crank-learn", RoutineState.FAILED));
    assertThat(at(Hop.RELEARN)).isEqualTo("NOT_STARTED: 1 to run");
    say(new Fact.RoutineStarted("cam-crank-learn", 0));
    assertThat(at(Hop.RELEARN))
        .isEqualTo("WAITING: Cam against crank learn: time is up, ask how it stands");
    say(new Fact.RoutineEnded("cam-crank-learn", RoutineState.PASSED));
    assertThat(at(Hop.RELEARN)).isEqualTo("DONE: 1 learned");
    assertThat(at(Hop.VERIFY)).isEqualTo("NOT_STARTED: drive and read");
    say(new Fact.ReadinessRead("00076500"));
    assertThat(at(Hop.VERIFY)).isEqualTo("OPEN: not yet signed off");
    say(new Fact.SignedOff(false, "customer drives it home"));
    assertThat(at(Hop.VERIFY)).isEqualTo("DONE: signed off with a reason");
  }
}
