package hopmend.catalog;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.measure.Reading;
import hopmend.sensor.Trait;
import hopmend.sensor.Traits;
import hopmend.swap.Access;
import hopmend.swap.Caution;
import hopmend.swap.Fastener;
import hopmend.swap.Ledger;
import hopmend.swap.Obstruction;
import hopmend.swap.Operation;
import hopmend.swap.Phase;
import hopmend.swap.Step;
import hopmend.swap.Work;
import hopmend.swap.WorkOrder;
import hopmend.swap.WorkPlan;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Collectors;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;

/** Work orders of vehicles that nobody has: any sheet, any traits, any way in, any stack above. */
class RandomOrdersTest {
  private static final Catalog CATALOG = Shipped.CATALOG;
  private static final Map<String, Fastener> FASTENERS = new LinkedHashMap<>();
  private static final Fastener OWN;

  static {
    CATALOG.cards().forEach(c -> c.fasteners().forEach(f -> FASTENERS.put(f.id(), f)));
    OWN = FASTENERS.values().iterator().next();
  }

  private record Vehicle(List<WorkPlan.Sensor> sensors, List<Obstruction> stack) {
    WorkOrder order() {
      return WorkPlan.order(
          sensors, stack, FASTENERS, CATALOG.cautions(), CATALOG.waysIn().order());
    }

    List<String> everywhere() {
      return sensors.stream().flatMap(s -> s.access().everywhere().stream()).distinct().toList();
    }
  }

  private static Vehicle vehicle(Random random) {
    List<Obstruction> stack = new ArrayList<>();
    List<String> ids = new ArrayList<>();
    for (int i = 0; i < random.nextInt(7); i++) {
      List<String> under = ids.stream().filter(o -> random.nextInt(3) == 0).toList();
      ids.add("thing-" + i);
      List<String> held = FASTENERS.keySet().stream().skip(i).limit(random.nextInt(4)).toList();
      List<String> cautions = random.nextInt(4) == 0 ? List.of("fuel") : List.of();
      stack.add(thing(ids.get(i), under, held, cautions));
    }
    List<String> everywhere = random.nextInt(5) == 0 ? List.of("high-voltage") : List.of();
    List<WorkPlan.Sensor> sensors = new ArrayList<>();
    for (int i = 0; i <= random.nextInt(3); i++) {
      sensors.add(sensor(random, "place-" + i, ids, everywhere));
    }
    return new Vehicle(sensors, stack);
  }

  /** Any work that suits any sensor in any variant, reached in any way. */
  private static WorkPlan.Sensor sensor(
      Random random, String place, List<String> things, List<String> everywhere) {
    FamilySheet sheet = CATALOG.sheets().get(random.nextInt(CATALOG.sheets().size()));
    Traits traits = Traits.UNKNOWN;
    for (Trait t : CATALOG.traits()) {
      if (random.nextBoolean()) {
        traits = traits.with(t.trait(), t.values().get(random.nextInt(t.values().size())));
      }
    }
    Work work = CATALOG.works().get(random.nextInt(CATALOG.works().size()));
    Traits all = traits.with("opens", work.opens().word());
    FamilySheet variant = CATALOG.variant(sheet, all);
    return new WorkPlan.Sensor(
        place,
        place,
        work.on(variant.operations()),
        things.stream().filter(o -> work.opensTheWay() && random.nextBoolean()).toList(),
        Optional.of(OWN),
        work.goesThere()
            ? CATALOG.waysIn().access(all, everywhere)
            : new Access(List.of(), List.of(), everywhere));
  }

  private static Obstruction thing(
      String id, List<String> under, List<String> held, List<String> cautions) {
    return new Obstruction(
        id,
        id,
        "Take it off",
        "All of it.",
        "Put it back",
        "All of it.",
        2,
        3,
        List.of(new Operation.Debt(id, 1), new Operation.Debt("bolt of " + id, 3)),
        under,
        null,
        null,
        List.of(),
        List.of(),
        cautions,
        List.of(),
        held,
        null,
        "invented");
  }

  @Property(tries = 1_200)
  void allThatComesOffGoesBackInOrderAndNoCautionIsMissing(@ForAll long seed) {
    Vehicle v = vehicle(new Random(seed));
    WorkOrder order = v.order();
    assertThat(v.order()).as("the same order each time").isEqualTo(order);
    List<String> ids = order.steps().stream().map(Step::id).toList();
    for (Step s : order.steps()) {
      assertThat(s.after()).allMatch(before -> ids.indexOf(before) < ids.indexOf(s.id()));
      s.settles().ifPresent(off -> assertThat(ids.indexOf(off)).isBetween(0, ids.indexOf(s.id())));
    }
    for (Obstruction o : v.stack()) {
      for (String above : o.under()) {
        if (ids.contains("off:" + o.id())) {
          assertThat(ids.indexOf("off:" + above)).isBetween(0, ids.indexOf("off:" + o.id()));
          assertThat(ids.indexOf("on:" + above)).isGreaterThan(ids.indexOf(lastOf(o)));
        }
      }
      if (ids.contains("off:" + o.id())) {
        assertThat(order.step("off:" + o.id()).orElseThrow().loosens())
            .extracting(Fastener::id)
            .containsExactlyElementsOf(o.fasteners());
      }
    }
    assertThat(Ledger.of(order, done(order), List.of()).isSettled()).as("nothing is owed").isTrue();
    noCautionIsMissing(v, order, ids);
  }

  /** Everything done; of a fluid as much goes in as ran out. */
  private static Map<String, Optional<Reading>> done(WorkOrder order) {
    return order.steps().stream()
        .collect(
            Collectors.toMap(
                Step::id, s -> s.amount().map(a -> Reading.of(a.most() / 2, a.unit()))));
  }

  /** Of the vehicle at every step, of the work at its own, of the way in between in and out. */
  private static void noCautionIsMissing(Vehicle v, WorkOrder order, List<String> ids) {
    for (Step s : order.steps()) {
      List<String> shown = shown(s);
      assertThat(shown).as(s.id()).containsAll(v.everywhere());
      v.sensors().stream()
          .filter(x -> WorkPlan.place(s.id()).isEmpty() || WorkPlan.place(s.id()).equals(x.place()))
          .flatMap(x -> x.operations().stream())
          .filter(o -> o.id().equals(WorkPlan.operation(s.id())))
          .forEach(o -> assertThat(shown).as(s.id()).containsAll(o.cautions()));
    }
    for (int i = ids.indexOf("raise") + 1; i < ids.indexOf("lower"); i++) {
      assertThat(shown(order.steps().get(i))).as(ids.get(i)).contains("raised");
    }
    for (Step s : order.steps()) {
      boolean below =
          v.sensors().stream()
              .filter(x -> x.access().throughout().contains("raised"))
              .filter(x -> List.of("", x.place()).contains(WorkPlan.place(s.id())))
              .flatMap(x -> x.operations().stream())
              .anyMatch(o -> o.id().equals(WorkPlan.operation(s.id())) && isAtTheSensor(s));
      if (below) {
        assertThat(shown(s)).as(s.id()).contains("raised");
      }
    }
  }

  private static String lastOf(Obstruction o) {
    int kinds = o.fasteners().size();
    return "on:" + o.id() + (kinds < 2 ? "" : ":" + o.fasteners().get(kinds - 1));
  }

  private static boolean isAtTheSensor(Step s) {
    return s.phase() != Phase.MAKE_SAFE && s.phase() != Phase.FINISH;
  }

  private static List<String> shown(Step s) {
    return s.cautions().stream().map(Caution::id).toList();
  }
}
