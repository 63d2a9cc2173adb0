package hopmend.vehicle;

import static hopmend.message.English.said;
import static org.assertj.core.api.Assertions.assertThat;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class VinTest {

  /** Examples with a right check digit, worked by 49 CFR 565.15(c). */
  @ParameterizedTest
  @ValueSource(strings = {"1M8GDM9AXKP042788", "11111111111111111"})
  void publishedExamplesAreRight(String number) {
    VinReading reading = Vin.read(number, 2026);
    assertThat(reading.checkDigitRight()).isTrue();
    assertThat(reading.isUsable()).isTrue();
  }

  /** Position-7 rule of 49 CFR 565.15: digit = 1980-2009, letter = 2010-2039. */
  @ParameterizedTest
  @CsvSource({"1M8GDM9AXKP042788, 1989", "1M8GDMAA_KP042788, 2019", "1M8GDM9A_YP042788, 2000"})
  void modelYearFollowsPositionSeven(String pattern, int year) {
    String number = pattern.replace('_', '0');
    String right = pattern.replace('_', Vin.checkDigit(number));
    assertThat(Vin.read(right, 2026).modelYears()).containsExactly(year);
  }

  @Test
  void outsideNorthAmericaBothYearsStayPossibleAndAWrongDigitOnlyWarns() {
    VinReading reading = Vin.read("0HMWS3A00K1000342", 2026);
    assertThat(reading.isUsable()).isTrue();
    assertThat(said(reading.warnings())).contains("should be 7");
    assertThat(reading.modelYears()).containsExactly(2019, 1989);
  }

  @Test
  void insideNorthAmericaAWrongDigitIsAProblem() {
    VinReading reading = Vin.read("1M8GDM9A0KP042788", 2026);
    assertThat(said(reading.problems())).contains("should be X");
  }

  @Test
  void lettersThatAreNotUsedAreNamedAndOffered() {
    VinReading reading = Vin.read("IM8GDM9AXKPO42788", 2026);
    assertThat(reading.problems()).hasSize(2);
    assertThat(said(reading.problems())).startsWith("Character 1 is I");
    assertThat(reading.offers()).contains("1M8GDM9AXKP042788");
  }

  @Property
  void twoSwappedNeighboursAreOfferedBack(@ForAll @IntRange(min = 10, max = 15) int at) {
    char[] c = "1M8GDM9AXKP042788".toCharArray();
    char keep = c[at];
    c[at] = c[at + 1];
    c[at + 1] = keep;
    VinReading reading = Vin.read(new String(c), 2026);
    if (!new String(c).equals("1M8GDM9AXKP042788")) {
      assertThat(reading.isUsable()).isFalse();
      assertThat(reading.offers()).contains("1M8GDM9AXKP042788");
    }
  }

  @Property(tries = 3000)
  void anyTextGivesAReadingThatSaysWhy(@ForAll String typed) {
    VinReading reading = Vin.read(typed, 2026);
    assertThat(reading.isUsable() || !reading.problems().isEmpty()).isTrue();
    assertThat(reading.offers())
        .allSatisfy(o -> assertThat(Vin.checkDigit(o)).isEqualTo(o.charAt(8)));
  }

  /** ISO 3780, from memory: the first character tells the region, the first three the maker. */
  @ParameterizedTest
  @CsvSource({
    "1M8GDM9AXKP042788, 1M8, NORTH_AMERICA",
    "11111111111111111, 111, NORTH_AMERICA",
    "0HMWS3A07K1000342, 0HM, NOT_ASSIGNED"
  })
  void makerAndRegionAreToldByTheFirstCharacters(String vin, String maker, String region) {
    VinReading reading = Vin.read(vin, 2026);
    assertThat(reading.makerCode()).isEqualTo(maker);
    assertThat(reading.region().name()).isEqualTo(region);
    assertThat(Vin.read("", 2026).region()).isEqualTo(VinReading.Region.NOT_ASSIGNED);
  }
}
