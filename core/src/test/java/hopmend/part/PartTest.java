package hopmend.part;

import static hopmend.message.English.said;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import hopmend.catalog.Catalog;
import hopmend.catalog.DemoParts;
import hopmend.catalog.Shipped;
import hopmend.drawing.Drawing;
import hopmend.drawing.Shape;
import hopmend.fault.Bulletin;
import hopmend.fault.CodeRange;
import hopmend.message.English;
import hopmend.part.PartRecord.Count;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import java.util.Set;
import java.util.stream.Stream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.hipparchus.distribution.continuous.BetaDistribution;
import org.hipparchus.distribution.continuous.WeibullDistribution;
import org.junit.jupiter.api.Test;

class PartTest {
  private static final Catalog CATALOG = Shipped.CATALOG;
  private static final PartsShelf SHELF = PartsShelf.of(DemoParts.read(CATALOG));
  private static final TrueCost.ShopPrices SHOP =
      new TrueCost.ShopPrices(0, 10, 30, new TrueCost.ComebackPrice(40, 90, 60));
  private static final List<TraitRule> RULES =
      CATALOG.sheet("camshaft-position").orElseThrow().traits();

  private static Need need(String position, YearMonth built) {
    return new Need(
        "camshaft-position",
        "wherrill-sedge-12",
        "WS3A",
        1,
        position,
        Optional.ofNullable(built),
        OptionalInt.of(342),
        "",
        Connector.told("three pins, key A"),
        6,
        Set.of(),
        part("WS-6071-A").traits(),
        RULES,
        Map.of());
  }

  private static Part part(String number) {
    return SHELF.numbered(number).get(0);
  }

  private static Part of(String number, String next, Application... made) {
    return new Part(
        number,
        "Ondrel",
        Grade.QUALITY,
        "sensor",
        List.of(),
        "camshaft-position",
        List.of(made),
        new Connector(3, "A", ""),
        Map.of(),
        next,
        List.of(),
        "",
        Offer.of(40.0),
        "invented");
  }

  private static Fit fit(Part part) {
    return Fit.of(part, need("intake", YearMonth.of(2021, 3)));
  }

  // Numbers

  @Test
  void aNumberIsTheSameInEverySpellingAndASlipIsOffered() {
    assertThat(PartNumber.key("ws 6O71.c"))
        .isEqualTo("WS6071C")
        .isEqualTo(PartNumber.key("WS-6071-C"));
    assertThat(SHELF.numbered("ws6o71 c")).extracting(Part::number).containsExactly("WS-6071-C");
    assertThat(SHELF.alike("WS-6O7l-C")).extracting(Part::number).containsExactly("WS-6071-C");
    assertThat(SHELF.numbered("WS-607I-C")).isEmpty();
    assertThat(SHELF.alike("WS-6071-C")).isEmpty();
    assertThatThrownBy(() -> of("A-1", "a1")).hasMessageContaining("superseded by itself");
  }

  @Test
  void theNumberOnTheOldPartTellsWhatItIs() {
    Need need = need("intake", YearMonth.of(2019, 3));
    Bulletin software =
        new Bulletin(
            "B-1", List.of(), List.of("WS-6071-C"), false, "load it", Map.of("engine", "4"), "x");
    Bulletin codes =
        new Bulletin(
            "B-2", List.of(CodeRange.parse("P0340")), List.of(), false, "s", Map.of(), "x");
    OldNumber old = OldNumber.of("WS-6071-A", need, SHELF, List.of(software, codes));
    assertThat(old.kind()).isEqualTo(OldNumber.Kind.SUPERSEDED);
    assertThat(old.present()).isEqualTo("WS-6071-C");
    assertThat(old.bulletins()).as("this number or older").containsExactly(software);
    assertThat(codes.appliesTo(List.of())).isFalse();
    assertThat(software.appliesTo(List.of())).isFalse();
    assertThat(OldNumber.of("WS-6071-C", need, SHELF, List.of()).kind())
        .isEqualTo(OldNumber.Kind.PRESENT);
    assertThat(OldNumber.of("WS-6072-A", need, SHELF, List.of()).kind())
        .as("for the exhaust side")
        .isEqualTo(OldNumber.Kind.ELSEWHERE);
    OldNumber slip = OldNumber.of("WS-607I-C", need, SHELF, List.of(software));
    assertThat(slip.kind()).isEqualTo(OldNumber.Kind.SLIP);
    assertThat(slip.slips()).extracting(Part::number).containsExactly("WS-6071-C");
    assertThat(slip.bulletins()).as("nothing follows from a guess").isEmpty();
    assertThat(OldNumber.of("77-1", need, SHELF, List.of()).kind())
        .isEqualTo(OldNumber.Kind.UNKNOWN);
  }

