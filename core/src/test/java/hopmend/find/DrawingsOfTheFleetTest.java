package hopmend.find;

import static hopmend.message.English.WORDS;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import hopmend.catalog.Catalog;
import hopmend.catalog.Shipped;
import hopmend.catalog.VehicleCard;
import hopmend.drawing.Drawing;
import hopmend.drawing.Shape;
import hopmend.message.Message;
import hopmend.vehicle.EngineLayout;
import hopmend.vehicle.EngineLayout.Arrangement;
import hopmend.vehicle.EngineLayout.Orientation;
import hopmend.vehicle.EngineLayout.VehicleSide;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Engines with two banks or two exhaust branches, and sites outside the bay. */
class DrawingsOfTheFleetTest {
  private static final Catalog CATALOG = Shipped.CATALOG;

  private static VehicleCard card(String id) {
    return CATALOG.card(id).orElseThrow();
  }

  private static Drawing bay(VehicleCard card, String site) {
    return seen(card, card.site(site).orElseThrow(), View.BAY);
  }

  private static Drawing seen(VehicleCard card, Site site, View view) {
    return CATALOG.views(card, site, new Sides(VehicleSide.LEFT)).draw(view, WORDS);
  }

  private static Shape.Disc chosen(Drawing d) {
    return (Shape.Disc) d.ofRole("sensor-chosen").get(0);
  }

  private static double toCylinder(Drawing d, String number) {
    List<Shape> names = d.ofRole("cylinder-number");
    Shape.Label label =
        (Shape.Label)
            names.stream()
                .filter(s -> ((Shape.Label) s).text().equals(number))
                .findFirst()
                .orElseThrow();
    return Math.hypot(chosen(d).x() - label.x(), chosen(d).y() - label.y());
  }

  /** Bank 1 is the bank of cylinder 1; its sensor lies nearer to its own cylinders. */
  @ParameterizedTest
  @CsvSource({
    "brannick-fen-v6, cam-1i, 5, 6",
    "brannick-fen-v6, cam-2e, 6, 5",
    "brannick-moor-v6, cam-1i, 1, 2",
    "brannick-moor-v6, cam-2i, 2, 1",
    "kelvane-otter-20, cam-1i, 1, 2",
    "kelvane-otter-20, cam-2i, 2, 1"
  })
  void camSensorsLieAtTheirBank(String id, String site, String near, String far) {
    Drawing d = bay(card(id), site);
    assertThat(toCylinder(d, near)).isLessThan(toCylinder(d, far));
  }

  @Test
  void intakeCamsOfAVeeLieTowardsTheValley() {
    VehicleCard fen = card("brannick-fen-v6");
    Shape.Box valley = (Shape.Box) bay(fen, "cam-1i").ofRole("intake-plenum").get(0);
    double middle = valley.y() + valley.height() / 2;
    for (int bank = 1; bank <= 2; bank++) {
      double intake = Math.abs(chosen(bay(fen, "cam-" + bank + "i")).y() - middle);
      double exhaust = Math.abs(chosen(bay(fen, "cam-" + bank + "e")).y() - middle);
      assertThat(intake).isLessThan(exhaust);
    }
    assertThat(bay(fen, "cam-1i").spoken()).contains("6 cylinders V, across", "bank 1 to the rear");
  }

  @Test
  void aSixWithTwoBranchesHasTwoCollectors() {
    Drawing d = bay(card("osmere-bittern-30"), "o2-21");
    assertThat(d.ofRole("exhaust-collector")).hasSize(2);
    assertThat(d.ofRole("manifold-name"))
        .extracting(s -> ((Shape.Label) s).text())
        .contains("EXHAUST 1", "EXHAUST 2");
    assertThat(toCylinder(d, "5")).isLessThan(toCylinder(d, "2"));
  }

  @Test
  void sitesOutsideTheBayAreNotDrawnInIt() {
    VehicleCard six = card("osmere-bittern-30");
    long inside =
        six.sites().stream().filter(s -> !s.isOutsideBay() && s.family().equals("oxygen")).count();
    Drawing d = bay(six, "o2-11");
    assertThat(d.ofRole("sensor").size() + 1L).isEqualTo(inside);
  }

