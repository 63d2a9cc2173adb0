package hopmend.app.card;

import hopmend.app.catalog.CardRevision;
import hopmend.app.catalog.Cards;
import hopmend.app.catalog.Catalogs;
import hopmend.app.job.HopScreens;
import hopmend.app.job.JobDesk;
import hopmend.app.web.InputProblem;
import hopmend.app.web.ListAsked;
import hopmend.app.web.NotHere;
import hopmend.app.web.Sent;
import hopmend.app.web.SentFields;
import hopmend.app.web.Words;
import hopmend.catalog.CardDiff;
import hopmend.catalog.Catalog;
import hopmend.catalog.SiteTold;
import hopmend.catalog.VehicleCard;
import hopmend.drawing.Drawing;
import hopmend.find.Attested;
import hopmend.find.BayDrawing;
import hopmend.find.CodePlace;
import hopmend.find.Level;
import hopmend.find.Site;
import hopmend.find.TypicalPlan;
import hopmend.find.View;
import hopmend.job.Fact;
import hopmend.job.ShopSettings;
import hopmend.measure.MeasureUnit;
import hopmend.swap.Obstruction;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The list of cards, a card, and the builder that begins one at the vehicle. */
@Controller
class CardController {
  private static final String ID = "{id:[a-z0-9][a-z0-9-]{0,79}}";

  private final Cards cards;
  private final Catalogs catalogs;
  private final JobDesk desk;
  private final ShopSettings shop;
  private final Clock clock;

  CardController(Cards cards, Catalogs catalogs, JobDesk desk, ShopSettings shop, Clock clock) {
    this.cards = cards;
    this.catalogs = catalogs;
    this.desk = desk;
    this.shop = shop;
    this.clock = clock;
  }

  @GetMapping("/cards")
  String list(
      @RequestParam(defaultValue = "") String words,
      @RequestParam(defaultValue = "") String after,
      @RequestParam(defaultValue = "") String before,
      @RequestParam(defaultValue = "") String job,
      Model model) {
    job(job)
        .flatMap(j -> j.workup().state().vehicle().map(v -> j))
        .ifPresent(
            j -> {
              model.addAttribute("job", j.row().id());
              model.addAttribute("token", UUID.randomUUID());
              model.addAttribute("seen", j.workup().state().lastSequence());
            });
    ListAsked asked = new ListAsked(words, after, before);
    model.addAttribute("words", asked.words());
    model.addAttribute("cards", cards.list(asked));
    model.addAttribute("catalog", catalogs.now());
    return "card/list";
  }

  private VehicleCard known(String id) {
    return catalogs
        .now()
        .card(id)
        .orElseThrow(() -> new NotHere("There is no card \"" + id + "\" here"));
  }

  /** A card with its sensors, and what one of its revisions changed. */
  @GetMapping("/cards/" + ID)
  String show(@PathVariable String id, @RequestParam(defaultValue = "0") int changed, Model model) {
    VehicleCard card = known(id);
    List<CardRevision> revisions = cards.revisions(id);
    model.addAttribute("card", card);
    model.addAttribute("revisions", revisions);
    cards
        .shipsLater(id)
        .ifPresent(
            ships -> {
              model.addAttribute("ships", ships);
              model.addAttribute(
                  "shipsDiff", CardDiff.of(catalogs.now().told(id).orElseThrow(), ships));
            });
    model.addAttribute(
        "drawing",
        BayDrawing.draw(card.engine(), card.bay(), card.sides(shop.sides()), Words.wording()));
    catalogs
        .revision(id, changed)
        .ifPresent(
            after -> {
              model.addAttribute("changed", changed);
              revisions.stream()
                  .filter(r -> r.revision() < changed)
                  .findFirst()
                  .flatMap(r -> catalogs.revision(id, r.revision()))
                  .ifPresent(before -> model.addAttribute("diff", CardDiff.of(before, after)));
            });
    return "card/page";
  }

  // The builder

  @GetMapping("/cards/new")
  String begin(
      @Sent CardForm form,
      @RequestParam(defaultValue = "") String job,
      @RequestParam(defaultValue = "") String like,
      Model model,
      HttpServletRequest request) {
    Optional<VehicleCard> from = catalogs.now().card(like);
    boolean chosen = request.getParameter("arrangement") != null;
    CardForm shown =
        chosen ? form : from.map(CardForm::like).orElseGet(() -> CardForm.fresh(yearOf(job)));
    return begin(shown, job, model);
  }

