package hopmend.app.read;

import hopmend.app.fleet.Fleet;
import hopmend.app.fleet.FleetVehicle;
import hopmend.app.job.HopScreens;
import hopmend.app.job.JobDesk;
import hopmend.app.web.InputProblem;
import hopmend.app.web.UploadedText;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** Opens a job, with or without a scan text. */
@Controller
class NewJobController {
  private final JobDesk desk;
  private final ScanIntake intake;
  private final Fleet fleet;

  NewJobController(JobDesk desk, ScanIntake intake, Fleet fleet) {
    this.desk = desk;
    this.intake = intake;
    this.fleet = fleet;
  }

  @GetMapping("/jobs/new")
  String fresh(@RequestParam(defaultValue = "") String fleetNumber, Model model) {
    model.addAttribute("token", UUID.randomUUID());
    model.addAttribute("fleetNumber", fleetNumber);
    fleet
        .numbered(fleetNumber)
        .ifPresent(
            v -> {
              model.addAttribute("customer", v.customer());
              model.addAttribute("known", v);
            });
    return form(model);
  }

  private String form(Model model) {
    model.addAttribute("offered", fleet.offered());
    return "read/new";
  }

  /** Of two that are sent at once with one token, the later finds the job of the earlier. */
  private long open(
      String title,
      String fleetNumber,
      String owner,
      UUID token,
      Optional<ScanIntake.Taken> taken,
      HttpServletRequest request) {
    JobDesk.Submission form =
        new JobDesk.Submission(token, Long.MAX_VALUE, HopScreens.Form.by(request));
    try {
      return desk.open(
          title,
          fleetNumber,
          owner,
          form,
          taken.map(t -> List.of(t.fact())).orElse(List.of()),
          taken.map(ScanIntake.Taken::kept));
    } catch (DataIntegrityViolationException e) {
      return desk.opened(token).orElseThrow(() -> e);
    }
  }

  @PostMapping("/jobs")
  String open(
      @RequestParam(defaultValue = "") String title,
      @RequestParam(defaultValue = "") String fleetNumber,
      @RequestParam(defaultValue = "") String customer,
      @RequestParam(defaultValue = "") String text,
      @RequestParam(required = false) MultipartFile file,
      @RequestParam UUID token,
      Model model,
      HttpServletRequest request,
      HttpServletResponse response) {
    String report = text;
    try {
      report = UploadedText.of(file).orElse(text);
      Optional<ScanIntake.Taken> taken =
          report.isBlank()
              ? Optional.empty()
              : Optional.of(intake.take(report, request.getUserPrincipal().getName()));
      String owner =
          customer.isBlank()
              ? fleet.numbered(fleetNumber).map(FleetVehicle::customer).orElse("")
              : customer;
      return "redirect:/jobs/" + open(title, fleetNumber, owner, token, taken, request) + "/read";
    } catch (InputProblem p) {
      p.show(model, response);
      model.addAttribute("token", token);
      model.addAttribute("title", title);
      model.addAttribute("fleetNumber", fleetNumber);
      model.addAttribute("customer", customer);
      model.addAttribute("text", report);
      return form(model);
    }
  }
}
