package hopmend.job;

import static hopmend.message.English.WORDS;
import static org.assertj.core.api.Assertions.assertThat;

import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.part.Bench;
import hopmend.part.Part;
import hopmend.prove.Remedy;
import hopmend.relearn.Routine;
import hopmend.sensor.Trait;
import hopmend.sensor.Traits;
import hopmend.swap.Caution;
import hopmend.swap.Fastener;
import hopmend.swap.Ledger;
import hopmend.swap.Step;
import hopmend.swap.Work;
import hopmend.swap.WorkOrder;
import hopmend.verify.SensorProof;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;

/** One job, several sensors: their own verdicts, parts and steps; one way in, ledger and proof. */
class TargetsTest extends JobOnPaper {
  private void renew() {
    said(new Fact.VerdictTaken(Remedy.REPLACE_SENSOR, "", 0.9, "seen before", "renew-sensor"));
  }

  /** Says a fact as the desk does: about the sensor that it is of, with what follows from it. */
  private void said(Fact fact) {
    Workup w = workup();
    assertThat(JobRules.refuse(w, fact, Long.MAX_VALUE, ANN)).as(fact.toString()).isEmpty();
    say(fact, w.about(fact));
    w.following(fact, WORDS).forEach(f -> say(f.fact(), f.about()));
  }

  private void turnTo(String card, String site) {
    said(new Fact.SensorChosen(card, site));
  }

  private void choosePart(boolean pair) {
    var choice = workup().here().partChoice().orElseThrow();
    said(new Fact.PartChosen(choice.recommended().orElseThrow().part(), pair, ""));
    said(workup().here().picking().comparing(List.of(Bench.Held.alike(Bench.PLUG)), true, ""));
  }

  private List<String> ids() {
    return workup().workOrder().orElseThrow().steps().stream().map(Step::id).toList();
  }

  private void tickUntil(String last) {
    for (Step s : workup().workOrder().orElseThrow().steps()) {
      if (!workup().ticks().containsKey(s.id())) {
        said(Fact.StepTicked.asPlanned(s));
      }
      if (s.id().equals(last)) {
        return;
      }
    }
  }

  private String at(Hop hop) {
    Standing s = HopLine.of(workup(), T0).at(hop);
    return s.kind() + ": " + JobOnPaper.said(s.says());
  }

  @Test
  void whoeverTakesThePairHasTheTwinWithItsOwnPartAndStepsAndTheWayInOnce() {
    on("wherrill-sedge-12", "P0340");
    renew();
    choosePart(true);
    assertThat(at(Hop.PICK)).isEqualTo("OPEN: then for the Exhaust camshaft sensor");
    assertThat(workup().targets()).extracting(Target::name).hasSize(2);
    assertThat(workup().targets().get(1).state().verdict().orElseThrow().reason())
        .contains("pair with the Intake camshaft sensor");
    turnTo("wherrill-sedge-12", "cam-exhaust");
    choosePart(false);
    assertThat(ids()).containsOnlyOnce("key-out", "off:engine-cover", "look-round");
    JobCost both = workup().cost().orElseThrow();
    assertThat(both.parts()).extracting(JobCost.Line::sensor).hasSize(2);
    assertThat(both.waiting()).isEmpty();
    double apart =
        workup().targets().stream().mapToDouble(t -> t.workOrder().orElseThrow().minutes()).sum();
    assertThat(both.minutes()).as("the way in is counted once").isLessThan(apart);
    assertThat(both.total())
        .isEqualTo(
            both.parts().get(0).pay() + both.parts().get(1).pay() + both.minutes() * 68 / 60);
    assertThat(ids()).contains("off:intake-duct", "off:exhaust-shield");
    assertThat(ids()).contains("unplug@cam-intake", "unplug@cam-exhaust", "tighten@cam-exhaust");
    tickUntil("unplug@cam-exhaust");
    assertThat(workup().ledger().open())
        .extracting(Ledger.Line::item)
        .contains("engine cover", "sensor plug, Exhaust camshaft sensor")
        .doesNotContain("sensor plug, Intake camshaft sensor");
    Ledger here = workup().ledger();
    turnTo("wherrill-sedge-12", "cam-intake");
    assertThat(workup().ledger()).as("one ledger, whoever is at hand").isEqualTo(here);
    tickUntil("look-round");
    assertThat(at(Hop.SWAP)).isEqualTo("DONE: 33 of 33 steps");
    assertThat(workup().ledger().isSettled()).isTrue();
  }

