package hopmend.app.relearn;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import hopmend.app.job.JobDesk;
import hopmend.job.JobState;
import hopmend.job.Workup;
import hopmend.message.Message;
import hopmend.relearn.Procedure;
import hopmend.report.ReportWords;
import hopmend.verify.CoastDowns;
import hopmend.verify.DriveLog;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/**
 * What the logs of a job show of its procedures: coast-downs, and kilometres. A kept log never
 * changes, nor what was counted in it.
 */
@Component
class Counted {
  private static final int KEPT = 400;

  private final JobDesk desk;
  private final Cache<Asked, Told> told = Caffeine.newBuilder().maximumSize(KEPT).build();

  Counted(JobDesk desk) {
    this.desk = desk;
  }

  private record Asked(String attachment, Optional<CoastDowns> coasts) {}

  private record Told(CoastDowns.Counted coasts, double km) {
    static final Told NOTHING = new Told(new CoastDowns.Counted(0, Optional.empty()), 0);
  }

  /**
   * Of a procedure, by its id, what is done of it and what is asked for.
   *
   * @param logs how many logs were looked through
   * @param lacks what keeps a log from telling it
   */
  record Progress(double done, double wanted, int logs, List<Message> lacks) {
    public boolean isEnough() {
      return done >= wanted;
    }
  }

  /** Those procedures of a job that a log can count. */
  Map<String, Progress> of(long jobId, Workup workup) {
    Map<String, Progress> progress = new HashMap<>();
    for (Procedure p : workup.procedures()) {
      if (p.coasts() != null || p.km() > 0) {
        progress.put(p.id(), of(jobId, workup, p));
      }
    }
    return progress;
  }

  private Progress of(long jobId, Workup workup, Procedure p) {
    JobState state = workup.state();
    List<String> logs =
        Stream.concat(
                state.drives().stream().map(d -> d.attachment()),
                state.logs().stream().map(e -> e.fact().keptText()))
            .distinct()
            .toList();
    double done = p.km() > 0 ? state.driveTold().map(t -> t.km()).orElse(0.0) : 0;
    List<Message> lacks = new ArrayList<>();
    for (String log : logs) {
      Asked asked = new Asked(log, Optional.ofNullable(p.coasts()));
      Told counted =
          told.get(
              asked, a -> count(jobId, a, workup.catalog().reportWords()).orElse(Told.NOTHING));
      done += p.km() > 0 ? counted.km() : counted.coasts().times();
      counted.coasts().lacks().filter(l -> p.coasts() != null).ifPresent(lacks::add);
    }
    double byTheVehicle =
        p.km() > 0 ? state.counters().map(c -> c.km()).map(Integer::doubleValue).orElse(0.0) : 0;
    return new Progress(
        Math.max(done, byTheVehicle), p.km() > 0 ? p.km() : p.coasts().times(), logs.size(), lacks);
  }

  private Optional<Told> count(long jobId, Asked asked, ReportWords words) {
    return desk.text(jobId, asked.attachment())
        .flatMap(text -> DriveLog.readSignals(text, words).log())
        .map(
            log ->
                new Told(
                    asked
                        .coasts()
                        .map(c -> c.in(log))
                        .orElse(new CoastDowns.Counted(0, Optional.empty())),
                    log.km()));
  }
}
