package hopmend.job;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.catalog.Catalog;
import hopmend.catalog.Shipped;
import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.prove.Check;
import hopmend.prove.Diagnosis;
import hopmend.prove.Remedy;
import hopmend.swap.Step;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** A job with codes of two sensors: what was said of one is nothing said of the other. */
class SensorsOfOneJobTest {
  private static final Catalog CATALOG = Shipped.CATALOG;
  private static final Instant T0 = Instant.parse("2026-11-24T08:00:00Z");
  private static final TroubleCode CAM = TroubleCode.parse("P0340");
  private static final TroubleCode CRANK = TroubleCode.parse("P0335");
  private static final String VIN = "0HMWS3A07K1000342";

  private final List<JobEntry> entries = new ArrayList<>();

  /** Adds as the application does: with what the job is about at that moment. */
  private SensorsOfOneJobTest add(Fact fact) {
    return add(fact, workup().about(), Optional.empty());
  }

  private SensorsOfOneJobTest add(Fact fact, About about, Optional<Claim> claim) {
    long next = entries.size() + 1L;
    entries.add(new JobEntry(next, T0.plusSeconds(next), "ann", fact, about, claim));
    return this;
  }

  private Workup workup() {
    return new Workup(JobState.of(entries), CATALOG, JobOnPaper.SHOP);
  }

  private List<String> asked() {
    return workup().here().diagnosis().orElseThrow().effects().stream()
        .map(e -> e.answer().check().id())
        .toList();
  }

  private static Fact answer(Check check) {
    return new Fact.CheckAnswered(check.id(), check.outcomes().get(0).id());
  }

  @BeforeEach
  void twoCodes() {
    add(new Fact.CodesRead(
            Fact.CodeSource.TYPED,
            List.of(ReadCode.of(CAM, CodeState.STORED), ReadCode.of(CRANK, CodeState.STORED)),
            List.of(),
            ""))
        .add(
            new Fact.VehicleIdentified(
                VIN, "kelvane-otter-20", 2019, null, 90_000, Fact.Place.HOIST))
        .add(new Fact.WorkOnChosen(CRANK));
  }

  @Test
  void anAnswerCountsForItsOwnSensorOnlyAndComesBackWithIt() {
    for (Check c : workup().sheet().orElseThrow().checks()) {
      add(answer(c));
    }
    List<String> crank = asked();
    add(new Fact.WorkOnChosen(CAM));
    assertThat(asked()).isEmpty();
    assertThat(JobOnPaper.said(HopLine.of(workup(), T0).at(Hop.PROVE).says()))
        .isEqualTo("no check yet");
    add(new Fact.WorkOnChosen(CRANK));
    assertThat(asked()).isEqualTo(crank).isNotEmpty();
  }

  @Test
  void verdictPartAndTicksAreNotCarriedToAnotherSensorButItsDebtsStay() {
    add(new Fact.VerdictTaken(Remedy.REPLACE_SENSOR, "sensor", 0.9, "seen before"));
    List<Step> steps = workup().workOrder().orElseThrow().steps();
    Step off = steps.stream().filter(Step::takesOff).findFirst().orElseThrow();
    add(new Fact.StepTicked(off.id(), null));
    int owed = workup().ledger().owed();
    assertThat(owed).isPositive();

    add(new Fact.WorkOnChosen(CAM));
    assertThat(workup().state().verdict()).isEmpty();
    assertThat(workup().state().ticks()).isEmpty();
    assertThat(workup().ledger().owed()).isEqualTo(owed);
    assertThat(workup().ledger().open().get(0).item()).contains("(for the Crankshaft");
    assertThat(HopLine.clearGate(workup())).get().asString().contains("owed");
  }

  @Test
  void anOldEntryIsReadAsAboutTheSensorThatWasAtHandThen() {
    Check tip = workup().sheet().orElseThrow().check("tip").orElseThrow();
    add(new Fact.CheckAnswered("tip", "rubbed"), About.NOTHING, Optional.empty());
    assertThat(tip.known("rubbed")).isPresent();
    assertThat(asked()).containsExactly("tip");
    add(new Fact.WorkOnChosen(CAM));
    assertThat(asked()).isEmpty();
    assertThat(workup().state().entries().get(3).about().family()).isEqualTo("crankshaft-position");
  }

