package hopmend.prove;

import hopmend.sensor.Condition;
import hopmend.sensor.Conditional;
import hopmend.sensor.Traits;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;

/**
 * A check of a family sheet.
 *
 * @param minutes hands-on time
 * @param money what it uses up, in the shop's currency
 * @param looksFor the suspects it can find
 * @param measurements how a value is judged: of several, the first that is meant for the sensor
 * @param elsewhere whether it is done away from the sensor: from the seat, at the plate, at the
 *     tailpipe
 * @param oldPart whether it is a look at the part that comes out: once it is out it costs nothing
 */
public record Check(
    String id,
    String title,
    String how,
    String why,
    double minutes,
    double money,
    List<String> looksFor,
    List<Outcome> outcomes,
    List<Measurement> measurements,
    List<String> cautions,
    boolean elsewhere,
    boolean oldPart,
    Condition condition,
    String source)
    implements Conditional {
  private static final double SUM_TOLERANCE = 1e-6;

  /** What takes longer is no look any more; the shop's rule. */
  private static final double A_LOOK_MINUTES = 3;

  public Check {
    looksFor = List.copyOf(looksFor);
    outcomes = List.copyOf(outcomes);
    cautions = cautions == null ? List.of() : List.copyOf(cautions);
    if (!(minutes > 0)) {
      throw new IllegalArgumentException("Check " + id + ": minutes must be positive");
    }
    if (outcomes.stream().noneMatch(Outcome::finds)) {
      throw new IllegalArgumentException("Check " + id + ": no outcome finds anything");
    }
    measurements = measurements == null ? List.of() : List.copyOf(measurements);
    condition = Condition.orAlways(condition);
    for (Measurement m : measurements) {
      requireOutcome(id, outcomes, m.below());
      requireOutcome(id, outcomes, m.within());
      requireOutcome(id, outcomes, m.above());
    }
  }

  /** Whether the outcome probabilities of every suspect add up to one. */
  public void requireCoherent(List<Suspect> suspects) {
    for (Suspect s : suspects) {
      double sum = outcomes.stream().mapToDouble(o -> o.likelihood(s)).sum();
      if (Math.abs(sum - 1) > SUM_TOLERANCE) {
        throw new IllegalArgumentException(
            "Check %s: results given %s add up to %s, not 1".formatted(id, s.id(), sum));
      }
    }
  }

  /** A look that costs next to nothing: no tool, no money, a few minutes at most. */
  public boolean isALook() {
    return minutes <= A_LOOK_MINUTES && money == 0 && measurements.isEmpty() && !oldPart;
  }

  /** How a value is judged; empty where the check is answered with words. */
  public Optional<Measurement> measured() {
    return measurements.stream().findFirst();
  }

  /**
   * What of it is meant for a sensor.
   *
   * @param holds whether a caution of its own holds there
   */
  public Check variant(Traits traits, Predicate<String> holds) {
    return new Check(
        id,
        title,
        how,
        why,
        minutes,
        money,
        looksFor,
        Conditional.of(outcomes, traits),
        Conditional.of(measurements, traits),
        cautions.stream().filter(holds).toList(),
        elsewhere,
        oldPart,
        condition,
        source);
  }

  /** The result of this id, empty if this sheet does not know it. */
  public Optional<Outcome> known(String outcomeId) {
    return outcomes.stream().filter(o -> o.id().equals(outcomeId)).findFirst();
  }

  private static void requireOutcome(String check, List<Outcome> outcomes, String outcomeId) {
    if (outcomes.stream().noneMatch(o -> o.id().equals(outcomeId))) {
      throw new IllegalArgumentException("Check %s has no result %s".formatted(check, outcomeId));
    }
  }

  /** Cost in money: labour plus what it uses up. */
  public double cost(double labourPerHour) {
    return minutes * labourPerHour / 60 + money;
  }

  /** Probability that a finding result comes if this suspect is the fault. */
  double findingLikelihood(Suspect suspect) {
    return outcomes.stream().filter(Outcome::finds).mapToDouble(o -> o.likelihood(suspect)).sum();
  }
}
