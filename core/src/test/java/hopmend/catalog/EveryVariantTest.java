package hopmend.catalog;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.prove.Remedy;
import hopmend.sensor.Conditional;
import hopmend.sensor.Traits;
import hopmend.swap.Access;
import hopmend.swap.Fastener;
import hopmend.swap.Operation;
import hopmend.swap.Step;
import hopmend.swap.WorkOrder;
import hopmend.swap.WorkPlan;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Each sheet in the variants that it knows, by all values of the traits for which it asks. */
class EveryVariantTest {
  private static final Catalog CATALOG = Shipped.CATALOG;

  /** Of more variants than these of one sheet, as many are taken, at even distances. */
  private static final int MOST = 400;

  static Stream<FamilySheet> sheets() {
    return CATALOG.sheets().stream();
  }

  /** All combinations of the asked traits' values, each also not known. */
  private static List<Traits> variants(FamilySheet sheet) {
    Map<String, TreeSet<String>> asked = new TreeMap<>();
    Stream.of(sheet.suspects(), sheet.checks(), sheet.operations(), sheet.traits())
        .flatMap(List::stream)
        .map(Conditional.class::cast)
        .flatMap(c -> Stream.of(c.condition().when(), c.condition().unless()))
        .forEach(
            t -> t.forEach((k, v) -> asked.computeIfAbsent(k, x -> new TreeSet<>()).addAll(v)));
    List<Traits> all = new ArrayList<>(List.of(Traits.UNKNOWN));
    asked.forEach(
        (trait, values) -> {
          for (Traits t : List.copyOf(all)) {
            values.forEach(v -> all.add(t.with(trait, v)));
          }
        });
    return all;
  }

  @ParameterizedTest
  @MethodSource("sheets")
  void itsChecksAddUpAndItsOrderUndoesAllThatItTakesOff(FamilySheet sheet) {
    Fastener any =
        CATALOG.cards().stream().flatMap(c -> c.fasteners().stream()).findFirst().orElseThrow();
    List<Traits> variants = variants(sheet);
    int stride = variants.size() / MOST + 1;
    for (int i = 0; i < variants.size(); i += stride) {
      Traits traits = variants.get(i);
      FamilySheet v = CATALOG.variant(sheet, traits);
      v.checks().forEach(c -> c.requireCoherent(v.suspects()));
      assertThat(v.suspects()).as("%s", traits).anyMatch(s -> s.remedy() == Remedy.REPLACE_SENSOR);
      if (traits.values().keySet().equals(variants.get(variants.size() - 1).values().keySet())) {
        assertThat(v.checks())
            .as("%s: what finds the sensor where all is known of it", traits)
            .anyMatch(c -> c.looksFor().contains("sensor"));
      }
      WorkOrder order =
          WorkPlan.order(
              List.of(
                  new WorkPlan.Sensor(
                      "here", "here", v.operations(), List.of(), Optional.of(any), Access.FREE)),
              List.of(),
              CATALOG.waysIn().fasteners().stream().collect(Collectors.toMap(Fastener::id, f -> f)),
              CATALOG.cautions(),
              CATALOG.waysIn().order());
      List<String> back = order.steps().stream().flatMap(s -> s.settles().stream()).toList();
      assertThat(order.steps().stream().filter(Step::takesOff).map(Step::id).toList())
          .as("%s: what is taken off goes back", traits)
          .allSatisfy(off -> assertThat(back).contains(off));
      List<String> ids = order.steps().stream().map(Step::id).toList();
      assertThat(ids.indexOf("plug"))
          .as("%s: plugged after it sits", traits)
          .isGreaterThan(
              v.operations().stream()
                  .filter(o -> o.fastener() != null || "clip-back".equals(o.id()))
                  .map(Operation::id)
                  .mapToInt(ids::indexOf)
                  .max()
                  .orElse(-1));
    }
  }
}
