package hopmend.prove;

import hopmend.instrument.Setting;
import hopmend.instrument.Sight;
import hopmend.sensor.Condition;
import hopmend.sensor.Conditional;
import hopmend.sensor.Traits;
import hopmend.trace.Finding;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;

/**
 * A check of a family sheet.
 *
 * @param minutes hands-on time
 * @param money what it uses up, in the shop's currency
 * @param looksFor the suspects it can find
 * @param measurements how a value is judged: of several, the first that is meant for the sensor
 * @param instrument that answers it by a recording or by several figures; null for none
 * @param needs ids of the set-ups that have to be there before it can be done
 * @param shares what it reads that other checks read too, by a word of the sheet: two readings of
 *     one wire tell it once
 * @param ofCircuit whether it clears plug and wires: a sensor is condemned only after them
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
    Setting instrument,
    List<String> cautions,
    List<String> needs,
    List<String> shares,
    boolean ofCircuit,
    boolean elsewhere,
    boolean oldPart,
    Condition condition,
    String source)
    implements Conditional {
  private static final double SUM_TOLERANCE = 1e-6;

  /** The only set-up that a look may need: to stand before the sensor. */
  public static final String REACHED = "reached";

  /** Share in which an unlisted fault shows by chance; the shop's estimate. */
  private static final double BY_CHANCE = 0.15;

  /** What takes longer is no look any more; the shop's rule. */
  private static final double A_LOOK_MINUTES = 3;

  public Check {
    looksFor = List.copyOf(looksFor);
    outcomes = List.copyOf(outcomes);
    cautions = cautions == null ? List.of() : List.copyOf(cautions);
    needs = needs == null ? List.of() : List.copyOf(needs);
    shares = shares == null ? List.of() : List.copyOf(shares);
    if (!(minutes > 0)) {
      throw new IllegalArgumentException("Check " + id + ": minutes must be positive");
    }
    if (!looksFor.isEmpty() && outcomes.stream().noneMatch(Outcome::finds)) {
      throw new IllegalArgumentException("Check " + id + ": no outcome finds anything");
    }
    measurements = measurements == null ? List.of() : List.copyOf(measurements);
    condition = Condition.orAlways(condition);
    requireMeanings(id, outcomes, instrument);
    for (Measurement m : measurements) {
      requireOutcome(id, outcomes, m.below());
      requireOutcome(id, outcomes, m.within());
      requireOutcome(id, outcomes, m.above());
    }
  }

  /** Whether the outcome probabilities of every suspect add up to one. */
  public void requireCoherent(List<Suspect> suspects) {
    for (Suspect s : suspects) {
      double sum = outcomes.stream().mapToDouble(o -> likelihood(o, s)).sum();
      if (Math.abs(sum - 1) > SUM_TOLERANCE) {
        throw new IllegalArgumentException(
            "Check %s: results given %s add up to %s, not 1".formatted(id, s.id(), sum));
      }
    }
  }

  /** A look that costs next to nothing: no tool, no money, a few minutes at most. */
  public boolean isALook() {
    return minutes <= A_LOOK_MINUTES
        && money == 0
        && measurements.isEmpty()
        && !oldPart
        && needs.stream().allMatch(REACHED::equals);
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
        instrument,
        cautions.stream().filter(holds).toList(),
        needs,
        shares,
        ofCircuit,
        elsewhere,
        oldPart,
        condition,
        source);
  }

  /** Whether somebody has to do it; what is known without one is told as an answer too. */
  boolean isToDo() {
    return !looksFor.isEmpty();
  }

  /** The instrument that answers it, if one does. */
  public Optional<Setting> instrumented() {
    return Optional.ofNullable(instrument);
  }

  /** The result that a sight means: the first that shows in it, else that all is well. */
  public Outcome shownBy(Sight sight) {
    return outcomes.stream()
        .filter(o -> o.shows().stream().anyMatch(sight::shows))
        .findFirst()
        .or(() -> outcomes.stream().filter(o -> !o.finds()).findFirst())
        .orElseThrow();
  }

  /** Whether every finding of its instrument means a result, and none that it cannot find. */
  private static void requireMeanings(String id, List<Outcome> outcomes, Setting instrument) {
    Set<Finding> meant = EnumSet.noneOf(Finding.class);
    outcomes.forEach(o -> meant.addAll(o.shows()));
    Set<Finding> can = instrument == null ? Set.of() : instrument.kind().finds();
    if (!meant.equals(can)) {
      throw new IllegalArgumentException(
          "Check %s: its results are shown by %s, its instrument finds %s"
              .formatted(id, meant, can));
    }
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

  /**
   * Probability of a result if this suspect is the fault. What no sheet names may show in any way:
   * as the named ones do that the check does not look for, or by chance.
   */
  public double likelihood(Outcome outcome, Suspect suspect) {
    return suspect.unlisted() && !outcome.given().containsKey(suspect.id())
        ? (1 - BY_CHANCE) * outcome.otherwise() + BY_CHANCE / outcomes.size()
        : outcome.likelihood(suspect);
  }

  /** Probability that a finding result comes if this suspect is the fault. */
  double findingLikelihood(Suspect suspect) {
    return outcomes.stream().filter(Outcome::finds).mapToDouble(o -> likelihood(o, suspect)).sum();
  }

  /** Something that is known without a check, told as the answer to one. */
  static Check without(String id, String title, List<Outcome> outcomes, String source) {
    return new Check(
        id, title, "", "", 1, 0, List.of(), outcomes, List.of(), null, List.of(), List.of(),
        List.of(), false, true, false, null, source);
  }
}
