package hopmend.prove;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * The judgement of hop 2 with its reasons.
 *
 * @param remedy what to do; empty while the question is open
 * @param suspect the leading suspect
 * @param probability of all suspects that call for the same remedy
 */
public record Verdict(
    Optional<Remedy> remedy, Suspect suspect, double probability, List<Reason> reasons) {
  private static final double WORTH_TELLING = 1.15;

  public Verdict {
    reasons = List.copyOf(reasons);
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
        Optional.of(remedy), suspect, diagnosis.probability(remedy), List.of(reason));
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
            "shop setting"));
    return new Verdict(
        decided ? Optional.of(lead.remedy()) : Optional.empty(), lead, together, reasons);
  }

  private static String factOf(Diagnosis.Answer a) {
    String measured = a.measured().isEmpty() ? "" : " (" + a.measured() + ")";
    return a.check().title() + ": " + a.outcome().label() + measured;
  }

  private static String effect(Suspect lead, double factor) {
    return factor > 1
        ? "makes \"%s\" %.1f times as likely in odds".formatted(lead.name(), factor)
        : "makes \"%s\" %.1f times less likely in odds".formatted(lead.name(), 1 / factor);
  }
}
