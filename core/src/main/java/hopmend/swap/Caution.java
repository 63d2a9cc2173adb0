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
 * @param hardStop whether work may not go on without it
 * @param binds whether only the persons named in {@code who} may do the work at all
 */
public record Caution(
    String id,
    String sign,
    String hazard,
    String consequence,
    String action,
    String who,
    boolean hardStop,
    boolean binds,
    Condition condition,
    String source)
    implements Conditional {
  public Caution {
    condition = Condition.orAlways(condition);
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
        Condition.ALWAYS,
        "not in the catalog");
  }
}
