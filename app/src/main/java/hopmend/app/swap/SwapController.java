package hopmend.app.swap;

import hopmend.app.job.HopScreens;
import hopmend.app.job.HopScreens.Form;
import hopmend.app.job.JobDesk;
import hopmend.app.web.InputProblem;
import hopmend.job.Fact;
import hopmend.job.Hop;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.swap.Fastener;
import hopmend.swap.SlipGuard;
import hopmend.swap.Step;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;

/** Forms of hop 5. */
@Controller
@RequestMapping("/jobs/{jobId:\\d{1,15}}/swap")
class SwapController {
  private final HopScreens screens;
  private final JobDesk desk;

  SwapController(HopScreens screens, JobDesk desk) {
    this.screens = screens;
    this.desk = desk;
  }

  @PostMapping("/tick")
  String tick(Form form, Model model) {
    return screens.submit(form, model, () -> List.of(ticked(form)));
  }

  private Fact.StepTicked ticked(Form form) {
    Step step =
        desk.look(form.jobId())
            .workup()
            .workOrder()
            .flatMap(o -> o.step(form.field("step")))
            .orElseThrow(() -> new InputProblem("", "The work order has no such step."));
    return new Fact.StepTicked(
        step.id(), step.fastener().filter(f -> !f.isSnug()).map(f -> torque(form, f)).orElse(null));
  }

  private static Reading torque(Form form, Fastener fastener) {
    Reading typed;
    try {
      MeasureUnit unit =
          MeasureUnit.bySymbol(form.field("torqueUnit"))
              .filter(u -> u.quantity() == MeasureUnit.Quantity.TORQUE)
              .orElse(MeasureUnit.NEWTON_METRE);
      typed = Reading.parse(form.field("torque"), unit);
    } catch (Reading.UnreadableReading e) {
      throw new InputProblem("torque", e.getMessage());
    }
    SlipGuard guard = SlipGuard.judge(typed, fastener);
    boolean questioned = guard.finding() != SlipGuard.Finding.SENSIBLE;
    if (questioned && form.field("sure").isEmpty()) {
      String meant =
          guard
              .likelyMeant()
              .map(
                  r ->
                      " Did you mean %s (%s)?"
                          .formatted(r.text(), r.to(MeasureUnit.NEWTON_METRE).text()))
              .orElse("");
      throw new InputProblem("torque", guard.sentence() + meant + " " + guard.finding().remedy());
    }
    return typed;
  }

  @PostMapping("/pieces")
  String pieces(Form form, Model model) {
    return screens.submit(
        form,
        model,
        () -> {
          String item = form.field("item").strip();
          if (item.isEmpty() || item.length() > 60) {
            throw new InputProblem("item", "Name the piece in 1 to 60 characters.");
          }
          String count = form.field("count").strip();
          if (!count.matches("[1-9]\\d{0,2}")) {
            throw new InputProblem("count", "Count the pieces: 1 to 999.");
          }
          int sign = form.field("way").equals("back") ? -1 : 1;
          return List.of(new Fact.PiecesMoved(item, sign * Integer.parseInt(count)));
        });
  }

  /** Somebody answers for work with a danger that binds. */
  @PostMapping("/answer-for")
  String answerFor(Form form, Model model) {
    return screens.submit(
        form, model, () -> List.of(new Fact.GateOverruled(Hop.SWAP, form.field("reason").strip())));
  }

  @PostMapping("/repair")
  String repair(Form form, Model model) {
    return screens.submit(
        form, model, () -> List.of(new Fact.RepairNoted(form.field("words").strip())));
  }
}
