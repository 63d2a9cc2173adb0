package hopmend.job;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.catalog.VehicleCard;
import hopmend.find.Site;
import hopmend.find.Site.WayIn;
import hopmend.swap.Step;
import hopmend.swap.WorkOrder;
import java.util.List;
import org.junit.jupiter.api.Test;

/** The ways in to a sensor, side by side, and what the choice changes. */
class WayInTest extends WalkedJob {
  private void crank(Fact.Place place) {
    on("osmere-heron-20", "P0335");
    say(
        new Fact.VehicleIdentified(
            "0HMWS3A07K1000342", "osmere-heron-20", "", 2016, null, 100_000.0, place));
  }

  private List<String> steps() {
    return workup().workOrder().orElseThrow().steps().stream().map(Step::id).toList();
  }

  @Test
  void eachWaySaysWhatItCostsAndTheChoiceFeedsTheSteps() {
    crank(Fact.Place.HOIST);
    List<WayOffered> ways = workup().here().ways();
    assertThat(ways)
        .extracting(w -> w.way().from())
        .containsExactlyInAnyOrder(WayIn.FROM_ABOVE, WayIn.FROM_BELOW, WayIn.WHEEL_WELL);
    assertThat(ways).extracting(WayOffered::minutes).isSorted();
    assertThat(ways).noneMatch(WayOffered::chosen).allMatch(w -> w.cannot().isEmpty());
    WayOffered above = ways.stream().filter(w -> w.way().byFeel()).findFirst().orElseThrow();
    assertThat(above.comesOff()).extracting(d -> d.item()).contains("engine cover");
    assertThat(above.dangers()).noneMatch(c -> c.id().equals("raised"));
    WayOffered wheel =
        ways.stream().filter(w -> w.way().from() == WayIn.WHEEL_WELL).findFirst().orElseThrow();
    assertThat(wheel.comesOff()).extracting(d -> d.item()).contains("wheel");
    assertThat(wheel.dangers()).anyMatch(c -> c.id().equals("raised"));

    assertThat(steps()).contains("raise", "off:under-shield");
    double told = workup().workOrder().orElseThrow().minutes();
    say(new Fact.WayInChosen(WayIn.FROM_ABOVE));
    assertThat(steps()).contains("off:engine-cover").doesNotContain("raise", "off:under-shield");
    assertThat(workup().workOrder().orElseThrow().minutes())
        .isEqualTo(above.minutes())
        .isNotEqualTo(told);
    assertThat(workup().here().site().orElseThrow().wayIn()).isEqualTo(WayIn.FROM_ABOVE);
  }

  @Test
  void whatTheWorkplaceDoesNotAllowIsNotOfferedAndNotTaken() {
    crank(Fact.Place.GROUND);
    assertThat(workup().here().ways())
        .filteredOn(w -> w.cannot().isPresent())
        .extracting(w -> w.way().from())
        .containsExactlyInAnyOrder(WayIn.FROM_BELOW, WayIn.WHEEL_WELL);
    assertThat(workup().here().ways().get(0).way().from()).isEqualTo(WayIn.FROM_ABOVE);
    assertThat(refused(new Fact.WayInChosen(WayIn.FROM_BELOW))).contains("hoist or stands");
    assertThat(refused(new Fact.WayInChosen(WayIn.CABIN))).contains("not reached that way");
  }

  /** Nothing that is off for one way is forgotten by going another. */
  @Test
  void theWayStaysWhileSomethingIsOffForIt() {
    crank(Fact.Place.HOIST);
    prove();
    Site site = workup().site().orElseThrow().site();
    say(new Fact.SiteConfirmed(site.id()));
    pick(site);
    WorkOrder order = workup().workOrder().orElseThrow();
    for (Step s : order.steps()) {
      say(Fact.StepTicked.asPlanned(s));
      if (s.id().equals("off:under-shield")) {
        break;
      }
    }
    assertThat(refused(new Fact.WayInChosen(WayIn.FROM_ABOVE))).contains("First put back");
    assertThat(refused(new Fact.WayInChosen(WayIn.FROM_BELOW))).isEqualTo("taken");
  }

  /** Where the card knows no wheel bolts, those that every wheel has are loosened and tightened. */
  @Test
  void everyWayOfEverySensorOfEveryVehicleHasAnOrder() {
    int ways = 0;
    for (VehicleCard told : CATALOG.cards()) {
      VehicleCard card = CATALOG.card(told.id()).orElseThrow();
      for (Site site : card.sites()) {
        for (WayIn from : WayIn.values()) {
          WorkOrder order =
              CATALOG.workOrder(
                  card,
                  site.at(site.isOutsideBay() ? site.chassisSpot() : site.spot(), from),
                  CATALOG.usual(hopmend.prove.Remedy.REPLACE_SENSOR));
          boolean raised = order.step("raise").isPresent();
          assertThat(raised)
              .as(card.id() + " " + site.id() + " " + from)
              .isEqualTo(from.isRaised());
          ways++;
        }
      }
    }
    assertThat(ways).isGreaterThan(500);
  }
}
