package hopmend.app.part;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import hopmend.app.catalog.Catalogs;
import hopmend.app.watch.SecurityEvent.Kind;
import hopmend.app.watch.SecurityEvents;
import hopmend.app.web.InputProblem;
import hopmend.app.web.LongWork;
import hopmend.app.web.NotHere;
import hopmend.app.web.UploadedText;
import hopmend.part.BenchTrait;
import hopmend.part.PartColumn;
import hopmend.part.PartsFile;
import hopmend.part.PartsLayout;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.security.Principal;
import java.time.Duration;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/**
 * A list of parts on its way in: which column tells what is proposed and can be corrected, what
 * would change is shown, and only then it is taken in.
 */
@Controller
class PartsImportController {
  private static final Duration KEPT = Duration.ofMinutes(60);
  private static final int MOST_KEPT = 12;
  private static final int SAMPLE = 20;

  /** A short file is compared, or taken in, at once. */
  private static final int PATIENCE_MILLIS = 1500;

  private final PartsIntake intake;
  private final LongWork work;
  private final Catalogs catalogs;
  private final SecurityEvents events;
  private final Cache<String, IncomingParts> waiting =
      Caffeine.newBuilder()
          .maximumSize(MOST_KEPT)
          .expireAfterAccess(KEPT)
          .removalListener(
              (String id,
                  IncomingParts gone,
                  com.github.benmanes.caffeine.cache.RemovalCause why) -> gone.sent().forget())
          .build();

  PartsImportController(
      PartsIntake intake, LongWork work, Catalogs catalogs, SecurityEvents events) {
    this.intake = intake;
    this.work = work;
    this.catalogs = catalogs;
    this.events = events;
  }

  @GetMapping("/parts/import")
  String begin() {
    return "part/import";
  }

  @PostMapping("/parts/import")
  String send(@RequestParam(required = false) MultipartFile file, Principal principal) {
    if (file == null || file.isEmpty()) {
      throw new InputProblem("file", "Pick a CSV file of parts.");
    }
    PartsSent sent = PartsSent.keep(file);
    char separator = PartsLayout.separator(sent.firstLine());
    List<String> header = read(sent, text -> PartsFile.header(text, separator));
    if (header.size() < 2) {
      sent.forget();
      throw new InputProblem(
          "file", "This is no CSV with the names of its columns in the first line.");
    }
    PartsLayout layout = PartsLayout.proposed(separator, header, catalogs.now().bench());
    boolean comma = read(sent, text -> PartsFile.hasDecimalComma(text, layout));
    String id = UUID.randomUUID().toString();
    String name = UploadedText.name(file, "the file");
    waiting.put(id, new IncomingParts(principal.getName(), name, sent, layout, comma));
    return "redirect:/parts/import/" + id;
  }

