package hopmend.app.read;

import hopmend.app.fleet.Fleet;
import hopmend.app.fleet.FleetVehicle;
import hopmend.app.job.HopScreens;
import hopmend.app.job.JobDesk;
import hopmend.app.web.InputProblem;
import hopmend.app.web.UploadedText;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.security.Principal;
import java.util.UUID;
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

  @PostMapping("/jobs")
  String open(
      @RequestParam(defaultValue = "") String title,
      @RequestParam(defaultValue = "") String fleetNumber,
      @RequestParam(defaultValue = "") String customer,
      @RequestParam(defaultValue = "") String text,
      @RequestParam(required = false) MultipartFile file,
      @RequestParam UUID token,
      Principal principal,
      Model model,
      HttpServletRequest request,
      HttpServletResponse response) {
    String report = text;
    try {
      report = UploadedText.of(file).orElse(text);
      if (!report.isBlank()) {
        intake.read(report);
      }
      String owner =
          customer.isBlank()
              ? fleet.numbered(fleetNumber).map(FleetVehicle::customer).orElse("")
              : customer;
      long id = desk.open(title, fleetNumber, owner, token, principal.getName());
      if (!report.isBlank()) {
        intake.append(
            id, report, new JobDesk.Submission(token, Long.MAX_VALUE, HopScreens.Form.by(request)));
      }
      return "redirect:/jobs/" + id + "/read";
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
