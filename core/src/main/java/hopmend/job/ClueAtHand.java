package hopmend.job;

import hopmend.prove.Clue;
import java.util.Optional;

/**
 * A clue that says something of the sensor at hand.
 *
 * @param seen whether the facts of the job tell it
 * @param told what somebody said of it; empty where nobody did
 */
public record ClueAtHand(Clue clue, boolean seen, Optional<Boolean> told) {
  /** Whether it moves the suspects: what somebody said counts, else what the facts tell. */
  public boolean counts() {
    return told.orElse(seen);
  }
}
