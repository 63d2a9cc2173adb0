package hopmend.job;

import hopmend.part.Part;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/**
 * Something that a job takes before its hands are greasy: a part, a ring, a supply, a tool.
 *
 * @param name as the list of parts, the sheets and the cards name it
 * @param where of a part: on its shelf, or how long it takes; empty for what is no part
 */
public record Wanted(Kind kind, String name, String where) {
  private static final String SIZED_SEAL = "new seal, of the size that was measured";
  private static final String SEAL_UNLESS_THERE = "if not on the part";

  /** What it is. */
  public enum Kind {
    PART,
    RING,
    SUPPLY,
    TOOL
  }

  /** All that the work at hand takes, each once, in the order of first use. */
  static List<Wanted> of(Workup w, List<Target> together) {
    List<Wanted> all = new ArrayList<>();
    together.stream()
        .filter(t -> t.work().filter(k -> k.takesPart()).isPresent())
        .flatMap(t -> t.chosenPart().stream())
        .forEach(p -> all.add(new Wanted(Kind.PART, name(p), where(p))));
    together.stream()
        .flatMap(t -> t.state().ring().stream())
        .forEach(r -> all.add(new Wanted(Kind.RING, r.size() + ", " + r.material(), "")));
    boolean ring = together.stream().anyMatch(t -> t.state().ring().isPresent());
    boolean sealThere =
        together.stream()
            .flatMap(t -> t.chosenPart().stream())
            .anyMatch(p -> "yes".equals(p.traits().get("seal included")));
    w.workOrder().stream()
        .flatMap(o -> o.supplies().stream())
        .filter(s -> !(ring && s.equals(SIZED_SEAL)))
        .filter(s -> !(sealThere && s.contains(SEAL_UNLESS_THERE)))
        .forEach(s -> all.add(new Wanted(Kind.SUPPLY, s, "")));
    Set<String> tools = new LinkedHashSet<>();
    w.workOrder().ifPresent(o -> tools.addAll(o.tools()));
    tools.addAll(w.readyForDifferences());
    tools.forEach(t -> all.add(new Wanted(Kind.TOOL, t, "")));
    return all.stream().distinct().toList();
  }

  private static String name(Part p) {
    return (p.number() + " " + p.make()).strip();
  }

  private static String where(Part p) {
    if (p.offer().onTheShelf()) {
      return "shelf " + p.offer().shelf();
    }
    return p.offer().leadDays() == null
        ? ""
        : "%d days, %s".formatted(p.offer().leadDays(), p.offer().supplier());
  }
}
