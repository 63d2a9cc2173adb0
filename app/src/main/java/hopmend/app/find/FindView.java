package hopmend.app.find;

import hopmend.app.job.HopView;
import hopmend.app.job.JobDesk;
import hopmend.app.job.JobPage;
import hopmend.app.picture.Pictures;
import hopmend.app.picture.SensorPicture;
import hopmend.app.web.Words;
import hopmend.catalog.VehicleCard;
import hopmend.find.CodePlace;
import hopmend.find.Site;
import hopmend.find.SiteViews;
import hopmend.find.View;
import hopmend.job.About;
import hopmend.job.Hop;
import hopmend.job.Target;
import hopmend.job.Workup;
import hopmend.sensor.Trait;
import jakarta.servlet.http.HttpServletRequest;
import java.util.List;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/**
 * What hop 3 shows: the site on its drawing, the question that settles it, or that there is none.
 */
@Component
class FindView implements HopView {
  private static final int LANDMARKS = 3;

  private final HttpServletRequest request;
  private final Pictures pictures;

  FindView(HttpServletRequest request, Pictures pictures) {
    this.request = request;
    this.pictures = pictures;
  }

  @Override
  public Hop hop() {
    return Hop.FIND;
  }

  /** The job's own first, then those of the card that are not the same. */
  @Override
  public void read(Model model, JobDesk.OpenJob job) {
    List<SensorPicture> own = pictures.of(job.workup().state());
    About about = job.workup().about();
    List<SensorPicture> all =
        Stream.concat(
                own.stream(),
                pictures.ofCard(about.card(), about.site()).stream()
                    .filter(p -> own.stream().noneMatch(o -> o.id().equals(p.id()))))
            .toList();
    model.addAttribute("pictures", all);
    all.stream()
        .filter(p -> p.id().equals(request.getParameter("picture")))
        .findFirst()
        .or(() -> all.stream().findFirst())
        .ifPresent(p -> model.addAttribute("picture", p));
  }

  @Override
  public void fill(Model model, JobPage page) {
    page.workup()
        .place()
        .ifPresent(
            place -> {
              model.addAttribute("place", place);
              if (place instanceof CodePlace.Found found) {
                fill(model, page.workup(), found);
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

  private void fill(Model model, Workup workup, CodePlace.Found found) {
    VehicleCard card = workup.card().orElseThrow();
    Target here = workup.here();
    Site site = here.site().orElseThrow();
    SiteViews views = here.views().orElseThrow();
    model.addAttribute("found", found);
    model.addAttribute("site", site);
    model.addAttribute("card", card);
    model.addAttribute("landmarks", site.landmarks().stream().limit(LANDMARKS).toList());
    List<Trait> later = here.askedByProofs();
    model.addAttribute("asked", here.asked().stream().filter(t -> !later.contains(t)).toList());
    model.addAttribute("further", workup.furtherSensors());
    model.addAttribute("lookalike", views.lookalike().orElse(null));
    model.addAttribute("others", views.alike());
    model.addAttribute("ways", here.ways());
    model.addAttribute("plug", here.plugWatch().orElse(null));
    model.addAttribute("signal", here.watched().orElse(null));
    model.addAttribute("plugCautions", here.cautionsAtThePlug());
    draw(model, here, views.views());
    model.addAttribute(
        "inTheWay",
        workup.workOrder().orElseThrow().steps().stream()
            .filter(s -> s.id().startsWith("off:"))
            .toList());
  }

  private void draw(Model model, Target here, List<View> all) {
    model.addAttribute("views", all);
    all.stream()
        .filter(v -> v.path().equals(request.getParameter("view")))
        .findFirst()
        .or(() -> all.stream().findFirst())
        .ifPresent(
            view -> {
              model.addAttribute("view", view);
              model.addAttribute("drawing", here.drawn(view, Words.wording()));
            });
  }
}
