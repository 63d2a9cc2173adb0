package hopmend;

import java.lang.management.ManagementFactory;
import java.util.function.IntFunction;
import java.util.function.Supplier;

/**
 * Processor time of work of this thread, so that a bound on it holds on a loaded machine as well.
 */
public record CpuTime<T>(T result, double seconds) {
  /** No more are measured (our own bound). */
  private static final int ROUNDS = 6;

  /** Between 4 and 16: no further round is needed (our own bound). */
  private static final double PLAINLY_LINEAR = 7;

  public static <T> CpuTime<T> of(Supplier<T> work) {
    var threads = ManagementFactory.getThreadMXBean();
    long begin = threads.getCurrentThreadCpuTime();
    T result = work.get();
    return new CpuTime<>(result, (threads.getCurrentThreadCpuTime() - begin) / 1e9);
  }

  /**
   * How many times as long four times as much takes, on a machine of any speed: about 4 where work
   * grows with the size, 16 where it grows with the square. The least of several rounds counts, as
   * a neighbour of this machine or a compilation can only lengthen one.
   */
  public static double ofFourTimes(int size, IntFunction<?> work) {
    double little = Double.MAX_VALUE;
    double much = Double.MAX_VALUE;
    double grows = Double.MAX_VALUE;
    for (int round = 0; round < ROUNDS && grows > PLAINLY_LINEAR; round++) {
      little = Math.min(little, of(() -> work.apply(size)).seconds());
      much = Math.min(much, of(() -> work.apply(4 * size)).seconds());
      grows = much / Math.max(little, 0.005);
    }
    return grows;
  }
}
