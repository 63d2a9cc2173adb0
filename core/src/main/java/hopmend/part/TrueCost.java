package hopmend.part;

/**
 * The honest price: what is paid + what is lost of the deposit + waiting in the bay + P(comeback) x
 * (labour again + tow + goodwill). All in the shop's currency.
 *
 * @param known whether the list tells a price; without one nothing is compared
 * @param price of the list
 * @param discount off the price
 * @param deposit paid over the counter until the old part is back
 * @param depositLost share of it that is lost on average
 * @param waiting what the bay costs until the part is there
 * @param waitDays working days until then; 0 from the shelf, or where nobody told
 * @param comebackCost what one comeback costs
 */
public record TrueCost(
    boolean known,
    double price,
    double discount,
    double deposit,
    double depositLost,
    double waiting,
    int waitDays,
    Comeback comeback,
    double comebackCost) {

  /** What a comeback costs the shop. */
  public record ComebackPrice(double labourAgain, double tow, double goodwill) {
    public double total() {
      return labourAgain + tow + goodwill;
    }
  }

  /**
   * What the shop pays beside the price of a part.
   *
   * @param discountPercent off the list price where a part has none of its own
   * @param depositLostPercent of the deposits that are not got back: old parts that broke or stayed
   *     with the customer
   * @param bayPerDay what a bay costs that waits for a part
   */
  public record ShopPrices(
      double discountPercent, double depositLostPercent, double bayPerDay, ComebackPrice comeback) {
    public ShopPrices {
      if (!(discountPercent >= 0 && discountPercent <= 100)) {
        throw new IllegalArgumentException("A discount lies in 0 to 100 %, not " + discountPercent);
      }
      if (!(depositLostPercent >= 0 && depositLostPercent <= 100 && bayPerDay >= 0)) {
        throw new IllegalArgumentException(
            "Deposits lost lie in 0 to 100 %, the price of a bay is not below 0");
      }
    }
  }

  public static TrueCost of(Part part, PartRecord record, ShopPrices shop) {
    Offer offer = part.offer();
    double price = offer.priced() ? offer.price() : 0;
    double percent =
        offer.discountPercent() == null ? shop.discountPercent() : offer.discountPercent();
    int days = offer.onTheShelf() || offer.leadDays() == null ? 0 : offer.leadDays();
    return new TrueCost(
        offer.priced(),
        price,
        price * percent / 100,
        offer.deposit(),
        offer.deposit() * shop.depositLostPercent() / 100,
        days * shop.bayPerDay(),
        days,
        Comeback.of(part, record),
        shop.comeback().total());
  }

  /** What the part costs after discount. */
  public double pay() {
    return price - discount;
  }

  /** What is paid over the counter: the deposit too. */
  public double overTheCounter() {
    return pay() + deposit;
  }

  /** What it costs whatever the part does. */
  public double certain() {
    return pay() + depositLost + waiting;
  }

  public double comebacks() {
    return comeback.probability() * comebackCost;
  }

  public double total() {
    return certain() + comebacks();
  }

  /** The lower end of the range in which nine in ten beliefs of the comebacks put the total. */
  public double low() {
    return certain() + comeback.quantile(0.05) * comebackCost;
  }

  /** The upper end of it. */
  public double high() {
    return certain() + comeback.quantile(0.95) * comebackCost;
  }
}
