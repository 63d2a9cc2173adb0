package hopmend.app.job;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Supplier;

/**
 * What kept texts tell, read once each: a kept text never changes, nor does what it tells.
 *
 * @param <K> which text, and how it is read
 * @param <V> what it tells
 */
public final class KeptReadings<K, V> {
  private static final int KEPT = 100;

  private final Cache<K, V> read = Caffeine.newBuilder().maximumSize(KEPT).build();

  /** Empty if there is no such text, or it tells nothing. */
  public Optional<V> of(
      K key, Supplier<Optional<String>> text, Function<String, Optional<V>> tells) {
    return Optional.ofNullable(read.get(key, k -> text.get().flatMap(tells).orElse(null)));
  }
}
