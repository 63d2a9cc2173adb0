package hopmend.app.link;

import hopmend.measure.Reading;
import hopmend.sensor.LiveSignal;
import hopmend.sensor.LiveTrace;
import hopmend.wire.Supported;
import jakarta.annotation.PreDestroy;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicReference;
import org.springframework.stereotype.Service;

/**
 * Samples live signals for jobs, ten times a second, as long as somebody looks. A sampling holds
 * its vehicle; it ends when it is told to, when another exchange of the same job needs the vehicle,
 * or half a minute after the last look.
 */
@Service
public class LiveDesk {
  private static final long PERIOD_MILLIS = 100;
  private static final long UNSEEN_MILLIS = 30_000;
  private static final int MOST_SAMPLES = 9000;
  private static final int MOST_SAMPLINGS = 24;

  private final VehicleDesk vehicles;
  private final Map<Long, Sampling> samplings = new ConcurrentHashMap<>();
  private final ExecutorService threads =
      Executors.newCachedThreadPool(
          work -> {
            Thread t = new Thread(work, "live");
            t.setDaemon(true);
            return t;
          });

  LiveDesk(VehicleDesk vehicles) {
    this.vehicles = vehicles;
  }

  /** One job's sampling; the samples stay when it has ended, until the next one begins. */
  public static final class Sampling {
    private volatile List<LiveSignal> signals;
    private volatile List<LiveSignal> unsupported = List.of();
    private final Deque<LiveTrace.Sample> samples = new ArrayDeque<>();
    private volatile boolean wanted = true;
    private volatile boolean running = true;
    private volatile String problem = "";
    private volatile long seenAt = System.nanoTime();

    private Sampling(List<LiveSignal> signals) {
      this.signals = List.copyOf(signals);
    }

    public List<LiveSignal> signals() {
      return signals;
    }

    /** What was asked for and the vehicle says it has not. */
    public List<LiveSignal> unsupported() {
      return unsupported;
    }

    private void only(Optional<Supported> there) {
      List<LiveSignal> asked = signals;
      signals = there.map(t -> t.of(asked)).orElse(asked);
      unsupported = asked.stream().filter(s -> !signals.contains(s)).toList();
      if (signals.isEmpty()) {
        throw new LinkProblem("The vehicle says that it supports none of these signals.");
      }
    }

    public synchronized List<LiveTrace.Sample> samples() {
      return List.copyOf(samples);
    }

    private synchronized void add(LiveTrace.Sample sample) {
      samples.addLast(sample);
      if (samples.size() > MOST_SAMPLES) {
        samples.removeFirst();
      }
    }

    public boolean isRunning() {
      return running;
    }

    /** Why it ended, empty if it runs or was told to end. */
    public String problem() {
      return problem;
    }

    private boolean isWanted() {
      return wanted && System.nanoTime() - seenAt < UNSEEN_MILLIS * 1_000_000L;
    }
  }

  /** The sampling of a job; looking keeps it alive. */
  public Optional<Sampling> look(long jobId) {
    Optional<Sampling> sampling = Optional.ofNullable(samplings.get(jobId));
    sampling.ifPresent(s -> s.seenAt = System.nanoTime());
    return sampling;
  }

  /**
   * Begins; returns when the first sample is there.
   *
   * @throws LinkProblem if the vehicle cannot be held or does not answer
   */
  public void start(long jobId, String gateway, Optional<String> vin, List<LiveSignal> signals) {
    stop(jobId);
    if (samplings.values().stream().filter(Sampling::isRunning).count() >= MOST_SAMPLINGS) {
      throw new LinkProblem("Too many vehicles are sampled at once; end one first.");
    }
    Sampling sampling = new Sampling(signals);
    CountDownLatch first = new CountDownLatch(1);
    AtomicReference<LinkProblem> refused = new AtomicReference<>();
    threads.submit(() -> run(jobId, gateway, vin, sampling, first, refused));
    try {
      if (!first.await(20, TimeUnit.SECONDS)) {
        sampling.wanted = false;
        throw new LinkProblem("The vehicle did not answer in time.");
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
    if (refused.get() != null) {
      throw refused.get();
    }
    samplings.put(jobId, sampling);
  }

  private void run(
      long jobId,
      String gateway,
      Optional<String> vin,
      Sampling sampling,
      CountDownLatch first,
      AtomicReference<LinkProblem> refused) {
    try {
      vehicles.hold(
          jobId,
          gateway,
          vin,
          "shows live values",
          Optional.of(() -> sampling.wanted = false),
          t -> sample(t, sampling, first));
    } catch (LinkProblem e) {
      refused.set(e);
      sampling.problem = e.getMessage();
    } finally {
      sampling.running = false;
      first.countDown();
    }
  }

  private static void sample(VehicleTalk talk, Sampling sampling, CountDownLatch first) {
    sampling.only(talk.targets().live());
    long begin = System.nanoTime();
    long next = begin;
    while (sampling.isWanted()) {
      Map<LiveSignal, Reading> live = talk.live(sampling.signals());
      sampling.add(LiveTrace.Sample.of((System.nanoTime() - begin) / 1e9, live));
      first.countDown();
      next += PERIOD_MILLIS * 1_000_000L;
      long pause = next - System.nanoTime();
      try {
        if (pause > 0) {
          TimeUnit.NANOSECONDS.sleep(pause);
        } else {
          next = System.nanoTime();
        }
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
        return;
      }
    }
  }

  /** Ends a job's sampling and waits until the vehicle is free. */
  public void stop(long jobId) {
    Sampling sampling = samplings.get(jobId);
    if (sampling == null) {
      return;
    }
    sampling.wanted = false;
    for (int i = 0; i < 50 && sampling.isRunning(); i++) {
      try {
        Thread.sleep(20);
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
        return;
      }
    }
  }

  @PreDestroy
  void close() {
    samplings.values().forEach(s -> s.wanted = false);
    threads.shutdownNow();
  }
}
