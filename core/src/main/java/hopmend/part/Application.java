package hopmend.part;

import java.time.YearMonth;
import java.util.List;

/**
 * For what a part is made, as its list tells it; what is left open is no condition, or nobody told.
 *
 * @param card id of a vehicle card, empty where none is named
 * @param engines engine codes
 * @param bank 0 for any
 * @param positions words of the sheet for the places
 * @param builtFrom first build month of the vehicles, null if no lower limit
 * @param builtUntil last build month, null if no upper limit
 * @param serialFrom lowest serial number of the vehicles (the last six digits of the identification
 *     number), null if no lower limit
 * @param serialUntil highest serial number, null if no upper limit
 * @param regions of the world for which the vehicles were built
 */
public record Application(
    String card,
    List<String> engines,
    int bank,
    List<String> positions,
    YearMonth builtFrom,
    YearMonth builtUntil,
    Integer serialFrom,
    Integer serialUntil,
    List<String> regions) {
  public Application {
    card = card == null ? "" : card;
    engines = engines == null ? List.of() : List.copyOf(engines);
    positions = positions == null ? List.of() : List.copyOf(positions);
    regions = regions == null ? List.of() : List.copyOf(regions);
    if (builtFrom != null && builtUntil != null && builtUntil.isBefore(builtFrom)) {
      throw new IllegalArgumentException(
          "Built from %s until %s: the end lies before the beginning"
              .formatted(builtFrom, builtUntil));
    }
    if (serialFrom != null && serialUntil != null && serialUntil < serialFrom) {
      throw new IllegalArgumentException(
          "Serial numbers from %d until %d: the end lies before the beginning"
              .formatted(serialFrom, serialUntil));
    }
  }

  /** Whether it names the card or the engine. */
  public boolean names(String ofCard, String engine) {
    return !card.isEmpty() && card.equals(ofCard) || engines.contains(engine);
  }

  /** Whether it says for which vehicles at all. */
  boolean isTold() {
    return !card.isEmpty() || !engines.isEmpty();
  }
}
