package hopmend.fault;

import java.util.List;

/**
 * A control unit as reports name it, from the catalog file {@code control-units.yaml}.
 *
 * @param words spellings of one to three words, in lower case, for example "engine control"
 */
public record ControlUnit(String id, String name, List<String> words, String source) {
  public ControlUnit {
    words = List.copyOf(words);
    for (String w : words) {
      if (w.isBlank() || w.split(" ").length > 3) {
        throw new IllegalArgumentException(
            "Control unit %s: \"%s\" must have one to three words".formatted(id, w));
      }
    }
  }
}
