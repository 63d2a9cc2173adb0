package hopmend.sensor;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/**
 * What is known of the sensor at hand, its place, its vehicle and the job, by the catalog's names:
 * cell switching, wires 3, near starter cable and exhaust. What is not known is not in it.
 */
public record Traits(Map<String, List<String>> values) {
  public static final Traits UNKNOWN = new Traits(Map.of());

  public Traits {
    values =
        values.entrySet().stream()
            .collect(
                Collectors.toUnmodifiableMap(Map.Entry::getKey, e -> List.copyOf(e.getValue())));
  }

  /** The same and one more; nothing new if the value is empty. */
  public Traits with(String trait, String value) {
    return value == null || value.isEmpty() ? this : with(trait, List.of(value));
  }

  /** The same without a trait. */
  public Traits without(String trait) {
    Map<String, List<String>> others = new LinkedHashMap<>(values);
    others.remove(trait);
    return new Traits(others);
  }

  /** The same and more values of a trait, beside those that are known. */
  public Traits with(String trait, List<String> more) {
    Map<String, List<String>> all = new LinkedHashMap<>(values);
    List<String> both = new ArrayList<>(values.getOrDefault(trait, List.of()));
    more.stream().filter(v -> !both.contains(v)).forEach(both::add);
    all.put(trait, both);
    return new Traits(all);
  }

  /** The same and all of others. */
  public Traits with(Map<String, List<String>> others) {
    Traits all = this;
    for (Map.Entry<String, List<String>> t : others.entrySet()) {
      all = all.with(t.getKey(), t.getValue());
    }
    return all;
  }

  public boolean knows(String trait) {
    return !values.getOrDefault(trait, List.of()).isEmpty();
  }

  public boolean isOneOf(String trait, List<String> wanted) {
    return values.getOrDefault(trait, List.of()).stream().anyMatch(wanted::contains);
  }
}
