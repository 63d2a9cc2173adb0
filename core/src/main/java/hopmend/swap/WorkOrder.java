package hopmend.swap;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jgrapht.graph.DefaultEdge;
import org.jgrapht.graph.DirectedAcyclicGraph;
import org.jgrapht.traverse.TopologicalOrderIterator;

/**
 * The steps of a swap in a valid order: whatever lies on top comes off first and goes back last.
 * Ties follow the stage of the trade, then the order in which sheet and card name the steps.
 */
public record WorkOrder(List<Step> steps) {
  private static final String OFF = "off:";
  private static final String ON = "on:";
  private static final String DRIVE = "{drive}";

  public WorkOrder {
    steps = List.copyOf(steps);
  }

  /**
   * Plans the order.
   *
   * @param operations the sheet's own operations at the sensor
   * @param obstructions all obstructions of the card
   * @param inTheWay ids of those that block the site; what lies on top of them is found from the
   *     card
   * @param siteFastener the bolt of the site, used where an operation says "site"
   * @param access what the way to the site asks for
   * @throws PlanRefused if the card or sheet contradicts itself, with the ids that do
   */
  public static WorkOrder of(
      List<Operation> operations,
      List<Obstruction> obstructions,
      List<String> inTheWay,
      Map<String, Fastener> fasteners,
      Optional<Fastener> siteFastener,
      Map<String, Caution> cautions,
      Access access) {
    Map<String, Obstruction> byId = new LinkedHashMap<>();
    obstructions.forEach(o -> byId.put(o.id(), o));
    Set<String> all = withWhatLiesOnTop(inTheWay, byId);
    Map<String, Fastener> named = new HashMap<>(fasteners);
    siteFastener.ifPresent(f -> named.put("site", f));
    Map<String, Step> steps = new LinkedHashMap<>();
    all.forEach(id -> put(steps, removal(byId.get(id), cautions)));
    access.before().forEach(o -> put(steps, step(o, named, cautions)));
    operations.forEach(o -> put(steps, step(o, named, cautions)));
    access.after().forEach(o -> put(steps, step(o, named, cautions)));
    all.forEach(id -> put(steps, refit(byId.get(id), named, cautions)));
    DirectedAcyclicGraph<String, DefaultEdge> graph = graph(steps, operations, all, byId, access);
    return new WorkOrder(placed(sorted(steps, graph), graph, access, cautions));
  }

  private static void put(Map<String, Step> steps, Step step) {
    if (steps.put(step.id(), step) != null) {
      throw new PlanRefused("Two steps are called " + step.id());
    }
  }

  private static Set<String> withWhatLiesOnTop(
      List<String> inTheWay, Map<String, Obstruction> byId) {
    Set<String> all = new LinkedHashSet<>();
    List<String> open = new ArrayList<>(inTheWay);
    while (!open.isEmpty()) {
      String id = open.remove(0);
      Obstruction o = byId.get(id);
      if (o == null) {
        throw new PlanRefused("The card names no obstruction " + id);
      }
      if (all.add(id)) {
        open.addAll(o.under());
      }
    }
    return all;
  }

  private static Step removal(Obstruction o, Map<String, Caution> cautions) {
    return new Step(
        OFF + o.id(),
        Phase.OPEN_WAY,
        o.offBrief(),
        o.offFull(),
        o.offMinutes(),
        List.of(),
        o.pieces(),
        Optional.empty(),
        o.tools(),
        List.of(),
        resolve(o.cautions(), cautions),
        Optional.empty(),
        Optional.ofNullable(o.latch()),
        o.source());
  }

  private static Step refit(
      Obstruction o, Map<String, Fastener> fasteners, Map<String, Caution> cautions) {
    return new Step(
        ON + o.id(),
        Phase.PUT_BACK,
        o.onBrief(),
        o.onFull(),
        o.onMinutes(),
        List.of(),
        List.of(),
        Optional.of(OFF + o.id()),
        o.tools(),
        List.of(),
        resolve(o.cautions(), cautions),
        fastener(o.id(), o.fastener(), fasteners),
        Optional.ofNullable(o.latch()),
        o.source());
  }

  private static Step step(
      Operation o, Map<String, Fastener> fasteners, Map<String, Caution> cautions) {
    Optional<Fastener> held = Optional.ofNullable(fasteners.get("site"));
    return new Step(
        o.id(),
        o.phase(),
        withDrive(o.brief(), held),
        withDrive(o.full(), held),
        o.minutes(),
        List.of(),
        o.debt().map(List::of).orElse(List.of()),
        Optional.ofNullable(o.undoes()),
        o.tools().stream().map(t -> withDrive(t, held)).toList(),
        o.supplies(),
        resolve(o.cautions(), cautions),
        fastener(o.id(), o.fastener(), fasteners),
        Optional.ofNullable(o.latch()),
        o.source());
  }

  /** A sheet says "{drive}" for what turns the fastener at the site; the card knows its size. */
  private static String withDrive(String words, Optional<Fastener> held) {
    return words.contains(DRIVE)
        ? words.replace(DRIVE, held.map(Fastener::drive).orElse("the tool that fits"))
        : words;
  }

  private static Optional<Fastener> fastener(
      String step, String name, Map<String, Fastener> fasteners) {
    if (name == null) {
      return Optional.empty();
    }
    return Optional.of(
        Optional.ofNullable(fasteners.get(name))
            .orElseThrow(
                () -> new PlanRefused("Step %s names no known fastener %s".formatted(step, name))));
  }

