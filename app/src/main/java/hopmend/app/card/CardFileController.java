package hopmend.app.card;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import hopmend.app.catalog.Cards;
import hopmend.app.catalog.Catalogs;
import hopmend.app.picture.Pictures;
import hopmend.app.watch.SecurityEvent.Kind;
import hopmend.app.watch.SecurityEvents;
import hopmend.app.web.HeavyWork;
import hopmend.app.web.InputProblem;
import hopmend.app.web.LongWork;
import hopmend.app.web.NotHere;
import hopmend.app.web.UploadedText;
import hopmend.catalog.CardFile;
import hopmend.catalog.CatalogReader.CatalogRefused;
import hopmend.catalog.VehicleCard;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.security.Principal;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** Cards out and in as one file; what would change is shown before anything does. */
@Controller
class CardFileController {
  private static final Duration KEPT = Duration.ofMinutes(30);
  private static final int MOST_PROBLEMS = 30;
  private static final int MOST_HELD_BYTES = 90_000_000;

  /** A file of a few cards is compared at once. */
  private static final int PATIENCE_MILLIS = 1500;

  private final Cards cards;
  private final CardIntake intake;
  private final Pictures pictures;
  private final Catalogs catalogs;
  private final HeavyWork heavy;
  private final SecurityEvents events;
  private final Cache<String, IncomingCards> waiting =
      Caffeine.newBuilder()
          .maximumWeight(MOST_HELD_BYTES)
          .weigher((String id, IncomingCards c) -> c.size())
          .expireAfterWrite(KEPT)
          .build();
  private final LongWork work;

  CardFileController(
      Cards cards,
      CardIntake intake,
      Pictures pictures,
      Catalogs catalogs,
      HeavyWork heavy,
      LongWork work,
      SecurityEvents events) {
    this.heavy = heavy;
    this.work = work;
    this.intake = intake;
    this.pictures = pictures;
    this.cards = cards;
    this.catalogs = catalogs;
    this.events = events;
  }

  @GetMapping("/cards.yaml")
  ResponseEntity<byte[]> all(HttpServletRequest request) {
    return file(catalogs.now().cards(), "cards", request);
  }

  @GetMapping("/cards/{id:[a-z0-9][a-z0-9-]{0,79}}.yaml")
  ResponseEntity<byte[]> one(@PathVariable String id, HttpServletRequest request) {
    return file(List.of(told(id)), id, request);
  }

  /** The same with their pictures. */
  @GetMapping("/cards.zip")
  void allWithPictures(HttpServletRequest request, HttpServletResponse response)
      throws IOException {
    bundle(catalogs.now().cards(), "cards", request, response);
  }

  @GetMapping("/cards/{id:[a-z0-9][a-z0-9-]{0,79}}.zip")
  void oneWithPictures(
      @PathVariable String id, HttpServletRequest request, HttpServletResponse response)
      throws IOException {
    bundle(List.of(told(id)), id, request, response);
  }

  private VehicleCard told(String id) {
    return catalogs
        .now()
        .told(id)
        .orElseThrow(() -> new NotHere("There is no card \"" + id + "\" here"));
  }

