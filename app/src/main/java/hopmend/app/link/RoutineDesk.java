package hopmend.app.link;

import hopmend.app.web.Words;
import hopmend.measure.Reading;
import hopmend.message.Message;
import hopmend.relearn.Routine;
import hopmend.relearn.RoutineState;
import hopmend.sensor.LiveSignal;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.function.Function;
import org.springframework.stereotype.Service;

/**
 * Runs routines of controllers. A controller ends a routine when its session ends, so the session
 * is held, with "tester present" every other second, until the routine has ended: whether somebody
 * looks at the page or not.
 */
@Service
public class RoutineDesk {
  private static final int TURN_MILLIS = 200;

  /** ISO 14229-2 ends a session after five seconds of silence (from memory). */
  private static final int TURNS_TO_STILL_THERE = 10;

  private static final int TURNS_TO_RESULT = 15;
  private static final int ANSWER_SECONDS = 60;

  private final VehicleDesk vehicles;
  private final KeyProgram keys;
  private final Map<Long, Run> runs = new ConcurrentHashMap<>();
  private final ExecutorService threads =
      Executors.newCachedThreadPool(
          work -> {
            Thread t = new Thread(work, "routine");
            t.setDaemon(true);
            return t;
          });

  RoutineDesk(VehicleDesk vehicles, KeyProgram keys) {
    this.vehicles = vehicles;
    this.keys = keys;
  }

  /** A routine whose session is held, or was until it ended. */
  public static final class Run {
    private final Routine routine;
    private final CompletableFuture<String> started = new CompletableFuture<>();
    private volatile String bytes = "";
    private volatile String problem = "";
    private volatile boolean held = true;
    private volatile boolean toStop;
    private volatile boolean stopped;
    private volatile Optional<Message> unstopped = Optional.empty();

    private Run(Routine routine) {
      this.routine = routine;
    }

    public String routine() {
      return routine.id();
    }

    /** The last status record as hexadecimal digits. */
    public String bytes() {
      return bytes;
    }

    /** Why its session is held no more although it had not ended; empty if nothing broke. */
    public String problem() {
      return problem;
    }

    public boolean isHeld() {
      return held;
    }

    private boolean isOver() {
      return !bytes.isEmpty() && routine.state(bytes) != RoutineState.RUNNING;
    }
  }

  /** The run of a job; empty if this server holds none. */
  public Optional<Run> run(long jobId) {
    return Optional.ofNullable(runs.get(jobId));
  }

  /** What was held and came to nothing is forgotten. */
  public void forget(long jobId) {
    runs.computeIfPresent(jobId, (id, run) -> run.isHeld() ? run : null);
  }

  /**
   * Starts a routine if {@code mayStart} agrees with the live signals read just before, and holds
   * its session from then on.
   *
   * @return the status record that came with the start; empty where there is none, which is a start
   *     as good as any
   * @throws LinkProblem if it may not start, is refused, or nobody answers
   */
  public String start(
      long jobId,
      String gateway,
      Optional<String> vin,
      Routine routine,
      Function<Map<LiveSignal, Reading>, Optional<String>> mayStart) {
    run(jobId)
        .filter(Run::isHeld)
        .ifPresent(
            r -> {
              throw new LinkProblem(
                  "\"%s\" still runs; let it end, or stop it.".formatted(r.routine.name()));
            });
    Run run = new Run(routine);
    runs.put(jobId, run);
    threads.submit(() -> hold(jobId, gateway, vin, run, mayStart));
    try {
      return run.started.get(ANSWER_SECONDS, TimeUnit.SECONDS);
    } catch (ExecutionException e) {
      runs.remove(jobId, run);
      throw e.getCause() instanceof LinkProblem p ? p : new LinkProblem(e.getMessage());
    } catch (TimeoutException e) {
      run.toStop = true;
      throw new LinkProblem("The vehicle did not answer in time when asked to start the routine.");
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new LinkProblem("Stopped while the routine was started.");
    }
  }

  private void hold(
      long jobId,
      String gateway,
      Optional<String> vin,
      Run run,
      Function<Map<LiveSignal, Reading>, Optional<String>> mayStart) {
    try {
      vehicles.hold(
          jobId,
          gateway,
          vin,
          "runs \"" + run.routine.name() + "\"",
          Optional.empty(),
          talk -> {
            mayStart
                .apply(
                    talk.allLive(
                        run.routine.conditions().stream().map(Routine.Wanted::signal).toList()))
                .ifPresent(
                    why -> {
                      throw new LinkProblem(why);
                    });
            talk.session();
            run.bytes = talk.start(run.routine, keys);
            run.started.complete(run.bytes);
            untilItEnds(talk, run);
          });
    } catch (RuntimeException e) {
      run.problem = String.valueOf(e.getMessage());
      run.started.completeExceptionally(e);
    } finally {
      run.held = false;
    }
  }

  private static void untilItEnds(VehicleTalk talk, Run run) {
    for (int turn = 1; !run.isOver() && !run.stopped; turn++) {
      try {
        talk.listen(TURN_MILLIS);
        if (Thread.interrupted()) {
          return;
        }
        if (run.toStop) {
          Optional<Message> refused = talk.stop(run.routine.routineId());
          run.toStop = false;
          run.unstopped = refused;
          run.stopped = refused.isEmpty();
        }
        if (run.stopped || turn % TURNS_TO_RESULT == 0) {
          talk.standing(run.routine.routineId()).ifPresent(b -> run.bytes = b);
        } else if (turn % TURNS_TO_STILL_THERE == 0) {
          talk.stillThere();
        }
      } catch (IOException e) {
        throw new LinkProblem("The link broke while the routine ran.");
      }
    }
  }

  /**
   * Asks the controller to stop a routine that is held, and waits until it has said how it stands.
   *
   * @return the last status record
   * @throws LinkProblem if none is held, or the controller does not stop it
   */
  public String stop(long jobId) {
    Run run =
        run(jobId)
            .filter(Run::isHeld)
            .orElseThrow(
                () -> new LinkProblem("This server holds no session of a routine any more."));
    run.unstopped = Optional.empty();
    run.toStop = true;
    try {
      for (int i = 0; i < ANSWER_SECONDS * 10 && run.isHeld() && run.unstopped.isEmpty(); i++) {
        Thread.sleep(100);
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
    run.unstopped.ifPresent(
        why -> {
          throw new LinkProblem(
              "The vehicle refused to stop the routine: %s.".formatted(Words.of(why)));
        });
    if (!run.problem().isEmpty()) {
      throw new LinkProblem(run.problem());
    }
    return run.bytes();
  }

  @PreDestroy
  void close() {
    threads.shutdownNow();
  }
}
