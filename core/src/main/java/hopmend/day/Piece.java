package hopmend.day;

import hopmend.message.Message;
import java.util.Set;

/**
 * A piece of what is left to do on a vehicle.
 *
 * @param id within its stage; the same piece keeps it while the job goes on
 * @param minutes as they are expected now
 * @param demands what the person must be qualified for
 * @param persons how many have to be there
 */
public record Piece(
    String id, Kind kind, Message says, int minutes, Set<String> demands, int persons) {
  /** By whom it is done. */
  public enum Kind {
    /** Somebody is at it; breaks and nights interrupt it. */
    HANDS,
    /** Somebody is at it from its beginning to its end. */
    DRIVE,
    /** It goes on by itself, also at night. */
    WAIT
  }

  public Piece {
    demands = Set.copyOf(demands);
    if (minutes < 0 || persons < 1 || persons > 2) {
      throw new IllegalArgumentException(
          id + " takes no " + minutes + " minutes of " + persons + " persons");
    }
  }

  public boolean isActive() {
    return kind != Kind.WAIT;
  }
}
