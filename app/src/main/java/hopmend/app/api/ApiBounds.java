package hopmend.app.api;

import hopmend.app.web.Allowance;
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
import org.springframework.http.MediaType;
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

  private final int perMinute;
  private final Allowance requests;

  ApiBounds(@Value("${hopmend.api.per-minute}") int perMinute) {
    this.perMinute = perMinute;
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
    if ("POST".equals(request.getMethod()) && request.getContentLengthLong() < 0) {
      refuse(response, 411, "Say the length of the body in Content-Length.");
      return;
    }
    if (request.getContentLengthLong() > MOST_BYTES) {
      refuse(response, 413, "The body is larger than " + MOST_BYTES + " bytes.");
      return;
    }
    long wait = requests.take(request.getRemoteAddr());
    if (wait == 0) {
      chain.doFilter(request, response);
      return;
    }
    response.setHeader(HttpHeaders.RETRY_AFTER, String.valueOf(wait));
    refuse(response, 429, "At most %d requests a minute; wait %d s.".formatted(perMinute, wait));
  }

  private static void refuse(HttpServletResponse response, int status, String detail)
      throws IOException {
    response.setStatus(status);
    response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
    response
        .getWriter()
        .write(
            "{\"title\":\"Too much\",\"status\":%d,\"detail\":\"%s\"}".formatted(status, detail));
  }
}
