package hopmend.swap;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

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

  /**
   * What can be done now while something goes on by itself: all that comes right before it is done,
   * and it does not wait for that step.
   *
   * @param waiting the step in which it goes on
   * @param done the steps that are ticked
   */
  public List<Step> meanwhile(String waiting, Set<String> done) {
    Set<String> behind = heldUpBy(Set.of(waiting));
    return steps.stream()
        .filter(s -> !behind.contains(s.id()) && !done.contains(s.id()))
        .filter(s -> done.containsAll(s.after()))
        .toList();
  }

  /** Steps in which something goes on by itself, and all that wait for them. */
  public Set<String> heldUpBy(Set<String> waiting) {
    Set<String> behind = new HashSet<>(waiting);
    // In a valid order what waits for a step stands behind it.
    steps.stream()
        .filter(s -> s.after().stream().anyMatch(behind::contains))
        .forEach(s -> behind.add(s.id()));
    return behind;
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
