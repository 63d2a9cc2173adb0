package hopmend.job;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.find.Site;
import hopmend.prove.Remedy;
import hopmend.swap.Caution;
import hopmend.swap.Fastener;
import hopmend.swap.Operation;
import hopmend.swap.Step;
import hopmend.swap.WorkOrder;
import java.util.List;
import org.junit.jupiter.api.Test;

/** The cases of the trade in which an order that lacks one step does harm; common practice. */
class HardCasesTest extends JobOnPaper {
  private WorkOrder order(String card, String site) {
    Site at = CATALOG.card(card).orElseThrow().site(site).orElseThrow();
    return CATALOG.workOrder(
        CATALOG.card(card).orElseThrow(), at, CATALOG.usual(Remedy.REPLACE_SENSOR));
  }

  private static List<String> ids(WorkOrder order) {
    return order.steps().stream().map(Step::id).toList();
  }

  private static Step step(WorkOrder order, String id) {
    return order.step(id).orElseThrow(() -> new AssertionError(id + " of " + ids(order)));
  }

  private static List<String> cautions(Step step) {
    return step.cautions().stream().map(Caution::id).toList();
  }

  @Test
  void aTankInAHighVoltageVehicle() {
    WorkOrder order = order("lorrimar-skiff-re", "tank-pressure");
    assertThat(ids(order))
        .containsSubsequence(
            "key-out",
            "battery-off",
            "vent-tank",
            "drain-tank",
            "raise",
            "off:structural-shield",
            "tank-lines-off",
            "tank-down",
            "clean-top",
            "unplug",
            "release-bolt",
            "lift-out",
            "inspect",
            "compare",
            "new-seal",
            "start-hand",
            "tighten",
            "plug",
            "tank-up",
            "tank-lines-on",
            "on:structural-shield",
            "lower",
            "battery-on",
            "refill-tank",
            "close-cap",
            "leak-before",
            "look-round");
    assertThat(order.steps()).allSatisfy(s -> assertThat(cautions(s)).contains("high-voltage"));
    assertThat(step(order, "drain-tank").amount()).isPresent();
    assertThat(step(order, "refill-tank").settles()).contains("drain-tank");
    assertThat(cautions(step(order, "off:structural-shield"))).contains("structural");
    assertThat(
            step(order, "off:structural-shield").debts().stream()
                .mapToInt(Operation.Debt::count)
                .sum())
        .as("shield and fourteen bolts")
        .isEqualTo(15);
    assertThat(step(order, "release-bolt").debts()).allMatch(Operation.Debt::renewed);
    assertThat(step(order, "tighten").confirms()).hasSize(2);
    assertThat(step(order, "tank-down").confirms())
        .anyMatch(c -> c.contains("before it goes further"));
    assertThat(step(order, "leak-before").confirms()).isNotEmpty();
    on("lorrimar-skiff-re", "P0451");
    assertThat(workup().routines()).extracting(r -> r.id()).contains("tank-calibration");
  }

  @Test
  void aCrankSensorThatIsSetByATooth() {
    WorkOrder order = order("wherrill-plover-10", "crank");
    assertThat(ids(order))
        .containsSubsequence(
            "dead-centre",
            "locks-in",
            "centre-off",
            "release-bolt",
            "lift-out",
            "start-slots",
            "set-tooth",
            "tighten",
            "centre-on",
            "locks-out",
            "two-turns",
            "plug",
            "look-round");
    assertThat(order.steps())
        .filteredOn(Step::secondLook)
        .extracting(Step::id)
        .containsExactly("locks-in", "set-tooth", "locks-out");
    assertThat(step(order, "set-tooth").confirms()).hasSize(3);
    assertThat(step(order, "set-tooth").shows()).contains(Operation.Shows.TOOTH);
    assertThat(step(order, "centre-off").cautions()).filteredOn(Caution::hardStop).isNotEmpty();
    assertThat(step(order, "centre-off").debts()).anyMatch(Operation.Debt::renewed);
    assertThat(step(order, "centre-on").supplies()).contains("friction washer", "front seal");
    assertThat(step(order, "centre-on").fastener().orElseThrow().torqueNm()).isEqualTo(150);
    assertThat(ids(order("osmere-heron-20", "crank")))
        .doesNotContain("locks-in", "set-tooth", "two-turns");
  }

  @Test
  void aSootModuleWithItsProbe() {
    WorkOrder order = order("tidewell-alder-77", "soot");
    assertThat(step(order, "untie").debts()).anyMatch(d -> d.count() == 5 && d.renewed());
    assertThat(ids(order))
        .containsSubsequence("read-number", "key-tab", "start-hand", "tie", "plug");
    assertThat(step(order, "key-tab").confirms()).contains("It never fell");
    assertThat(order.supplies()).noneMatch(s -> s.contains("compound"));
    assertThat(step(order, "start-hand").confirms()).contains("The key tab is in its groove");
  }

