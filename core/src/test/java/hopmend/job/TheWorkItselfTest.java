package hopmend.job;

import static hopmend.message.English.WORDS;
import static org.assertj.core.api.Assertions.assertThat;

import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.part.Bench;
import hopmend.prove.Remedy;
import hopmend.prove.Verdict;
import hopmend.swap.Fastener;
import hopmend.swap.Ledger;
import hopmend.swap.Mishap;
import hopmend.swap.Step;
import hopmend.swap.WorkOrder;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Ticks with looks, fluids, second looks, mishaps and schools, as the rules of a job take them. */
class TheWorkItselfTest extends WalkedJob {
  private static final JobRules.Person NILS = new JobRules.Person("nils", Role.LEARNER);

  private void toTheWork(String card, String code) {
    on(card, code);
    if (workup().binding().isPresent()) {
      say(new Fact.GateOverruled(Hop.SWAP, "de-energised and proven dead by a trained person"));
    }
    say(new Fact.VerdictTaken(Remedy.REPLACE_SENSOR, "sensor", 0.9, "decided for this test"));
    say(new Fact.SiteConfirmed(workup().site().orElseThrow().site().id()));
    pick(workup().site().orElseThrow().site());
  }

  private Step step(String id) {
    return workup().workOrder().orElseThrow().step(id).orElseThrow();
  }

  private List<String> ids() {
    return workup().workOrder().orElseThrow().steps().stream().map(Step::id).toList();
  }

  private void workUntil(String id) {
    for (Step s : workup().workOrder().orElseThrow().steps()) {
      if (s.id().equals(id)) {
        return;
      }
      if (!workup().ticks().containsKey(s.id())) {
        say(Fact.StepTicked.asPlanned(s));
        if (workup().looksOwed().contains(s)) {
          say(new Fact.StepLookedAt(s.id()));
        }
      }
    }
  }

  @Test
  void aPlugIsDoneOnlyWhenItClickedHeldAndItsSecondLockIsShut() {
    toTheWork("wherrill-sedge-12", "P0340");
    workUntil("plug");
    assertThat(refused(new Fact.StepTicked("plug", null, List.of("It clicks"), null)))
        .startsWith("Look at each and tick it:")
        .contains("A tug: it stays; The second lock is closed")
        .doesNotContain("It clicks");
    assertThat(refused(Fact.StepTicked.asPlanned(step("plug")))).isEqualTo("taken");
    JobRules.Person other = JobRules.Person.elsewhere("ann", catalog());
    assertThat(JobRules.refuse(workup(), new Fact.StepTicked("plug", null), 999, other))
        .as("a file from before looks were asked for is taken in")
        .isEmpty();
  }

  @Test
  void whatRanOutIsMeasuredAndGoesInAgain() {
    toTheWork("wherrill-teal-16", "P0117");
    workUntil("drain-coolant");
    Step drain = step("drain-coolant");
    assertThat(refused(new Fact.StepTicked(drain.id(), null))).contains("how much coolant");
    Reading toomuch = Reading.of(90, MeasureUnit.LITRE);
    assertThat(refused(new Fact.StepTicked(drain.id(), null, List.of(), toomuch)))
        .contains("up to 60 l");
    Reading quarts = Reading.of(3, MeasureUnit.QUART);
    say(new Fact.StepTicked(drain.id(), null, List.of(), quarts));
    // 1 US liquid quart = 0.946352946 l (NIST SP 811).
    assertThat(workup().ledger().open())
        .filteredOn(Ledger.Line::fluid)
        .singleElement()
        .satisfies(l -> assertThat(l.taken()).isEqualTo(2839));
    workUntil("refill");
    assertThat(workup().ledger().isSettled()).as("the coolant is owed").isFalse();
    Step refill = step("refill");
    Reading little = Reading.of(1.1, MeasureUnit.LITRE);
    assertThat(refused(new Fact.StepTicked(refill.id(), null, refill.confirms(), little)))
        .contains("ran out, 1.1 l went in: the rest is air");
    Reading right = Reading.of(2.7, MeasureUnit.LITRE);
    say(new Fact.StepTicked(refill.id(), null, refill.confirms(), right));
    assertThat(workup().ledger().isSettled()).isTrue();
    entries.removeIf(e -> e.fact() instanceof Fact.StepTicked t && t.step().equals("refill"));
    assertThat(workup().ledger().owed()).as("a strike takes it out again").isEqualTo(1);
  }

