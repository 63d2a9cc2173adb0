package hopmend.prove;

import hopmend.sensor.Condition;
import hopmend.sensor.Conditional;

/**
 * A single fault that could have set the code: one way in which something fails.
 *
 * @param weight how often it is the cause, relative to the other suspects of the sheet
 * @param work id of the work that puts it right; null for the usual one of its remedy
 * @param again what it is called once the work that puts it right was done, and the fault is there
 *     again; null for the same name
 * @param like the suspect that shows as it does wherever a result names no share of its own; null
 *     for none
 * @param unlisted whether it stands for everything that the sheet does not name
 */
public record Suspect(
    String id,
    String name,
    double weight,
    Remedy remedy,
    String about,
    String work,
    String again,
    String like,
    boolean unlisted,
    Condition condition,
    String source)
    implements Conditional {
  public Suspect {
    condition = Condition.orAlways(condition);
    if (!(weight > 0) || !Double.isFinite(weight)) {
      throw new IllegalArgumentException(
          "Suspect %s: weight must be positive, not %s".formatted(id, weight));
    }
  }

  /** Whose share of a result it has where the result does not name it. */
  String likeOrId() {
    return like == null ? id : like;
  }

  /** The same with another weight. */
  Suspect weighing(double other) {
    return new Suspect(
        id, name, other, remedy, about, work, again, like, unlisted, condition, source);
  }

  /** The same after its work was done in vain. */
  public Suspect afterItsWork() {
    return again == null
        ? this
        : new Suspect(
            id, again, weight, remedy, about, work, again, like, unlisted, condition, source);
  }
}
