package hopmend.app.prove;

import hopmend.app.job.HopForms;
import hopmend.app.job.HopScreens.Form;
import hopmend.app.job.JobDesk;
import hopmend.app.web.HeavyWork;
import hopmend.app.web.InputProblem;
import hopmend.app.web.Sent;
import hopmend.app.web.UploadedText;
import hopmend.app.web.Words;
import hopmend.job.Fact;
import hopmend.prove.Check;
import hopmend.report.LoggerTable;
import hopmend.trace.RingReading;
import java.util.List;
import java.util.Optional;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** Checks of hop 2 that a recording answers. */
@HopForms
@RequestMapping("/jobs/{jobId:\\d{1,15}}/prove")
class TraceController {
  private final JobDesk desk;
  private final HeavyWork heavy;

  TraceController(JobDesk desk, HeavyWork heavy) {
    this.desk = desk;
    this.heavy = heavy;
  }

  /**
   * How a recording is to be read.
   *
   * @param signal the column; empty for the one that is called so, or the only one
   * @param perSecond samples a second, where the file does not tell the time
   */
  record Asked(String check, String signal, String perSecond, boolean unsure) {}

  @PostMapping("/trace")
  String trace(Form form, @Sent Asked sent, @RequestParam(required = false) MultipartFile trace) {
    Check check =
        desk.look(form.jobId())
            .workup()
            .here()
            .check(sent.check())
            .filter(Check::takesATrace)
            .orElseThrow(() -> new InputProblem("", "The sheet has no such check."));
    String csv =
        UploadedText.of(trace)
            .orElseThrow(() -> new InputProblem("trace", "Pick a recording (CSV) first."));
    Optional<Double> perSecond = perSecond(sent.perSecond());
    RingReading read =
        heavy.few(
            "trace",
            form.submission().by().who(),
            csv.length(),
            () -> RingReading.of(csv, sent.signal(), perSecond));
    if (read.ring().isEmpty()) {
      throw new InputProblem("trace", Words.of(read.problems()));
    }
    String name = UploadedText.name(trace, "recording.csv");
    JobDesk.Kept kept = JobDesk.Kept.of(name, "text/csv", csv);
    desk.append(
        form.jobId(),
        form.submission(),
        List.of(
            new Fact.CheckAnswered(
                check.id(),
                check.shownBy(read.ring().get()).id(),
                null,
                null,
                null,
                sent.unsure(),
                new Fact.Traced(
                    kept.id().toString(), name, read.signal(), perSecond.orElse(null)))),
        Optional.of(kept));
    return form.done();
  }

  private static Optional<Double> perSecond(String typed) {
    if (typed.isBlank()) {
      return Optional.empty();
    }
    try {
      double rate = LoggerTable.number(typed.strip());
      if (rate >= 1 && rate <= 1e9) {
        return Optional.of(rate);
      }
    } catch (NumberFormatException e) {
      // told below together with what is out of range
    }
    throw new InputProblem("perSecond", "Samples a second: a number from 1 to 1000000000.");
  }
}
