package hopmend.app.job;

import hopmend.app.web.AnswerWatch;
import hopmend.app.web.ListAsked;
import hopmend.job.HopLine;
import hopmend.job.JobEntry;
import java.time.Clock;
import java.util.List;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.health.contributor.Health;
import org.springframework.boot.health.contributor.HealthIndicator;
import org.springframework.stereotype.Component;

/**
 * Whether people can work: the record is reachable, the job that was touched last opens and has its
 * words, and pages do not mostly end in errors. Part of the readiness probe.
 */
@Component("pages")
class PagesHealth implements HealthIndicator {
  private static final Logger LOG = LoggerFactory.getLogger(PagesHealth.class);

  private final JobDesk desk;
  private final FactWords words;
  private final AnswerWatch answers;
  private final Clock clock;

  PagesHealth(JobDesk desk, FactWords words, AnswerWatch answers, Clock clock) {
    this.desk = desk;
    this.words = words;
    this.answers = answers;
    this.clock = clock;
  }

  @Override
  public Health health() {
    if (answers.mostlyFails()) {
      return Health.down().build();
    }
    try {
      List<JobRow> latest = desk.list(ListAsked.of("")).rows();
      if (!latest.isEmpty()) {
        JobDesk.OpenJob job = desk.look(latest.get(0).id());
        HopLine.of(job.workup(), clock.instant());
        List<JobEntry> entries = job.workup().state().entries();
        entries.subList(Math.max(0, entries.size() - 5), entries.size()).forEach(words::of);
      }
      return Health.up().build();
    } catch (RuntimeException e) {
      LOG.error("Pages cannot be served", e);
      return Health.down().build();
    }
  }
}
