package hopmend.swap;

import hopmend.swap.WorkOrder.PlanRefused;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jgrapht.graph.DefaultEdge;
import org.jgrapht.graph.DirectedAcyclicGraph;
import org.jgrapht.traverse.TopologicalOrderIterator;

/**
 * Puts the work on one sensor, or on several of one vehicle, into a valid order. Several share what
 * leads to them: the vehicle goes up once, the wheel comes off once, the battery is off once. What
 * is done to one of them only carries its place in its id: {@code unplug@cam-exhaust}.
 */
public final class WorkPlan {
  /** What parts the id of a step from the place that it is done at. */
  public static final String AT = "@";

  /** Tightening one more kind of fastener; the shop's estimate. */
  private static final double TIGHTENING_MINUTES = 3;

  private static final String OFF = "off:";
  private static final String ON = "on:";
  private static final String DRIVE = "{drive}";

  /**
   * A sensor to work on.
   *
   * @param place id of its site
   * @param name what it is called beside others
   * @param operations what is done to it, in the work's own words
   * @param inTheWay ids of the obstructions that block it; what lies on top of them is found from
   *     the card
   * @param held what holds it, used where an operation says "site"
   * @param access what the way to it asks for
   */
  public record Sensor(
      String place,
      String name,
      List<Operation> operations,
      List<String> inTheWay,
      Optional<Fastener> held,
      Access access) {
    public Sensor {
      operations = List.copyOf(operations);
      inTheWay = List.copyOf(inTheWay);
    }
  }

  /** What is done at a step, wherever: {@code unplug} of {@code unplug@cam-exhaust}. */
  public static String operation(String step) {
    int at = step.indexOf(AT);
    return at < 0 ? step : step.substring(0, at);
  }

  /** Where a step is done; empty where it is of all sensors, or of the only one. */
  public static String place(String step) {
    int at = step.indexOf(AT);
    return at < 0 ? "" : step.substring(at + 1);
  }

  private final List<Sensor> sensors;
  private final Map<String, Obstruction> obstructions = new LinkedHashMap<>();
  private final Map<String, Fastener> fasteners;
  private final Map<String, Caution> cautions;
  private final List<String> waysIn;
  private final Map<String, Step> steps = new LinkedHashMap<>();

  /** Whose each step is: the number of its sensor, 0 for what all share. */
  private final Map<String, Integer> owners = new HashMap<>();

  private final DirectedAcyclicGraph<String, DefaultEdge> graph =
      new DirectedAcyclicGraph<>(DefaultEdge.class);

  private WorkPlan(
      List<Sensor> sensors,
      List<Obstruction> obstructions,
      Map<String, Fastener> fasteners,
      Map<String, Caution> cautions,
      List<String> waysIn) {
    this.waysIn = waysIn;
    this.sensors = List.copyOf(sensors);
    obstructions.forEach(o -> this.obstructions.put(o.id(), o));
    this.fasteners = fasteners;
    this.cautions = cautions;
  }

  /**
   * Plans the order.
   *
   * @param sensors at least one; each place once
   * @param obstructions all obstructions of the card
   * @param waysIn operations of all ways in, in their order; where one is not asked for, nothing
   *     waits for it
   * @throws PlanRefused if the card or sheet contradicts itself, with the ids that do
   */
  public static WorkOrder order(
      List<Sensor> sensors,
      List<Obstruction> obstructions,
      Map<String, Fastener> fasteners,
      Map<String, Caution> cautions,
      List<String> waysIn) {
    return order(sensors, obstructions, fasteners, cautions, waysIn, List.of());
  }

  /**
   * Plans the order with what went wrong in it.
   *
   * @param met each dealt with before its step; one whose step is no longer there is left out
   */
  public static WorkOrder order(
      List<Sensor> sensors,
      List<Obstruction> obstructions,
      Map<String, Fastener> fasteners,
      Map<String, Caution> cautions,
      List<String> waysIn,
      List<Mishap.Met> met) {
    return new WorkPlan(sensors, obstructions, fasteners, cautions, waysIn).order(met);
  }

