package hopmend.app.pick;

import hopmend.app.job.HopScreens;
import hopmend.app.job.HopScreens.Form;
import hopmend.app.job.JobDesk;
import hopmend.app.web.InputProblem;
import hopmend.job.Fact;
import hopmend.job.Workup;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;

/** Forms of hop 4. */
@Controller
@RequestMapping("/jobs/{jobId:\\d{1,15}}/pick")
class PickController {
  private final HopScreens screens;
  private final JobDesk desk;

  PickController(HopScreens screens, JobDesk desk) {
    this.screens = screens;
    this.desk = desk;
  }

  @PostMapping("/choose")
  String choose(Form form, Model model) {
    return screens.submit(form, model, () -> List.of(chosen(form)));
  }

  private Fact.PartChosen chosen(Form form) {
    Workup workup = desk.look(form.jobId()).workup();
    String number =
        workup
            .partChoice()
            .flatMap(c -> c.byNumber(form.field("number")))
            .map(c -> c.part().number())
            .orElseThrow(() -> new InputProblem("number", "Pick one of the parts of the card."));
    return new Fact.PartChosen(number, !form.field("pair").isEmpty(), form.field("reason").strip());
  }

  @PostMapping("/compare")
  String compare(Form form, Model model) {
    return screens.submit(form, model, () -> List.of(compared(form)));
  }

  private Fact.PartsCompared compared(Form form) {
    Workup workup = desk.look(form.jobId()).workup();
    var part = workup.chosenPart().orElseThrow(() -> new InputProblem("", "Choose a part first."));
    Fact.PartsCompared compared =
        new Fact.PartsCompared(
            workup.site().orElseThrow().site().fittedPart(), part.number(), form.fields("differs"));
    desk.require(form.jobId(), form.submission(), compared);
    if (form.field("looked").isEmpty()) {
      throw new InputProblem(
          "looked",
          "Hold both parts side by side, plug the harness into the new one, then confirm.");
    }
    return compared;
  }
}
