package hopmend.swap;

import static hopmend.message.English.WORDS;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a value means on the thread at hand, with the wrench at hand, and over which tooth. */
class TightnessTest {
  private static final LocalDate TODAY = LocalDate.of(2026, 11, 27);

  private static Fastener m8(double torqueNm, double nutFactor) {
    return new Fastener(
        "m8",
        "bolt M8",
        "13 mm",
        8,
        36.6,
        580.0,
        nutFactor,
        null,
        null,
        torqueNm,
        null,
        null,
        false,
        null,
        null,
        "invented torque; area and proof stress ISO 898-1, class 8.8");
  }

  private static Reading nm(double value) {
    return Reading.of(value, MeasureUnit.NEWTON_METRE);
  }

  /**
   * T = K d F, K 0.20 dry, 0.18 lubricated, 0.12 anti-seize (Shigley, from memory): a value meant
   * dry clamps 0.20/0.12 = 1.667 times as hard with compound; the same clamp is 24 x 0.6 = 14.4.
   */
  @Test
  void compoundOnAThreadChangesWhatAValueClamps() {
    List<Fastener.OnThread> on = m8(24, 0.20).onThreads();
    assertThat(on).extracting(Fastener.OnThread::state).containsExactly(ThreadState.values());
    assertThat(on.get(0).isAsMeant()).isTrue();
    Fastener.OnThread compound = on.get(2);
    assertThat(compound.clampShare()).isCloseTo(1.6667, within(1e-4));
    assertThat(compound.sameClamp().value()).isCloseTo(14.4, within(1e-9));
    assertThat(compound.isTooMuch()).as("24 N.m on an 8.8 with compound: 25 kN of 21.2").isTrue();
    assertThat(m8(24, 0.12).onThreads().get(2).isAsMeant()).isTrue();
  }

  /** Ten times too much is as well the pound-inch that it looks like: that is asked first. */
  @Test
  void aSlippedDecimalPointIsSeen() {
    assertThat(SlipGuard.judge(nm(0.9), m8(9, 0.2)).likelyMeant()).contains(nm(9));
    assertThat(SlipGuard.judge(nm(90), m8(9, 0.2)).likelyMeant())
        .contains(Reading.of(90, MeasureUnit.POUND_FORCE_INCH));
  }

  /** 24 x 250/(250 + 60) = 19.35: what stood on the wrench, not what came to the bolt. */
  @Test
  void whatStoodOnTheWrenchIsNotWhatCameToTheBolt() {
    WrenchSetting.Adapter inLine = new WrenchSetting.Adapter(250, 60, 0);
    WrenchSetting.Adapter across = new WrenchSetting.Adapter(250, 60, 90);
    SlipGuard guard = SlipGuard.judge(nm(19.4), m8(24, 0.2), inLine);
    assertThat(guard.finding()).isEqualTo(SlipGuard.Finding.AS_SET);
    assertThat(WORDS.of(guard.says())).contains("19.4 N.m is what the wrench was set to");
    assertThat(guard.likelyMeant().orElseThrow().value()).isCloseTo(24, within(1e-9));
    assertThat(SlipGuard.judge(nm(24), m8(24, 0.2), inLine).finding())
        .isEqualTo(SlipGuard.Finding.SENSIBLE);
    assertThat(SlipGuard.judge(nm(24), m8(24, 0.2), across).finding())
        .isEqualTo(SlipGuard.Finding.SENSIBLE);
  }

  @ParameterizedTest
  @CsvSource({
    "9, 2027-05-31, ''",
    "19.9, 2027-05-31, 'below a fifth of its range it is not to be trusted: from 20 N.m on'",
    "20, 2027-05-31, ''",
    "120, 2027-05-31, 'its scale ends at 100 N.m'",
    "1, 2027-05-31, 'its scale begins at 5 N.m'",
    "40, 2026-11-26, 'its calibration ended on 2026-11-26'",
    "40, 2026-11-27, ''",
    "40, , 'nobody wrote down when it was calibrated'",
  })
  void aWrenchIsHeldAgainstItsRangeAndItsCalibration(double setting, LocalDate until, String says) {
    // 9 N.m on a wrench of 2 to 24, the others on one of 5 to 100.
    Wrench wrench =
        setting == 9
            ? new Wrench("small", nm(2), nm(24), until)
            : new Wrench("middle", nm(5), nm(100), until);
    assertThat(wrench.doubts(nm(setting), TODAY).stream().map(WORDS::of).toList())
        .isEqualTo(says.isEmpty() ? List.of() : List.of(says));
  }

  @Test
  void theSmallestThatSuitsIsOfferedFirst() {
    LocalDate valid = LocalDate.of(2027, 1, 1);
    Wrench small = new Wrench("small", nm(2), nm(24), valid);
    Wrench middle = new Wrench("middle", nm(10), nm(100), valid);
    Wrench overdue = new Wrench("overdue", nm(2), nm(12), TODAY.minusDays(1));
    assertThat(Wrench.suited(List.of(middle, overdue, small), nm(9), TODAY).get(0))
        .isEqualTo(small);
    assertThat(Wrench.suited(List.of(overdue, small, middle), nm(40), TODAY).get(0))
        .isEqualTo(middle);
    assertThatThrownBy(
            () -> new Wrench("mixed", nm(2), Reading.of(20, MeasureUnit.POUND_FORCE_FOOT), null))
        .hasMessageContaining("one unit");
  }

  /**
   * 60-2: 6 degrees from tooth to tooth, 36-1: 10 degrees; an offset of s at radius r is s/r rad,
   * so 1 mm at 82 mm is 0.6987 degrees.
   */
  @Test
  void aToothIsCountedFromTheGapAndAMillimetreIsAnAngle() {
    ToothSetting sixty = new ToothSetting(58, 2, 20, 82, 1);
    assertThat(sixty.pitchDeg()).isEqualTo(6);
    assertThat(sixty.behindTheGapDeg()).isEqualTo(114);
    assertThat(sixty.toleranceDeg()).isCloseTo(0.6987, within(1e-4));
    assertThat(new ToothSetting(35, 1, 1, 70, 0.5).pitchDeg()).isEqualTo(10);
    assertThat(new ToothSetting(35, 1, 1, 70, 0.5).behindTheGapDeg()).isZero();
    assertThatThrownBy(() -> new ToothSetting(58, 2, 59, 82, 1)).hasMessageContaining("tooth 59");
    Map<String, Double> figures = Map.of("crank-wheel-teeth", 58.0, "crank-set-tooth", 20.0);
    assertThat(ToothSetting.of(f -> Optional.ofNullable(figures.get(f)))).as("no radius").isEmpty();
  }

  @Test
  void theDrawingsSayWhatTheyShow() {
    ToothSetting set = new ToothSetting(58, 2, 20, 82, 1);
    var ring = ToothDrawing.draw(set, WORDS);
    assertThat(ring.spoken()).contains("Tooth 20 behind the gap", "0.7° of the crank");
    assertThat(ring.ofRole("ring-tooth")).singleElement().asString().contains("20");
    var lever = AdapterDrawing.draw(new WrenchSetting.Adapter(250, 60, 45), WORDS);
    assertThat(lever.spoken()).contains("250 mm", "60 mm", "45°");
  }
}
