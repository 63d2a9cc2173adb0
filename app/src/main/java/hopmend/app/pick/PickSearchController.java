package hopmend.app.pick;

import hopmend.app.job.HopScreens;
import hopmend.app.job.JobPage;
import hopmend.app.part.PartRow;
import hopmend.app.part.Parts;
import hopmend.app.web.ListAsked;
import hopmend.app.web.Paged;
import hopmend.job.Hop;
import hopmend.job.Target;
import hopmend.part.Fit;
import hopmend.part.Need;
import hopmend.part.Part;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;

/** Any part of the whole list, held against what the job needs. */
@Controller
class PickSearchController {
  private final HopScreens screens;
  private final Parts parts;

  PickSearchController(HopScreens screens, Parts parts) {
    this.screens = screens;
    this.parts = parts;
  }

  @GetMapping("/jobs/{jobId:\\d{1,15}}/pick/search")
  String search(
      @PathVariable long jobId,
      @RequestParam(defaultValue = "") String words,
      @RequestParam(defaultValue = "") String after,
      @RequestParam(defaultValue = "") String before,
      Model model) {
    JobPage page = screens.frame(jobId, Hop.PICK, model);
    Target here = page.workup().here();
    ListAsked asked = new ListAsked(words, after, before);
    model.addAttribute("words", asked.words());
    Optional<Need> need = here.picking().need();
    if (need.isPresent() && !asked.words().isBlank()) {
      Paged<PartRow> found = parts.list(asked, need.get().family());
      model.addAttribute("found", found);
      List<Part> all = found.rows().stream().map(PartRow::part).toList();
      model.addAttribute("fits", all.stream().map(p -> Fit.of(p, need.get())).toList());
    }
    return "pick/search";
  }
}
