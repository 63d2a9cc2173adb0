package hopmend.prove;

import hopmend.sensor.Condition;
import hopmend.sensor.Conditional;
import hopmend.sensor.Traits;
import java.util.List;

/**
 * What has to be so before a check can be done: the sensor reached, its plug off, the engine warm.
 * Once it is so, the next check that needs it has it for nothing.
 *
 * @param name as a person says it, after "needs": the sensor reached
 * @param minutes hands-on time, where the order of work does not tell
 * @param waitMinutes time in which nobody has to stand beside it
 * @param opens how far the order of work has to be gone through for it: PLACE, PLUG or SEAT; null
 *     where it takes nothing apart
 * @param brings what is so with it
 * @param ends what is so no longer
 * @param standing when it is so already as the vehicle stands there; null for never
 * @param refused why it cannot be had here, where the condition does not hold
 */
public record SetUp(
    String id,
    String name,
    double minutes,
    double waitMinutes,
    Reach opens,
    List<String> brings,
    List<String> ends,
    Standing standing,
    String refused,
    Condition condition,
    String source)
    implements Conditional {
  /** How far things are taken apart. */
  public enum Reach {
    PLACE,
    PLUG,
    SEAT
  }

  /** When something is so without anybody's doing. */
  public record Standing(Condition condition) implements Conditional {
    public Standing {
      condition = Condition.orAlways(condition);
    }
  }

  public SetUp {
    brings = brings == null ? List.of() : List.copyOf(brings);
    ends = ends == null ? List.of() : List.copyOf(ends);
    refused = refused == null ? "" : refused;
    condition = Condition.orAlways(condition);
    if (minutes < 0 || waitMinutes < 0) {
      throw new IllegalArgumentException("Set-up " + id + ": its time is not negative");
    }
    if (refused.isEmpty() != condition.equals(Condition.ALWAYS)) {
      throw new IllegalArgumentException(
          "Set-up %s: a condition needs the words why it cannot be had, and the other way round"
              .formatted(id));
    }
  }

  /** Whether it is so already. */
  boolean stands(Traits traits) {
    return standing != null && standing.condition().holdsFor(traits);
  }

  /** The same where the order of work tells how long it takes to get there. */
  public SetUp taking(double otherMinutes) {
    return new SetUp(
        id,
        name,
        otherMinutes,
        waitMinutes,
        opens,
        brings,
        ends,
        standing,
        refused,
        condition,
        source);
  }
}
