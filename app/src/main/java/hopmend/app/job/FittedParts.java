package hopmend.app.job;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import hopmend.job.Fact;
import hopmend.part.PartRecord;
import hopmend.part.PartRecord.Fitted;
import java.time.Duration;
import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/** What the jobs say of the parts that they fitted, for the price of the next one. */
@Component
class FittedParts {
  /** What another instance writes is heard so much later; nobody waits for it. */
  private static final Duration KEPT = Duration.ofSeconds(30);

  private static final String ALL = "all";

  /** What can change which parts a job has fitted, or whether it came back. */
  private static final Set<Class<? extends Fact>> CHANGING =
      Set.of(
          Fact.CodesCleared.class,
          Fact.CameBack.class,
          Fact.PartChosen.class,
          Fact.VerdictTaken.class,
          Fact.Struck.class);

  private final JdbcTemplate sql;
  private final LoadingCache<String, PartRecord> record =
      Caffeine.newBuilder().refreshAfterWrite(KEPT).build(all -> read());

  FittedParts(JdbcTemplate sql) {
    this.sql = sql;
  }

  /** What is known; read once at the start, and anew beside the requests. */
  PartRecord record() {
    return record.get(ALL);
  }

  @EventListener
  void ready(ApplicationReadyEvent started) {
    record();
  }

  private PartRecord read() {
    return PartRecord.of(
        sql.query(
            "select number, make, came_back from fitted_part",
            (row, n) -> new Fitted(row.getString(1), row.getString(2), row.getBoolean(3))));
  }

  static boolean mayChangeBy(List<? extends Fact> facts) {
    return facts.stream().anyMatch(f -> CHANGING.contains(f.getClass()));
  }

  /** Writes anew what a job has fitted. */
  void project(long jobId, List<Fitted> fitted) {
    sql.update("delete from fitted_part where job_id = ?", jobId);
    List<Object[]> lines =
        IntStream.range(0, fitted.size())
            .mapToObj(
                i -> {
                  Fitted f = fitted.get(i);
                  return new Object[] {jobId, i, f.number(), f.make(), f.cameBack()};
                })
            .toList();
    sql.batchUpdate(
        "insert into fitted_part (job_id, place, number, make, came_back) values (?, ?, ?, ?, ?)",
        lines);
    TransactionSynchronizationManager.registerSynchronization(
        new TransactionSynchronization() {
          @Override
          public void afterCommit() {
            record.refresh(ALL);
          }
        });
  }
}