  private String begin(CardForm form, String job, Model model) {
    model.addAttribute("form", form);
    model.addAttribute("job", job);
    model.addAttribute("stands", CardForm.STANDS);
    model.addAttribute("catalog", catalogs.now());
    try {
      var engine = form.engine();
      model.addAttribute(
          "drawing",
          BayDrawing.draw(
              engine, TypicalPlan.bay(engine), form.sides(shop.sides()), Words.wording()));
      model.addAttribute("engine", engine);
    } catch (InputProblem p) {
      if (!model.containsAttribute("problem")) {
        model.addAttribute("problem", p);
      }
    }
    return "card/new";
  }

  /** The model year of the job's vehicle, empty where nobody knows it. */
  private String yearOf(String job) {
    return job(job)
        .flatMap(j -> j.workup().state().vehicle())
        .filter(v -> v.modelYear() > 0)
        .map(v -> String.valueOf(v.modelYear()))
        .orElse("");
  }

  private Optional<JobDesk.OpenJob> job(String number) {
    return number.matches("\\d{1,15}")
        ? Optional.of(desk.look(Long.parseLong(number)))
        : Optional.empty();
  }

  @PostMapping("/cards")
  String begun(
      @Sent CardForm form,
      @RequestParam(defaultValue = "") String job,
      HttpServletRequest request) {
    var draft = form.draft();
    String who = request.getUserPrincipal().getName();
    Optional<JobDesk.OpenJob> open = job(job);
    String source = "begun at the vehicle by " + who;
    VehicleCard card = cards.keep(draft.card(cards.freeId(draft.id()), source), 0, "begun", who);
    return open.map(j -> onJob(j, card, request)).orElse("redirect:/cards/" + card.id());
  }

  /** The job's vehicle has the card from now on; then the sensor at hand is told. */
  private String onJob(JobDesk.OpenJob job, VehicleCard card, HttpServletRequest request) {
    long id = job.row().id();
    Optional<Fact.VehicleIdentified> vehicle = job.workup().state().vehicle();
    if (vehicle.isEmpty()) {
      return "redirect:/jobs/" + id + "/read?asked=identify&card=" + card.id();
    }
    desk.append(id, now(request), List.of(vehicle.get().withCard(card.id())));
    return desk.look(id)
        .workup()
        .place()
        .filter(CodePlace.Found.class::isInstance)
        .map(CodePlace.Found.class::cast)
        .map(f -> "redirect:/cards/" + card.id() + "/sensors/" + f.site().id() + "?job=" + id)
        .orElse("redirect:/jobs/" + id + "/find");
  }

  private static JobDesk.Submission now(HttpServletRequest request) {
    return new JobDesk.Submission(UUID.randomUUID(), Long.MAX_VALUE, HopScreens.by(request));
  }

  // A sensor of a card

  @GetMapping("/cards/" + ID + "/sensors/{site:[a-z0-9-]{1,80}}")
  String sensor(
      @PathVariable String id,
      @PathVariable String site,
      @Sent SensorForm form,
      @RequestParam(defaultValue = "") String job,
      Model model,
      HttpServletRequest request) {
    VehicleCard card = known(id);
    Site at = siteOf(card, site);
    boolean chosen = request.getParameter("seen") != null;
    return sensor(card, at, chosen ? form : SensorForm.of(card, at), job, model);
  }

  private static Site siteOf(VehicleCard card, String site) {
    return card.site(site)
        .orElseThrow(
            () ->
                new NotHere("The card of the " + card.name() + " has no sensor \"" + site + "\""));
  }

  private String sensor(VehicleCard card, Site site, SensorForm form, String job, Model model) {
    Catalog catalog = catalogs.now();
    model.addAttribute("card", card);
    model.addAttribute("site", site);
    model.addAttribute("form", form);
    model.addAttribute("job", job);
    model.addAttribute("ways", Site.WayIn.values());
    model.addAttribute("origins", Attested.Origin.values());
    model.addAttribute("latches", catalog.latches());
    model.addAttribute("levels", Level.values());
    model.addAttribute("torqueUnits", MeasureUnit.NEWTON_METRE.siblings());
    List<Obstruction> own = card.obstructions();
    model.addAttribute(
        "obstructions",
        Stream.concat(
                own.stream(),
                catalog.usualObstructions().stream()
                    .filter(o -> !o.id().equals("other"))
                    .filter(o -> own.stream().noneMatch(k -> k.id().equals(o.id()))))
            .toList());
    Optional<Site.Spot> spot = Optional.empty();
    try {
      spot = form.spot(card, site);
    } catch (InputProblem p) {
      model.addAttribute("problem", p);
    }
    model.addAttribute("spot", spot.orElse(null));
    model.addAttribute("drawing", drawing(card, site, form, spot));
    return "card/sensor";
  }

