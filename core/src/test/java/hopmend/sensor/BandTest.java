package hopmend.sensor;

import static hopmend.message.English.WORDS;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.prove.Measurement;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Bands, also those that have one end only; all figures are invented. */
class BandTest {
  private static Band band(Double low, Double high) {
    return measurement(low, high)
        .band(Optional.empty(), Optional.empty(), SignalModel.Told.NOTHING)
        .orElseThrow();
  }

  private static Measurement measurement(Double low, Double high) {
    return new Measurement(
        "drop",
        MeasureUnit.VOLT,
        low,
        high,
        null,
        null,
        null,
        null,
        "low",
        "right",
        "high",
        null,
        "invented");
  }

  @ParameterizedTest
  @CsvSource(
      nullValues = "-",
      value = {
        "-, 0.1, 0.05, WITHIN, 0.1 V or less",
        "-, 0.1, -3, WITHIN, 0.1 V or less",
        "-, 0.1, 0.2, ABOVE, 0.1 V or less",
        "4, -, 3, BELOW, 4 V or more",
        "4, -, 400, WITHIN, 4 V or more",
        "4, 5, 5, WITHIN, 4 to 5 V"
      })
  void judgesByTheEndsThatItHas(
      Double low, Double high, double volts, Band.Side side, String text) {
    Band band = band(low, high);
    assertThat(band.judge(Reading.of(volts, MeasureUnit.VOLT)).side()).isEqualTo(side);
    assertThat(WORDS.of(band.says())).isEqualTo(text);
  }

  @Test
  void hasAtLeastOneEnd() {
    assertThatThrownBy(() -> measurement(null, null)).isInstanceOf(IllegalArgumentException.class);
    assertThat(band(4.0, 5.0).likelyMeant(Reading.of(4900, MeasureUnit.VOLT)))
        .contains(Reading.of(4900, MeasureUnit.MILLIVOLT));
    assertThat(band(null, 5.0).likelyMeant(Reading.of(4900, MeasureUnit.VOLT))).isEmpty();
  }
}
