package hopmend.part;

import hopmend.sensor.Condition;
import hopmend.sensor.Conditional;

/**
 * What a difference between old and new means, from a family sheet.
 *
 * @param trait for example "connector" or "cable length"
 * @param difference STOP, or HARMLESS with what to do about it
 */
public record TraitRule(
    String trait, Weight difference, String say, Condition condition, String source)
    implements Conditional {
  public TraitRule {
    condition = Condition.orAlways(condition);
  }

  /** Whether a difference in this trait stops the job. */
  public enum Weight {
    HARMLESS,
    STOP
  }
}
