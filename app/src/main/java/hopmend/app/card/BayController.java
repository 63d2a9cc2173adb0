package hopmend.app.card;

import hopmend.app.catalog.Cards;
import hopmend.app.catalog.Catalogs;
import hopmend.app.web.InputProblem;
import hopmend.app.web.NotHere;
import hopmend.app.web.Sent;
import hopmend.app.web.Words;
import hopmend.catalog.VehicleCard;
import hopmend.find.Bay;
import hopmend.find.BayDrawing;
import hopmend.find.UsualLandmark;
import hopmend.job.ShopSettings;
import hopmend.swap.Obstruction;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.constraints.Size;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;

/** What stands in a bay and is easy to recognise: battery, air box, tanks. */
@Controller
@RequestMapping("/cards/{id:[a-z0-9][a-z0-9-]{0,79}}/bay")
class BayController {
  private final Cards cards;
  private final Catalogs catalogs;
  private final ShopSettings shop;

  BayController(Cards cards, Catalogs catalogs, ShopSettings shop) {
    this.cards = cards;
    this.catalogs = catalogs;
    this.shop = shop;
  }

  private VehicleCard told(String id) {
    return catalogs
        .now()
        .told(id)
        .orElseThrow(() -> new NotHere("There is no card \"" + id + "\" here"));
  }

  @GetMapping
  String show(@PathVariable String id, Model model) {
    VehicleCard card = told(id);
    model.addAttribute("card", card);
    model.addAttribute("title", "What stands in the bay: " + card.name());
    model.addAttribute("usual", UsualLandmark.names());
    model.addAttribute(
        "drawing",
        BayDrawing.draw(card.engine(), card.bay(), card.sides(shop.sides()), Words.wording()));
    return "card/bay";
  }

  /**
   * Something that stands there.
   *
   * @param seen the revision of the card that was shown
   * @param tapX where the drawing was tapped, in its own units
   */
  record Stands(
      String seen,
      @Size(min = 1, max = 40, message = "Pick what it is, or name it in up to 40 characters.")
          String name,
      String tapX,
      String tapY) {
    Stands {
      name = name.strip();
    }
  }

  @PostMapping
  String stands(@PathVariable String id, @Sent Stands sent, HttpServletRequest request) {
    VehicleCard card = told(id);
    if (!sent.tapX().matches("-?\\d{1,5}(\\.\\d{1,6})?")
        || !sent.tapY().matches("-?\\d{1,5}(\\.\\d{1,6})?")) {
      throw new InputProblem("tapX", "Tap the place in the drawing first.");
    }
    UsualLandmark usual = UsualLandmark.named(sent.name());
    String inTheWay =
        card.obstructions().stream()
            .filter(o -> o.name().equals(sent.name()))
            .map(Obstruction::id)
            .findFirst()
            .orElse(null);
    Bay bay =
        card.bay()
            .with(
                sent.name(),
                BayDrawing.placeAt(
                    card.bay(), Double.parseDouble(sent.tapX()), Double.parseDouble(sent.tapY())),
                usual.wideMm(),
                usual.deepMm(),
                inTheWay);
    return kept(card.with(bay), sent.seen(), "where the " + sent.name() + " stands", request);
  }

  /** Which of them. */
  record Gone(String seen, String name) {}

  @PostMapping("/gone")
  String gone(@PathVariable String id, @Sent Gone sent, HttpServletRequest request) {
    VehicleCard card = told(id);
    return kept(
        card.with(card.bay().without(sent.name())),
        sent.seen(),
        "no " + sent.name() + " stands there",
        request);
  }

  private String kept(VehicleCard card, String seen, String why, HttpServletRequest request) {
    int revision = seen.matches("\\d{1,6}") ? Integer.parseInt(seen) : 0;
    cards.keep(card, revision, why, request.getUserPrincipal().getName());
    return "redirect:/cards/" + card.id() + "/bay";
  }

  @ExceptionHandler
  String again(
      InputProblem p, Model model, HttpServletRequest request, HttpServletResponse response) {
    p.show(model, response);
    return NotHere.or(() -> show(request.getRequestURI().split("/")[2], model), model, response);
  }
}
