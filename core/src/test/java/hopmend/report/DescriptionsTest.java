package hopmend.report;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.dataformat.yaml.YAMLMapper;

/**
 * What a report says of a fault names control units, states and values that it does not tell: "air
 * bag lamp circuit open", "actual value implausible". In every layout that describes its codes the
 * description of one of them becomes another one, and nothing else may change.
 */
class DescriptionsTest {
  /** What the codes of the layouts are described by. */
  private static final List<String> OF_LAYOUTS =
      List.of("Turbo underboost", "Input speed sensor circuit", "Left front wheel speed");

  private static final List<String> OTHERS =
      List.of(
          "Lost communication with ECM/PCM A",
          "Brake switch A circuit",
          "Engine coolant temperature circuit intermittent",
          "Engine oil pressure sensor circuit",
          "Transmission control system MIL request",
          "Invalid data received from instrument panel",
          "Power steering pressure sensor circuit",
          "Gateway communication timeout",
          "Air bag lamp circuit open",
          "Cluster illumination short to ground",
          "Circuit current above threshold",
          "Battery current sensor circuit",
          "Stored energy insufficient",
          "Signal erratic",
          "Sporadic interruption of signal",
          "Actual value implausible",
          "Present position not learned",
          "Active grille shutter stuck",
          "Active fuel management performance",
          "Past threshold of regeneration",
          "Permanent magnet motor overspeed",
          "History data lost",
          "Random misfire detected",
          "Cylinder 1 misfire detected, emission",
          "Door control unit no communication",
          "Seat memory module supply",
          "Body control module configuration missing",
          "Fuel pump module control circuit/open",
          "Speed sensor 0 km/h implausible",
          "Supply voltage 9.8 V too low",
          "Hybrid battery pack current sensor",
          "MIL request from TCM",
          "ABS warning lamp request",
          "Radiator fan control module internal",
          "Bremslichtschalter unplausibles Signal",
          "Getriebeöltemperatur Sensor Unterbrechung",
          "Airbaglampe Kurzschluss nach Masse",
          "Kombiinstrument fehlende Botschaft",
          "Motordrehzahl Signal fehlt",
          "Lenkwinkelsensor keine Grundeinstellung",
          "Botschaft vom ABS unplausibel",
          "Steuergerät defekt",
          "Motorkühlmitteltemperatur zu hoch",
          "Bremsdruck Sensor Wert unplausibel",
          "Fehlerhafte Codierung",
          "Spannungsversorgung Klemme 30 zu niedrig",
          "Pas de communication avec le calculateur moteur",
          "Voyant airbag circuit ouvert",
          "Température huile boîte trop haute",
          "Calculateur non configuré",
          "Commande habitacle absente",
          "Sin comunicación con la unidad del motor",
          "Interruptor de freno señal inverosímil",
          "Testigo airbag circuito abierto",
          "Temperatura del aceite del cambio",
          "Unidad de control averiada",
          "Sensore pressione freno segnale non plausibile",
          "Centralina motore nessuna comunicazione",
          "Spia airbag circuito aperto",
          "Sem comunicação com o módulo do motor",
          "Interruptor do travão sinal implausível",
          "Geen communicatie met motorregeleenheid",
          "Remlichtschakelaar signaal onaannemelijk",
          "Brak komunikacji ze sterownikiem silnika",
          "Czujnik ciśnienia hamulca sygnał niewiarygodny",
          "Ingen kommunikation med motorstyrenheten",
          "Bromsljuskontakt signal orimlig",
          "Motor kontrol ünitesi ile iletişim yok",
          "Fren lambası şalteri sinyal mantıksız",
          "Vehicle speed sensor, signal from ABS",
          "Oxygen sensor 1 bank 1, heating",
          "Kombiinstrument, keine Botschaft",
          "Porte avant gauche, contacteur",
          "Motor, geen communicatie");

  /** How a description names a unit that does not speak. */
  private static final List<String> NAMING =
      List.of(
          "%s, signal faulty",
          "Sensor, %s",
          "Lost message from %s",
          "%s sensor circuit",
          "Wiring to %s, open",
          "Sensor %s, no signal");

  /** H is the unit that speaks, D the description. */
  private static final List<String> SPEAKING =
      List.of(
          "H\n  P0123  D    Active",
          "H (1 fault)\n    P0123 | D | active",
          "H\n1) P0123 D. Status: active",
          "P0123  D   Active   H",
          "H  P0123  D   Active",
          "H: P0123 D (active)",
          "unit,code,description,status\nH,P0123,\"D\",active\nGateway,U0100,Lost,active");

  static List<ReportScore.Case> layouts() {
    return ReportScore.cases("layout-set.yaml").stream()
        .filter(c -> OF_LAYOUTS.stream().allMatch(c.report()::contains))
        .toList();
  }

  @ParameterizedTest
  @MethodSource("layouts")
  void theyTellNothing(ReportScore.Case layout) {
    String told = ReportSweep.told(layout.report());
    for (int i = 0; i < OTHERS.size(); i++) {
      String report = layout.report().replace(OF_LAYOUTS.get(i % OF_LAYOUTS.size()), OTHERS.get(i));
      assertThat(ReportSweep.told(report)).as(report).isEqualTo(told);
    }
  }

  /** Each word for a unit takes its turn in the descriptions, each of those in the layouts. */
  @Test
  void whoeverIsNamedTheOneSpeaksThatHeadsTheRow() throws IOException {
    int turn = 0;
    try (InputStream file = getClass().getResourceAsStream("/catalog/control-units.yaml")) {
      for (JsonNode unit : new YAMLMapper().readTree(file).path("units")) {
        boolean door = unit.path("name").asString().equals("door control");
        for (JsonNode word : unit.path("words")) {
          String text = NAMING.get(turn % NAMING.size()).formatted(word.asString());
          String layout = SPEAKING.get(turn++ / NAMING.size() % SPEAKING.size());
          String report = layout.replace("D", text).replace("H", door ? "Engine" : "Door module");
          assertThat(Told.codes(report))
              .as(report)
              .matches(
                  "P0123[a-z ]* @" + (door ? "engine control" : "door control") + "(, U0100.*)?");
        }
      }
    }
    assertThat(turn).isGreaterThan(1000);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        // its own field may hold the code
        "Module: Engine\\nText: P0335 crankshaft\\nStatus: stored | P0335 stored @engine control",
        // a name is none
        "units:\\n- name: engine\\n  codes:\\n  - P0113 | P0113 @engine control",
        // what speaks stands before what is not heard
        "P0299 | Engine | lost communication with ABS | confirmed | P0299 stored @engine control",
        // a state that stands by itself beats one in a description
        "P0299, pending update of software, confirmed | P0299 stored",
      })
  void whatIsTold(String line) {
    int told = line.lastIndexOf('|');
    assertThat(Told.codes(line.substring(0, told).replace("\\n", "\n")))
        .isEqualTo(line.substring(told + 1).strip());
  }
}
