package hopmend.app.needs;

import hopmend.app.web.SmallLetters;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Locale;

/** A tool or a supply, by the name that the sheets give it. */
@Entity
@Table(name = "shop_item")
public class Item {
  /** Whether the shop has it. */
  public enum Has {
    HERE,
    BORROW,
    BUY
  }

  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private Long id;

  private String name;

  @Column(name = "small_name")
  private String smallName;

  @Enumerated(EnumType.STRING)
  private Has has;

  private String place;
  private Double price;
  private Double deposit;

  @Column(name = "from_whom")
  private String fromWhom;

  @Column(name = "changed_by")
  private String changedBy;

  @Column(name = "changed_at")
  private Instant changedAt;

  @Column(name = "search_text")
  private String searchText;

  protected Item() {}

  Item(ItemLine line, String who, Instant at) {
    change(line, who, at);
  }

  final void change(ItemLine line, String who, Instant at) {
    name = line.name();
    smallName = SmallLetters.of(line.name());
    has = line.told();
    place = line.place();
    price = ItemLine.amount(line.price()).orElse(null);
    deposit = ItemLine.amount(line.deposit()).orElse(null);
    fromWhom = line.fromWhom();
    changedBy = who;
    changedAt = at;
    searchText = SmallLetters.of(String.join(" ", name, place, fromWhom));
  }

  public long id() {
    return id;
  }

  public String name() {
    return name;
  }

  String smallName() {
    return smallName;
  }

  public Has has() {
    return has;
  }

  public String place() {
    return place;
  }

  public Double price() {
    return price;
  }

  public Double deposit() {
    return deposit;
  }

  public String fromWhom() {
    return fromWhom;
  }

  /** Where it is, or what to do about it, in few words. */
  public String says() {
    return switch (has) {
      case HERE -> place.isEmpty() ? "here" : "here: " + place;
      case BORROW -> "borrow" + from() + (deposit == null ? "" : ", deposit " + money(deposit));
      case BUY -> "buy" + from() + (price == null ? "" : ", " + money(price));
    };
  }

  private String from() {
    return fromWhom.isEmpty() ? "" : " from " + fromWhom;
  }

  private static String money(double amount) {
    return String.format(Locale.ROOT, "%.2f", amount);
  }
}
