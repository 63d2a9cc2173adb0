package hopmend.app.job;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/** What waits anywhere in the shop, for the foot of the pages that are of no job. */
@Component("runningWaits")
public class RunningWaits {
  /** Read anew beside the requests; a page counts down by itself. */
  private static final Duration KEPT = Duration.ofSeconds(5);

  private static final int MOST = 4;
  private static final Duration SHOWN_WHEN_OVER = Duration.ofHours(12);

  private final Clock clock;
  private final LoadingCache<String, List<Ends>> ends;

  private record Ends(long job, String title, Instant at) {}

  /** A job that waits, with the seconds that are left; 0 once it is over. */
  public record Wait(long job, String title, long secondsLeft) {}

  RunningWaits(JdbcTemplate sql, Clock clock) {
    this.clock = clock;
    this.ends =
        Caffeine.newBuilder().refreshAfterWrite(KEPT).build(all -> read(sql, clock.instant()));
  }

  /** Those that end first, then those that ended in the last hours. */
  public List<Wait> now() {
    Instant now = clock.instant();
    return ends.get("all").stream()
        .map(
            e ->
                new Wait(
                    e.job(), e.title(), Math.max(0, Duration.between(now, e.at()).toSeconds())))
        .toList();
  }

  private static List<Ends> read(JdbcTemplate sql, Instant now) {
    try {
      return waiting(sql, now);
    } catch (DataAccessException e) {
      // The page is shown all the same; what it is about says what is wrong.
      return List.of();
    }
  }

  private static List<Ends> waiting(JdbcTemplate sql, Instant now) {
    return sql.query(
        "select id, title, waiting_until from job"
            + " where not signed_off and waiting_until > ?"
            + " order by waiting_until <= ?, waiting_until, id limit ?",
        (row, n) -> new Ends(row.getLong(1), row.getString(2), row.getTimestamp(3).toInstant()),
        Timestamp.from(now.minus(SHOWN_WHEN_OVER)),
        Timestamp.from(now),
        MOST);
  }
}
