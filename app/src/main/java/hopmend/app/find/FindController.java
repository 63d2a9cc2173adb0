package hopmend.app.find;

import hopmend.app.job.HopForms;
import hopmend.app.job.HopScreens;
import hopmend.app.job.HopScreens.Form;
import hopmend.app.web.Sent;
import hopmend.job.Fact;
import org.springframework.web.bind.annotation.PostMapping;

/** Forms of hop 3. */
@HopForms
class FindController {
  private final HopScreens screens;

  FindController(HopScreens screens) {
    this.screens = screens;
  }

  record Confirmed(String site) {}

  @PostMapping("/jobs/{jobId:\\d{1,15}}/find/confirm")
  String confirm(Form form, @Sent Confirmed sent) {
    return screens.append(form, new Fact.SiteConfirmed(sent.site()));
  }
}
