package hopmend.app.prove;

import hopmend.app.job.HopForms;
import hopmend.app.job.HopScreens;
import hopmend.app.job.HopScreens.Form;
import hopmend.app.job.JobDesk;
import hopmend.app.web.InputProblem;
import hopmend.app.web.Sent;
import hopmend.app.web.TypedReading;
import hopmend.job.Fact;
import hopmend.job.Workup;
import hopmend.measure.Reading;
import hopmend.prove.Check;
import hopmend.prove.Measurement;
import hopmend.sensor.Band;
import hopmend.swap.Work;
import java.util.Optional;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;

/** Forms of hop 2. */
@HopForms
@RequestMapping("/jobs/{jobId:\\d{1,15}}/prove")
class ProveController {
  private final HopScreens screens;
  private final JobDesk desk;

  ProveController(HopScreens screens, JobDesk desk) {
    this.screens = screens;
    this.desk = desk;
  }

  /**
   * The answer to a check.
   *
   * @param outcome what was found, where nothing is measured
   * @param value what was measured, else
   * @param companion what the limits depend on, for example the temperature of a thermistor
   * @param sure that a value far outside the limits is meant as it stands
   */
  record Answer(
      String check,
      String outcome,
      String value,
      String valueUnit,
      String companion,
      String companionUnit,
      boolean sure) {}

  @PostMapping("/answer")
  String answer(Form form, @Sent Answer sent) {
    Workup workup = desk.look(form.jobId()).workup();
    Check check =
        workup
            .here()
            .check(sent.check())
            .orElseThrow(() -> new InputProblem("", "The sheet has no such check."));
    if (workup.here().isJudged(check)) {
      return screens.append(form, measured(sent, workup, check, check.measured().get()));
    }
    if (sent.outcome().isBlank()) {
      throw new InputProblem("outcome", "Pick what you found.");
    }
    return screens.append(form, new Fact.CheckAnswered(check.id(), sent.outcome(), null, null));
  }

  private static Fact.CheckAnswered measured(
      Answer sent, Workup workup, Check check, Measurement measurement) {
    Reading value = TypedReading.of("value", sent.value(), sent.valueUnit(), measurement.unit());
    Optional<Reading> companion =
        measurement
            .companion()
            .map(
                c ->
                    TypedReading.of("companion", sent.companion(), sent.companionUnit(), c.unit()));
    Band band =
        workup
            .here()
            .band(check, measurement, companion)
            .orElseThrow(
                () -> new InputProblem("companion", measurement.companion().orElseThrow().asked()));
    Optional<Reading> meant = band.likelyMeant(value);
    if (meant.isPresent() && !sent.sure()) {
      throw new InputProblem(
          "value",
          "%s is far outside %s. Did you mean %s? Change the unit, or send it once more with \"I am sure\"."
              .formatted(value.text(), band.text(), meant.get().text()));
    }
    String outcome = measurement.outcomeFor(band.judge(value).side());
    return new Fact.CheckAnswered(check.id(), outcome, value, companion.orElse(null));
  }

  /**
   * What the sensor needs.
   *
   * @param work id of the work that carries it out
   */
  record TakenVerdict(String work, String reason) {}

  @PostMapping("/verdict")
  String verdict(Form form, @Sent TakenVerdict sent) {
    Workup workup = desk.look(form.jobId()).workup();
    if (workup.verdict().isEmpty() && !workup.accusesNoSensor()) {
      throw new InputProblem("", "Read the codes and pin down the vehicle first.");
    }
    Work work =
        workup.here().works().stream()
            .filter(w -> w.id().equals(sent.work()))
            .findFirst()
            .orElseThrow(() -> new InputProblem("work", "Pick what it needs."));
    return screens.append(form, workup.here().taking(work, sent.reason().strip()));
  }
}
