package hopmend.sensor;

import java.util.List;

/** Something of a sheet that is meant for some sensors only. */
public interface Conditional {
  /** The sensors for which it is meant. */
  Condition condition();

  /** Those that are meant for a sensor, in their order. */
  static <T extends Conditional> List<T> of(List<T> all, Traits traits) {
    return all.stream().filter(c -> c.condition().holdsFor(traits)).toList();
  }
}
