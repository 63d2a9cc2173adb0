package hopmend.report;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** The same data, written otherwise, tells the same. */
class DataWaysTest {
  private static final List<String> REPORTS =
      Stream.of("layout-set.yaml", "first-set.yaml")
          .flatMap(set -> ReportScore.cases(set).stream())
          .map(ReportScore.Case::report)
          .toList();

  static Stream<ReportSweep.Way> ways() {
    return DataWays.WAYS.stream();
  }

  @ParameterizedTest
  @MethodSource("ways")
  void whatIsReadStaysTheSame(ReportSweep.Way way) {
    List<String> tried = REPORTS.stream().filter(way::isFor).limit(25).toList();
    assertThat(tried).hasSizeGreaterThan(5);
    for (String report : tried) {
      String written = way.change().apply(report);
      assertThat(ReportSweep.told(written)).as(written).isEqualTo(ReportSweep.told(report));
    }
  }

  /** "§" ends a line. Each took a code, a state or a unit from another one once. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Code: P0715§Active: No§Pending: Yes§Confirmed: No§|P0715 pending",
        "DTC: P0299§Active = x§Pending = -§Confirmed = x§§DTC: P0300§Active = -§Pending = x§|P0299 current stored, P0300 pending",
        "Fehlercode: P0300§Aktuell: nein§Gespeichert: ja§|P0300 stored",
        "Unit: Body§Fault: B1318§Now: -§Before: x§|B1318 history @body control",
        "DTC   P0299-00§ECU   Engine§State Confirmed, active§DTC   C0040-1F§ECU   ABS§State Pending§|P0299 current stored @engine control, C0040-1F pending @brake control",
        "P0299§ECU ABS§|P0299 @brake control",
        "<report><Transmission><P0715>pending</P0715></Transmission><Brakes><C0035>stored</C0035></Brakes></report>|P0715 pending @transmission control, C0035 stored @brake control",
        "<scan><row><ecu><name>Engine</name><addr>7E8</addr></ecu><codes><id>P0171</id></codes></row></scan>|P0171 @engine control",
        "<table><tr><td>ECU</td><td>DTC</td><td>Status byte</td></tr><tr><td>Engine</td><td>P0299</td><td>09</td></tr></table>|P0299 current stored @engine control",
        "<table><tr><th>Unit</th><th>Engine</th><th>ABS</th></tr><tr><td>Code</td><td>P0335</td><td>C0035</td></tr><tr><td>State</td><td>active</td><td>stored</td></tr></table>|P0335 current @engine control, C0035 stored @brake control",
        "{'systems':[{'name':'Cab heater','dtcs':[{'id':'B10A2'}],'remark':null}]}|B10A2 @Cab heater",
        "{'ecu':'cluster','faults':[{'desc':'no message from engine','dtc':'U0100'}]}|U0100 @instrument cluster",
        "{'engineControl':{'active':['P0335']},'brakeControl':{'stored':['C0040']}}|P0335 current @engine control, C0040 stored @brake control",
        "{'modules':{'Engine':[{'dtc':'P0340'}],'Winch':[{'dtc':'U0100','state':'active'}]}}|P0340 @engine control, U0100 current @Winch",
        "Parameter;Value;Unit§DTC;P0401;§Load;44,3;%|P0401",
        "systems:§  - name: Tail lift§    faults:§      - code: C1234§        active: false§        stored: true§|C1234 stored @Tail lift",
        "- engine:§  - active: [P0108, P0236]§- brakes:§  - active: []§  - stored: [C0221]§|P0108 current @engine control, P0236 current @engine control, C0221 stored @brake control"
      })
  void ofEachItsOwn(String report, String told) {
    assertThat(Told.codes(report.replace('§', '\n').replace('\'', '"'))).isEqualTo(told);
  }

  @Test
  void aNameThatIsNoCodesFieldKeepsTheOdometer() {
    assertThat(
            Told.read("{\"sessionId\":\"a81f-22\",\"odometerKm\":74210,\"dtcs\":[\"P0456\"]}")
                .odometer())
        .get()
        .hasToString("Reading[value=74210.0, unit=KILOMETRE]");
  }

  @Test
  void aValueIsReadWhereverItsUnitStands() {
    String frame =
        "{\"dtc\":\"P0299\",\"freeze_frame\":[{\"unit\":\"g/s\",\"value\":41.8,\"name\":\"Mass air flow\"},"
            + "{\"name\":\"Engine speed\",\"unit\":\"rpm\",\"value\":2310}]}";
    assertThat(Told.read(frame).freezeFrame())
        .extracting(f -> f.condition() + " " + f.reading().text())
        .containsExactlyInAnyOrder("AIR_MASS 41.8 g/s", "ENGINE_SPEED 2310 1/min");
  }

  /** What stands beside the id of a vehicle is the vehicle's. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "{'vehicle':{'id':'van 3','odometer_km':98204},'dtcs':[{'id':'P0087'}]}",
        "<scan><vehicle id='van 3' odometer='98204 km'/><dtc id='P0087'/></scan>",
        "vehicle:§  id: van 3§  odometer: 98204 km§dtcs:§  - id: P0087",
        "id;odometer§van 3;98204 km§§id;state§P0087;stored"
      })
  void anIdMayBeAVehicles(String report) {
    assertThat(Told.read(report.replace('§', '\n').replace('\'', '"')).odometer())
        .map(o -> o.text())
        .contains("98204 km");
  }
}
