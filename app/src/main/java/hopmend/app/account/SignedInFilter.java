package hopmend.app.account;

import hopmend.app.watch.SecurityEvent.Kind;
import hopmend.app.watch.SecurityEvents;
import hopmend.app.web.RequestPath;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.security.authentication.AnonymousAuthenticationToken;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.authority.SimpleGrantedAuthority;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Looks at every request who the person is now: an account that was closed is out at once, a role
 * that was changed is the new one at once, a session ends after its lifetime however busy it is,
 * and where a second factor is due nothing else opens before it.
 */
@Component
public class SignedInFilter extends OncePerRequestFilter {
  static final String PERSON = SignedInFilter.class.getName() + ".person";
  private static final Set<String> OPEN_TO_HALF_SIGNED_IN = Set.of("/sign-in/code", "/sign-out");
  private static final Set<String> OPEN_WITHOUT_SECOND_FACTOR =
      Set.of("/me/second-factor", "/sign-out");

  private final Accounts accounts;
  private final SecondFactor secondFactor;
  private final SecurityEvents events;
  private final Clock clock;
  private final Duration lifetime;

  SignedInFilter(
      Accounts accounts,
      SecondFactor secondFactor,
      SecurityEvents events,
      Clock clock,
      @Value("${hopmend.session.lifetime}") Duration lifetime) {
    this.accounts = accounts;
    this.secondFactor = secondFactor;
    this.events = events;
    this.clock = clock;
    this.lifetime = lifetime;
  }

  /** Shipped files, probes and the sign-in page are the same for everybody: no session is read. */
  @Override
  protected boolean shouldNotFilter(HttpServletRequest request) {
    return RequestPath.isTheSameForEverybody(request);
  }

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    Authentication before = SecurityContextHolder.getContext().getAuthentication();
    if (before == null || before instanceof AnonymousAuthenticationToken) {
      chain.doFilter(request, response);
      return;
    }
    Optional<Account> account = accounts.byLogin(before.getName()).filter(Account::active);
    Optional<PersonSession> session = PersonSession.existing(request);
    if (account.isEmpty()
        || session.filter(s -> s.isOlderThan(lifetime, clock.instant())).isPresent()) {
      end(before.getName(), account.isEmpty(), session, request, response);
      return;
    }
    Account person = account.get();
    String path = RequestPath.of(request);
    Optional<String> due = due(person, session, path);
    if (due.isPresent()) {
      send(request, response, due.get());
      return;
    }
    request.setAttribute(PERSON, person);
    asOfNow(before, person);
    chain.doFilter(request, response);
  }

  /** Where the person has to go first, if the second factor is not done yet. */
  private Optional<String> due(Account person, Optional<PersonSession> session, String path) {
    if (person.hasSecondFactor()) {
      return session.filter(PersonSession::hasPassedSecondFactor).isPresent()
              || OPEN_TO_HALF_SIGNED_IN.contains(path)
          ? Optional.empty()
          : Optional.of("/sign-in/code");
    }
    return secondFactor.isAskedOf(person) && !OPEN_WITHOUT_SECOND_FACTOR.contains(path)
        ? Optional.of("/me/second-factor")
        : Optional.empty();
  }

  private static void asOfNow(Authentication before, Account person) {
    String role = "ROLE_" + person.role();
    boolean same =
        before.getAuthorities().size() == 1
            && role.equals(before.getAuthorities().iterator().next().getAuthority());
    if (!same) {
      UsernamePasswordAuthenticationToken now =
          UsernamePasswordAuthenticationToken.authenticated(
              before.getPrincipal(), null, List.of(new SimpleGrantedAuthority(role)));
      now.setDetails(before.getDetails());
      var context = SecurityContextHolder.createEmptyContext();
      context.setAuthentication(now);
      SecurityContextHolder.setContext(context);
    }
  }

  private void end(
      String who,
      boolean closed,
      Optional<PersonSession> session,
      HttpServletRequest request,
      HttpServletResponse response)
      throws IOException {
    session.ifPresent(PersonSession::end);
    SecurityContextHolder.clearContext();
    events.note(
        who,
        request.getRemoteAddr(),
        Kind.SESSION_ENDED,
        closed ? "the account is closed" : "the session's lifetime is over");
    send(request, response, "/sign-in?ended");
  }

  private static void send(HttpServletRequest request, HttpServletResponse response, String where)
      throws IOException {
    if (request.getHeader("HX-Request") != null) {
      response.sendError(HttpServletResponse.SC_UNAUTHORIZED);
    } else {
      response.sendRedirect(request.getContextPath() + where);
    }
  }
}
