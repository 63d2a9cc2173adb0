package hopmend.prove;

import hopmend.sensor.Condition;
import hopmend.sensor.Conditional;
import java.util.Map;

/**
 * One possible result of a check.
 *
 * @param given probability of this result if the named suspect is the fault
 * @param otherwise probability of this result for all suspects that are not named
 * @param first what this result asks for before anything else is judged; null for nothing
 * @param finds whether this result points at what the check looks for
 */
public record Outcome(
    String id,
    String label,
    Map<String, Double> given,
    double otherwise,
    boolean finds,
    Remedy first,
    Condition condition)
    implements Conditional {
  private static final double LEAST = 0.001;

  public Outcome {
    condition = Condition.orAlways(condition);
    given = given == null ? Map.of() : Map.copyOf(given);
    requireOpen(id, otherwise);
    given.values().forEach(p -> requireOpen(id, p));
  }

  private static void requireOpen(String id, double p) {
    if (!(p >= LEAST && p <= 1 - LEAST)) {
      throw new IllegalArgumentException(
          "Outcome %s: no result is impossible or certain; %s must lie in 0.001 to 0.999"
              .formatted(id, p));
    }
  }

  public double likelihood(Suspect suspect) {
    return given.getOrDefault(suspect.id(), otherwise);
  }
}
