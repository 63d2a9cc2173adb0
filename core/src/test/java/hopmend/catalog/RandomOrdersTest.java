package hopmend.catalog;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.find.Site;
import hopmend.sensor.Trait;
import hopmend.sensor.Traits;
import hopmend.swap.Access;
import hopmend.swap.Caution;
import hopmend.swap.Fastener;
import hopmend.swap.Ledger;
import hopmend.swap.Obstruction;
import hopmend.swap.Operation;
import hopmend.swap.Step;
import hopmend.swap.WorkOrder;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;

/** Work orders of vehicles that nobody has: any sheet, any traits, any way in, any stack above. */
class RandomOrdersTest {
  private static final Catalog CATALOG = CatalogReader.shipped();
  private static final Map<String, Fastener> FASTENERS = new LinkedHashMap<>();
  private static final Fastener OWN;

  static {
    CATALOG.cards().forEach(c -> c.fasteners().forEach(f -> FASTENERS.put(f.id(), f)));
    OWN = FASTENERS.values().iterator().next();
  }

  private record Vehicle(
      FamilySheet variant, List<Obstruction> stack, List<String> inTheWay, Access access) {
    WorkOrder order() {
      return WorkOrder.of(
          variant.operations(),
          stack,
          inTheWay,
          FASTENERS,
          Optional.of(OWN),
          CATALOG.cautions(),
          access);
    }
  }

  private static Vehicle vehicle(Random random) {
    FamilySheet sheet = CATALOG.sheets().get(random.nextInt(CATALOG.sheets().size()));
    Traits traits = Traits.UNKNOWN;
    for (Trait t : CATALOG.traits()) {
      if (random.nextBoolean()) {
        traits = traits.with(t.trait(), t.values().get(random.nextInt(t.values().size())));
      }
    }
    List<Obstruction> stack = new ArrayList<>();
    List<String> ids = new ArrayList<>();
    for (int i = 0; i < random.nextInt(7); i++) {
      List<String> under = ids.stream().filter(o -> random.nextInt(3) == 0).toList();
      ids.add("thing-" + i);
      stack.add(thing(ids.get(i), under, random.nextInt(4) == 0 ? List.of("fuel") : List.of()));
    }
    List<String> inTheWay = ids.stream().filter(o -> random.nextBoolean()).toList();
    Site.WayIn way = Site.WayIn.values()[random.nextInt(Site.WayIn.values().length)];
    List<String> everywhere = random.nextInt(5) == 0 ? List.of("high-voltage") : List.of();
    WaysIn.Way asked = CATALOG.waysIn().way(way);
    return new Vehicle(
        CATALOG.variant(sheet, traits),
        stack,
        inTheWay,
        new Access(CATALOG.waysIn().operations(asked), asked.throughout(), everywhere));
  }

  private static Obstruction thing(String id, List<String> under, List<String> cautions) {
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
        List.of(),
        cautions,
        null,
        null,
        "invented");
  }

  @Property(tries = 10_000)
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
          assertThat(ids.indexOf("on:" + above)).isGreaterThan(ids.indexOf("on:" + o.id()));
        }
      }
    }
    Set<String> ticked = new HashSet<>(ids);
    assertThat(Ledger.of(order, ticked, List.of()).isSettled()).as("nothing is owed").isTrue();
    noCautionIsMissing(v, order, ids);
  }

  /** Of the vehicle at every step, of the work at its own, of the way in between in and out. */
  private static void noCautionIsMissing(Vehicle v, WorkOrder order, List<String> ids) {
    for (Step s : order.steps()) {
      List<String> shown = s.cautions().stream().map(Caution::id).toList();
      assertThat(shown).as(s.id()).containsAll(v.access().everywhere());
      v.variant()
          .operation(s.id())
          .ifPresent(o -> assertThat(shown).as(s.id()).containsAll(o.cautions()));
    }
    List<Operation> way = v.access().operations();
    if (way.size() > 1) {
      int in = ids.indexOf(way.get(0).id());
      int out = ids.indexOf(way.get(way.size() - 1).id());
      for (int i = in; i < out; i++) {
        List<String> shown = order.steps().get(i).cautions().stream().map(Caution::id).toList();
        if (i > in) {
          assertThat(shown).as(ids.get(i)).containsAll(v.access().throughout());
        }
      }
    }
    assertThat(order.steps().get(0).cautions()).as("the first step stops").isNotEmpty();
  }
}
