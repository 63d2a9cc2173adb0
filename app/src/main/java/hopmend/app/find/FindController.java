package hopmend.app.find;

import hopmend.app.job.HopForms;
import hopmend.app.job.HopScreens;
import hopmend.app.job.HopScreens.Form;
import hopmend.app.job.JobDesk;
import hopmend.app.web.Sent;
import hopmend.job.Fact;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.springframework.web.bind.annotation.PostMapping;

/** Forms of hop 3. */
@HopForms
class FindController {
  private final HopScreens screens;
  private final JobDesk desk;

  FindController(HopScreens screens, JobDesk desk) {
    this.screens = screens;
    this.desk = desk;
  }

  /** What only the person who works can tell: of each trait what was picked, if anything was. */
  record Told(List<String> trait, List<String> value) {}

  @PostMapping("/jobs/{jobId:\\d{1,15}}/tell")
  String tell(Form form, @Sent Told sent) {
    Map<String, String> known = desk.look(form.jobId()).workup().state().told();
    List<Fact> facts = new ArrayList<>();
    for (int i = 0; i < Math.min(sent.trait().size(), sent.value().size()); i++) {
      String value = sent.value().get(i);
      if (!value.isBlank() && !value.equals(known.get(sent.trait().get(i)))) {
        facts.add(new Fact.TraitTold(sent.trait().get(i), value));
      }
    }
    return facts.isEmpty() ? form.done() : screens.append(form, facts.toArray(Fact[]::new));
  }

  record Confirmed(String site) {}

  @PostMapping("/jobs/{jobId:\\d{1,15}}/find/confirm")
  String confirm(Form form, @Sent Confirmed sent) {
    return screens.append(form, new Fact.SiteConfirmed(sent.site()));
  }
}
