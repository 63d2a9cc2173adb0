package hopmend.app.link;

import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;

/** Who talks to which vehicle: a vehicle serves one job at a time. */
final class VehicleHold {
  /**
   * By the address itself, for two names of one host are one vehicle; and by the identification
   * number, for a vehicle may be reached by its gateway and by its bus.
   */
  private final Map<Object, Holder> inUse = new ConcurrentHashMap<>();

  /** Who talks over a gateway: the job, what for, and how to make it stop, if it can be stopped. */
  record Holder(long jobId, String what, Optional<Runnable> stop) {}

  /** A longer conversation of the same job makes room; another job is told who is there. */
  void take(Gateway gateway, Object what, Holder holder) {
    for (int i = 0; i < 20; i++) {
      Holder there = inUse.putIfAbsent(what, holder);
      if (there == null) {
        return;
      }
      if (there.jobId() != holder.jobId() || there.stop().isEmpty()) {
        throw new LinkProblem(
            there.jobId() == holder.jobId()
                ? "This job is already talking to the vehicle (it %s); wait, or stop it first."
                    .formatted(there.what())
                : "Job %d is talking to %s just now (it %s); wait, or end it there."
                    .formatted(there.jobId(), gateway.name(), there.what()));
      }
      there.stop().get().run();
      try {
        Thread.sleep(100);
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
        break;
      }
    }
    throw new LinkProblem("This job is still talking to the vehicle; wait a moment.");
  }

  void release(Object what) {
    inUse.remove(what);
  }

  /** What a job does with a vehicle just now; empty for nothing. */
  String doneBy(long jobId) {
    return inUse.values().stream()
        .filter(h -> h.jobId() == jobId)
        .map(Holder::what)
        .findFirst()
        .orElse("");
  }
}