  /** Its card: "the input sensor stands before it". */
  @Test
  void ofTwoSensorsTheOneThatHidesTheOtherComesOutFirstAndGoesInLast() {
    on("brannick-causeway-24", "P0791");
    assertThat(ids()).contains("off:input-sensor");
    renew();
    turnTo("brannick-causeway-24", "input");
    renew();
    assertThat(ids())
        .doesNotContain("off:input-sensor")
        .containsOnlyOnce("wheel-off", "raise", "lower")
        .containsSubsequence(
            "lift-out@input", "unplug@intermediate", "plug@intermediate", "start-hand@input");
  }

  @Test
  void aSensorThatComesWhenAllIsBackHasAnOrderOfItsOwn() {
    on("brannick-causeway-24", "P0715");
    renew();
    choosePart(false);
    tickUntil("");
    assertThat(at(Hop.SWAP)).startsWith("DONE");
    turnTo("brannick-causeway-24", "output");
    renew();
    assertThat(workup().ticks()).isEmpty();
    assertThat(ids()).contains("raise", "unplug").doesNotContain("wheel-off");
    assertThat(at(Hop.CLEAR)).startsWith("BLOCKED");
    turnTo("brannick-causeway-24", "input");
    assertThat(at(Hop.SWAP)).isEqualTo("BLOCKED: by Pick");
    assertThat(
            workup().signOff(List.of(), LocalDate.of(2026, 11, 24)).missing().stream()
                .map(JobOnPaper::said)
                .toList())
        .contains("finish the work on the Output shaft speed sensor");
  }

  @Test
  void whatIsLoweredBeforeAnotherSensorJoinsIsRaisedAgainForIt() {
    on("brannick-causeway-24", "P0715");
    renew();
    choosePart(false);
    tickUntil("wheel-bolts");
    turnTo("brannick-causeway-24", "output");
    renew();
    assertThat(workup().ticks())
        .as("the wheel comes off once more, and its bolts are tightened once more")
        .containsKeys("unplug@input", "plug@input")
        .doesNotContainKeys("raise", "lower", "wheel-off", "wheel-on", "wheel-bolts");
  }

  @Test
  void whatIsStillOffWhenAnotherSensorJoinsStaysOff() {
    on("brannick-causeway-24", "P0715");
    renew();
    choosePart(false);
    tickUntil("plug");
    turnTo("brannick-causeway-24", "output");
    renew();
    assertThat(workup().ticks()).containsKeys("key-out", "loosen-wheel", "raise", "wheel-off");
    assertThat(workup().ledger().owed()).as("raised, wheel, its five bolts").isEqualTo(7);
  }

  /**
   * The old one has to be out to be compared; a wrong one stops the work and is not offered again.
   */
  @Test
  void nothingGoesInBeforeOldAndNewLayTogether() {
    on("wherrill-sedge-12", "P0340");
    renew();
    Part first = workup().here().partChoice().orElseThrow().recommended().orElseThrow().part();
    said(new Fact.PartChosen(first, false, ""));
    tickUntil("lift-out");
    Step compare = workup().workOrder().orElseThrow().step("compare").orElseThrow();
    assertThat(refused(Fact.StepTicked.asPlanned(compare))).contains("Compare them in Pick");
    said(
        workup()
            .here()
            .picking()
            .comparing(List.of(new Bench.Held(Bench.PLUG, "", "", false)), true, ""));
    assertThat(at(Hop.SWAP)).isEqualTo("BLOCKED: by Pick");
    assertThat(workup().here().partChoice().orElseThrow().wrong())
        .filteredOn(c -> c.part().equals(first))
        .singleElement()
        .satisfies(c -> assertThat(said(c.fit().reasons().get(0).words())).contains("connector"));
    said(
        new Fact.PartChosen(
            workup().here().partChoice().orElseThrow().recommended().orElseThrow().part(),
            false,
            ""));
    said(workup().here().picking().comparing(List.of(Bench.Held.alike(Bench.PLUG)), true, ""));
    assertThat(at(Hop.SWAP)).startsWith("OPEN");
    assertThat(refused(Fact.StepTicked.asPlanned(compare))).doesNotContain("Pick");
  }

