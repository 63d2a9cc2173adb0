package hopmend.app.job;

import hopmend.app.web.ListAsked;
import java.security.Principal;
import java.time.Clock;
import java.time.LocalDate;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The list of jobs. */
@Controller
class JobsController {
  private final JobDesk desk;
  private final Clock clock;

  JobsController(JobDesk desk, Clock clock) {
    this.desk = desk;
    this.clock = clock;
  }

  @GetMapping("/")
  String home() {
    return "redirect:/jobs";
  }

  @GetMapping("/jobs")
  String list(
      @RequestParam(defaultValue = "") String words,
      @RequestParam(defaultValue = "") String after,
      @RequestParam(defaultValue = "") String before,
      @RequestParam(defaultValue = "") String show,
      Principal principal,
      Model model) {
    JobFilter filter = JobFilter.of(show);
    LocalDate today = LocalDate.now(clock);
    ListAsked asked =
        new ListAsked(words, after, before, filter.forPerson(principal.getName(), today));
    model.addAttribute("today", today);
    model.addAttribute("filters", JobFilter.values());
    model.addAttribute("filter", filter);
    model.addAttribute("now", clock.instant());
    model.addAttribute("words", asked.words());
    model.addAttribute("jobs", desk.list(asked));
    return "job/list";
  }
}
