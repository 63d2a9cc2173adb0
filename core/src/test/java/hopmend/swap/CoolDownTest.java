package hopmend.swap;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CoolDownTest {
  /**
   * Worked by hand: 100 and 70 K above the air, ten minutes apart; 31 K are left after 10
   * ln(70/31)/ln(100/70) minutes.
   */
  @Test
  void twoReadingsTellTheThird() {
    CoolDown cool = CoolDown.of(120, 90, 10, 20, CoolDown.Touch.A_MINUTE.celsius()).orElseThrow();
    assertThat(cool.minutes()).isCloseTo(22.84, within(0.01));
    assertThat(cool.soonest()).isLessThan(cool.minutes());
    assertThat(cool.latest()).isGreaterThan(cool.minutes()).isLessThan(26);
    assertThat(cool.isSure()).isTrue();
    assertThat(cool.waitMinutes()).isEqualTo((long) Math.ceil(cool.latest()));
    assertThat(CoolDown.of(30, 25.5, 1, 20, 21.5).orElseThrow().waitMinutes()).isPositive();
    assertThat(CoolDown.Touch.TEN_MINUTES.celsius())
        .as("held longer it burns sooner: ISO 13732-1, from memory")
        .isEqualTo(48);
  }

  @ParameterizedTest
  @CsvSource({
    "90, 89, 10, 20",
    "90, 91, 10, 20",
    "90, 80, 0, 20",
    "90, 21, 60, 20",
    "90, 70, 10, 51",
    "60, 55, NaN, 20"
  })
  void readingsThatSayNothingAreRefused(double first, double later, double apart, double air) {
    assertThat(CoolDown.of(first, later, apart, air, 51)).isEmpty();
  }

  /** Readings taken from the law itself give back its own time, and it lies between its bounds. */
  @Property
  void whatFollowsTheLawIsForetold(
      @ForAll @DoubleRange(min = 70, max = 400) double hot,
      @ForAll @DoubleRange(min = -20, max = 35) double air,
      @ForAll @DoubleRange(min = 0.01, max = 0.1) double perMinute) {
    double later = air + (hot - air) * Math.exp(-perMinute * 15);
    double exact = Math.log((hot - air) / (51 - air)) / perMinute - 15;
    CoolDown.of(hot, later, 15, air, 51)
        .ifPresent(
            c -> {
              assertThat(c.minutes()).isCloseTo(Math.max(0, exact), within(1e-6));
              assertThat(c.minutes()).isBetween(c.soonest(), c.latest());
            });
    assertThat(CoolDown.of(hot, later, 15, air, 51).isPresent())
        .isEqualTo(hot - later > 2 && later - air > 2);
  }
}
