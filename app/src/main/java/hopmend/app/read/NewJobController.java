package hopmend.app.read;

import hopmend.app.fleet.Fleet;
import hopmend.app.fleet.FleetVehicle;
import hopmend.app.job.HopScreens;
import hopmend.app.job.JobDesk;
import hopmend.app.web.InputProblem;
import hopmend.app.web.Sent;
import hopmend.job.Fact;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** Opens a job, with or without a scan text. */
@Controller
class NewJobController {
  private final JobDesk desk;
  private final ScanIntake intake;
  private final SentReports reports;
  private final Fleet fleet;

  NewJobController(JobDesk desk, ScanIntake intake, SentReports reports, Fleet fleet) {
    this.desk = desk;
    this.intake = intake;
    this.reports = reports;
    this.fleet = fleet;
  }

  @GetMapping("/jobs/new")
  String fresh(@RequestParam(defaultValue = "") String fleetNumber, Model model) {
    model.addAttribute("token", UUID.randomUUID());
    fleet
        .numbered(fleetNumber)
        .ifPresent(
            v -> {
              model.addAttribute("customer", v.customer());
              model.addAttribute("known", v);
            });
    model.addAttribute("offered", fleet.offered());
    return "read/new";
  }

  /** A job to be opened, perhaps with a report. */
  record Opened(String title, String fleetNumber, String customer, String text, String token) {
    UUID once() {
      try {
        return UUID.fromString(token);
      } catch (IllegalArgumentException e) {
        throw new InputProblem("", "The form was incomplete. Look at it again and retry.");
      }
    }
  }

  @PostMapping("/jobs")
  String open(
      @Sent Opened sent,
      @RequestParam(required = false) List<MultipartFile> file,
      HttpServletRequest request) {
    String who = request.getUserPrincipal().getName();
    String report = reports.text(sent.text(), file, who);
    // Shown again if something will not do: a file has to be picked anew, its text has not.
    request.setAttribute("text", report);
    JobDesk.Submission form =
        new JobDesk.Submission(sent.once(), Long.MAX_VALUE, HopScreens.by(request));
    Optional<ScanIntake.Taken> taken =
        report.isBlank() ? Optional.empty() : Optional.of(intake.take(report, who));
    return "redirect:/jobs/" + open(sent, form, taken) + "/read";
  }

  /** Of two that are sent at once with one token, the later finds the job of the earlier. */
  private long open(Opened sent, JobDesk.Submission form, Optional<ScanIntake.Taken> taken) {
    String owner =
        sent.customer().isBlank()
            ? fleet.numbered(sent.fleetNumber()).map(FleetVehicle::customer).orElse("")
            : sent.customer();
    try {
      return desk.open(
          sent.title(),
          sent.fleetNumber(),
          owner,
          form,
          taken.map(t -> List.of(t.fact())).orElse(List.of()),
          taken.map(ScanIntake.Taken::kept));
    } catch (DataIntegrityViolationException e) {
      return desk.opened(form.token()).orElseThrow(() -> e);
    }
  }

  @ExceptionHandler({InputProblem.class, Fact.Improper.class})
  String again(RuntimeException e, Model model, HttpServletResponse response) {
    InputProblem.of(e).show(model, response);
    return fresh("", model);
  }
}