  private WorkOrder order(List<Mishap.Met> met) {
    Access access = Access.together(sensors.stream().map(Sensor::access).toList(), waysIn);
    Set<String> inTheWay = withWhatLiesOnTop();
    inTheWay.forEach(id -> put(0, removal(obstructions.get(id))));
    access.before().forEach(o -> put(0, step(o, o.id(), sensors.get(0))));
    for (int i = 0; i < sensors.size(); i++) {
      for (Operation o : sensors.get(i).operations()) {
        operation(i, o);
      }
    }
    access.after().forEach(o -> put(0, step(o, o.id(), sensors.get(0))));
    inTheWay.forEach(id -> refit(obstructions.get(id)).forEach(step -> put(0, step)));
    steps.keySet().forEach(graph::addVertex);
    inTheWay.forEach(id -> aroundObstruction(id, inTheWay));
    for (int i = 0; i < sensors.size(); i++) {
      for (Operation o : sensors.get(i).operations()) {
        place(i, o);
      }
    }
    blockers();
    around(access);
    met.stream().distinct().filter(m -> steps.containsKey(m.step())).forEach(this::mend);
    return new WorkOrder(placed(sorted(), access));
  }

  // Steps

  private void put(int owner, Step step) {
    if (steps.put(step.id(), step) != null) {
      throw new PlanRefused("Two steps are called " + step.id());
    }
    owners.put(step.id(), owner);
  }

  /** A step of one sensor, or one that it shares with a sensor before it. */
  private void operation(int sensor, Operation o) {
    String id = id(sensor, o);
    Step known = steps.get(id);
    if (known == null || !isShared(o)) {
      put(isShared(o) ? 0 : sensor + 1, step(o, id, sensors.get(sensor)));
    }
  }

  private String id(int sensor, Operation o) {
    return sensors.size() == 1 || isShared(o) ? o.id() : o.id() + AT + sensors.get(sensor).place();
  }

  /** Whether all sensors that ask for this do so in the same way, and for what undoes it too. */
  private boolean isShared(Operation o) {
    return isAlike(o)
        && sensors.stream()
            .flatMap(s -> s.operations().stream())
            .filter(x -> o.id().equals(x.undoes()) || x.id().equals(o.undoes()))
            .allMatch(this::isAlike);
  }

  private boolean isAlike(Operation o) {
    boolean around =
        o.phase().compareTo(Phase.OPEN_WAY) <= 0 || o.phase().compareTo(Phase.PUT_BACK) >= 0;
    return around
        && sensors.stream()
            .flatMap(s -> s.operations().stream())
            .filter(x -> x.id().equals(o.id()))
            .allMatch(x -> x.isDoneLike(o));
  }

  private Set<String> withWhatLiesOnTop() {
    Set<String> all = new LinkedHashSet<>();
    List<String> open =
        new ArrayList<>(sensors.stream().flatMap(s -> s.inTheWay().stream()).toList());
    while (!open.isEmpty()) {
      String id = open.remove(0);
      Obstruction o = obstructions.get(id);
      if (o == null) {
        throw new PlanRefused("The card names no obstruction " + id);
      }
      if (!isWorkedOn(o) && all.add(id)) {
        open.addAll(o.under());
      }
    }
    return all;
  }

  /** Whether what is in the way is a sensor that comes out in this work anyway. */
  private boolean isWorkedOn(Obstruction o) {
    return sensors.stream().anyMatch(s -> comesOut(s) && s.place().equals(o.sensor()));
  }

  private static boolean comesOut(Sensor s) {
    return s.operations().stream().anyMatch(o -> o.phase() == Phase.LIFT_OUT);
  }

  private Step removal(Obstruction o) {
    return new Step(
        OFF + o.id(),
        Phase.OPEN_WAY,
        "",
        o.offBrief(),
        o.offFull(),
        o.offMinutes(),
        List.of(),
        Stream.concat(o.pieces().stream(), held(o).stream().map(Fastener::loose)).toList(),
        Optional.empty(),
        o.tools(),
        List.of(),
        resolve(o.cautions()),
        Optional.empty(),
        held(o),
        Optional.ofNullable(o.latch()),
        Optional.empty(),
        List.of(),
        Optional.empty(),
        Optional.empty(),
        false,
        o.source());
  }

  private List<Fastener> held(Obstruction o) {
    return o.fasteners().stream().map(f -> fastener(o.id(), f, Optional.empty())).toList();
  }

