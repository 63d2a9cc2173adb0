package hopmend.report;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.fault.FreezeFrameValue;
import hopmend.measure.MeasureUnit;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Lists that are empty, counts, legends and what is no value of the vehicle, in ten languages. */
class ListsAndLegendsTest {
  /** What stands in the next list is not of the one that is empty. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "Current: none. Stored: P0420.",
        "Aktuell: keine. Gespeichert: P0420.",
        "Présents : aucun. Mémorisés : P0420.",
        "Activos: ninguno. Guardados: P0420.",
        "Attivi: nessuno. Memorizzati: P0420.",
        "Ativos: nenhum. Guardados: P0420.",
        "Actief: geen. Opgeslagen: P0420.",
        "Aktywne: brak. Zapisane: P0420.",
        "Aktiva: inga. Lagrade: P0420.",
        "Aktif: yok. Kayıtlı: P0420.",
        "Current: 0. Stored: P0420.",
        "Current: - | Stored: P0420",
        "0 current, 1 stored: P0420",
        "Current -> none; stored -> P0420"
      })
  void anEmptyListTellsNothingOfTheNext(String report) {
    assertThat(Told.codes(report)).isEqualTo("P0420 stored");
  }

  /** How many codes a unit holds parts it from none of them, and one that holds none is no list. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "Engine (1): P0335. Gearbox (0). Brakes (1): C0035.",
        "Motor (1): P0335. Getriebe (0). Bremsen (1): C0035.",
        "Moteur (1) : P0335. Boîte (0). Freins (1) : C0035.",
        "Motor (1): P0335. Caja (0). Frenos (1): C0035.",
        "Motore (1): P0335. Cambio (0). Freni (1): C0035.",
        "Motor (1): P0335. Caixa (0). Travões (1): C0035.",
        "Motor (1): P0335. Versnellingsbak (0). Remmen (1): C0035.",
        "Silnik (1): P0335. Skrzynia (0). Hamulce (1): C0035.",
        "Motor (1): P0335. Växellåda (0). Bromsar (1): C0035.",
        "Motor (1): P0335. Şanzıman (0). Fren (1): C0035.",
        "Engine - 1 fault: P0335. Gearbox - no faults. Brakes - 1 fault: C0035."
      })
  void aCountBelongsToItsUnit(String report) {
    assertThat(Told.codes(report)).isEqualTo("P0335 @engine control, C0035 @brake control");
  }

  /** Whatever sign a legend explains, before or behind its code; in a list it is one character. */
  static Stream<String> signs() {
    Stream<String> explained =
        Stream.of("●", "!", "#", "✓", "▲", "!!", "+", "~")
            .flatMap(
                sign ->
                    Stream.of(
                            "P0335 %s\nP0340\n%s = active",
                            "P0335%s, P0340  (%s = active)",
                            "Engine | P0335 | %s\nEngine | P0340 |\n%s: active")
                        .map(layout -> layout.replace("%s", sign)));
    Stream<String> listed =
        Stream.of("●", "!", "#", "✓", "▲", "+", "~")
            .map(sign -> "%s P0335\nP0340\nLegend: %s active, § stored".replace("%s", sign));
    return Stream.concat(explained, listed);
  }

  @ParameterizedTest
  @MethodSource("signs")
  void aSignIsOfTheCodeItStandsAt(String report) {
    assertThat(Told.codes(report).replace(" @engine control", ""))
        .isEqualTo("P0335 current, P0340");
  }

  /** What should be, and what may be, was not so. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "Desired rpm 750 rpm, actual rpm 780 rpm",
        "Soll-Drehzahl 750 1/min, Ist-Drehzahl 780 1/min",
        "consigne régime 750 tr/min, régime 780 tr/min",
        "consigna régimen 750 rpm, régimen 780 rpm",
        "obiettivo regime 750 giri/min, regime 780 giri/min",
        "alvo rotação 750 rpm, rotação 780 rpm",
        "gewenst toerental 750 t/min, toerental 780 t/min",
        "zadane obroty 750 obr/min, obroty 780 obr/min",
        "önskat varvtal 750 v/min, varvtal 780 v/min",
        "hedef devir 750 d/dk, devir 780 d/dk",
        "max. rpm 6500 rpm, rpm 780 rpm"
      })
  void whatShouldBeIsNoValue(String values) {
    List<FreezeFrameValue> frame = Told.read("P0507\n" + values).freezeFrame();
    assertThat(frame).hasSize(1);
    assertThat(frame.get(0).reading().in(MeasureUnit.PER_MINUTE)).isEqualTo(780);
  }

  /** Since it was new a vehicle has run all that it has; since anything else it has not. */
  @ParameterizedTest
  @CsvSource({
    "15 204 km since new, true",
    "15 204 km seit neu, true",
    "15 204 km depuis neuf, true",
    "15 204 km desde nuevo, true",
    "15 204 km sedan ny, true",
    "15 204 km since the service, false",
    "15 204 km seit dem Wechsel, false"
  })
  void sinceNewIsAllOfIt(String words, boolean isOdometer) {
    assertThat(Told.read("P0335 current. " + words + ".").odometer().isPresent())
        .isEqualTo(isOdometer);
  }

