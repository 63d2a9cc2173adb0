package hopmend.report;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.catalog.Shipped;
import hopmend.measure.Reading;
import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * A distance is the odometer's where its breath tells nothing else, or where somebody tells it as a
 * count; a moment, a part, a span of time is not.
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
            breath.replace("@", "@ glorped"),
            breath.startsWith("@") ? "Glorp " + breath : breath.replaceFirst("[ :]", " glorp$0"),
            "The belt was changed, " + breath,
            "P0340 " + breath,
          }) {
        // A round distance is no count that somebody read off.
        String other = unknown.replace("@", distance.replace("432", "500"));
        assertThat(odometer(other)).as(other).isEmpty();
      }
    }
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "Last time it was in it had 61 002 km, P0137 stored.",
        "The old cluster showed 187 220 km, P0137 stored.",
        "Injectors renewed, 96 412 km. P0137 stored.",
        "En trois ans il a fait 61 230 km. P0137 mémorisé.",
        "Der alte Tacho zeigte 187.220 km. P0137 gespeichert.",
      })
  void anotherDistanceInTheWordsOfAnOdometerIsNotTaken(String report) {
    assertThat(odometer(report)).isEmpty();
  }

  /** The verb is made up: nobody has to know it. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "The driver glorped @ when he parked it | It glorped at @ | The belt glorped @",
        "So far this van glorped @ | It glorped @ a year | The other van glorped @",
        "Der Fahrer glorpte @ | Er glorpte bei @ | Der Riemen glorpte @",
        "Dieser Bus glorpt @ | Er glorpt @ im Jahr | Der alte Tacho glorpte @",
        "Le chauffeur glorpe @ | Il a glorpé à @ | Le filtre glorpe @",
        "Ce car glorpe @ | Il glorpe @ par an | L'autre car glorpe @",
        "El conductor glorpó @ | Glorpó a los @ | La correa glorpó @",
        "Este autobús glorpa @ | Glorpa @ al año | El otro autobús glorpa @",
        "L'autista glorpò @ | Glorpò dopo @ | La cinghia glorpò @",
        "O motorista glorpou @ | Glorpou aos @ | A correia glorpou @",
        "De chauffeur glorpte @ | Hij glorpte bij @ | De riem glorpte @",
        "Kierowca glorpał @ | Glorpał przy @ | Pasek glorpał @",
        "Föraren glorpade @ | Den glorpade vid @ | Remmen glorpade @",
        "Sürücü @ glorptu | @ sonra glorptu | Kayış @ glorptu",
      })
  void aCountIsTheOdometersWhateverTheVerb(String count, String moment, String another) {
    for (String distance : new String[] {"118432 km", "118 432 km", "118.432 km"}) {
      for (String report : new String[] {"@.", "P0340 stored. @.", "@.\nEngine: P0340 stored"}) {
        String said = report.replace("@", count.replace("@", distance));
        assertThat(odometer(said)).as(said).isEqualTo("118432 km");
        for (String other : new String[] {moment, another, count.replace("@", "118 500 km")}) {
          String not = report.replace("@", other.replace("@", distance));
          assertThat(odometer(not)).as(not).isEmpty();
        }
        String later = said + "\nIt stopped at 119 003 km.";
        assertThat(asked(later)).as(later).containsExactly("118432 km", "119003 km");
      }
    }
  }

  private static List<String> asked(String report) {
    return ScanText.read(report, 2026, WORDS).doubtful().stream()
        .flatMap(d -> d.offers().stream())
        .map(o -> ((Offer.OfOdometer) o).reading().text())
        .toList();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "P0340 in the engine. It lost power at 187 300 km.",
        "Der Fahrer glorpte beim Parken, nach 187.300 km. Motor: P0340 aktiv.",
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

  /** No vehicle runs backwards; what is far off is a limit or a plan. Invented. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Mileage out: 41,220 mi, mileage in: 43,918 mi|43918 mi|1",
        "Mileage in: 43,918 mi, mileage out: 41,220 mi|43918 mi|1",
        "Kilometer Übergabe 81.200, Kilometer Rückgabe 84.015|84015 km|1",
        "Odometer 45 220 km, odometer 71 000 km|45220 km|1",
        "Odometer 45 220 km, mileage limit 49 000 km|45220 km|0",
        "Mileage: 59,871 mi (96,353 km)|59871 mi|0",
        "Odometer 45 220 km, odometer 45 221 km|45220 km|0",
      })
  void ofTwoOdometersTheLaterOneIsTakenAndTheOtherAsked(String told, String odometer, int asked) {
    for (String report : List.of(told, "P0335 stored\n" + told, told + "\nP0335 stored")) {
      ScanText scan = ScanText.read(report, 2026, Shipped.CATALOG.reportWords());
      assertThat(scan.odometer()).as(report).map(Reading::text).contains(odometer);
      assertThat(scan.doubtful()).as(report).hasSize(asked);
    }
  }
}
