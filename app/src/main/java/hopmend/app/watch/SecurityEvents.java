package hopmend.app.watch;

import hopmend.app.watch.SecurityEvent.Kind;
import hopmend.app.web.ListAsked;
import hopmend.app.web.ListOrder;
import hopmend.app.web.Paged;
import jakarta.persistence.EntityManager;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The log of security events: written, read by the lead, forgotten after its time. */
@Service
public class SecurityEvents {
  private static final int LONGEST = 300;
  private static final ListOrder<SecurityEvent> LISTED =
      new ListOrder<>(
          SecurityEvent.class,
          "security_event",
          true,
          List.of(
              new ListOrder.Column<>("at", ListOrder.Kind.MOMENT, SecurityEvent::at),
              new ListOrder.Column<>("id", ListOrder.Kind.NUMBER, SecurityEvent::id)));

  private final EntityManager database;
  private final JdbcTemplate sql;
  private final Clock clock;
  private final Duration kept;

  SecurityEvents(
      EntityManager database,
      JdbcTemplate sql,
      Clock clock,
      @Value("${hopmend.security-log.kept}") Duration kept) {
    this.database = database;
    this.sql = sql;
    this.clock = clock;
    this.kept = kept;
  }

  /** Notes an event of the person and address of a request; stays, whatever becomes of the rest. */
  @Transactional(propagation = Propagation.REQUIRES_NEW)
  public void note(HttpServletRequest request, Kind kind, String words) {
    String who =
        Optional.ofNullable(request.getUserPrincipal()).map(p -> p.getName()).orElse("nobody");
    note(who, request.getRemoteAddr(), kind, words);
  }

  /** Notes an event of somebody who is not signed in yet, or not any more. */
  @Transactional(propagation = Propagation.REQUIRES_NEW)
  public void note(String who, String address, Kind kind, String words) {
    database.persist(
        new SecurityEvent(
            clock.instant(), kind, plain(who, 40), plain(address, 64), plain(words, LONGEST)));
  }

  private static String plain(String text, int longest) {
    String clean = text.replaceAll("\\p{Cntrl}|\\p{Cs}", " ");
    return clean.length() <= longest ? clean : clean.substring(0, longest);
  }

  /** A page of events, the latest first. */
  @Transactional(readOnly = true)
  public Paged<SecurityEvent> list(ListAsked asked) {
    return Paged.read(database, LISTED, asked);
  }

  /** Forgets what is older than the setting says; the database keeps the last month in any case. */
  @Scheduled(initialDelayString = "PT1H", fixedDelayString = "PT24H")
  @Transactional
  public void forgetOld() {
    sql.queryForObject(
        "select forget_security_events(?)", Long.class, Math.toIntExact(kept.toDays()));
  }
}
