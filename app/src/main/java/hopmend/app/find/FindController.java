package hopmend.app.find;

import hopmend.app.job.HopScreens;
import hopmend.app.job.HopScreens.Form;
import hopmend.app.job.JobDesk;
import hopmend.app.web.InputProblem;
import hopmend.job.Fact;
import hopmend.job.Hop;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;

/** Forms of hop 3. */
@Controller
class FindController {
  private final HopScreens screens;
  private final JobDesk desk;

  FindController(HopScreens screens, JobDesk desk) {
    this.screens = screens;
    this.desk = desk;
  }

  @PostMapping("/jobs/{jobId:\\d{1,15}}/find/confirm")
  String confirm(
      @PathVariable long jobId,
      Model model,
      HttpServletRequest request,
      HttpServletResponse response) {
    Form form = new Form(jobId, Hop.FIND, request, response);
    return screens.submit(
        form,
        model,
        () -> {
          String site =
              desk.look(jobId)
                  .workup()
                  .site()
                  .map(f -> f.site().id())
                  .orElseThrow(() -> new InputProblem("", "The card names no such place."));
          if (!site.equals(form.field("site"))) {
            throw new InputProblem(
                "", "The code now points at another sensor. Look at the drawing again.");
          }
          return List.of(new Fact.SiteConfirmed(site));
        });
  }
}
