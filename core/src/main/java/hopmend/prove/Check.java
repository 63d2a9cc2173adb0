package hopmend.prove;

import hopmend.sensor.Condition;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A check of a family sheet.
 *
 * @param minutes hands-on time
 * @param money what it uses up, in the shop's currency
 * @param looksFor the suspects it can find
 * @param when traits of the sensors for which it is meant; null for all
 * @param unless traits of the sensors for which it is not
 * @param elsewhere whether it is done away from the sensor: from the seat, at the plate, at the
 *     tailpipe
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
    Measurement measurement,
    List<String> cautions,
    boolean elsewhere,
    Map<String, List<String>> when,
    Map<String, List<String>> unless,
    String source) {
  private static final double SUM_TOLERANCE = 1e-6;

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
    if (measurement != null) {
      requireOutcome(id, outcomes, measurement.below());
      requireOutcome(id, outcomes, measurement.within());
      requireOutcome(id, outcomes, measurement.above());
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

  /** The sensors for which it is meant. */
  public Condition condition() {
    return new Condition(when, unless);
  }

  public Optional<Measurement> measured() {
    return Optional.ofNullable(measurement);
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