  @Test
  void aChainOfNumbersEndsWhereItClosesAndItsCircleIsNamed() {
    List<Part> round =
        List.of(of("A-1", "B-1"), of("B-1", "C-1"), of("C-1", "A 1"), of("D-1", "A-1"));
    assertThat(Supersession.circles(links(round))).containsExactly(List.of("A-1", "B-1", "C-1"));
    assertThat(Supersession.chain("D-1", PartsShelf.of(round)))
        .containsExactly("D-1", "A-1", "B-1", "C-1");
    assertThat(Supersession.circles(links(DemoParts.read(CATALOG)))).isEmpty();
    assertThat(
            Supersession.orOlder("C-1", PartsShelf.of(List.of(of("A-1", "B-1"), of("B-1", "C-1")))))
        .containsExactlyInAnyOrder("A1", "B1", "C1");
  }

  private static List<Supersession.Link> links(List<Part> parts) {
    return parts.stream().map(p -> new Supersession.Link(p.number(), p.supersededBy())).toList();
  }

  // Fit

  @Test
  void fitIsJudgedByEveryCriterionAndSaysSo() {
    assertThat(fit(part("WS-6071-C")).verdict()).isEqualTo(Fit.Says.FITS);
    assertThat(fit(part("WS-6071-A")).reasons())
        .extracting(c -> said(c.name()))
        .containsExactly("build date", "order");
    assertThat(fit(part("WS-6072-A")).reasons())
        .extracting(c -> said(c.name()))
        .contains("place", "plug");
    assertThat(fit(part("PMK-0921")).reasons())
        .extracting(c -> said(c.words()))
        .singleElement()
        .asString()
        .contains("27 mm", "28.5 mm");
    Fit unknown = Fit.of(part("WS-6071-A"), need("intake", null));
    assertThat(unknown.criteria())
        .anySatisfy(
            c -> {
              assertThat(c.says()).isEqualTo(Fit.Says.UNKNOWN);
              assertThat(said(c.words())).contains("build month");
            });
  }

  /** A longer cable is lived with, a shorter one is not; another hex asks for another wrench. */
  @Test
  void aDifferenceSaysWhatToDoAboutIt() {
    List<TraitRule> rules = CATALOG.sheet("oxygen").orElseThrow().traits();
    TraitRule cable =
        rules.stream().filter(r -> r.trait().equals("cable length")).findFirst().orElseThrow();
    assertThat(cable.between("400 mm", "420 mm")).isEmpty();
    assertThat(cable.between("400 mm", "460 mm").orElseThrow())
        .satisfies(d -> assertThat(d.weight()).isEqualTo(TraitRule.Weight.HARMLESS))
        .satisfies(d -> assertThat(d.say()).contains("tie it up"));
    assertThat(cable.between("400 mm", "330 mm").orElseThrow().weight())
        .isEqualTo(TraitRule.Weight.STOP);
    TraitRule hex =
        rules.stream().filter(r -> r.trait().equals("hex size")).findFirst().orElseThrow();
    assertThat(hex.between("22 mm", "24 mm").orElseThrow().ready()).contains("wrench for 24 mm");
    assertThat(
            new BenchTrait("ear", BenchTrait.Kind.EYE, "", "", null, "x")
                .unruled()
                .between("left", "right")
                .orElseThrow()
                .weight())
        .isEqualTo(TraitRule.Weight.STOP);
  }