  @Test
  void aLearnerDoesNotDecideOnTheTwin() {
    on("wherrill-sedge-12", "P0340");
    renew();
    var learner = new JobRules.Person("nils", Role.LEARNER);
    Part number = workup().here().partChoice().orElseThrow().recommended().orElseThrow().part();
    assertThat(JobRules.refuse(workup(), new Fact.PartChosen(number, true, ""), 99, learner))
        .isPresent();
    assertThat(JobRules.refuse(workup(), new Fact.PartChosen(number, false, ""), 99, learner))
        .isEmpty();
  }

  /** The wherrill-sedge-12 has no second crankshaft sensor, nor any other of its kind. */
  @Test
  void whereTheCardNamesNoSensorNothingFollowsFromAPair() {
    on("wherrill-sedge-12", "P0385");
    assertThat(workup().site()).isEmpty();
    assertThat(workup().following(new Fact.PartChosen("N", true, "", null, null), WORDS)).isEmpty();
  }

  /** A file may tell anything; only what a person is asked here counts. */
  @Test
  void noTraitOfTheVehicleIsToldAway() {
    on("kelvane-otter-20", "P0335");
    say(new Fact.TraitTold("near", "fan"));
    assertThat(ids()).contains("battery-off");
  }

  /** Its crank sensor sits by the alternator's cable: the battery comes off, and is told so. */
  @Test
  void whatTheWayInMakesForgottenIsTaughtAgain() {
    on("kelvane-otter-20", "P0335");
    assertThat(ids()).containsSubsequence("key-out", "battery-off", "unplug", "plug", "battery-on");
    assertThat(workup().routines()).extracting(Routine::id).contains("crank-learn", "idle-learn");
    said(new Fact.VerdictTaken(Remedy.REPAIR_WIRING, "", 0.2, "seen", "repair-wiring"));
    assertThat(workup().routines()).extracting(Routine::id).containsExactly("idle-learn");
    entries.clear();
    on("kelvane-otter-20", "P0340");
    assertThat(workup().routines()).extracting(Routine::id).doesNotContain("idle-learn");
  }

  /** Hot, warm or cold: practitioners disagree; no engine runs indoors without extraction. */
  @Test
  void theOrderFollowsTheSchoolThatWasChosenAndNeverRunsAnEngineIndoors() {
    on("wherrill-teal-16", "P0131");
    assertThat(workup().here().asked()).extracting(Trait::trait).contains("rust", "room");
    assertThat(ids()).contains("cool", "run-warm").doesNotContain("run-hot", "seized-thread");
    said(new Fact.TraitTold("removal", "hot"));
    said(new Fact.TraitTold("rust", "seized"));
    assertThat(ids()).contains("run-hot", "seized-thread").doesNotContain("cool");
    said(new Fact.TraitTold("indoors", "indoors, no extraction"));
    assertThat(ids()).contains("soak-night").doesNotContain("run-hot", "run-warm", "cool");
    said(new Fact.TraitTold("deadline", "today"));
    assertThat(ids()).contains("soak-hour").doesNotContain("soak-night", "run-hot");
    for (Fact.TraitTold wrong :
        List.of(
            new Fact.TraitTold("removal", "tepid"),
            new Fact.TraitTold("removal", "hot"),
            new Fact.TraitTold("wires", "2"))) {
      assertThat(JobRules.refuse(workup(), wrong, 99, ANN)).as("%s", wrong).isPresent();
    }
  }

  @Test
  void theOrderFollowsTheThreadOfTheChosenPart() {
    on("wherrill-teal-16", "P0131");
    renew();
    assertThat(ids()).contains("compound").doesNotContain("compound-dab", "compound-there");
    choosePart(false);
    assertThat(ids()).contains("compound-there").doesNotContain("compound", "compound-dab");
    Part bare =
        workup().here().partChoice().orElseThrow().candidates().stream()
            .map(c -> c.part())
            .filter(p -> "bare".equals(p.traits().get("compound")))
            .findFirst()
            .orElseThrow();
    said(new Fact.PartChosen(bare, false, "nothing else on the shelf"));
    assertThat(ids()).contains("compound-dab").doesNotContain("compound-there");
  }