  @Test
  void somebodyLooksAtWhatALearnerDidWhereTheCautionAsksForIt() {
    toTheWork("wherrill-plover-10", "P0335");
    Fact raised = Fact.StepTicked.asPlanned(step("raise"));
    Fact keyOut = Fact.StepTicked.asPlanned(step("key-out"));
    assertThat(JobRules.saidBy(workup(), keyOut, NILS)).isEqualTo(keyOut);
    Fact told = JobRules.saidBy(workup(), new Fact.StepTicked("on:under-shield", null), ANN);
    assertThat(((Fact.StepTicked) told).tightness()).isEqualTo(Fastener.Kind.SNUG);
    Fact byNils = JobRules.saidBy(workup(), raised, NILS);
    assertThat(((Fact.StepTicked) byNils).learned()).isTrue();
    assertThat(JobRules.saidBy(workup(), raised, ANN)).isEqualTo(raised);
    workUntil("raise");
    say(byNils);
    assertThat(workup().looksOwed()).extracting(Step::id).containsExactly("raise");
    Fact look = new Fact.StepLookedAt("raise");
    assertThat(JobRules.refuse(workup(), look, 999, NILS))
        .hasValueSatisfying(r -> assertThat(said(r.says())).contains("Ask a technician"));
    assertThat(refused(new Fact.StepLookedAt("key-out"))).contains("Nobody asks");
    assertThat(refused(new Fact.StepLookedAt("lower"))).contains("not done yet");
    while (workup().nextStep().isPresent()) {
      Step next = workup().nextStep().get();
      say(Fact.StepTicked.asPlanned(next));
      if (next.secondLook()) {
        say(new Fact.StepLookedAt(next.id()));
      }
    }
    assertThat(at(Hop.SWAP)).isEqualTo("OPEN: 1 step to be looked at by another person");
    assertThat(refused(new Fact.CodesCleared("0HMWS3A07K1000342"))).contains("Swap");
    say(look);
    assertThat(workup().looksOwed()).isEmpty();
    assertThat(at(Hop.SWAP)).startsWith("DONE");
  }

  @Test
  void aSecondLookStandsBeforeWhateverFollows() {
    toTheWork("wherrill-plover-10", "P0335");
    workUntil("locks-in");
    say(Fact.StepTicked.asPlanned(step("locks-in")));
    assertThat(refused(Fact.StepTicked.asPlanned(step("centre-off"))))
        .contains("First somebody looks again at \"Both locking tools in");
    say(new Fact.StepLookedAt("locks-in"));
    assertThat(refused(Fact.StepTicked.asPlanned(step("centre-off")))).isEqualTo("taken");
    assertThat(workup().ledger().open())
        .extracting(Ledger.Line::item)
        .contains("locking tool in the engine");
  }

  @Test
  void aMishapBecomesAStepBeforeTheOneAtWhichItHappened() {
    toTheWork("wherrill-teal-16", "P0131");
    double before = workup().workOrder().orElseThrow().minutes();
    assertThat(workup().mishaps("unscrew")).extracting(Mishap::id).contains("seized", "rounded");
    assertThat(workup().mishaps("plug")).extracting(Mishap::id).doesNotContain("seized");
    assertThat(refused(new Fact.MishapMet("unscrew", "seized", "no such way")))
        .contains("can happen");
    say(new Fact.MishapMet("unscrew", "seized", "heat"));
    assertThat(ids()).containsSubsequence("penetrant", "mend:unscrew:seized-heat", "unscrew");
    WorkOrder order = workup().workOrder().orElseThrow();
    assertThat(order.minutes()).isEqualTo(before + 20);
    assertThat(order.tools()).contains("induction heater or torch");
    workUntil("mend:unscrew:seized-heat");
    assertThat(refused(Fact.StepTicked.asPlanned(step("unscrew")))).startsWith("First");
    say(Fact.StepTicked.asPlanned(step("mend:unscrew:seized-heat")));
    assertThat(refused(Fact.StepTicked.asPlanned(step("unscrew")))).isEqualTo("taken");
    say(new Fact.MishapMet("on:engine-cover", "clip-broken", "renew-clip"));
    assertThat(workup().workOrder().orElseThrow().supplies())
        .contains("clip or retainer of its kind");
  }

