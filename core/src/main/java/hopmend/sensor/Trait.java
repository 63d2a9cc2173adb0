package hopmend.sensor;

import java.util.List;

/**
 * A trait that sheets may ask for.
 *
 * @param values all that it can be
 */
public record Trait(String trait, String meaning, List<String> values) {
  public Trait {
    values = List.copyOf(values);
  }
}
