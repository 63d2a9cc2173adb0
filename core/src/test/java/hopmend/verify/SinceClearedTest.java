package hopmend.verify;

import static hopmend.message.English.said;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import hopmend.verify.SinceCleared.Counter;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Identifiers and bytes: SAE J1979, PID 30, 31 and 4E (from memory). */
class SinceClearedTest {
  private static SinceCleared of(Map<Counter, byte[]> told) {
    return SinceCleared.decode(told).orElseThrow();
  }

  @Test
  void countersAreWholeNumbersOfOneOrTwoBytes() {
    SinceCleared since =
        of(
            Map.of(
                Counter.WARM_UPS, new byte[] {(byte) 0xFE},
                Counter.DISTANCE, new byte[] {0x01, 0x02},
                Counter.RUN_TIME, new byte[] {(byte) 0xFF, (byte) 0xFF}));
    assertThat(since).isEqualTo(new SinceCleared(254, 258, 65_535));
    assertThat(since.says().stream().map(m -> said(m)))
        .containsExactly("254 warm-ups", "258 km", "65,535 min of running or more");
    for (Counter c : Counter.values()) {
      assertThat(c.decode(c.encode(200))).isEqualTo(200);
      assertThat(c.decode(c.encode(1e9))).as("it stops there").isEqualTo(c.most());
    }
  }

  @Test
  void whatTheVehicleDoesNotTellStaysUnknown() {
    assertThat(of(Map.of(Counter.DISTANCE, new byte[] {0, 7})))
        .isEqualTo(new SinceCleared(null, 7, null));
    assertThat(SinceCleared.decode(Map.of())).isEmpty();
    assertThatThrownBy(() -> of(Map.of(Counter.WARM_UPS, new byte[2])))
        .hasMessageContaining("1 bytes, not 2");
    assertThatThrownBy(() -> new SinceCleared(256, null, null)).hasMessageContaining("0 to 255");
  }

  /**
   * Two kilometres and a tenth are no sign: an odometer counts whole ones, a log is a little off.
   */
  @ParameterizedTest
  @CsvSource({
    "18, 20, false",
    "16, 20, false",
    "15, 20, true",
    "3, 20, true",
    "0, 2.2, false",
    "0, 3, true",
    "500, 20, false"
  })
  void lessThanWasDrivenMeansThatSomebodyClearedAgain(int km, double driven, boolean again) {
    assertThat(new SinceCleared(null, km, null).wasClearedAgain(driven)).isEqualTo(again);
  }

  @ParameterizedTest
  @CsvSource({"39, 9000, true", "40, 10, false", ", 499, true", ", 500, false", ", , false"})
  void fewWarmUpsMeanThatSomebodyClearedShortlyBefore(Integer warmUps, Integer km, boolean fresh) {
    assertThat(new SinceCleared(warmUps, km, 1).isFresh()).isEqualTo(fresh);
  }
}