  /** The site on its drawing, as the form has it by now. */
  private Drawing drawing(VehicleCard card, Site site, SensorForm form, Optional<Site.Spot> spot) {
    Site shown =
        site.at(
            spot.orElse(site.isOutsideBay() ? site.chassisSpot() : site.spot()),
            Objects.requireNonNullElse(form.wayIn(), site.wayIn()));
    return catalogs
        .now()
        .views(card, shown, shop.sides())
        .draw(site.isOutsideBay() ? View.VEHICLE : View.BAY, Words.wording());
  }

  @PostMapping("/cards/" + ID + "/sensors/{site:[a-z0-9-]{1,80}}")
  String tell(
      @PathVariable String id,
      @PathVariable String site,
      @Sent SensorForm form,
      @RequestParam(defaultValue = "") String job,
      HttpServletRequest request) {
    VehicleCard card = known(id);
    Site at = siteOf(card, site);
    String who = request.getUserPrincipal().getName();
    SiteTold told =
        form.told(card, at, catalogs.now(), shop.sides(), who, job, LocalDate.now(clock));
    VehicleCard kept =
        cards.keep(
            told.into(catalogs.now().told(id).orElseThrow(), catalogs.now()),
            form.seenRevision(),
            at.name() + (job.isEmpty() ? "" : ", in job " + job),
            who);
    Optional<JobDesk.OpenJob> open = job(job);
    // Under a sign-off the card learns, and the job stays as it was signed.
    open.filter(j -> j.workup().state().signedOff().isEmpty())
        .ifPresent(
            j ->
                desk.append(
                    j.row().id(),
                    now(request),
                    List.of(new Fact.CardRevisionTaken(kept.id(), kept.revision()))));
    return open.map(j -> "redirect:/jobs/" + j.row().id() + "/find")
        .orElse("redirect:/cards/" + id);
  }

  /** An earlier revision becomes the current one again, as a new revision. */
  @PostMapping("/cards/" + ID + "/take-back")
  String takeBack(
      @PathVariable String id,
      @RequestParam(defaultValue = "0") int revision,
      @RequestParam(defaultValue = "0") int seen,
      HttpServletRequest request) {
    known(id);
    VehicleCard earlier =
        catalogs
            .revision(id, revision)
            .orElseThrow(() -> new InputProblem("", "This card has no revision " + revision + "."));
    cards.keep(
        earlier,
        seen,
        "as in revision " + revision + " again",
        request.getUserPrincipal().getName());
    return "redirect:/cards/" + id;
  }

  /** What ships later takes the place of the shop's own, as a new revision. */
  @PostMapping("/cards/" + ID + "/take-shipped")
  String takeShipped(
      @PathVariable String id,
      @RequestParam(defaultValue = "0") int seen,
      HttpServletRequest request) {
    known(id);
    cards.takeShipped(id, seen, request.getUserPrincipal().getName());
    return "redirect:/cards/" + id;
  }

  /** Cards whose names hold all words, to pick one by its id. */
  @GetMapping("/cards/options")
  String options(@RequestParam(defaultValue = "") String words, Model model) {
    model.addAttribute("options", cards.list(new ListAsked(words, "", "")).rows());
    return "card/list :: options";
  }

  // What will not do

  /** A form that will not do is shown again with what was typed. */
  @ExceptionHandler
  String again(
      InputProblem p, Model model, HttpServletRequest request, HttpServletResponse response) {
    p.show(model, response);
    return again(model, request, response);
  }

  private String again(Model model, HttpServletRequest request, HttpServletResponse response) {
    String job = Objects.toString(request.getParameter("job"), "");
    String[] way = request.getRequestURI().split("/");
    return NotHere.or(
        () ->
            SentFields.shown(request, SensorForm.class)
                .map(f -> sensorAgain(way[2], way[4], f, job, model))
                .or(() -> SentFields.shown(request, CardForm.class).map(f -> begin(f, job, model)))
                .orElseGet(
                    () -> way.length > 2 ? show(way[2], 0, model) : list("", "", "", "", model)),
        model,
        response);
  }

  /** With what somebody else changed meanwhile; of the form only what was touched is kept. */
  private String sensorAgain(String id, String site, SensorForm form, String job, Model model) {
    VehicleCard card = known(id);
    Site at = siteOf(card, site);
    Optional<VehicleCard> seen =
        catalogs.revision(id, form.seenRevision()).filter(s -> s.revision() != card.revision());
    seen.ifPresent(
        s -> model.addAttribute("diff", CardDiff.of(s, catalogs.now().told(id).orElseThrow())));
    SensorForm merged =
        seen.map(s -> catalogs.now().complete(s))
            .flatMap(s -> s.site(site).map(before -> SensorForm.of(s, before)))
            .map(before -> form.onto(before, SensorForm.of(card, at)))
            .orElse(form);
    return sensor(card, at, merged, job, model);
  }
}
