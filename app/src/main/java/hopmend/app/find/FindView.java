package hopmend.app.find;

import hopmend.app.job.HopView;
import hopmend.app.job.JobPage;
import hopmend.app.web.Words;
import hopmend.catalog.Catalog;
import hopmend.catalog.VehicleCard;
import hopmend.drawing.Drawing;
import hopmend.find.BayDrawing;
import hopmend.find.ChassisDrawing;
import hopmend.find.CodePlace;
import hopmend.find.ExhaustDrawing;
import hopmend.find.Site;
import hopmend.job.Hop;
import hopmend.sensor.Trait;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
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
    drawing(card, site, others).ifPresent(d -> model.addAttribute("drawing", d));
    exhaust(page.workup().catalog(), card, site).ifPresent(d -> model.addAttribute("exhaust", d));
    model.addAttribute(
        "inTheWay",
        page.workup().workOrder().orElseThrow().steps().stream()
            .filter(s -> s.id().startsWith("off:"))
            .toList());
  }

  /** For what is counted along the exhaust: the order of its stops. */
  private static Optional<Drawing> exhaust(Catalog catalog, VehicleCard card, Site site) {
    if (!isInTheExhaust(catalog, site) || !card.engine().isTold()) {
      return Optional.empty();
    }
    List<Site> along =
        card.sites().stream()
            .filter(s -> isInTheExhaust(catalog, s))
            .filter(s -> !card.isComplete(s.family()) || !s.typical())
            .toList();
    int catalysts = card.traits().getOrDefault("catalysts", List.of()).contains("2") ? 2 : 1;
    return Optional.of(ExhaustDrawing.draw(card.engine(), catalysts, along, site, Words.wording()));
  }

  private static boolean isInTheExhaust(Catalog catalog, Site site) {
    return catalog.sheet(site.family()).filter(s -> s.typical().isInTheExhaust()).isPresent();
  }

  /** Nothing is drawn of an engine that nobody has told. */
  private static Optional<Drawing> drawing(VehicleCard card, Site site, List<Site> others) {
    if (!card.engine().isTold()) {
      return Optional.empty();
    }
    List<Site> drawn = Stream.concat(others.stream(), Stream.of(site)).toList();
    return Optional.of(
        site.isOutsideBay()
            ? ChassisDrawing.draw(card.chassis(), drawn, site, Words.wording())
            : BayDrawing.draw(card.engine(), card.bay(), drawn, site, Words.wording()));
  }
}
