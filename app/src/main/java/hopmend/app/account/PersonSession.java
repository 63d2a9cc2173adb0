package hopmend.app.account;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpSession;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/** What a session knows of the person besides who they are. */
public final class PersonSession {
  static final String ADDRESS = "address";
  static final String AGENT = "agent";
  private static final String CONFIRMED = "confirmedAt";
  private static final String SECOND_FACTOR = "secondFactorAt";
  private static final String OFFERED_SECRET = "offeredSecret";

  private final HttpSession session;

  private PersonSession(HttpSession session) {
    this.session = session;
  }

  /** The session of a request; it is made if there is none. */
  public static PersonSession of(HttpServletRequest request) {
    return new PersonSession(request.getSession());
  }

  static Optional<PersonSession> existing(HttpServletRequest request) {
    return Optional.ofNullable(request.getSession(false)).map(PersonSession::new);
  }

  /** The person has just typed the right password. */
  public void begin(HttpServletRequest request, Instant now) {
    session.setAttribute(ADDRESS, request.getRemoteAddr());
    String agent = Optional.ofNullable(request.getHeader("User-Agent")).orElse("");
    session.setAttribute(AGENT, agent.substring(0, Math.min(agent.length(), 120)));
    confirm(now);
  }

  void confirm(Instant now) {
    session.setAttribute(CONFIRMED, now.toEpochMilli());
  }

  boolean isConfirmed(Instant now, Duration lasting) {
    return session.getAttribute(CONFIRMED) instanceof Long at
        && now.toEpochMilli() - at < lasting.toMillis();
  }

  void passSecondFactor(Instant now) {
    session.setAttribute(SECOND_FACTOR, now.toEpochMilli());
  }

  boolean hasPassedSecondFactor() {
    return session.getAttribute(SECOND_FACTOR) != null;
  }

  boolean isOlderThan(Duration lifetime, Instant now) {
    return now.toEpochMilli() - session.getCreationTime() > lifetime.toMillis();
  }

  void offer(String secret) {
    session.setAttribute(OFFERED_SECRET, secret);
  }

  Optional<String> offered() {
    return Optional.ofNullable((String) session.getAttribute(OFFERED_SECRET));
  }

  void takeOffer() {
    session.removeAttribute(OFFERED_SECRET);
  }

  String id() {
    return session.getId();
  }

  void end() {
    session.invalidate();
  }
}
