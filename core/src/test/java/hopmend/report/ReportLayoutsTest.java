package hopmend.report;

import static hopmend.message.English.said;
import static org.assertj.core.api.Assertions.assertThat;

import hopmend.CpuTime;
import hopmend.catalog.Catalog;
import hopmend.catalog.Shipped;
import hopmend.fault.CodeText;
import hopmend.vehicle.Vin;
import hopmend.vehicle.VinReading;
import java.time.LocalDate;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The same findings in text, CSV, JSON and HTML; all reports are invented. */
class ReportLayoutsTest {
  private static final Catalog CATALOG = Shipped.CATALOG;

  private static final String TEXT =
      """
      Date 2026-11-20   Number 0HMWS3A07K1000342   Odometer 88 120 mi
      Engine control module
        P0340-31   stored, current
        P0301
            pending
      Transmission control
        P0720 (1F) confirmed
      Engine speed 1850 rpm; coolant 91 °C; STFT -3.1 %; rail pressure 41 bar
      """;
  private static final String CSV =
      """
      module;code;state;text
      "engine control";"P0340-31";"stored, current";"cam sensor"
      engine control;P0301;pending;misfire
      transmission control;P0720-1F;confirmed;output speed
      date;20.11.2026;;
      number;0HMWS3A07K1000342;;
      odometer;88120;mi;
      engine speed;1850;rpm;
      coolant;91;°C;
      short term fuel trim;-3.1;%;
      fuel rail pressure;41;bar;
      """;
  private static final String JSON =
      """
      {"date": "2026-11-20", "vin": "0HMWS3A07K1000342", "odometer_mi": 88120,
       "units": [
        {"unit": "engine control", "codes": [
          {"code": "P0340-31",
           "status": ["stored", "current"]},
          {"code": "P0301", "status": "pending"}]},
        {"unit": "transmission control", "codes": [{"code":"P0720-1F","status":"confirmed"}]}],
       "freeze_frame": {"engine_speed_rpm": 1850, "coolant_temperature_C": 91,
         "short_term_fuel_trim_%": -3.1, "fuel_rail_pressure_bar": 41}}
      """;
  private static final String HTML =
      """
      <html><head><style>p0171 {color: red}</style></head><body>
      <p>Date 2026-11-20, number 0HMWS3A07K1000342, odometer 88,120&nbsp;mi</p>
      <table><tr><th>Engine control</th></tr>
      <tr><td>P0340-31</td><td>stored</td>
          <td>current</td></tr><tr><td>P0301<td>pending</tr>
      <tr><th>Transmission control</th></tr><tr><td>P0720</td><td class="s">confirmed</td></tr>
      </table><ul><li>Engine speed: <b>1850</b> rpm<li>Coolant: 91&nbsp;&deg;C
      <li>STFT: -3.1 %<li>Rail pressure 41 bar</ul></body></html>
      """;

  private static ScanText read(String text) {
    return ScanText.read(text, 2026, CATALOG.reportWords());
  }

  @ParameterizedTest
  @CsvSource({"text", "csv", "json", "html"})
  void layoutsOfOneReportGiveOneResult(String layout) {
    String report =
        switch (layout) {
          case "csv" -> CSV;
          case "json" -> JSON;
          case "html" -> HTML;
          default -> TEXT;
        };
    ScanText scan = read(report);
    assertThat(scan.codes())
        .extracting(c -> c.code().circuitText() + " " + c.states() + " " + c.controlUnit())
        .containsExactly(
            "P0340 [CURRENT, STORED] engine control",
            "P0301 [PENDING] engine control",
            "P0720 [STORED] transmission control");
    assertThat(scan.date()).contains(LocalDate.of(2026, 11, 20));
    assertThat(scan.vin()).get().extracting(v -> v.number()).isEqualTo("0HMWS3A07K1000342");
    assertThat(scan.odometer()).get().extracting(r -> r.text()).isEqualTo("88120 mi");
    assertThat(scan.freezeFrame())
        .extracting(f -> f.condition() + " " + f.reading().text())
        .containsExactly(
            "ENGINE_SPEED 1850 1/min",
            "COOLANT 91 °C",
            "SHORT_TRIM -3.1 %",
            "FUEL_PRESSURE 41 bar");
    assertThat(scan.doubtful()).isEmpty();
    for (ScanText.Mark m : scan.marks()) {
      assertThat(m.start()).isBetween(0, m.end() - 1);
      assertThat(m.end()).isLessThanOrEqualTo(report.length());
    }
  }

