package hopmend.swap;

import java.util.List;
import java.util.Optional;

/**
 * One step of a work order, everything resolved.
 *
 * @param debts what is owed once it is ticked
 * @param settles the step whose debts this one settles
 */
public record Step(
    String id,
    Phase phase,
    String brief,
    String full,
    double minutes,
    List<Operation.Debt> debts,
    Optional<String> settles,
    List<String> tools,
    List<String> supplies,
    List<Caution> cautions,
    Optional<Fastener> fastener,
    Optional<String> latch,
    String source) {
  public Step {
    debts = List.copyOf(debts);
    tools = List.copyOf(tools);
    supplies = List.copyOf(supplies);
    cautions = List.copyOf(cautions);
  }

  /** Whether it takes something off. */
  public boolean takesOff() {
    return !debts.isEmpty();
  }
}
