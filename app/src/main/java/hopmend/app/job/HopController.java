package hopmend.app.job;

import hopmend.app.job.HopScreens.Form;
import hopmend.app.web.InputProblem;
import hopmend.job.Fact;
import hopmend.job.Hop;
import hopmend.job.HopLine;
import java.time.Clock;
import java.util.Arrays;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;

/** Opens the hops, and what can be done in any of them: undo, note. */
@Controller
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
  String show(@PathVariable long jobId, @PathVariable String hop, Model model) {
    return screens.show(jobId, hop(hop), model);
  }

  @PostMapping("/jobs/{jobId:\\d{1,15}}/undo")
  String undo(Form form, Model model) {
    return screens.submit(
        form,
        model,
        () -> {
          try {
            long sequence = Long.parseLong(form.field("sequence"));
            return List.of(new Fact.Struck(sequence, shortened(form.field("reason"), 200)));
          } catch (NumberFormatException e) {
            throw new InputProblem("", "Name the entry to undo by its number.");
          }
        });
  }

  @PostMapping("/jobs/{jobId:\\d{1,15}}/note")
  String note(Form form, Model model) {
    return screens.run(
        form,
        model,
        () -> {
          try {
            Fact note = new Fact.NoteAdded(form.field("words").strip());
            desk.append(form.jobId(), form.submission(), List.of(note));
          } catch (InputProblem p) {
            // The field of a note stands on no hop page: what is wrong is told at its head.
            throw new InputProblem("", p.getMessage());
          }
        });
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
