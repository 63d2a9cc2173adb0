package hopmend.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.servlet.FilterChain;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;
import org.springframework.mock.web.MockHttpServletRequest;
import org.springframework.mock.web.MockHttpServletResponse;

/** Pages take turns, and whoever holds one for ever stops nobody. */
class PageTurnsTest {
  private static final int TURNS = 3 * Runtime.getRuntime().availableProcessors();

  private final PageTurns turns = new PageTurns();
  private final ExecutorService people = Executors.newFixedThreadPool(TURNS + 4);

  private Future<?> asks(String method, String path, FilterChain page) {
    return people.submit(
        () -> {
          MockHttpServletRequest request = new MockHttpServletRequest(method, path);
          request.setServletPath(path);
          turns.doFilter(request, new MockHttpServletResponse(), page);
          return null;
        });
  }

  @Test
  void aFewPagesAreMadeAtATimeAndEachIsMade() throws Exception {
    AtomicInteger now = new AtomicInteger();
    AtomicInteger most = new AtomicInteger();
    List<Future<?>> asked = new ArrayList<>();
    for (int i = 0; i < 10 * TURNS; i++) {
      asked.add(
          asks(
              "GET",
              "/jobs",
              (request, response) -> {
                most.accumulateAndGet(now.incrementAndGet(), Math::max);
                Thread.yield();
                now.decrementAndGet();
              }));
    }
    for (Future<?> a : asked) {
      a.get();
    }
    assertThat(most.get()).isBetween(1, TURNS);
    people.shutdown();
  }

  @Test
  void formsAndShippedFilesTakeNoTurnAndAPageGoesOnWithoutOneInTheEnd() throws Exception {
    CountDownLatch stuck = new CountDownLatch(1);
    CountDownLatch inside = new CountDownLatch(TURNS);
    List<Future<?>> held = new ArrayList<>();
    for (int i = 0; i < TURNS; i++) {
      held.add(
          asks(
              "GET",
              "/jobs",
              (request, response) -> {
                inside.countDown();
                try {
                  stuck.await();
                } catch (InterruptedException e) {
                  Thread.currentThread().interrupt();
                }
              }));
    }
    inside.await();
    asks("POST", "/jobs", (request, response) -> {}).get();
    asks("GET", "/css/hopmend.css", (request, response) -> {}).get();
    asks("GET", "/jobs", (request, response) -> {}).get();
    stuck.countDown();
    for (Future<?> h : held) {
      h.get();
    }
    people.shutdown();
  }
}
