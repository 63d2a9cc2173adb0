package hopmend.app.part;

import hopmend.app.web.InputProblem;
import hopmend.part.BenchTrait;
import hopmend.part.Part;
import hopmend.part.PartColumn;
import hopmend.part.PartsFile;
import hopmend.part.PartsLayout;
import jakarta.servlet.http.HttpServletRequest;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.IntStream;

/**
 * A part as a form holds it: its cells by the headings of a list, and for each vehicle that it is
 * made for a line of its own. What was typed stays as it was typed.
 */
public record PartForm(Map<String, String> cells, List<Map<String, String>> made) {
  private static final int MOST_LINES = 60;

  /** What is told for each vehicle or place. */
  private static final Set<PartColumn> MADE = EnumSet.range(PartColumn.CARD, PartColumn.REGIONS);

  static List<String> madeFor() {
    return MADE.stream().map(PartColumn::heading).toList();
  }

  static PartForm empty() {
    return new PartForm(Map.of(), List.of(Map.of()));
  }

  /** Of a part of the list, with an empty line for one more vehicle. */
  static PartForm of(Part part, List<BenchTrait> traits) {
    List<String> headings = PartsLayout.headings(traits);
    List<Map<String, String>> lines =
        new ArrayList<>(
            PartsFile.lines(part, traits).stream().map(l -> cells(headings, l)).toList());
    Map<String, String> cells = new HashMap<>(lines.get(0));
    if (!part.applications().isEmpty()) {
      lines.add(Map.of());
    }
    return new PartForm(cells, lines);
  }

  private static Map<String, String> cells(List<String> headings, List<String> line) {
    Map<String, String> cells = new HashMap<>();
    IntStream.range(0, headings.size()).forEach(i -> cells.put(headings.get(i), line.get(i)));
    return cells;
  }

  /** As it was sent. */
  static PartForm sent(HttpServletRequest request, List<BenchTrait> traits) {
    Map<String, String> cells = new HashMap<>();
    PartsLayout.headings(traits).forEach(h -> cells.put(h, value(request, h)));
    List<Map<String, String>> made = new ArrayList<>();
    for (int i = 0; i < MOST_LINES && request.getParameter("card." + i) != null; i++) {
      Map<String, String> line = new HashMap<>();
      for (String h : madeFor()) {
        line.put(h, value(request, h + "." + i));
      }
      made.add(line);
    }
    return new PartForm(cells, made.isEmpty() ? List.of(Map.of()) : made);
  }

  private static String value(HttpServletRequest request, String name) {
    return Objects.toString(request.getParameter(name), "").strip();
  }

  /** Under which heading a trait stands. */
  public String heading(BenchTrait trait) {
    return PartsLayout.heading(trait);
  }

  /** The cell of a heading. */
  public String of(String heading) {
    return cells.getOrDefault(heading, "");
  }

  /**
   * The part.
   *
   * @throws InputProblem with everything that is wrong
   */
  Part part(PartsFile.Known known) {
    List<Map<String, String>> lines =
        new ArrayList<>(
            made.stream().filter(m -> m.values().stream().anyMatch(v -> !v.isEmpty())).toList());
    if (lines.isEmpty()) {
      lines.add(Map.of());
    }
    List<String> problems = new ArrayList<>();
    List<Part> parts = new ArrayList<>();
    for (Map<String, String> line : lines) {
      Map<String, String> all = new HashMap<>(cells);
      madeFor().forEach(h -> all.put(h, line.getOrDefault(h, "")));
      PartsFile.one(all, known, problems).ifPresent(parts::add);
    }
    if (!problems.isEmpty()) {
      throw new InputProblem(
          "part", String.join(". ", problems.stream().distinct().toList()) + ".");
    }
    Part first = parts.get(0);
    return first.alsoFor(parts.stream().flatMap(p -> p.applications().stream()).toList());
  }
}
