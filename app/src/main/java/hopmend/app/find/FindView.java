package hopmend.app.find;

import hopmend.app.job.HopView;
import hopmend.app.job.JobPage;
import hopmend.app.web.Words;
import hopmend.catalog.VehicleCard;
import hopmend.find.CodePlace;
import hopmend.find.Site;
import hopmend.job.Hop;
import hopmend.sensor.Trait;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/**
 * What hop 3 shows: the site on its drawing, the question that settles it, or that there is none.
 */
@Component
class FindView implements HopView {
  @Override
  public Hop hop() {
    return Hop.FIND;
  }

  @Override
  public void fill(Model model, JobPage page) {
    page.workup()
        .place()
        .ifPresent(
            place -> {
              model.addAttribute("place", place);
              if (place instanceof CodePlace.Found found) {
                fill(model, page, page.workup().card().orElseThrow(), found);
              } else if (place instanceof CodePlace.Asks asks) {
                ask(model, page, asks);
              }
            });
  }

  private static void ask(Model model, JobPage page, CodePlace.Asks asks) {
    Trait trait = page.workup().catalog().traitsByName().get(asks.trait());
    model.addAttribute("question", trait);
    model.addAttribute("answers", asks.values().isEmpty() ? trait.values() : asks.values());
  }

  private static void fill(Model model, JobPage page, VehicleCard card, CodePlace.Found found) {
    Site site = found.site();
    List<Site> others =
        card.told()
            .filter(s -> s.family().equals(site.family()) && !s.id().equals(site.id()))
            .toList();
    model.addAttribute("found", found);
    model.addAttribute("card", card);
    model.addAttribute("asked", page.workup().here().asked());
    model.addAttribute("further", page.workup().furtherSensors());
    model.addAttribute("others", others);
    card.drawing(site, Words.wording()).ifPresent(d -> model.addAttribute("drawing", d));
    page.workup()
        .catalog()
        .exhaust(card, site, Words.wording())
        .ifPresent(d -> model.addAttribute("exhaust", d));
    model.addAttribute(
        "inTheWay",
        page.workup().workOrder().orElseThrow().steps().stream()
            .filter(s -> s.id().startsWith("off:"))
            .toList());
  }
}
