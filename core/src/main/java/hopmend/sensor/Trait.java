package hopmend.sensor;

import java.util.List;
import java.util.stream.Stream;

/**
 * A trait that sheets may ask for.
 *
 * @param values all that it can be
 */
public record Trait(String trait, String meaning, List<String> values) {
  public Trait {
    values = List.copyOf(values);
  }

  /** The same with more values. */
  public Trait with(List<String> more) {
    return new Trait(
        trait, meaning, Stream.concat(values.stream(), more.stream()).distinct().toList());
  }
}
