package hopmend.wire;

import hopmend.sensor.LiveSignal;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.IntFunction;

/**
 * Which published identifiers a controller has, as its bitmaps tell (SAE J1979): 0xF400 tells of
 * the 32 behind it, the first in the highest bit; the last bit says that 0xF420 is there too, and
 * so on.
 */
public record Supported(Set<Integer> identifiers) {
  private static final int FIRST = 0xF400;
  private static final int LAST = 0xF5E0;
  private static final int STEP = 32;

  public Supported {
    identifiers = Set.copyOf(identifiers);
  }

  /**
   * Asks for one bitmap after the other as long as there are more.
   *
   * @param ask four bytes of a bitmap; empty where it is refused
   * @return empty where the controller tells no bitmap at all
   */
  public static Optional<Supported> told(IntFunction<Optional<byte[]>> ask) {
    Set<Integer> identifiers = new TreeSet<>();
    int from = FIRST;
    boolean more = true;
    while (more && from <= LAST) {
      Optional<byte[]> bitmap = ask.apply(from).filter(b -> b.length == STEP / 8);
      if (bitmap.isEmpty() && from == FIRST) {
        return Optional.empty();
      }
      bitmap.ifPresent(new Bits(from, identifiers)::take);
      from += STEP;
      more = identifiers.contains(from);
    }
    return Optional.of(new Supported(identifiers));
  }

  private record Bits(int from, Set<Integer> identifiers) {
    void take(byte[] bitmap) {
      for (int i = 0; i < STEP; i++) {
        if ((bitmap[i / 8] >> 7 - i % 8 & 1) == 1) {
          identifiers.add(from + 1 + i);
        }
      }
    }
  }

  /** Whether a signal is there, under the name that it has here. */
  public boolean has(LiveSignal signal) {
    return identifiers.contains(signal.identifier()) && identifiers.contains(signal.counted());
  }

  /** Those of the signals that are there, in their order. */
  public List<LiveSignal> of(List<LiveSignal> signals) {
    return signals.stream().filter(this::has).toList();
  }
}
