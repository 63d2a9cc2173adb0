package hopmend.app.door;

import hopmend.app.account.Accounts;
import hopmend.app.watch.Guesses;
import hopmend.app.watch.SecurityEvent.Kind;
import hopmend.app.watch.SecurityEvents;
import hopmend.app.web.RequestPath;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Objects;
import org.springframework.web.filter.OncePerRequestFilter;

/** Nobody tries passwords at leisure. Stands behind the check of the form's own token. */
final class SignInBounds extends OncePerRequestFilter {
  static final String PASSWORD = "password";

  private final Guesses guesses;
  private final Accounts accounts;
  private final SecurityEvents events;

  SignInBounds(Guesses guesses, Accounts accounts, SecurityEvents events) {
    this.guesses = guesses;
    this.accounts = accounts;
    this.events = events;
  }

  @Override
  protected boolean shouldNotFilter(HttpServletRequest request) {
    return !("POST".equals(request.getMethod()) && "/sign-in".equals(RequestPath.of(request)));
  }

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    long wait = guesses.take(asker(request, accounts));
    if (wait > 0) {
      events.note("nobody", request.getRemoteAddr(), Kind.SIGN_IN_SLOWED, "too many tries");
      response.sendRedirect(request.getContextPath() + "/sign-in?slow");
    } else {
      chain.doFilter(request, response);
    }
  }

  static Guesses.Asker asker(HttpServletRequest request, Accounts accounts) {
    String name = Objects.requireNonNullElse(request.getParameter("username"), "");
    String address = request.getRemoteAddr();
    return new Guesses.Asker(PASSWORD, name, address, accounts.isFamiliar(name, address));
  }
}
