package hopmend.verify;

import static hopmend.message.English.WORDS;
import static hopmend.message.English.said;
import static org.assertj.core.api.Assertions.assertThat;

import hopmend.catalog.Shipped;
import hopmend.drawing.Drawing;
import hopmend.drawing.Shape;
import hopmend.fault.FreezeFrameValue;
import hopmend.fault.FreezeFrameValue.Condition;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.report.ReportWords;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.function.Predicate;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * Every bound of the drive, on both sides of it. Figures: 13 CCR 1968.2, general denominator,
 * warm-up cycle and similar conditions (from memory).
 */
class DriveProofBoundsTest {
  private static final ReportWords REPORTS = Shipped.CATALOG.reportWords();

  /** Builds a drive second by second. */
  private static final class Drive {
    private final List<DriveLog.Sample> samples = new ArrayList<>();
    private double coolant = 20;

    Drive coolant(double c) {
      coolant = c;
      return this;
    }

    Drive hold(int seconds, double rpm, double kmh, double load) {
      double from = samples.isEmpty() ? 0 : samples.get(samples.size() - 1).timeS() + 1;
      int more = samples.isEmpty() ? seconds + 1 : seconds;
      for (int i = 0; i < more; i++) {
        samples.add(new DriveLog.Sample(from + i, rpm, kmh, coolant, load));
      }
      return this;
    }

    DriveProof judge(FreezeFrameValue... frame) {
      return DriveProof.of(new DriveLog(samples), List.of(frame));
    }
  }

  private static DriveProof.Requirement requirement(DriveProof proof, String id) {
    return proof.requirements().stream().filter(r -> r.id().equals(id)).findFirst().orElseThrow();
  }

  @ParameterizedTest
  @CsvSource({"600, true", "599, false"})
  void sixHundredSecondsOfRunning(int seconds, boolean met) {
    assertThat(requirement(new Drive().hold(seconds, 900, 0, 20).judge(), "running").met())
        .isEqualTo(met);
  }

  @ParameterizedTest
  @CsvSource({"300, 40, true", "299, 40, false", "300, 39.9, false"})
  void threeHundredSecondsAtFortyKilometresPerHour(int seconds, double kmh, boolean met) {
    assertThat(requirement(new Drive().hold(seconds, 2000, kmh, 40).judge(), "moving").met())
        .isEqualTo(met);
  }

  @Test
  void idleCountsOnlyWithoutABreakAndOnlyWithTheEngineRunning() {
    DriveProof twice =
        new Drive().hold(20, 850, 0, 20).hold(5, 1500, 20, 40).hold(20, 850, 0, 20).judge();
    assertThat(requirement(twice, "idle").met()).isFalse();
    assertThat(said(requirement(twice, "idle").todo())).isEqualTo("10 s more");
    assertThat(requirement(new Drive().hold(30, 850, 0, 20).judge(), "idle").met()).isTrue();
    assertThat(requirement(new Drive().hold(60, 0, 0, 0).judge(), "idle").met()).isFalse();
  }

  @ParameterizedTest
  @CsvSource({"49, 71, true, ''", "49.5, 71, false, start colder", "20, 70.9, false, 71 °C"})
  void warmUpNeedsItsRiseAndItsTop(double from, double to, boolean met, String todo) {
    DriveProof.Requirement r =
        requirement(
            new Drive().coolant(from).hold(5, 900, 0, 20).coolant(to).hold(5, 900, 0, 20).judge(),
            "warm-up");
    assertThat(r.met()).isEqualTo(met);
    assertThat(said(r.todo())).contains(todo);
  }

  @ParameterizedTest
  @CsvSource({
    "2375, 60, true",
    "2376, 60, false",
    "1625, 60, true",
    "1624, 60, false",
    "2000, 70, true",
    "2000, 70.1, false"
  })
  void similarConditionsAreWithinThreeHundredSeventyFiveAndTwentyPercent(
      double rpm, double load, boolean met) {
    FreezeFrameValue[] frame = {
      new FreezeFrameValue(Condition.ENGINE_SPEED, Reading.of(2000, MeasureUnit.PER_MINUTE)),
      new FreezeFrameValue(Condition.LOAD, Reading.of(50, MeasureUnit.PERCENT)),
      new FreezeFrameValue(Condition.SPEED, Reading.of(62, MeasureUnit.KILOMETRE_PER_HOUR))
    };
    DriveProof proof = new Drive().hold(10, rpm, 80, load).judge(frame);
    assertThat(requirement(proof, "freeze-frame").met()).isEqualTo(met);
  }

  @Test
  void aFrameTakenAtStandstillIsNotMetByDriving() {
    FreezeFrameValue standing =
        new FreezeFrameValue(Condition.SPEED, Reading.of(0, MeasureUnit.KILOMETRE_PER_HOUR));
    DriveProof moving = new Drive().hold(60, 900, 30, 20).judge(standing);
    assertThat(said(requirement(moving, "freeze-frame").todo())).contains("standing");
    assertThat(requirement(new Drive().hold(10, 900, 0, 20).judge(standing), "freeze-frame").met())
        .isTrue();
  }