  /** Back on with the first kind of fastener, then one step for each further kind. */
  private List<Step> refit(Obstruction o) {
    List<Fastener> held = held(o);
    List<Step> refit = new ArrayList<>();
    refit.add(
        new Step(
            ON + o.id(),
            Phase.PUT_BACK,
            "",
            o.onBrief(),
            o.onFull(),
            o.onMinutes(),
            List.of(),
            List.of(),
            Optional.of(OFF + o.id()),
            o.tools(),
            o.supplies(),
            resolve(o.cautions()),
            held.stream().findFirst(),
            List.of(),
            Optional.ofNullable(o.latch()),
            Optional.empty(),
            o.confirms(),
            Optional.empty(),
            Optional.empty(),
            false,
            o.source()));
    held.stream().skip(1).forEach(f -> refit.add(alsoTightened(o, f)));
    return refit;
  }

  private Step alsoTightened(Obstruction o, Fastener f) {
    return bare(
            tightened(o, f.id()),
            Phase.PUT_BACK,
            f.counted(),
            o.onFull(),
            TIGHTENING_MINUTES,
            resolve(o.cautions()),
            o.source())
        .with("", List.of(f.drive()), List.of(), Optional.of(f));
  }

  /** A step that takes nothing off, waits for nothing and asks for nothing. */
  private static Step bare(
      String id,
      Phase phase,
      String brief,
      String full,
      double minutes,
      List<Caution> cautions,
      String source) {
    return new Step(
        id,
        phase,
        "",
        brief,
        full,
        minutes,
        List.of(),
        List.of(),
        Optional.empty(),
        List.of(),
        List.of(),
        cautions,
        Optional.empty(),
        List.of(),
        Optional.empty(),
        Optional.empty(),
        List.of(),
        Optional.empty(),
        Optional.empty(),
        false,
        source);
  }

  private static String tightened(Obstruction o, String fastener) {
    return ON + o.id() + ":" + fastener;
  }

  /** The last step with which it is back for good. */
  private String back(String obstruction) {
    List<String> held = obstructions.get(obstruction).fasteners();
    return held.size() < 2
        ? ON + obstruction
        : tightened(obstructions.get(obstruction), held.get(held.size() - 1));
  }

  private Step step(Operation o, String id, Sensor sensor) {
    Optional<Fastener> held = sensor.held();
    boolean own = id.contains(AT);
    List<Fastener> loosened =
        Optional.ofNullable(o.loosens()).map(f -> fastener(o.id(), f, held)).stream().toList();
    return new Step(
        id,
        o.phase(),
        own ? sensor.name() : "",
        withDrive(o.brief(), held),
        withDrive(o.full(), held),
        o.minutes(),
        List.of(),
        Stream.concat(o.debt().stream(), loosened.stream().map(Fastener::loose))
            .map(
                d ->
                    own
                        ? new Operation.Debt(
                            d.item() + ", " + sensor.name(), d.count(), d.renewed())
                        : d)
            .toList(),
        Optional.ofNullable(o.undoes()).map(u -> own ? u + AT + sensor.place() : u),
        o.tools().stream().map(t -> withDrive(t, held)).toList(),
        o.supplies(),
        resolve(o.cautions()),
        Optional.ofNullable(o.fastener()).map(f -> fastener(o.id(), f, held)),
        loosened,
        Optional.ofNullable(o.latch()),
        Optional.ofNullable(o.waits()),
        o.confirms(),
        Optional.ofNullable(o.amount()),
        Optional.ofNullable(o.shows()),
        o.secondLook(),
        o.source());
  }

  /** A sheet says "{drive}" for what turns the fastener at the site; the card knows its size. */
  private static String withDrive(String words, Optional<Fastener> held) {
    return words.contains(DRIVE)
        ? words.replace(DRIVE, held.map(Fastener::drive).orElse("the tool that fits"))
        : words;
  }

  private Fastener fastener(String step, String name, Optional<Fastener> held) {
    return Optional.ofNullable(fasteners.get(name))
        .or(() -> held.filter(f -> name.equals("site")))
        .orElseThrow(
            () -> new PlanRefused("Step %s names no known fastener %s".formatted(step, name)));
  }

