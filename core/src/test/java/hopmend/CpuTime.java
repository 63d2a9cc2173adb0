package hopmend;

import java.lang.management.ManagementFactory;
import java.util.function.Supplier;

/**
 * Processor time of work of this thread, so that a bound on it holds on a loaded machine as well.
 */
public record CpuTime<T>(T result, double seconds) {
  public static <T> CpuTime<T> of(Supplier<T> work) {
    var threads = ManagementFactory.getThreadMXBean();
    long begin = threads.getCurrentThreadCpuTime();
    T result = work.get();
    return new CpuTime<>(result, (threads.getCurrentThreadCpuTime() - begin) / 1e9);
  }
}
