package hopmend.app.link;

import java.time.Instant;
import java.util.Optional;

/**
 * The link as the foot strip shows it.
 *
 * @param vin of the vehicle that answered last, empty before the first answer
 * @param at when it answered
 * @param problem what went wrong in the last exchange, empty if nothing
 */
public record LinkState(String vin, Optional<Instant> at, String problem) {
  static final LinkState NONE = new LinkState("", Optional.empty(), "");
}
