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
 * @param heldBack why none is offered although it looks likely; empty where nothing holds it back
 * @param wouldChange results of open checks that would overturn it, the likeliest first
 */
public record Verdict(
    Optional<Remedy> remedy,
    Suspect suspect,
    double probability,
    List<Reason> reasons,
    List<RuledOut> ruledOut,
    Optional<Reason> heldBack,
    List<WouldChange> wouldChange) {

  /** A suspect that the findings have made unlikely, and the finding that did most. */
  public record RuledOut(Suspect suspect, double probability, Reason by) {}

  /** A result that is still open, and would overturn the verdict. */
  public record WouldChange(Check check, Outcome outcome, double probability) {}

  /** More than these nobody reads. */
  private static final int MOST_CHANGES = 3;

  private static final double WORTH_TELLING = 1.15;

  /** Factor of the odds at which a finding speaks very strongly; the shop's word. */
  private static final double PROVING = 10;

  /** A suspect that has lost that much of its odds is ruled out; the shop's rule. */
  private static final double LOST = 1 / 3.0;

  public Verdict {
    reasons = List.copyOf(reasons);
    ruledOut = List.copyOf(ruledOut);
    wouldChange = List.copyOf(wouldChange);
  }

  /**
   * Decided when the suspects behind one remedy together reach the threshold, no finding
   * contradicts them, and a reading accuses one of them that a sensor and wires which are well do
   * not give; a sensor only once its plug and wires are cleared. Nothing of the kind is asked where
   * nothing is to be changed.
   *
   * @param open the checks that nobody has answered, and that can be done here
   * @param threshold 0.5 to 1, a setting of the shop
   */
  public static Verdict of(Diagnosis diagnosis, List<Check> open, double threshold) {
    return diagnosis.answers().stream()
        .filter(a -> a.outcome().first() != null)
        .findFirst()
        .map(a -> before(diagnosis, a))
        .orElseGet(() -> byLikelihood(diagnosis, open, threshold));
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
        ruledOut(diagnosis),
        Optional.empty(),
        List.of());
  }

  private static Verdict byLikelihood(Diagnosis diagnosis, List<Check> open, double threshold) {
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
    boolean likely = together >= threshold;
    long checks = diagnosis.answers().stream().filter(a -> a.check().isToDo()).count();
    reasons.add(
        new Reason(
            Message.of("reason.after-checks", lead.name(), 100 * together, checks),
            Message.of(likely ? "reason.at-threshold" : "reason.below", 100 * threshold),
            "the shop's setting"));
    Optional<Reason> heldBack = heldBack(diagnosis, open, lead, likely);
    boolean decided = likely && heldBack.isEmpty();
    return new Verdict(
        decided ? Optional.of(lead.remedy()) : Optional.empty(),
        lead,
        together,
        reasons,
        ruledOut(diagnosis),
        heldBack,
        decided ? wouldChange(diagnosis, open, lead.remedy(), threshold) : List.of());
  }

  private static Optional<Reason> heldBack(
      Diagnosis diagnosis, List<Check> open, Suspect lead, boolean likely) {
    List<Diagnosis.Answer> against = diagnosis.contradictions();
    if (!against.isEmpty()) {
      return Optional.of(
          new Reason(
              Message.listing(against.stream().map(Verdict::factOf).toList()),
              Message.of("reason.contradict"),
              "single-fault reasoning"));
    }
    boolean asksNothing = lead.remedy() == Remedy.MONITOR || lead.unlisted();
    boolean isAccused =
        diagnosis.standings().stream()
            .map(Diagnosis.Standing::suspect)
            .filter(s -> s.remedy() == lead.remedy())
            .anyMatch(diagnosis::isAccused);
    if (likely && !asksNothing && !isAccused) {
      return Optional.of(
          new Reason(
              Message.of("reason.by-elimination", lead.name()),
              Message.of("reason.healthy-too"),
              "the shop's rule"));
    }
    List<Message> circuit =
        open.stream().filter(Check::ofCircuit).map(c -> Message.of("text", c.title())).toList();
    return likely && lead.remedy() == Remedy.REPLACE_SENSOR && !circuit.isEmpty()
        ? Optional.of(
            new Reason(
                Message.listing(circuit), Message.of("reason.circuit-first"), "common practice"))
        : Optional.empty();
  }

  private static List<WouldChange> wouldChange(
      Diagnosis diagnosis, List<Check> open, Remedy remedy, double threshold) {
    return open.stream()
        .flatMap(
            c ->
                c.outcomes().stream()
                    .filter(o -> after(diagnosis, c, o).probability(remedy) < threshold)
                    .map(o -> new WouldChange(c, o, probability(diagnosis, c, o))))
        .sorted(Comparator.comparingDouble((WouldChange w) -> -w.probability()))
        .limit(MOST_CHANGES)
        .toList();
  }

  private static Diagnosis after(Diagnosis diagnosis, Check check, Outcome outcome) {
    List<Suspect> suspects =
        diagnosis.standings().stream().map(s -> s.suspect().weighing(s.posterior())).toList();
    return Diagnosis.of(suspects, List.of(Diagnosis.Answer.of(check, outcome)));
  }

  private static double probability(Diagnosis diagnosis, Check check, Outcome outcome) {
    return diagnosis.standings().stream()
        .mapToDouble(s -> s.posterior() * check.likelihood(outcome, s.suspect()))
        .sum();
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
        asked.equals(found)
            ? Message.of("text", asked)
            : Message.of(asked.endsWith("?") ? "reason.answered" : "reason.found", asked, found);
    Message sure = a.unsure() ? Message.of("reason.unsure", answered) : answered;
    return a.measured().map(m -> Message.of("reason.measured", sure, m)).orElse(sure);
  }

  /** As one technician tells another: how strongly a finding speaks for a suspect or against it. */
  private static Message effect(Suspect suspect, double factor) {
    double strength = Math.max(factor, 1 / factor);
    int how = strength >= PROVING ? 2 : strength >= Outcome.STRONG ? 1 : 0;
    return Message.of(factor > 1 ? "reason.for" : "reason.against", how, suspect.name());
  }
}
