package hopmend.app.find;

import hopmend.app.job.HopView;
import hopmend.app.job.JobPage;
import hopmend.app.web.Words;
import hopmend.catalog.VehicleCard;
import hopmend.find.BayDrawing;
import hopmend.find.ChassisDrawing;
import hopmend.find.Site;
import hopmend.find.SiteFinder;
import hopmend.job.Hop;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** What hop 3 shows: the plan view with the site marked. */
@Component
class FindView implements HopView {
  @Override
  public Hop hop() {
    return Hop.FIND;
  }

  @Override
  public void fill(Model model, JobPage page) {
    page.workup()
        .site()
        .ifPresent(found -> fill(model, page, page.workup().card().orElseThrow(), found));
  }

  private static void fill(Model model, JobPage page, VehicleCard card, SiteFinder found) {
    Site site = found.site();
    List<Site> sites = card.sites().stream().filter(s -> s.family().equals(site.family())).toList();
    model.addAttribute("found", found);
    model.addAttribute("card", card);
    model.addAttribute("asked", page.workup().here().asked());
    model.addAttribute("further", page.workup().furtherSensors());
    model.addAttribute("others", sites.stream().filter(s -> s != site).toList());
    model.addAttribute(
        "drawing",
        site.isOutsideBay()
            ? ChassisDrawing.draw(card.chassis(), sites, site, Words.wording())
            : BayDrawing.draw(card.engine(), card.bay(), sites, site, Words.wording()));
    model.addAttribute(
        "inTheWay",
        page.workup().workOrder().orElseThrow().steps().stream()
            .filter(s -> s.id().startsWith("off:"))
            .toList());
  }
}
