package hopmend.fault;

import java.util.List;

/**
 * A control unit as reports name it, from the catalog file {@code control-units.yaml}.
 *
 * @param words spellings of one to five words, for example "engine control"
 * @param addresses under which it answers: 7E8, 18DAF110, or of J1939 "SA 0"
 */
public record ControlUnit(
    String id, String name, List<String> words, List<String> addresses, String source) {
  public ControlUnit {
    words = List.copyOf(words);
    addresses = List.copyOf(addresses);
    for (String w : words) {
      if (w.isBlank() || w.split(" ").length > 5) {
        throw new IllegalArgumentException(
            "Control unit %s: \"%s\" must have one to five words".formatted(id, w));
      }
    }
  }
}
