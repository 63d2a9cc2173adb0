package hopmend.part;

import hopmend.part.PartRecord.Count;
import org.hipparchus.distribution.continuous.BetaDistribution;

/**
 * The chance that a fitted part comes back, from the shop's own count, as a Beta-binomial estimate.
 * What is believed of a make before it was fitted is what the other makes of its grade did; before
 * any was, one in twenty.
 *
 * @param own jobs with this make in this family
 * @param others jobs with other makes of the grade
 * @param alpha first shape of the Beta distribution after the record
 * @param beta second shape
 */
public record Comeback(Count own, Count others, double alpha, double beta) {
  /** Prior belief: one in twenty comes back, worth twenty fitted parts. A shop estimate. */
  private static final double PRIOR_SHARE = 0.05;

  private static final double PRIOR_WEIGHT = 20;

  public static Comeback of(Count own, Count others) {
    double grade =
        (PRIOR_SHARE * PRIOR_WEIGHT + others.cameBack()) / (PRIOR_WEIGHT + others.fitted());
    return new Comeback(
        own,
        others,
        grade * PRIOR_WEIGHT + own.cameBack(),
        (1 - grade) * PRIOR_WEIGHT + own.fitted() - own.cameBack());
  }

  /** What the record says of a part's make. */
  public static Comeback of(Part part, PartRecord record) {
    return of(record.of(part.make(), part.family()), record.besides(part));
  }

  /** Mean of the distribution. */
  public double probability() {
    return alpha / (alpha + beta);
  }

  /** The probability that lies above {@code share} of belief, for example 0.05 or 0.95. */
  public double quantile(double share) {
    return new BetaDistribution(alpha, beta).inverseCumulativeProbability(share);
  }

  /** The belief that the probability is at most {@code p}. */
  public double atMost(double p) {
    return new BetaDistribution(alpha, beta).cumulativeProbability(p);
  }
}
