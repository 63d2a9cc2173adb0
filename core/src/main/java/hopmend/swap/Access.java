package hopmend.swap;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/**
 * What getting to a sensor asks for, whatever the sensor: operations around the work, and cautions
 * at its steps.
 *
 * @param operations done one after the other, those of {@link Phase#FINISH} when all else is back
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

  /** What both ways ask for together, each operation once and in the order of both. */
  Access and(Access other) {
    return new Access(
        merged(operations, other.operations),
        both(throughout, other.throughout),
        both(everywhere, other.everywhere));
  }

  private static List<Operation> merged(List<Operation> one, List<Operation> other) {
    List<Operation> merged = new ArrayList<>();
    int next = 0;
    for (Operation o : other) {
      for (int common = one.indexOf(o); next <= common; next++) {
        merged.add(one.get(next));
      }
      if (!one.contains(o)) {
        merged.add(o);
      }
    }
    merged.addAll(one.subList(next, one.size()));
    return merged;
  }

  private static <T> List<T> both(List<T> one, List<T> other) {
    return Stream.concat(one.stream(), other.stream()).distinct().toList();
  }

  List<Operation> before() {
    return operations.stream().filter(o -> o.phase() != Phase.FINISH).toList();
  }

  List<Operation> after() {
    return operations.stream().filter(o -> o.phase() == Phase.FINISH).toList();
  }

  /** The cautions of a check at the sensor. */
  public List<String> atTheSensor() {
    return Stream.concat(everywhere.stream(), throughout.stream()).distinct().toList();
  }
}
