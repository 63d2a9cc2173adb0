package hopmend.part;

import static hopmend.message.English.said;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hopmend.catalog.CatalogReader;
import hopmend.catalog.VehicleCard;
import hopmend.sensor.Condition;
import java.time.YearMonth;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.hipparchus.distribution.continuous.BetaDistribution;
import org.hipparchus.distribution.continuous.WeibullDistribution;
import org.junit.jupiter.api.Test;

class PartTest {
  private static final VehicleCard CARD =
      CatalogReader.shipped().card("wherrill-sedge-12").orElseThrow();
  private static final TrueCost.ComebackPrice COMEBACK = new TrueCost.ComebackPrice(40, 90, 60);

  private static Fit.Need need(String position, String engine, YearMonth built) {
    return new Fit.Need(
        "camshaft-position",
        position,
        engine,
        Optional.ofNullable(built),
        "three pins, key A",
        CARD.part("WS-6071-A").orElseThrow().traits(),
        CatalogReader.shipped().sheet("camshaft-position").orElseThrow().traits());
  }

  private static PartChoice choice(Fit.Need need) {
    return PartChoice.of(CARD.parts(), need, 0, COMEBACK);
  }

  @Test
  void cheapestPartIsNotTheCheapestInTruth() {
    PartChoice choice = choice(need("intake", "WS3A", YearMonth.of(2021, 3)));
    assertThat(choice.recommended())
        .get()
        .extracting(c -> c.part().number())
        .isEqualTo("ODL-33018");
    // 46 + (1 + 1)/(20 + 18) * 190, worked by hand
    assertThat(choice.recommended().get().cost().total()).isCloseTo(56.0, within(1e-9));
    PartChoice.Candidate cheap = choice.byNumber("PMK-0921").orElseThrow();
    assertThat(cheap.fit().criteria())
        .anySatisfy(c -> assertThat(said(c.words())).contains("27.0 mm, the old one has 28.5 mm"));
    assertThat(cheap.cost().total()).isCloseTo(19 + 6.0 / 32 * 190, within(1e-9));
  }

  @Test
  void fitIsJudgedByEveryCriterionAndSaysSo() {
    Fit.Need late = need("intake", "WS3A", YearMonth.of(2021, 3));
    assertThat(choice(late).byNumber("WS-6071-A").orElseThrow().fit().verdict())
        .isEqualTo(Fit.Says.DOES_NOT_FIT);
    assertThat(choice(late).byNumber("WS-6072-A").orElseThrow().fit().criteria())
        .filteredOn(c -> c.says() == Fit.Says.DOES_NOT_FIT)
        .extracting(c -> said(c.name()))
        .containsExactly("position", "connector", "beside the old", "beside the old");
    Fit old = choice(need("intake", "WS3A", null)).byNumber("WS-6071-A").orElseThrow().fit();
    assertThat(old.criteria())
        .anySatisfy(
            c -> {
              assertThat(c.says()).isEqualTo(Fit.Says.UNKNOWN);
              assertThat(said(c.words())).contains("enter this one's build date");
            });
    assertThat(choice(need("intake", "OTHER", null)).recommended()).isEmpty();
  }

  @Test
  void supersededNumberLeadsToTheLastOfItsChainAndACircleEnds() {
    assertThat(PartChoice.resolve("WS-6071-A", CARD.parts())).isEqualTo("WS-6071-C");
    assertThat(PartChoice.resolve("unknown", CARD.parts())).isEqualTo("unknown");
    assertThat(PartChoice.resolve("A", List.of(part("A", "B"), part("B", "A")))).isIn("A", "B");
  }

  private static Part part(String number, String next) {
    return new Part(
        number,
        next,
        "m",
        "g",
        "n",
        "f",
        List.of(),
        List.of(),
        null,
        null,
        Map.of(),
        1,
        0,
        0,
        true,
        "invented");
  }

  /** Checked against the Beta distribution of a general mathematics library. */
  @Property(tries = 200)
  void comebackIsTheMeanOfItsBetaDistribution(
      @ForAll @IntRange(max = 500) int fitted, @ForAll @IntRange(max = 500) int back) {
    int came = Math.min(fitted, back);
    Comeback c = Comeback.of(fitted, came);
    BetaDistribution beta = new BetaDistribution(1 + came, 19 + fitted - came);
    assertThat(c.probability()).isCloseTo(beta.getNumericalMean(), within(1e-12));
    assertThat(beta.cumulativeProbability(c.quantile(0.95))).isCloseTo(0.95, within(1e-6));
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

  @Test
  void aDifferenceIsHarmlessOrAStopAndAnUnknownOneStops() {
    List<TraitRule> rules =
        List.of(
            new TraitRule(
                "cable", TraitRule.Weight.HARMLESS, "tie it up", Condition.ALWAYS, "invented"),
            new TraitRule(
                "thread", TraitRule.Weight.STOP, "wrong part", Condition.ALWAYS, "invented"));
    assertThat(OldAgainstNew.of(Map.of("cable", "20"), Map.of("cable", "30"), rules).stops())
        .isFalse();
    assertThat(OldAgainstNew.of(Map.of("thread", "M6"), Map.of("thread", "M8"), rules).stops())
        .isTrue();
    assertThat(OldAgainstNew.of(Map.of("ear", "left"), Map.of(), rules).stops()).isTrue();
  }
}
