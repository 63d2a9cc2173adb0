package hopmend.app.prove;

import hopmend.instrument.Instrument;
import hopmend.instrument.Role;
import hopmend.job.RecordChain;
import hopmend.trace.Capture;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Which column was which signal, the last time that somebody answered with a recording of these
 * columns: the next one like it is proposed the same way.
 */
@Component
class RememberedColumns {
  private final JdbcTemplate sql;

  RememberedColumns(JdbcTemplate sql) {
    this.sql = sql;
  }

  /** Columns by the id of their role; empty if none like it was seen. */
  Map<String, String> of(Instrument kind, List<Capture.Channel> channels) {
    Map<String, String> columns = new HashMap<>();
    sql.query(
        "select role, name from capture_column where heads = ? and instrument = ?",
        row -> {
          columns.put(row.getString(1), row.getString(2));
        },
        heads(channels),
        kind.name());
    return columns;
  }

  @Transactional
  void keep(Instrument kind, List<Capture.Channel> channels, Map<String, String> columns) {
    for (Role role : kind.roles()) {
      sql.update(
          """
          insert into capture_column (heads, instrument, role, name) values (?, ?, ?, ?)
          on conflict (heads, instrument, role) do update set name = excluded.name
          """,
          heads(channels),
          kind.name(),
          role.id(),
          columns.getOrDefault(role.id(), Instrument.NO_COLUMN));
    }
  }

  /** What tells one layout of columns from another. */
  private static String heads(List<Capture.Channel> channels) {
    String all =
        channels.stream()
            .map(c -> c.name() + "\u0001" + c.unit())
            .collect(Collectors.joining("\u0002"));
    return RecordChain.sha256(all.getBytes(StandardCharsets.UTF_8));
  }
}
