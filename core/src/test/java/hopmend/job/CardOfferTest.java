package hopmend.job;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.catalog.Catalog;
import hopmend.catalog.Drafts;
import hopmend.catalog.SiteTold;
import hopmend.catalog.SiteValue;
import hopmend.catalog.VehicleCard;
import hopmend.find.Attested;
import hopmend.find.Site;
import hopmend.find.Site.WayIn;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.part.Bench;
import hopmend.swap.Fastener;
import hopmend.swap.Step;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** What a job met goes to the card with one tap, with who, from which job and from where. */
class CardOfferTest extends WalkedJob {
  private static final LocalDate DAY = LocalDate.of(2026, 11, 26);
  private static final VehicleCard BEGUN = Drafts.pipit("left");

  private Catalog known = CATALOG.with(List.of(BEGUN));

  @Override
  Catalog catalog() {
    return known;
  }

  private VehicleCard taught(VehicleCard card, String offer) {
    CardOffer o =
        workup().offers().stream().filter(x -> x.id().equals(offer)).findFirst().orElseThrow();
    return o.into(card, known, "oskar", "41", DAY);
  }

  private static Site crank(VehicleCard card) {
    return card.site("crankshaft-position").orElseThrow();
  }

  private static Attested attested(VehicleCard card, SiteValue value) {
    return crank(card).attested().stream()
        .filter(a -> a.of().equals(value.named()))
        .findFirst()
        .orElseThrow();
  }

  @Test
  void everythingThatAJobMeetsIsOffered() {
    on("tarn-pipit", "P0335");
    workup().here().asked().forEach(t -> say(new Fact.TraitTold(t.trait(), t.values().get(0))));
    prove();
    assertThat(workup().offers()).isEmpty();
    say(
        new Fact.SiteConfirmed(
            "crankshaft-position",
            new Fact.Look(
                List.of(), 3, List.of("brown", "red/white"), 3, "above the joint, driver's side"),
            ""));
    say(new Fact.PartChosen("7701-22", new Fact.TypedPart("Ondrel", 39.0)));
    say(workup().here().picking().comparing(List.of(Bench.Held.alike(Bench.PLUG)), true, ""));
    for (Step s : workup().workOrder().orElseThrow().steps()) {
      boolean own = s.fastener().filter(f -> f.id().startsWith("usual-crank")).isPresent();
      say(
          own
              ? new Fact.StepTicked(
                  s.id(), Reading.of(8, MeasureUnit.NEWTON_METRE), "", Attested.Origin.MAKER, "E8")
              : Fact.StepTicked.asPlanned(s));
      // Ten minutes for a step of any size, and once a night in between.
      JobEntry last = entries.get(entries.size() - 1);
      long minutes = 10L * entries.size() + (s.id().startsWith("off") ? 900 : 0);
      entries.set(
          entries.size() - 1,
          new JobEntry(
              last.sequence(),
              T0.plusSeconds(60 * minutes),
              last.madeBy(),
              last.fact(),
              last.about(),
              Optional.empty()));
    }
    say(new Fact.NoteAdded("the loom clip breaks: have one ready"));
    assertThat(workup().offers())
        .extracting(CardOffer::id)
        .contains(
            "place",
            "landmarks",
            "wires",
            "colours",
            "drive",
            "tightness",
            "minutes",
            "trap-" + entries.size());

    VehicleCard card = BEGUN;
    for (String id : List.of("place", "landmarks", "wires", "colours", "drive", "tightness")) {
      card = taught(card, id);
    }
    card = taught(card, "trap-" + entries.size());
    Site site = crank(card);
    assertThat(site.landmarks()).last().isEqualTo("above the joint, driver's side (left)");
    assertThat(site.landmarks().size()).isGreaterThan(1);
    assertThat(site.colours()).containsExactly("brown", "red/white");
    assertThat(site.traits().get("wires")).containsExactly("3");
    assertThat(site.traps()).containsExactly("the loom clip breaks: have one ready");
    Fastener held = card.fastener(site.fastener()).orElseThrow();
    assertThat(held.drive()).isEqualTo("E8");
    assertThat(held.torqueNm()).isEqualTo(8);
    assertThat(attested(card, SiteValue.TIGHTNESS).origin()).isEqualTo(Attested.Origin.MAKER);
    assertThat(attested(card, SiteValue.TIGHTNESS))
        .extracting(Attested::by, Attested::job, Attested::state)
        .containsExactly("oskar", "41", Attested.State.CONFIRMED);

    // What stands on the card is not offered again.
    known = CATALOG.with(List.of(card));
    assertThat(workup().offers())
        .extracting(CardOffer::id)
        .doesNotContain("place", "landmarks", "colours", "tightness");
  }

  /** Two jobs that teach at once: what one added stays when the other adds. */
  @Test
  void whatAnotherTaughtMeanwhileStays() {
    on("tarn-pipit", "P0335");
    say(new Fact.NoteAdded("mind the brake pipe"));
    VehicleCard other =
        SiteTold.by("marit", "crankshaft-position", Attested.Origin.SHOP, "40", DAY)
            .and(SiteValue.TRAPS, List.of("the bolt is longer than it looks"))
            .into(BEGUN, known);
    VehicleCard both = taught(other, "trap-3");
    assertThat(crank(both).traps())
        .containsExactly("the bolt is longer than it looks", "mind the brake pipe");
    assertThat(attested(both, SiteValue.TRAPS).state()).isEqualTo(Attested.State.CONFIRMED);
  }

  /** Told another way in than before, both ways stay; the one that worked comes first. */
  @Test
  void theWayThatWorkedComesFirst() {
    VehicleCard heron = known.told("osmere-heron-20").orElseThrow();
    VehicleCard turned =
        SiteTold.by("oskar", "crank", Attested.Origin.SHOP, "41", DAY)
            .and(SiteValue.WAY_IN, WayIn.FROM_ABOVE)
            .into(heron, known);
    Site crank = turned.site("crank").orElseThrow();
    assertThat(crank.way().behind()).containsExactly("engine-cover");
    assertThat(crank.byFeel()).isTrue();
    assertThat(crank.otherWays())
        .extracting(Site.Way::from)
        .containsExactlyInAnyOrder(WayIn.FROM_BELOW, WayIn.WHEEL_WELL);
    assertThat(crank.state(SiteValue.WAY_IN.named())).isEqualTo(Attested.State.DISPUTED);
  }

  @Test
  void whatWasTaughtByHandIsSaidToTheNextOne() {
    VehicleCard taught =
        BEGUN.teaching("crankshaft-position", "key on 30 s, tooth learn in menu 7");
    known = CATALOG.with(List.of(taught));
    on("tarn-pipit", "P0335");
    assertThat(workup().here().taughtByTheMaker()).contains("key on 30 s, tooth learn in menu 7");
  }
}