  /** What a report calls its units for short, and tells below; letters of states are none. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Code;Unit\\nU0140;ICM\\nC0051;QLM\\nICM = instrument cluster, QLM = lamp lifter"
            + " | U0140 @instrument cluster, C0051 @lamp lifter",
        "P0118 x (engine), P0113 (engine)\\nx = present now"
            + " | P0118 current @engine control, P0113 @engine control",
      })
  void whatIsShortIsToldBelow(String report, String told) {
    assertThat(Told.codes(report.replace("\\n", "\n"))).isEqualTo(told);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "09:02 Connected to Engine\n09:02  P0230\n09:03 Connected to ABS\n09:03  C0035",
        "09:02 Conectado a Motor\n09:02  P0230\n09:03 Conectado a ABS\n09:03  C0035",
        "Verbunden mit Motor\nP0230\nVerbunden mit ABS\nC0035",
      })
  void theUnitThatAToolSpeaksWithHeadsItsCodes(String report) {
    assertThat(Told.codes(report)).isEqualTo("P0230 @engine control, C0035 @brake control");
  }

  /** A column for each unit, and none that names the codes; "-" tells of no fault. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "| | ECM | TCM | ABS |\n|---|---|---|---|\n| P0700 | stored | - | - |\n| P0741 | - | active | - |",
        ";ECM;TCM;ABS\nP0700;stored;;\nP0741;;active;",
        "ECM,TCM,ABS\nP0700,stored,-,-\nP0741,-,active,-",
        "Van 4\n\tECM\tTCM\tABS\nP0700\tstored\t\t\nP0741\t\tactive\t",
        "       ECM     TCM     ABS\nP0700  stored  -       -\nP0741  -       active  -",
        "<table><tr><th></th><th>ECM</th><th>TCM</th></tr><tr><td>P0700</td><td>stored</td><td>-</td></tr>"
            + "<tr><td>P0741</td><td>-</td><td>active</td></tr></table>",
      })
  void columnsOfUnitsNeedNoNameOfTheCodes(String report) {
    assertThat(Told.codes(report))
        .isEqualTo("P0700 stored @engine control, P0741 current @transmission control");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "E1 P0102 ECM present | P0102 current @engine control",
        "F01 B1210 HVAC present | B1210 current @climate control",
        "P0563; ecu=gateway; seen=2; now=no | P0563 history @gateway",
        "P0563; ecu=gateway; seen=2; now=yes | P0563 current @gateway",
        "[1] 0x0340 12 Status 2F Count 4 | P0340-12 current stored",
        "[2] 0x0335 Status 28 | P0335 stored",
        "ABS ; current: - ; pending: - ; stored: C0040 | C0040 stored @brake control",
        "engine 2 (P0299 act, P0401 sto), gearbox 0, tipper control 1 (C1A50 sto)"
            + " | P0299 current @engine control, P0401 stored @engine control, C1A50 stored @tipper control",
        "Loader: engine SPN 100 FMI 1 active; hydraulics SPN 520500 FMI 3 active; transmission none"
            + " | SPN 100 FMI 1 current @engine control, SPN 520500 FMI 3 current @hydraulics",
        "BODY PACKER: C1A60 ACTIVE, C1A61 INACTIVE | C1A60 current @BODY PACKER, C1A61 history @BODY PACKER",
        "Sur le tracteur : P0088. Sur la remorque : C1A12. | P0088, C1A12 @trailer control",
        "{\"faults\":[{\"dtc\":\"P0299\",\"now\":true},{\"dtc\":\"P0401\",\"now\":false}]} | P0299 current, P0401 history",
      })
  void rowsTellAllOfTheirCode(String row, String told) {
    assertThat(Told.codes(row)).isEqualTo(told);
  }

  /** Short names that a report explains, signs before states, headings of a list, counts. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "P0193 rail AKT\\nP0731 ratio PSV\\nAKT - aktywny, PSV - pasywny | P0193 current, P0731 history",
        "P0193 rail AKT\\nP0731 ratio PSV\\nAKT = aktiv\\nPSV = passiv | P0193 current, P0731 history",
        "P0130 sensor\\n● active\\nP0420 catalyst\\n○ stored | P0130 current, P0420 stored",
        "P0299 turbo\\n    present, 14 times\\nP0401 flow\\n    not present, 2 times | P0299 current, P0401 history",
        "C) KNEELING ----\\n C1C11 valve / STORED | C1C11 stored @KNEELING",
        "BODY\\nTailgate ECU\\n  C1A31 lock ACTIVE\\nSide lifter ECU\\n  C1A40 arm ACTIVE"
            + " | C1A31 current @Tailgate ECU, C1A40 current @Side lifter ECU",
        "All modules\\n  C1A31 ACTIVE | C1A31 current",
        "ENGINE (2)\\nP0130 x\\nactive\\nBRAKES (1)\\nC0035 y\\nactive"
            + " | P0130 current @engine control, C0035 current @brake control",
        "Unit 2 GEARBOX    faults 0\\nUnit 3 BRAKES     faults 1   C0110 conf. | C0110 stored @brake control",
        "[ENGINE]\\ndtc1 = P0420\\ndtc1.text = Catalyst, efficiency below threshold\\ndtc1.state = confirmed"
            + " | P0420 stored @engine control",
      })
  void longPrintoutsAreReadRowByRow(String report, String told) {
    assertThat(Told.codes(report.replace("\\n", "\n"))).isEqualTo(told);
  }

  /** A word of another language, and what is told of the vehicle before its codes are. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "Läst 30 nov. Motor P2002",
        "Engine warm, idling at 780 rpm, coolant 92 °C. Codes: P0505 stored",
        "Supply voltage: 12.4 V\nEngine\nP0122 throttle, sensor 1, low"
      })
  void whatIsNoFreezeFrameIsNone(String report) {
    assertThat(Told.read(report).freezeFrame()).isEmpty();
  }
}
