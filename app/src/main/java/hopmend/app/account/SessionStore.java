package hopmend.app.account;

import hopmend.app.web.RequestPath;
import hopmend.app.web.ShopChanges;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Primary;
import org.springframework.jdbc.core.JdbcOperations;
import org.springframework.session.Session;
import org.springframework.session.SessionRepository;
import org.springframework.session.config.annotation.web.http.EnableSpringHttpSession;
import org.springframework.session.jdbc.JdbcIndexedSessionRepository;
import org.springframework.session.web.http.CookieHttpSessionIdResolver;
import org.springframework.session.web.http.DefaultCookieSerializer;
import org.springframework.session.web.http.HttpSessionIdResolver;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Sessions live in the database, so that they survive a restart. That one was used is written down
 * once in a while only: a page that somebody looks at writes nothing.
 */
@Configuration(proxyBeanMethods = false)
@EnableSpringHttpSession
class SessionStore {
  /** A part of the idle time: so much sooner may a session end than its last use allows. */
  private static final int PART_OF_IDLE_TIME = 100;

  private static final String ASKED_BEFORE = SessionStore.class.getName() + ".asked";

  /**
   * The session that the request of this thread has just saved: right after, the framework asks for
   * it once more. Emptied when a request first asks for its session.
   */
  private final ThreadLocal<Session> justSaved = new ThreadLocal<>();

  /**
   * The rows of one session behind each other: read otherwise, what was kept with it is lost where
   * the database hands out the rows of several sessions by turns.
   */
  private static final String OF_A_PERSON =
      "SELECT S.PRIMARY_ID, S.SESSION_ID, S.CREATION_TIME, S.LAST_ACCESS_TIME,"
          + " S.MAX_INACTIVE_INTERVAL, SA.ATTRIBUTE_NAME, SA.ATTRIBUTE_BYTES"
          + " FROM SPRING_SESSION S"
          + " LEFT JOIN SPRING_SESSION_ATTRIBUTES SA ON S.PRIMARY_ID = SA.SESSION_PRIMARY_ID"
          + " WHERE S.PRINCIPAL_NAME = ? ORDER BY S.PRIMARY_ID";

  @Bean
  JdbcIndexedSessionRepository storedSessions(
      JdbcOperations sql,
      PlatformTransactionManager transactions,
      @Value("${server.servlet.session.timeout}") Duration idle) {
    TransactionTemplate own = new TransactionTemplate(transactions);
    own.setName(ShopChanges.OF_SESSIONS);
    own.setPropagationBehavior(TransactionDefinition.PROPAGATION_REQUIRES_NEW);
    JdbcIndexedSessionRepository stored = new JdbcIndexedSessionRepository(sql, own);
    stored.setDefaultMaxInactiveInterval(idle);
    stored.setListSessionsByPrincipalNameQuery(OF_A_PERSON);
    return stored;
  }

  /** Under HTTPS the cookie is bound to this very host, and to HTTPS, by its name. */
  @Bean
  HttpSessionIdResolver sessionCookie(@Value("${hopmend.https}") boolean https) {
    DefaultCookieSerializer cookie = new DefaultCookieSerializer();
    cookie.setCookieName((https ? "__Host-" : "") + "hopmend");
    cookie.setCookiePath("/");
    cookie.setUseSecureCookie(https);
    cookie.setUseHttpOnlyCookie(true);
    cookie.setSameSite("Lax");
    CookieHttpSessionIdResolver ids = new CookieHttpSessionIdResolver();
    ids.setCookieSerializer(cookie);
    return new HttpSessionIdResolver() {
      @Override
      public List<String> resolveSessionIds(HttpServletRequest request) {
        if (request.getAttribute(ASKED_BEFORE) == null) {
          request.setAttribute(ASKED_BEFORE, true);
          justSaved.remove();
        }
        return RequestPath.isTheSameForEverybody(request)
            ? List.of()
            : ids.resolveSessionIds(request);
      }

      @Override
      public void setSessionId(
          HttpServletRequest request, HttpServletResponse response, String sessionId) {
        ids.setSessionId(request, response, sessionId);
      }

      @Override
      public void expireSession(HttpServletRequest request, HttpServletResponse response) {
        ids.expireSession(request, response);
      }
    };
  }

  @Bean
  @Primary
  SessionRepository<? extends Session> seldomWrittenSessions(JdbcIndexedSessionRepository stored) {
    return seldomWritten(stored);
  }

  private <S extends Session> SessionRepository<Seldom<S>> seldomWritten(
      SessionRepository<S> stored) {
    return new SessionRepository<>() {
      @Override
      public Seldom<S> createSession() {
        return new Seldom<>(stored.createSession());
      }

      @Override
      public void save(Seldom<S> session) {
        stored.save(session.stored());
        justSaved.set(session);
      }

      @Override
      @SuppressWarnings("unchecked")
      public Seldom<S> findById(String id) {
        if (justSaved.get() instanceof Seldom<?> saved && saved.getId().equals(id)) {
          return (Seldom<S>) saved;
        }
        S found = stored.findById(id);
        return found == null ? null : new Seldom<>(found);
      }

      @Override
      public void deleteById(String id) {
        justSaved.remove();
        stored.deleteById(id);
      }
    };
  }

  /** A session that does not count a use as a change while the last written one is young. */
  private record Seldom<S extends Session>(S stored) implements Session {
    @Override
    public void setLastAccessedTime(Instant now) {
      Duration seldom = getMaxInactiveInterval().dividedBy(PART_OF_IDLE_TIME);
      if (!now.isBefore(getLastAccessedTime().plus(seldom))) {
        stored.setLastAccessedTime(now);
      }
    }

    @Override
    public Instant getLastAccessedTime() {
      return stored.getLastAccessedTime();
    }

    @Override
    public String getId() {
      return stored.getId();
    }

    @Override
    public String changeSessionId() {
      return stored.changeSessionId();
    }

    @Override
    public <T> T getAttribute(String name) {
      return stored.getAttribute(name);
    }

    @Override
    public Set<String> getAttributeNames() {
      return stored.getAttributeNames();
    }

    @Override
    public void setAttribute(String name, Object value) {
      stored.setAttribute(name, value);
    }

    @Override
    public void removeAttribute(String name) {
      stored.removeAttribute(name);
    }

    @Override
    public Instant getCreationTime() {
      return stored.getCreationTime();
    }

    @Override
    public void setMaxInactiveInterval(Duration interval) {
      stored.setMaxInactiveInterval(interval);
    }

    @Override
    public Duration getMaxInactiveInterval() {
      return stored.getMaxInactiveInterval();
    }

    @Override
    public boolean isExpired() {
      return stored.isExpired();
    }
  }
}
