package hopmend.prove;

import static hopmend.message.English.WORDS;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hopmend.catalog.FamilySheet;
import hopmend.catalog.Shipped;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.sensor.Band;
import hopmend.sensor.Condition;
import hopmend.sensor.SignalModel;
import hopmend.sensor.Traits;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class DiagnosisTest {
  private static final FamilySheet CAM = hall();

  private static FamilySheet hall() {
    Traits three = Traits.UNKNOWN.with("wires", "3");
    return Shipped.CATALOG.sheet("camshaft-position").orElseThrow().variant(three, caution -> true);
  }

  private static Suspect suspect(String id, double weight, Remedy remedy) {
    return new Suspect(
        id, id, weight, remedy, "", null, null, null, false, Condition.ALWAYS, "invented");
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
            Outcome.of("bad", "bad", Map.of("a", finds), falseAlarm, true),
            Outcome.of("good", "good", Map.of("a", 1 - finds), 1 - falseAlarm, false)),
        List.of(),
        null,
        List.of(),
        List.of(),
        List.of(),
        false,
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
        Diagnosis.of(suspects, List.of(Diagnosis.Answer.of(c, c.known("bad").orElseThrow())));
    assertThat(d.probability("a")).isCloseTo(0.75, within(1e-12));
    assertThat(d.effects().get(0).oddsFactor(suspects.get(0))).isCloseTo(9, within(1e-9));
  }

  /**
   * Independent implementation: enumerate suspects; of the checks that share what they read take,
   * for each suspect, the most and the least that was said; multiply once, normalise once.
   */
  @Property(tries = 300)
  void posteriorEqualsEnumerationWhateverTheOrderOfAnswers(@ForAll long seed) {
    Random random = new Random(seed);
    List<Diagnosis.Answer> answers = new ArrayList<>();
    for (Check c : CAM.checks()) {
      if (random.nextBoolean()) {
        Outcome o = c.outcomes().get(random.nextInt(c.outcomes().size()));
        answers.add(new Diagnosis.Answer(c, o, Optional.empty(), random.nextInt(4) == 0));
      }
    }
    Diagnosis forwards = Diagnosis.of(CAM.suspects(), answers);
    answers.replaceAll(
        a ->
            forwards.contradictions().contains(a)
                ? new Diagnosis.Answer(a.check(), a.outcome(), a.measured(), true)
                : a);
    Collections.shuffle(answers, random);
    Diagnosis shuffled = Diagnosis.of(CAM.suspects(), answers);
    double[] joint = CAM.suspects().stream().mapToDouble(s -> weight(s, answers)).toArray();
    double sum = Arrays.stream(joint).sum();
    for (int i = 0; i < joint.length; i++) {
      String id = CAM.suspects().get(i).id();
      assertThat(forwards.probability(id)).isCloseTo(joint[i] / sum, within(1e-9));
      assertThat(shuffled.probability(id)).isCloseTo(joint[i] / sum, within(1e-9));
    }
  }

  private static double weight(Suspect s, List<Diagnosis.Answer> answers) {
    Map<String, List<Double>> byShared = new HashMap<>();
    for (Diagnosis.Answer a : answers) {
      double ratio = a.check().likelihood(a.outcome(), s) / a.outcome().otherwise();
      byShared
          .computeIfAbsent(
              a.check().shares().isEmpty() ? a.check().id() : a.check().shares().get(0),
              x -> new ArrayList<>())
          .add(a.unsure() ? Math.sqrt(ratio) : ratio);
    }
    double product = s.weight();
    for (List<Double> ratios : byShared.values()) {
      product *= Math.max(1, Collections.max(ratios)) * Math.min(1, Collections.min(ratios));
    }
    return product;
  }

  /** By hand: 9 alone; not sure: its root, 3. Two readings of one wire tell it once: 9, not 81. */
  @Test
  void unsureCountsHalfAndTwoReadingsOfOneWireCountOnce() {
    List<Suspect> suspects =
        List.of(suspect("a", 1, Remedy.REPLACE_SENSOR), suspect("b", 1, Remedy.MECHANICAL));
    Check one = check("one", 1, 0.9, 0.1);
    Check again = sharing(check("again", 1, 0.9, 0.1), "wire");
    Check first = sharing(check("first", 1, 0.9, 0.1), "wire");
    assertThat(odds(suspects, answer(one, "bad"))).isCloseTo(9, within(1e-9));
    Diagnosis.Answer unsure =
        new Diagnosis.Answer(one, one.known("bad").orElseThrow(), Optional.empty(), true);
    assertThat(odds(suspects, unsure)).isCloseTo(3, within(1e-9));
    assertThat(odds(suspects, answer(first, "bad"), answer(again, "bad")))
        .isCloseTo(9, within(1e-9));
    assertThat(odds(suspects, answer(first, "bad"), answer(one, "bad")))
        .isCloseTo(81, within(1e-9));
    assertThat(odds(suspects, answer(first, "bad"), answer(again, "good")))
        .isCloseTo(1, within(1e-9));
    assertThat(
            Diagnosis.of(suspects, List.of(answer(first, "bad"), answer(again, "bad")))
                .effects()
                .get(1)
                .sharedWith())
        .containsExactly("first");
  }

  private static double odds(List<Suspect> suspects, Diagnosis.Answer... answers) {
    Diagnosis d = Diagnosis.of(suspects, List.of(answers));
    return d.probability("a") / d.probability("b");
  }

  private static Diagnosis.Answer answer(Check c, String outcome) {
    return Diagnosis.Answer.of(c, c.known(outcome).orElseThrow());
  }

  private static Check sharing(Check c, String what) {
    return new Check(
        c.id(),
        c.title(),
        "",
        "",
        1,
        0,
        c.looksFor(),
        c.outcomes(),
        List.of(),
        null,
        List.of(),
        List.of(),
        List.of(what),
        false,
        false,
        false,
        Condition.ALWAYS,
        "invented");
  }

  @Test
  void verdictNeedsTheThresholdAndTellsItsReasonsAndWhatWouldChangeIt() {
    assertThat(verdict().remedy()).isEmpty();
    Verdict v =
        verdict(
            "connector-home=home",
            "supply=right",
            "ground-drop=right",
            "wires-through=whole",
            "wiggle=steady",
            "oil-condition=fine",
            "signal=missing",
            "chain-stretch=right");
    assertThat(v.remedy()).contains(Remedy.REPLACE_SENSOR);
    assertThat(v.reasons())
        .anySatisfy(r -> assertThat(WORDS.of(r.fact())).contains("Edges missing"));
    assertThat(v.reasons()).allSatisfy(r -> assertThat(r.source()).isNotBlank());
    assertThat(v.ruledOut()).extracting(r -> r.suspect().id()).contains("wiring", "chain");
    assertThat(v.wouldChange())
        .extracting(w -> w.check().id() + "=" + w.outcome().id())
        .containsExactly("tip=coated", "seal-look=above");
  }

  private static Verdict verdict(String... answers) {
    List<Diagnosis.Answer> given =
        Arrays.stream(answers)
            .map(a -> a.split("="))
            .map(a -> answer(CAM.check(a[0]).orElseThrow(), a[1]))
            .toList();
    List<Check> open =
        CAM.checks().stream()
            .filter(c -> given.stream().noneMatch(g -> g.check().equals(c)))
            .toList();
    return Verdict.of(Diagnosis.of(CAM.suspects(), given), open, 0.8);
  }

  /**
   * What is left over when all else is ruled out is no proof: a sensor that is well is left too.
   */
  @Test
  void noSensorIsCondemnedByReadingsThatAHealthyOneGives() {
    List<Suspect> suspects =
        List.of(suspect("a", 30, Remedy.REPLACE_SENSOR), suspect("b", 1, Remedy.REPAIR_WIRING));
    Verdict left = Verdict.of(Diagnosis.of(suspects, List.of()), List.of(), 0.8);
    assertThat(left.probability()).isGreaterThan(0.8);
    assertThat(left.remedy()).isEmpty();
    assertThat(WORDS.of(left.heldBack().orElseThrow().rule())).contains("accuses it");
    Check c = check("c", 1, 0.9, 0.1);
    Diagnosis.Answer unsure =
        new Diagnosis.Answer(c, c.known("bad").orElseThrow(), Optional.empty(), true);
    assertThat(Verdict.of(Diagnosis.of(suspects, List.of(unsure)), List.of(), 0.8).remedy())
        .isEmpty();
    Diagnosis accused = Diagnosis.of(suspects, List.of(answer(c, "bad")));
    assertThat(Verdict.of(accused, List.of(), 0.8).remedy()).contains(Remedy.REPLACE_SENSOR);
  }

  @Test
  void answersThatContradictAllSuspectsSayWhichAndOfferNoVerdict() {
    Verdict v = verdict("supply=low", "chain-stretch=late", "tip=damaged");
    assertThat(v.remedy()).isEmpty();
    assertThat(WORDS.of(v.heldBack().orElseThrow().fact())).contains("Supply").contains("Late");
    List<Diagnosis.Answer> both =
        List.of(
            answer(CAM.check("supply").orElseThrow(), "low"),
            answer(CAM.check("chain-stretch").orElseThrow(), "late"));
    double[] believed = CAM.suspects().stream().mapToDouble(x -> weight(x, both)).toArray();
    double most = Arrays.stream(believed).max().orElseThrow() / Arrays.stream(believed).sum();
    assertThat(Diagnosis.of(CAM.suspects(), both).leader().posterior()).isLessThan(0.8 * most);
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
