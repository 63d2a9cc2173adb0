package hopmend.app.needs;

import hopmend.app.job.JobDesk;
import hopmend.app.watch.SecurityEvent.Kind;
import hopmend.app.watch.SecurityEvents;
import hopmend.app.web.CsvAnswer;
import hopmend.app.web.CsvList;
import hopmend.app.web.InputProblem;
import hopmend.app.web.ListAsked;
import hopmend.app.web.Sent;
import hopmend.app.web.UploadedText;
import hopmend.app.web.Words;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.security.Principal;
import java.util.List;
import java.util.Objects;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** Pick lists, and the tools and supplies of the shop. */
@Controller
class NeedsController {
  private static final CsvList CSV =
      new CsvList(List.of("kind", "name", "here", "where", "for"), List.of());

  private final Needs needs;
  private final Items items;
  private final JobDesk desk;
  private final SecurityEvents events;

  NeedsController(Needs needs, Items items, JobDesk desk, SecurityEvents events) {
    this.needs = needs;
    this.items = items;
    this.desk = desk;
    this.events = events;
  }

  @GetMapping("/jobs/{jobId:\\d{1,15}}/needs")
  String ofJob(@PathVariable long jobId, Model model) {
    model.addAttribute("job", desk.look(jobId).row());
    return shown(needs.ofJob(jobId), "/jobs/" + jobId + "/needs", model);
  }

  @GetMapping("/needs")
  String ofTheDay(Model model) {
    return shown(needs.ofTheDay(), "/needs", model);
  }

  private static String shown(List<Needs.Line> lines, String back, Model model) {
    model.addAttribute("lines", lines);
    model.addAttribute("back", back);
    model.addAttribute("missing", lines.stream().filter(l -> !l.here()).count());
    return "needs/list";
  }

  @GetMapping("/jobs/{jobId:\\d{1,15}}/needs.csv")
  ResponseEntity<byte[]> csvOfJob(@PathVariable long jobId) {
    return CsvAnswer.of(table(needs.ofJob(jobId)), "pick-list-" + jobId);
  }

  @GetMapping("/needs.csv")
  ResponseEntity<byte[]> csvOfTheDay() {
    return CsvAnswer.of(table(needs.ofTheDay()), "pick-list");
  }

  private static String table(List<Needs.Line> lines) {
    return CSV.write(
        lines.stream()
            .map(
                l ->
                    List.of(
                        Words.of(l.wanted().kind()),
                        l.wanted().name(),
                        l.here() ? "yes" : "no",
                        l.where(),
                        l.jobs().stream()
                            .map(Needs.ForJob::vehicle)
                            .collect(Collectors.joining(", ")))));
  }

  @GetMapping("/items")
  String list(
      @RequestParam(defaultValue = "") String words,
      @RequestParam(defaultValue = "") String after,
      @RequestParam(defaultValue = "") String before,
      Model model) {
    ListAsked asked = new ListAsked(words, after, before);
    model.addAttribute("words", asked.words());
    model.addAttribute("items", items.list(asked));
    return "needs/items";
  }

  @GetMapping("/items.csv")
  ResponseEntity<byte[]> all(HttpServletRequest request) {
    events.note(request, Kind.TAKEN_OUT, "tools and supplies as CSV");
    return CsvAnswer.of(items.csv(), "items");
  }

  @PostMapping("/items")
  String keep(@Sent ItemLine sent, Principal principal, HttpServletRequest request) {
    items.keep(sent, principal.getName());
    return "redirect:" + back(request);
  }

  /** Whence the form was sent: a pick list, or the list of items. */
  private static String back(HttpServletRequest request) {
    String back = Objects.toString(request.getParameter("back"), "");
    return back.matches("/needs|/jobs/\\d{1,15}/needs") ? back : "/items";
  }

  /** Of which name. */
  record Removed(String name) {}

  @PostMapping("/items/remove")
  String remove(@Sent Removed sent) {
    items.remove(sent.name());
    return "redirect:/items";
  }

  @PostMapping("/items/import")
  String take(
      @RequestParam(required = false) MultipartFile file,
      Principal principal,
      Model model,
      HttpServletRequest request) {
    String text =
        UploadedText.of(file)
            .orElseThrow(() -> new InputProblem("file", "Pick a CSV file of tools and supplies."));
    int lines = items.take(text, principal.getName());
    events.note(request, Kind.TAKEN_IN, lines + " tools and supplies");
    model.addAttribute("done", lines + " lines taken in.");
    return list("", "", "", model);
  }

  @ExceptionHandler
  String again(
      InputProblem p, Model model, HttpServletRequest request, HttpServletResponse response) {
    p.show(model, response);
    model.addAttribute(
        "kept",
        Stream.of("name", "has", "place", "price", "deposit", "fromWhom")
            .collect(Collectors.toMap(f -> f, f -> Objects.toString(request.getParameter(f), ""))));
    return list("", "", "", model);
  }
}
