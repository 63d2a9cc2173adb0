package hopmend.sensor;

import java.util.LinkedHashMap;
import java.util.Map;

/**
 * What is known of the sensor at hand, its place and its vehicle, by the catalog's names: cell
 * switching, wires 3, position intake, fuel diesel. What is not known is not in it.
 */
public record Traits(Map<String, String> values) {
  public static final Traits UNKNOWN = new Traits(Map.of());

  public Traits {
    values = Map.copyOf(values);
  }

  /** The same and one more; nothing new if the value is empty. */
  public Traits with(String trait, String value) {
    if (value == null || value.isEmpty()) {
      return this;
    }
    Map<String, String> more = new LinkedHashMap<>(values);
    more.put(trait, value);
    return new Traits(more);
  }

  public boolean isOneOf(String trait, Iterable<String> wanted) {
    String mine = values.get(trait);
    for (String w : wanted) {
      if (w.equals(mine)) {
        return true;
      }
    }
    return false;
  }
}
