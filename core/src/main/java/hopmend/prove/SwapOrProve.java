package hopmend.prove;

import java.util.List;

/**
 * The two schools of hop 2 as expected money: prove first (measure until the fault is found, buy
 * only then) or swap to test (fit the part; if the fault stays, measure then). The repair of a
 * fault that is not the sensor costs the same either way and is left out.
 *
 * @param proveFirst expected cost of proving first
 * @param swapFirst expected cost of swapping to test
 */
public record SwapOrProve(double proveFirst, double swapFirst, double sensorProbability) {

  /** The cheaper school. */
  public enum School {
    PROVE_FIRST,
    SWAP_TO_TEST
  }

  /**
   * @param diagnosis the present standing
   * @param partPrice price of the part, same currency as the checks' costs
   * @param swapMinutes hands-on time of the swap
   */
  public static SwapOrProve of(
      Diagnosis diagnosis, double partPrice, double swapMinutes, double labourPerHour) {
    double sensor = diagnosis.probability(Remedy.REPLACE_SENSOR);
    double swap = partPrice + swapMinutes * labourPerHour / 60;
    List<CheckOrder.Candidate<Check>> open =
        java.util.stream.Stream.concat(diagnosis.next().stream(), diagnosis.later().stream())
            .map(r -> new CheckOrder.Candidate<>(r.check(), r.finds(), r.cost()))
            .toList();
    double proving = CheckOrder.expectedCost(open);
    return new SwapOrProve(proving + sensor * swap, swap + (1 - sensor) * proving, sensor);
  }

  public School winner() {
    return proveFirst <= swapFirst ? School.PROVE_FIRST : School.SWAP_TO_TEST;
  }

  public double savedByWinner() {
    return Math.abs(proveFirst - swapFirst);
  }
}
