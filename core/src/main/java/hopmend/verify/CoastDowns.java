package hopmend.verify;

import hopmend.message.Message;
import hopmend.verify.DriveLog.Column;
import java.util.Optional;

/**
 * Coast-downs that a learn asks for: foot off the pedal, in gear, until the engine has slowed down.
 *
 * @param times so many of them
 * @param from engine speed at which one begins at least, 1/min
 * @param to engine speed down to which it goes, 1/min
 */
public record CoastDowns(int times, double from, double to) {
  /** A throttle is closed within so much of the least that the log has, percent; shop. */
  private static final double CLOSED_WITHIN = 2;

  /** Slower than this it stands, and the engine falls by itself, km/h; shop. */
  private static final double ROLLING_KMH = 15;

  /**
   * How many a log shows.
   *
   * @param lacks why it shows none: a column that it has not
   */
  public record Counted(int times, Optional<Message> lacks) {}

  public CoastDowns {
    if (times < 1 || !(to > 0) || !(from > to)) {
      throw new IllegalArgumentException(
          "Coast-downs are counted from a higher to a lower engine speed, at least one");
    }
  }

  /**
   * Counts them: each from a sample at or above {@code from} to one at or below {@code to}, with
   * the throttle closed in all between, no two of them further apart than {@value
   * DriveProof#LONGEST_GAP_S} s, and rolling where the log tells the vehicle's speed.
   */
  public Counted in(DriveLog log) {
    for (Column needed : new Column[] {Column.ENGINE_SPEED, Column.THROTTLE}) {
      if (log.lacks(needed)) {
        return new Counted(0, Optional.of(Message.of("log.lacks", needed.named())));
      }
    }
    double closed = closedBelow(log);
    boolean coasting = false;
    int counted = 0;
    for (int i = 0; i < log.size(); i++) {
      boolean closedHere = log.at(Column.THROTTLE, i) <= closed && isRolling(log, i);
      boolean follows =
          i > 0 && log.at(Column.TIME, i) - log.at(Column.TIME, i - 1) <= DriveProof.LONGEST_GAP_S;
      coasting = closedHere && (coasting && follows || log.at(Column.ENGINE_SPEED, i) >= from);
      if (coasting && log.at(Column.ENGINE_SPEED, i) <= to) {
        counted++;
        coasting = false;
      }
    }
    return new Counted(counted, Optional.empty());
  }

  private static double closedBelow(DriveLog log) {
    double least = Double.POSITIVE_INFINITY;
    for (int i = 0; i < log.size(); i++) {
      least = Math.min(least, log.at(Column.THROTTLE, i));
    }
    return least + CLOSED_WITHIN;
  }

  private static boolean isRolling(DriveLog log, int sample) {
    return log.lacks(Column.SPEED) || log.at(Column.SPEED, sample) >= ROLLING_KMH;
  }
}
