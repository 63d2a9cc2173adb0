package hopmend.prove;

import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * What a repair teaches that was done and did not hold: a check that the vehicle answered. If the
 * cause was what the work puts right, the fault comes back only where the work was bad; any other
 * cause brings it back almost surely.
 *
 * @param cameBack what a technician calls it when the fault was there again
 * @param held what it is called otherwise
 * @param elseComesBack probability that a cause which nobody met sets the fault again, 0.001 to
 *     0.999
 */
public record Tried(String cameBack, String held, double elseComesBack, String source) {
  /**
   * A work after which the fault was there again, as the answer to a check.
   *
   * @param work id of the work
   * @param title what it is called
   * @param met ids of the suspects that it puts right
   * @param comesBack probability that the fault is there again although it met the cause, 0.001 to
   *     0.999
   */
  public Diagnosis.Answer inVain(String work, String title, Set<String> met, double comesBack) {
    Outcome again = outcome("came-back", cameBack, met, comesBack, elseComesBack, true);
    Outcome gone = outcome("held", held, met, 1 - comesBack, 1 - elseComesBack, false);
    return Diagnosis.Answer.of(
        Check.without("tried-" + work, title, List.of(again, gone), source), again);
  }

  private static Outcome outcome(
      String id, String label, Set<String> met, double given, double otherwise, boolean finds) {
    Map<String, Double> likelihoods =
        met.stream().collect(Collectors.toMap(Function.identity(), s -> given));
    return Outcome.of(id, label, likelihoods, otherwise, finds);
  }
}
