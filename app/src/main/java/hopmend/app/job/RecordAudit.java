package hopmend.app.job;

import hopmend.job.FactJson;
import hopmend.job.RecordChain;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.sql.Timestamp;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Computes the chain of every job anew and says which records are not what was written; {@code
 * ./hopmend verify-record}. Needs the database only, not the running application.
 */
public final class RecordAudit {
  private RecordAudit() {}

  public static void main(String[] args) throws SQLException {
    try (Connection database =
        DriverManager.getConnection(
            System.getenv("DB_URL"), System.getenv("DB_USER"), System.getenv("DB_PASSWORD"))) {
      List<String> broken = audit(database);
      broken.forEach(System.out::println);
      System.exit(broken.isEmpty() ? 0 : 1);
    }
  }

  /** A line for every job whose record is broken; prints how many there were. */
  public static List<String> audit(Connection database) throws SQLException {
    List<String> broken = new ArrayList<>();
    int jobs = 0;
    int entries = 0;
    try (Statement all = database.createStatement();
        ResultSet job =
            all.executeQuery("select id, creation_token, last_sequence from job order by id")) {
      while (job.next()) {
        RecordChain.Verified verified =
            verify(database, job.getLong(1), job.getString(2), job.getLong(3));
        jobs++;
        entries += verified.entries();
        verified
            .brokenAt()
            .ifPresent(at -> broken.add("Job " + id(job) + " is broken from entry " + at + " on."));
      }
    }
    System.out.printf(
        "%d jobs with %d entries: %s%n",
        jobs, entries, broken.isEmpty() ? "every record is whole." : broken.size() + " broken.");
    return broken;
  }

  private static long id(ResultSet job) {
    try {
      return job.getLong(1);
    } catch (SQLException e) {
      throw new IllegalStateException(e);
    }
  }

  /** The chain of one job and the texts kept with it. */
  public static RecordChain.Verified verify(Connection database, long job, String token, long last)
      throws SQLException {
    List<RecordChain.Hashed> chain = new ArrayList<>();
    Map<String, String> kept = keptTexts(database, job);
    long changedText = 0;
    try (PreparedStatement select =
        database.prepareStatement(
            "select sequence, kind, who, at, about, claimed_who, claimed_at, claimed_from,"
                + " kept_sha256, body, hash from job_entry where job_id = ? order by sequence")) {
      select.setLong(1, job);
      try (ResultSet row = select.executeQuery()) {
        while (row.next()) {
          RecordChain.Link link = link(row);
          chain.add(new RecordChain.Hashed(link, row.getString("hash")));
          if (changedText == 0 && !isKept(kept, link)) {
            changedText = link.sequence();
          }
        }
      }
    }
    RecordChain.Verified verified = RecordChain.verify(token, chain, last);
    return verified.isWhole() && changedText > 0
        ? new RecordChain.Verified(
            chain.size(), verified.head(), java.util.Optional.of(changedText))
        : verified;
  }

  private static RecordChain.Link link(ResultSet row) throws SQLException {
    Timestamp claimed = row.getTimestamp("claimed_at");
    return new RecordChain.Link(
        row.getLong("sequence"),
        row.getString("kind"),
        row.getString("who"),
        row.getTimestamp("at").toInstant().toEpochMilli(),
        row.getString("about"),
        orNothing(row.getString("claimed_who")),
        claimed == null ? "" : String.valueOf(claimed.toInstant().toEpochMilli()),
        orNothing(row.getString("claimed_from")),
        row.getString("kept_sha256"),
        row.getString("body"));
  }

  private static String orNothing(String text) {
    return text == null ? "" : text;
  }

  /** The hash of each text that lies beside the job's entries now, by its id. */
  private static Map<String, String> keptTexts(Connection database, long job) throws SQLException {
    Map<String, String> hashes = new HashMap<>();
    try (PreparedStatement select =
        database.prepareStatement(
            "select id::text, encode(sha256(content), 'hex') from attachment where job_id = ?")) {
      select.setLong(1, job);
      try (ResultSet row = select.executeQuery()) {
        while (row.next()) {
          hashes.put(row.getString(1), row.getString(2));
        }
      }
    }
    return hashes;
  }

  /** Whether the text that was kept with an entry is the one that was kept. */
  private static boolean isKept(Map<String, String> kept, RecordChain.Link link) {
    return link.keptSha256().isEmpty()
        || link.keptSha256().equals(kept.get(FactJson.stored(link.kind(), link.body()).keptText()));
  }
}
