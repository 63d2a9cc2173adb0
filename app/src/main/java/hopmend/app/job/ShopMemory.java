package hopmend.app.job;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import hopmend.day.Pace;
import hopmend.job.Fact;
import hopmend.job.Workup;
import hopmend.part.Grade;
import hopmend.part.PartNumber;
import hopmend.part.PartRecord;
import hopmend.part.PartRecord.Fitted;
import hopmend.prove.CauseRecord;
import hopmend.prove.CauseRecord.Proven;
import java.sql.Timestamp;
import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.IntStream;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * What the jobs say of the parts that they fitted, of the causes that they met, and of how long
 * their steps took.
 */
@Component
class ShopMemory {
  /** What another instance writes is heard so much later; nobody waits for it. */
  private static final Duration KEPT = Duration.ofSeconds(30);

  private static final String ALL = "all";

  /** Of the steps that were worked, the latest so many tell how long one takes. */
  private static final int MOST_STEPS = 20_000;

  /** What can change which parts a job has fitted, whether it came back, what it proved. */
  private static final Set<Class<? extends Fact>> CHANGING =
      Set.of(
          Fact.CodesCleared.class,
          Fact.CameBack.class,
          Fact.PartChosen.class,
          Fact.PartsCompared.class,
          Fact.VerdictTaken.class,
          Fact.SignedOff.class,
          Fact.Struck.class);

  private final JdbcTemplate sql;

  /** How often what is known was changed here, as committed. */
  private final AtomicLong changes = new AtomicLong();

  /** All of it at one moment, with the changes up to it. */
  record Told(long changes, PartRecord parts, CauseRecord causes, Pace pace) {}

  private final LoadingCache<String, Told> told =
      Caffeine.newBuilder().refreshAfterWrite(KEPT).build(all -> read());

  ShopMemory(JdbcTemplate sql) {
    this.sql = sql;
  }

  /** What is known; read once at the start, and anew beside the requests. */
  Told told() {
    Told known = told.get(ALL);
    // A reading that was under way when something was committed may not have seen it.
    if (known.changes() < changes.get()) {
      told.refresh(ALL);
    }
    return known;
  }

  @EventListener
  void ready(ApplicationReadyEvent started) {
    told();
  }

  private Told read() {
    return new Told(
        changes.get(),
        PartRecord.of(
            sql.query(
                "select number, make, grade, family, came_back from fitted_part",
                (row, n) ->
                    new Fitted(
                        row.getString(1),
                        row.getString(2),
                        Grade.valueOf(row.getString(3)),
                        row.getString(4),
                        "",
                        row.getBoolean(5),
                        "",
                        null))),
        CauseRecord.of(
            sql.query(
                "select family, card, suspect from proven_cause",
                (row, n) -> new Proven(row.getString(1), row.getString(2), row.getString(3)))),
        Pace.of(
            sql.query(
                "select family, card, step, learner, planned, took from worked_step"
                    + " order by job_id desc, place limit "
                    + MOST_STEPS,
                (row, n) ->
                    new Pace.Worked(
                        row.getString(1),
                        row.getString(2),
                        row.getString(3),
                        row.getBoolean(4),
                        row.getDouble(5),
                        row.getDouble(6)))));
  }

  static boolean mayChangeBy(List<? extends Fact> facts) {
    return facts.stream().anyMatch(f -> CHANGING.contains(f.getClass()));
  }

  /** What a fitted part is searched by. */
  private static String searched(Fitted f, String fleetNumber) {
    return String.join(
            " ",
            f.number(),
            PartNumber.key(f.number()),
            f.make(),
            f.family(),
            f.batch(),
            PartNumber.key(f.batch()),
            f.by(),
            fleetNumber,
            PartNumber.key(fleetNumber))
        .toLowerCase(Locale.ROOT);
  }

  /** Writes anew what a job has fitted, and what it has proven. */
  void project(long jobId, String fleetNumber, Workup workup) {
    List<Fitted> fitted = workup.fittedParts();
    List<Proven> proven = workup.provenCauses();
    List<Pace.Worked> worked =
        workup.state().signedOff().isPresent() ? workup.workedSteps() : List.of();
    sql.update("delete from worked_step where job_id = ?", jobId);
    sql.batchUpdate(
        "insert into worked_step (job_id, place, family, card, step, learner, planned, took)"
            + " values (?, ?, ?, ?, ?, ?, ?, ?)",
        IntStream.range(0, worked.size())
            .mapToObj(
                i -> {
                  Pace.Worked p = worked.get(i);
                  return new Object[] {
                    jobId, i, p.family(), p.card(), p.step(), p.byLearner(), p.planned(), p.took()
                  };
                })
            .toList());
    sql.update("delete from proven_cause where job_id = ?", jobId);
    sql.batchUpdate(
        "insert into proven_cause (job_id, place, family, card, suspect) values (?, ?, ?, ?, ?)",
        IntStream.range(0, proven.size())
            .mapToObj(
                i -> {
                  Proven p = proven.get(i);
                  return new Object[] {jobId, i, p.family(), p.card(), p.suspect()};
                })
            .toList());
    sql.update("delete from fitted_part where job_id = ?", jobId);
    List<Object[]> lines =
        IntStream.range(0, fitted.size())
            .mapToObj(
                i -> {
                  Fitted f = fitted.get(i);
                  return new Object[] {
                    jobId,
                    i,
                    f.number(),
                    PartNumber.key(f.number()),
                    f.make(),
                    f.grade().name(),
                    f.family(),
                    f.batch(),
                    f.cameBack(),
                    f.by(),
                    fleetNumber,
                    f.at() == null ? null : Timestamp.from(f.at()),
                    searched(f, fleetNumber)
                  };
                })
            .toList();
    sql.batchUpdate(
        "insert into fitted_part (job_id, place, number, number_key, make, grade, family, batch,"
            + " came_back, fitted_by, fleet_number, fitted_at, search_text)"
            + " values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
        lines);
    TransactionSynchronizationManager.registerSynchronization(
        new TransactionSynchronization() {
          @Override
          public void afterCommit() {
            changes.incrementAndGet();
            told.refresh(ALL);
          }
        });
  }
}
