package hopmend.part;

/**
 * Of two parts that fit, which is the cheaper in truth.
 *
 * @param winner the one with the smaller true cost on average
 * @param other the next
 * @param sure belief that the winner is really the cheaper, 0.5 to 1 where both are as well known
 * @param turnsAt price of the other, after discount, below which it would win; below 0 where no
 *     price would do
 */
public record Contest(TrueCost winner, TrueCost other, double sure, double turnsAt) {
  /** The belief is summed over so many equally likely chances of the winner to come back. */
  private static final int SHARES = 100;

  static Contest of(TrueCost winner, TrueCost other) {
    return new Contest(
        winner, other, cheaper(winner, other), other.pay() - (other.total() - winner.total()));
  }

  /** P(winner's cost is below the other's), both comebacks independent. */
  private static double cheaper(TrueCost winner, TrueCost other) {
    if (other.comebackCost() == 0) {
      return winner.certain() <= other.certain() ? 1 : 0;
    }
    double sum = 0;
    for (int i = 0; i < SHARES; i++) {
      double p = winner.comeback().quantile((i + 0.5) / SHARES);
      double cost = winner.certain() + p * winner.comebackCost();
      double same = (cost - other.certain()) / other.comebackCost();
      sum += 1 - other.comeback().atMost(Math.max(0, Math.min(1, same)));
    }
    return sum / SHARES;
  }

  /** What the other costs more. */
  public double lead() {
    return other.total() - winner.total();
  }
}
