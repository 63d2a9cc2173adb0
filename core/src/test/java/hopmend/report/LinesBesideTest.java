package hopmend.report;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.catalog.Shipped;
import java.util.List;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** What else a report says, above its codes and below them, changes nothing of what it tells. */
class LinesBesideTest {
  private static final List<String> BESIDE =
      List.of(
          "Page 1 of 2",
          "Technician: A. Nyman",
          "Protocol: CAN 11 bit 500 kbit/s",
          "Battery at rest 12.4 V",
          "Readiness: complete",
          "MIL: on",
          "Total faults: 3",
          "3 control units answered",
          "Remarks:",
          "Signed:",
          "Checked by: ______",
          "Quick test of all systems",
          "Ignition on",
          "Lamp on since Monday",
          "Tyres: 2.4 bar",
          "Steering: 0 codes",
          "Airbag: no faults",
          "Gateway ok",
          "Test duration 00:02:31",
          "VIN: 0HMWS3AA7KP042788", // invented; its check digit is right by 49 CFR 565.15(c)
          "Date: 14 March 2026 09:12",
          "Next service in 12 000 km",
          "Engine hours: 4210 h",
          "Codes were not cleared",
          "Live data recorded: yes",
          "Status of test: passed",
          "Report end",
          "Priority: high",
          "Report no. 2026-0311-04",
          "Cause: wiring, connector, sensor",
          "Lenkung: 0 Fehler",
          "Gateway i.O.",
          "Kontrollleuchte: ein",
          "Direction : aucun défaut",
          "Signature :",
          "Airbag: 0 códigos",
          "Sterzo: nessun errore",
          "Uwagi:",
          "Anmärkningar:",
          "Direksiyon: arıza yok");

  /** So many of the lines above are tried in one layout, others in the next one. */
  private static final int IN_ONE = 6;

  static Stream<String> plainReports() {
    return ReportScore.cases("layout-set.yaml").stream()
        .map(ReportScore.Case::report)
        .filter(r -> !r.startsWith("{") && !r.startsWith("[{") && !r.startsWith("<"));
  }

  private static String told(String report) {
    ScanText scan = ScanText.read(report, 2026, Shipped.CATALOG.reportWords());
    TreeMap<String, String> codes = new TreeMap<>();
    scan.codes().forEach(c -> codes.put(c.code().text(), c.states() + " " + c.controlUnit()));
    return codes + " " + scan.odometer();
  }

  @ParameterizedTest
  @MethodSource("plainReports")
  void aLineAboveOrBelowChangesNothing(String report) {
    String alone = told(report);
    for (int i = 0; i < IN_ONE; i++) {
      String line = BESIDE.get(Math.floorMod(report.hashCode() + i, BESIDE.size()));
      assertThat(told(line + "\n" + report)).as("above: " + line).isEqualTo(alone);
      assertThat(told(report + "\n" + line + "\n")).as("below: " + line).isEqualTo(alone);
    }
  }
}
