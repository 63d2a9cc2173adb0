package hopmend.find;

import static hopmend.message.English.WORDS;
import static hopmend.message.English.said;
import static org.assertj.core.api.Assertions.assertThat;

import hopmend.catalog.Catalog;
import hopmend.catalog.FamilySheet;
import hopmend.catalog.Shipped;
import hopmend.catalog.VehicleCard;
import hopmend.drawing.Drawing;
import hopmend.drawing.Shape;
import hopmend.fault.CodeGroup;
import hopmend.fault.TroubleCode;
import hopmend.sensor.Trait;
import hopmend.sensor.Traits;
import hopmend.vehicle.EngineLayout;
import hopmend.vehicle.EngineLayout.Arrangement;
import hopmend.vehicle.EngineLayout.CylinderOne;
import hopmend.vehicle.EngineLayout.Orientation;
import hopmend.vehicle.EngineLayout.VehicleSide;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** From a code to a place of the vehicle: every code of every family on every vehicle. */
class CodePlaceTest {
  private static final Sides SIDES = new Sides(VehicleSide.LEFT);
  private static final Catalog CATALOG = Shipped.CATALOG;

  private static CodePlace place(String code, VehicleCard card, Traits known) {
    TroubleCode c = TroubleCode.parse(code);
    FamilySheet sheet = CATALOG.sheetOwning(c).orElseThrow();
    return sheet.place(c, CATALOG.codeGroups(), card, known).orElseThrow();
  }

  private static CodePlace place(String code, VehicleCard card) {
    return place(code, card, card.vehicleTraits());
  }

  private static VehicleCard card(String id) {
    return CATALOG.card(id).orElseThrow();
  }

  private static Site found(CodePlace place) {
    assertThat(place).as(said(place.why())).isInstanceOf(CodePlace.Found.class);
    return ((CodePlace.Found) place).site();
  }

  /** A card of a vehicle of which only the engine is told. */
  private static VehicleCard begun(EngineLayout engine) {
    return CATALOG.complete(CATALOG.anyVehicle().with(engine));
  }

  private static EngineLayout engine(
      int cylinders, Arrangement arrangement, VehicleSide bankOne, int branches, CylinderOne one) {
    return new EngineLayout(
        "X",
        "x",
        cylinders,
        Orientation.LENGTHWISE,
        VehicleSide.FRONT,
        arrangement == Arrangement.INLINE ? VehicleSide.RIGHT : null,
        100,
        86,
        2,
        700,
        null,
        arrangement,
        bankOne,
        null,
        branches,
        one);
  }

  @ParameterizedTest
  @CsvSource({
    "osmere-bittern-30, P0134, o2-11",
    "osmere-bittern-30, P0141, o2-12",
    "osmere-bittern-30, P0152, o2-21",
    "osmere-bittern-30, P0058, o2-22",
    "osmere-bittern-30, P0331, knock-2",
    "wherrill-sedge-12, P0340, cam-intake",
    "wherrill-sedge-12, P0342-16, cam-intake",
    "wherrill-sedge-12, P0366, cam-exhaust"
  })
  void codesLeadToTheSitesOfTheirBankAndPosition(String id, String code, String site) {
    assertThat(found(place(code, card(id))).id()).isEqualTo(site);
  }

  static Stream<Arguments> everyCodeOnEveryVehicle() {
    return Stream.concat(CATALOG.cards().stream().map(c -> card(c.id())), any())
        .flatMap(
            card ->
                CATALOG.sheets().stream()
                    .flatMap(
                        sheet -> sheet.codes().stream().map(g -> Arguments.of(card, sheet, g))));
  }

  private static Stream<VehicleCard> any() {
    return Stream.of(CATALOG.anyVehicle());
  }

  /** Found, asked or none: never another sensor than the code means, and never nothing. */
  @ParameterizedTest
  @MethodSource("everyCodeOnEveryVehicle")
  void everyCodeLeadsSomewhereOnEveryVehicle(VehicleCard card, FamilySheet sheet, CodeGroup group) {
    CodePlace place = place(group.codes().from().text(), card);
    assertThat(said(place.why())).contains(group.codes().from().text()).doesNotContain("{");
    if (place instanceof CodePlace.Found f) {
      assertThat(f.site().family()).isEqualTo(sheet.family());
      assertThat(f.site().position()).isEqualTo(group.position());
      if (group.bank() > 0 && f.site().bank() > 0) {
        assertThat(f.site().bank()).isEqualTo(group.bank());
      }
      assertThat(f.site().landmarks()).isNotEmpty();
    } else if (place instanceof CodePlace.Asks a) {
      Trait trait = CATALOG.traitsByName().get(a.trait());
      assertThat(trait.isAsked()).as(a.trait()).isTrue();
      List<String> values = a.values().isEmpty() ? trait.values() : a.values();
      assertThat(trait.values()).containsAll(values);
      assertThat(values)
          .as("each answer settles it")
          .allSatisfy(
              v ->
                  assertThat(
                          place(
                              group.codes().from().text(),
                              card,
                              card.vehicleTraits().with(a.trait(), v)))
                      .isNotEqualTo(place));
    }
  }

  @ParameterizedTest
  @CsvSource({
    "wherrill-sedge-12, P0345",
    "wherrill-sedge-12, P0390",
    "wherrill-teal-16, P0150",
    "osmere-crake-14, P0330",
    "osmere-heron-20, P0385",
    "tidewell-alder-77, P0450"
  })
  void aVehicleWithoutTheSensorIsSaidToHaveNone(String id, String code) {
    CodePlace place = place(code, card(id));
    assertThat(place).isInstanceOf(CodePlace.None.class);
    assertThat(said(place.why())).containsIgnoringCase("none").doesNotContain("{");
  }

