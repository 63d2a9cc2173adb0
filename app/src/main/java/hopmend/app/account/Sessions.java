package hopmend.app.account;

import hopmend.job.RecordChain;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import org.springframework.session.FindByIndexNameSessionRepository;
import org.springframework.session.Session;
import org.springframework.session.jdbc.JdbcIndexedSessionRepository;
import org.springframework.stereotype.Service;

/** The sessions of a person: listed, and ended. */
@Service
class Sessions {
  private static final int HANDLE = 16;

  private final FindByIndexNameSessionRepository<? extends Session> sessions;

  Sessions(JdbcIndexedSessionRepository sessions) {
    this.sessions = sessions;
  }

  /**
   * A session as its owner sees it.
   *
   * @param handle by which it is ended; the session's own id is never shown
   * @param current whether it is the one that asks
   */
  public record Seen(
      String handle, Instant begun, Instant used, String address, String agent, boolean current) {}

  List<Seen> of(String login, String currentId) {
    return sessions.findByPrincipalName(login).values().stream()
        .map(
            s ->
                new Seen(
                    handle(s.getId()),
                    s.getCreationTime(),
                    s.getLastAccessedTime(),
                    Objects.toString(s.getAttribute(PersonSession.ADDRESS), ""),
                    Objects.toString(s.getAttribute(PersonSession.AGENT), ""),
                    s.getId().equals(currentId)))
        .sorted(Comparator.comparing(Seen::used).reversed())
        .toList();
  }

  /** Ends one of the person's own sessions; false if they have none of that handle. */
  boolean end(String login, String handle) {
    List<String> found =
        sessions.findByPrincipalName(login).keySet().stream()
            .filter(id -> handle(id).equals(handle))
            .toList();
    found.forEach(sessions::deleteById);
    return !found.isEmpty();
  }

  /** Ends all sessions of a person, except the one of that id. */
  void endAll(String login, String except) {
    sessions.findByPrincipalName(login).keySet().stream()
        .filter(id -> !id.equals(except))
        .toList()
        .forEach(sessions::deleteById);
  }

  private static String handle(String id) {
    return RecordChain.sha256(id.getBytes(StandardCharsets.UTF_8)).substring(0, HANDLE);
  }
}
