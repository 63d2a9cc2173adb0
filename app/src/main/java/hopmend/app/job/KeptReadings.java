package hopmend.app.job;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.function.ToIntFunction;

/**
 * What kept texts tell, read once each: a kept text never changes, nor does what it tells.
 *
 * @param <K> which text, and how it is read
 * @param <V> what it tells
 */
public final class KeptReadings<K, V> {
  private static final int KEPT = 100;

  private final Cache<K, V> read;

  /** Holds a hundred of them. */
  public KeptReadings() {
    this(KEPT, v -> 1);
  }

  /**
   * @param most that are held, by what they weigh together
   */
  public KeptReadings(long most, ToIntFunction<V> weight) {
    this.read =
        Caffeine.newBuilder()
            .maximumWeight(most)
            .weigher((K k, V v) -> weight.applyAsInt(v))
            .build();
  }

  /** Empty if there is no such text, or it tells nothing. */
  public Optional<V> of(
      K key, Supplier<Optional<String>> text, Function<String, Optional<V>> tells) {
    return Optional.ofNullable(read.get(key, k -> text.get().flatMap(tells).orElse(null)));
  }

  /** Takes what was told before its text was kept. */
  public void take(K key, V told) {
    read.put(key, told);
  }

  /** What is worked out once. */
  public V of(K key, Supplier<V> tells) {
    return read.get(key, k -> tells.get());
  }
}
