package hopmend.verify;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hopmend.catalog.Catalog;
import hopmend.catalog.Shipped;
import hopmend.fault.FreezeFrameValue;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.message.English;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** The drive that is still to be driven: whole, short, and on the roads that there are. */
class DrivePlanTest {
  private static final Catalog CATALOG = Shipped.CATALOG;
  private static final DriveCourse COURSE = CATALOG.course();
  private static final List<Road> ALL = List.of(Road.values());

  private static DrivePlan plan(String... needs) {
    return DrivePlan.of(COURSE, List.of(needs), List.of(), ALL);
  }

  /**
   * By hand: catalyst 5 + 5, oxygen sensor 6 steady + 1 coasting: the steady minutes are shared.
   */
  @Test
  void whatServesTwoIsDrivenOnce() {
    DrivePlan plan = plan("Catalyst", "Oxygen sensor");
    assertThat(plan.legs())
        .extracting(l -> l.phase().id() + " " + l.minutes())
        .containsExactly("steady 6.0", "fast 5.0", "coast 1.0");
    assertThat(plan.minutes()).isEqualTo(12);
    // 6 min at 67.5, 5 min at 97.5, 1 min at 60 km/h.
    assertThat(plan.km()).isCloseTo(6.75 + 8.125 + 1, within(1e-9));
    assertThat(plan.legs().get(0).why()).containsExactly("Catalyst", "Oxygen sensor");
  }

  @Test
  void aColdSoakIsAWaitAndNotDriven() {
    DrivePlan plan = plan("Evaporative system", "warm-up");
    assertThat(plan.soak().orElseThrow().minutes()).isEqualTo(480);
    assertThat(plan.legs().get(0).phase().id()).isEqualTo("soak");
    assertThat(plan.legs().get(1).phase().id()).isEqualTo("cold-start");
    assertThat(plan.minutes()).as("2 + 10, which is long enough to get warm").isEqualTo(12);
    assertThat(plan("warm-up").minutes()).as("1 min idle, the rest in town").isEqualTo(12);
    assertThat(plan("running", "idle").minutes()).isEqualTo(10);
    assertThat(plan("warm-up").soak()).isEmpty();
  }

  @Test
  void theFreezeFrameIsMetAtItsSpeedWithTheEngineWarm() {
    List<FreezeFrameValue> frame =
        List.of(
            new FreezeFrameValue(
                FreezeFrameValue.Condition.SPEED, Reading.of(72, MeasureUnit.KILOMETRE_PER_HOUR)),
            new FreezeFrameValue(
                FreezeFrameValue.Condition.ENGINE_SPEED, Reading.of(2400, MeasureUnit.PER_MINUTE)));
    DrivePlan plan = DrivePlan.of(COURSE, List.of("Catalyst", "idle", "freeze-frame"), frame, ALL);
    assertThat(plan.legs())
        .extracting(l -> l.phase().id())
        .containsExactly("steady", "fast", DrivePlan.LIKE_THE_FRAME, "idle");
    DrivePlan.Leg leg = plan.legs().get(2);
    assertThat(leg.phase().fromKmh()).isEqualTo(62);
    assertThat(leg.toKmh()).isEqualTo(82);
    assertThat(English.said(leg.conditions().orElseThrow())).isEqualTo("2400 ± 375 1/min, moving");
    assertThat(DrivePlan.of(COURSE, List.of("freeze-frame"), List.of(), ALL).legs()).isEmpty();
  }

  @Test
  void whatNoRoadAllowsIsToldAndNotPlanned() {
    DrivePlan town = DrivePlan.of(COURSE, List.of("Catalyst"), List.of(), List.of(Road.TOWN));
    assertThat(town.legs()).isEmpty();
    assertThat(town.cannot())
        .extracting(English::said)
        .anySatisfy(c -> assertThat(c).contains("85 km/h").contains("none"));
    DrivePlan country = DrivePlan.of(COURSE, List.of("Catalyst"), List.of(), List.of(Road.COUNTRY));
    assertThat(country.legs()).extracting(DrivePlan.Leg::toKmh).containsExactly(80.0, 90.0);
  }

  /**
   * No drive that gives everything its minutes can be shorter: of each kind it holds at least what
   * the one that asks most of it asks. Ours is as short, for any choice of needs in any order.
   */
  @Test
  void noShorterDriveShowsTheSame() {
    Random random = new Random(20261126);
    List<String> all = new ArrayList<>(COURSE.needs().stream().map(DriveCourse.Need::of).toList());
    for (int i = 0; i < 2000; i++) {
      Collections.shuffle(all, random);
      List<String> needs = all.subList(0, random.nextInt(all.size()));
      DrivePlan plan = DrivePlan.of(COURSE, needs, List.of(), ALL);
      Map<String, Double> least = new HashMap<>();
      for (DriveCourse.Need n : COURSE.needs()) {
        if (needs.contains(n.of())) {
          n.phases().forEach((p, m) -> least.merge(p, m, Math::max));
        }
      }
      double soak = least.getOrDefault("soak", 0.0);
      double bound = least.values().stream().mapToDouble(Double::doubleValue).sum() - soak;
      double wanted = needs.contains("warm-up") ? Math.max(12, bound) : bound;
      assertThat(plan.minutes()).as(needs.toString()).isCloseTo(wanted, within(1e-9));
      assertThat(plan.driven().stream().mapToDouble(DrivePlan.Leg::km).sum())
          .as("adds up")
          .isCloseTo(plan.km(), within(1e-9));
      for (String need : needs) {
        COURSE
            .need(need)
            .orElseThrow()
            .phases()
            .forEach(
                (p, m) ->
                    assertThat(plan.legs())
                        .anyMatch(l -> l.phase().id().equals(p) && l.minutes() >= m));
      }
    }
  }

  /** Each monitor that a vehicle can tell, and each drive that teaches, is known to the course. */
  @Test
  void everyMonitorAndEveryDriveThatTeachesHasItsConditions() {
    for (Readiness.Ignition ignition : Readiness.Ignition.values()) {
      assertThat(Readiness.names(ignition)).allMatch(COURSE::knows);
    }
    assertThat(COURSE.usual()).allMatch(COURSE::knows);
    assertThat(COURSE.needs())
        .extracting(DriveCourse.Need::of)
        .filteredOn(n -> n.contains("-by-driving") || n.contains("coast"))
        .allMatch(n -> CATALOG.procedures().stream().anyMatch(p -> p.id().equals(n)));
  }

  /** Widths of the strip follow the minutes, none falls out of the picture. */
  @Test
  void theStripHoldsEveryStretch() {
    DrivePlan plan =
        DrivePlan.of(
            COURSE, COURSE.needs().stream().map(DriveCourse.Need::of).toList(), List.of(), ALL);
    var drawing = DriveStrip.draw(plan, English.WORDS);
    var boxes =
        drawing.shapes().stream()
            .filter(s -> s instanceof hopmend.drawing.Shape.Box)
            .map(s -> (hopmend.drawing.Shape.Box) s)
            .toList();
    assertThat(boxes).hasSameSizeAs(plan.legs());
    for (int i = 1; i < boxes.size(); i++) {
      assertThat(boxes.get(i).x()).isGreaterThan(boxes.get(i - 1).x() + boxes.get(i - 1).width());
    }
    var last = boxes.get(boxes.size() - 1);
    assertThat(last.x() + last.width()).isLessThanOrEqualTo(1000);
  }
}
