package hopmend.app.account;

import hopmend.app.web.Allowance;
import hopmend.app.web.RequestPath;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Duration;
import java.util.Locale;
import java.util.Objects;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.security.authentication.event.AuthenticationSuccessEvent;
import org.springframework.security.web.authentication.WebAuthenticationDetails;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Nobody tries passwords at leisure: ten tries with one name from one address, then one a minute,
 * until a right one.
 */
@Component
@Order(-200)
class SignInBounds extends OncePerRequestFilter {
  private final Allowance tries = new Allowance(10, Duration.ofMinutes(10));

  @Override
  protected boolean shouldNotFilter(HttpServletRequest request) {
    return !("POST".equals(request.getMethod()) && "/sign-in".equals(RequestPath.of(request)));
  }

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    String asker = asker(request.getParameter("username"), request.getRemoteAddr());
    if (tries.take(asker) > 0) {
      response.sendRedirect(request.getContextPath() + "/sign-in?slow");
    } else {
      chain.doFilter(request, response);
    }
  }

  @EventListener
  void signedIn(AuthenticationSuccessEvent event) {
    if (event.getAuthentication().getDetails() instanceof WebAuthenticationDetails details) {
      tries.giveBack(asker(event.getAuthentication().getName(), details.getRemoteAddress()));
    }
  }

  private static String asker(String name, String address) {
    String known = Objects.requireNonNullElse(name, "").strip().toLowerCase(Locale.ROOT);
    return address + " " + known.substring(0, Math.min(known.length(), 40));
  }
}
