package hopmend.prove;

import static hopmend.message.English.WORDS;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hopmend.catalog.CatalogReader;
import hopmend.catalog.FamilySheet;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.sensor.Band;
import hopmend.sensor.Condition;
import hopmend.sensor.SignalModel;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

class DiagnosisTest {
  private static final FamilySheet CAM =
      CatalogReader.shipped().sheet("camshaft-position").orElseThrow();
  private static final double RATE = 60;

  private static Suspect suspect(String id, double weight, Remedy remedy) {
    return new Suspect(id, id, weight, remedy, "", null, null, Condition.ALWAYS, "invented");
  }

  private static Check check(String id, double minutes, double finds, double falseAlarm) {
    return new Check(
        id,
        id,
        "",
        "",
        minutes,
        0,
        List.of("a"),
        List.of(
            new Outcome("bad", "bad", Map.of("a", finds), falseAlarm, true, null, Condition.ALWAYS),
            new Outcome(
                "good",
                "good",
                Map.of("a", 1 - finds),
                1 - falseAlarm,
                false,
                null,
                Condition.ALWAYS)),
        List.of(),
        List.of(),
        false,
        false,
        Condition.ALWAYS,
        "invented");
  }

  /**
   * Worked by hand: prior 1:3, likelihood 0.9 against 0.1 gives 0.9*0.25/(0.9*0.25+0.1*0.75) =
   * 0.75.
   */
  @Test
  void posteriorIsThatOfBayesByHand() {
    List<Suspect> suspects =
        List.of(suspect("a", 1, Remedy.REPLACE_SENSOR), suspect("b", 3, Remedy.MECHANICAL));
    Check c = check("c", 1, 0.9, 0.1);
    Diagnosis d =
        Diagnosis.of(
            suspects,
            List.of(c),
            List.of(new Diagnosis.Answer(c, c.known("bad").orElseThrow(), Optional.empty())),
            RATE);
    assertThat(d.probability("a")).isCloseTo(0.75, within(1e-12));
    assertThat(d.effects().get(0).oddsFactor(suspects.get(0))).isCloseTo(9, within(1e-9));
    assertThat(d.next()).isEmpty();
  }

  /**
   * Independent implementation: enumerate suspects, multiply all likelihoods once, normalise once.
   */
  @Property(tries = 300)
  void posteriorEqualsEnumerationWhateverTheOrderOfAnswers(@ForAll long seed) {
    Random random = new Random(seed);
    List<Diagnosis.Answer> answers = new ArrayList<>();
    for (Check c : CAM.checks()) {
      if (random.nextBoolean()) {
        Outcome o = c.outcomes().get(random.nextInt(c.outcomes().size()));
        answers.add(new Diagnosis.Answer(c, o, Optional.empty()));
      }
    }
    Diagnosis forwards = Diagnosis.of(CAM.suspects(), CAM.checks(), answers, RATE);
    Collections.shuffle(answers, random);
    Diagnosis shuffled = Diagnosis.of(CAM.suspects(), CAM.checks(), answers, RATE);
    double[] joint =
        CAM.suspects().stream()
            .mapToDouble(
                s ->
                    answers.stream()
                        .mapToDouble(a -> a.outcome().likelihood(s))
                        .reduce(s.weight(), (x, y) -> x * y))
            .toArray();
    double sum = java.util.Arrays.stream(joint).sum();
    for (int i = 0; i < joint.length; i++) {
      String id = CAM.suspects().get(i).id();
      assertThat(forwards.probability(id)).isCloseTo(joint[i] / sum, within(1e-9));
      assertThat(shuffled.probability(id)).isCloseTo(joint[i] / sum, within(1e-9));
    }
    double previous = Double.MAX_VALUE;
    for (Diagnosis.Recommendation r : all(forwards)) {
      assertThat(r.finds() / r.cost()).isLessThanOrEqualTo(previous + 1e-12);
      previous = r.finds() / r.cost();
    }
  }

  private static List<Diagnosis.Recommendation> all(Diagnosis d) {
    List<Diagnosis.Recommendation> all = new ArrayList<>(d.next().stream().toList());
    all.addAll(d.later());
    return all;
  }