  /** 14 bolts of two kinds: ten of one value, four of another; all of them are owed. */
  @Test
  void whatHoldsAShieldComesOffCountedAndGoesBackByItsKinds() {
    on("lorrimar-skiff-re", "P0451");
    WorkOrder order = workup().workOrder().orElseThrow();
    Step off = order.step("off:structural-shield").orElseThrow();
    assertThat(off.loosens()).extracting(Fastener::count).containsExactly(10, 4);
    assertThat(off.debts().stream().mapToInt(d -> d.count()).sum()).isEqualTo(15);
    assertThat(off.fastener()).isEmpty();
    Step on = order.step("on:structural-shield").orElseThrow();
    Step second = order.step("on:structural-shield:m10-structural-shield").orElseThrow();
    assertThat(on.fastener().flatMap(Fastener::torque).orElseThrow().value()).isEqualTo(24);
    assertThat(second.fastener().flatMap(Fastener::torque).orElseThrow().value()).isEqualTo(48);
    assertThat(second.after()).contains(on.id());
  }

  /** What neither a code nor a monitor tells is asked of every sensor, each by its variant. */
  @Test
  void whatHasToBeSeenIsAskedOfEverySensorOfTheJob() {
    on("wherrill-teal-16", "P0131");
    renew();
    choosePart(false);
    turnTo("wherrill-teal-16", "oxygen-2");
    renew();
    choosePart(false);
    assertThat(refused(new Fact.ProofSeen("oxygen-1", "swings", true, "")))
        .contains("Clear the codes first");
    tickUntil("look-round");
    said(new Fact.CodesCleared("0HMWS3A07K1000342"));
    assertThat(missing(LocalDate.of(2026, 11, 26)))
        .contains(
            "see for yourself: The voltage swings again",
            "see for yourself: Behind the catalyst it stands still");
    said(new Fact.ProofSeen("oxygen-1", "swings", true, ""));
    assertThat(workup().here().name()).isEqualTo(workup().target("oxygen-2").orElseThrow().name());
    assertThat(missing(LocalDate.of(2026, 11, 26)))
        .doesNotContain("see for yourself: The voltage swings again")
        .contains("see for yourself: Behind the catalyst it stands still");
    assertThat(refused(new Fact.ProofSeen("oxygen-2", "swings", true, "")))
        .contains("has to be seen");
    said(new Fact.VerdictTaken(Remedy.REPLACE_SENSOR, "", 0.9, "it came back", "renew-sensor"));
    assertThat(workup().target("oxygen-1").orElseThrow().state().seen("swings")).isEmpty();
  }

  @Test
  void theVehiclesYearAndTheShopsEquipmentAreTraits() {
    on("lorrimar-skiff-re", "P0451");
    renew();
    assertThat(workup().here().traits().values()).containsEntry("model year", List.of("2008 on"));
    assertThat(workup().here().proofs()).extracting(SensorProof::id).doesNotContain("smoke");
    ShopSettings better = shop(68, 8, 40_000, List.of("smoke machine", "crystal ball"));
    assertThat(workup(better).here().proofs()).extracting(SensorProof::id).contains("smoke");
  }

  /** Whoever looks gets the same work; only what is said beside it may differ. */
  @Test
  void aCautionMayBeMeantForWhoWantsToReadMore() {
    on("wherrill-sedge-12", "P0340");
    Caution tool =
        workup().workOrder().orElseThrow().step("tighten").orElseThrow().cautions().stream()
            .filter(c -> c.id().equals("power-tool"))
            .findFirst()
            .orElseThrow();
    assertThat(CATALOG.isMeantFor(tool, Traits.UNKNOWN.with("reads", "full"))).isTrue();
    assertThat(CATALOG.isMeantFor(tool, Traits.UNKNOWN.with("reads", "brief"))).isFalse();
    assertThat(CATALOG.isMeantFor(CATALOG.caution("raised"), Traits.UNKNOWN)).isTrue();
  }

  @Test
  void noFactIsTakenForAnotherSensorThanThePageShowed() {
    on("wherrill-sedge-12", "P0340");
    long seen = workup().state().lastSequence();
    turnTo("wherrill-sedge-12", "cam-exhaust");
    Fact tick = new Fact.StepTicked("key-out", null);
    assertThat(JobRules.refuse(workup(), tick, seen, ANN).orElseThrow().kind())
        .isEqualTo(Refusal.Kind.CHANGED);
    assertThat(JobRules.refuse(workup(), tick, seen + 1, ANN)).isEmpty();
    assertThat(JobRules.refuse(workup(), new Fact.SensorChosen("x", "y"), seen + 1, ANN))
        .isPresent();
  }

