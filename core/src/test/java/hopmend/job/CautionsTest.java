package hopmend.job;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.catalog.Catalog;
import hopmend.catalog.Shipped;
import hopmend.catalog.VehicleCard;
import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import hopmend.find.Site;
import hopmend.prove.Check;
import hopmend.swap.Caution;
import hopmend.swap.Phase;
import hopmend.swap.Step;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** No step and no check of any shipped vehicle stands there without the caution that it needs. */
class CautionsTest {
  private static final LocalDate DAY = LocalDate.of(2027, 5, 1);
  private static final Catalog CATALOG = Shipped.CATALOG;
  private static final Instant T0 = Instant.parse("2026-11-24T08:00:00Z");
  private static final Set<Site.WayIn> LIFTED =
      Set.of(Site.WayIn.FROM_BELOW, Site.WayIn.WHEEL_WELL, Site.WayIn.TANK_DOWN);

  /** What a text says that is done, and one of which cautions has to stand beside it. */
  private static final Map<Pattern, Set<String>> ASKED =
      Map.of(
          words("ignition on|key on"), Set.of("ignition-on", "running-engine"),
          words("engine running|idling|warm idle|1/min|start the engine|let it run"),
              Set.of("running-engine", "road-test"),
          words("in a partial parked regeneration"), Set.of("regeneration"),
          words("cleaner only|penetrant on|a little on the thread"), Set.of("solvent"),
          words("exhaust cold|cold exhaust|manifold, flange"), Set.of("hot-exhaust"),
          words("steady 50 km/h|on a hill"), Set.of("road-test"),
          words("minus clamp off"), Set.of("restraint", "fuel", "live-cable"),
          words("tilt"), Set.of("cab-tilt"));

  private static Pattern words(String alternatives) {
    return Pattern.compile(alternatives, Pattern.CASE_INSENSITIVE);
  }

  static Stream<Arguments> sites() {
    return CATALOG.cards().stream()
        .flatMap(c -> c.sites().stream().map(s -> Arguments.of(c, s, c.id() + " " + s.id())));
  }

  private final List<JobEntry> entries = new ArrayList<>();

  private void say(Fact fact) {
    entries.add(new JobEntry(entries.size() + 1, T0, "ann", fact));
  }

  private Workup at(VehicleCard card, Site site) {
    say(
        new Fact.CodesRead(
            Fact.CodeSource.TYPED,
            List.of(ReadCode.of(EveryFamilyTest.codeOf(card, site), CodeState.STORED)),
            List.of(),
            ""));
    say(
        new Fact.VehicleIdentified(
            "0HMWS3A07K1000342", card.id(), card.yearFrom(), null, 90_000, Fact.Place.HOIST));
    Workup w = new Workup(JobState.of(entries), CATALOG, JobOnPaper.SHOP);
    assertThat(w.site().orElseThrow().site()).isEqualTo(site);
    return w;
  }

  private static List<String> ids(List<Caution> cautions) {
    return cautions.stream().map(Caution::id).toList();
  }

  @ParameterizedTest(name = "{2}")
  @MethodSource("sites")
  void whatIsLiftedIsLiftedFirstLoweredLastAndCautionedAllTheWhile(
      VehicleCard card, Site site, String where) {
    List<Step> steps = at(card, site).workOrder().orElseThrow().steps();
    List<String> order = steps.stream().map(Step::id).toList();
    int up = order.indexOf("raise");
    int down = order.indexOf("lower");
    assertThat(up >= 0 && down > up).as(where).isEqualTo(LIFTED.contains(site.wayIn()));
    for (int i = 0; i < steps.size(); i++) {
      Step s = steps.get(i);
      if (up >= 0) {
        boolean between = i >= up && i <= down;
        assertThat(ids(s.cautions()).contains("raised")).as(where + " " + s).isEqualTo(between);
        boolean ofTheGround = Set.of(Phase.MAKE_SAFE, Phase.FINISH).contains(s.phase());
        assertThat(between || ofTheGround).as(s.id()).isTrue();
      }
    }
    boolean wheelOff = order.contains("wheel-off");
    assertThat(order.contains("wheel-bolts")).isEqualTo(wheelOff);
    if (wheelOff) {
      assertThat(order.indexOf("loosen-wheel")).isLessThan(up);
      assertThat(order.indexOf("wheel-bolts")).isGreaterThan(down);
      assertThat(steps.get(order.indexOf("wheel-bolts")).fastener()).isPresent();
    }
  }

  @ParameterizedTest(name = "{2}")
  @MethodSource("sites")
  void aTextThatNamesADangerStandsBesideItsCaution(VehicleCard card, Site site, String where) {
    Workup w = at(card, site);
    for (Step s : w.workOrder().orElseThrow().steps()) {
      requireFor(where + " " + s.id(), s.brief() + " " + s.full(), ids(s.cautions()));
      assertThat(ids(s.cautions())).containsAll(card.cautions());
    }
    for (Check c : w.sheet().orElseThrow().checks()) {
      requireFor(where + " " + c.id(), c.how(), ids(w.here().cautions(c)));
      assertThat(ids(w.here().cautions(c))).containsAll(card.cautions());
      if (LIFTED.contains(site.wayIn()) && !c.elsewhere()) {
        assertThat(ids(w.here().cautions(c))).as(where + " " + c.id()).contains("raised");
      }
    }
    w.routines().forEach(r -> requireFor(where + " " + r.id(), "in a " + r.name(), r.cautions()));
  }

