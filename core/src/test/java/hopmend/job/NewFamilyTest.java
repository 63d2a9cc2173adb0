package hopmend.job;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.catalog.Catalog;
import hopmend.catalog.CatalogReader;
import hopmend.part.Application;
import hopmend.part.Connector;
import hopmend.part.Grade;
import hopmend.part.Offer;
import hopmend.part.Part;
import hopmend.part.PartRecord;
import hopmend.part.PartsShelf;
import hopmend.prove.CauseRecord;
import hopmend.prove.Check;
import hopmend.prove.Remedy;
import hopmend.swap.Caution;
import hopmend.swap.Step;
import java.net.URI;
import java.net.URISyntaxException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A family, a vehicle, a latch, a caution and a trait that nobody here knew, from a folder. */
class NewFamilyTest extends WalkedJob {
  private static final String CARD = "marram-curlew-09";
  private static final Catalog OWN = CatalogReader.shippedWith(folder());

  private static Path folder() {
    try {
      URI here = NewFamilyTest.class.getResource("/shop-catalog/traits.yaml").toURI();
      return Path.of(here).getParent();
    } catch (URISyntaxException e) {
      throw new IllegalStateException(e);
    }
  }

  @Override
  Catalog catalog() {
    return OWN;
  }

  /** The shop has one part for it on its list. */
  @Override
  Workup workup() {
    Part own =
        new Part(
            "MC-7001",
            "Marram",
            Grade.ORIGINAL,
            "intake air sensor",
            List.of(),
            "intake-air-temperature",
            List.of(
                new Application(
                    "", List.of("MC4A"), 0, List.of(), null, null, null, null, List.of())),
            new Connector(2, "A", ""),
            Map.of("thread", "M10x1"),
            "",
            List.of(),
            "",
            Offer.of(20.0),
            "invented for this test");
    return workup(SHOP.with(PartRecord.NONE, CauseRecord.NONE, PartsShelf.of(List.of(own))));
  }

  @Test
  void aJobOnItGoesThroughAllHops() {
    walk(CARD, "P0113", OWN.card(CARD).orElseThrow().site("duct").orElseThrow());
  }

  @Test
  void whatShippedIsThereAsBefore() {
    assertThat(OWN.sheets()).hasSize(CATALOG.sheets().size() + 1).containsAll(CATALOG.sheets());
    assertThat(OWN.cards()).containsAll(CATALOG.cards());
    assertThat(OWN.latch("lever").orElseThrow().press()).contains("Swing");
  }

  /** One sheet, two ways of being held. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "duct|unplug, turn-out, lift-out, inspect, compare, clip-in, plug|tip|true|true",
        "manifold|unplug, unscrew, lift-out, inspect, compare, screw-in, plug||false|false"
      })
  void theSheetBendsToTheSensor(
      String site, String steps, String check, boolean oil, boolean wasps) {
    var card = OWN.card(CARD).orElseThrow();
    var at = card.site(site).orElseThrow();
    var sheet = OWN.variant(OWN.sheet(at.family()).orElseThrow(), card.traits(at));
    var order = OWN.workOrder(card, at, OWN.usual(Remedy.REPLACE_SENSOR));
    assertThat(order.steps().stream().map(Step::id).toList())
        .containsSubsequence(List.of(steps.split(", ")));
    assertThat(sheet.checks().stream().map(Check::id).anyMatch("tip"::equals))
        .isEqualTo(check != null);
    assertThat(sheet.suspects().stream().anyMatch(s -> s.id().equals("oil"))).isEqualTo(oil);
    assertThat(order.steps().get(0).cautions().stream().map(Caution::id).anyMatch("wasps"::equals))
        .isEqualTo(wasps);
    assertThat(sheet.traits()).hasSize(oil ? 1 : 2);
    assertThat(sheet.check("against-air").orElseThrow().measured().orElseThrow().high())
        .as("the mild climate's own limits come first")
        .isEqualTo(45);
  }
}
