package hopmend.prove;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * The judgement of hop 2 with its reasons.
 *
 * @param remedy what to do; empty while the question is open
 * @param suspect the leading suspect
 * @param ruledOut what else it could have been, and what speaks against it
 * @param probability of all suspects that call for the same remedy
 */
public record Verdict(
    Optional<Remedy> remedy,
    Suspect suspect,
    double probability,
    List<Reason> reasons,
    List<RuledOut> ruledOut) {

  /** A suspect that the findings have made unlikely, and the finding that did most. */
  public record RuledOut(Suspect suspect, double probability, Reason by) {}

  private static final double WORTH_TELLING = 1.15;

  /**
   * Factors of the odds at which a finding speaks strongly, and very strongly; the shop's words.
   */
  private static final double STRONG = 3;

  private static final double PROVING = 10;

  /** A suspect that has lost that much of its odds is ruled out; the shop's rule. */
  private static final double LOST = 1 / 3.0;

  public Verdict {
    reasons = List.copyOf(reasons);
    ruledOut = List.copyOf(ruledOut);
  }

  /**
   * Decided when the suspects behind one remedy together reach the threshold.
   *
   * @param threshold 0.5 to 1, a setting of the shop
   */
  public static Verdict of(Diagnosis diagnosis, double threshold) {
    return diagnosis.effects().stream()
        .map(Diagnosis.Effect::answer)
        .filter(a -> a.outcome().first() != null)
        .findFirst()
        .map(a -> before(diagnosis, a))
        .orElseGet(() -> byLikelihood(diagnosis, threshold));
  }

  /** A result that asks for something first, however likely another suspect has become. */
  private static Verdict before(Diagnosis diagnosis, Diagnosis.Answer answer) {
    Remedy remedy = answer.outcome().first();
    Suspect suspect =
        diagnosis.standings().stream()
            .map(Diagnosis.Standing::suspect)
            .filter(s -> s.remedy() == remedy)
            .findFirst()
            .orElse(diagnosis.leader().suspect());
    Reason reason =
        new Reason(
            factOf(answer),
            "this comes first, whatever else was found: " + answer.check().why(),
            answer.check().source());
    return new Verdict(
        Optional.of(remedy),
        suspect,
        diagnosis.probability(remedy),
        List.of(reason),
        ruledOut(diagnosis));
  }

  private static Verdict byLikelihood(Diagnosis diagnosis, double threshold) {
    Suspect lead = diagnosis.leader().suspect();
    double together = diagnosis.probability(lead.remedy());
    List<Reason> reasons = new ArrayList<>();
    for (Diagnosis.Effect e : diagnosis.effects()) {
      double factor = e.oddsFactor(lead);
      if (factor > WORTH_TELLING || factor < 1 / WORTH_TELLING) {
        reasons.add(
            new Reason(factOf(e.answer()), effect(lead, factor), e.answer().check().source()));
      }
    }
    boolean decided = together >= threshold;
    reasons.add(
        new Reason(
            "%s: %.0f %% after %d checks"
                .formatted(lead.name(), 100 * together, diagnosis.effects().size()),
            (decided ? "at or above" : "below")
                + " the shop's threshold of %.0f %%".formatted(100 * threshold),
            "the shop's setting"));
    return new Verdict(
        decided ? Optional.of(lead.remedy()) : Optional.empty(),
        lead,
        together,
        reasons,
        ruledOut(diagnosis));
  }

  private static List<RuledOut> ruledOut(Diagnosis diagnosis) {
    return diagnosis.standings().stream()
        .filter(s -> odds(s.posterior()) < LOST * odds(s.prior()))
        .flatMap(s -> ruledOut(s, diagnosis).stream())
        .toList();
  }

  private static double odds(double p) {
    return p / (1 - p);
  }

  private static Optional<RuledOut> ruledOut(Diagnosis.Standing s, Diagnosis diagnosis) {
    return diagnosis.effects().stream()
        .min(Comparator.comparingDouble(e -> e.oddsFactor(s.suspect())))
        .map(
            e ->
                new RuledOut(
                    s.suspect(),
                    s.posterior(),
                    new Reason(
                        factOf(e.answer()),
                        effect(s.suspect(), e.oddsFactor(s.suspect())),
                        e.answer().check().source())));
  }

  private static String factOf(Diagnosis.Answer a) {
    String measured = a.measured().isEmpty() ? "" : " (" + a.measured() + ")";
    String asked = a.check().title();
    return asked + (asked.endsWith("?") ? " " : ": ") + a.outcome().label() + measured;
  }

  /** As one technician tells another: how strongly a finding speaks for a suspect or against it. */
  private static String effect(Suspect suspect, double factor) {
    double strength = Math.max(factor, 1 / factor);
    String how = strength >= PROVING ? "very strongly " : strength >= STRONG ? "strongly " : "";
    return "speaks %s%s \"%s\"".formatted(how, factor > 1 ? "for" : "against", suspect.name());
  }
}