  /** Input and output may be one part under two numbers: it goes where its other number goes. */
  @Test
  void theNumberThatIsKnownToBeRightTellsMoreThanAList() {
    Application exhaust =
        new Application(
            "", List.of("WS3A"), 0, List.of("exhaust"), null, null, null, null, List.of());
    Part same =
        new Part(
            "X-9",
            "Ondrel",
            Grade.QUALITY,
            "",
            List.of(),
            "camshaft-position",
            List.of(exhaust),
            new Connector(3, "A", ""),
            part("WS-6071-A").traits(),
            "",
            List.of("WS 6071 A"),
            "",
            Offer.of(30.0),
            "x");
    Need need = need("intake", YearMonth.of(2021, 3));
    assertThat(Fit.of(same, need).verdict()).isEqualTo(Fit.Says.DOES_NOT_FIT);
    assertThat(Fit.of(same, need.knowing(Set.of("WS6071A"), Map.of())).verdict())
        .isEqualTo(Fit.Says.FITS);
    Part untold = of("X-10", "");
    assertThat(Fit.of(untold, need).verdict()).isEqualTo(Fit.Says.UNKNOWN);
  }

  /**
   * A thousand sets of parts against a fit that is reckoned in the plainest way: each condition by
   * itself, for each vehicle of a part.
   */
  @Test
  void aThousandSetsOfPartsFitAsAPlainReckoningSays() {
    Random random = new Random(17);
    Set<Fit.Says> met = new HashSet<>();
    for (int i = 0; i < 1000; i++) {
      Need need = anyNeed(random);
      List<Part> parts = new ArrayList<>();
      for (int k = 0; k < 12; k++) {
        parts.add(anyPart(random, "N-" + k));
      }
      PartChoice choice = PartChoice.of(parts, need, PartRecord.NONE, SHOP);
      for (PartChoice.Candidate c : choice.candidates()) {
        assertThat(c.fit().verdict())
            .as("%s%n%s", c.part(), need)
            .isEqualTo(plainly(c.part(), need));
        met.add(c.fit().verdict());
      }
      double best =
          parts.stream()
              .filter(p -> plainly(p, need).compareTo(Fit.Says.DIFFERS) <= 0)
              .mapToDouble(p -> TrueCost.of(p, PartRecord.NONE, SHOP).total())
              .min()
              .orElse(-1);
      assertThat(choice.recommended().map(c -> c.cost().total()).orElse(-1.0)).isEqualTo(best);
    }
    assertThat(met).containsExactlyInAnyOrder(Fit.Says.values());
  }

  private static Need anyNeed(Random r) {
    return new Need(
        "camshaft-position",
        "card-" + r.nextInt(2),
        "E" + r.nextInt(2),
        r.nextInt(3),
        r.nextBoolean() ? "intake" : "",
        r.nextInt(3) == 0 ? Optional.empty() : Optional.of(YearMonth.of(2015 + r.nextInt(4), 6)),
        r.nextInt(3) == 0 ? OptionalInt.empty() : OptionalInt.of(r.nextInt(900)),
        List.of("", "north").get(r.nextInt(2)),
        new Connector(3, "A", ""),
        0,
        Set.of(),
        r.nextBoolean()
            ? Map.of()
            : Map.of("reach into the bore", "28.5 mm", "cable length", "400 mm"),
        RULES,
        Map.of());
  }

