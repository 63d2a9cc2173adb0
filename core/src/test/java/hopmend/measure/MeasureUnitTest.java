package hopmend.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class MeasureUnitTest {

  /** Factors of NIST SP 811 (2008), appendix B.8; psi from the same table. */
  @ParameterizedTest
  @CsvSource({
    "POUND_FORCE_FOOT, NEWTON_METRE, 1.3558179483314004",
    "POUND_FORCE_INCH, NEWTON_METRE, 0.1129848290276167",
    "INCH, MILLIMETRE, 25.4",
    "MILE, KILOMETRE, 1.609344",
    "MILE_PER_HOUR, KILOMETRE_PER_HOUR, 1.609344",
    "POUND_PER_SQUARE_INCH, KILOPASCAL, 6.894757293168362",
    "BAR, KILOPASCAL, 100"
  })
  void factorsAreThoseOfNist(MeasureUnit from, MeasureUnit to, double factor) {
    assertThat(from.convert(1, to)).isCloseTo(factor, within(1e-12 * factor));
  }

  @Test
  void fahrenheitIsOffsetAndScaled() {
    // 212 °F = 100 °C and -40 °F = -40 °C: NIST SP 811, definition of the degree Fahrenheit.
    assertThat(MeasureUnit.FAHRENHEIT.convert(212, MeasureUnit.CELSIUS))
        .isCloseTo(100, within(1e-9));
    assertThat(MeasureUnit.FAHRENHEIT.convert(-40, MeasureUnit.CELSIUS))
        .isCloseTo(-40, within(1e-9));
  }

  @Property
  void everyUnitConvertsToEverySiblingAndBack(
      @ForAll MeasureUnit unit, @ForAll @DoubleRange(min = -1e6, max = 1e6) double value) {
    for (MeasureUnit sibling : unit.siblings()) {
      double back = sibling.convert(unit.convert(value, sibling), unit);
      assertThat(back).isCloseTo(value, within(1e-9 * Math.max(1, Math.abs(value))));
    }
  }

  @Test
  void hertzDoNotBecomeRevolutions() {
    assertThatThrownBy(() -> MeasureUnit.HERTZ.convert(1, MeasureUnit.PER_MINUTE))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining("FREQUENCY");
  }

  /** What Debian's units 2.22 says: {@code units -d12 -t '9 N m' 'lbf in'}, and so on. */
  @ParameterizedTest
  @CsvSource({
    "9, NEWTON_METRE, POUND_FORCE_INCH, 79.6567121219",
    "35, NEWTON_METRE, POUND_FORCE_FOOT, 25.8146752247",
    "150, NEWTON_METRE, POUND_FORCE_FOOT, 110.634322392",
    "12, MILLIMETRE, INCH, 0.472440944882",
    "3.1, LITRE, QUART, 3.27573344924",
    "2, QUART, MILLILITRE, 1892.705892"
  })
  void valuesAreThoseOfAnotherProgram(
      double value, MeasureUnit from, MeasureUnit to, double expected) {
    assertThat(from.convert(value, to)).isCloseTo(expected, within(1e-9 * expected));
  }

  @ParameterizedTest
  @CsvSource({"Nm, NEWTON_METRE", "in-lb, POUND_FORCE_INCH", "rpm, PER_MINUTE", "mV, MILLIVOLT"})
  void commonSpellingsAreKnown(String spelling, MeasureUnit unit) {
    assertThat(MeasureUnit.bySymbol(spelling)).contains(unit);
  }

  @Test
  void megavoltIsNotTakenForMillivolt() {
    assertThat(MeasureUnit.bySymbol("MV")).isEmpty();
  }

  @Test
  void typedReadingTakesCommaAndItsOwnUnit() {
    assertThat(Reading.parse(" 4,98 ", MeasureUnit.VOLT))
        .isEqualTo(Reading.of(4.98, MeasureUnit.VOLT));
    assertThat(Reading.parse("4980mV", MeasureUnit.VOLT).in(MeasureUnit.VOLT))
        .isCloseTo(4.98, within(1e-12));
  }

  @ParameterizedTest
  @CsvSource({"''", "abc", "1.2.3", "NaN", "1e9", "5 bar", "--4", "99999999999"})
  void whatIsNoReadingIsRefusedWithARemedy(String typed) {
    assertThatThrownBy(() -> Reading.parse(typed, MeasureUnit.VOLT))
        .isInstanceOf(Reading.UnreadableReading.class)
        .hasMessageContaining("V");
  }
}
