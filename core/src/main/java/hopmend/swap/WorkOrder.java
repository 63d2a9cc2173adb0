package hopmend.swap;

import java.util.List;
import java.util.Optional;

/**
 * The steps of a swap in a valid order: whatever lies on top comes off first and goes back last.
 * Ties follow the stage of the trade, then the order in which sheet and card name the steps.
 */
public record WorkOrder(List<Step> steps) {
  public WorkOrder {
    steps = List.copyOf(steps);
  }

  public Optional<Step> step(String id) {
    return steps.stream().filter(s -> s.id().equals(id)).findFirst();
  }

  public double minutes() {
    return steps.stream().mapToDouble(Step::minutes).sum();
  }

  /** Every tool once, in the order of first use. */
  public List<String> tools() {
    return steps.stream().flatMap(s -> s.tools().stream()).distinct().toList();
  }

  /** Every supply once, in the order of first use. */
  public List<String> supplies() {
    return steps.stream().flatMap(s -> s.supplies().stream()).distinct().toList();
  }

  /** Card or sheet contradict themselves; the message names the ids. */
  public static final class PlanRefused extends RuntimeException {
    private static final long serialVersionUID = 1L;

    PlanRefused(String message) {
      super(message);
    }
  }
}
