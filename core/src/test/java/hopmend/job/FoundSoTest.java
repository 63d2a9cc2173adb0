package hopmend.job;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.prove.Remedy;
import hopmend.swap.Ledger;
import hopmend.swap.Step;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** What is found off when the vehicle comes is owed as if it had been taken off here. */
class FoundSoTest extends JobOnPaper {
  @BeforeEach
  void aJobBeforeItsFirstStep() {
    Workup w = on("osmere-heron-20", "P0335");
    say(new Fact.VerdictTaken(Remedy.REPLACE_SENSOR, "sensor", 0.9, "swapped to test"));
    say(new Fact.SiteConfirmed(w.site().orElseThrow().site().id()));
  }

  private Step step(Predicate<Step> which) {
    return workup().workOrder().orElseThrow().steps().stream()
        .filter(which)
        .findFirst()
        .orElseThrow();
  }

  private Optional<String> refused(Step step, String how) {
    return JobRules.refuse(workup(), new Fact.StepTicked(step.id(), null, how), 99, ANN)
        .map(r -> JobOnPaper.said(r.says()));
  }

  @Test
  void aShieldThatWasOffAlreadyIsOwed() {
    for (Step s : workup().workOrder().orElseThrow().steps()) {
      boolean shield = s.id().equals("off:under-shield");
      String how = shield ? "already off on arrival" : "";
      assertThat(refused(s, how)).as(s.id()).isEmpty();
      say(new Fact.StepTicked(s.id(), null, how));
      if (shield) {
        break;
      }
    }
    List<Ledger.Line> owed = workup().ledger().open();
    assertThat(owed).extracting(Ledger.Line::item).contains("under-shield", "shield bolt M6");
  }

  @Test
  void aHardStopATightnessALookAndWhatGoesBackAreNeverFoundDone() {
    Step stop = step(s -> s.cautions().stream().anyMatch(c -> c.hardStop()));
    Step tight = step(s -> s.fastener().isPresent());
    Step back = step(s -> s.settles().isPresent());
    Step look = step(s -> s.id().equals("inspect"));
    for (Step s : List.of(stop, tight, back, look)) {
      assertThat(refused(s, "done by the customer")).as(s.id()).isPresent();
    }
    assertThat(refused(stop, "done by the customer").orElseThrow()).contains("whatever was found");
  }

  @Test
  void itWantsAReasonAndItsTurn() {
    Step off = step(s -> s.id().equals("off:under-shield"));
    assertThat(refused(off, "so").orElseThrow()).contains("5 to 200");
    assertThat(refused(off, "already off on arrival").orElseThrow()).contains("irst \"");
  }
}
