package hopmend.app.job;

import hopmend.app.web.SentForms;
import java.util.Optional;
import java.util.UUID;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/** Looks a form up in the record itself. */
@Component
class RecordedForms implements SentForms {
  private static final int TRIES = 2;

  private final JdbcTemplate sql;

  RecordedForms(JdbcTemplate sql) {
    this.sql = sql;
  }

  @Override
  public Optional<Boolean> wasRecorded(long jobId, UUID token) {
    for (int i = 0; i < TRIES; i++) {
      try {
        return Optional.of(
            !sql.queryForList(
                    "select 1 from job_entry where job_id = ? and token = ?",
                    Integer.class,
                    jobId,
                    token)
                .isEmpty());
      } catch (DataAccessException away) {
        // the next try gets another connection
      }
    }
    return Optional.empty();
  }
}
