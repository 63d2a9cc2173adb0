package hopmend.app.swap;

import hopmend.app.job.HopForms;
import hopmend.app.job.HopScreens;
import hopmend.app.job.HopScreens.Form;
import hopmend.app.job.JobDesk;
import hopmend.app.web.InputProblem;
import hopmend.app.web.Sent;
import hopmend.app.web.TypedReading;
import hopmend.app.web.Words;
import hopmend.find.Attested;
import hopmend.job.Fact;
import hopmend.job.Hop;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.swap.Fastener;
import hopmend.swap.SlipGuard;
import hopmend.swap.Step;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.Optional;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;

/** Forms of hop 5. */
@HopForms
@RequestMapping("/jobs/{jobId:\\d{1,15}}/swap")
class SwapController {
  private final HopScreens screens;
  private final JobDesk desk;

  SwapController(HopScreens screens, JobDesk desk) {
    this.screens = screens;
    this.desk = desk;
  }

  /**
   * A step that was done.
   *
   * @param torque as the wrench was set, where the step tightens to a value
   * @param sure that a questioned torque is meant as it stands
   * @param foundSo how it was found done; empty where it was done here
   * @param origin from where the torque is, where the card has none
   * @param drive the size that fitted, where it was another than the card's
   */
  record Ticked(
      String step,
      String torque,
      String torqueUnit,
      boolean sure,
      String foundSo,
      Attested.Origin origin,
      @Size(max = 40, message = "Name the size in up to 40 characters.") String drive) {}

  @PostMapping("/tick")
  String tick(Form form, @Sent Ticked sent) {
    Step step =
        desk.look(form.jobId())
            .workup()
            .workOrder()
            .flatMap(o -> o.step(sent.step()))
            .orElseThrow(() -> new InputProblem("", "The work order has no such step."));
    String found = sent.foundSo().strip();
    Reading torque =
        step.fastener()
            .filter(f -> found.isEmpty())
            .flatMap(f -> f.isSnug() ? known(sent) : Optional.of(torque(sent, f)))
            .orElse(null);
    boolean snug = step.fastener().filter(Fastener::isSnug).isPresent();
    return screens.append(
        form,
        new Fact.StepTicked(
            step.id(),
            torque,
            found,
            torque != null && snug ? sent.origin() : null,
            found.isEmpty() ? sent.drive().strip() : ""));
  }

  /** A value that somebody knows where the card has none. */
  private static Optional<Reading> known(Ticked sent) {
    return sent.torque().isBlank()
        ? Optional.empty()
        : Optional.of(
            TypedReading.of("torque", sent.torque(), sent.torqueUnit(), MeasureUnit.NEWTON_METRE));
  }

  private static Reading torque(Ticked sent, Fastener fastener) {
    Reading typed =
        TypedReading.of("torque", sent.torque(), sent.torqueUnit(), MeasureUnit.NEWTON_METRE);
    SlipGuard guard = SlipGuard.judge(typed, fastener);
    if (guard.finding() != SlipGuard.Finding.SENSIBLE && !sent.sure()) {
      String meant =
          guard
              .likelyMeant()
              .map(
                  r ->
                      " Did you mean %s (%s)?"
                          .formatted(r.text(), r.to(MeasureUnit.NEWTON_METRE).text()))
              .orElse("");
      throw new InputProblem(
          "torque", Words.of(guard.says()) + meant + " " + Words.of(guard.finding().remedy()));
    }
    return typed;
  }

  /** Loose pieces that went off the vehicle, or back on it. */
  record Pieces(
      @Size(min = 1, max = 60, message = "Name the piece in 1 to 60 characters.") String item,
      @Pattern(regexp = "[1-9]\\d{0,2}", message = "Count the pieces: 1 to 999.") String count,
      String way) {
    Pieces {
      item = item.strip();
      count = count.strip();
    }

    int moved() {
      return Integer.parseInt(count) * (way.equals("back") ? -1 : 1);
    }
  }

  @PostMapping("/pieces")
  String pieces(Form form, @Sent Pieces sent) {
    return screens.append(form, new Fact.PiecesMoved(sent.item(), sent.moved()));
  }

  record AnsweredFor(String reason) {}

  /** Somebody answers for work with a danger that binds. */
  @PostMapping("/answer-for")
  String answerFor(Form form, @Sent AnsweredFor sent) {
    return screens.append(form, new Fact.GateOverruled(Hop.SWAP, sent.reason().strip()));
  }

  /**
   * What was done, or is watched.
   *
   * @param until the day until which it is watched; empty for anything else
   */
  record WrittenDown(String words, String until) {
    LocalDate day() {
      try {
        return until.isBlank() ? null : LocalDate.parse(until.strip());
      } catch (DateTimeParseException e) {
        throw new InputProblem("until", "Write the day as 2026-12-24.");
      }
    }
  }

  @PostMapping("/repair")
  String repair(Form form, @Sent WrittenDown sent) {
    return screens.append(form, new Fact.RepairNoted(sent.words().strip(), sent.day()));
  }
}
