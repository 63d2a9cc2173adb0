package hopmend.app.job;

import hopmend.app.web.ListAsked;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The list of jobs. */
@Controller
class JobsController {
  private final JobDesk desk;

  JobsController(JobDesk desk) {
    this.desk = desk;
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
      Model model) {
    ListAsked asked = new ListAsked(words, after, before);
    model.addAttribute("words", asked.words());
    model.addAttribute("jobs", desk.list(asked));
    return "job/list";
  }
}
