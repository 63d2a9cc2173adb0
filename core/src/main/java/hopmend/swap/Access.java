package hopmend.swap;

import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;

/**
 * What getting to a sensor asks for, whatever the sensor: operations around the work, and cautions
 * at its steps.
 *
 * @param operations done one after the other, those from the first that undoes one on after the
 *     work
 * @param throughout cautions from the last of the first operations to the first of the last ones
 * @param everywhere cautions at every step on this vehicle
 */
public record Access(List<Operation> operations, List<String> throughout, List<String> everywhere) {
  /** From above, without lifting, on a vehicle without dangers of its own. */
  public static final Access FREE = new Access(List.of(), List.of(), List.of());

  public Access {
    operations = List.copyOf(operations);
    throughout = List.copyOf(throughout);
    everywhere = List.copyOf(everywhere);
  }

  /**
   * What several ways ask for together, each operation once.
   *
   * @param order ids of the operations of all ways, in the order in which they are done
   */
  static Access together(List<Access> ways, List<String> order) {
    List<Operation> all = ways.stream().flatMap(w -> w.operations.stream()).toList();
    return new Access(
        Operation.together(all).stream()
            .sorted(Comparator.comparingInt(o -> order.indexOf(o.id())))
            .toList(),
        ways.stream().flatMap(w -> w.throughout.stream()).distinct().toList(),
        ways.stream().flatMap(w -> w.everywhere.stream()).distinct().toList());
  }

  /** What opens the way: all before the first that undoes something. */
  List<Operation> before() {
    return operations.stream().takeWhile(o -> o.undoes() == null).toList();
  }

  List<Operation> after() {
    return operations.stream().dropWhile(o -> o.undoes() == null).toList();
  }

  /** The cautions of a check at the sensor. */
  public List<String> atTheSensor() {
    return Stream.concat(everywhere.stream(), throughout.stream()).distinct().toList();
  }
}
