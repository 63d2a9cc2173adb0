package hopmend.app.picture;

import hopmend.app.catalog.Catalogs;
import hopmend.app.web.InputProblem;
import hopmend.app.web.NotHere;
import hopmend.app.web.Sent;
import hopmend.catalog.VehicleCard;
import hopmend.find.Site;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** Pictures of a sensor of a card. */
@Controller
@RequestMapping("/cards/{id:[a-z0-9][a-z0-9-]{0,79}}/sensors/{site:[a-z0-9-]{1,80}}/pictures")
class CardPictureController {
  private final Pictures pictures;
  private final Catalogs catalogs;

  CardPictureController(Pictures pictures, Catalogs catalogs) {
    this.pictures = pictures;
    this.catalogs = catalogs;
  }

  @GetMapping
  String show(
      @PathVariable String id,
      @PathVariable String site,
      @RequestParam(defaultValue = "") String picture,
      Model model) {
    VehicleCard card =
        catalogs
            .now()
            .card(id)
            .orElseThrow(() -> new NotHere("There is no card \"" + id + "\" here"));
    Site at =
        card.site(site)
            .orElseThrow(
                () ->
                    new NotHere(
                        "The card of the " + card.name() + " has no sensor \"" + site + "\""));
    List<SensorPicture> all = pictures.ofCard(id, site);
    model.addAttribute("card", card);
    model.addAttribute("site", at);
    model.addAttribute("title", "Pictures: " + at.name());
    model.addAttribute("pictures", all);
    all.stream()
        .filter(p -> p.id().equals(picture))
        .findFirst()
        .or(() -> all.stream().findFirst())
        .ifPresent(p -> model.addAttribute("picture", p));
    return "picture/card";
  }

  @PostMapping
  String take(
      @PathVariable String id,
      @PathVariable String site,
      @Sent JobPictureController.Taken sent,
      @RequestParam(required = false) MultipartFile picture,
      HttpServletRequest request,
      Model model) {
    show(id, site, "", model);
    String who = request.getUserPrincipal().getName();
    TakenPicture taken = pictures.take(picture, who);
    String kept = taken.id().toString();
    pictures.putOnCard(
        id,
        site,
        new SensorPicture(
            kept, sent.words().strip(), taken.width(), taken.height(), null, null, 0, who),
        who);
    return shown(id, site, kept);
  }

  @PostMapping("/mark")
  String mark(
      @PathVariable String id, @PathVariable String site, @Sent JobPictureController.Marked sent) {
    pictures.markOnCard(id, site, sent.picture(), sent.across(), sent.down());
    return shown(id, site, sent.picture());
  }

  @PostMapping("/put-away")
  String putAway(
      @PathVariable String id,
      @PathVariable String site,
      @Sent JobPictureController.Picked sent,
      HttpServletRequest request) {
    pictures.putAway(id, site, sent.picture(), request.getUserPrincipal().getName());
    return shown(id, site, "");
  }

  private static String shown(String id, String site, String picture) {
    return "redirect:/cards/"
        + id
        + "/sensors/"
        + site
        + "/pictures"
        + (picture.isEmpty() ? "" : "?picture=" + picture);
  }

  @ExceptionHandler
  String again(
      InputProblem p, Model model, HttpServletRequest request, HttpServletResponse response) {
    p.show(model, response);
    String[] way = request.getRequestURI().split("/");
    return NotHere.or(() -> show(way[2], way[4], "", model), model, response);
  }
}