  /** A crank sensor that may not be there never leads to the one that is. */
  @Test
  void aSecondSensorIsAskedForBeforeItIsShown() {
    VehicleCard four = begun(engine(4, Arrangement.INLINE, null, 1, null));
    CodePlace second = place("P0385", four);
    assertThat(second)
        .isInstanceOfSatisfying(
            CodePlace.Asks.class, a -> assertThat(a.trait()).isEqualTo("crank sensors"));
    Traits one = four.vehicleTraits().with("crank sensors", "1");
    Traits two = four.vehicleTraits().with("crank sensors", "2");
    assertThat(said(place("P0385", four, one).why())).contains("none: crank sensors 1");
    assertThat(found(place("P0385", four, two)).position()).isEqualTo("second");
    assertThat(found(place("P0335", four)).position()).isEmpty();
  }

  @Test
  void banksAreCountedOnlyWhenSomebodyToldWhereCylinderOneIs() {
    VehicleCard vee = begun(engine(6, Arrangement.VEE, null, 1, null));
    assertThat(place("P0345", vee))
        .isInstanceOfSatisfying(
            CodePlace.Asks.class,
            a -> {
              assertThat(a.trait()).isEqualTo(CodePlace.BANK_ONE);
              assertThat(a.values()).containsExactly("left", "right");
            });
    VehicleCard told = begun(engine(6, Arrangement.VEE, VehicleSide.LEFT, 1, null));
    assertThat(found(place("P0345", told)).bank()).isEqualTo(2);

    VehicleCard six = begun(engine(6, Arrangement.INLINE, null, 2, CylinderOne.NOT_TOLD));
    assertThat(place("P0150", six)).isInstanceOf(CodePlace.Asks.class);
    Site fromThePulley = branchTwo(CylinderOne.PULLEY_END);
    Site fromTheFlywheel = branchTwo(CylinderOne.FLYWHEEL_END);
    assertThat(fromThePulley.spot().yMm())
        .as("the flywheel of an engine lengthwise is at the rear")
        .isGreaterThan(fromTheFlywheel.spot().yMm());
  }

  private static Site branchTwo(CylinderOne one) {
    return found(place("P0150", begun(engine(6, Arrangement.INLINE, null, 2, one))));
  }

  @Test
  void whatIsUsualSaysSo() {
    CodePlace place = place("P0335", card("wherrill-sedge-12"));
    assertThat(found(place).typical()).isTrue();
    assertThat(said(place.why())).contains("usually");
    assertThat(found(place).state("wayIn")).isEqualTo(Attested.State.TYPICAL);
    assertThat(CATALOG.cards())
        .allSatisfy(c -> assertThat(c.told().count()).isEqualTo(c.sites().size()));
  }

  /** What the layout cannot have is not offered, nor drawn as a second branch of the exhaust. */
  @Test
  void anEngineInLineHasNoSecondBank() {
    VehicleCard four = begun(engine(4, Arrangement.INLINE, null, 1, null));
    assertThat(four.sites())
        .filteredOn(s -> List.of("camshaft-position", "oxygen").contains(s.family()))
        .isNotEmpty()
        .extracting(Site::bank)
        .containsOnly(1);
    Site behind = found(place("P0136", four));
    Drawing line = exhaust(four, behind);
    assertThat(line.ofRole("exhaust-bank")).isEmpty();
    List<Double> stops =
        Stream.concat(line.ofRole("sensor").stream(), line.ofRole("sensor-chosen").stream())
            .map(s -> ((Shape.Disc) s).x())
            .sorted()
            .toList();
    double catalyst = ((Shape.Box) line.ofRole("item-exhaust").get(0)).x();
    assertThat(stops.get(0)).isLessThan(catalyst);
    assertThat(((Shape.Disc) line.ofRole("sensor-chosen").get(0)).x()).isGreaterThan(catalyst);
    VehicleCard vee = begun(engine(6, Arrangement.VEE, VehicleSide.LEFT, 1, null));
    assertThat(exhaust(vee, found(place("P0150", vee))).ofRole("exhaust-bank")).hasSize(2);
    assertThat(CATALOG.views(four, found(place("P0335", four)), SIDES).views())
        .doesNotContain(View.EXHAUST);
  }

  private static Drawing exhaust(VehicleCard card, Site site) {
    return CATALOG.views(card, site, SIDES).draw(View.EXHAUST, WORDS);
  }

  /** Whatever the layout, what is usual stands inside its plan, and every name can be read. */
  @ParameterizedTest
  @MethodSource("layouts")
  void whatIsUsualLiesWithinTheDrawing(EngineLayout engine) {
    VehicleCard card = begun(engine);
    for (Site site : card.sites()) {
      if (site.isOutsideBay()) {
        assertThat(site.chassisSpot().xMm())
            .as(site.id())
            .isBetween(0.0, card.chassis().lengthMm());
        assertThat(site.chassisSpot().yMm()).as(site.id()).isBetween(0.0, card.chassis().widthMm());
      } else if (site.spot() != null) {
        assertThat(site.spot().xMm()).as(site.id()).isBetween(0.0, card.bay().widthMm());
        assertThat(site.spot().yMm()).as(site.id()).isBetween(0.0, card.bay().depthMm());
      }
    }
  }

  static Stream<EngineLayout> layouts() {
    return Stream.of(
        EngineLayout.NOT_TOLD,
        engine(2, Arrangement.INLINE, null, 1, null),
        engine(6, Arrangement.INLINE, null, 2, CylinderOne.FLYWHEEL_END),
        engine(8, Arrangement.VEE, VehicleSide.RIGHT, 1, null),
        engine(12, Arrangement.VEE, null, 1, null),
        engine(4, Arrangement.FLAT, VehicleSide.LEFT, 1, null));
  }
}