  @Test
  void knockBothWays() {
    WorkOrder bolted = order("osmere-bittern-30", "knock-1");
    WorkOrder threaded = order("kelvane-otter-20", "knock-1");
    assertThat(ids(bolted)).contains("release-bolt", "tighten").doesNotContain("unscrew");
    assertThat(ids(threaded)).contains("unscrew", "tighten-body").doesNotContain("release-bolt");
    assertThat(step(bolted, "tighten").fastener())
        .hasValueSatisfying(f -> assertThat(f.isCalibrated()).isTrue());
    assertThat(step(threaded, "tighten-body").fastener())
        .hasValueSatisfying(f -> assertThat(f.isCalibrated()).isTrue());
    assertThat(step(bolted, "start-hand").confirms()).isNotEmpty();
    assertThat(List.of(bolted, threaded))
        .allSatisfy(
            o ->
                assertThat(o.supplies())
                    .noneMatch(s -> s.contains("compound") || s.contains("oil")));
  }

  @Test
  void threeShaftSensorsOneBehindAnother() {
    WorkOrder order = order("brannick-causeway-24", "intermediate");
    List<String> off = ids(order).stream().filter(i -> i.startsWith("off:")).toList();
    List<String> back = ids(order).stream().filter(i -> i.matches("on:[^:]+")).toList();
    assertThat(off).as("what stands before it comes out").isNotEmpty();
    assertThat(back)
        .containsExactlyElementsOf(
            reversed(off.stream().map(i -> "on:" + i.substring(4)).toList()));
    assertThat(step(order, "start-hand").confirms()).anyMatch(c -> c.contains("flush"));
  }

  private static List<String> reversed(List<String> all) {
    List<String> turned = new java.util.ArrayList<>(all);
    java.util.Collections.reverse(turned);
    return turned;
  }

  @Test
  void coolantIsCaughtMeasuredAndBled() {
    WorkOrder order = order("wherrill-teal-16", "coolant");
    assertThat(ids(order))
        .containsSubsequence(
            "cool",
            "drain-coolant",
            "unplug",
            "unscrew",
            "tighten",
            "plug",
            "close-drain",
            "refill");
    assertThat(cautions(step(order, "cool"))).contains("hot-coolant");
    assertThat(step(order, "refill").confirms()).anyMatch(c -> c.contains("bled"));
    Fastener toStop =
        step(order("tidewell-alder-77", "coolant"), "tighten").fastener().orElseThrow();
    assertThat(toStop.toStop()).isTrue();
    assertThat(toStop.ceilingNm()).isEqualTo(12);
  }

  @Test
  void railPressureIsRelievedCounterHeldPrimedAndLookedAtTwice() {
    WorkOrder order = order("osmere-heron-20", "rail");
    assertThat(ids(order))
        .containsSubsequence(
            "relieve", "unplug", "unscrew", "tighten", "plug", "prime", "leak-cold", "look-round");
    assertThat(step(order, "prime").waits())
        .hasValueSatisfying(w -> assertThat(w.minutes()).isEqualTo(1));
    assertThat(step(order, "tighten").confirms()).anyMatch(c -> c.contains("second wrench"));
    assertThat(order.tools()).anyMatch(t -> t.contains("hold the line"));
    assertThat(step(order, "leak-cold").confirms()).contains("The cloth stays dry");
  }

  @Test
  void aPedalComesOutWithTheBatteryOffPlugFirst() {
    WorkOrder order = order("lorrimar-skiff-re", "pedal");
    assertThat(ids(order))
        .containsSubsequence("battery-off", "off:foot-panel", "unplug", "release-bolt");
    assertThat(cautions(step(order, "unplug"))).contains("restraint");
    assertThat(step(order, "off:foot-panel").debts())
        .anyMatch(d -> d.item().equals("panel clip") && d.count() == 3);
  }

  @Test
  void theExhaustSectionComesOffWhereNoWrenchSwings() {
    on("wherrill-teal-16", "P0131");
    assertThat(ids(workup().workOrder().orElseThrow())).doesNotContain("section-off");
    say(new Fact.TraitTold("room", "no room"));
    WorkOrder order = workup().workOrder().orElseThrow();
    assertThat(ids(order))
        .containsSubsequence("section-off", "unscrew", "tighten", "section-on", "plug");
    assertThat(step(order, "section-on").settles()).contains("section-off");
  }

  @Test
  void blindWorkIsSlowerAndClosesWhatLiesBelow() {
    Site crank = CATALOG.card("osmere-heron-20").orElseThrow().site("crank").orElseThrow();
    Site byFeel = crank.by(Site.WayIn.FROM_ABOVE);
    assertThat(byFeel.byFeel()).isTrue();
    WorkOrder seen = order("osmere-heron-20", "crank");
    WorkOrder felt =
        CATALOG.workOrder(
            CATALOG.card("osmere-heron-20").orElseThrow(),
            byFeel,
            CATALOG.usual(Remedy.REPLACE_SENSOR));
    assertThat(ids(felt)).containsSubsequence("by-feel", "unplug", "plug", "feel-out");
    assertThat(step(felt, "release-bolt").minutes())
        .isEqualTo(1.5 * step(seen, "release-bolt").minutes());
    assertThat(step(felt, "key-out").minutes()).isEqualTo(step(seen, "key-out").minutes());
  }
}
