package hopmend.job;

import hopmend.message.Message;
import hopmend.part.Part;
import hopmend.part.seal.SealTable;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Something that a job takes before its hands are greasy: a part, a ring, a supply, a tool.
 *
 * @param name as the list of parts, the sheets and the cards name it
 * @param where of a part: on its shelf, or how long it takes and from whom; empty where nobody
 *     told, and for what is no part
 * @param onTheShelf whether it is a part that lies here
 */
public record Wanted(Kind kind, String name, Optional<Message> where, boolean onTheShelf) {
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
        .forEach(p -> all.add(part(p)));
    together.stream()
        .flatMap(t -> t.state().ring().stream())
        .forEach(r -> all.add(of(Kind.RING, r.size() + ", " + r.material())));
    SealTable.Supplies seals = w.catalog().seals().supplies();
    boolean ring = together.stream().allMatch(t -> t.state().ring().isPresent());
    boolean sealThere = together.stream().allMatch(Wanted::bringsItsSeal);
    w.workOrder().stream()
        .flatMap(o -> o.supplies().stream())
        .filter(s -> !(ring && s.equals(seals.measured())))
        .filter(s -> !(sealThere && s.equals(seals.unlessOnThePart())))
        .forEach(s -> all.add(of(Kind.SUPPLY, s)));
    Set<String> tools = new LinkedHashSet<>();
    w.workOrder().ifPresent(o -> tools.addAll(o.tools()));
    tools.addAll(w.readyForDifferences());
    tools.forEach(t -> all.add(of(Kind.TOOL, t)));
    return all.stream().distinct().toList();
  }

  private static Wanted of(Kind kind, String name) {
    return new Wanted(kind, name, Optional.empty(), false);
  }

  private static Wanted part(Part p) {
    Optional<Message> from =
        Optional.of(p.offer().supplier())
            .filter(s -> !p.offer().onTheShelf() && !s.isEmpty())
            .map(Message::text);
    return new Wanted(
        Kind.PART,
        (p.number() + " " + p.make()).strip(),
        p.offer().where().map(w -> from.map(f -> Message.listing(List.of(w, f))).orElse(w)),
        p.offer().onTheShelf());
  }

  private static boolean bringsItsSeal(Target t) {
    return t.chosenPart().filter(p -> "yes".equals(p.traits().get("seal included"))).isPresent();
  }
}