  private static Part anyPart(Random r, String number) {
    List<Application> made = new ArrayList<>();
    for (int i = r.nextInt(3); i >= 0 && r.nextInt(8) > 0; i--) {
      made.add(
          new Application(
              r.nextBoolean() ? "card-" + r.nextInt(2) : "",
              r.nextBoolean() ? List.of("E" + r.nextInt(2)) : List.of(),
              r.nextInt(4) == 0 ? 1 + r.nextInt(2) : 0,
              r.nextBoolean() ? List.of() : List.of(r.nextInt(3) > 0 ? "intake" : "exhaust"),
              r.nextInt(3) == 0 ? YearMonth.of(2016, 1) : null,
              r.nextInt(3) == 0 ? YearMonth.of(2017, 1) : null,
              r.nextInt(4) == 0 ? 300 : null,
              r.nextInt(4) == 0 ? 600 : null,
              r.nextInt(4) == 0 ? List.of("north") : List.of()));
    }
    Map<String, String> traits =
        r.nextInt(4) == 0
            ? Map.of()
            : Map.of(
                "reach into the bore",
                r.nextInt(4) > 0 ? "28.2 mm" : "25 mm",
                "cable length",
                List.of("390 mm", "500 mm", "300 mm").get(r.nextInt(3)));
    return new Part(
        number,
        "Ondrel",
        Grade.QUALITY,
        "",
        List.of(),
        "camshaft-position",
        made,
        r.nextInt(5) == 0 ? Connector.NOT_TOLD : new Connector(r.nextInt(8) == 0 ? 4 : 3, "A", ""),
        traits,
        r.nextInt(6) == 0 ? "Z-1" : "",
        List.of(),
        "",
        new Offer(10.0 + r.nextInt(90), null, 0, r.nextInt(2), "", 1 + r.nextInt(3), ""),
        "x");
  }

  private static Fit.Says plainly(Part p, Need n) {
    int nearest = p.applications().isEmpty() ? 2 : 3;
    for (Application a : p.applications()) {
      int worst = 0;
      boolean told = !a.card().isEmpty() || !a.engines().isEmpty();
      worst = Math.max(worst, !told ? 2 : 0);
      worst = Math.max(worst, !a.card().isEmpty() && !a.card().equals(n.card()) ? 3 : 0);
      worst = Math.max(worst, !a.engines().isEmpty() && !a.engines().contains(n.engine()) ? 3 : 0);
      worst = Math.max(worst, a.bank() > 0 && n.bank() > 0 && a.bank() != n.bank() ? 3 : 0);
      if (!n.position().isEmpty()) {
        worst =
            Math.max(
                worst, a.positions().isEmpty() ? 2 : a.positions().contains(n.position()) ? 0 : 3);
      }
      if (a.builtFrom() != null || a.builtUntil() != null) {
        worst = Math.max(worst, n.built().isEmpty() ? 2 : 0);
        if (n.built().isPresent()) {
          worst =
              Math.max(
                  worst,
                  a.builtFrom() != null && n.built().get().compareTo(a.builtFrom()) < 0 ? 3 : 0);
          worst =
              Math.max(
                  worst,
                  a.builtUntil() != null && n.built().get().compareTo(a.builtUntil()) > 0 ? 3 : 0);
        }
      }
      if (a.serialFrom() != null || a.serialUntil() != null) {
        worst = Math.max(worst, n.serial().isEmpty() ? 2 : 0);
        if (n.serial().isPresent()) {
          worst =
              Math.max(
                  worst, a.serialFrom() != null && n.serial().getAsInt() < a.serialFrom() ? 3 : 0);
          worst =
              Math.max(
                  worst,
                  a.serialUntil() != null && n.serial().getAsInt() > a.serialUntil() ? 3 : 0);
        }
      }
      if (!a.regions().isEmpty()) {
        worst =
            Math.max(worst, n.region().isEmpty() ? 2 : a.regions().contains(n.region()) ? 0 : 3);
      }
      nearest = Math.min(nearest, worst);
    }
    int worst = nearest;
    worst =
        Math.max(worst, p.connector().cavities() == 0 ? 2 : p.connector().cavities() != 3 ? 3 : 0);
    if (!n.fitted().isEmpty()) {
      String reach = p.traits().getOrDefault("reach into the bore", "");
      worst = Math.max(worst, reach.isEmpty() ? 2 : reach.equals("25 mm") ? 3 : 0);
      String cable = p.traits().getOrDefault("cable length", "");
      worst = Math.max(worst, cable.equals("500 mm") ? 1 : cable.equals("300 mm") ? 3 : 0);
    }
    if (!p.supersededBy().isEmpty()) {
      worst = Math.max(worst, p.offer().stock() > 0 ? 1 : 3);
    }
    return Fit.Says.values()[worst];
  }

