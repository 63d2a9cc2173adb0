package hopmend.relearn;

import hopmend.sensor.Condition;
import hopmend.sensor.Conditional;
import java.util.List;

/**
 * What a controller is taught by hand and by driving, without a tool.
 *
 * @param after what it follows: a family, or "battery-off" for what a controller forgets without
 *     battery
 * @param why what goes wrong without it
 * @param steps in their order, each as one does it
 * @param minutes how long it takes, about
 */
public record Procedure(
    String id,
    String name,
    List<String> after,
    String why,
    List<String> steps,
    double minutes,
    List<String> cautions,
    Condition condition,
    String source)
    implements Conditional {
  /** What a controller forgets while its battery is off. */
  public static final String BATTERY_OFF = "battery-off";

  public Procedure {
    after = List.copyOf(after);
    steps = List.copyOf(steps);
    cautions = cautions == null ? List.of() : List.copyOf(cautions);
    condition = Condition.orAlways(condition);
    if (steps.isEmpty() || after.isEmpty() || !(minutes > 0)) {
      throw new IllegalArgumentException(
          "Procedure " + id + " needs steps, what it follows, and its minutes");
    }
  }

  public boolean follows(String work) {
    return after.contains(work);
  }
}
