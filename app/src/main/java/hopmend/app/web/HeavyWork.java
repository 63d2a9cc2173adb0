package hopmend.app.web;

import java.time.Duration;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;

/**
 * Reading of long texts is done for few at once, and for each asker only so much in ten minutes, so
 * that pages are served meanwhile. Short texts go straight through.
 */
@Component
public class HeavyWork {
  private static final int SHORT = 100_000;

  /** Sixty million characters in ten minutes, counted in pieces of {@link #SHORT}. */
  private final Allowance pieces = new Allowance(600, Duration.ofMinutes(10));

  private final Places places = new Places();

  /** The server has enough to do; the asker may come back. */
  public static final class Busy extends InputProblem {
    private static final long serialVersionUID = 1L;

    private final long seconds;

    Busy(String field, long seconds, String why) {
      super(field, why + " Send it again in " + seconds + " seconds; nothing is lost.");
      this.seconds = seconds;
    }

    /** When it makes sense to come back. */
    public long seconds() {
      return seconds;
    }
  }

  /**
   * Does the work now, or a little later.
   *
   * @param field of the form in which the text stands, for the message
   * @param asker the person, or the address of a stranger
   * @param characters how long the text is
   * @throws Busy if others are before, or the asker has had their share
   */
  public <T> T few(String field, String asker, int characters, Supplier<T> work) {
    if (characters <= SHORT) {
      return work.get();
    }
    long wait = pieces.take(asker, 1 + characters / SHORT);
    if (wait > 0) {
      throw new Busy(field, wait, "You have sent very long texts, one after the other.");
    }
    return places.in(field, "Busy: other long texts are being read.", work);
  }
}