  // Cost

  /** Checked against the Beta distribution of a general mathematics library. */
  @Property(tries = 200)
  void comebackIsTheMeanOfItsBetaDistribution(
      @ForAll @IntRange(max = 500) int fitted, @ForAll @IntRange(max = 500) int back) {
    int came = Math.min(fitted, back);
    Comeback c = Comeback.of(new Count(fitted, came), Count.NONE);
    BetaDistribution beta = new BetaDistribution(1 + came, 19 + fitted - came);
    assertThat(c.probability()).isCloseTo(beta.getNumericalMean(), within(1e-12));
    assertThat(beta.cumulativeProbability(c.quantile(0.95))).isCloseTo(0.95, within(1e-6));
  }

  /** Nothing of its own: what the other makes did. Much of its own: that alone. By hand. */
  @Test
  void aMakeOfWhichLittleIsKnownIsBelievedToBeLikeItsGrade() {
    assertThat(Comeback.of(Count.NONE, new Count(80, 9)).probability())
        .isCloseTo(10 / 100.0, within(1e-12));
    assertThat(Comeback.of(new Count(1000, 20), new Count(80, 9)).probability())
        .isCloseTo((2 + 20) / 1020.0, within(1e-12));
    PartRecord record =
        PartRecord.of(
            List.of(
                new PartRecord.Fitted("1", "Ondrel", Grade.QUALITY, "knock", "", true, "", null),
                new PartRecord.Fitted("2", "Havenrig", Grade.QUALITY, "knock", "", false, "", null),
                new PartRecord.Fitted(
                    "3", "Havenrig", Grade.QUALITY, "oxygen", "", true, "", null)));
    assertThat(record.of("Havenrig", "knock")).isEqualTo(new Count(1, 0));
    Part havenrig =
        new Part(
            "9",
            "Havenrig",
            Grade.QUALITY,
            "",
            List.of(),
            "knock",
            List.of(),
            null,
            Map.of(),
            "",
            List.of(),
            "",
            null,
            "x");
    assertThat(record.besides(havenrig)).isEqualTo(new Count(1, 1));
  }

  /** 46 + 2.50 + 3 days x 30 + (1 + 1)/(20 + 18) x 190, by hand. */
  @Test
  void trueCostCountsDepositWaitingAndComebacks() {
    Part part =
        new Part(
            "X-1",
            "Ondrel",
            Grade.QUALITY,
            "",
            List.of(),
            "knock",
            List.of(),
            null,
            Map.of(),
            "",
            List.of(),
            "",
            new Offer(50.0, 8.0, 25, 0, "", 3, ""),
            "x");
    List<PartRecord.Fitted> fitted = new ArrayList<>();
    for (int i = 0; i < 18; i++) {
      fitted.add(
          new PartRecord.Fitted("X-1", "Ondrel", Grade.QUALITY, "knock", "", i == 0, "", null));
    }
    TrueCost cost = TrueCost.of(part, PartRecord.of(fitted), SHOP);
    assertThat(cost.total()).isCloseTo(46 + 2.5 + 90 + 10.0, within(1e-9));
    assertThat(cost.overTheCounter()).isCloseTo(71, within(1e-9));
    assertThat(cost.low()).isLessThan(cost.total());
    assertThat(cost.high()).isGreaterThan(cost.total());
  }