  @Test
  void aRepairThatFailedItsProofStartsARoundWhereWhatWasFoundStays() {
    on("wherrill-sedge-12", "P0340");
    said(new Fact.CheckAnswered("connector-home", "home"));
    said(new Fact.VerdictTaken(Remedy.CLEAN_OR_RESEAT, "", 0.2, "green", "reseat-connector"));
    assertThat(at(Hop.PICK)).isEqualTo("DONE: no part needed");
    tickUntil("");
    said(new Fact.CodesCleared("0HMWS3A07K1000342"));
    ReadCode back = ReadCode.of(TroubleCode.parse("P0340"), CodeState.CURRENT);
    said(new Fact.CodesRead(Fact.CodeSource.VEHICLE, List.of(back), List.of(), ""));
    assertThat(at(Hop.CLEAR)).isEqualTo("OPEN: codes came back");
    renew();
    assertThat(WORDS.of(workup().here().triedBefore())).isEqualTo("Clean and reseat the connector");
    assertThat(workup().state().answers()).hasSize(1);
    assertThat(workup().ticks()).isEmpty();
    assertThat(workup().state().cleared()).isEmpty();
    assertThat(at(Hop.PICK)).isEqualTo("NOT_STARTED: no part chosen");
  }

  @Test
  void whatAnEarlierVerdictLeftOffIsStillOwedUnderTheNext() {
    on("wherrill-sedge-12", "P0340");
    renew();
    choosePart(false);
    tickUntil("release-bolt");
    said(new Fact.VerdictTaken(Remedy.REPAIR_WIRING, "", 0.2, "wire seen", "repair-wiring"));
    assertThat(workup().ticks().keySet()).contains("off:intake-duct", "unplug");
    assertThat(workup().ledger().open())
        .extracting(Ledger.Line::item)
        .contains("sensor plug", "sensor bolt");
    said(new Fact.PiecesMoved("sensor bolt", -1));
    assertThat(workup().ledger().open())
        .extracting(Ledger.Line::item)
        .doesNotContain("sensor bolt");
    tickUntil("");
    assertThat(at(Hop.SWAP)).isEqualTo("OPEN: write down what was done");
    said(new Fact.RepairNoted("spliced the signal wire"));
    assertThat(at(Hop.SWAP)).startsWith("DONE");
  }

  @Test
  void whatIsOnlyWatchedNeedsADayAndNoClearing() {
    on("wherrill-sedge-12", "P0340");
    said(new Fact.VerdictTaken(Remedy.MONITOR, "", 0.2, "once only", "watch"));
    assertThat(missing(LocalDate.of(2026, 12, 8)))
        .contains("finish the work on the Intake camshaft sensor");
    tickUntil("");
    Fact without = new Fact.RepairNoted("lamp at the ramp");
    assertThat(JobRules.refuse(workup(), without, 99, ANN).orElseThrow().field())
        .isEqualTo("until");
    said(new Fact.RepairNoted("lamp at the ramp", LocalDate.of(2026, 12, 8)));
    assertThat(at(Hop.CLEAR)).startsWith("DONE");
    assertThat(at(Hop.VERIFY)).isEqualTo("OPEN: watched until 2026-12-08");
    assertThat(missing(LocalDate.of(2026, 12, 1))).containsExactly("watch it until 2026-12-08");
    assertThat(missing(LocalDate.of(2026, 12, 8))).isEmpty();
  }

  private List<String> missing(LocalDate today) {
    return workup().signOff(List.of(), today).missing().stream().map(JobOnPaper::said).toList();
  }

  @Test
  void aWorkIsOfferedWhereTheSensorHasWhatItTakes() {
    assertThat(offered("wherrill-sedge-12", "P0340"))
        .contains("renew-seal", "clean-sensor", "repair-wiring", "watch");
    assertThat(offered("wherrill-teal-16", "P0131"))
        .contains("renew-sensor")
        .doesNotContain("renew-seal");
    assertThat(offered("wherrill-teal-16", "P0420"))
        .contains("hand-over-mechanical", "repair-wiring")
        .doesNotContain("renew-sensor", "clean-sensor");
  }

  private List<String> offered(String card, String code) {
    entries.clear();
    return on(card, code).here().works().stream().map(Work::id).toList();
  }
}
