package hopmend.part;

import hopmend.message.Message;
import java.util.Optional;

/**
 * What a part costs and when it is there, in the shop's currency; null where nobody told.
 *
 * @param price of the list, before any discount
 * @param discountPercent of this part; null where the shop's usual one holds
 * @param deposit that comes back with the old part, 0 for none
 * @param stock pieces on the shelf
 * @param shelf where they lie, empty where nobody told
 * @param leadDays working days until it is delivered
 * @param supplier empty where nobody told
 */
public record Offer(
    Double price,
    Double discountPercent,
    double deposit,
    Integer stock,
    String shelf,
    Integer leadDays,
    String supplier) {
  public static final Offer NOT_TOLD = new Offer(null, null, 0, null, "", null, "");

  private static final double MOST = 1_000_000;

  public Offer {
    shelf = shelf == null ? "" : shelf;
    supplier = supplier == null ? "" : supplier;
    within("price", price, MOST);
    within("discount in percent", discountPercent, 100);
    within("deposit", deposit, MOST);
    within("stock", stock, MOST);
    within("lead time in days", leadDays, 1000);
  }

  private static void within(String what, Number value, double most) {
    if (value != null && !(value.doubleValue() >= 0 && value.doubleValue() <= most)) {
      throw new IllegalArgumentException(
          "The %s lies in 0 to %.0f, not %s".formatted(what, most, value));
    }
  }

  public static Offer of(Double price) {
    return new Offer(price, null, 0, null, "", null, "");
  }

  public boolean priced() {
    return price != null;
  }

  public boolean onTheShelf() {
    return stock != null && stock > 0;
  }

  /** On which shelf it lies, or when it is there; empty where nobody told. */
  public Optional<Message> where() {
    if (onTheShelf()) {
      return Optional.of(
          shelf.isEmpty() ? Message.of("offer.here") : Message.of("offer.shelf", shelf));
    }
    return Optional.ofNullable(leadDays).map(d -> Message.of("offer.lead", d));
  }
}