  /** The belief that one is the cheaper, against the integral over both densities. */
  @Property(tries = 25)
  void howSureAWinIsIsTheIntegralOverBothBeliefs(
      @ForAll @IntRange(max = 60) int one,
      @ForAll @IntRange(max = 60) int other,
      @ForAll @IntRange(max = 60) int less) {
    TrueCost cheap = cost(40 - less / 4.0, new Count(60, one / 4));
    TrueCost dear = cost(50, new Count(60, other / 6));
    TrueCost winner = cheap.total() <= dear.total() ? cheap : dear;
    TrueCost loser = winner == cheap ? dear : cheap;
    Contest contest = Contest.of(winner, loser);
    BetaDistribution w = new BetaDistribution(winner.comeback().alpha(), winner.comeback().beta());
    BetaDistribution l = new BetaDistribution(loser.comeback().alpha(), loser.comeback().beta());
    double integral = 0;
    int slices = 20_000;
    for (int i = 0; i < slices; i++) {
      double p = (i + 0.5) / slices;
      double same = (winner.certain() + p * 190 - loser.certain()) / 190;
      integral +=
          w.density(p) * (1 - l.cumulativeProbability(Math.max(0, Math.min(1, same)))) / slices;
    }
    assertThat(contest.sure()).isCloseTo(integral, within(0.01));
    double saved = loser.pay() - contest.turnsAt();
    assertThat(loser.total() - saved).isCloseTo(winner.total(), within(1e-9));
  }

  private static TrueCost cost(double pay, Count own) {
    return new TrueCost(true, pay, 0, 0, 0, 0, 0, Comeback.of(own, Count.NONE), 190);
  }

  /** Conditional failure from the survival function of a general mathematics library. */
  @Property(tries = 200)
  void twinLifeIsTheConditionalWeibullFailure(
      @ForAll @IntRange(max = 400_000) int age,
      @ForAll @IntRange(min = 1, max = 100_000) int horizon) {
    WeibullDistribution w = new WeibullDistribution(2.6, 310_000);
    double survived = 1 - w.cumulativeProbability(age);
    double later = 1 - w.cumulativeProbability((double) age + horizon);
    assertThat(new TwinLife(2.6, 310_000, "invented").failsWithin(age, horizon))
        .isCloseTo(1 - later / survived, within(1e-9));
  }

  @Test
  void pairPaysForTheOldAndNotForTheYoung() {
    TwinLife life = new TwinLife(2.6, 310_000, "invented");
    assertThat(PairQuestion.of(life, 20_000, 40_000, 30, 8, 40, 70).pairPays()).isFalse();
    assertThat(PairQuestion.of(life, 900_000, 40_000, 30, 8, 140, 70).pairPays()).isTrue();
  }

  // Bench

  private static Bench bench(List<Bench.Held> held) {
    return Bench.of(
        CATALOG.bench(),
        CATALOG.sheet("oxygen").orElseThrow().traits(),
        Map.of("thread", "M18x1.5", "hex size", "22 mm", "cable length", "400 mm"),
        Map.of("thread", "M18x1.5", "hex size", "24 mm"),
        held);
  }

  @Test
  void theBenchBeginsWithThePlugAndStopsWhatDoesNotFit() {
    Bench before = bench(List.of());
    assertThat(before.rows().get(0).trait().trait()).isEqualTo(Bench.PLUG);
    assertThat(before.owed()).extracting(r -> r.trait().trait()).startsWith(Bench.PLUG, "thread");
    assertThat(before.ready()).containsExactly("wrench for 24 mm");
    Bench wrong = bench(List.of(new Bench.Held(Bench.PLUG, "", "", false)));
    assertThat(wrong.stops()).extracting(r -> r.trait().trait()).containsExactly(Bench.PLUG);
    Bench shorter = bench(List.of(new Bench.Held("cable length", "400 mm", "310 mm", true)));
    assertThat(shorter.stops()).as("figures decide, not the tick").hasSize(1);
    assertThat(bench(before.owedAlike()).owed())
        .as("a tick over all the rest is no plug that clicked")
        .extracting(r -> r.trait().trait())
        .containsExactly(Bench.PLUG);
    Bench alike =
        bench(
            Stream.concat(Stream.of(Bench.Held.alike(Bench.PLUG)), before.owedAlike().stream())
                .toList());
    assertThat(alike.owed()).isEmpty();
    assertThat(alike.stops()).isEmpty();
    assertThat(alike.harmless()).extracting(r -> r.trait().trait()).containsExactly("hex size");
  }

  // Drawings

