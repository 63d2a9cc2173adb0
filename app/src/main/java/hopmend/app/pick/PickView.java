package hopmend.app.pick;

import hopmend.app.job.HopView;
import hopmend.app.job.JobPage;
import hopmend.catalog.VehicleCard;
import hopmend.job.Hop;
import hopmend.job.Target;
import hopmend.part.Comeback;
import hopmend.part.Part;
import hopmend.part.PartChoice;
import hopmend.part.PartRecord;
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
    Optional<PartChoice> choice = page.workup().here().partChoice();
    if (choice.isEmpty()) {
      return;
    }
    model.addAttribute("choice", choice.get());
    model.addAttribute("currency", page.workup().shop().currency());
    model.addAttribute(
        "recommended", choice.get().recommended().map(c -> c.part().number()).orElse(""));
    model.addAttribute("twin", page.workup().here().twin().map(Target::name).orElse(""));
    model.addAttribute("pair", page.workup().here().pairQuestion().orElse(null));
    VehicleCard card = page.workup().card().orElseThrow();
    String fitted = page.workup().site().orElseThrow().site().fittedPart();
    model.addAttribute("fitted", fitted);
    if (fitted != null) {
      model.addAttribute("resolved", PartChoice.resolve(fitted, card.parts()));
    }
    page.workup()
        .here()
        .comparison()
        .ifPresent(
            beside -> {
              model.addAttribute("chosen", page.workup().here().chosenPart().orElseThrow());
              model.addAttribute("comparison", beside);
            });
    model.addAttribute("comeback", new Comebacks(page.workup().shop().record()));
    page.workup()
        .cost()
        .filter(c -> !c.parts().isEmpty())
        .ifPresent(c -> model.addAttribute("cost", c));
  }

  /** Gives templates the comeback estimate of a part. */
  public static final class Comebacks {
    private final PartRecord record;

    Comebacks(PartRecord record) {
      this.record = record;
    }

    /** What the shop's own jobs count of a make. */
    public PartRecord.Count ofMake(String make) {
      return record.of(make);
    }

    public Comeback of(Part part) {
      return Comeback.of(part.fitted(), part.cameBack());
    }
  }
}
