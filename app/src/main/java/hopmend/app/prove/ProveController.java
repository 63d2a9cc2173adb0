package hopmend.app.prove;

import hopmend.app.job.HopScreens;
import hopmend.app.job.HopScreens.Form;
import hopmend.app.job.JobDesk;
import hopmend.app.web.InputProblem;
import hopmend.job.Fact;
import hopmend.job.Hop;
import hopmend.job.Workup;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.prove.Check;
import hopmend.prove.Measurement;
import hopmend.prove.Remedy;
import hopmend.prove.Verdict;
import hopmend.sensor.Band;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.PathVariable;
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
  String answer(
      @PathVariable long jobId,
      Model model,
      HttpServletRequest request,
      HttpServletResponse response) {
    Form form = new Form(jobId, Hop.PROVE, request, response);
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
  String verdict(
      @PathVariable long jobId,
      Model model,
      HttpServletRequest request,
      HttpServletResponse response) {
    Form form = new Form(jobId, Hop.PROVE, request, response);
    return screens.submit(form, model, () -> List.of(verdict(form)));
  }

  private Fact.VerdictTaken verdict(Form form) {
    Workup workup = desk.look(form.jobId()).workup();
    Verdict computed =
        workup.verdict().orElseThrow(() -> new InputProblem("", "Read the codes first."));
    Remedy remedy =
        Arrays.stream(Remedy.values())
            .filter(r -> r.name().equals(form.field("remedy")))
            .findFirst()
            .orElseThrow(() -> new InputProblem("remedy", "Pick a verdict."));
    double probability = workup.diagnosis().orElseThrow().probability(remedy);
    return new Fact.VerdictTaken(
        remedy, computed.suspect().id(), probability, form.field("reason").strip());
  }
}
