package hopmend.app.needs;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * A tool or a supply as it was typed or imported.
 *
 * @param has here, borrow or buy
 * @param place where it lies
 * @param price for which it is bought, empty if unknown
 * @param deposit that is paid when it is borrowed, empty if unknown
 */
record ItemLine(
    String name, String has, String place, String price, String deposit, String fromWhom) {
  private static final int LONGEST = 200;

  ItemLine {
    name = name.strip();
    has = has.strip().toLowerCase(Locale.ROOT);
    place = place.strip();
    fromWhom = fromWhom.strip();
  }

  static Optional<Double> amount(String typed) {
    String text = typed.strip().replace(',', '.');
    return text.matches("\\d{1,7}(\\.\\d{1,2})?")
        ? Optional.of(Double.parseDouble(text))
        : Optional.empty();
  }

  Item.Has told() {
    return Item.Has.valueOf(has.toUpperCase(Locale.ROOT));
  }

  /** What is wrong with it. */
  List<String> problems() {
    List<String> problems = new ArrayList<>();
    if (name.isEmpty() || name.length() > LONGEST) {
      problems.add("a name has 1 to %d characters".formatted(LONGEST));
    }
    if (place.length() > LONGEST || fromWhom.length() > LONGEST) {
      problems.add("a place has at most %d characters".formatted(LONGEST));
    }
    if (!List.of("here", "borrow", "buy").contains(has)) {
      problems.add("it is here, borrow or buy, not \"%s\"".formatted(has));
    }
    for (String money : List.of(price, deposit)) {
      if (!money.isBlank() && amount(money).isEmpty()) {
        problems.add("a price is a number like 8.50, not \"%s\"".formatted(money.strip()));
      }
    }
    return problems;
  }
}
