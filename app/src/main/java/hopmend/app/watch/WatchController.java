package hopmend.app.watch;

import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The lead reads the log of security events. */
@Controller
@PreAuthorize("hasRole('LEAD')")
class WatchController {
  private final SecurityEvents events;

  WatchController(SecurityEvents events) {
    this.events = events;
  }

  @GetMapping("/security")
  String list(
      @RequestParam(defaultValue = "") String words,
      @RequestParam(defaultValue = "0") String page,
      Model model) {
    String wanted = words.length() > 100 ? words.substring(0, 100) : words;
    int number = page.matches("\\d{1,6}") ? Integer.parseInt(page) : 0;
    model.addAttribute("words", wanted);
    model.addAttribute("events", events.list(wanted, number));
    return "watch/list";
  }
}