  @Test
  void whatTheSheetOfTodayDoesNotKnowBearsOnNothing() {
    add(new Fact.CheckAnswered("tip", "no-such-result"))
        .add(new Fact.CheckAnswered("no-such-check", "x"));
    Diagnosis d = workup().here().diagnosis().orElseThrow();
    assertThat(d.effects()).isEmpty();
    Fact lost = FactJson.stored("wish", "{\"a\":1}");
    add(lost).add(FactJson.stored("step-ticked", "{\"step\":null}"));
    assertThat(lost).isEqualTo(new Fact.Unreadable("wish", "{\"a\":1}"));
    assertThat(FactJson.write(lost)).isEqualTo("{\"a\":1}");
    assertThat(HopLine.of(workup(), T0).next()).isEqualTo(Hop.PROVE);
  }

  @Test
  void aSignOffOrAPassedGateFromAFileIsAClaimAndClosesNothingHere() {
    Optional<Claim> claim = Optional.of(new Claim("ann", T0.minusSeconds(9), "0".repeat(64)));
    add(new Fact.GateOverruled(Hop.CLEAR, "the shield is lost"), About.NOTHING, claim);
    add(new Fact.SignedOff(true, ""), About.NOTHING, claim);
    assertThat(workup().state().signedOff()).isEmpty();
    assertThat(workup().state().overruled(Hop.CLEAR)).isEmpty();
    assertThat(JobOnPaper.said(HopLine.of(workup(), T0).at(Hop.VERIFY).says()))
        .contains("elsewhere");
    assertThat(workup().state().entry(4).orElseThrow().madeBy()).isEqualTo("ann (elsewhere)");
  }

  @Test
  void anUndoUnderASignOffReopensTheJobUntilItIsUndoneItself() {
    add(new Fact.NoteAdded("before")).add(new Fact.SignedOff(false, "customer waits"));
    add(new Fact.NoteAdded("after")).add(new Fact.Struck(6, ""));
    assertThat(workup().state().signedOff()).as("a note above it changes nothing").isPresent();
    add(new Fact.Struck(4, "slip"));
    assertThat(workup().state().signedOff()).isEmpty();
    assertThat(JobOnPaper.said(HopLine.of(workup(), T0).at(Hop.VERIFY).says()))
        .isEqualTo("reopened: ann undid entry 4 after the sign-off");
    add(new Fact.Struck(8, ""));
    assertThat(workup().state().signedOff()).isPresent();
  }

  @Test
  void aLearnerPassesNoGateByAnyWay() {
    JobRules.Person nils = new JobRules.Person("nils", Role.LEARNER);
    for (Fact gate :
        List.of(
            new Fact.GateOverruled(Hop.CLEAR, "because I can"),
            new Fact.SignedOff(false, "looks good"),
            new Fact.VerdictTaken(Remedy.REPAIR_WIRING, "wiring", 0.2, "I think so"),
            new Fact.Struck(1, ""))) {
      assertThat(JobRules.refuse(workup(), gate, 99, nils))
          .as(gate.kind())
          .get()
          .satisfies(
              r -> {
                assertThat(r.kind()).isEqualTo(Refusal.Kind.ROLE);
                assertThat(JobOnPaper.said(r.says())).contains("technician");
              });
    }
    add(new Fact.VerdictTaken(Remedy.REPAIR_WIRING, "wiring", 0.9, "seen"))
        .add(new Fact.RepairNoted("done"));
    Fact clear = new Fact.CodesCleared(VIN);
    assertThat(JobRules.refuse(workup(), clear, 99, nils)).isPresent();
    assertThat(JobRules.refuse(workup(), clear, 99, new JobRules.Person("o", Role.TECHNICIAN)))
        .isEmpty();
    add(new Fact.SignedOff(false, "customer waits"));
    entries.add(new JobEntry(7, T0, "nils", new Fact.NoteAdded("mine")));
    assertThat(JobRules.refuse(workup(), new Fact.Struck(7, ""), 99, nils)).isPresent();
  }
}
