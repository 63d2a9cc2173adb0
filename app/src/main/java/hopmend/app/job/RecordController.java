package hopmend.app.job;

import hopmend.job.Claim;
import hopmend.job.Fact;
import hopmend.job.HopLine;
import hopmend.job.JobEntry;
import hopmend.job.JobState;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;

/** The record of a job: every entry with who and when, and the sheet to print for the file. */
@Controller
class RecordController {
  private final JobDesk desk;
  private final FactWords words;
  private final Clock clock;

  RecordController(JobDesk desk, FactWords words, Clock clock) {
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

  @GetMapping("/jobs/{jobId:\\d{1,15}}/record")
  String record(@PathVariable long jobId, Model model) {
    fill(jobId, model);
    return "job/record";
  }

  @GetMapping("/jobs/{jobId:\\d{1,15}}/print")
  String print(@PathVariable long jobId, Model model) {
    fill(jobId, model);
    return "job/print";
  }

  private void fill(long jobId, Model model) {
    JobDesk.OpenJob job = desk.look(jobId);
    JobState state = job.workup().state();
    model.addAttribute("job", job.row());
    model.addAttribute("workup", job.workup());
    model.addAttribute("state", state);
    model.addAttribute("line", HopLine.of(job.workup(), clock.instant()));
    model.addAttribute("lines", lines(state));
    model.addAttribute("chain", desk.verify(jobId));
    model.addAttribute("now", clock.instant());
    model.addAttribute("token", UUID.randomUUID());
  }

  private List<Line> lines(JobState state) {
    return state.entries().stream().map(e -> line(e, state)).toList();
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
