package hopmend.part;

import java.time.YearMonth;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A part that may fit, from a vehicle card.
 *
 * @param supersededBy the number that replaces this one, if the maker replaced it
 * @param positions the sheet's words for the places it is made for, empty where nobody told them
 * @param engines engine codes it is made for, empty where nobody told them
 * @param builtFrom first build month of the vehicles it fits, null if no lower limit
 * @param builtUntil last build month, null if no upper limit
 * @param traits what can be compared by eye: connector, cable length, thread
 * @param fitted how many the shop has fitted
 * @param cameBack how many of those came back
 */
public record Part(
    String number,
    String supersededBy,
    String make,
    String grade,
    String name,
    String family,
    List<String> positions,
    List<String> engines,
    YearMonth builtFrom,
    YearMonth builtUntil,
    Map<String, String> traits,
    double price,
    int fitted,
    int cameBack,
    boolean sealIncluded,
    String source) {
  public Part {
    positions = List.copyOf(positions);
    engines = List.copyOf(engines);
    traits = Map.copyOf(traits);
    if (!(price >= 0) || fitted < 0 || cameBack < 0 || cameBack > fitted) {
      throw new IllegalArgumentException(
          "Part %s: price %s, %d came back of %d fitted"
              .formatted(number, price, cameBack, fitted));
    }
  }

  /** A part that stands on no card: only what is printed on it is known. */
  public static Part typed(String number, String make, String family, double price) {
    return new Part(
        number,
        null,
        make,
        "typed by hand",
        family,
        family,
        List.of(),
        List.of(),
        null,
        null,
        Map.of(),
        price,
        0,
        0,
        false,
        "typed by hand");
  }

  /** The same with more that were fitted, of which some came back. */
  Part counting(int moreFitted, int moreBack) {
    return new Part(
        number,
        supersededBy,
        make,
        grade,
        name,
        family,
        positions,
        engines,
        builtFrom,
        builtUntil,
        traits,
        price,
        fitted + moreFitted,
        cameBack + moreBack,
        sealIncluded,
        source);
  }

  public Optional<String> replacement() {
    return Optional.ofNullable(supersededBy);
  }
}
