package hopmend.relearn;

import static hopmend.message.English.said;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SoftwareLevelTest {
  private static SoftwareLevel level(String found, String loaded, String demanded) {
    return new SoftwareLevel(
        "soot module",
        Optional.ofNullable(found),
        Optional.ofNullable(loaded),
        Optional.ofNullable(demanded),
        "B-1");
  }

  @ParameterizedTest
  @CsvSource({
    "4.9, 4.12, -1",
    "4.12, 4.12, 0",
    "4.12.1, 4.12, 1",
    "08B, 08C, -1",
    "08b, 08B, 0",
    "SW 0012, sw-12, 0",
    "10, 9, 1",
    "A9, B1, -1",
    "99999999999999999999, 100000000000000000000, -1"
  })
  void versionsAreComparedPartByPart(String one, String other, int sign) {
    assertThat(Integer.signum(SoftwareLevel.compare(one, other))).isEqualTo(sign);
    assertThat(Integer.signum(SoftwareLevel.compare(other, one))).isEqualTo(-sign);
  }

  @Property
  void numberedVersionsAreInTheOrderOfTheirNumbers(
      @ForAll @IntRange(max = 300) int a,
      @ForAll @IntRange(max = 300) int b,
      @ForAll @IntRange(max = 300) int c,
      @ForAll @IntRange(max = 300) int d) {
    int byNumber = a != c ? Integer.compare(a, c) : Integer.compare(b, d);
    assertThat(Integer.signum(SoftwareLevel.compare(a + "." + b, c + "." + d))).isEqualTo(byNumber);
  }

  @Test
  void whatIsInThereNowIsHeldAgainstTheBulletin() {
    assertThat(level(null, null, "4.12").standing()).isEqualTo(SoftwareLevel.Standing.NOT_READ);
    assertThat(level("4.8", null, "4.12").standing()).isEqualTo(SoftwareLevel.Standing.TOO_OLD);
    assertThat(level("4.8", "4.11", "4.12").standing()).isEqualTo(SoftwareLevel.Standing.TOO_OLD);
    assertThat(level("4.8", "4.12", "4.12").standing())
        .isEqualTo(SoftwareLevel.Standing.AS_DEMANDED);
    assertThat(level("4.8", null, null).standing()).isEqualTo(SoftwareLevel.Standing.NOTED);
    assertThat(level("4.8", "4.12", "4.12").says().stream().map(m -> said(m)))
        .containsExactly(
            "the soot module has 4.12; bulletin B-1 takes 4.12 or later",
            "4.8 before, 4.12 now: later");
    assertThat(said(level("4.12", "4.8", null).says().get(1))).contains("an earlier one");
  }
}
