package hopmend.job;

import hopmend.message.Message;

/**
 * Where a hop stands, and what is to be said of it.
 *
 * @param secondsLeft of a waiting hop; 0 otherwise
 */
public record Standing(Hop hop, Kind kind, Message says, long secondsLeft) {
  /** The five states of a hop. */
  public enum Kind {
    NOT_STARTED,
    OPEN,
    WAITING,
    DONE,
    BLOCKED
  }
}
