package hopmend.app.job;

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
import java.util.List;
import java.util.Locale;
import java.util.Set;
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

  private final ReadAnew<PartRecord> parts = new ReadAnew<>(this::readParts);
  private final ReadAnew<CauseRecord> causes = new ReadAnew<>(this::readCauses);
  private final ReadAnew<Pace> pace = new ReadAnew<>(this::readPace);

  ShopMemory(JdbcTemplate sql) {
    this.sql = sql;
  }

  /** What came of the parts that were fitted. */
  PartRecord parts() {
    return parts.now();
  }

  /** What the causes were. */
  CauseRecord causes() {
    return causes.now();
  }

  /** How long steps take. */
  Pace pace() {
    return pace.now();
  }

  @EventListener
  void ready(ApplicationReadyEvent started) {
    parts();
    causes();
    pace();
  }

  private PartRecord readParts() {
    return PartRecord.counted(
        sql.query(
            "select make, grade, family, count(*), count(*) filter (where came_back)"
                + " from fitted_part group by make, grade, family",
            (row, n) ->
                new PartRecord.Counted(
                    row.getString(1),
                    Grade.valueOf(row.getString(2)),
                    row.getString(3),
                    new PartRecord.Count(row.getInt(4), row.getInt(5)))));
  }

  private CauseRecord readCauses() {
    return CauseRecord.counted(
        sql.query(
            "select family, card, suspect, count(*) from proven_cause"
                + " group by family, card, suspect",
            (row, n) ->
                new CauseRecord.Counted(
                    new Proven(row.getString(1), row.getString(2), row.getString(3)),
                    row.getInt(4))));
  }

  private Pace readPace() {
    return Pace.of(
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
                    row.getDouble(6))));
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
    boolean paced = rewritten("worked_step", jobId, worked);
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
    boolean caused = rewritten("proven_cause", jobId, proven);
    sql.batchUpdate(
        "insert into proven_cause (job_id, place, family, card, suspect) values (?, ?, ?, ?, ?)",
        IntStream.range(0, proven.size())
            .mapToObj(
                i -> {
                  Proven p = proven.get(i);
                  return new Object[] {jobId, i, p.family(), p.card(), p.suspect()};
                })
            .toList());
    boolean parted = rewritten("fitted_part", jobId, fitted);
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
            if (paced) {
              pace.changed();
            }
            if (caused) {
              causes.changed();
            }
            if (parted) {
              parts.changed();
            }
          }
        });
  }

  /** Takes a job's lines away; whether there were any, or will be. */
  private boolean rewritten(String table, long jobId, List<?> lines) {
    return sql.update("delete from " + table + " where job_id = ?", jobId) > 0 || !lines.isEmpty();
  }
}