  private static DriveLog random(long seed) {
    Random random = new Random(seed);
    List<DriveLog.Sample> samples = new ArrayList<>();
    double t = 0;
    for (int i = 0; i < 300; i++) {
      t += random.nextInt(20) == 0 ? 5 + random.nextInt(3) : 1 + random.nextInt(3);
      double kmh = random.nextInt(3) == 0 ? 0 : random.nextInt(90);
      samples.add(
          new DriveLog.Sample(t, 300 + random.nextInt(2500), kmh, 40 + random.nextInt(60), 30));
    }
    return new DriveLog(samples);
  }

  /** Time in all, by looking at each pair of neighbours alone. */
  private static double inAll(DriveLog log, Predicate<DriveLog.Sample> holds) {
    double sum = 0;
    for (int i = 1; i < log.samples().size(); i++) {
      DriveLog.Sample a = log.samples().get(i - 1);
      DriveLog.Sample b = log.samples().get(i);
      boolean counts = b.timeS() - a.timeS() <= 5 && holds.test(a) && holds.test(b);
      sum += counts ? b.timeS() - a.timeS() : 0;
    }
    return sum;
  }

  @Property(tries = 1000)
  void timesAreThoseOfASecondCountAndDoNotDependOnWhenTheClockStarted(@ForAll long seed) {
    DriveLog log = random(seed);
    DriveProof proof = DriveProof.of(log, List.of());
    assertThat(said(requirement(proof, "running").reached()))
        .isEqualTo("%.0f s".formatted(inAll(log, s -> s.engineSpeed() > 400)));
    assertThat(said(requirement(proof, "moving").reached()))
        .isEqualTo("%.0f s".formatted(inAll(log, s -> s.speedKmh() >= 40)));
    DriveLog later =
        new DriveLog(
            log.samples().stream()
                .map(
                    s ->
                        new DriveLog.Sample(
                            s.timeS() + 4096,
                            s.engineSpeed(),
                            s.speedKmh(),
                            s.coolantC(),
                            s.loadPercent()))
                .toList());
    assertThat(DriveProof.of(later, List.of()).requirements())
        .extracting(DriveProof.Requirement::reached)
        .isEqualTo(proof.requirements().stream().map(DriveProof.Requirement::reached).toList());
  }

  @Property(tries = 60)
  void theTraceStaysInsideItsPictureAndShadesEveryStretch(@ForAll long seed) {
    DriveLog log = random(seed);
    DriveProof proof = DriveProof.of(log, List.of());
    Drawing trace = DriveTrace.draw(log, proof, WORDS);
    long stretches = proof.requirements().stream().mapToLong(r -> r.stretches().size()).sum();
    assertThat(trace.ofRole("stretch-met").size() + trace.ofRole("stretch-short").size())
        .isEqualTo((int) stretches);
    for (Shape s : trace.shapes()) {
      if (s instanceof Shape.Box b) {
        assertThat(b.x()).isBetween(0.0, trace.width());
        assertThat(b.x() + b.width()).isLessThanOrEqualTo(trace.width() + 1.5);
        assertThat(b.y() + b.height()).isLessThanOrEqualTo(trace.height());
      } else if (s instanceof Shape.Path p) {
        assertThat(p.points())
            .allSatisfy(
                at -> {
                  assertThat(at.x()).isBetween(0.0, trace.width());
                  assertThat(at.y()).isBetween(0.0, trace.height());
                });
      }
    }
  }

  @Test
  void anEndlessLogIsRefusedNotCut() {
    StringBuilder csv =
        new StringBuilder("time_s,engine_speed_rpm,vehicle_speed_kmh,coolant_c,load_pct\n");
    for (int i = 0; i <= 1_500_000; i++) {
      csv.append(i).append(",900,0,80,20\n");
    }
    assertThat(said(DriveLog.read(csv.toString(), REPORTS).problems())).contains("1500000 samples");
  }

  /** Two moments at 60 km/h and two standing, all day long: a crossing for every fourth sample. */
  @Test
  void aLongLogThatCrossesALimitAllTheTimeStaysASmallProofAndAPictureOfPixels() {
    List<DriveLog.Sample> samples = new ArrayList<>();
    for (int i = 0; i < 200_000; i++) {
      samples.add(new DriveLog.Sample(i, 900, i / 2 % 2 == 0 ? 60 : 0, 90, 20));
    }
    DriveLog log = new DriveLog(samples);
    DriveProof proof = DriveProof.of(log, List.of());
    DriveProof.Requirement moving = requirement(proof, "moving");
    assertThat(said(moving.reached())).as("50 000 times one second, exactly").isEqualTo("50000 s");
    assertThat(moving.stretches()).hasSizeLessThanOrEqualTo(1001);
    assertThat(said(requirement(proof, "idle").reached())).isEqualTo("1 s");
    assertThat(DriveTrace.draw(log, proof, WORDS).shapes()).hasSizeLessThan(4500);
    List<DriveLog.Sample> weeks =
        List.of(new DriveLog.Sample(0, 900, 60, 90, 20), new DriveLog.Sample(1e9, 900, 60, 90, 20));
    DriveLog endless = new DriveLog(weeks);
    assertThat(DriveTrace.draw(endless, DriveProof.of(endless, List.of()), WORDS).shapes())
        .as("lines of the time axis too")
        .hasSizeLessThan(80);
  }
}
