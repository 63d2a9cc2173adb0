package hopmend.part;

import org.hipparchus.distribution.continuous.BetaDistribution;

/**
 * The chance that a fitted part comes back, from the shop's own count, as a Beta-binomial estimate.
 * Before the shop has a record the estimate rests on a weak prior belief.
 *
 * @param alpha first shape of the Beta distribution after the record
 * @param beta second shape
 */
public record Comeback(double alpha, double beta) {
  /** Prior belief: one in twenty comes back, worth twenty fitted parts. A shop estimate. */
  private static final double PRIOR_CAME_BACK = 1;

  private static final double PRIOR_STAYED = 19;

  public static Comeback of(int fitted, int cameBack) {
    return new Comeback(PRIOR_CAME_BACK + cameBack, PRIOR_STAYED + fitted - cameBack);
  }

  /** Mean of the distribution. */
  public double probability() {
    return alpha / (alpha + beta);
  }

  /** The probability that lies above {@code share} of belief, for example 0.05 or 0.95. */
  public double quantile(double share) {
    return new BetaDistribution(alpha, beta).inverseCumulativeProbability(share);
  }
}