  private static double width(Drawing drawing, String role) {
    return drawing.shapes().stream()
        .filter(Shape.Box.class::isInstance)
        .map(Shape.Box.class::cast)
        .filter(b -> b.role().equals(role))
        .mapToDouble(Shape.Box::width)
        .sum();
  }

  /** A bar is as long as its money; an amount that is nothing has none. */
  @Test
  void theBarsOfTrueCostAreToOneScale() {
    PartChoice choice =
        PartChoice.of(
            DemoParts.read(CATALOG), need("intake", YearMonth.of(2021, 3)), PartRecord.NONE, SHOP);
    List<TrueCost> drawn =
        choice.open().stream()
            .map(PartChoice.Candidate::cost)
            .filter(TrueCost::known)
            .limit(4)
            .toList();
    Drawing drawing = CostPicture.draw(choice, English.WORDS);
    double perUnit = width(drawing, "cost-pay") / drawn.stream().mapToDouble(TrueCost::pay).sum();
    assertThat(perUnit).isPositive();
    assertThat(width(drawing, "cost-back"))
        .isCloseTo(perUnit * drawn.stream().mapToDouble(TrueCost::comebacks).sum(), within(1e-6));
    assertThat(width(drawing, "cost-wait"))
        .isCloseTo(perUnit * drawn.stream().mapToDouble(TrueCost::waiting).sum(), within(1e-6));
    assertThat(drawn.stream().mapToDouble(TrueCost::high).max().orElseThrow() * perUnit)
        .as("the longest fits beside its figure")
        .isLessThan(drawing.width() - 60);
  }

  /** Whatever is measured stays on the sheet, and both parts keep one scale. */
  @Property(tries = 60)
  void oldAndNewAreDrawnToOneScale(
      @ForAll @IntRange(min = 3, max = 400) int reach,
      @ForAll @IntRange(min = 3, max = 400) int other,
      @ForAll @IntRange(min = 8, max = 60) int hex) {
    Map<String, String> old = Map.of("reach into the bore", reach + " mm", "thread", "M18x1.5");
    Map<String, String> fresh =
        Map.of("reach into the bore", other + " mm", "thread", "M18x1.5", "hex size", hex + " mm");
    Drawing drawing =
        BenchDrawing.draw(Bench.of(CATALOG.bench(), RULES, old, fresh, List.of()), English.WORDS)
            .orElseThrow();
    List<Shape.Box> shafts =
        drawing.shapes().stream()
            .filter(Shape.Box.class::isInstance)
            .map(Shape.Box.class::cast)
            .filter(b -> b.role().equals("bench-shaft"))
            .toList();
    assertThat(shafts).hasSize(2);
    assertThat(shafts.get(0).width() * other)
        .isCloseTo(shafts.get(1).width() * reach, within(1e-6));
    assertThat(shafts).allMatch(b -> b.x() + b.width() < drawing.width() && b.height() <= 62);
  }

  @Test
  void nothingIsDrawnOfWhichNothingIsKnown() {
    Bench untold = Bench.of(CATALOG.bench(), RULES, Map.of(), Map.of(), List.of());
    assertThat(BenchDrawing.draw(untold, English.WORDS)).isEmpty();
  }

  // Offers

  private static String where(Offer offer) {
    return offer.where().map(English.WORDS::of).orElse("");
  }

  @Test
  void anOfferSaysWhereItIsOrWhenItComes() {
    assertThat(where(Offer.NOT_TOLD)).isEmpty();
    assertThat(where(new Offer(9.0, null, 0, 2, "C9-2", 3, "Quay"))).isEqualTo("shelf C9-2");
    assertThat(where(new Offer(9.0, null, 0, 2, "", null, ""))).isEqualTo("on the shelf");
    assertThat(where(new Offer(9.0, null, 0, 0, "C9-2", 0, ""))).isEqualTo("today");
    assertThat(where(new Offer(9.0, null, 0, 0, "", 1, ""))).isEqualTo("tomorrow");
    assertThat(where(new Offer(9.0, null, 0, null, "", 12, ""))).isEqualTo("in 12 days");
  }
}
