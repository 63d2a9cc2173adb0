package hopmend.app.web;

import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;

/**
 * Work that is done for few at once; whoever comes then waits a little, or is told to come back.
 */
final class Places {
  private static final int AT_ONCE = 2;
  private static final int MOST_WAITING = 4;
  private static final int PATIENCE_SECONDS = 8;
  private static final int COME_BACK_SECONDS = 10;

  private final Semaphore places = new Semaphore(AT_ONCE, true);

  /**
   * @param field of the form that asks, for the message
   * @param busy why it is not done now
   * @throws HeavyWork.Busy if too many are before
   */
  <T> T in(String field, String busy, Supplier<T> work) {
    if (places.getQueueLength() >= MOST_WAITING || !comesTo()) {
      throw new HeavyWork.Busy(field, COME_BACK_SECONDS, busy);
    }
    try {
      return work.get();
    } finally {
      places.release();
    }
  }

  private boolean comesTo() {
    try {
      return places.tryAcquire(PATIENCE_SECONDS, TimeUnit.SECONDS);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      return false;
    }
  }
}
