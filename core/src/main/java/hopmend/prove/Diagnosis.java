package hopmend.prove;

import hopmend.message.Message;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * The suspects after the answers so far, and what to do next.
 *
 * @param standings every suspect with its probability, likeliest first
 * @param effects what each answer did, in the order of the answers
 * @param next the recommended check, empty if none is left
 * @param later the other open checks in recommended order
 */
public record Diagnosis(
    List<Standing> standings,
    List<Effect> effects,
    Optional<Recommendation> next,
    List<Recommendation> later) {

  /** A suspect before and after the answers. */
  public record Standing(Suspect suspect, double prior, double posterior) {}

  /** An answer given: the result of a check, with what was measured in words (may be empty). */
  public record Answer(Check check, Outcome outcome, Optional<Message> measured) {}

  /** What one answer did to the probability of every suspect, by id: before and after. */
  public record Effect(Answer answer, Map<String, double[]> beforeAfter) {
    /** Factor by which the suspect's odds rose (above 1) or fell. */
    public double oddsFactor(Suspect s) {
      double[] p = beforeAfter.get(s.id());
      return (p[1] / (1 - p[1])) / (p[0] / (1 - p[0]));
    }
  }

  /**
   * A check worth doing.
   *
   * @param finds probability that it finds the fault
   * @param cost in the shop's currency
   * @param reason why it stands where it stands
   */
  public record Recommendation(Check check, double finds, double cost, Reason reason) {}

  public Diagnosis {
    standings = List.copyOf(standings);
    effects = List.copyOf(effects);
    later = List.copyOf(later);
  }

  /**
   * Single-fault Bayes: the posterior of each suspect is its prior weight times the likelihoods of
   * all results, normalised. Each check counts once; a later answer to the same check replaces the
   * earlier.
   *
   * @param labourPerHour price of an hour of work, to weigh the checks
   */
  public static Diagnosis of(
      List<Suspect> suspects, List<Check> checks, List<Answer> answers, double labourPerHour) {
    Map<String, Double> prior = normalised(weights(suspects));
    Map<String, Double> now = new LinkedHashMap<>(prior);
    List<Effect> effects = new ArrayList<>();
    for (Answer answer : answers) {
      Map<String, Double> before = now;
      Map<String, Double> product = new LinkedHashMap<>();
      suspects.forEach(
          s -> product.put(s.id(), before.get(s.id()) * answer.outcome().likelihood(s)));
      now = normalised(product);
      effects.add(new Effect(answer, pairs(before, now)));
    }
    Map<String, Double> posterior = now;
    List<Standing> standings =
        suspects.stream()
            .map(s -> new Standing(s, prior.get(s.id()), posterior.get(s.id())))
            .sorted(Comparator.comparingDouble((Standing s) -> -s.posterior()))
            .toList();
    List<Recommendation> open =
        recommendations(suspects, checks, answers, posterior, labourPerHour);
    return new Diagnosis(
        standings,
        effects,
        open.stream().findFirst(),
        open.isEmpty() ? List.of() : open.subList(1, open.size()));
  }

  private static Map<String, Double> weights(List<Suspect> suspects) {
    Map<String, Double> weights = new LinkedHashMap<>();
    suspects.forEach(s -> weights.put(s.id(), s.weight()));
    return weights;
  }

  private static Map<String, Double> normalised(Map<String, Double> weights) {
    double sum = weights.values().stream().mapToDouble(Double::doubleValue).sum();
    Map<String, Double> shares = new LinkedHashMap<>();
    weights.forEach((id, w) -> shares.put(id, w / sum));
    return shares;
  }

  private static Map<String, double[]> pairs(
      Map<String, Double> before, Map<String, Double> after) {
    Map<String, double[]> pairs = new LinkedHashMap<>();
    before.forEach((id, p) -> pairs.put(id, new double[] {p, after.get(id)}));
    return pairs;
  }

  private static List<Recommendation> recommendations(
      List<Suspect> suspects,
      List<Check> checks,
      List<Answer> answers,
      Map<String, Double> posterior,
      double labourPerHour) {
    List<CheckOrder.Candidate<Check>> candidates =
        checks.stream()
            .filter(c -> answers.stream().noneMatch(a -> a.check().id().equals(c.id())))
            .map(
                c ->
                    new CheckOrder.Candidate<>(
                        c, finds(c, suspects, posterior), c.cost(labourPerHour)))
            .toList();
    List<CheckOrder.Candidate<Check>> ordered = CheckOrder.order(candidates);
    List<Recommendation> recommendations = new ArrayList<>();
    for (int i = 0; i < ordered.size(); i++) {
      CheckOrder.Candidate<Check> c = ordered.get(i);
      recommendations.add(new Recommendation(c.check(), c.finds(), c.cost(), reason(ordered, i)));
    }
    return recommendations;
  }

  private static double finds(Check check, List<Suspect> suspects, Map<String, Double> posterior) {
    return Math.min(
        1,
        suspects.stream()
            .filter(s -> check.looksFor().contains(s.id()))
            .mapToDouble(s -> posterior.get(s.id()) * check.findingLikelihood(s))
            .sum());
  }

  private static Reason reason(List<CheckOrder.Candidate<Check>> ordered, int i) {
    CheckOrder.Candidate<Check> c = ordered.get(i);
    Message fact = Message.of("reason.worth", 100 * c.finds(), c.cost(), 100 * c.perCost());
    Message rule =
        i + 1 < ordered.size()
            ? Message.of(
                "reason.next-best",
                ordered.get(i + 1).check().title(),
                100 * ordered.get(i + 1).perCost())
            : Message.of("reason.last-check");
    return new Reason(
        fact, rule, "probability over cost: Kadane and Simon 1977; Heckerman and others 1995");
  }

  /**
   * Open looks that cost next to nothing, in recommended order: several can be answered at one walk
   * round the vehicle.
   */
  public List<Recommendation> looks() {
    return Stream.concat(next.stream(), later.stream()).filter(r -> r.check().isALook()).toList();
  }

  public Standing leader() {
    return standings.get(0);
  }

  /** Of all suspects that call for a remedy. */
  public double probability(Remedy remedy) {
    return standings.stream()
        .filter(s -> s.suspect().remedy() == remedy)
        .mapToDouble(Standing::posterior)
        .sum();
  }

  public double probability(String suspectId) {
    return standings.stream()
        .filter(s -> s.suspect().id().equals(suspectId))
        .mapToDouble(Standing::posterior)
        .findFirst()
        .orElse(0);
  }
}