  private void bundle(
      List<VehicleCard> which,
      String name,
      HttpServletRequest request,
      HttpServletResponse response)
      throws IOException {
    events.note(request, Kind.TAKEN_OUT, which.size() + " vehicle cards with their pictures");
    response.setContentType("application/zip");
    response.setHeader(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=" + name + ".zip");
    CardBundle.write(which, pictures, response.getOutputStream());
  }

  private ResponseEntity<byte[]> file(
      List<VehicleCard> which, String name, HttpServletRequest request) {
    events.note(request, Kind.TAKEN_OUT, which.size() + " vehicle cards");
    return ResponseEntity.ok()
        .contentType(new MediaType("text", "yaml", StandardCharsets.UTF_8))
        .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=" + name + ".yaml")
        .body(CardFile.write(which).getBytes(StandardCharsets.UTF_8));
  }

  @PostMapping("/cards/import")
  String look(@RequestParam(required = false) MultipartFile file, Principal principal) {
    byte[] bytes = bytes(file);
    CardBundle sent =
        heavy.few("file", principal.getName(), bytes.length, () -> CardBundle.read(bytes));
    String id = UUID.randomUUID().toString();
    String name = UploadedText.name(file, "the file");
    IncomingCards incoming = begun(sent, name, principal.getName());
    try {
      incoming.within(PATIENCE_MILLIS);
      waiting.put(id, incoming);
      return "redirect:/cards/import/" + id;
    } catch (CatalogRefused e) {
      throw unreadable(e);
    }
  }

  private static byte[] bytes(MultipartFile file) {
    if (file == null || file.isEmpty()) {
      throw new InputProblem("file", "Pick a file of vehicle cards.");
    }
    try {
      return file.getBytes();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private IncomingCards begun(CardBundle sent, String name, String who) {
    return new IncomingCards(who, name, sent, catalogs.now(), cards, work);
  }

  private static Unreadable unreadable(CatalogRefused e) {
    return new Unreadable(e.getMessage().lines().limit(MOST_PROBLEMS).toList());
  }

  /** A file that cannot be taken in; everything that is wrong with it. */
  private static final class Unreadable extends InputProblem {
    private static final long serialVersionUID = 1L;
    private final transient List<String> problems;

    Unreadable(List<String> problems) {
      super("file", "Nothing was taken in.");
      this.problems = problems;
    }
  }

  /** What would change; while the file is still read, how far that is. */
  @GetMapping("/cards/import/{id}")
  String compared(@PathVariable String id, Principal principal, Model model) {
    IncomingCards c = mine(id, principal);
    model.addAttribute("id", id);
    model.addAttribute("name", c.name());
    Optional<List<Cards.Incoming>> incoming;
    try {
      incoming = c.within(0);
    } catch (CatalogRefused e) {
      throw unreadable(e);
    }
    if (incoming.isEmpty()) {
      model.addAttribute("reading", c);
      model.addAttribute("read", c.read());
      model.addAttribute("of", c.of());
      model.addAttribute("refreshSeconds", 2);
    } else {
      model.addAttribute("incoming", incoming.get());
      model.addAttribute("pictures", c.placedOn(incoming.get()).size());
      model.addAttribute("does", incoming.get().stream().filter(CardFileController::does).count());
    }
    return "card/import";
  }

  private static boolean does(Cards.Incoming i) {
    return i.merge() == Cards.Merge.NEW || i.merge() == Cards.Merge.CHANGES;
  }

  private IncomingCards mine(String id, Principal principal) {
    return Optional.ofNullable(waiting.getIfPresent(id))
        .filter(c -> c.who().equals(principal.getName()))
        .orElseThrow(() -> new NotHere("This file is no longer at hand. Send it again"));
  }

  @PostMapping("/cards/import/{id}")
  String take(@PathVariable String id, Principal principal, HttpServletRequest request) {
    IncomingCards c = mine(id, principal);
    List<Cards.Incoming> incoming =
        c.within(0).orElseThrow(() -> new InputProblem("file", "The file is still being read."));
    intake.take(c, incoming, principal.getName());
    waiting.invalidate(id);
    long taken = incoming.stream().filter(CardFileController::does).count();
    events.note(request, Kind.TAKEN_IN, taken + " vehicle cards");
    return "redirect:/cards";
  }

  @ExceptionHandler
  String again(
      InputProblem p, Model model, HttpServletResponse response, HttpServletRequest request) {
    p.show(model, response);
    if (p instanceof Unreadable u) {
      model.addAttribute("problems", u.problems);
    }
    return "card/import";
  }

  @ExceptionHandler
  String again(Cards.ChangedMeanwhile c, Model model, HttpServletResponse response) {
    new InputProblem("", "A card was changed here meanwhile. Send the file again to compare anew.")
        .show(model, response);
    return "card/import";
  }

  @ExceptionHandler
  String gone(NotHere n, Model model, HttpServletResponse response) {
    return n.show(model, response);
  }
}
