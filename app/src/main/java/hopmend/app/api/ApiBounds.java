package hopmend.app.api;

import io.github.bucket4j.Bucket;
import io.github.bucket4j.ConsumptionProbe;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Duration;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.TimeUnit;
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
  private static final int MOST_ADDRESSES = 10_000;
  private static final long MOST_BYTES = 12_000_000;

  private final int perMinute;
  private final Map<String, Bucket> buckets =
      Collections.synchronizedMap(
          new LinkedHashMap<>(64, 0.75f, true) {
            private static final long serialVersionUID = 1L;

            @Override
            protected boolean removeEldestEntry(Map.Entry<String, Bucket> eldest) {
              return size() > MOST_ADDRESSES;
            }
          });

  ApiBounds(@Value("${hopmend.api.per-minute}") int perMinute) {
    this.perMinute = perMinute;
  }

  @Override
  protected boolean shouldNotFilter(HttpServletRequest request) {
    return !request.getRequestURI().startsWith("/api/v1");
  }

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    if (request.getContentLengthLong() > MOST_BYTES) {
      refuse(response, 413, "The body is larger than " + MOST_BYTES + " bytes.");
      return;
    }
    ConsumptionProbe probe =
        buckets
            .computeIfAbsent(request.getRemoteAddr(), a -> bucket())
            .tryConsumeAndReturnRemaining(1);
    if (probe.isConsumed()) {
      chain.doFilter(request, response);
      return;
    }
    long wait = TimeUnit.NANOSECONDS.toSeconds(probe.getNanosToWaitForRefill()) + 1;
    response.setHeader(HttpHeaders.RETRY_AFTER, String.valueOf(wait));
    refuse(response, 429, "At most %d requests a minute; wait %d s.".formatted(perMinute, wait));
  }

  private Bucket bucket() {
    return Bucket.builder()
        .addLimit(l -> l.capacity(perMinute).refillGreedy(perMinute, Duration.ofMinutes(1)))
        .build();
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
