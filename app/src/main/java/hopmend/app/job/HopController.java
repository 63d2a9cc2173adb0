package hopmend.app.job;

import hopmend.app.job.HopScreens.Form;
import hopmend.app.web.InputProblem;
import hopmend.app.web.Sent;
import hopmend.job.Fact;
import hopmend.job.Hop;
import hopmend.job.HopLine;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.constraints.Pattern;
import java.time.Clock;
import java.util.Arrays;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.servlet.ModelAndView;

/** Opens the hops, and undoes what was done in any of them. */
@HopForms
class HopController {
  private final HopScreens screens;
  private final JobDesk desk;
  private final Clock clock;

  HopController(HopScreens screens, JobDesk desk, Clock clock) {
    this.screens = screens;
    this.desk = desk;
    this.clock = clock;
  }

  @GetMapping("/jobs/{jobId:\\d{1,15}}")
  String next(@PathVariable long jobId) {
    Hop next = HopLine.of(desk.look(jobId).workup(), clock.instant()).next();
    return "redirect:/jobs/" + jobId + "/" + next.path();
  }

  @GetMapping("/jobs/{jobId:\\d{1,15}}/{hop:read|prove|find|pick|swap|clear|relearn|verify}")
  ModelAndView open(
      @PathVariable long jobId, @PathVariable String hop, Model model, HttpServletRequest request) {
    return screens.open(jobId, hop(hop), model, request);
  }

  record Undone(
      @Pattern(regexp = "\\d{1,18}", message = "Name the entry to undo by its number.")
          String sequence,
      String reason) {
    Undone {
      reason = shortened(reason, 200);
    }
  }

  @PostMapping("/jobs/{jobId:\\d{1,15}}/undo")
  String undo(Form form, @Sent Undone sent) {
    return screens.append(form, new Fact.Struck(Long.parseLong(sent.sequence()), sent.reason()));
  }

  /** A sensor of the vehicle, by its card and its place there. */
  record TurnedTo(String sensor) {
    Fact.SensorChosen fact() {
      String[] named = sensor.split("/", 2);
      if (named.length < 2 || named[0].isBlank() || named[1].isBlank()) {
        throw new InputProblem("", "Pick a sensor of the list.");
      }
      return new Fact.SensorChosen(named[0], named[1]);
    }
  }

  /** Turns the job to another sensor: one of its own, or one more. */
  @PostMapping("/jobs/{jobId:\\d{1,15}}/turn-to")
  String turnTo(Form form, @Sent TurnedTo sent) {
    return screens.append(form, sent.fact());
  }

  private static Hop hop(String path) {
    return Arrays.stream(Hop.values())
        .filter(h -> h.path().equals(path))
        .findFirst()
        .orElse(Hop.READ);
  }

  private static String shortened(String text, int longest) {
    String s = text.strip();
    return s.length() <= longest ? s : s.substring(0, longest);
  }
}
