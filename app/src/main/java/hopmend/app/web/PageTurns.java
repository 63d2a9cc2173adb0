package hopmend.app.web;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Pages take turns: a few are made at a time, first come, first served, so that under load all wait
 * alike. Whoever has waited long goes on without a turn; nothing is ever refused here.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 2)
class PageTurns extends OncePerRequestFilter {
  private static final int EACH_PROCESSOR = 3;
  private static final long PATIENCE_MILLIS = 500;

  private final Semaphore turns =
      new Semaphore(EACH_PROCESSOR * Runtime.getRuntime().availableProcessors(), true);

  @Override
  protected boolean shouldNotFilter(HttpServletRequest request) {
    return !"GET".equals(request.getMethod()) || RequestPath.isTheSameForEverybody(request);
  }

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    boolean turn = await();
    try {
      chain.doFilter(request, response);
    } finally {
      if (turn) {
        turns.release();
      }
    }
  }

  private boolean await() {
    try {
      return turns.tryAcquire(PATIENCE_MILLIS, TimeUnit.MILLISECONDS);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      return false;
    }
  }
}
