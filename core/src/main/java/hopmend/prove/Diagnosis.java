package hopmend.prove;

import hopmend.message.Message;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.ToDoubleFunction;

/**
 * The suspects after all that is known so far.
 *
 * @param standings every suspect with its probability, likeliest first
 * @param effects what each answer did, in the order of the answers
 * @param contradictions the findings that do not go together: no named suspect explains all of
 *     them. One of them must be wrong, so each counts as if nobody would swear to it
 */
public record Diagnosis(
    List<Standing> standings, List<Effect> effects, List<Answer> contradictions) {

  /** A suspect before and after the answers. */
  public record Standing(Suspect suspect, double prior, double posterior) {}

  /**
   * An answer given.
   *
   * @param measured what was measured in words
   * @param unsure whether the person who gave it would not swear to it
   */
  public record Answer(Check check, Outcome outcome, Optional<Message> measured, boolean unsure) {
    /** A sure answer in words. */
    public static Answer of(Check check, Outcome outcome) {
      return new Answer(check, outcome, Optional.empty(), false);
    }

    /**
     * How strongly it speaks for a suspect: the logarithm of its likelihood against those that the
     * check does not look for. What nobody would swear to counts half.
     *
     * @param doubted whether another finding contradicts it
     */
    double weight(Suspect s, boolean doubted) {
      double log = Math.log(check.likelihood(outcome, s) / outcome.otherwise());
      return unsure || doubted ? UNSURE * log : log;
    }

    /** Whether it alone tells a suspect from what is well. */
    boolean accuses(Suspect s) {
      return !unsure && outcome.accuses(s);
    }
  }

  /**
   * What one answer did to the probability of every suspect, by id: before and after.
   *
   * @param sharedWith titles of earlier checks that read the same, so that it counts only by what
   *     it adds to them
   */
  public record Effect(Answer answer, Map<String, double[]> beforeAfter, List<String> sharedWith) {
    /** Factor by which the suspect's odds rose (above 1) or fell. */
    public double oddsFactor(Suspect s) {
      double[] p = beforeAfter.get(s.id());
      return (p[1] / (1 - p[1])) / (p[0] / (1 - p[0]));
    }
  }

  /** Share of the logarithm of its odds by which an unsure answer counts; the shop's rule. */
  private static final double UNSURE = 0.5;

  /** A result that a suspect gives more seldom speaks against it; the shop's rule. */
  private static final double SELDOM = 0.12;

  public Diagnosis {
    standings = List.copyOf(standings);
    effects = List.copyOf(effects);
    contradictions = List.copyOf(contradictions);
  }

  /**
   * Single-fault Bayes: the posterior of each suspect is its prior weight times the likelihoods of
   * all results, normalised. Each check counts once; a later answer to the same check replaces the
   * earlier. Of checks that share what they read, for each suspect only the one that speaks most
   * for it and the one that speaks most against it count.
   */
  public static Diagnosis of(List<Suspect> suspects, List<Answer> answers) {
    Diagnosis believed = reckon(suspects, answers, List.of());
    List<Answer> against = believed.findContradictions();
    return against.isEmpty() ? believed : reckon(suspects, answers, against);
  }

  private static Diagnosis reckon(
      List<Suspect> suspects, List<Answer> answers, List<Answer> contradictions) {
    Map<String, Double> prior = normalised(suspects, s -> s.weight());
    Map<String, Map<String, Told>> shared = new HashMap<>();
    Map<String, Double> now = prior;
    List<Effect> effects = new ArrayList<>();
    for (int i = 0; i < answers.size(); i++) {
      Answer answer = answers.get(i);
      Map<String, Double> before = now;
      Map<String, Double> adds = new HashMap<>();
      suspects.forEach(
          s -> adds.put(s.id(), added(answer, s, contradictions.contains(answer), shared)));
      now = normalised(suspects, s -> before.get(s.id()) * Math.exp(adds.get(s.id())));
      effects.add(
          new Effect(answer, pairs(before, now), sharedWith(answers.subList(0, i), answer)));
    }
    Map<String, Double> posterior = now;
    List<Standing> standings =
        suspects.stream()
            .map(s -> new Standing(s, prior.get(s.id()), posterior.get(s.id())))
            .sorted(Comparator.comparingDouble((Standing s) -> -s.posterior()))
            .toList();
    return new Diagnosis(standings, effects, contradictions);
  }

  /** The most that was said for a suspect, and against it, by checks that share what they read. */
  private record Told(double most, double least) {
    static final Told NOTHING = new Told(0, 0);

    Told and(double weight) {
      return new Told(Math.max(most, weight), Math.min(least, weight));
    }

    double sum() {
      return most + least;
    }
  }

  /** What an answer adds to the logarithm of a suspect's odds. */
  private static double added(
      Answer a, Suspect s, boolean doubted, Map<String, Map<String, Told>> shared) {
    double weight = a.weight(s, doubted);
    List<String> sources = a.check().shares();
    if (sources.isEmpty()) {
      return weight;
    }
    double adds = 0;
    for (String source : sources) {
      Map<String, Told> bySuspect = shared.computeIfAbsent(source, x -> new HashMap<>());
      Told before = bySuspect.getOrDefault(s.id(), Told.NOTHING);
      Told after = before.and(weight);
      bySuspect.put(s.id(), after);
      adds += after.sum() - before.sum();
    }
    return adds / sources.size();
  }

  private static List<String> sharedWith(List<Answer> earlier, Answer answer) {
    return earlier.stream()
        .map(Answer::check)
        .filter(c -> c.shares().stream().anyMatch(answer.check().shares()::contains))
        .map(Check::title)
        .toList();
  }

  private static Map<String, Double> normalised(
      List<Suspect> suspects, ToDoubleFunction<Suspect> weight) {
    double sum = suspects.stream().mapToDouble(weight).sum();
    Map<String, Double> shares = new LinkedHashMap<>();
    suspects.forEach(s -> shares.put(s.id(), weight.applyAsDouble(s) / sum));
    return shares;
  }

  private static Map<String, double[]> pairs(
      Map<String, Double> before, Map<String, Double> after) {
    Map<String, double[]> pairs = new LinkedHashMap<>();
    before.forEach((id, p) -> pairs.put(id, new double[] {p, after.get(id)}));
    return pairs;
  }

  public Standing leader() {
    return standings.get(0);
  }

  /** The answers that were given, in their order. */
  public List<Answer> answers() {
    return effects.stream().map(Effect::answer).toList();
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

  /** The likeliest of the suspects that the sheet names. */
  private Optional<Suspect> likeliestNamed() {
    return standings.stream().map(Standing::suspect).filter(s -> !s.unlisted()).findFirst();
  }

  /** Those that speak against the likeliest suspect, and the findings that brought it there. */
  private List<Answer> findContradictions() {
    boolean oneExplainsAll =
        standings.stream()
            .map(Standing::suspect)
            .filter(s -> !s.unlisted())
            .anyMatch(s -> answers().stream().noneMatch(a -> isStrange(a, s)));
    Optional<Suspect> likeliest = likeliestNamed();
    if (oneExplainsAll || likeliest.isEmpty()) {
      return List.of();
    }
    return answers().stream()
        .filter(a -> isStrange(a, likeliest.get()) || a.accuses(likeliest.get()))
        .toList();
  }

  /** A finding that this suspect gives seldom, and hardly more often than what is well does. */
  private static boolean isStrange(Answer a, Suspect s) {
    return a.outcome().finds()
        && !a.unsure()
        && !a.accuses(s)
        && a.check().likelihood(a.outcome(), s) < SELDOM;
  }

  /** Whether a reading that what is well does not give speaks for this suspect. */
  boolean isAccused(Suspect suspect) {
    return answers().stream().anyMatch(a -> a.accuses(suspect));
  }
}
