package hopmend.catalog;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import hopmend.catalog.CatalogReader.CatalogRefused;
import hopmend.find.Attested;
import hopmend.find.Attested.Origin;
import hopmend.find.Attested.State;
import hopmend.find.Site;
import hopmend.prove.Remedy;
import hopmend.swap.Obstruction;
import hopmend.swap.Step;
import hopmend.vehicle.EngineLayout.Arrangement;
import hopmend.vehicle.EngineLayout.CylinderOne;
import hopmend.vehicle.EngineLayout.Fuel;
import hopmend.vehicle.EngineLayout.Orientation;
import hopmend.vehicle.EngineLayout.VehicleSide;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Cards go out and come back; a card that is begun at a vehicle carries a whole work order. */
class CardFileTest {
  private static final Catalog CATALOG = Shipped.CATALOG;
  private static final LocalDate DAY = LocalDate.of(2026, 11, 26);

  private static CardDraft draft(Arrangement arrangement, VehicleSide side) {
    return new CardDraft(
        "Tarn",
        "Wagtail estate",
        2014,
        2019,
        "",
        6,
        arrangement,
        Orientation.LENGTHWISE,
        VehicleSide.FRONT,
        side,
        CylinderOne.PULLEY_END,
        1,
        1,
        Fuel.PETROL,
        3.0,
        "automatic",
        "rear",
        "left",
        false);
  }

  private static SiteTold told(String by, Origin origin, Double torqueNm) {
    Obstruction named =
        CATALOG.usualObstructions().stream()
            .filter(o -> o.id().equals("other"))
            .findFirst()
            .orElseThrow()
            .called("Turbo pipe, left");
    return SiteTold.by(by, "camshaft-position-2-intake", origin, "41", DAY)
        .and(SiteValue.PLACE, new Site.Spot(400, 300))
        .and(SiteValue.WAY_IN, Site.WayIn.FROM_ABOVE)
        .behind(List.of(named))
        .and(SiteValue.LANDMARKS, List.of("behind the oil filler"))
        .and(SiteValue.DRIVE, "T30")
        .and(SiteValue.TIGHTNESS, torqueNm);
  }

  @Test
  void everyShippedCardComesBackAsItWentOut() {
    List<VehicleCard> cards = CATALOG.cards();
    assertThat(CardFile.read(CardFile.write(cards), CATALOG)).isEqualTo(cards);
    assertThatThrownBy(
            () ->
                CardFile.read(
                    CardFile.write(List.of(CATALOG.card(cards.get(0).id()).orElseThrow())),
                    CATALOG))
        .hasMessageContaining("what is usual follows from the sheet");
  }

  /**
   * A value that is left out, empty or strange: what is said of it is for whoever wrote the file.
   */
  @ParameterizedTest
  @ValueSource(strings = {"", "$1:", "$1: \"zorb\""})
  void whateverIsWrongIsToldInPlainWords(String instead) {
    String card = CardFile.write(List.of(CATALOG.cards().get(0)));
    String[] lines = card.split("\n");
    int refused = 0;
    for (int i = 1; i < lines.length; i += 3) { // every third line, for time
      String[] wrong = lines.clone();
      wrong[i] = lines[i].replaceFirst("^([ -]*[A-Za-z-]+): .*", instead);
      try {
        CardFile.read(String.join("\n", wrong), CATALOG);
      } catch (CatalogReader.CatalogRefused e) {
        refused++;
        assertThat(e.getMessage())
            .as(lines[i])
            .doesNotContain("hopmend", "java.", "null", "coerc", "Cannot", "instance of");
      }
    }
    assertThat(refused).isGreaterThan(lines.length / 30);
  }

  @Test
  void aBegunCardLeadsToAWorkOrderAndKeepsWhoToldWhat() {
    VehicleCard begun = draft(Arrangement.VEE, VehicleSide.LEFT).card("tarn-wagtail", "the shop");
    VehicleCard told = told("marit", Origin.SHOP, 8.0).into(begun, CATALOG);
    assertThat(CardFile.read(CardFile.write(List.of(told)), CATALOG)).containsExactly(told);

    VehicleCard whole = CATALOG.complete(told);
    Site site = whole.site("camshaft-position-2-intake").orElseThrow();
    assertThat(site.state(SiteValue.TIGHTNESS.named())).isEqualTo(State.CONFIRMED);
    assertThat(site.state(SiteValue.LATCH.named())).isEqualTo(State.TYPICAL);
    assertThat(site.attested())
        .filteredOn(a -> a.of().equals(SiteValue.DRIVE.named()))
        .extracting(Attested::by, Attested::job, Attested::on)
        .containsExactly(org.assertj.core.groups.Tuple.tuple("marit", "41", DAY));
    assertThat(whole.fastener(site.fastener()).orElseThrow().torqueNm()).isEqualTo(8.0);
    assertThat(whole.fastener(site.fastener()).orElseThrow().drive()).isEqualTo("T30");
    List<Step> steps = CATALOG.workOrder(whole, site, CATALOG.usual(Remedy.REPLACE_SENSOR)).steps();
    assertThat(steps)
        .extracting(Step::brief)
        .contains("Take off: Turbo pipe, left", "Refit: Turbo pipe, left");
    assertThat(told.told().count()).isEqualTo(1);
    assertThat(told.fasteners()).as("nothing that is only usual").hasSize(1);
    assertThat(CardDiff.of(begun, told).lines())
        .extracting(CardDiff.Line::where)
        .allMatch(
            w ->
                w.startsWith("sites")
                    || w.startsWith("obstructions")
                    || w.startsWith("fasteners, hold-"));
  }

