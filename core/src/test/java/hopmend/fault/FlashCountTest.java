package hopmend.fault;

import static hopmend.message.English.said;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import hopmend.fault.FlashCount.Flash;
import hopmend.fault.FlashCount.Rhythm;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Rhythms of flashing lamps; durations are common practice. */
class FlashCountTest {

  /** Long 1.2 s, short 0.4 s, 0.4 s dark between, 3 s behind a code; a hand that is off by some. */
  private static List<Flash> longAndShort(Random hand, double jitter, int times, int... codes) {
    List<Flash> flashes = new ArrayList<>();
    for (int t = 0; t < times; t++) {
      for (int code : codes) {
        int count = code / 10 + code % 10;
        for (int i = 0; i < count; i++) {
          double on = i < code / 10 ? 1200 : 400;
          double off = i + 1 == count ? 3000 : 400;
          flashes.add(new Flash(shaken(hand, on, jitter), shaken(hand, off, jitter)));
        }
      }
    }
    return flashes;
  }

  /** Equal flashes: 0.3 s dark inside a digit, 1.2 s between digits, 4 s behind a code. */
  private static List<Flash> pauses(Random hand, double jitter, int times, int... codes) {
    List<Flash> flashes = new ArrayList<>();
    for (int t = 0; t < times; t++) {
      for (int code : codes) {
        String digits = String.valueOf(code);
        for (int d = 0; d < digits.length(); d++) {
          int n = digits.charAt(d) - '0';
          for (int i = 0; i < n; i++) {
            double off = i + 1 < n ? 300 : d + 1 < digits.length() ? 1200 : 4000;
            flashes.add(new Flash(shaken(hand, 300, jitter), shaken(hand, off, jitter)));
          }
        }
      }
    }
    return flashes;
  }

  private static double shaken(Random hand, double millis, double jitter) {
    return millis * (1 + jitter * (2 * hand.nextDouble() - 1));
  }

  @Test
  void bothRhythmsAreToldApartAndReadBackWithAnUnsteadyHand() {
    for (int seed = 0; seed < 300; seed++) {
      Random hand = new Random(seed);
      int code = 10 * (1 + hand.nextInt(6)) + 1 + hand.nextInt(6);
      FlashCount mixed = FlashCount.of(longAndShort(hand, 0.15, 2, code));
      assertThat(mixed.rhythm()).isEqualTo(Rhythm.LONG_AND_SHORT);
      assertThat(mixed.codes()).extracting(s -> s.code().base()).containsExactly(code);
      int three = 100 * (2 + hand.nextInt(4)) + 10 * (1 + hand.nextInt(5)) + 2 + hand.nextInt(4);
      FlashCount equal = FlashCount.of(pauses(hand, 0.15, 2, three));
      assertThat(equal.rhythm()).isEqualTo(Rhythm.PAUSES);
      assertThat(equal.codes()).extracting(s -> s.code().base()).containsExactly(three);
    }
  }

  @Test
  void severalCodesAreKeptApartAndRepeatsCounted() {
    FlashCount count = FlashCount.of(longAndShort(new Random(3), 0.05, 3, 24, 31));
    assertThat(count.codes())
        .extracting(s -> s.code().text() + " x" + s.times())
        .containsExactly("Flash 24 x3", "Flash 31 x3");
    assertThat(count.confidence()).isGreaterThan(0.8);
    assertThat(count.advice()).isEmpty();
  }

  @Test
  void aCodeSeenOnceAsksToCountOnAndRepeatsThatDisagreeAskToCountAgain() {
    assertThat(said(FlashCount.of(longAndShort(new Random(1), 0, 1, 24)).advice()))
        .contains("count on");
    List<Flash> miscounted = new ArrayList<>(longAndShort(new Random(1), 0, 2, 24));
    miscounted.addAll(longAndShort(new Random(1), 0, 1, 23));
    miscounted.addAll(longAndShort(new Random(1), 0, 1, 25));
    FlashCount count = FlashCount.of(miscounted);
    assertThat(count.confidence()).isLessThan(0.7);
    assertThat(said(count.advice())).contains("Count again");
  }

  @Test
  void anUnsteadierHandIsTrustedLess() {
    double steady = FlashCount.of(longAndShort(new Random(5), 0.02, 3, 42)).confidence();
    double shaky = FlashCount.of(longAndShort(new Random(5), 0.30, 3, 42)).confidence();
    assertThat(shaky).isLessThan(steady);
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "abc", "1200 -4", "0 100", "99999999 4", "1e9"})
  void whatIsNoRowOfTimesIsRefused(String text) {
    assertThatThrownBy(() -> FlashCount.of(FlashCount.parse(text)))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageMatching(".*(milliseconds|60 s).*");
  }

  @ParameterizedTest
  @CsvSource({"'1200 400 300 400 310 2500 1200 400 300 400 300', 12", "'300,300,300', 2"})
  void writtenTimesAreRead(String text, int code) {
    assertThat(FlashCount.of(FlashCount.parse(text)).codes().get(0).code().base()).isEqualTo(code);
  }
}
