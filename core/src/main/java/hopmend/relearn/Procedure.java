package hopmend.relearn;

import hopmend.sensor.Condition;
import hopmend.sensor.Conditional;
import java.util.List;
import java.util.Optional;

/**
 * What a controller is taught by hand and by driving, without a tool.
 *
 * @param after what it follows: a family, or "battery-off" for what a controller forgets without
 *     battery
 * @param why what goes wrong without it
 * @param steps in their order, each as one does it
 * @param minutes how long it takes, about
 * @param waitMinutes how long the vehicle then does it by itself; 0 where one is at it all the time
 * @param learnsTeeth whether the errors of the crankshaft's ring are learned by it
 * @param stop at which signs it is broken off at once
 * @param failures why it may fail, and what is to do then
 */
public record Procedure(
    String id,
    String name,
    List<String> after,
    String why,
    List<String> steps,
    double minutes,
    double waitMinutes,
    boolean learnsTeeth,
    List<String> stop,
    List<Failure> failures,
    List<String> cautions,
    Condition condition,
    String source)
    implements Conditional {
  /** What a controller forgets while its battery is off. */
  public static final String BATTERY_OFF = "battery-off";

  /** Why it may fail. */
  public record Failure(String id, String reason, String todo) {}

  public Procedure {
    stop = stop == null ? List.of() : List.copyOf(stop);
    failures = failures == null ? List.of() : List.copyOf(failures);
    after = List.copyOf(after);
    steps = List.copyOf(steps);
    cautions = cautions == null ? List.of() : List.copyOf(cautions);
    condition = Condition.orAlways(condition);
    if (steps.isEmpty() || after.isEmpty() || !(minutes > 0)) {
      throw new IllegalArgumentException(
          "Procedure " + id + " needs steps, what it follows, and its minutes");
    }
  }

  public Optional<Failure> failure(String failureId) {
    return failures.stream().filter(f -> f.id().equals(failureId)).findFirst();
  }

  public boolean follows(String work) {
    return after.contains(work);
  }
}
