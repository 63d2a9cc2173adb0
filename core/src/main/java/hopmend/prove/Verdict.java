package hopmend.prove;

import hopmend.message.Message;
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
            Message.of("reason.comes-first", answer.check().why()),
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
            Message.of(
                "reason.after-checks", lead.name(), 100 * together, diagnosis.effects().size()),
            Message.of(decided ? "reason.at-threshold" : "reason.below", 100 * threshold),
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

  private static Message factOf(Diagnosis.Answer a) {
    String asked = a.check().title();
    String found = a.outcome().label();
    Message answered =
        Message.of(asked.endsWith("?") ? "reason.answered" : "reason.found", asked, found);
    return a.measured().map(m -> Message.of("reason.measured", answered, m)).orElse(answered);
  }

  /** As one technician tells another: how strongly a finding speaks for a suspect or against it. */
  private static Message effect(Suspect suspect, double factor) {
    double strength = Math.max(factor, 1 / factor);
    int how = strength >= PROVING ? 2 : strength >= STRONG ? 1 : 0;
    return Message.of(factor > 1 ? "reason.for" : "reason.against", how, suspect.name());
  }
}
