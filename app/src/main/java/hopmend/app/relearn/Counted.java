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
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
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

  /** Texts that were read from the database, by the id of the kept text. */
  record Texts(Map<String, String> byId) {}

  private record Asked(String attachment, Optional<CoastDowns> coasts) {
    static Asked of(String log, Procedure p) {
      return new Asked(log, Optional.ofNullable(p.coasts()));
    }
  }

  private record Told(CoastDowns.Counted coasts, double km) {
    static final Told NOTHING = new Told(new CoastDowns.Counted(0, Optional.empty()), 0);
  }

  /**
   * Of a procedure, by its id, what is done of it and what is asked for.
   *
   * @param logs how many logs were looked through
   * @param lacks what keeps a log from telling it
   */
  public record Progress(double done, double wanted, int logs, List<Message> lacks) {
    public boolean isEnough() {
      return done >= wanted;
    }
  }

  /** The texts of the job's logs in which something has to be counted yet. */
  Texts uncounted(long jobId, Workup workup) {
    Map<String, String> texts = new HashMap<>();
    for (Procedure p : countable(workup)) {
      logs(workup.state())
          .filter(log -> told.getIfPresent(Asked.of(log, p)) == null && !texts.containsKey(log))
          .forEach(log -> desk.text(jobId, log).ifPresent(t -> texts.put(log, t)));
    }
    return new Texts(texts);
  }

  /** Those procedures of a job that a log can count. */
  Map<String, Progress> of(Workup workup, Texts texts) {
    return countable(workup).stream()
        .collect(Collectors.toMap(Procedure::id, p -> of(workup, p, texts)));
  }

  private static List<Procedure> countable(Workup workup) {
    return workup.procedures().stream().filter(p -> p.coasts() != null || p.km() > 0).toList();
  }

  private static Stream<String> logs(JobState state) {
    return Stream.concat(
            state.drives().stream().map(d -> d.attachment()),
            state.logs().stream().map(e -> e.fact().keptText()))
        .distinct();
  }

  private Progress of(Workup workup, Procedure p, Texts texts) {
    JobState state = workup.state();
    List<Told> logs =
        logs(state)
            .map(log -> told(Asked.of(log, p), texts, workup.catalog().reportWords()))
            .toList();
    if (p.coasts() != null) {
      return new Progress(
          logs.stream().mapToInt(t -> t.coasts().times()).sum(),
          p.coasts().times(),
          logs.size(),
          logs.stream().flatMap(t -> t.coasts().lacks().stream()).toList());
    }
    double driven =
        logs.stream().mapToDouble(Told::km).sum() + state.driveTold().map(t -> t.km()).orElse(0.0);
    double byTheVehicle = state.counters().map(c -> c.km()).map(Integer::doubleValue).orElse(0.0);
    return new Progress(Math.max(driven, byTheVehicle), p.km(), logs.size(), List.of());
  }

  private Told told(Asked asked, Texts texts, ReportWords words) {
    Told known = told.getIfPresent(asked);
    if (known != null) {
      return known;
    }
    Told fresh =
        Optional.ofNullable(texts.byId().get(asked.attachment()))
            .flatMap(t -> count(t, asked, words))
            .orElse(Told.NOTHING);
    told.put(asked, fresh);
    return fresh;
  }

  private static Optional<Told> count(String text, Asked asked, ReportWords words) {
    return DriveLog.readSignals(text, words)
        .log()
        .map(
            log ->
                new Told(
                    asked.coasts().map(c -> c.in(log)).orElse(Told.NOTHING.coasts()), log.km()));
  }
}