  /** What ships was told by its source: who says otherwise without the manual disputes it. */
  @Test
  void aShippedValueIsNotOverruledUnseen() {
    VehicleCard fen = CATALOG.told("brannick-fen-v6").orElseThrow();
    SiteTold drive =
        SiteTold.by("oskar", "cam-1i", Origin.SHOP, "", DAY).and(SiteValue.DRIVE, "T30");
    assertThat(drive.into(fen, CATALOG).site("cam-1i").orElseThrow().state(SiteValue.DRIVE.named()))
        .isEqualTo(State.DISPUTED);
  }

  /** Who says otherwise than somebody before leaves a value that has to be looked at again. */
  @Test
  void twoWhoSayDifferentThingsDispute() {
    VehicleCard begun = draft(Arrangement.VEE, VehicleSide.LEFT).card("tarn-wagtail", "the shop");
    VehicleCard first = told("marit", Origin.SHOP, 8.0).into(begun, CATALOG);
    VehicleCard same = told("oskar", Origin.SHOP, 8.0).into(first, CATALOG);
    VehicleCard other = told("oskar", Origin.SHOP, 10.0).into(first, CATALOG);
    VehicleCard bySource = told("oskar", Origin.MAKER, 10.0).into(first, CATALOG);
    assertThat(tightness(same)).isEqualTo(State.CONFIRMED);
    assertThat(tightness(other)).isEqualTo(State.DISPUTED);
    assertThat(tightness(bySource)).as("the maker's manual settles it").isEqualTo(State.CONFIRMED);
  }

  private static State tightness(VehicleCard card) {
    return card.site("camshaft-position-2-intake").orElseThrow().state(SiteValue.TIGHTNESS.named());
  }

  @Test
  void anImpossibleDraftNamesItsField() {
    assertThatThrownBy(() -> draft(Arrangement.INLINE, null))
        .isInstanceOfSatisfying(
            CardDraft.Improper.class, e -> assertThat(e.field()).isEqualTo("side"));
    assertThatThrownBy(() -> draft(Arrangement.VEE, VehicleSide.FRONT))
        .isInstanceOfSatisfying(
            CardDraft.Improper.class, e -> assertThat(e.field()).isEqualTo("side"));
    assertThat(draft(Arrangement.VEE, null).engine().bankOneSide()).isNull();
    assertThat(draft(Arrangement.VEE, null).id()).isEqualTo("tarn-wagtail-estate-3-0");
  }

  @Test
  void everyProblemOfAFileIsToldWithItsLine() {
    VehicleCard card = CATALOG.cards().get(0);
    String good = CardFile.write(List.of(card));
    int lines = (int) good.lines().count();
    String wrong = good.replaceFirst("family: \"?[a-z-]+\"?", "family: \"no-such-family\"");
    assertThatThrownBy(() -> CardFile.read(good + wrong, CATALOG))
        .isInstanceOf(CatalogRefused.class)
        .hasMessageContaining("is of no known family")
        .hasMessageContaining("two cards are called " + card.id())
        .satisfies(
            e ->
                assertThat(
                        Integer.parseInt(e.getMessage().replaceAll("(?s).*?line (\\d+).*", "$1")))
                    .isGreaterThan(lines));
  }

  @Test
  void aHostileFileIsRefusedInPlainWords() {
    String aliases = "a: &a [1, 1]\nid: *a\n";
    assertThatThrownBy(() -> CardFile.read(aliases, CATALOG))
        .isInstanceOf(CatalogRefused.class)
        .hasMessageContaining("line 2: an alias");
    String deep = "id: " + "[".repeat(3000) + "]".repeat(3000);
    String twice = "id: a\nid: b\n";
    String foreign = "id: !!javax.script.ScriptEngineManager [x]\n";
    String long_ = "id: \"" + "x".repeat(1_200_000) + "\"\n";
    for (String bad :
        List.of(deep, twice, foreign, long_, "", "[1, 2]", "id: a: b", "\t\tx", "id: x")) {
      assertThatThrownBy(() -> CardFile.read(bad, CATALOG))
          .as(bad.substring(0, Math.min(30, bad.length())))
          .isInstanceOf(CatalogRefused.class)
          .satisfies(e -> assertThat(e.getMessage()).hasSizeLessThan(700).startsWith("cards"));
    }
  }
}
