package hopmend.job;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.catalog.FamilySheet;
import hopmend.find.Site;
import hopmend.part.Bench;
import hopmend.prove.Check;
import hopmend.prove.Outcome;
import hopmend.prove.Plan;
import hopmend.prove.Remedy;
import hopmend.relearn.RoutineState;
import hopmend.swap.Phase;
import hopmend.swap.Step;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** A job that is walked through all eight hops as its rules allow it. */
abstract class WalkedJob extends JobOnPaper {
  @Override
  void say(Fact fact) {
    assertThat(JobRules.refuse(workup(), fact, Long.MAX_VALUE, ANN)).as(fact.toString()).isEmpty();
    super.say(fact);
  }

  String at(Hop hop) {
    Standing s = HopLine.of(workup(), T0).at(hop);
    return s.kind() + ": " + JobOnPaper.said(s.says());
  }

  /** What the way to the sensor made the controllers forget is taught by hand. */
  void forgotten() {
    workup().stillForgotten().forEach(p -> say(new Fact.TaughtByHand(p.id(), "done as written")));
  }

  /** From the code to the drive that is still to be logged. */
  void walk(String card, String code, Site site) {
    on(card, code);
    assertThat(at(Hop.READ)).startsWith("DONE");
    if (workup().binding().isPresent()) {
      say(new Fact.GateOverruled(Hop.SWAP, "de-energised and proven dead by a trained person"));
    }
    prove();
    assertThat(workup().site().orElseThrow().site()).isEqualTo(site);
    say(new Fact.SiteConfirmed(site.id()));
    pick(site);
    swap();
    assertThat(at(Hop.SWAP)).startsWith("DONE");
    assertThat(workup().ledger().owed()).isZero();
    say(new Fact.CodesCleared("0HMWS3A07K1000342"));
    say(new Fact.CodesRead(Fact.CodeSource.VEHICLE, List.of(), List.of(), ""));
    assertThat(at(Hop.CLEAR)).isEqualTo("DONE: nothing came back");
    workup()
        .routines()
        .forEach(
            r -> {
              assertThat(r.conditions()).isNotEmpty();
              say(new Fact.RoutineStarted(r.id(), r.minutes()));
              say(new Fact.RoutineEnded(r.id(), RoutineState.PASSED));
            });
    forgotten();
    assertThat(at(Hop.RELEARN)).startsWith("DONE");
    workup().here().proofs().forEach(p -> say(new Fact.ProofSeen(site.id(), p.id(), true, "")));
    say(new Fact.ReadinessRead("00076500"));
    assertThat(
            workup()
                .signOff(java.util.List.of(), java.time.LocalDate.of(2026, 11, 24))
                .missing()
                .stream()
                .map(JobOnPaper::said)
                .toList())
        .containsExactly("log a drive");
  }

  /** A sensor that is proven, found, renewed and put back, up to clearing. */
  void swapped(String card, String code) {
    on(card, code);
    prove();
    Site site = workup().site().orElseThrow().site();
    say(new Fact.SiteConfirmed(site.id()));
    pick(site);
    swap();
  }

  /** Follows the recommended checks with the likeliest result for a dead sensor. */
  void prove() {
    FamilySheet sheet = workup().sheet().orElseThrow();
    var sensor =
        sheet.suspects().stream().filter(s -> s.id().equals("sensor")).findFirst().orElseThrow();
    double first = workup().here().diagnosis().orElseThrow().probability(Remedy.REPLACE_SENSOR);
    Set<String> asked = new HashSet<>();
    while (workup().verdict().orElseThrow().remedy().isEmpty()) {
      Optional<Check> best =
          workup().here().plan().orElseThrow().checks().stream()
              .findFirst()
              .flatMap(Plan.Option::check);
      if (best.isEmpty()) {
        break;
      }
      Check next = best.get();
      assertThat(asked.add(next.id())).as("asked once only").isTrue();
      Outcome likeliest =
          next.outcomes().stream()
              .max(Comparator.comparingDouble(o -> next.likelihood(o, sensor)))
              .orElseThrow();
      say(new Fact.CheckAnswered(next.id(), likeliest.id()));
    }
    assertThat(workup().here().diagnosis().orElseThrow().probability(Remedy.REPLACE_SENSOR))
        .as("the checks of %s can convict a dead sensor", sheet.family())
        .isGreaterThan(first)
        .isGreaterThan(0.7);
    say(new Fact.VerdictTaken(Remedy.REPLACE_SENSOR, "sensor", 0.9, "all checks are done"));
  }

  void pick(Site site) {
    var choice = workup().here().partChoice().orElseThrow();
    var part = choice.recommended().orElseThrow().part();
    assertThat(part.superseded()).as("not a number that was replaced").isFalse();
    assertThat(part.number()).as("not the misfit").doesNotStartWith("PMK");
    say(new Fact.PartChosen(part, false, ""));
    say(workup().here().picking().comparing(List.of(Bench.Held.alike(Bench.PLUG)), true, ""));
    assertThat(workup().here().picking().bench().orElseThrow().stops()).isEmpty();
  }

  void swap() {
    List<Step> steps = workup().workOrder().orElseThrow().steps();
    assertThat(steps.get(0).phase()).isEqualTo(Phase.MAKE_SAFE);
    assertThat(steps.get(steps.size() - 1).phase()).isEqualTo(Phase.FINISH);
    int most = 0;
    for (Step s : steps) {
      say(Fact.StepTicked.asPlanned(s));
      if (workup().looksOwed().contains(s)) {
        say(new Fact.StepLookedAt(s.id()));
      }
      most = Math.max(most, workup().ledger().owed());
    }
    assertThat(most).as("something was owed on the way").isPositive();
  }
}