  @Test
  void findsOfAnHtmlReportPointAtTheirLinesInTheSource() {
    for (ScanText.Found f : read(HTML).found()) {
      assertThat(HTML.lines().toList().get(f.line() - 1))
          .contains(HTML.substring(f.start(), f.end()));
      assertThat(HTML.substring(f.start(), f.start() + 5)).isEqualTo(f.read().code().circuitText());
    }
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "P03G0 stored|P03G0|P0360?",
        "P03X0 stored|P03X0|digits 0-9 or A-F",
        "P4340|P4340|0, 1, 2 or 3",
        "P034012345|P034012345|too long",
        "DTC 0340 current|0340|without its letter",
        "SPN 3251 active|SPN 3251|without its FMI",
        "SPN 3251 FMI 45|SPN 3251 FMI 45|FMI in 0 to 31"
      })
  void whatLooksLikeACodeIsNeverDroppedInSilence(String line, String stretch, String why) {
    ScanText scan = read("one\n" + line + "\nthree");
    assertThat(scan.found()).isEmpty();
    assertThat(scan.doubtful()).hasSize(1);
    assertThat(scan.doubtful().get(0).text()).startsWith(stretch);
    assertThat(said(scan.doubtful().get(0).why())).contains(why);
    assertThat(scan.doubtful().get(0).line()).isEqualTo(2);
  }

  @Test
  void heavyVehiclesAreReadWithTheirCounts() {
    assertThat(read("SPN: 3251  FMI: 2  OC 5 active\nspn 91, fmi 3").codes())
        .extracting(c -> c.code().text() + " x" + c.occurrences() + " " + c.states())
        .containsExactly("SPN 3251 FMI 2 x5 [CURRENT]", "SPN 91 FMI 3 x0 []");
  }

  @ParameterizedTest
  @CsvSource({
    "04/05/2026, ''",
    "14/05/2026, 2026-05-14",
    "04/14/2026, 2026-04-14",
    "4.5.2026, 2026-05-04",
    "2026-13-01, ''"
  })
  void aDateIsTakenOnlyWhereItReadsOneWay(String written, String date) {
    assertThat(read("read on " + written + " P0340").date().map(LocalDate::toString).orElse(""))
        .isEqualTo(date);
  }

  @Test
  void temperaturesAndRangesAreNotTakenForCodes() {
    assertThat(read("88 °C 1200 rpm, 90 C 2000, see P0300-P0304").found())
        .extracting(f -> f.read().code().text())
        .containsExactly("P0300", "P0304");
  }

  /** 49 CFR 565 (from memory): seventeen characters, none of them I, O or Q. */
  private static final String USABLE_VIN = "[A-HJ-NPR-Z0-9]{17}";

  /** Forty thousand inputs that are nearly something: each is read or refused, none throws. */
  @Test
  void malformedInputNeverThrows() {
    Random random = new Random(20261124);
    String alphabet =
        "PCBUpcbuSNFMIspnfmi0123456789OIlXx -.:/[](){}<>\"'&;#,=\n\t°\u0000\u202eÄ\uD83D\uDE80";
    int refused = 0;
    for (int i = 0; i < 4_000; i++) {
      StringBuilder text = new StringBuilder();
      int length = 1 + random.nextInt(45);
      for (int k = 0; k < length; k++) {
        text.append(alphabet.charAt(random.nextInt(alphabet.length())));
      }
      String typed = text.toString();
      if (CodeText.read(typed) instanceof CodeText.Malformed m) {
        assertThat(m.why().key()).startsWith("typed.");
        refused++;
      }
      ScanText scan = read(typed);
      assertThat(scan.found().size() + scan.doubtful().size()).isLessThanOrEqualTo(length);
      VinReading vin = Vin.read(typed, 2026);
      assertThat(!vin.isUsable() || vin.number().matches(USABLE_VIN)).isTrue();
    }
    assertThat(refused).isBetween(3_600, 4_000);
  }

  /** A quadratic reader took minutes. Reports at the limit itself are sent to the application. */
  @Test
  void aLongReportIsReadWholeAndInTime() {
    int times = ScanText.MAX_CHARACTERS / 10 / TEXT.length();
    assertThat(read(TEXT.repeat(times)).found()).hasSize(3 * times);
    double grows = CpuTime.ofFourTimes(times / 10, n -> read(TEXT.repeat(n)));
    assertThat(grows).isLessThan(10);
  }
}
