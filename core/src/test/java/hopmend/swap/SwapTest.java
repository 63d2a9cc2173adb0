package hopmend.swap;

import static hopmend.message.English.WORDS;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import hopmend.catalog.Shipped;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.message.Message;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Stream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SwapTest {
  /** M6 class 8.8: stress area 20.1 mm2 and proof stress 580 MPa, ISO 898-1 (from memory). */
  private static final Fastener M6 =
      new Fastener(
          "b",
          "bolt M6",
          "10 mm",
          6,
          20.1,
          580.0,
          0.2,
          null,
          null,
          9.0,
          null,
          null,
          false,
          null,
          null,
          "invented torque");

  private static String said(Message message) {
    return WORDS.of(message);
  }

  private static Obstruction obstruction(int id, List<String> under) {
    return new Obstruction(
        "o" + id,
        "o" + id,
        "off",
        "off",
        "on",
        "on",
        1,
        1,
        List.of(new Operation.Debt("piece " + id, 1 + id % 4)),
        under,
        null,
        null,
        List.of(),
        List.of(),
        List.of(),
        null,
        null,
        null,
        "invented");
  }

  /** Nothing is refitted before what lies beneath it, and the ledger is empty at the end. */
  @Property(tries = 10_000)
  void anyStackOfObstructionsComesOffFromTheTopAndGoesBackInReverse(@ForAll long seed) {
    Random random = new Random(seed);
    int n = 1 + random.nextInt(7);
    List<Obstruction> stack = new ArrayList<>();
    for (int i = 0; i < n; i++) {
      List<String> under = new ArrayList<>();
      for (int above = i + 1; above < n; above++) {
        if (random.nextInt(3) == 0) {
          under.add("o" + above);
        }
      }
      stack.add(obstruction(i, under));
    }
    java.util.Collections.shuffle(stack, random);
    WorkOrder order =
        WorkPlan.order(
            List.of(
                new WorkPlan.Sensor(
                    "here",
                    "here",
                    CatalogReaderHolder.OPERATIONS,
                    List.of("o" + random.nextInt(n)),
                    Optional.of(M6),
                    Access.FREE)),
            stack,
            Map.of(),
            CatalogReaderHolder.CAUTIONS,
            List.of());
    List<String> ids = order.steps().stream().map(Step::id).toList();
    for (Obstruction o : stack) {
      if (!ids.contains("off:" + o.id())) {
        continue;
      }
      assertThat(ids.indexOf("off:" + o.id())).isLessThan(ids.indexOf("unplug"));
      assertThat(ids.indexOf("on:" + o.id())).isGreaterThan(ids.indexOf("plug"));
      for (String above : o.under()) {
        assertThat(ids.indexOf("off:" + above)).isLessThan(ids.indexOf("off:" + o.id()));
        assertThat(ids.indexOf("on:" + above)).isGreaterThan(ids.indexOf("on:" + o.id()));
      }
    }
    Map<String, Optional<Reading>> ticked = new HashMap<>();
    int peak = 0;
    for (String id : ids) {
      ticked.put(id, Optional.empty());
      peak = Math.max(peak, Ledger.of(order, ticked, List.of()).owed());
    }
    Ledger end = Ledger.of(order, ticked, List.of());
    assertThat(end.isSettled()).isTrue();
    assertThat(end.taken()).isGreaterThanOrEqualTo(peak).isPositive();
    assertThat(ids.get(0)).isEqualTo("key-out");
    assertThat(ids.get(ids.size() - 1)).isEqualTo("look-round");
  }

  private static final class CatalogReaderHolder {
    static final List<Operation> OPERATIONS =
        Shipped.CATALOG.sheet("camshaft-position").orElseThrow().operations();
    static final Map<String, Caution> CAUTIONS = Shipped.CATALOG.cautions();
  }

  @Test
  void aCircleOfObstructionsIsRefusedByName() {
    assertThatThrownBy(
            () ->
                WorkPlan.order(
                    List.of(
                        new WorkPlan.Sensor(
                            "here",
                            "here",
                            List.of(),
                            List.of("o0"),
                            Optional.empty(),
                            Access.FREE)),
                    List.of(obstruction(0, List.of("o1")), obstruction(1, List.of("o0"))),
                    Map.of(),
                    Map.of(),
                    List.of()))
        .isInstanceOf(WorkOrder.PlanRefused.class)
        .hasMessageContaining("o0")
        .hasMessageContaining("o1");
  }

  @Test
  void aDroppedBoltIsADebtToo() {
    WorkOrder none = new WorkOrder(List.of());
    List<Ledger.Movement> moves =
        List.of(new Ledger.Movement("bolt", 3), new Ledger.Movement("bolt", -2));
    assertThat(Ledger.of(none, Map.of(), moves).open())
        .singleElement()
        .satisfies(l -> assertThat(l.owed()).isEqualTo(1));
  }

  /** 9 N.m is 79.66 lbf.in and 6.638 lbf.ft (NIST SP 811): no wrench has such a mark. */
  @Test
  void aWrenchIsSetToAMarkOfItsScaleOrNotAtAll() {
    Reading nine = Reading.of(9, MeasureUnit.NEWTON_METRE);
    assertThat(WrenchSetting.onTheScale(nine)).contains(nine);
    assertThat(WrenchSetting.onTheScale(nine.to(MeasureUnit.POUND_FORCE_INCH)))
        .contains(Reading.of(80, MeasureUnit.POUND_FORCE_INCH));
    assertThat(WrenchSetting.onTheScale(nine.to(MeasureUnit.POUND_FORCE_FOOT)))
        .contains(Reading.of(6.5, MeasureUnit.POUND_FORCE_FOOT));
    assertThat(
            WrenchSetting.onTheScale(
                Reading.of(3, MeasureUnit.NEWTON_METRE).to(MeasureUnit.POUND_FORCE_FOOT)))
        .as("2.2 lbf.ft between the marks 2 and 2.5")
        .isEmpty();
  }

  @Test
  void adapterInLineLowersTheSettingAndAcrossLeavesIt() {
    Reading wanted = Reading.of(40, MeasureUnit.NEWTON_METRE);
    // 40 * 300 / (300 + 60) = 33.33, worked by hand from T_set = T L / (L + E)
    assertThat(WrenchSetting.of(wanted, new WrenchSetting.Adapter(300, 60, 0)).setting().value())
        .isCloseTo(33.3333333, within(1e-6));
    assertThat(WrenchSetting.of(wanted, new WrenchSetting.Adapter(300, 60, 90)).setting().value())
        .isCloseTo(40, within(1e-9));
    assertThat(WrenchSetting.of(wanted, new WrenchSetting.Adapter(300, 60, 180)).setting().value())
        .isCloseTo(50, within(1e-9));
  }

  /** The lever law: force at the grip times its distance from the bolt gives the wanted torque. */
  @Property
  void settingGivesTheWantedTorqueAtTheBolt(
      @ForAll @DoubleRange(min = 100, max = 900) double wrench,
      @ForAll @DoubleRange(min = 0, max = 90) double adapter,
      @ForAll @DoubleRange(min = -180, max = 180) double angle) {
    WrenchSetting s =
        WrenchSetting.of(
            Reading.of(25, MeasureUnit.NEWTON_METRE),
            new WrenchSetting.Adapter(wrench, adapter, angle));
    double grip = s.setting().value() / wrench;
    double arm = wrench + adapter * Math.cos(Math.toRadians(angle));
    assertThat(grip * arm).isCloseTo(25, within(1e-9));
  }

  @Test
  void clampForceFollowsTheHandbook() {
    // F = T/(K d) with K = 0.20: Shigley, Mechanical Engineering Design (from memory):
    // 9/(0.2*0.006) N
    assertThat(M6.clampN(9)).isCloseTo(7500, within(1e-6));
    assertThat(M6.proofN()).isCloseTo(11_658, within(1e-6));
  }

  @ParameterizedTest
  @CsvSource({
    "80, NEWTON_METRE, PAST_PROOF, POUND_FORCE_INCH",
    "80, POUND_FORCE_INCH, SENSIBLE,",
    "9, POUND_FORCE_INCH, FAR_BELOW, NEWTON_METRE",
    "9, NEWTON_METRE, SENSIBLE,",
    "12.5, NEWTON_METRE, ABOVE,",
    "6.6, NEWTON_METRE, SENSIBLE,",
    "0, NEWTON_METRE, FAR_BELOW,"
  })
  void aSlipOfUnitIsQuestionedWithTheLikelyOne(
      double value, MeasureUnit unit, SlipGuard.Finding finding, MeasureUnit meant) {
    SlipGuard guard = SlipGuard.judge(Reading.of(value, unit), M6);
    assertThat(guard.finding()).isEqualTo(finding);
    assertThat(guard.likelyMeant().map(Reading::unit)).isEqualTo(Optional.ofNullable(meant));
    assertThat(said(guard.says())).contains("bolt M6 takes 9 N.m");
  }

  private static Fastener calibrated() {
    return new Fastener(
        "k",
        "knock bolt",
        "13 mm",
        8,
        36.6,
        580.0,
        0.2,
        null,
        null,
        20.0,
        10.0,
        null,
        false,
        null,
        null,
        "invented");
  }

  /** 20 N.m within 10 %. */
  @ParameterizedTest
  @CsvSource({"18, SENSIBLE", "22, SENSIBLE", "17.9, OFF_CALIBRATION", "22.1, OFF_CALIBRATION"})
  void whereTightnessIsCalibrationItsToleranceRules(double newtonMetre, SlipGuard.Finding finding) {
    SlipGuard guard =
        SlipGuard.judge(Reading.of(newtonMetre, MeasureUnit.NEWTON_METRE), calibrated());
    assertThat(guard.finding()).isEqualTo(finding);
    assertThat(finding.refuses()).isEqualTo(finding != SlipGuard.Finding.SENSIBLE);
  }

  /** T = K d A s by hand: 0.2 * 0.012 m * 84.3 mm2 * 200 MPa = 40.5 N.m for brass. */
  @Test
  void theCeilingIsThatOfTheWeakest() {
    Fastener brass =
        new Fastener(
            "c",
            "body",
            "19 mm",
            12,
            84.3,
            200.0,
            0.2,
            null,
            "the brass body",
            20.0,
            null,
            null,
            false,
            null,
            null,
            "i");
    assertThat(brass.ceilingNm()).isCloseTo(40.464, within(1e-9));
    assertThat(said(SlipGuard.judge(Reading.of(41, MeasureUnit.NEWTON_METRE), brass).says()))
        .contains("of what the brass body can take");
    Fastener snug =
        new Fastener(
            "p",
            "s",
            "T20",
            5,
            null,
            null,
            null,
            3.5,
            "the plastic boss",
            null,
            null,
            null,
            false,
            null,
            null,
            "i");
    assertThat(snug.isSnug()).isTrue();
    assertThat(said(snug.says())).contains("snug", "the plastic boss, at about 3.5 N.m");
  }

  @Test
  void dialShowsTheHandInItsBand() {
    var dial =
        TorqueDial.draw(
            M6, WrenchSetting.of(M6.torque().orElseThrow(), WrenchSetting.Adapter.NONE), WORDS);
    assertThat(dial.ofRole("dial-hand")).hasSize(1);
    assertThat(dial.spoken()).contains("wanted 9 N.m", "limit at 13.99 N.m");
  }

  /** Half to three quarters of a turn past finger-tight: common practice for a new ring seal. */
  @Test
  void aTurnIsToldInQuartersAndHeldAgainstItsRange() {
    Fastener.Turn turn = new Fastener.Turn(180, 270);
    assertThat(turn.holds(180) && turn.holds(270)).isTrue();
    assertThat(turn.holds(179) || turn.holds(271)).isFalse();
    assertThat(Stream.of(90.0, 270.0, 360.0, 450.0, 30.0).map(Fastener.Turn::text))
        .containsExactly("1/4", "3/4", "1", "1 1/4", "30°");
    assertThatThrownBy(() -> new Fastener.Turn(270, 180)).hasMessageContaining("not from 270");
    assertThat(TurnDial.draw(turn, WORDS).spoken()).isEqualTo("Finger-tight, then 1/2 to 3/4 turn");
    assertThatThrownBy(
            () ->
                new Fastener(
                    "x", "x", "x", 6, null, null, null, 9.0, "x", 5.0, null, turn, false, null,
                    null, "i"))
        .hasMessageContaining("by one of them");
  }
}
