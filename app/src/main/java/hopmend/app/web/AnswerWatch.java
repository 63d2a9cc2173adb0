package hopmend.app.web;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.Deque;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Remembers how the last pages ended, so that a server that answers with errors says so. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 1)
public class AnswerWatch extends OncePerRequestFilter {
  private static final int REMEMBERED = 40;
  private static final int FEWEST = 5;
  private static final Duration YOUNG = Duration.ofMinutes(2);

  private final Clock clock;
  private final Deque<Answer> last = new ArrayDeque<>();

  private record Answer(Instant at, boolean failed) {}

  AnswerWatch(Clock clock) {
    this.clock = clock;
  }

  @Override
  protected boolean shouldNotFilter(HttpServletRequest request) {
    return RequestPath.isShipped(request);
  }

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    boolean ended = false;
    try {
      chain.doFilter(request, response);
      ended = true;
    } finally {
      note(!ended || response.getStatus() == HttpServletResponse.SC_INTERNAL_SERVER_ERROR);
    }
  }

  private synchronized void note(boolean failed) {
    last.addLast(new Answer(clock.instant(), failed));
    if (last.size() > REMEMBERED) {
      last.removeFirst();
    }
  }

  /** Whether most of the young answers were server errors; too few say nothing. */
  public synchronized boolean mostlyFails() {
    Instant from = clock.instant().minus(YOUNG);
    long young = last.stream().filter(a -> a.at().isAfter(from)).count();
    long failed = last.stream().filter(a -> a.at().isAfter(from) && a.failed()).count();
    return young >= FEWEST && failed * 2 > young;
  }
}
