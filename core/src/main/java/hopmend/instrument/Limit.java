package hopmend.instrument;

import java.util.Optional;
import java.util.function.Function;

/**
 * A limit by which an instrument judges.
 *
 * @param value where the vehicle card has none; null if only a card can tell
 * @param card the card's name for it; null where cards have none
 */
public record Limit(Double value, String card) {
  public Limit {
    if (value == null && card == null) {
      throw new IllegalArgumentException("A limit needs a value, or the card's name for it");
    }
  }

  Optional<Double> on(Function<String, Optional<Double>> ofTheCard) {
    return Optional.ofNullable(card).flatMap(ofTheCard).or(() -> Optional.ofNullable(value));
  }
}