  @ParameterizedTest
  @CsvSource({
    "osmere-bittern-30, o2-12, catalyst 1",
    "tidewell-alder-77, soot, SCR catalyst",
    "lorrimar-skiff-re, tank-pressure, tank",
    "wherrill-plover-10, pedal, pedals"
  })
  void aSiteUnderTheVehicleLiesByItsLandmark(String id, String site, String landmark) {
    VehicleCard card = card(id);
    Site chosen = card.site(site).orElseThrow();
    Drawing d = seen(card, chosen, View.VEHICLE);
    assertThat(d.ofRole("landmark-name"))
        .extracting(s -> ((Shape.Label) s).text())
        .contains(landmark);
    Chassis.Item item =
        card.chassis().items().stream()
            .filter(i -> i.name().equals(landmark))
            .findFirst()
            .orElseThrow();
    assertThat(Math.abs(chosen.chassisSpot().xMm() - item.xMm() - item.lengthMm() / 2))
        .isLessThan(900);
    assertThat(d.spoken()).contains("front at the left", WORDS.of(Message.named(chosen.wayIn())));
    assertThat(d.ofRole("wheel")).hasSize(4);
  }

  @Test
  void rowsCountFromTheBankOfCylinderOne() {
    assertThat(card("brannick-fen-v6").engine().rows())
        .containsExactly(
            new EngineLayout.Row(1, List.of(1, 3, 5)), new EngineLayout.Row(2, List.of(2, 4, 6)));
    assertThat(card("osmere-heron-20").engine().rows()).hasSize(1);
  }

  @Test
  void anImpossibleEngineIsRefused() {
    assertThatThrownBy(() -> vee(VehicleSide.LEFT)).hasMessageContaining("bank 1 at the LEFT");
    assertThat(vee(VehicleSide.REAR).firstSide()).isEqualTo(VehicleSide.REAR);
    assertThatThrownBy(
            () ->
                new Chassis(
                    4000,
                    1700,
                    List.of(new Chassis.Item("tank", Chassis.Item.Kind.TANK, 3900, 100, 400, 300)),
                    List.of()))
        .hasMessageContaining("\"tank\" stands outside the vehicle of 4000 by 1700 mm");
    assertThatThrownBy(() -> new Chassis(4000, 1700, List.of(), List.of(List.of(1.0, 2.0, 3.0))))
        .hasMessageContaining("two points");
  }

  /** Names as wide as the theme draws them: 9 units a character. */
  private static boolean covers(Shape.Disc d, Shape.Label l) {
    double half = l.text().length() * 9 / 2.0;
    double x = Math.max(Math.abs(d.x() - l.x()) - half, 0);
    double y = Math.max(Math.abs(d.y() - (l.y() - 5)) - 7, 0);
    return Math.hypot(x, y) < d.radius();
  }

  @Test
  void noNameLiesUnderAMarkerAndNoArrowComesFromTheSideForWhatIsReachedFromBelow() {
    for (VehicleCard card : CATALOG.cards()) {
      for (Site site : card.sites()) {
        Drawing d = site.isOutsideBay() ? seen(card, site, View.VEHICLE) : bay(card, site.id());
        List<Shape.Disc> markers =
            Stream.of("sensor", "sensor-chosen")
                .flatMap(r -> d.ofRole(r).stream())
                .map(Shape.Disc.class::cast)
                .toList();
        for (String role : List.of("landmark-name", "landmark-name-in-the-way", "part-name")) {
          for (Shape s : d.ofRole(role)) {
            Shape.Label name = (Shape.Label) s;
            assertThat(markers)
                .as("%s, %s: %s", card.id(), site.id(), name.text())
                .noneMatch(m -> covers(m, name));
          }
        }
        if (site.wayIn() == Site.WayIn.FROM_BELOW) {
          assertThat(d.ofRole("way-in")).as(card.id() + " " + site.id()).isEmpty();
          assertThat(d.ofRole("way-in-name")).hasSize(1);
        }
      }
    }
  }

  private static EngineLayout vee(VehicleSide bankOne) {
    return new EngineLayout(
        "X",
        "x",
        6,
        Orientation.ACROSS,
        VehicleSide.RIGHT,
        null,
        100,
        90,
        3,
        700,
        null,
        Arrangement.VEE,
        bankOne,
        null,
        1,
        null);
  }
}
