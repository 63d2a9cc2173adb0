package hopmend.catalog;

import hopmend.sensor.Condition;
import hopmend.sensor.Conditional;
import hopmend.sensor.Traits;
import hopmend.swap.Access;
import hopmend.swap.Fastener;
import hopmend.swap.Operation;
import java.util.List;

/**
 * What the way to a sensor asks for besides the sensor's own sheet, by its traits.
 *
 * @param operations in the order in which they are done; one that stands there several times is
 *     done once, with the cautions of all that hold
 * @param throughout cautions at every step between them
 * @param fasteners what they loosen and tighten, where the card does not tell its own
 */
public record WaysIn(
    List<Operation> operations, List<Throughout> throughout, List<Fastener> fasteners) {

  /** A caution that stands at every step between the way in and the way out. */
  public record Throughout(String caution, Condition condition, String source)
      implements Conditional {
    public Throughout {
      condition = Condition.orAlways(condition);
    }
  }

  public WaysIn {
    operations = List.copyOf(operations);
    throughout = List.copyOf(throughout);
    fasteners = fasteners == null ? List.of() : List.copyOf(fasteners);
  }

  /** What a sensor of these traits asks for. */
  Access access(Traits sensor, List<String> everywhere) {
    return new Access(
        Operation.together(Conditional.of(operations, sensor)),
        Conditional.of(throughout, sensor).stream().map(Throughout::caution).distinct().toList(),
        everywhere);
  }

  /** Whether what is done on the way depends on a trait. */
  boolean asks(String trait) {
    return operations.stream().anyMatch(o -> o.condition().asks().anyMatch(trait::equals));
  }

  /** The operations of all ways, in the order in which they are done. */
  List<String> order() {
    return operations.stream().map(Operation::id).distinct().toList();
  }
}
