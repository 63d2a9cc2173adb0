package hopmend.app.job;

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
      @RequestParam(defaultValue = "0") String page,
      Model model) {
    String wanted = words.length() > 100 ? words.substring(0, 100) : words;
    int number = page.matches("\\d{1,6}") ? Integer.parseInt(page) : 0;
    model.addAttribute("words", wanted);
    model.addAttribute("jobs", desk.list(wanted, number));
    return "job/list";
  }
}
