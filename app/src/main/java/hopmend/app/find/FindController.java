package hopmend.app.find;

import hopmend.app.job.HopScreens;
import hopmend.app.job.HopScreens.Form;
import hopmend.job.Fact;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.PostMapping;

/** Forms of hop 3. */
@Controller
class FindController {
  private final HopScreens screens;

  FindController(HopScreens screens) {
    this.screens = screens;
  }

  @PostMapping("/jobs/{jobId:\\d{1,15}}/find/confirm")
  String confirm(Form form, Model model) {
    return screens.submit(
        form,
        model,
        () -> {
          return List.of(new Fact.SiteConfirmed(form.field("site")));
        });
  }
}
