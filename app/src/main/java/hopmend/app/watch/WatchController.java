package hopmend.app.watch;

import hopmend.app.web.ListAsked;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The lead reads the log of security events. */
@Controller
class WatchController {
  private final SecurityEvents events;

  WatchController(SecurityEvents events) {
    this.events = events;
  }

  @GetMapping("/security")
  String list(
      @RequestParam(defaultValue = "") String words,
      @RequestParam(defaultValue = "") String after,
      @RequestParam(defaultValue = "") String before,
      Model model) {
    ListAsked asked = new ListAsked(words, after, before);
    model.addAttribute("words", asked.words());
    model.addAttribute("events", events.list(asked));
    return "watch/list";
  }
}
