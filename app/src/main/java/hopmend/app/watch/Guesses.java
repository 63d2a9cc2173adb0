package hopmend.app.watch;

import hopmend.app.web.InputProblem;
import hopmend.job.RecordChain;
import java.nio.charset.StandardCharsets;
import java.text.Normalizer;
import java.time.Clock;
import java.time.Duration;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.Locale;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Slows down whoever guesses a password or a code, with whatever name and from wherever. The counts
 * lie in the database, so that all instances share them; an asker is kept as a hash, for a name
 * that was typed wrongly may be a password. Guesses from elsewhere never slow a person at an
 * address from which they have signed in before.
 */
@Service
public class Guesses {
  private static final Duration WINDOW = Duration.ofMinutes(10);

  /** How many guesses a bucket holds; it fills again within {@link #WINDOW}. */
  private enum Bucket {
    ADDRESS(60),
    NAME_AND_ADDRESS(10),
    NAME(30),
    ALL(600);

    private final int most;

    Bucket(int most) {
      this.most = most;
    }

    private double perSecond() {
      return (double) most / WINDOW.toSeconds();
    }
  }

  private final JdbcTemplate sql;
  private final Clock clock;

  Guesses(JdbcTemplate sql, Clock clock) {
    this.sql = sql;
    this.clock = clock;
  }

  /**
   * Who guesses what.
   *
   * @param what is guessed: a password, a code of the second factor, a one-time code
   * @param familiar whether this person has signed in from this address before
   */
  public record Asker(String what, String name, String address, boolean familiar) {}

  /** Takes one guess; 0 if there was one left, else the seconds until there will be. */
  @Transactional
  public long take(Asker asker) {
    String name = normalised(asker.name());
    String net = network(asker.address());
    Bucket[] order =
        asker.familiar() ? new Bucket[] {Bucket.ADDRESS, Bucket.NAME_AND_ADDRESS} : Bucket.values();
    for (Bucket b : order) {
      if (!take(b, key(b, asker.what(), name, net))) {
        return (long) Math.ceil(1 / b.perSecond());
      }
    }
    return 0;
  }

  /**
   * Takes one guess for a form.
   *
   * @throws InputProblem in that field if none is left
   */
  @Transactional
  public void require(Asker asker, String field) {
    long wait = take(asker);
    if (wait > 0) {
      throw new InputProblem(field, "Too many tries. Wait " + wait + " seconds, then try again.");
    }
  }

  private boolean take(Bucket b, String key) {
    return sql.update(
            "insert into guess (asker, used, at) values (?, 1, ?) on conflict (asker) do update set"
                + " used = greatest(0, guess.used - extract(epoch from excluded.at - guess.at) * ?) + 1,"
                + " at = excluded.at"
                + " where greatest(0, guess.used - extract(epoch from excluded.at - guess.at) * ?) + 1 <= ?",
            key,
            now(),
            b.perSecond(),
            b.perSecond(),
            b.most)
        > 0;
  }

  /** The guess was right: the person gets all tries of this address back, the others one. */
  @Transactional
  public void right(Asker asker) {
    String name = normalised(asker.name());
    String net = network(asker.address());
    for (Bucket b : Bucket.values()) {
      String key = key(b, asker.what(), name, net);
      if (b == Bucket.NAME_AND_ADDRESS) {
        sql.update("delete from guess where asker = ?", key);
      } else {
        sql.update("update guess set used = greatest(0, used - 1) where asker = ?", key);
      }
    }
  }

  private static String key(Bucket b, String what, String name, String net) {
    String asker =
        switch (b) {
          case ADDRESS -> net;
          case NAME_AND_ADDRESS -> net + " " + name;
          case NAME -> name;
          case ALL -> "";
        };
    return RecordChain.sha256((b + " " + what + " " + asker).getBytes(StandardCharsets.UTF_8));
  }

  /** A name as it is looked up: one spelling for all that look alike. */
  public static String normalised(String name) {
    String folded = Normalizer.normalize(name, Normalizer.Form.NFKC).strip();
    String lower = folded.toLowerCase(Locale.ROOT);
    return lower.substring(0, Math.min(lower.length(), 40));
  }

  /** One household of the newer addresses shares the first 64 bits; it is one asker. */
  private static String network(String address) {
    String[] parts = address.split(":");
    return parts.length > 4 && !address.contains("::")
        ? String.join(":", parts[0], parts[1], parts[2], parts[3])
        : address;
  }

  private OffsetDateTime now() {
    return clock.instant().atOffset(ZoneOffset.UTC);
  }

  /** Buckets that are full again need not be kept. */
  @Scheduled(initialDelayString = "PT10M", fixedDelayString = "PT1H")
  @Transactional
  public void forgetOld() {
    sql.update("delete from guess where at < ?", now().minus(WINDOW));
  }
}
