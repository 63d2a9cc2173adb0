package hopmend.app.api;

import hopmend.app.web.Allowance;
import hopmend.app.web.Refusal;
import hopmend.app.web.RequestPath;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Duration;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpHeaders;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Bounds of the open interface: so many requests a minute from one address, and no body larger than
 * a report may be.
 */
@Component
@Order(-200)
class ApiBounds extends OncePerRequestFilter {
  private static final long MOST_BYTES = 20_000_000;

  private final Allowance requests;

  ApiBounds(@Value("${hopmend.api.per-minute}") int perMinute) {
    this.requests = new Allowance(perMinute, Duration.ofMinutes(1));
  }

  @Override
  protected boolean shouldNotFilter(HttpServletRequest request) {
    return !RequestPath.of(request).startsWith("/api/v1");
  }

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    String path = RequestPath.of(request);
    if ("POST".equals(request.getMethod()) && request.getContentLengthLong() < 0) {
      Refusal.send(411, path, response);
      return;
    }
    if (request.getContentLengthLong() > MOST_BYTES) {
      Refusal.send(413, path, response);
      return;
    }
    long wait = requests.take(request.getRemoteAddr());
    if (wait > 0) {
      response.setHeader(HttpHeaders.RETRY_AFTER, String.valueOf(wait));
      Refusal.send(429, path, response);
      return;
    }
    chain.doFilter(request, response);
  }
}
