package hopmend.app.pick;

import hopmend.app.job.HopForms;
import hopmend.app.job.HopScreens;
import hopmend.app.job.HopScreens.Form;
import hopmend.app.job.JobDesk;
import hopmend.app.web.InputProblem;
import hopmend.app.web.Sent;
import hopmend.job.Fact;
import hopmend.job.Workup;
import hopmend.part.Part;
import java.util.List;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;

/** Forms of hop 4. */
@HopForms
@RequestMapping("/jobs/{jobId:\\d{1,15}}/pick")
class PickController {
  private final HopScreens screens;
  private final JobDesk desk;

  PickController(HopScreens screens, JobDesk desk) {
    this.screens = screens;
    this.desk = desk;
  }

  record Chosen(String number, boolean pair, String reason) {}

  @PostMapping("/choose")
  String choose(Form form, @Sent Chosen sent) {
    Part part =
        desk.look(form.jobId())
            .workup()
            .here()
            .partChoice()
            .flatMap(c -> c.byNumber(sent.number()))
            .map(c -> c.part())
            .orElseThrow(() -> new InputProblem("number", "Pick one of the parts of the card."));
    return screens.append(
        form, new Fact.PartChosen(part.number(), sent.pair(), sent.reason().strip()));
  }

  /** A part that no card knows, as it was typed. */
  record Typed(String typedNumber, String make, String price) {
    Fact.PartChosen chosen() {
      if (typedNumber.isBlank()) {
        throw new InputProblem("typedNumber", "Type the number that stands on the part.");
      }
      return new Fact.PartChosen(
          typedNumber.strip(), false, "", new Fact.TypedPart(make.strip(), priceOrNone()));
    }

    private Double priceOrNone() {
      if (price.isBlank()) {
        return null;
      }
      try {
        double value = Double.parseDouble(price.strip().replace(',', '.'));
        if (value >= 0 && value <= 1_000_000) {
          return value;
        }
      } catch (NumberFormatException e) {
        // told below
      }
      throw new InputProblem("price", "Write the price as a number: 41.50.");
    }
  }

  @PostMapping("/type")
  String type(Form form, @Sent Typed sent) {
    return screens.append(form, sent.chosen());
  }

  /** Old against new: what differs, and that both were looked at. */
  record Compared(List<String> differs, boolean looked) {}

  @PostMapping("/compare")
  String compare(Form form, @Sent Compared sent) {
    Workup workup = desk.look(form.jobId()).workup();
    Part part =
        workup.here().chosenPart().orElseThrow(() -> new InputProblem("", "Choose a part first."));
    Fact.PartsCompared compared =
        new Fact.PartsCompared(
            workup.site().map(f -> f.site().fittedPart()).orElse(""),
            part.number(),
            sent.differs());
    // A difference that stops the work is told before anything else is asked for.
    desk.require(form.jobId(), form.submission(), compared);
    if (!sent.looked()) {
      throw new InputProblem(
          "looked",
          "Hold both parts side by side, plug the harness into the new one, then confirm.");
    }
    return screens.append(form, compared);
  }
}
