package hopmend.app.read;

import hopmend.app.job.JobDesk;
import hopmend.app.web.InputProblem;
import jakarta.servlet.http.HttpServletResponse;
import java.security.Principal;
import java.util.UUID;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Opens a job, with or without a scan text. */
@Controller
class NewJobController {
  private final JobDesk desk;
  private final ScanIntake intake;

  NewJobController(JobDesk desk, ScanIntake intake) {
    this.desk = desk;
    this.intake = intake;
  }

  @GetMapping("/jobs/new")
  String fresh(Model model) {
    model.addAttribute("token", UUID.randomUUID());
    return "read/new";
  }

  @PostMapping("/jobs")
  String open(
      @RequestParam(defaultValue = "") String title,
      @RequestParam(defaultValue = "") String fleetNumber,
      @RequestParam(defaultValue = "") String customer,
      @RequestParam(defaultValue = "") String text,
      @RequestParam UUID token,
      Principal principal,
      Model model,
      HttpServletResponse response) {
    try {
      if (!text.isBlank()) {
        intake.read(text);
      }
      long id = desk.open(title, fleetNumber, customer, token, principal.getName());
      if (!text.isBlank()) {
        intake.append(id, text, new JobDesk.Submission(token, Long.MAX_VALUE, principal.getName()));
      }
      return "redirect:/jobs/" + id + "/read";
    } catch (InputProblem p) {
      p.show(model, response);
      model.addAttribute("token", token);
      model.addAttribute("title", title);
      model.addAttribute("fleetNumber", fleetNumber);
      model.addAttribute("customer", customer);
      model.addAttribute("text", text);
      return "read/new";
    }
  }
}
