package hopmend.job;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.find.Site;
import hopmend.swap.Step;
import org.junit.jupiter.api.Test;

/** What goes on by itself during the work: it is a fact with an end, and stands in the hop line. */
class WaitsOfTheWorkTest extends WalkedJob {
  private void upToTheWork(String card, String code) {
    on(card, code);
    prove();
    Site site = workup().site().orElseThrow().site();
    say(new Fact.SiteConfirmed(site.id()));
    pick(site);
  }

  @Test
  void aStepThatWaitsIsBegunRunsAndEndsWithItsTick() {
    upToTheWork("wherrill-teal-16", "P0131");
    Step waits =
        workup().workOrder().orElseThrow().steps().stream()
            .filter(s -> s.waits().isPresent())
            .findFirst()
            .orElseThrow();
    assertThat(refused(new Fact.WaitBegun("no-such-step", 60))).contains("wait");
    say(new Fact.WaitBegun(waits.id(), 60));
    Standing running = HopLine.of(workup(), T0.plusSeconds(600)).at(Hop.SWAP);
    assertThat(running.kind()).isEqualTo(Standing.Kind.WAITING);
    assertThat(running.secondsLeft()).isBetween(2990L, 3070L);
    assertThat(said(running.says())).contains(waits.brief());
    assertThat(HopLine.of(workup(), T0.plusSeconds(7200)).at(Hop.SWAP).secondsLeft()).isZero();
    workup().workOrder().orElseThrow().steps().stream()
        .takeWhile(s -> !s.id().equals(waits.id()))
        .forEach(s -> say(Fact.StepTicked.asPlanned(s)));
    say(new Fact.StepTicked(waits.id(), null));
    assertThat(HopLine.of(workup(), T0.plusSeconds(700)).at(Hop.SWAP).kind())
        .isEqualTo(Standing.Kind.OPEN);
    assertThat(refused(new Fact.WaitBegun(waits.id(), 60))).contains("done already");
  }
}
