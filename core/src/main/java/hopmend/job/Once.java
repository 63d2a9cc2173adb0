package hopmend.job;

import java.util.function.Supplier;

/** A value that is computed when it is first asked for, and then kept. */
final class Once<T> {
  private final Supplier<T> work;
  private T value;

  Once(Supplier<T> work) {
    this.work = work;
  }

  synchronized T get() {
    if (value == null) {
      value = work.get();
    }
    return value;
  }
}