  private List<Caution> resolve(List<String> ids) {
    return ids.stream()
        .map(
            id ->
                Optional.ofNullable(cautions.get(id))
                    .orElseThrow(() -> new PlanRefused("No caution is called " + id)))
        .toList();
  }

  /** What deals with a mishap comes right before the step at which it was met. */
  private void mend(Mishap.Met met) {
    Step at = steps.get(met.step());
    put(
        owners.get(at.id()),
        bare(
                met.id(),
                at.phase(),
                met.way().brief(),
                met.way().full(),
                met.way().minutes(),
                resolve(met.way().cautions()),
                met.mishap().source())
            .with(at.sensor(), met.way().tools(), met.way().supplies(), Optional.empty()));
    graph.addVertex(met.id());
    List<String> before =
        graph.incomingEdgesOf(at.id()).stream().map(graph::getEdgeSource).toList();
    before.forEach(b -> edge(b, met.id()));
    edge(met.id(), at.id());
  }

  // What comes before what

  private void aroundObstruction(String id, Set<String> inTheWay) {
    edge(OFF + id, ON + id);
    String before = ON + id;
    for (String f : obstructions.get(id).fasteners().stream().skip(1).toList()) {
      edge(before, tightened(obstructions.get(id), f));
      before = tightened(obstructions.get(id), f);
    }
    for (String above : obstructions.get(id).under()) {
      if (inTheWay.contains(above)) {
        edge(OFF + above, OFF + id);
        edge(back(id), ON + above);
      }
    }
  }

  private void place(int sensor, Operation o) {
    String id = id(sensor, o);
    Sensor at = sensors.get(sensor);
    UnaryOperator<String> named =
        other ->
            at.operations().stream()
                .filter(x -> x.id().equals(other))
                .findFirst()
                .map(x -> id(sensor, x))
                .orElse(other);
    o.after().stream()
        .map(named)
        .filter(before -> graph.containsVertex(before) || !waysIn.contains(before))
        .forEach(before -> edge(before, id));
    Optional.ofNullable(o.undoes()).ifPresent(before -> edge(named.apply(before), id));
    for (String way : steps.keySet()) {
      if (way.startsWith(OFF)) {
        String back = ON + way.substring(OFF.length());
        if (o.phase() == Phase.MAKE_SAFE) {
          edge(id, way);
        } else if (o.phase().compareTo(Phase.PUT_BACK) < 0) {
          edge(way, id);
          edge(id, back);
        } else if (o.phase() == Phase.FINISH) {
          edge(back(way.substring(OFF.length())), id);
        }
      }
    }
  }

  /** Of two sensors of which one hides the other the nearer comes out first and goes in last. */
  private void blockers() {
    for (int hidden = 0; hidden < sensors.size(); hidden++) {
      Set<String> hiders =
          sensors.get(hidden).inTheWay().stream()
              .map(obstructions::get)
              .filter(this::isWorkedOn)
              .map(Obstruction::sensor)
              .collect(Collectors.toSet());
      for (int near = 0; near < sensors.size(); near++) {
        if (hiders.contains(sensors.get(near).place())) {
          blocks(near, hidden);
        }
      }
    }
  }

  private void blocks(int near, int hidden) {
    for (String of : own(hidden, Phase.UNPLUG, Phase.PLUG)) {
      own(near, Phase.UNPLUG, Phase.LIFT_OUT).forEach(out -> edge(out, of));
      own(near, Phase.START, Phase.PLUG).forEach(in -> edge(of, in));
    }
  }

  private List<String> own(int sensor, Phase from, Phase to) {
    return steps.values().stream()
        .filter(s -> owners.get(s.id()) == sensor + 1)
        .filter(s -> s.phase().compareTo(from) >= 0 && s.phase().compareTo(to) <= 0)
        .map(Step::id)
        .toList();
  }

