package hopmend.prove;

import java.util.Comparator;
import java.util.List;

/**
 * The order of independent checks for a single fault that minimises the expected cost: by falling
 * probability over cost (Kadane and Simon 1977; Heckerman, Breese and Rommelse, Communications of
 * the ACM 1995). Ties keep the given order.
 */
public final class CheckOrder {
  private CheckOrder() {}

  /**
   * A check that finds its fault with probability {@code finds} at price {@code cost}.
   *
   * @param finds share of cases in which this check ends the search, 0 to 1
   * @param cost positive, any currency
   */
  public record Candidate<T>(T check, double finds, double cost) {
    public Candidate {
      if (!(cost > 0) || !(finds >= 0 && finds <= 1)) {
        throw new IllegalArgumentException(
            "A candidate needs a probability and a positive cost, not %s and %s"
                .formatted(finds, cost));
      }
    }

    double perCost() {
      return finds / cost;
    }
  }

  public static <T> List<Candidate<T>> order(List<Candidate<T>> candidates) {
    return candidates.stream()
        .sorted(Comparator.comparingDouble((Candidate<T> c) -> -c.perCost()))
        .toList();
  }

  /** Expected cost of working through the list until the fault is found. */
  public static <T> double expectedCost(List<Candidate<T>> sequence) {
    double cost = 0;
    double notYetFound = 1;
    for (Candidate<T> c : sequence) {
      cost += Math.max(0, notYetFound) * c.cost();
      notYetFound -= c.finds();
    }
    return cost;
  }
}
