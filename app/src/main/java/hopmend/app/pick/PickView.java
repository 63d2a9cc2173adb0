package hopmend.app.pick;

import hopmend.app.job.HopView;
import hopmend.app.job.JobPage;
import hopmend.app.web.Words;
import hopmend.job.Hop;
import hopmend.job.Target;
import hopmend.part.BenchDrawing;
import hopmend.part.CostPicture;
import hopmend.part.PartChoice;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** What hop 4 shows: candidates by fit and true cost, the pair question, old beside new. */
@Component
class PickView implements HopView {
  @Override
  public Hop hop() {
    return Hop.PICK;
  }

  @Override
  public void fill(Model model, JobPage page) {
    Target here = page.workup().here();
    if (here.renewsSeal()) {
      model.addAttribute("ring", RingShown.of(page.workup()));
    }
    Optional<PartChoice> choice = here.partChoice();
    if (choice.isEmpty()) {
      return;
    }
    model.addAttribute("choice", choice.get());
    model.addAttribute("currency", page.workup().shop().currency());
    model.addAttribute("best", choice.get().recommended().map(c -> c.part().key()).orElse(""));
    model.addAttribute("contest", here.picking().contest().orElse(null));
    if (choice.get().open().stream().anyMatch(c -> c.cost().known())) {
      model.addAttribute("costs", CostPicture.draw(choice.get(), Words.wording()));
    }
    model.addAttribute("twin", here.twin().map(Target::name).orElse(""));
    model.addAttribute("pair", here.picking().pairQuestion().orElse(null));
    model.addAttribute("fitted", here.picking().fittedNumber().orElse(null));
    model.addAttribute("old", here.picking().oldNumber().orElse(null));
    here.chosenPart()
        .flatMap(p -> choice.get().byKey(p.key()))
        .ifPresent(c -> model.addAttribute("chosen", c));
    here.picking()
        .bench()
        .ifPresent(
            bench -> {
              model.addAttribute("beside", bench);
              model.addAttribute("laidOut", BenchDrawing.draw(bench, Words.wording()).orElse(null));
            });
    page.workup()
        .cost()
        .filter(c -> !c.parts().isEmpty())
        .ifPresent(c -> model.addAttribute("cost", c));
  }
}
