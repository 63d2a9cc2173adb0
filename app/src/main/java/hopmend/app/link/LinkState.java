package hopmend.app.link;

import java.time.Instant;
import java.util.Optional;

/**
 * The link as the foot strip shows it.
 *
 * @param vin of the vehicle that answered last, empty before the first answer
 * @param at when it answered
 * @param problem what went wrong in the last exchange, empty if nothing
 * @param running what is running over the link just now, empty if nothing
 */
public record LinkState(String vin, Optional<Instant> at, String problem, String running) {
  static final LinkState NONE = new LinkState("", Optional.empty(), "", "");

  /** How fresh the last answer is: {@code 4 s ago}, {@code 12 min ago}; empty before the first. */
  public String freshness(Instant now) {
    return at.map(
            t -> {
              long seconds = Math.max(0, now.getEpochSecond() - t.getEpochSecond());
              return seconds < 90
                  ? seconds + " s ago"
                  : seconds < 5400 ? seconds / 60 + " min ago" : seconds / 3600 + " h ago";
            })
        .orElse("");
  }
}
