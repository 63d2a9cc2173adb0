package hopmend.app.verify;

import hopmend.app.job.HopForms;
import hopmend.app.job.HopScreens;
import hopmend.app.job.HopScreens.Form;
import hopmend.app.job.JobDesk;
import hopmend.app.web.InputProblem;
import hopmend.app.web.Sent;
import hopmend.app.web.TypedReading;
import hopmend.app.web.UploadedText;
import hopmend.app.web.Words;
import hopmend.job.Fact;
import hopmend.job.JobEntry;
import hopmend.job.Target;
import hopmend.job.Workup;
import hopmend.measure.Reading;
import hopmend.verify.DriveLog;
import hopmend.verify.ProofFigure;
import hopmend.verify.SensorProof;
import hopmend.verify.TraceFigure;
import jakarta.servlet.http.HttpServletRequest;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** Proofs of a sensor that are judged by figures: typed, or told by a log. */
@HopForms
@RequestMapping("/jobs/{jobId:\\d{1,15}}/verify")
class MeasuredProofController {
  private final HopScreens screens;
  private final JobDesk desk;
  private final SentLogs logs;

  MeasuredProofController(HopScreens screens, JobDesk desk, SentLogs logs) {
    this.screens = screens;
    this.desk = desk;
    this.logs = logs;
  }

  /** Which proof of which sensor. */
  record Which(String site, String proof) {}

  /** A proof with the sensor that it is about. */
  private record Meant(Target target, SensorProof proof) {
    static Meant of(Workup workup, Which which) {
      return workup
          .target(which.site())
          .flatMap(t -> t.proof(which.proof()).map(p -> new Meant(t, p)))
          .filter(m -> !m.target.figures(m.proof).isEmpty())
          .orElseThrow(() -> new InputProblem("", "Nothing is measured for this proof."));
    }

    Fact.ProofSeen seen(List<Fact.FigureRead> figures, String log) {
      return target.measured(proof, figures, log);
    }
  }

  /** Each figure stands in a field of its name, with its unit beside it. */
  @PostMapping("/measured")
  String measured(Form form, @Sent Which which, HttpServletRequest request) {
    Meant meant = Meant.of(desk.look(form.jobId()).workup(), which);
    List<Fact.FigureRead> figures = new ArrayList<>();
    for (ProofFigure f : meant.target().figures(meant.proof())) {
      Reading value =
          TypedReading.of(
              "value-" + f.id(),
              sent(request, "value-" + f.id()),
              sent(request, "unit-" + f.id()),
              f.right().unit());
      figures.add(new Fact.FigureRead(f.id(), value));
    }
    return screens.append(form, meant.seen(figures, ""));
  }

  private static String sent(HttpServletRequest request, String field) {
    return Optional.ofNullable(request.getParameter(field)).orElse("");
  }

  /**
   * A log that was kept since the clearing, or that comes now.
   *
   * @param log id of the kept one; empty for a file
   */
  record Traced(String site, String proof, String log) {}

  @PostMapping("/traced")
  String traced(Form form, @Sent Traced sent, @RequestParam(required = false) MultipartFile trace) {
    Workup workup = desk.look(form.jobId()).workup();
    Meant meant = Meant.of(workup, new Which(sent.site(), sent.proof()));
    if (sent.log().isEmpty()) {
      return fromFile(form, meant, trace);
    }
    String kept =
        workup.state().logs().stream()
            .map(JobEntry::fact)
            .map(Fact::keptText)
            .filter(sent.log()::equals)
            .findFirst()
            .flatMap(id -> desk.text(form.jobId(), id))
            .orElseThrow(() -> new InputProblem("trace", "That log is not here. Keep it again."));
    return screens.append(
        form, meant.seen(figures(meant, logs.signals(form, "trace", kept)), sent.log()));
  }

  private String fromFile(Form form, Meant meant, MultipartFile file) {
    String csv =
        UploadedText.of(file)
            .orElseThrow(() -> new InputProblem("trace", "Pick a log (CSV) first."));
    DriveLog log = logs.signals(form, "trace", csv);
    List<Fact.FigureRead> figures = figures(meant, log);
    JobDesk.Kept kept = JobDesk.Kept.of("log of signals", "text/csv", csv);
    String id = kept.id().toString();
    String names =
        meant.proof().signals().stream().map(s -> s.label()).collect(Collectors.joining(", "));
    desk.append(
        form.jobId(),
        form.submission(),
        List.of(new Fact.LiveLogged(id, names, log.samples().size()), meant.seen(figures, id)),
        Optional.of(kept));
    return form.done();
  }

  private static List<Fact.FigureRead> figures(Meant meant, DriveLog log) {
    Map<ProofFigure, TraceFigure.Told> told = meant.target().told(meant.proof(), log);
    String untold =
        told.entrySet().stream()
            .flatMap(
                e ->
                    e.getValue().why().stream()
                        .map(w -> e.getKey().right().what() + ": " + Words.of(w)))
            .collect(Collectors.joining(" "));
    if (!untold.isEmpty()) {
      throw new InputProblem("trace", untold);
    }
    return told.entrySet().stream()
        .map(e -> new Fact.FigureRead(e.getKey().id(), e.getValue().value().orElseThrow()))
        .toList();
  }
}
