package hopmend.app.door;

import hopmend.app.account.Accounts;
import hopmend.app.account.PersonSession;
import hopmend.app.watch.Guesses;
import hopmend.app.watch.SecurityEvent.Kind;
import hopmend.app.watch.SecurityEvents;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.Objects;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.web.AuthenticationEntryPoint;
import org.springframework.security.web.authentication.AuthenticationFailureHandler;
import org.springframework.security.web.authentication.AuthenticationSuccessHandler;
import org.springframework.security.web.authentication.logout.LogoutSuccessHandler;
import org.springframework.stereotype.Component;

/** What happens around a sign-in: where it begins, what it leads to, and what is noted of it. */
@Component
class SignIn
    implements AuthenticationEntryPoint,
        AuthenticationSuccessHandler,
        AuthenticationFailureHandler,
        LogoutSuccessHandler {
  private final Accounts accounts;
  private final Guesses guesses;
  private final SecurityEvents events;
  private final Clock clock;

  SignIn(Accounts accounts, Guesses guesses, SecurityEvents events, Clock clock) {
    this.accounts = accounts;
    this.guesses = guesses;
    this.events = events;
    this.clock = clock;
  }

  /**
   * Sends a stranger to the sign-in page, which knows where they wanted to go; no session is kept.
   */
  @Override
  public void commence(
      HttpServletRequest request, HttpServletResponse response, AuthenticationException e)
      throws IOException {
    if (request.getHeader("HX-Request") != null) {
      response.sendError(HttpServletResponse.SC_UNAUTHORIZED);
      return;
    }
    String wanted = request.getRequestURI().substring(request.getContextPath().length());
    boolean worth = "GET".equals(request.getMethod()) && wanted.length() < 200 && isOurs(wanted);
    response.sendRedirect(
        request.getContextPath()
            + "/sign-in"
            + (worth ? "?to=" + URLEncoder.encode(wanted, StandardCharsets.UTF_8) : ""));
  }

  @Override
  public void onAuthenticationSuccess(
      HttpServletRequest request, HttpServletResponse response, Authentication person)
      throws IOException {
    guesses.right(SignInBounds.asker(request, accounts));
    PersonSession.of(request).begin(request, clock.instant());
    boolean second =
        accounts.byLogin(person.getName()).filter(a -> a.hasSecondFactor()).isPresent();
    if (!second) {
      accounts.remember(person.getName(), request.getRemoteAddr());
    }
    events.note(
        person.getName(),
        request.getRemoteAddr(),
        Kind.SIGNED_IN,
        second ? "password right, second factor due" : "with the password");
    String to = Objects.requireNonNullElse(request.getParameter("to"), "");
    response.sendRedirect(
        request.getContextPath() + (second ? "/sign-in/code" : isOurs(to) ? to : "/jobs"));
  }

  /** Whether a path is one of this application's pages and of nobody else's. */
  private static boolean isOurs(String path) {
    return path.matches("/[A-Za-z0-9][A-Za-z0-9/._-]*") && !path.startsWith("/sign-");
  }

  @Override
  public void onAuthenticationFailure(
      HttpServletRequest request, HttpServletResponse response, AuthenticationException e)
      throws IOException {
    String typed = Objects.requireNonNullElse(request.getParameter("username"), "");
    String known = Guesses.normalised(typed);
    boolean exists = accounts.byLogin(known).isPresent();
    events.note(
        exists ? known : "unknown name",
        request.getRemoteAddr(),
        Kind.SIGN_IN_FAILED,
        exists ? "wrong password, or may not sign in" : "no such account");
    response.sendRedirect(request.getContextPath() + "/sign-in?error");
  }

  @Override
  public void onLogoutSuccess(
      HttpServletRequest request, HttpServletResponse response, Authentication person)
      throws IOException {
    if (person != null) {
      events.note(person.getName(), request.getRemoteAddr(), Kind.SIGNED_OUT, "");
    }
    response.sendRedirect(request.getContextPath() + "/sign-in?out");
  }
}
