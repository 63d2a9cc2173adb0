package hopmend.prove;

import hopmend.sensor.Condition;
import hopmend.sensor.Conditional;
import hopmend.trace.Finding;
import java.util.List;
import java.util.Map;

/**
 * One possible result of a check.
 *
 * @param given probability of this result if the named suspect is the fault
 * @param otherwise probability of this result for all suspects that are not named
 * @param finds whether this result points at what the check looks for
 * @param healthyToo whether a sensor that is well gives it as easily, so that it condemns none
 * @param shows what an instrument finds if it is so, where the check is answered with one
 * @param looks ids of the drawings to compare with, where it is seen by eye
 * @param first what this result asks for before anything else is judged; null for nothing
 */
public record Outcome(
    String id,
    String label,
    Map<String, Double> given,
    double otherwise,
    boolean finds,
    boolean healthyToo,
    List<Finding> shows,
    List<String> looks,
    Remedy first,
    Condition condition)
    implements Conditional {
  private static final double LEAST = 0.001;

  /** A result at which a suspect shows so many times as often as others speaks strongly. */
  static final double STRONG = 3;

  public Outcome {
    condition = Condition.orAlways(condition);
    shows = shows == null ? List.of() : List.copyOf(shows);
    looks = looks == null ? List.of() : List.copyOf(looks);
    given = given == null ? Map.of() : Map.copyOf(given);
    requireOpen(id, otherwise);
    given.values().forEach(p -> requireOpen(id, p));
  }

  /** One that is told in words and asks for nothing else. */
  public static Outcome of(
      String id, String label, Map<String, Double> given, double otherwise, boolean finds) {
    return new Outcome(id, label, given, otherwise, finds, false, null, null, null, null);
  }

  private static void requireOpen(String id, double p) {
    if (!(p >= LEAST && p <= 1 - LEAST)) {
      throw new IllegalArgumentException(
          "Outcome %s: no result is impossible or certain; %s must lie in 0.001 to 0.999"
              .formatted(id, p));
    }
  }

  double likelihood(Suspect suspect) {
    return given.getOrDefault(suspect.id(), given.getOrDefault(suspect.likeOrId(), otherwise));
  }

  /** Whether it alone tells this suspect from a sensor and wires that are well. */
  boolean accuses(Suspect suspect) {
    return finds && !healthyToo && likelihood(suspect) >= STRONG * otherwise;
  }
}