  @Test
  void whatFellIsFoundOrDeclaredLostWithAReason() {
    toTheWork("wherrill-sedge-12", "P0340");
    assertThat(refused(new Fact.PiecesLost("sensor bolt, fell", 1, "below the tray")))
        .contains("Nothing called");
    say(new Fact.PiecesMoved("sensor bolt, fell", 2));
    say(new Fact.PiecesMoved("sensor bolt, fell", -1));
    assertThat(refused(new Fact.PiecesLost("sensor bolt, fell", 2, "below the tray")))
        .contains("Only 1");
    assertThat(refused(new Fact.PiecesLost("sensor bolt, fell", 1, "?")))
        .contains("where it may lie");
    say(new Fact.PiecesLost("sensor bolt, fell", 1, "behind the closed frame, cannot move"));
    assertThat(workup().ledger().isSettled()).isTrue();
    assertThat(workup().ledger().lines()).anyMatch(Ledger.Line::isLost);
    assertThat(workup().state().lost()).hasSize(1);
  }

  @Test
  void whatIsOffTellsTheCodesThatWouldCome() {
    toTheWork("wherrill-sedge-12", "P0340");
    assertThat(workup().codesIfSwitchedOn()).isEmpty();
    workUntil("clean-around");
    assertThat(workup().codesIfSwitchedOn())
        .extracting(p -> p.name() + " " + p.sets().get(0).text())
        .containsExactly(
            "intake air temperature plug P0110-P0114",
            "plug of the Intake camshaft sensor P0340-P0344");
    workUntil("look-round");
    assertThat(workup().codesIfSwitchedOn()).as("all is back").isEmpty();
  }

  /** Dirt on the tip of a camshaft sensor is cleaned; the part that is out says so in time. */
  @Test
  void theOldPartCanSpeakAgainstTheVerdictBeforeTheNewOneGoesIn() {
    toTheWork("wherrill-sedge-12", "P0340");
    workUntil("count-seal");
    assertThat(workup().here().looksAtTheOldPart())
        .extracting(c -> c.id())
        .containsExactly("seal-look", "tip");
    assertThat(workup().here().oldPartSaysOtherwise()).isEmpty();
    say(new Fact.CheckAnswered("oil-condition", "black"));
    say(new Fact.CheckAnswered("tip", "coated"));
    Verdict then = workup().here().oldPartSaysOtherwise().orElseThrow();
    assertThat(then.suspect().id()).isEqualTo("dirty-oil");
    assertThat(then.suspect().remedy()).isEqualTo(Remedy.CLEAN_OR_RESEAT);
  }

  @Test
  void meanwhileIsWhatDoesNotHangOnTheWait() {
    toTheWork("brannick-moor-v6", "P0131");
    Fact.PartChosen one = workup().state().part().orElseThrow();
    say(new Fact.VerdictTaken(Remedy.REPLACE_SENSOR, "sensor", 0.9, "both, for this test"));
    pickThePair(one);
    String waits = "penetrant@o2-11";
    workUntil(waits);
    say(new Fact.WaitBegun(waits, 15));
    WorkOrder order = workup().workOrder().orElseThrow();
    List<Step> meanwhile = order.meanwhile(waits, workup().ticks().keySet());
    assertThat(meanwhile).isNotEmpty().extracting(Step::id).doesNotContain(waits, "unscrew@o2-11");
    for (Step s : meanwhile) {
      assertThat(refused(Fact.StepTicked.asPlanned(s))).as(s.id()).isEqualTo("taken");
    }
  }

  private void pickThePair(Fact.PartChosen one) {
    Fact.PartChosen both = new Fact.PartChosen(one.part(), true, "same age");
    List<Following> twin = workup().following(both, WORDS);
    say(both);
    twin.forEach(f -> say(f.fact(), f.about()));
    say(workup().here().picking().comparing(List.of(Bench.Held.alike(Bench.PLUG)), true, ""));
  }

  // Schools

  private SchoolOffered school(String id) {
    return workup().here().schoolsOffered().stream()
        .filter(s -> s.school().id().equals(id))
        .findFirst()
        .orElseThrow(() -> new AssertionError(id));
  }

  private SchoolOffered.Answer answer(String school, String value) {
    return school(school).answers().stream()
        .filter(a -> a.option().value().equals(value))
        .findFirst()
        .orElseThrow();
  }

