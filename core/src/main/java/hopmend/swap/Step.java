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
    String source) {
  public Step {
    after = List.copyOf(after);
    debts = List.copyOf(debts);
    tools = List.copyOf(tools);
    supplies = List.copyOf(supplies);
    cautions = List.copyOf(cautions);
    loosens = List.copyOf(loosens);
  }

  /** The same step with its place in the order, and with more cautions before its own. */
  Step placed(List<String> steps, List<Caution> more) {
    return new Step(
        id,
        phase,
        sensor,
        brief,
        full,
        minutes,
        steps,
        debts,
        settles,
        tools,
        supplies,
        Stream.concat(more.stream(), cautions.stream()).distinct().toList(),
        fastener,
        loosens,
        latch,
        waits,
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
    return fastener.isPresent() || settles.isPresent() || !takesOff() && (stops || !opens);
  }

  /** Whether it takes something off. */
  public boolean takesOff() {
    return !debts.isEmpty();
  }
}
