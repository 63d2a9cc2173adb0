package hopmend.sensor;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The air that an engine draws at full throttle follows its size, its speed and the altitude. */
class FullLoadAirTest {
  private static SignalModel.Told at(double perMinute, Reading altitude) {
    return new SignalModel.Told(Reading.of(perMinute, MeasureUnit.PER_MINUTE), altitude);
  }

  private static double middle(double litres, SignalModel.Told told) {
    Band band = SignalModel.FULL_LOAD_AIR.band(litres, told, 18);
    return (band.low() + band.high()) / 2;
  }

  /** ISO 2533, table by geometric altitude; the formula takes geopotential metres, 0.1 % apart. */
  @ParameterizedTest
  @CsvSource({"0, 1.225", "1000, 1.112", "2000, 1.007", "3000, 0.909"})
  void theDensityOfTheAirIsThatOfTheStandardAtmosphere(double metres, double density) {
    assertThat(SignalModel.airDensity(metres)).isCloseTo(density, within(1e-3));
  }

  /**
   * By hand: 2.0 l, 6000 1/min, filled by 0.9 with air of 1.2 kg/m3, draw 108 g/s (m = VE * V/2 *
   * n/60 * rho); filled by 0.85 with 1.225 they draw 108 * 0.85/0.9 * 1.225/1.2.
   */
  @Test
  void aKnownEngineDrawsWhatTheFormulaSays() {
    double expected = 108 * 0.85 / 0.9 * 1.225 / 1.2;
    assertThat(middle(2, at(6000, null))).isCloseTo(expected, within(1e-6));
    assertThat(middle(1, at(3000, null))).isCloseTo(expected / 4, within(1e-6));
    Reading high = Reading.of(2000, MeasureUnit.METRE);
    assertThat(middle(2, at(6000, high))).isCloseTo(expected * 1.007 / 1.225, within(0.05));
    assertThat(middle(2, at(6000, Reading.of(6561.68, MeasureUnit.FOOT))))
        .isCloseTo(middle(2, at(6000, high)), within(1e-3));
  }

  @Test
  void withoutTheAltitudeItSaysWhatItTookAndWithoutTheSpeedItSaysNothing() {
    assertThat(SignalModel.FULL_LOAD_AIR.band(2, at(6000, null), 18).source())
        .contains("altitude not told: 0 m");
    assertThat(
            SignalModel.FULL_LOAD_AIR
                .band(2, at(6000, Reading.of(900, MeasureUnit.METRE)), 18)
                .source())
        .contains("900 m")
        .doesNotContain("not told");
    assertThat(SignalModel.FULL_LOAD_AIR.takes(SignalModel.Told.NOTHING)).isFalse();
    assertThat(SignalModel.FULL_LOAD_AIR.takes(at(6000, null))).isTrue();
    assertThat(SignalModel.FULL_LOAD_AIR.takes(at(6000, Reading.of(9000, MeasureUnit.METRE))))
        .isFalse();
  }
}
