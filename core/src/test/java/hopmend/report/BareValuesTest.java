package hopmend.report;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.catalog.Shipped;
import org.junit.jupiter.api.Test;

/**
 * A value that nothing gives a unit: read among others of its freeze frame, as the report counts.
 */
class BareValuesTest {
  private static final ReportWords WORDS = Shipped.CATALOG.reportWords();
  private static final String FRAME =
      "P0340 stored\nLoad 41 %\nMAP 98 kPa\nECT 88\nVS 62\nBatt 13.9\n";

  private static ScanText read(String report) {
    return ScanText.read(report, 2026, WORDS);
  }

  private static String frame(String report) {
    return String.join(
        ", ", read(report).freezeFrame().stream().map(v -> v.reading().text()).sorted().toList());
  }

  private static long asked(String report) {
    return read(report).doubtful().stream()
        .filter(d -> d.why().key().equals("doubt.which-unit"))
        .count();
  }

  @Test
  void theReportsOtherUnitsOrItsLanguageTellTheUnit() {
    assertThat(frame(FRAME + "96 412 km")).isEqualTo("13.9 V, 41 %, 62 km/h, 88 °C, 98 kPa");
    assertThat(frame(FRAME + "IAT 75 °F\n61,002 miles"))
        .isEqualTo("13.9 V, 41 %, 62 mph, 75 °F, 88 °F, 98 kPa");
    assertThat(frame("P0340 aktuell\nLast 41 %\nSaugrohrdruck 98 kPa\nKühlmittel 88\nTempo 62\n"))
        .isEqualTo("41 %, 62 km/h, 88 °C, 98 kPa");
    assertThat(frame(FRAME + "ECT 91 °C\n96 412 km")).contains("91 °C").doesNotContain("88");
  }

  @Test
  void whereNothingTellsItIsAsked() {
    assertThat(frame(FRAME)).isEqualTo("13.9 V, 41 %, 98 kPa");
    assertThat(asked(FRAME)).as("temperature and speed").isEqualTo(2);
    assertThat(frame(FRAME + "61,002 miles"))
        .as("some who drive miles measure in °C")
        .isEqualTo("13.9 V, 41 %, 62 mph, 98 kPa");
    assertThat(asked(FRAME + "61,002 miles")).isEqualTo(1);
  }

  @Test
  void aloneOrWithMoreBesideItIsNothing() {
    for (String report :
        new String[] {
          "P0340 stored, 96 412 km\nECT 88",
          "P0730 présent, vitesse 3, 96 412 km",
          "P0340 stored\nLoad 41 %\nMAP 98 kPa\nwater 5 litres added\nspeed 3 sensor\n96 412 km",
          "P0340 stored\nLoad 41 %\nMAP 98 kPa\nECT 880\n96 412 km",
        }) {
      assertThat(frame(report)).as(report).doesNotContain("°C", "km/h");
      assertThat(asked(report)).as(report).isZero();
    }
  }

  /** What has a unit and no name is taken where it can be one thing only. */
  @Test
  void aValueOfAnotherNameOrOfASignalIsNotTaken() {
    String named = "P0340 stored: load 41 %, MAP 98 kPa, ";
    assertThat(frame(named + "13.9 V, 62 km/h, n=1640/min"))
        .isEqualTo("13.9 V, 1640 1/min, 41 %, 62 km/h, 98 kPa");
    for (String other :
        new String[] {"pedal: 4.2 V", "reference, 5.0 V", "turbine: 1800 rpm", "fan=900 rpm"}) {
      assertThat(frame(named + other)).as(other).isEqualTo("41 %, 98 kPa");
    }
  }
}
