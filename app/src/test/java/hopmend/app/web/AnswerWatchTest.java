package hopmend.app.web;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.servlet.http.HttpServletResponse;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import org.junit.jupiter.api.Test;
import org.springframework.mock.web.MockHttpServletRequest;
import org.springframework.mock.web.MockHttpServletResponse;

/** A probe that is green while pages fail is wrong. */
class AnswerWatchTest {
  private Instant now = Instant.parse("2026-11-25T08:00:00Z");
  private final AnswerWatch watch =
      new AnswerWatch(
          new Clock() {
            @Override
            public java.time.ZoneId getZone() {
              return ZoneOffset.UTC;
            }

            @Override
            public Clock withZone(java.time.ZoneId zone) {
              return this;
            }

            @Override
            public Instant instant() {
              return now;
            }
          });

  private void answer(String path, int status) throws Exception {
    MockHttpServletRequest request = new MockHttpServletRequest("GET", path);
    request.setServletPath(path);
    watch.doFilter(
        request,
        new MockHttpServletResponse(),
        (q, r) -> ((HttpServletResponse) r).setStatus(status));
  }

  @Test
  void mostlyFailingPagesAreNoticedAndForgottenWhenTheyAreOld() throws Exception {
    for (int i = 0; i < 4; i++) {
      answer("/jobs/1/prove", 500);
    }
    assertThat(watch.mostlyFails()).as("too few to tell").isFalse();
    answer("/jobs/1/find", 500);
    assertThat(watch.mostlyFails()).isTrue();
    for (int i = 0; i < 20; i++) {
      answer("/css/hopmend.css", 200);
    }
    assertThat(watch.mostlyFails()).as("files tell nothing about pages").isTrue();
    for (int i = 0; i < 6; i++) {
      answer("/jobs/2/read", i % 2 == 0 ? 200 : 422);
    }
    assertThat(watch.mostlyFails()).isFalse();
    for (int i = 0; i < 40; i++) {
      answer("/jobs/1/prove", 500);
    }
    assertThat(watch.mostlyFails()).isTrue();
    now = now.plus(Duration.ofMinutes(3));
    assertThat(watch.mostlyFails()).isFalse();
  }
}
