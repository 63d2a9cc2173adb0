package hopmend.verify;

import static hopmend.message.English.said;
import static org.assertj.core.api.Assertions.assertThat;

import hopmend.catalog.Shipped;
import hopmend.report.ReportWords;
import java.util.Random;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;

/** Five from 2000 to 1400 1/min, as the procedure of the shipped catalog asks. */
class CoastDownsTest {
  private static final ReportWords REPORTS = Shipped.CATALOG.reportWords();
  private static final CoastDowns FIVE = new CoastDowns(5, 2000, 1400);

  private final StringBuilder csv = new StringBuilder("time_s,rpm,speed,throttle\n");
  private double time;

  private CoastDownsTest hold(int seconds, double rpm, double kmh, double throttle) {
    for (int i = 0; i < seconds; i++, time++) {
      csv.append("%.0f,%.0f,%.0f,%.1f\n".formatted(time, rpm, kmh, throttle));
    }
    return this;
  }

  private CoastDownsTest slowDown(double from, double to, double throttle) {
    for (double rpm = from; rpm >= to; rpm -= 100, time++) {
      csv.append("%.0f,%.0f,%.0f,%.1f\n".formatted(time, rpm, rpm / 30, throttle));
    }
    return this;
  }

  private CoastDowns.Counted counted() {
    return FIVE.in(DriveLog.readSignals(csv.toString(), REPORTS).log().orElseThrow());
  }

  @Test
  void eachFromTheUpperToTheLowerSpeedWithTheFootOffCounts() {
    hold(5, 900, 0, 14);
    for (int i = 0; i < 3; i++) {
      hold(10, 2400, 80, 28).slowDown(2400, 1300, 14.5).hold(5, 1800, 55, 22);
    }
    assertThat(counted().times()).isEqualTo(3);
  }

  @Test
  void oneThatIsBrokenOffStartsTooLowOrStandsDoesNot() {
    hold(5, 900, 0, 14);
    slowDown(2400, 1700, 14).hold(3, 1900, 60, 25).slowDown(1900, 1300, 14);
    hold(4, 2500, 0, 30).hold(1, 2200, 0, 14).hold(1, 1200, 0, 14);
    slowDown(2300, 1500, 14);
    time += 30;
    slowDown(1500, 1200, 14);
    assertThat(counted().times()).isZero();
  }

  @Test
  void aLogWithoutTheThrottleSaysSo() {
    CoastDowns.Counted counted =
        FIVE.in(DriveLog.readSignals("time,rpm,speed\n0,900,0\n1,900,0\n", REPORTS).log().get());
    assertThat(counted.times()).isZero();
    assertThat(said(counted.lacks())).contains("throttle");
  }

  /**
   * Against a slow count: every pair of a high and a low sample with nothing but coasting between.
   */
  @RepeatedTest(50)
  void itCountsAsLookingAtEveryPairDoes(RepetitionInfo repetition) {
    Random random = new Random(repetition.getCurrentRepetition());
    for (int i = 0; i < 200; i++) {
      boolean off = random.nextInt(4) > 0;
      hold(1, 1000 + random.nextInt(1500), 10 + random.nextInt(60), off ? 14 : 25);
      time += random.nextInt(30) == 0 ? 9 : 0;
    }
    DriveLog log = DriveLog.readSignals(csv.toString(), REPORTS).log().orElseThrow();
    int slow = 0;
    int begin = 0;
    for (int low = 0; low < log.size(); low++) {
      for (int high = low; high >= begin; high--) {
        boolean coasts =
            log.at(DriveLog.Column.THROTTLE, high) <= 16
                && log.at(DriveLog.Column.SPEED, high) >= 15;
        boolean parted =
            high < low
                && log.at(DriveLog.Column.TIME, high + 1) - log.at(DriveLog.Column.TIME, high) > 5;
        if (!coasts || parted || log.at(DriveLog.Column.ENGINE_SPEED, low) > 1400) {
          break;
        }
        if (log.at(DriveLog.Column.ENGINE_SPEED, high) >= 2000) {
          slow++;
          begin = low + 1;
          break;
        }
      }
    }
    assertThat(FIVE.in(log).times()).isEqualTo(slow);
  }
}
