package hopmend.find;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.catalog.Catalog;
import hopmend.catalog.Drafts;
import hopmend.catalog.Shipped;
import hopmend.catalog.VehicleCard;
import hopmend.message.English;
import hopmend.vehicle.EngineLayout.VehicleSide;
import java.util.Locale;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What people call a side follows the road they drive on; the vehicle's own sides do not. */
class SidesTest {
  private static final Catalog CATALOG = Shipped.CATALOG;

  /** Nearside and offside: the side of the kerb and the one of the other traffic. */
  @ParameterizedTest
  @CsvSource({
    "LEFT, behind the battery on the passenger side, behind the battery on the passenger side (right)",
    "RIGHT, behind the battery on the passenger side, behind the battery on the passenger side (left)",
    "LEFT, Driver's side low, Driver's side (left) low",
    "RIGHT, offside wheel, offside (right) wheel",
    "LEFT, nearside wheel, nearside (right) wheel",
    "LEFT, passenger side (right), passenger side (right)",
    "LEFT, on the underside, on the underside",
    "LEFT, left of the starter, left of the starter"
  })
  void aSideThatIsNamedByPersonsIsFixed(VehicleSide driver, String said, String kept) {
    assertThat(new Sides(driver).fixed(said)).isEqualTo(kept);
  }

  @Test
  void theDrawingSaysWhoSitsWhereAndTheCardComesBeforeTheShop() {
    VehicleCard heron = CATALOG.card("osmere-heron-20").orElseThrow();
    for (VehicleSide shop : new VehicleSide[] {VehicleSide.LEFT, VehicleSide.RIGHT}) {
      SiteViews views = CATALOG.views(heron, heron.site("crank").orElseThrow(), new Sides(shop));
      String words = views.draw(View.BAY, English.WORDS).svg();
      String own = "vehicle's " + shop.name().toLowerCase(Locale.ROOT);
      assertThat(words).contains(own + ": driver's side");
    }
    VehicleCard told = Drafts.pipit("right");
    assertThat(told.sides(new Sides(VehicleSide.LEFT)).driver()).isEqualTo(VehicleSide.RIGHT);
  }

  /** One of its kind before any other; how one tells them apart. */
  @ParameterizedTest
  @CsvSource({
    "wherrill-sedge-12, cam-intake, cam-exhaust, it is the one of: exhaust",
    "osmere-bittern-30, o2-11, o2-21, it is of bank 2",
    "wherrill-teal-16, coolant, oxygen-1, another kind of sensor"
  })
  void whatLooksLikeItIsNamedWithTheDifference(
      String card, String site, String other, String because) {
    VehicleCard c = CATALOG.card(card).orElseThrow();
    Lookalike alike =
        CATALOG
            .views(c, c.site(site).orElseThrow(), new Sides(VehicleSide.LEFT))
            .lookalike()
            .orElseThrow();
    assertThat(alike.site().id()).isEqualTo(other);
    assertThat(English.WORDS.of(alike.because())).startsWith(because).contains("about");
  }
}
