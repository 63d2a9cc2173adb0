package hopmend.job;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.catalog.FamilySheet;
import hopmend.catalog.VehicleCard;
import hopmend.fault.CodeGroup;
import hopmend.fault.TroubleCode;
import hopmend.find.CodePlace;
import hopmend.find.Site;
import hopmend.prove.Remedy;
import hopmend.swap.Operation;
import hopmend.swap.Step;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * Every sensor of every shipped vehicle goes through all eight hops: a family is data, and its data
 * have to be whole.
 */
class EveryFamilyTest extends WalkedJob {
  static Stream<Arguments> sites() {
    return CATALOG.cards().stream()
        .flatMap(c -> c.sites().stream().map(s -> Arguments.of(c, s, c.id() + " " + s.id())));
  }

  /** The code that leads to this very site. */
  static TroubleCode codeOf(VehicleCard card, Site site) {
    return CATALOG.sheet(site.family()).orElseThrow().codes().stream()
        .map(CodeGroup::codes)
        .map(r -> r.from())
        .filter(
            c ->
                CATALOG
                    .sheet(site.family())
                    .orElseThrow()
                    .place(c, CATALOG.codeGroups(), card, card.vehicleTraits())
                    .filter(p -> p instanceof CodePlace.Found f && f.site().equals(site))
                    .isPresent())
        .findFirst()
        .orElseThrow(() -> new AssertionError("no code leads to " + card.id() + " " + site.id()));
  }

  @ParameterizedTest(name = "{2}")
  @MethodSource("sites")
  void goesThroughAllEightHops(VehicleCard card, Site site, String where) {
    walk(card.id(), codeOf(card, site).text(), site);
  }

  static Stream<FamilySheet> sheets() {
    return CATALOG.sheets().stream();
  }

  /** What must never be: compound on a soot sensor, a power tool, fuel without its caution. */
  @ParameterizedTest
  @MethodSource("sheets")
  void sheetsKeepTheRulesOfSafety(FamilySheet sheet) {
    List<Operation> all = sheet.operations();
    assertThat(all.get(0).cautions()).contains("engine-off");
    if (sheet.family().contains("tank") || sheet.family().contains("fuel")) {
      assertThat(all).filteredOn(o -> o.cautions().contains("fuel")).hasSizeGreaterThanOrEqualTo(3);
    }
    if (sheet.family().equals("particulate")) {
      assertThat(all).flatExtracting(Operation::supplies).noneMatch(s -> s.contains("compound"));
      assertThat(all).extracting(Operation::full).anyMatch(f -> f.contains("NO compound"));
    }
    for (Operation o : all) {
      assertThat(o.minutes()).as(o.id()).isPositive();
      assertThat(o.full()).as(o.id()).isNotBlank().doesNotContainIgnoringCase("impact wrench");
    }
    assertThat(sheet.checks().stream().filter(c -> c.minutes() <= 3 && c.money() == 0))
        .as("a check that costs nothing comes first in every family")
        .isNotEmpty();
  }

  /** High voltage is a hard stop at the first step of the vehicle that has it, and of no other. */
  @ParameterizedTest(name = "{2}")
  @MethodSource("sites")
  void highVoltageStopsTheWorkFirst(VehicleCard card, Site site, String where) {
    Step first = CATALOG.workOrder(card, site, CATALOG.usual(Remedy.REPLACE_SENSOR)).steps().get(0);
    assertThat(
            first.cautions().stream().anyMatch(c -> c.id().equals("high-voltage") && c.hardStop()))
        .as(where)
        .isEqualTo(card.id().equals("lorrimar-skiff-re"));
  }
}
