package hopmend.app.web;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.github.bucket4j.Bucket;
import io.github.bucket4j.ConsumptionProbe;
import java.time.Duration;
import java.util.concurrent.TimeUnit;

/** So many in so long, for each of many askers. */
public final class Allowance {
  private static final int MOST_ASKERS = 10_000;

  private final int most;
  private final Duration every;
  private final Cache<String, Bucket> askers =
      Caffeine.newBuilder().maximumSize(MOST_ASKERS).build();

  public Allowance(int most, Duration every) {
    this.most = most;
    this.every = every;
  }

  /** Takes one; 0 if there was one, else the seconds until there will be. */
  public long take(String asker) {
    return take(asker, 1);
  }

  /** Takes several at once; 0 if there were so many, else the seconds until there will be. */
  public long take(String asker, long count) {
    ConsumptionProbe probe = askers.get(asker, a -> full()).tryConsumeAndReturnRemaining(count);
    return probe.isConsumed()
        ? 0
        : TimeUnit.NANOSECONDS.toSeconds(probe.getNanosToWaitForRefill()) + 1;
  }

  private Bucket full() {
    return Bucket.builder().addLimit(l -> l.capacity(most).refillGreedy(most, every)).build();
  }
}