  private static List<Caution> resolve(List<String> ids, Map<String, Caution> cautions) {
    return ids.stream()
        .map(
            id ->
                Optional.ofNullable(cautions.get(id))
                    .orElseThrow(() -> new PlanRefused("No caution is called " + id)))
        .toList();
  }

  private static DirectedAcyclicGraph<String, DefaultEdge> graph(
      Map<String, Step> steps,
      List<Operation> operations,
      Set<String> inTheWay,
      Map<String, Obstruction> byId,
      Access access) {
    DirectedAcyclicGraph<String, DefaultEdge> graph = new DirectedAcyclicGraph<>(DefaultEdge.class);
    steps.keySet().forEach(graph::addVertex);
    for (String id : inTheWay) {
      edge(graph, OFF + id, ON + id);
      for (String above : byId.get(id).under()) {
        edge(graph, OFF + above, OFF + id);
        edge(graph, ON + id, ON + above);
      }
    }
    for (Operation o : operations) {
      o.after().forEach(before -> edge(graph, before, o.id()));
      Optional.ofNullable(o.undoes()).ifPresent(before -> edge(graph, before, o.id()));
      for (String id : inTheWay) {
        if (o.phase() == Phase.MAKE_SAFE) {
          edge(graph, o.id(), OFF + id);
        } else if (o.phase().compareTo(Phase.PUT_BACK) < 0) {
          edge(graph, OFF + id, o.id());
          edge(graph, o.id(), ON + id);
        } else if (o.phase() == Phase.FINISH) {
          edge(graph, ON + id, o.id());
        }
      }
    }
    around(graph, steps, access);
    return graph;
  }

  /** On the ground first, then the way in; all back, then the way out, and then the finish. */
  private static void around(
      DirectedAcyclicGraph<String, DefaultEdge> graph, Map<String, Step> steps, Access access) {
    List<String> own = access.operations().stream().map(Operation::id).toList();
    for (int i = 1; i < own.size(); i++) {
      edge(graph, own.get(i - 1), own.get(i));
    }
    List<Operation> before = access.before();
    List<Operation> after = access.after();
    if (before.isEmpty() || after.isEmpty()) {
      return;
    }
    for (Step s : steps.values()) {
      if (own.contains(s.id())) {
        continue;
      }
      if (s.phase() == Phase.MAKE_SAFE) {
        edge(graph, s.id(), before.get(0).id());
      } else if (s.phase() == Phase.FINISH) {
        edge(graph, after.get(after.size() - 1).id(), s.id());
      } else {
        edge(graph, before.get(before.size() - 1).id(), s.id());
        edge(graph, s.id(), after.get(0).id());
      }
    }
  }

  private static List<Step> sorted(
      Map<String, Step> steps, DirectedAcyclicGraph<String, DefaultEdge> graph) {
    List<String> declared = List.copyOf(steps.keySet());
    Comparator<String> ties =
        Comparator.comparing((String id) -> steps.get(id).phase()).thenComparing(declared::indexOf);
    List<Step> order = new ArrayList<>();
    new TopologicalOrderIterator<>(graph, ties).forEachRemaining(id -> order.add(steps.get(id)));
    return order;
  }

  /** Each step with what comes right before it, and with the cautions of the way in. */
  private static List<Step> placed(
      List<Step> order,
      DirectedAcyclicGraph<String, DefaultEdge> graph,
      Access access,
      Map<String, Caution> cautions) {
    List<Caution> everywhere = resolve(access.everywhere(), cautions);
    List<Caution> atTheSensor = resolve(access.atTheSensor(), cautions);
    List<String> ids = order.stream().map(Step::id).toList();
    int from = access.before().stream().mapToInt(o -> ids.indexOf(o.id())).max().orElse(0);
    int to = access.after().stream().mapToInt(o -> ids.indexOf(o.id())).min().orElse(ids.size());
    List<Step> placed = new ArrayList<>();
    for (int i = 0; i < order.size(); i++) {
      List<String> after =
          graph.incomingEdgesOf(ids.get(i)).stream()
              .map(graph::getEdgeSource)
              .sorted(Comparator.comparing(ids::indexOf))
              .toList();
      placed.add(order.get(i).placed(after, i >= from && i <= to ? atTheSensor : everywhere));
    }
    return placed;
  }

  private static void edge(
      DirectedAcyclicGraph<String, DefaultEdge> graph, String before, String after) {
    if (!graph.containsVertex(before)) {
      throw new PlanRefused(
          "Step %s should come after %s, which is no step".formatted(after, before));
    }
    try {
      graph.addEdge(before, after);
    } catch (IllegalArgumentException e) {
      throw new PlanRefused("Steps %s and %s each want to come first".formatted(before, after));
    }
  }

  public Optional<Step> step(String id) {
    return steps.stream().filter(s -> s.id().equals(id)).findFirst();
  }

  public double minutes() {
    return steps.stream().mapToDouble(Step::minutes).sum();
  }

  /** Every tool once, in the order of first use. */
  public List<String> tools() {
    return steps.stream().flatMap(s -> s.tools().stream()).distinct().toList();
  }

  /** Every supply once, in the order of first use. */
  public List<String> supplies() {
    return steps.stream().flatMap(s -> s.supplies().stream()).distinct().toList();
  }

  /** Card or sheet contradict themselves; the message names the ids. */
  public static final class PlanRefused extends RuntimeException {
    private static final long serialVersionUID = 1L;

    PlanRefused(String message) {
      super(message);
    }
  }
}
