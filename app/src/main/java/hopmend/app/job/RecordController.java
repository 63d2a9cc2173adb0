package hopmend.app.job;

import hopmend.app.job.HopScreens.Form;
import hopmend.app.web.InputProblem;
import hopmend.app.web.ListAsked;
import hopmend.app.web.NotHere;
import hopmend.app.web.Printer;
import hopmend.app.web.RequestPath;
import hopmend.app.web.Sent;
import hopmend.job.Claim;
import hopmend.job.Fact;
import hopmend.job.HopLine;
import hopmend.job.JobEntry;
import hopmend.job.JobState;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The record of a job: every entry with who and when, and the sheet to print for the file. */
@Controller
class RecordController {
  private static final int STRETCH = 100;
  private static final String PRINTED = "job/print";

  /** A longer record is printed by the browser, which does it page by page. */
  private static final int MOST_ON_PAPER = 2_000;

  private final JobDesk desk;
  private final FactWords words;
  private final Clock clock;
  private final Printer printer;

  RecordController(JobDesk desk, FactWords words, Clock clock, Printer printer) {
    this.printer = printer;
    this.desk = desk;
    this.words = words;
    this.clock = clock;
  }

  /** An entry as the record shows it. */
  public record Line(
      long sequence,
      Instant at,
      String who,
      String words,
      String struckBy,
      boolean isStrike,
      Optional<Claim> claim) {}

  /**
   * A stretch of the record.
   *
   * @param earlier the number of the last entry before it, if there is one
   * @param later the number of the last entry of the stretch after it, if there is one
   */
  public record Stretch(List<Line> lines, Optional<Long> earlier, Optional<Long> later) {}

  @GetMapping("/jobs/{jobId:\\d{1,15}}/record")
  String record(
      @PathVariable long jobId,
      @RequestParam(defaultValue = "") String words,
      @RequestParam(defaultValue = "") String upto,
      Model model) {
    JobState state = fill(jobId, model);
    String wanted = ListAsked.of(words).words();
    model.addAttribute("words", wanted);
    model.addAttribute("stretch", stretch(state, wanted, upto));
    return "job/record";
  }

  record Noted(String words) {}

  /** Adds a note, and goes on where the job stands. */
  @PostMapping("/jobs/{jobId:\\d{1,15}}/note")
  String note(Form form, @Sent Noted sent) {
    desk.append(form.jobId(), form.submission(), new Fact.NoteAdded(sent.words().strip()));
    return form.done();
  }

  /** A note that will not do is shown where it was typed. */
  @ExceptionHandler({InputProblem.class, Fact.Improper.class})
  String again(
      RuntimeException e, Model model, HttpServletRequest request, HttpServletResponse response) {
    InputProblem.of(e).show(model, response);
    return NotHere.or(() -> record(RequestPath.jobId(request), "", "", model), model, response);
  }

  @GetMapping("/jobs/{jobId:\\d{1,15}}/print")
  String print(@PathVariable long jobId, Model model) {
    fillAll(jobId, model);
    return PRINTED;
  }

  private int fillAll(long jobId, Model model) {
    JobState state = fill(jobId, model);
    model.addAttribute("lines", state.entries().stream().map(e -> line(e, state)).toList());
    return state.entries().size();
  }

  @GetMapping("/jobs/{jobId:\\d{1,15}}/record.pdf")
  ResponseEntity<byte[]> pdf(
      @PathVariable long jobId,
      @RequestParam(defaultValue = "A4") String paper,
      Model model,
      HttpServletRequest request,
      HttpServletResponse response) {
    if (fillAll(jobId, model) > MOST_ON_PAPER) {
      return ResponseEntity.status(HttpStatus.SEE_OTHER)
          .header(HttpHeaders.LOCATION, "/jobs/" + jobId + "/print")
          .build();
    }
    String name = "job-%d-record.pdf".formatted(jobId);
    return printer.pdf(
        PRINTED, "record.css", model, Printer.Paper.of(paper), name, request, response);
  }

  private JobState fill(long jobId, Model model) {
    JobDesk.Audited audited = desk.audited(jobId);
    JobDesk.OpenJob job = audited.job();
    model.addAttribute("job", job.row());
    model.addAttribute("workup", job.workup());
    model.addAttribute("state", job.workup().state());
    model.addAttribute("line", HopLine.of(job.workup(), clock.instant()));
    model.addAttribute("chain", audited.chain());
    model.addAttribute("now", clock.instant());
    model.addAttribute("token", UUID.randomUUID());
    return job.workup().state();
  }

  /** Entries in which all words stand, the latest of them up to a number, in their order. */
  private Stretch stretch(JobState state, String words, String upto) {
    List<JobEntry> fitting =
        words.isBlank()
            ? state.entries()
            : state.entries().stream().filter(e -> holds(e, words)).toList();
    long last = upto.matches("\\d{1,15}") ? Long.parseLong(upto) : Long.MAX_VALUE;
    int end = (int) fitting.stream().filter(e -> e.sequence() <= last).count();
    int start = Math.max(0, end - STRETCH);
    return new Stretch(
        fitting.subList(start, end).stream().map(e -> line(e, state)).toList(),
        start == 0 ? Optional.empty() : Optional.of(fitting.get(start - 1).sequence()),
        end == fitting.size()
            ? Optional.empty()
            : Optional.of(fitting.get(Math.min(fitting.size(), end + STRETCH) - 1).sequence()));
  }

  private boolean holds(JobEntry e, String typed) {
    String text = (e.sequence() + " " + e.who() + " " + words.of(e)).toLowerCase(Locale.ROOT);
    return Stream.of(typed.strip().toLowerCase(Locale.ROOT).split("\\s+")).allMatch(text::contains);
  }

  private Line line(JobEntry e, JobState state) {
    String struckBy =
        state
            .struckBy(e.sequence())
            .map(s -> "undone by " + s.madeBy() + ", entry " + s.sequence())
            .orElse("");
    return new Line(
        e.sequence(),
        e.at(),
        e.who(),
        words.of(e),
        struckBy,
        e.fact() instanceof Fact.Struck,
        e.claim());
  }
}
