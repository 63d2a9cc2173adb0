package hopmend.app.web;

import jakarta.annotation.PreDestroy;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Future;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import org.springframework.stereotype.Component;

/**
 * Work on long files that goes on while its sender does something else: one after the other, a few
 * in a queue.
 */
@Component
public class LongWork {
  private static final int MOST_WAITING = 4;

  private final ExecutorService threads =
      new ThreadPoolExecutor(
          1,
          1,
          0,
          TimeUnit.SECONDS,
          new ArrayBlockingQueue<>(MOST_WAITING),
          work -> {
            Thread t = new Thread(work, "long-work");
            t.setDaemon(true);
            return t;
          });

  @PreDestroy
  void close() {
    threads.shutdownNow();
  }

  /**
   * Begins it, now or after what others sent.
   *
   * @throws InputProblem in the field "file" if too much waits
   */
  public <T> Future<T> begin(Callable<T> work) {
    try {
      return threads.submit(work);
    } catch (RejectedExecutionException e) {
      throw new InputProblem(
          "file", "Busy: other long files are being read. Send it again in a minute.");
    }
  }
}
