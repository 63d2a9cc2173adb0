package hopmend.app.prove;

import hopmend.app.job.HopScreens;
import hopmend.app.job.HopScreens.Form;
import hopmend.app.job.JobDesk;
import hopmend.app.web.InputProblem;
import hopmend.job.Fact;
import hopmend.job.Workup;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.prove.Check;
import hopmend.prove.Measurement;
import hopmend.prove.Remedy;
import hopmend.sensor.Band;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;

/** Forms of hop 2. */
@Controller
@RequestMapping("/jobs/{jobId:\\d{1,15}}/prove")
class ProveController {
  private final HopScreens screens;
  private final JobDesk desk;

  ProveController(HopScreens screens, JobDesk desk) {
    this.screens = screens;
    this.desk = desk;
  }

  @PostMapping("/answer")
  String answer(Form form, Model model) {
    return screens.submit(form, model, () -> List.of(answered(form)));
  }

  private Fact.CheckAnswered answered(Form form) {
    Workup workup = desk.look(form.jobId()).workup();
    Check check =
        workup
            .check(form.field("check"))
            .orElseThrow(() -> new InputProblem("", "The sheet has no such check."));
    if (workup.isJudged(check)) {
      return measured(form, workup, check, check.measured().get());
    }
    String outcome = form.field("outcome");
    if (outcome.isBlank()) {
      throw new InputProblem("outcome", "Pick what you found.");
    }
    return new Fact.CheckAnswered(check.id(), outcome, null, null);
  }

  private static Fact.CheckAnswered measured(
      Form form, Workup workup, Check check, Measurement measurement) {
    Reading value = reading(form, "value", "valueUnit", measurement.unit());
    Optional<Reading> companion =
        measurement.companion().map(c -> reading(form, "companion", "companionUnit", c.unit()));
    Band band =
        workup
            .band(check, measurement, companion)
            .orElseThrow(
                () -> new InputProblem("companion", measurement.companion().orElseThrow().asked()));
    Optional<Reading> meant = band.likelyMeant(value);
    if (meant.isPresent() && form.field("sure").isEmpty()) {
      throw new InputProblem(
          "value",
          "%s is far outside %s. Did you mean %s? Change the unit, or send it once more with \"I am sure\"."
              .formatted(value.text(), band.text(), meant.get().text()));
    }
    String outcome = measurement.outcomeFor(band.judge(value).side());
    return new Fact.CheckAnswered(check.id(), outcome, value, companion.orElse(null));
  }

  private static Reading reading(Form form, String field, String unitField, MeasureUnit asked) {
    try {
      MeasureUnit unit =
          MeasureUnit.bySymbol(form.field(unitField))
              .filter(u -> u.quantity() == asked.quantity())
              .orElse(asked);
      return Reading.parse(form.field(field), unit);
    } catch (Reading.UnreadableReading e) {
      throw new InputProblem(field, e.getMessage());
    }
  }

  @PostMapping("/verdict")
  String verdict(Form form, Model model) {
    return screens.submit(form, model, () -> List.of(verdict(form)));
  }

  private Fact.VerdictTaken verdict(Form form) {
    Workup workup = desk.look(form.jobId()).workup();
    Remedy remedy =
        Arrays.stream(Remedy.values())
            .filter(r -> r.name().equals(form.field("remedy")))
            .findFirst()
            .orElseThrow(() -> new InputProblem("remedy", "Pick a verdict."));
    if (workup.verdict().isEmpty() && !workup.accusesNoSensor()) {
      throw new InputProblem("", "Read the codes and pin down the vehicle first.");
    }
    return new Fact.VerdictTaken(
        remedy,
        workup.verdict().map(v -> v.suspect().id()).orElse(""),
        workup.diagnosis().map(d -> d.probability(remedy)).orElse(1.0),
        form.field("reason").strip());
  }
}
