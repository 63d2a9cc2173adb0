package hopmend.part;

/**
 * The honest price: price less discount + P(comeback) x (labour again + tow + goodwill).
 *
 * @param pay what is paid over the counter
 * @param comebackCost what one comeback costs
 */
public record TrueCost(double pay, double comebackProbability, double comebackCost) {

  /** What a comeback costs the shop, all in its currency. */
  public record ComebackPrice(double labourAgain, double tow, double goodwill) {
    public double total() {
      return labourAgain + tow + goodwill;
    }
  }

  public static TrueCost of(Part part, double discountPercent, ComebackPrice comeback) {
    if (!(discountPercent >= 0 && discountPercent <= 100)) {
      throw new IllegalArgumentException("A discount lies in 0 to 100 %, not " + discountPercent);
    }
    return new TrueCost(
        part.price() * (1 - discountPercent / 100),
        Comeback.of(part.fitted(), part.cameBack()).probability(),
        comeback.total());
  }

  public double total() {
    return pay + comebackProbability * comebackCost;
  }
}
