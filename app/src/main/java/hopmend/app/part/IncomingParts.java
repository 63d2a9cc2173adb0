package hopmend.app.part;

import hopmend.app.web.LongWork;
import hopmend.part.PartsLayout;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;

/**
 * A file of parts on its way into the list: its columns are told, it is compared, it is taken in.
 * Who sent it can leave at any of these and come back.
 */
final class IncomingParts {
  private final String who;
  private final String name;
  private final PartsSent sent;
  private PartsIntake.Told told;
  private Future<PartsIntake.Compared> compared;
  private Future<Long> taken;
  private volatile long read;

  IncomingParts(String who, String name, PartsSent sent, PartsLayout layout, boolean comma) {
    this.who = who;
    this.name = name;
    this.sent = sent;
    this.told = new PartsIntake.Told(layout, comma, "");
  }

  String who() {
    return who;
  }

  String name() {
    return name;
  }

  PartsSent sent() {
    return sent;
  }

  /** How it is read, as it was proposed or told. */
  synchronized PartsIntake.Told told() {
    return told;
  }

  /** Lines that were read of the file, in what goes on now. */
  long read() {
    return read;
  }

  /** Tells how it is read, and begins to compare. */
  synchronized void compare(PartsIntake.Told as, PartsIntake intake, LongWork work) {
    if (isBeingTaken()) {
      return;
    }
    told = as;
    read = 0;
    compared = work.begin(() -> intake.compare(sent, as, line -> read = line));
  }

  /** Begins to take it in, once. */
  synchronized void take(PartsIntake intake, LongWork work) {
    if (!isBeingTaken()) {
      read = 0;
      PartsIntake.Told as = told;
      taken = work.begin(() -> intake.take(sent, as, who, line -> read = line));
    }
  }

  synchronized boolean isBeingCompared() {
    return compared != null;
  }

  synchronized boolean isBeingTaken() {
    return taken != null;
  }

  /** To tell its columns anew. */
  synchronized void again() {
    if (!isBeingTaken()) {
      compared = null;
    }
  }

  /** What it would do; empty while it is read. */
  Optional<PartsIntake.Compared> compared(long patienceMillis) {
    Future<PartsIntake.Compared> now;
    synchronized (this) {
      now = compared;
    }
    return now == null ? Optional.empty() : within(now, patienceMillis);
  }

  /** How many parts were written; empty while it is taken in. */
  Optional<Long> taken(long patienceMillis) {
    Future<Long> now;
    synchronized (this) {
      now = taken;
    }
    return now == null ? Optional.empty() : within(now, patienceMillis);
  }

  private static <T> Optional<T> within(Future<T> work, long patienceMillis) {
    try {
      return Optional.of(work.get(patienceMillis, TimeUnit.MILLISECONDS));
    } catch (TimeoutException e) {
      return Optional.empty();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      return Optional.empty();
    } catch (ExecutionException e) {
      throw new IllegalStateException(e.getCause());
    }
  }

  /** The columns of the file with what each is taken for, and a few of its values. */
  List<ToldColumn> columns(List<List<String>> sample) {
    PartsLayout now = told().layout();
    return java.util.stream.IntStream.range(0, now.header().size())
        .mapToObj(
            i ->
                new ToldColumn(
                    i,
                    now.header().get(i),
                    now.fields().getOrDefault(i, ""),
                    sample.stream()
                        .filter(r -> i < r.size() && !r.get(i).isBlank())
                        .map(r -> r.get(i))
                        .distinct()
                        .limit(3)
                        .toList()))
        .toList();
  }

  /** A column of the file. */
  public record ToldColumn(int place, String name, String field, List<String> values) {}
}
