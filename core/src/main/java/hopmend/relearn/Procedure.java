package hopmend.relearn;

import hopmend.sensor.Condition;
import hopmend.sensor.Conditional;
import hopmend.sensor.LiveSignal;
import hopmend.verify.CoastDowns;
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
 * @param watch live signals that one watches meanwhile
 * @param coasts coast-downs that it asks for, counted from a log; null where it asks for none
 * @param km to drive, counted from logs; 0 for none in particular
 * @param repeat when it is due once more; empty where never
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
    List<LiveSignal> watch,
    CoastDowns coasts,
    double km,
    String repeat,
    List<String> stop,
    List<Failure> failures,
    List<String> cautions,
    Condition condition,
    String source)
    implements Conditional {
  /** What a controller forgets while its battery is off. */
  public static final String BATTERY_OFF = "battery-off";

  /** Where a step leaves the words to the vehicle's card. */
  private static final String BY_THE_CARD = "{card}";

  /** Why it may fail. */
  public record Failure(String id, String reason, String todo) {}

  public Procedure {
    watch = watch == null ? List.of() : List.copyOf(watch);
    repeat = repeat == null ? "" : repeat;
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

  /** Whether only a vehicle's card can tell what is to do. */
  public boolean asksTheCard() {
    return steps.contains(BY_THE_CARD);
  }

  /** The same with what the card says. */
  public Procedure told(String words) {
    return new Procedure(
        id,
        name,
        after,
        why,
        steps.stream().map(s -> s.equals(BY_THE_CARD) ? words : s).toList(),
        minutes,
        waitMinutes,
        learnsTeeth,
        watch,
        coasts,
        km,
        repeat,
        stop,
        failures,
        cautions,
        condition,
        source);
  }

  public Optional<Failure> failure(String failureId) {
    return failures.stream().filter(f -> f.id().equals(failureId)).findFirst();
  }

  public boolean follows(String work) {
    return after.contains(work);
  }
}