  /** Kadane and Simon 1977: no other order is cheaper; compared with all orders. */
  @Property(tries = 60)
  void orderByProbabilityOverCostIsTheCheapestOfAllOrders(
      @ForAll long seed, @ForAll @IntRange(min = 1, max = 7) int n) {
    Random random = new Random(seed);
    double[] p = random.doubles(n, 0.01, 1).toArray();
    double sum = java.util.Arrays.stream(p).sum();
    List<CheckOrder.Candidate<Integer>> candidates = new ArrayList<>();
    for (int i = 0; i < n; i++) {
      candidates.add(new CheckOrder.Candidate<>(i, p[i] / sum, 0.5 + 20 * random.nextDouble()));
    }
    double best = cheapest(new ArrayList<>(), candidates);
    assertThat(CheckOrder.expectedCost(CheckOrder.order(candidates))).isCloseTo(best, within(1e-9));
  }

  private static double cheapest(
      List<CheckOrder.Candidate<Integer>> begun, List<CheckOrder.Candidate<Integer>> left) {
    if (left.isEmpty()) {
      return CheckOrder.expectedCost(begun);
    }
    double best = Double.MAX_VALUE;
    for (CheckOrder.Candidate<Integer> c : left) {
      List<CheckOrder.Candidate<Integer>> b = new ArrayList<>(begun);
      b.add(c);
      List<CheckOrder.Candidate<Integer>> l = new ArrayList<>(left);
      l.remove(c);
      best = Math.min(best, cheapest(b, l));
    }
    return best;
  }

  @Test
  void verdictNeedsTheThresholdAndTellsItsReasons() {
    Diagnosis open = Diagnosis.of(CAM.suspects(), CAM.checks(), List.of(), RATE);
    assertThat(Verdict.of(open, 0.8).remedy()).isEmpty();
    List<Diagnosis.Answer> answers =
        List.of(
            answer("connector-home", "home"),
            answer("supply", "right"),
            answer("ground-drop", "right"),
            answer("wiggle", "steady"),
            answer("oil-condition", "fine"),
            answer("signal", "missing"),
            answer("chain-stretch", "right"));
    Verdict v = Verdict.of(Diagnosis.of(CAM.suspects(), CAM.checks(), answers, RATE), 0.8);
    assertThat(v.remedy()).contains(Remedy.REPLACE_SENSOR);
    assertThat(v.reasons())
        .anySatisfy(r -> assertThat(WORDS.of(r.fact())).contains("Edges missing"));
    assertThat(v.reasons()).allSatisfy(r -> assertThat(r.source()).isNotBlank());
  }

  private static Diagnosis.Answer answer(String check, String outcome) {
    Check c = CAM.check(check).orElseThrow();
    return new Diagnosis.Answer(c, c.known(outcome).orElseThrow(), Optional.empty());
  }

  @Test
  void cheapPartsAreSwappedAndDearOnesProven() {
    Diagnosis d = Diagnosis.of(CAM.suspects(), CAM.checks(), List.of(), RATE);
    assertThat(SwapOrProve.of(d, 1, 2, RATE).winner()).isEqualTo(SwapOrProve.School.SWAP_TO_TEST);
    assertThat(SwapOrProve.of(d, 900, 90, RATE).winner()).isEqualTo(SwapOrProve.School.PROVE_FIRST);
  }

  @Test
  void measuredValueIsJudgedAndASlipOfUnitIsQuestioned() {
    Band band = new Band(4.75, 5.25, MeasureUnit.VOLT, "invented");
    assertThat(band.judge(Reading.of(5.25, MeasureUnit.VOLT)).side()).isEqualTo(Band.Side.WITHIN);
    assertThat(band.judge(Reading.of(4700, MeasureUnit.MILLIVOLT)).side())
        .isEqualTo(Band.Side.BELOW);
    assertThat(band.likelyMeant(Reading.of(4980, MeasureUnit.VOLT)))
        .contains(Reading.of(4980, MeasureUnit.MILLIVOLT));
    assertThat(band.likelyMeant(Reading.of(12, MeasureUnit.VOLT))).isEmpty();
  }

  /** A cam turns once in two crank turns: 4 teeth at 900 1/min pass 4 * 7.5 = 30 times a second. */
  @Test
  void camWheelFrequencyFollowsSpeedAndTeeth() {
    Band band =
        SignalModel.CAM_WHEEL_FREQUENCY.band(
            4, new SignalModel.Told(Reading.of(900, MeasureUnit.PER_MINUTE), null), 10);
    assertThat(band.low()).isCloseTo(27, within(1e-9));
    assertThat(band.high()).isCloseTo(33, within(1e-9));
  }
}
