package hopmend.app.part;

import hopmend.app.catalog.Catalogs;
import hopmend.app.watch.SecurityEvent.Kind;
import hopmend.app.watch.SecurityEvents;
import hopmend.app.web.InputProblem;
import hopmend.app.web.ListAsked;
import hopmend.app.web.NotHere;
import hopmend.catalog.Catalog;
import hopmend.part.BenchTrait;
import hopmend.part.Part;
import hopmend.part.Supersession;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.security.Principal;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpHeaders;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Pages of the list of parts. */
@Controller
class PartsController {
  private final Parts parts;
  private final FittedParts fitted;
  private final PartsAtHand atHand;
  private final Catalogs catalogs;
  private final SecurityEvents events;

  PartsController(
      Parts parts,
      FittedParts fitted,
      PartsAtHand atHand,
      Catalogs catalogs,
      SecurityEvents events) {
    this.parts = parts;
    this.fitted = fitted;
    this.atHand = atHand;
    this.catalogs = catalogs;
    this.events = events;
  }

  @GetMapping("/parts")
  String list(
      @RequestParam(defaultValue = "") String words,
      @RequestParam(defaultValue = "") String show,
      @RequestParam(defaultValue = "") String after,
      @RequestParam(defaultValue = "") String before,
      Model model) {
    ListAsked asked = new ListAsked(words, after, before);
    Catalog catalog = catalogs.now();
    String family = catalog.sheet(show).isPresent() ? show : "";
    model.addAttribute("words", asked.words());
    model.addAttribute("show", family);
    model.addAttribute("parts", parts.list(asked, family));
    model.addAttribute("catalog", catalog);
    return "part/list";
  }

  @GetMapping("/parts/new")
  String fresh(Model model) {
    return edit(Optional.empty(), PartForm.empty(), model);
  }

  @GetMapping("/parts/{id:\\d{1,15}}")
  String show(@PathVariable long id, Model model) {
    PartRow row = known(id);
    return edit(Optional.of(row), PartForm.of(row.part(), traits()), model);
  }

  private PartRow known(long id) {
    return parts.row(id).orElseThrow(() -> new NotHere("There is no part " + id + " on the list"));
  }

  private List<BenchTrait> traits() {
    return catalogs.now().bench();
  }

  private String edit(Optional<PartRow> row, PartForm form, Model model) {
    model.addAttribute("row", row.orElse(null));
    model.addAttribute("form", form);
    model.addAttribute("catalog", catalogs.now());
    model.addAttribute("madeFor", PartForm.madeFor());
    row.ifPresent(
        r -> {
          Part part = r.part();
          model.addAttribute("chain", Supersession.chain(part.number(), atHand.now()));
          model.addAttribute("replaces", atHand.now().supersededBy(part.number()));
          model.addAttribute("fitted", fitted.of(part));
        });
    return "part/page";
  }

  @PostMapping("/parts")
  String keep(HttpServletRequest request, Principal principal) {
    PartForm form = PartForm.sent(request, traits());
    Part part = form.part(catalogs.now().partsKnown());
    PartRow row = parts.keep(changed(request).map(PartRow::id), part, principal.getName());
    return "redirect:/parts/" + row.id();
  }

  /** The line that a form changes; empty for a new one. */
  private Optional<PartRow> changed(HttpServletRequest request) {
    String id = Optional.ofNullable(request.getParameter("id")).orElse("");
    return id.matches("\\d{1,15}") ? Optional.of(known(Long.parseLong(id))) : Optional.empty();
  }

  @PostMapping("/parts/{id:\\d{1,15}}/remove")
  String remove(@PathVariable long id, HttpServletRequest request) {
    PartRow row = known(id);
    parts.remove(id);
    events.note(request, Kind.TAKEN_OUT, "part %s off the list".formatted(row.number()));
    return "redirect:/parts";
  }

  /** A part that will not do is shown with what was typed. */
  @ExceptionHandler
  String again(
      InputProblem p, Model model, HttpServletRequest request, HttpServletResponse response) {
    p.show(model, response);
    return NotHere.or(
        () -> edit(changed(request), PartForm.sent(request, traits()), model), model, response);
  }

  @ExceptionHandler
  String gone(NotHere n, Model model, HttpServletResponse response) {
    return n.show(model, response);
  }

  @GetMapping("/parts.csv")
  void csv(HttpServletRequest request, HttpServletResponse response) throws IOException {
    events.note(request, Kind.TAKEN_OUT, "the list of parts as CSV");
    response.setContentType("text/csv;charset=UTF-8");
    response.setHeader(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=parts.csv");
    Writer out = new OutputStreamWriter(response.getOutputStream(), StandardCharsets.UTF_8);
    parts.write(out);
  }

  /** What was fitted: by words, a page at a time. */
  @GetMapping("/parts/fitted")
  String fitted(
      @RequestParam(defaultValue = "") String words,
      @RequestParam(defaultValue = "") String after,
      @RequestParam(defaultValue = "") String before,
      Model model) {
    ListAsked asked = new ListAsked(words, after, before);
    model.addAttribute("words", asked.words());
    model.addAttribute("fitted", fitted.list(asked));
    model.addAttribute("catalog", catalogs.now());
    return "part/fitted";
  }

  @GetMapping("/parts/fitted.csv")
  void fittedCsv(HttpServletRequest request, HttpServletResponse response) throws IOException {
    events.note(request, Kind.TAKEN_OUT, "the record of fitted parts as CSV");
    response.setContentType("text/csv;charset=UTF-8");
    response.setHeader(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=fitted-parts.csv");
    Writer out = new OutputStreamWriter(response.getOutputStream(), StandardCharsets.UTF_8);
    fitted.write(out);
  }
}
