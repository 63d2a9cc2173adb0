package hopmend.app.job;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import java.time.Duration;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.Supplier;

/**
 * Something of the database that is kept in memory: read once, and anew beside the requests after
 * it was changed here, or when it is old.
 */
final class ReadAnew<T> {
  /** What another instance writes is heard so much later; nobody waits for it. */
  private static final Duration KEPT = Duration.ofSeconds(30);

  private static final String ALL = "all";

  /** How often it was changed here, as committed. */
  private final AtomicLong changes = new AtomicLong();

  /** All of it at one moment, with the changes up to it. */
  private record Told<T>(long changes, T all) {}

  private final LoadingCache<String, Told<T>> told;

  ReadAnew(Supplier<T> read) {
    told =
        Caffeine.newBuilder()
            .refreshAfterWrite(KEPT)
            .build(
                all -> {
                  long before = changes.get();
                  return new Told<>(before, read.get());
                });
  }

  T now() {
    Told<T> known = told.get(ALL);
    // A reading that was under way when something was committed may not have seen it.
    if (known.changes() < changes.get()) {
      told.refresh(ALL);
    }
    return known.all();
  }

  /** It was changed, and that is committed. */
  void changed() {
    changes.incrementAndGet();
    told.refresh(ALL);
  }
}
