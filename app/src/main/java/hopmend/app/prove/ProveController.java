package hopmend.app.prove;

import hopmend.app.job.HopForms;
import hopmend.app.job.HopScreens;
import hopmend.app.job.HopScreens.Form;
import hopmend.app.job.JobDesk;
import hopmend.app.web.InputProblem;
import hopmend.app.web.Sent;
import hopmend.app.web.TypedReading;
import hopmend.app.web.Words;
import hopmend.job.Fact;
import hopmend.job.Workup;
import hopmend.measure.Reading;
import hopmend.prove.Check;
import hopmend.prove.Measurement;
import hopmend.sensor.Band;
import hopmend.sensor.SignalModel;
import hopmend.swap.Work;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
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
   * @param besides what sharpens them, for example the altitude; empty where nobody knows
   * @param sure that a value far outside the limits is meant as it stands
   * @param unsure that who answers would not swear to it
   */
  record Answer(
      String check,
      String outcome,
      String value,
      String valueUnit,
      String companion,
      String companionUnit,
      String besides,
      String besidesUnit,
      boolean sure,
      boolean unsure) {}

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
    return screens.append(
        form,
        new Fact.CheckAnswered(
            check.id(), sent.outcome(), null, null, null, sent.unsure(), null, null));
  }

  /**
   * Something that is known of the fault without a check: the one is told, the other is empty.
   *
   * @param so the clue that it is so
   * @param not the clue that it is not so
   */
  record Clue(String so, String not) {}

  @PostMapping("/clue")
  String clue(Form form, @Sent Clue sent) {
    boolean so = !sent.so().isBlank();
    return screens.append(form, new Fact.ClueTold(so ? sent.so() : sent.not(), so));
  }

  /**
   * Looks that were done at one walk round the vehicle.
   *
   * @param look the check and what was seen, {@code filter-look=nest}, of what was looked at
   */
  record Looks(List<String> look) {}

  @PostMapping("/looks")
  String looks(Form form, @Sent Looks sent) {
    Map<String, String> seen = new LinkedHashMap<>();
    for (String look : sent.look()) {
      String[] named = look.split("=", 2);
      if (named.length == 2 && seen.put(named[0], named[1]) != null) {
        throw new InputProblem("look", "Tick one result of each look; two of one were ticked.");
      }
    }
    if (seen.isEmpty()) {
      throw new InputProblem("look", "Tick what you saw; leave out what you did not look at.");
    }
    List<Fact> answers = new ArrayList<>();
    seen.forEach((check, outcome) -> answers.add(new Fact.CheckAnswered(check, outcome)));
    return screens.append(form, answers);
  }

  private static Fact.CheckAnswered measured(
      Answer sent, Workup workup, Check check, Measurement measurement) {
    Reading value = TypedReading.of("value", sent.value(), sent.valueUnit(), measurement.unit());
    SignalModel.Told told =
        new SignalModel.Told(
            measurement
                .companion()
                .map(c -> told("companion", sent.companion(), sent.companionUnit(), c))
                .orElse(null),
            measurement
                .besides()
                .filter(c -> !sent.besides().isBlank())
                .map(c -> told("besides", sent.besides(), sent.besidesUnit(), c))
                .orElse(null));
    Band band = workup.here().band(check, measurement, told).orElseThrow();
    Optional<Reading> meant = band.likelyMeant(value);
    if (meant.isPresent() && !sent.sure()) {
      throw new InputProblem(
          "value",
          "%s is far outside %s. Did you mean %s? Change the unit, or send it once more with \"I am sure\"."
              .formatted(value.text(), Words.of(band.says()), meant.get().text()));
    }
    String outcome = measurement.outcomeFor(band.judge(value).side());
    return new Fact.CheckAnswered(
        check.id(), outcome, value, told.companion(), told.besides(), sent.unsure(), null, null);
  }

  private static Reading told(String field, String typed, String unit, SignalModel.Companion of) {
    Reading reading = TypedReading.of(field, typed, unit, of.unit());
    if (!of.takes(reading)) {
      throw new InputProblem(field, Words.of(of.asked()));
    }
    return reading;
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