  @Test
  void theWayOutOfTheExhaustIsAdvisedByRustDeadlinePlaceAndSkill() {
    toTheWork("wherrill-teal-16", "P0131");
    assertThat(school("removal").taken().option().value()).isEqualTo("warm");
    assertThat(school("removal").decides())
        .extracting(t -> t.trait())
        .containsExactlyInAnyOrder("rust", "deadline", "indoors", "skill");
    assertThat(answer("removal", "cold").waits()).isEqualTo(720);
    assertThat(answer("removal", "cold").comes())
        .extracting(Step::id)
        .containsExactly("soak-night");
    assertThat(answer("removal", "cold").goes())
        .extracting(Step::id)
        .containsExactly("run-warm", "cool", "penetrant");
    say(new Fact.TraitTold("skill", "owner or learner"));
    assertThat(school("removal").taken().option().value()).isEqualTo("cold");
    assertThat(ids()).contains("soak-night").doesNotContain("run-warm");
    say(new Fact.TraitTold("deadline", "today"));
    assertThat(school("removal").taken().option().value()).isEqualTo("soak");
    assertThat(answer("removal", "cold").barred()).isPresent();
    assertThat(refused(new Fact.TraitTold("removal", "hot")))
        .contains("Not here: Hot metal and haste");
    say(new Fact.TraitTold("skill", "practised"));
    say(new Fact.TraitTold("rust", "seized"));
    assertThat(school("removal").taken().option().value()).as("seized, today").isEqualTo("hot");
    say(new Fact.TraitTold("removal", "warm"));
    assertThat(school("removal").told()).isTrue();
    assertThat(ids()).contains("run-warm").doesNotContain("run-hot");
    say(new Fact.TraitTold("indoors", "indoors, no extraction"));
    assertThat(ids())
        .as("what was chosen is barred now")
        .contains("soak-hour")
        .doesNotContain("run-warm", "run-hot");
  }

  @Test
  void theBatteryComesOffWhereItMustAndCostsWhatItForgets() {
    toTheWork("wherrill-sedge-12", "P0340");
    assertThat(answer("battery", "on").taken()).isTrue();
    assertThat(answer("battery", "off").teaches()).isNotEmpty();
    assertThat(answer("battery", "on").teaches()).isEmpty();
    assertThat(ids()).doesNotContain("battery-off");
    say(new Fact.TraitTold("battery", "off"));
    assertThat(ids()).containsSubsequence("battery-off", "unplug", "battery-on");
    workUntil("unplug");
    assertThat(refused(new Fact.TraitTold("battery", "on"))).contains("put back");
    entries.clear();
    on("kelvane-otter-20", "P0335");
    assertThat(ids()).as("beside the alternator's cable").contains("battery-off");
    assertThat(answer("battery", "on").barred().orElseThrow()).contains("always carries");
    assertThat(refused(new Fact.TraitTold("battery", "on"))).contains("Not here");
  }

  @Test
  void compoundSealantAndLubricantFollowThePartAndTheCard() {
    toTheWork("wherrill-teal-16", "P0117");
    assertThat(ids()).contains("sealant-there");
    assertThat(answer("thread sealant", "tape").barred()).isPresent();
    say(new Fact.TraitTold("thread sealant", "paste"));
    assertThat(ids()).contains("sealant-paste").doesNotContain("sealant-there");
    entries.clear();
    toTheWork("wherrill-sedge-12", "P0340");
    say(new Fact.TraitTold("seal lubricant", "dry"));
    assertThat(ids()).contains("dry-seal").doesNotContain("oil-seal");
    assertThat(ids()).containsSubsequence("dry-seal", "start-hand");
  }

  @Test
  void cleaningAFilmIsAnotherWorkWithItsOwnProof() {
    toTheWork("wherrill-teal-16", "P0101");
    SchoolOffered.Answer clean = answer("film", "clean");
    assertThat(answer("film", "new sensor").taken()).isTrue();
    assertThat(clean.comes()).extracting(Step::id).contains("clean-face");
    say(workup().here().taking(catalog().work("clean-sensor").orElseThrow(), "cheap to try"));
    assertThat(answer("film", "clean").taken()).isTrue();
    assertThat(workup().here().work().orElseThrow().id()).isEqualTo("clean-sensor");
  }
}
