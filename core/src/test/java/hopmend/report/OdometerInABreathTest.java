package hopmend.report;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.catalog.Shipped;
import hopmend.measure.Reading;
import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * A distance is the odometer's where its breath tells nothing else; one word more and it is not.
 */
class OdometerInABreathTest {
  private static final ReportWords WORDS = Shipped.CATALOG.reportWords();

  private static String odometer(String report) {
    return ScanText.read(report, 2026, WORDS).odometer().map(Reading::text).orElse("");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "Van 12 at @",
        "@ in total",
        "Display: @",
        "Coach 7 at about @",
        "Wagen 12 bei @",
        "@ insgesamt",
        "Abgelesen: @",
        "Bei Annahme @",
        "Camion 12 à @",
        "@ au total",
        "Lu au combiné : @",
        "Hoy @",
        "@ en total",
        "Lectura del cuadro: @",
        "Oggi @",
        "@ in totale",
        "Lettura quadro: @",
        "Carrinha 12 aos @",
        "@ no total",
        "Leitura do painel: @",
        "Wagen 12 op @",
        "@ in totaal",
        "Afgelezen: @",
        "Wóz 12 przy @",
        "@ łącznie",
        "Odczyt z zegarów: @",
        "Bil 12 vid @",
        "@ totalt",
        "Avläst: @",
        "Toplam @",
        "Göstergeden okunan: @",
      })
  void nothingElseIsTold(String breath) {
    for (String distance : new String[] {"118432 km", "118 432 km", "118.432 km"}) {
      String report = breath.replace("@", distance);
      assertThat(odometer(report)).as(report).isEqualTo("118432 km");
      String after = "Engine: P0340 stored. " + report + ".";
      assertThat(odometer(after)).as(after).isEqualTo("118432 km");
      for (String unknown :
          new String[] {
            breath.replace("@", distance + " glorped"),
            breath.startsWith("@") ? "Glorp " + breath : breath.replaceFirst("[ :]", " glorp$0"),
            "The belt was changed, " + breath,
            "P0340 " + breath,
          }) {
        String other = unknown.replace("@", distance);
        assertThat(odometer(other)).as(other).isEmpty();
      }
    }
  }

  private static List<String> asked(String report) {
    return ScanText.read(report, 2026, WORDS).doubtful().stream()
        .flatMap(d -> d.odometer().stream())
        .map(Reading::text)
        .toList();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "P0340 in the engine. It lost power at 187 300 km.",
        "Der Fahrer las beim Parken 187.300 km ab. Motor: P0340 aktiv.",
        "code;module;status;km\nP0340;engine;active;187300\nC0035;abs;stored;187300",
      })
  void whereNothingTellsTheDistanceIsAskedFor(String report) {
    assertThat(odometer(report)).isEmpty();
    assertThat(asked(report)).containsExactly("187300 km");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "P0340 in the engine. It lost power at 187 300 km. Odometer 187 420 km.",
        "P0340 in the engine. The belt was changed at 187 300 km.",
        "P0340 in the engine. Next service in 12 000 km.",
        "P0340 in the engine. It went 400 km on the motorway.",
      })
  void whereTheOdometerIsFoundOrTheDistanceIsAnotherNobodyIsAsked(String report) {
    assertThat(asked(report)).isEmpty();
  }
}