  private static void requireFor(String where, String text, List<String> cautions) {
    ASKED.forEach(
        (said, anyOf) -> {
          if (said.matcher(text).find()) {
            assertThat(cautions).as("%s: \"%s\"", where, text).containsAnyElementsOf(anyOf);
          }
        });
  }

  @Test
  void highVoltageBindsEveryCheckAndStepToALeadWhoAnswersForItFirst() {
    VehicleCard card =
        CATALOG.cards().stream()
            .filter(c -> c.cautions().contains("high-voltage"))
            .findFirst()
            .orElseThrow();
    Workup w = at(card, card.sites().get(0));
    Check check = w.sheet().orElseThrow().checks().get(0);
    List<Fact> work =
        List.of(
            new Fact.CheckAnswered(check.id(), check.outcomes().get(0).id()),
            new Fact.StepTicked(w.workOrder().orElseThrow().steps().get(0).id(), null),
            new Fact.RepairNoted("loom mended at the tank"));
    JobRules.Person technician = new JobRules.Person("ann", Role.TECHNICIAN);
    JobRules.Person boss = new JobRules.Person("bo", Role.LEAD);
    JobRules.Person lead =
        new JobRules.Person(
            "lea", Role.TECHNICIAN, List.of(new Held("high-voltage", "the guild", DAY)));
    Fact answer = new Fact.GateOverruled(Hop.SWAP, "Lea, trained; plug drawn, no voltage measured");
    for (Fact fact : work) {
      assertThat(message(w, fact, technician)).contains("Hard stop", "trained and authorised");
      assertThat(message(w, fact, boss)).contains("Hard stop", "qualification \"high voltage\"");
      assertThat(message(w, fact, lead)).contains("First say in Swap");
    }
    assertThat(message(w, answer, technician)).contains("Hard stop");
    assertThat(message(w, new Fact.GateOverruled(Hop.SWAP, "ok"), lead)).contains("made safe");
    assertThat(JobRules.refuse(w, answer, 9, lead)).isEmpty();
    assertThat(JobRules.reliance(w, answer, lead))
        .containsExactly(new Fact.ReliedOn("high-voltage", "the guild", DAY));
    assertThat(new Held("high-voltage", "the guild", DAY).isValidOn(DAY.plusDays(1))).isFalse();
    assertThat(HopLine.of(w, T0).next()).isEqualTo(Hop.PROVE);
    assertThat(JobOnPaper.said(HopLine.of(w, T0).at(Hop.PROVE).says()))
        .isEqualTo("first made safe: high voltage");
    say(answer);
    Workup answered = new Workup(JobState.of(entries), CATALOG, JobOnPaper.SHOP);
    assertThat(answered.unanswered()).isEmpty();
    for (Fact fact : work) {
      assertThat(JobRules.refuse(answered, fact, 9, lead)).isEmpty();
      assertThat(message(answered, fact, technician)).contains("Hard stop");
    }
    say(
        new Fact.VehicleIdentified(
            "11111111111111111", card.id(), card.yearFrom(), null, 90_000, Fact.Place.HOIST));
    assertThat(new Workup(JobState.of(entries), CATALOG, JobOnPaper.SHOP).unanswered())
        .as("it was another vehicle that was made safe")
        .isPresent();
  }

  private static String message(Workup w, Fact fact, JobRules.Person by) {
    return JobRules.refuse(w, fact, 9, by).map(r -> JobOnPaper.said(r.says())).orElse("allowed");
  }

  @Test
  void aStepWaitsForTheOneBeforeItAndOnlyWhatIsOutGoesBack() {
    VehicleCard card = CATALOG.card("wherrill-sedge-12").orElseThrow();
    Workup w = at(card, card.sites().get(0));
    List<Step> steps = w.workOrder().orElseThrow().steps();
    JobRules.Person ann = new JobRules.Person("ann", Role.TECHNICIAN);
    Step release = w.workOrder().orElseThrow().step("release-bolt").orElseThrow();
    assertThat(message(w, new Fact.StepTicked(release.id(), null), ann)).contains("Hard stop");
    assertThat(message(w, new Fact.StepTicked(steps.get(0).id(), null), ann)).isEqualTo("allowed");
    assertThat(message(w, new Fact.PiecesMoved("clip", -1), ann))
        .contains("Nothing called \"clip\"");
    say(new Fact.PiecesMoved("clip", 2));
    say(new Fact.StepTicked("key-out", null));
    Workup out = new Workup(JobState.of(entries), CATALOG, JobOnPaper.SHOP);
    assertThat(message(out, new Fact.StepTicked(release.id(), null), ann)).startsWith("First \"");
    assertThat(message(out, new Fact.PiecesMoved("clip", -2), ann)).isEqualTo("allowed");
    assertThat(message(out, new Fact.PiecesMoved("clip", -3), ann)).contains("Only 2 of \"clip\"");
    assertThat(Optional.of(message(out, new Fact.PiecesMoved("wheel", -1), ann)))
        .hasValueSatisfying(m -> assertThat(m).contains("Nothing called"));
  }
}
