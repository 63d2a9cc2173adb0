package hopmend.app.fleet;

import hopmend.app.catalog.Cards;
import hopmend.app.catalog.Catalogs;
import hopmend.app.job.JobDesk;
import hopmend.app.watch.SecurityEvent.Kind;
import hopmend.app.watch.SecurityEvents;
import hopmend.app.web.CsvAnswer;
import hopmend.app.web.InputProblem;
import hopmend.app.web.ListAsked;
import hopmend.app.web.NotHere;
import hopmend.app.web.Sent;
import hopmend.app.web.SentFields;
import hopmend.app.web.UploadedText;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.security.Principal;
import java.util.Objects;
import java.util.Optional;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** Pages of the fleet register. */
@Controller
class FleetController {
  private final Fleet fleet;
  private final Catalogs catalogs;
  private final Cards cards;
  private final JobDesk desk;
  private final SecurityEvents events;

  FleetController(
      Fleet fleet, Catalogs catalogs, Cards cards, JobDesk desk, SecurityEvents events) {
    this.fleet = fleet;
    this.cards = cards;
    this.catalogs = catalogs;
    this.desk = desk;
    this.events = events;
  }

  @GetMapping("/fleet")
  String list(
      @RequestParam(defaultValue = "") String words,
      @RequestParam(defaultValue = "") String after,
      @RequestParam(defaultValue = "") String before,
      Model model) {
    ListAsked asked = new ListAsked(words, after, before);
    model.addAttribute("words", asked.words());
    model.addAttribute("vehicles", fleet.list(asked));
    model.addAttribute("catalog", catalogs.now());
    return "fleet/list";
  }

  @GetMapping("/fleet/new")
  String fresh(Model model) {
    return edit(Optional.empty(), new FleetLine("", "", "", "", "", "", ""), model);
  }

  @GetMapping("/fleet/{id:\\d{1,15}}")
  String show(@PathVariable long id, Model model) {
    FleetVehicle v = known(id);
    return edit(Optional.of(v), v.line(), model);
  }

  private FleetVehicle known(long id) {
    return fleet
        .vehicle(id)
        .orElseThrow(() -> new NotHere("There is no vehicle " + id + " in the fleet"));
  }

  private String edit(Optional<FleetVehicle> vehicle, FleetLine line, Model model) {
    model.addAttribute("vehicle", vehicle.orElse(null));
    model.addAttribute("line", line);
    model.addAttribute("options", cards.list(new ListAsked("", "", "")).rows());
    catalogs.now().card(line.card()).ifPresent(c -> model.addAttribute("cardName", c.name()));
    catalogs
        .now()
        .card(line.engineCard())
        .ifPresent(c -> model.addAttribute("engineName", c.engine().name()));
    vehicle.ifPresent(v -> model.addAttribute("history", desk.historyOf(v.vin(), v.fleetNumber())));
    return "fleet/vehicle";
  }

  @PostMapping("/fleet")
  String keep(@Sent FleetLine sent, Principal principal, HttpServletRequest request) {
    FleetVehicle kept =
        fleet.keep(changed(request).map(FleetVehicle::id), sent, principal.getName());
    return "redirect:/fleet/" + kept.id();
  }

  /** The vehicle that a form changes; empty for a new one. */
  private Optional<FleetVehicle> changed(HttpServletRequest request) {
    String id = Objects.toString(request.getParameter("id"), "");
    return id.matches("\\d{1,15}") ? Optional.of(known(Long.parseLong(id))) : Optional.empty();
  }

  /** A line that will not do is shown with what was typed, a file with the list. */
  @ExceptionHandler
  String again(
      InputProblem p, Model model, HttpServletRequest request, HttpServletResponse response) {
    p.show(model, response);
    return NotHere.or(
        () ->
            SentFields.shown(request, FleetLine.class)
                .map(line -> edit(changed(request), line, model))
                .orElseGet(() -> list("", "", "", model)),
        model,
        response);
  }

  @GetMapping("/fleet.csv")
  ResponseEntity<byte[]> csv(HttpServletRequest request) {
    events.note(request, Kind.TAKEN_OUT, "the fleet as CSV");
    return CsvAnswer.of(fleet.csv(), "fleet");
  }

  @PostMapping("/fleet/import")
  String take(
      @RequestParam(required = false) MultipartFile file,
      Principal principal,
      Model model,
      HttpServletRequest request) {
    String text =
        UploadedText.of(file)
            .orElseThrow(() -> new InputProblem("file", "Pick a CSV file of the fleet."));
    Fleet.Imported done = fleet.take(text, principal.getName());
    String words = "%d vehicles added, %d changed".formatted(done.added(), done.changed());
    events.note(request, Kind.TAKEN_IN, "the fleet: " + words);
    model.addAttribute("done", words + ".");
    return list("", "", "", model);
  }
}
