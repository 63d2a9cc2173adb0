package hopmend.job;

import hopmend.find.Site;
import hopmend.find.Site.WayIn;
import hopmend.message.Message;
import hopmend.swap.Caution;
import hopmend.swap.Operation.Debt;
import hopmend.swap.Phase;
import hopmend.swap.Step;
import hopmend.swap.WorkOrder;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * A way in to the sensor at hand, with what the whole work costs that way.
 *
 * @param minutes of all steps
 * @param comesOff what is taken off before the sensor is reached, with counts
 * @param sensors other sensors that come out first and go in last
 * @param tools that another way does not need
 * @param dangers what can hurt that way and not on every other
 * @param burns whether hot parts are near
 * @param cannot why the workplace does not allow it; empty where it does
 */
public record WayOffered(
    Site.Way way,
    boolean chosen,
    double minutes,
    List<Debt> comesOff,
    List<String> sensors,
    List<String> tools,
    List<Caution> dangers,
    boolean burns,
    Optional<Message> cannot) {
  private static final String HEAT = "heat";

  public WayOffered {
    comesOff = List.copyOf(comesOff);
    sensors = List.copyOf(sensors);
    tools = List.copyOf(tools);
    dangers = List.copyOf(dangers);
  }

  /** All ways to a sensor: the quickest that the workplace allows first, the others last. */
  static List<WayOffered> of(Target target, Optional<Fact.Place> place) {
    Optional<Site> site = target.site();
    if (site.isEmpty()) {
      return List.of();
    }
    List<WayOffered> all = new ArrayList<>();
    List<WorkOrder> orders =
        site.get().ways().stream().map(w -> target.orderBy(w.from()).orElseThrow()).toList();
    for (int i = 0; i < orders.size(); i++) {
      List<WorkOrder> others = new ArrayList<>(orders);
      others.remove(i);
      all.add(of(target, site.get().ways().get(i), orders.get(i), others, place));
    }
    all.sort(
        Comparator.comparing((WayOffered w) -> w.cannot().isPresent())
            .thenComparing(WayOffered::minutes)
            .thenComparing(w -> w.way().byFeel())
            .thenComparing(w -> w.way().from()));
    return all;
  }

  private static WayOffered of(
      Target target,
      Site.Way way,
      WorkOrder order,
      List<WorkOrder> others,
      Optional<Fact.Place> place) {
    List<Step> opening = order.steps().stream().filter(WayOffered::opensTheWay).toList();
    List<Caution> here = cautions(order).toList();
    return new WayOffered(
        way,
        target.state().wayIn().filter(w -> w == way.from()).isPresent(),
        order.minutes(),
        opening.stream().flatMap(s -> s.debts().stream()).toList(),
        target.sensorsInTheWay(way),
        order.tools().stream()
            .filter(t -> others.stream().anyMatch(o -> !o.tools().contains(t)))
            .toList(),
        here.stream().filter(c -> others.stream().anyMatch(o -> !isIn(o, c))).toList(),
        here.stream().anyMatch(c -> c.sign().equals(HEAT)),
        cannot(way.from(), place));
  }

  private static boolean opensTheWay(Step s) {
    return s.takesOff() && s.phase().compareTo(Phase.OPEN_WAY) <= 0;
  }

  private static Stream<Caution> cautions(WorkOrder order) {
    return order.steps().stream().flatMap(s -> s.cautions().stream()).distinct();
  }

  private static boolean isIn(WorkOrder order, Caution caution) {
    return cautions(order).anyMatch(caution::equals);
  }

  /** What is raised needs a hoist or stands; a tank that comes down needs them too. */
  private static Optional<Message> cannot(WayIn way, Optional<Fact.Place> place) {
    return place
        .filter(p -> p == Fact.Place.GROUND && way.isRaised())
        .map(p -> Message.of("ways.no-lift"));
  }
}
