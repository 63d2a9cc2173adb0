package hopmend.swap;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * One step of a work order, everything resolved.
 *
 * @param sensor whose step it is, where several are worked on and they do not share it; else empty
 * @param after ids of the steps that come right before it
 * @param debts what is owed once it is ticked
 * @param loosens the fasteners that come off with it, in their order
 * @param waits what goes on by itself then
 * @param confirms what is looked at with it, each by itself
 * @param amount what is measured of a fluid
 * @param shows what is drawn beside it
 * @param secondLook whether somebody looks again before what follows
 * @param settles the step whose debts this one settles
 */
public record Step(
    String id,
    Phase phase,
    String sensor,
    String brief,
    String full,
    double minutes,
    List<String> after,
    List<Operation.Debt> debts,
    Optional<String> settles,
    List<String> tools,
    List<String> supplies,
    List<Caution> cautions,
    Optional<Fastener> fastener,
    List<Fastener> loosens,
    Optional<String> latch,
    Optional<Operation.Wait> waits,
    List<String> confirms,
    Optional<Operation.Amount> amount,
    Optional<Operation.Shows> shows,
    boolean secondLook,
    String source) {
  public Step {
    after = List.copyOf(after);
    debts = List.copyOf(debts);
    tools = List.copyOf(tools);
    supplies = List.copyOf(supplies);
    cautions = List.copyOf(cautions);
    loosens = List.copyOf(loosens);
    confirms = List.copyOf(confirms);
  }

  /** The same step with its place in the order, and with more cautions before its own. */
  Step placed(List<String> steps, List<Caution> more) {
    List<Caution> all = Stream.concat(more.stream(), cautions.stream()).distinct().toList();
    return with(sensor, steps, tools, supplies, all, fastener);
  }

  /** The same for a sensor, with what it takes and what it tightens. */
  Step with(String of, List<String> takes, List<String> usesUp, Optional<Fastener> tightens) {
    return with(of, after, takes, usesUp, cautions, tightens);
  }

  private Step with(
      String of,
      List<String> behind,
      List<String> takes,
      List<String> usesUp,
      List<Caution> warns,
      Optional<Fastener> tightens) {
    return new Step(
        id,
        phase,
        of,
        brief,
        full,
        minutes,
        behind,
        debts,
        settles,
        takes,
        usesUp,
        warns,
        tightens,
        loosens,
        latch,
        waits,
        confirms,
        amount,
        shows,
        secondLook,
        source);
  }

  /**
   * Whether nobody can have done it before. What makes safe or opens the way, and what takes
   * something off, may be found done; a tightness, what goes back and a hard stop never are, but
   * what is off already needs no hand where the hard stop warns it.
   */
  public boolean mustBeDone() {
    boolean opens = phase == Phase.MAKE_SAFE || phase == Phase.OPEN_WAY;
    boolean stops = cautions.stream().anyMatch(Caution::hardStop);
    boolean told = !confirms.isEmpty() || amount.isPresent() || secondLook;
    return fastener.isPresent() || settles.isPresent() || told || !takesOff() && (stops || !opens);
  }

  /** Whether a technician looks at it where a learner did it. */
  public boolean isSignedFor() {
    return secondLook || cautions.stream().anyMatch(Caution::signedFor);
  }

  /** Whether it takes something off. */
  public boolean takesOff() {
    return !debts.isEmpty() || isRunOut();
  }

  /** Whether a fluid runs out with it that goes back with another step. */
  boolean isRunOut() {
    return amount.isPresent() && settles.isEmpty();
  }
}
