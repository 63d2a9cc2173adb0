package hopmend.app.find;

import hopmend.app.catalog.Catalogs;
import hopmend.app.job.JobDesk;
import hopmend.app.web.NotHere;
import hopmend.app.web.Words;
import hopmend.catalog.VehicleCard;
import hopmend.drawing.Drawing;
import hopmend.find.Site;
import hopmend.find.SiteViews;
import hopmend.find.View;
import hopmend.job.ShopSettings;
import java.nio.charset.StandardCharsets;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;

/** A drawing by itself: large, to be zoomed and printed, or taken out as a file. */
@Controller
class DrawingController {
  private static final String OF_A_JOB = "/jobs/{jobId:\\d{1,15}}/find/drawing/{view:[a-z]{1,12}}";
  private static final String OF_A_CARD =
      "/cards/{id:[a-z0-9][a-z0-9-]{0,79}}/sensors/{site:[a-z0-9-]{1,80}}"
          + "/drawing/{view:[a-z]{1,12}}";
  private static final MediaType SVG = new MediaType("image", "svg+xml", StandardCharsets.UTF_8);

  private final JobDesk desk;
  private final Catalogs catalogs;
  private final ShopSettings shop;
  private final DrawingFile files;

  DrawingController(JobDesk desk, Catalogs catalogs, ShopSettings shop, DrawingFile files) {
    this.desk = desk;
    this.catalogs = catalogs;
    this.shop = shop;
    this.files = files;
  }

  @GetMapping(OF_A_JOB)
  String ofAJob(@PathVariable long jobId, @PathVariable String view, Model model) {
    return show(ofJob(jobId), view, "/jobs/" + jobId + "/find", model);
  }

  @GetMapping(OF_A_JOB + ".svg")
  ResponseEntity<String> fileOfAJob(@PathVariable long jobId, @PathVariable String view) {
    return file(ofJob(jobId), view);
  }

  @GetMapping(OF_A_CARD)
  String ofACard(
      @PathVariable String id, @PathVariable String site, @PathVariable String view, Model model) {
    return show(ofCard(id, site), view, "/cards/" + id, model);
  }

  @GetMapping(OF_A_CARD + ".svg")
  ResponseEntity<String> fileOfACard(
      @PathVariable String id, @PathVariable String site, @PathVariable String view) {
    return file(ofCard(id, site), view);
  }

  private SiteViews ofJob(long jobId) {
    return desk.look(jobId)
        .workup()
        .here()
        .views()
        .orElseThrow(() -> new NotHere("This job has found no sensor yet"));
  }

  private SiteViews ofCard(String id, String siteId) {
    VehicleCard card =
        catalogs
            .now()
            .card(id)
            .orElseThrow(() -> new NotHere("There is no card \"" + id + "\" here"));
    Site site =
        card.site(siteId)
            .orElseThrow(
                () ->
                    new NotHere(
                        "The card of the " + card.name() + " has no sensor \"" + siteId + "\""));
    return catalogs.now().views(card, site, shop.sides());
  }

  private static View view(SiteViews views, String path) {
    return views.views().stream()
        .filter(v -> v.path().equals(path))
        .findFirst()
        .orElseThrow(() -> new NotHere("There is no such drawing of this sensor"));
  }

  private static String show(SiteViews views, String path, String back, Model model) {
    View view = view(views, path);
    model.addAttribute("title", views.site().name() + ": " + Words.of(view));
    model.addAttribute("site", views.site());
    model.addAttribute("views", views.views());
    model.addAttribute("view", view);
    model.addAttribute("drawing", views.draw(view, Words.wording()));
    model.addAttribute("back", back);
    model.addAttribute(
        "path", back.startsWith("/jobs") ? back : back + "/sensors/" + views.site().id());
    return "find/drawing";
  }

  private ResponseEntity<String> file(SiteViews views, String path) {
    View view = view(views, path);
    Drawing drawing = views.draw(view, Words.wording());
    String name = views.site().id() + "-" + view.path() + ".svg";
    return ResponseEntity.ok()
        .contentType(SVG)
        .header(
            HttpHeaders.CONTENT_DISPOSITION,
            ContentDisposition.attachment().filename(name).build().toString())
        .body(files.svg(drawing, views.site().name()));
  }
}