  /** On the ground first, then the way in; all back, then the way out, and then the finish. */
  private void around(Access access) {
    List<String> own = access.operations().stream().map(Operation::id).toList();
    for (int i = 1; i < own.size(); i++) {
      edge(own.get(i - 1), own.get(i));
    }
    for (Step s : List.copyOf(steps.values())) {
      if (!own.contains(s.id())) {
        switch (s.phase()) {
          case MAKE_SAFE -> onTheGround(s, access);
          case OPEN_WAY -> {
            last(access.before(), Phase.MAKE_SAFE, Phase.OPEN_WAY).ifPresent(o -> edge(o, s.id()));
            first(access.before(), Phase.UNPLUG, Phase.FINISH).ifPresent(o -> edge(s.id(), o));
          }
          case PUT_BACK -> {
            last(access.after(), Phase.MAKE_SAFE, Phase.PLUG).ifPresent(o -> edge(o, s.id()));
            first(access.after(), Phase.PUT_BACK, Phase.FINISH).ifPresent(o -> edge(s.id(), o));
          }
          case FINISH ->
              last(access.after(), Phase.MAKE_SAFE, Phase.FINISH).ifPresent(o -> edge(o, s.id()));
          default -> {
            last(access.before(), Phase.MAKE_SAFE, Phase.FINISH).ifPresent(o -> edge(o, s.id()));
            first(access.after(), Phase.MAKE_SAFE, Phase.FINISH).ifPresent(o -> edge(s.id(), o));
          }
        }
      }
    }
  }

  /** What makes safe comes before the way in; what waits for a part of it, before the next part. */
  private void onTheGround(Step s, Access access) {
    List<String> way = access.before().stream().map(Operation::id).toList();
    int waitsFor = -1;
    for (int i = 0; i < way.size(); i++) {
      waitsFor = graph.getDescendants(way.get(i)).contains(s.id()) ? i : waitsFor;
    }
    if (waitsFor + 1 < way.size()) {
      edge(s.id(), way.get(waitsFor + 1));
    }
  }

  private static Optional<String> first(List<Operation> way, Phase from, Phase to) {
    return way.stream().filter(o -> isIn(o, from, to)).map(Operation::id).findFirst();
  }

  private static Optional<String> last(List<Operation> way, Phase from, Phase to) {
    return way.stream()
        .filter(o -> isIn(o, from, to))
        .map(Operation::id)
        .reduce((one, later) -> later);
  }

  private static boolean isIn(Operation o, Phase from, Phase to) {
    return o.phase().compareTo(from) >= 0 && o.phase().compareTo(to) <= 0;
  }

  private void edge(String before, String after) {
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

  // The order

  /** First and last what all share; between them one sensor after the other. */
  private List<Step> sorted() {
    List<String> declared = List.copyOf(steps.keySet());
    Comparator<String> ties =
        Comparator.comparing((String id) -> part(steps.get(id).phase()))
            .thenComparing(owners::get)
            .thenComparing(id -> steps.get(id).phase())
            .thenComparing(declared::indexOf);
    List<Step> order = new ArrayList<>();
    new TopologicalOrderIterator<>(graph, ties).forEachRemaining(id -> order.add(steps.get(id)));
    return order;
  }

  private static int part(Phase phase) {
    return phase.compareTo(Phase.OPEN_WAY) <= 0 ? 0 : phase.compareTo(Phase.PUT_BACK) < 0 ? 1 : 2;
  }

  /** Each step with what comes right before it, and with the cautions of the way in. */
  private List<Step> placed(List<Step> order, Access access) {
    List<Caution> everywhere = resolve(access.everywhere());
    List<String> ids = order.stream().map(Step::id).toList();
    List<Step> placed = new ArrayList<>();
    for (int i = 0; i < order.size(); i++) {
      List<String> after =
          graph.incomingEdgesOf(ids.get(i)).stream()
              .map(graph::getEdgeSource)
              .sorted(Comparator.comparing(ids::indexOf))
              .toList();
      boolean first = i == 0;
      List<Caution> more =
          new ArrayList<>(everywhere.stream().filter(c -> first || !c.once()).toList());
      for (String caution : access.throughout()) {
        if (isBetween(i, caution, ids, access)) {
          more.addAll(resolve(List.of(caution)));
        }
      }
      placed.add(order.get(i).placed(after, more));
    }
    return placed;
  }

  /** From the first operation of the way that carries a caution to the last one. */
  private static boolean isBetween(int step, String caution, List<String> ids, Access access) {
    int[] carrying =
        access.operations().stream()
            .filter(o -> o.cautions().contains(caution))
            .mapToInt(o -> ids.indexOf(o.id()))
            .sorted()
            .toArray();
    return carrying.length == 0 || step >= carrying[0] && step <= carrying[carrying.length - 1];
  }
}
