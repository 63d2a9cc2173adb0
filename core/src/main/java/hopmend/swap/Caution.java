package hopmend.swap;

import hopmend.sensor.Condition;
import hopmend.sensor.Conditional;

/**
 * A danger, shown at the step where it bites.
 *
 * @param hazard what can hurt
 * @param consequence what it does
 * @param action what to do
 * @param who who may do it
 * @param once whether the first step that it bites says it for all
 * @param hardStop whether work may not go on without it
 * @param signedFor whether a technician looks at what a learner did where it bites
 * @param demands id of the qualification without which nobody does the work; empty for none
 */
public record Caution(
    String id,
    String sign,
    String hazard,
    String consequence,
    String action,
    String who,
    boolean hardStop,
    boolean signedFor,
    boolean once,
    String demands,
    Condition condition,
    String source)
    implements Conditional {
  public Caution {
    condition = Condition.orAlways(condition);
    demands = demands == null ? "" : demands;
  }

  /** Whether only qualified persons may do the work at all. */
  public boolean binds() {
    return !demands.isEmpty();
  }

  /** A caution that is named somewhere but written nowhere: it still warns, by its id. */
  public static Caution unknown(String id) {
    return new Caution(
        id,
        "hand",
        "Caution: " + id.replace('-', ' '),
        "",
        "Follow the vehicle maker's instructions.",
        "",
        false,
        false,
        false,
        "",
        Condition.ALWAYS,
        "not in the catalog");
  }
}
