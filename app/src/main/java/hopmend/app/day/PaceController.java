package hopmend.app.day;

import de.siegmar.fastcsv.writer.CsvWriter;
import hopmend.app.catalog.Catalogs;
import hopmend.app.job.ShopPace;
import hopmend.app.web.CsvAnswer;
import hopmend.catalog.FamilySheet;
import hopmend.day.Pace;
import java.io.StringWriter;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** What steps took here against their plan; by family and step, never by person. */
@Controller
class PaceController {
  private static final int STRETCH = 60;

  private final ShopPace pace;
  private final Catalogs catalogs;

  PaceController(ShopPace pace, Catalogs catalogs) {
    this.pace = pace;
    this.catalogs = catalogs;
  }

  /** A step with the name of its family. */
  public record Line(String family, String step, Pace.Step seen) {
    boolean holds(String words) {
      String text = (family + " " + step).toLowerCase(Locale.ROOT);
      return Stream.of(words.toLowerCase(Locale.ROOT).strip().split("\\s+"))
          .allMatch(text::contains);
    }
  }

  private List<Line> lines(String words) {
    return pace.now().steps().stream()
        .map(
            s ->
                new Line(
                    catalogs
                        .now()
                        .sheet(s.family())
                        .map(FamilySheet::name)
                        .orElse(s.family().isEmpty() ? "Without a sensor" : s.family()),
                    s.step().replace('-', ' '),
                    s))
        .filter(l -> l.holds(words))
        .toList();
  }

  @GetMapping("/day/pace")
  String page(
      @RequestParam(defaultValue = "") String words,
      @RequestParam(defaultValue = "0") String from,
      Model model) {
    List<Line> all = lines(words);
    int first = from.matches("\\d{1,6}") ? Math.min(Integer.parseInt(from), all.size()) : 0;
    model.addAttribute("words", words);
    model.addAttribute("lines", all.subList(first, Math.min(all.size(), first + STRETCH)));
    model.addAttribute("earlier", first == 0 ? -1 : Math.max(0, first - STRETCH));
    model.addAttribute("later", first + STRETCH < all.size() ? first + STRETCH : -1);
    model.addAttribute("spread", Math.round(100 * (Math.exp(pace.now().spread()) - 1)));
    return "day/pace";
  }

  @GetMapping("/day/pace.csv")
  ResponseEntity<byte[]> csv() {
    StringWriter text = new StringWriter();
    CsvWriter csv = CsvWriter.builder().build(text);
    csv.writeRecord("family", "step", "seen", "took_of_planned", "reckoned_of_planned");
    for (Pace.Step s : pace.now().steps()) {
      csv.writeRecord(
          s.family(),
          s.step(),
          String.valueOf(s.seen()),
          String.format(Locale.ROOT, "%.3f", s.took()),
          String.format(Locale.ROOT, "%.3f", s.reckoned()));
    }
    return CsvAnswer.of(text.toString(), "what-steps-took");
  }
}
