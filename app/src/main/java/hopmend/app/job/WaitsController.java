package hopmend.app.job;

import biweekly.Biweekly;
import biweekly.ICalendar;
import biweekly.component.VAlarm;
import biweekly.component.VEvent;
import biweekly.property.Trigger;
import hopmend.app.web.Words;
import hopmend.job.HopLine;
import hopmend.job.Standing;
import java.time.Clock;
import java.time.Instant;
import java.util.Date;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.servlet.support.ServletUriComponentsBuilder;

/** The ends of what waits in a job, for a calendar: iCalendar, RFC 5545. */
@Controller
class WaitsController {
  private static final MediaType CALENDAR = MediaType.parseMediaType("text/calendar;charset=UTF-8");

  private final JobDesk desk;
  private final Clock clock;

  WaitsController(JobDesk desk, Clock clock) {
    this.desk = desk;
    this.clock = clock;
  }

  /** One event for each wait that still runs, at its end, with an alarm then. */
  @GetMapping("/jobs/{jobId:\\d{1,15}}/waits.ics")
  ResponseEntity<String> waits(@PathVariable long jobId) {
    JobDesk.OpenJob job = desk.look(jobId);
    Instant now = clock.instant();
    ICalendar calendar = new ICalendar();
    calendar.setProductId("-//Hop Mend//waits//EN");
    HopLine.of(job.workup(), now).standings().stream()
        .filter(s -> s.kind() == Standing.Kind.WAITING && s.secondsLeft() > 0)
        .forEach(s -> calendar.addEvent(event(job, s, now)));
    return ResponseEntity.ok()
        .contentType(CALENDAR)
        .header(
            HttpHeaders.CONTENT_DISPOSITION,
            "attachment; filename=\"job-%d-waits.ics\"".formatted(jobId))
        .body(Biweekly.write(calendar).go());
  }

  private static VEvent event(JobDesk.OpenJob job, Standing wait, Instant now) {
    Date end = Date.from(now.plusSeconds(wait.secondsLeft()));
    VEvent event = new VEvent();
    event.setUid("wait-%d-%s@hopmend".formatted(job.row().id(), wait.hop().path()));
    event.setSummary("Job %d: %s".formatted(job.row().id(), Words.of(wait.says())));
    event.setDescription(job.row().title());
    event.setDateStart(end);
    event.setDateEnd(end);
    event.setUrl(
        ServletUriComponentsBuilder.fromCurrentContextPath()
            .path("/jobs/{id}/{hop}")
            .buildAndExpand(job.row().id(), wait.hop().path())
            .toUriString());
    event.addAlarm(VAlarm.display(new Trigger(end), Words.of(wait.says())));
    return event;
  }
}