  private static <T> T read(PartsSent sent, Function<Reader, T> what) {
    try (Reader text = sent.open()) {
      return what.apply(text);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** How far it is: its columns, what it would change, that it is taken in. */
  @GetMapping("/parts/import/{id:[0-9a-f-]{36}}")
  String show(@PathVariable String id, Principal principal, Model model) {
    IncomingParts incoming = mine(id, principal);
    model.addAttribute("id", id);
    model.addAttribute("name", incoming.name());
    model.addAttribute("of", incoming.sent().lines());
    if (incoming.isBeingTaken()) {
      Optional<Long> taken = incoming.taken(0);
      taken.ifPresent(n -> model.addAttribute("taken", n));
      wait(taken.isEmpty(), "taking", incoming, model);
    } else if (incoming.isBeingCompared()) {
      Optional<PartsIntake.Compared> compared = incoming.compared(0);
      compared.ifPresent(c -> model.addAttribute("compared", c));
      wait(compared.isEmpty(), "reading", incoming, model);
    } else {
      columns(incoming, model);
    }
    return "part/import";
  }

  private static void wait(boolean still, String what, IncomingParts incoming, Model model) {
    if (still) {
      model.addAttribute("going", what);
      model.addAttribute("read", incoming.read());
      model.addAttribute("refreshSeconds", 2);
    }
  }

  private void columns(IncomingParts incoming, Model model) {
    List<BenchTrait> traits = catalogs.now().bench();
    char separator = incoming.told().layout().separator();
    model.addAttribute(
        "columns",
        incoming.columns(read(incoming.sent(), text -> PartsFile.sample(text, separator, SAMPLE))));
    model.addAttribute("headings", PartsLayout.headings(traits));
    model.addAttribute("comma", incoming.told().decimalComma());
    model.addAttribute("family", incoming.told().family());
    model.addAttribute("sheets", catalogs.now().sheets());
  }

  private IncomingParts mine(String id, Principal principal) {
    return Optional.ofNullable(waiting.getIfPresent(id))
        .filter(c -> c.who().equals(principal.getName()))
        .orElseThrow(() -> new NotHere("This file is no longer at hand. Send it again"));
  }

  /** The columns as a person told them. */
  @PostMapping("/parts/import/{id:[0-9a-f-]{36}}/columns")
  String compare(
      @PathVariable String id,
      @RequestParam(defaultValue = "point") String decimal,
      @RequestParam(defaultValue = "") String family,
      HttpServletRequest request,
      Principal principal) {
    IncomingParts incoming = mine(id, principal);
    Map<Integer, String> told = told(incoming, request);
    PartsLayout layout = incoming.told().layout().corrected(told);
    String all = catalogs.now().sheet(family).map(s -> s.family()).orElse("");
    if (!layout.twice().isEmpty()) {
      throw new InputProblem(
          "columns",
          "Two columns tell " + String.join(", ", layout.twice()) + ". Pick one of them.");
    }
    if (!layout.tells(PartColumn.NUMBER)) {
      throw new InputProblem("columns", "No column tells the number.");
    }
    if (!layout.tells(PartColumn.FAMILY) && all.isEmpty()) {
      throw new InputProblem(
          "columns", "No column tells the family. Pick the kind of all its parts below.");
    }
    incoming.compare(new PartsIntake.Told(layout, decimal.equals("comma"), all), intake, work);
    incoming.compared(PATIENCE_MILLIS);
    return "redirect:/parts/import/" + id;
  }

  private Map<Integer, String> told(IncomingParts incoming, HttpServletRequest request) {
    Set<String> known = new HashSet<>(PartsLayout.headings(catalogs.now().bench()));
    Map<Integer, String> told = new HashMap<>();
    for (int i = 0; i < incoming.told().layout().header().size(); i++) {
      String field = request.getParameter("column-" + i);
      if (field != null && (field.isEmpty() || known.contains(field))) {
        told.put(i, field);
      }
    }
    return told;
  }

  /** Back to the columns. */
  @PostMapping("/parts/import/{id:[0-9a-f-]{36}}/again")
  String again(@PathVariable String id, Principal principal) {
    mine(id, principal).again();
    return "redirect:/parts/import/" + id;
  }

  @PostMapping("/parts/import/{id:[0-9a-f-]{36}}/take")
  String take(@PathVariable String id, Principal principal, HttpServletRequest request) {
    IncomingParts incoming = mine(id, principal);
    if (incoming.compared(0).filter(PartsIntake.Compared::isSound).isEmpty()) {
      throw new InputProblem("file", "The file is still being read, or something is wrong in it.");
    }
    incoming.take(intake, work);
    incoming.taken(PATIENCE_MILLIS);
    events.note(request, Kind.TAKEN_IN, "parts of " + incoming.name());
    return "redirect:/parts/import/" + id;
  }

  @ExceptionHandler
  String wrong(
      InputProblem p,
      Model model,
      HttpServletResponse response,
      HttpServletRequest request,
      Principal principal) {
    p.show(model, response);
    String path = request.getRequestURI();
    int at = path.indexOf("/import/");
    if (at < 0) {
      return "part/import";
    }
    String id = path.substring(at + 8, Math.min(path.length(), at + 44));
    return NotHere.or(() -> show(id, principal, model), model, response);
  }

  @ExceptionHandler
  String gone(NotHere n, Model model, HttpServletResponse response) {
    return n.show(model, response);
  }
}
