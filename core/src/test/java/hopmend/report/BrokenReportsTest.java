package hopmend.report;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Reports that were cut, typed wrongly or pasted into each other are read without fail. */
class BrokenReportsTest {
  private static final String SIGNS = " \n\t,;:/|-.()[]{}<>=@?!\"'`~%°#*+&_€x0159ABPCU";
  private static final int IN_ONE_GO = 1_000;

  private static List<String> reports() throws IOException {
    try (Stream<Path> sets = Files.list(Path.of("src/test/resources/reports"))) {
      return sets.map(p -> p.getFileName().toString())
          .filter(s -> s.endsWith(".yaml"))
          .sorted()
          .flatMap(s -> ReportScore.cases(s).stream())
          .map(ReportScore.Case::report)
          .toList();
    }
  }

  /** A report in which some signs are missing, wrong, twice there, or of another report. */
  private static String broken(List<String> reports, Random random) {
    StringBuilder text = new StringBuilder(any(reports, random));
    for (int left = 1 + random.nextInt(6); left > 0 && text.length() > 3; left--) {
      int from = random.nextInt(text.length());
      int to = Math.min(text.length(), from + 1 + random.nextInt(12));
      char sign = SIGNS.charAt(random.nextInt(SIGNS.length()));
      switch (random.nextInt(6)) {
        case 0 -> text.delete(from, to);
        case 1 -> text.insert(from, sign);
        case 2 -> text.setCharAt(from, sign);
        case 3 -> text.insert(from, text.substring(from, to));
        case 4 -> text.setLength(from + 1);
        default -> {
          String other = any(reports, random);
          int start = random.nextInt(other.length());
          int end = Math.min(other.length(), start + 1 + random.nextInt(60));
          text.insert(from, other, start, end);
        }
      }
    }
    return text.toString();
  }

  private static String any(List<String> reports, Random random) {
    return reports.get(random.nextInt(reports.size()));
  }

  @ParameterizedTest
  @ValueSource(longs = {3, 5, 7})
  void aBrokenReportIsReadAndItsMarksLieWithinIt(long seed) throws IOException {
    List<String> reports = reports();
    Random random = new Random(seed);
    for (int i = 0; i < IN_ONE_GO; i++) {
      String report = broken(reports, random);
      assertThatCode(
              () ->
                  assertThat(Told.read(report).marks())
                      .allMatch(m -> 0 <= m.start() && m.start() <= m.end())
                      .allMatch(m -> m.end() <= report.length()))
          .as(report)
          .doesNotThrowAnyException();
    }
  }

  /** Each of them once ended the reading. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "SPN: 94\nFMI: 94\n",
        "SPN: 600000\nFMI: 3\n",
        "Mileage 188.42,1420,48,90,37.5,ECM",
        "tyres at 166,000.71,952 km. ECU says P0016 current.",
        "Engine (2): P0130 active; P0133 active. Gearbox (0). Brakes (1",
        "P0299 confirmed; nothing in gearbox",
        "ABS C0035 active=- pend",
        "Zorbel: 187443km",
        "Tiene 76k mil. P0135 en el motor",
        "P0427 bestätigt. Rest fehlerfrei.",
        "Motor P0201 - status: aktywny. Sterownik! ABS C0034 aktywny",
        "{\"code\":\"P0299\",\"status\":\"confirmed\",\"odometer_k\":18743}",
        "P0299 confirmed. Odometer 18743 °",
        "Módulo do motor — 2  avarias\nP0201 (ativa)\nMódulo da platafvaria\nB1*****\nDTC 1 of 1 : U0100  LOST COMM ECM  COMM ECM        [",
        "[{\"name\":\"Engine speed\",\"value\":10,\"un+it\":\"rpm\"},{\"name\":\"Coolant temperature\",\"value\":91,\"unit\":\"°C\"},{\"code\":\"P0340\",\"state\":\"stored\"}]",
        "Code,Module,Active,Pending,Confirmed\nP0299,Engine,% load\n*, ,*\nP0715,Transmission, ,*,\nC0035,A",
        "| Module | Code | Status | Odometer |\n|--------|--------|------|{--------|----------| PCM | P0420 | Store",
        "<dtcReport><module id=\"Engine\"><current}<code>P0102</code><code>P0113</code><code><",
        "<vehicle km=\"1\"><module><title>Motor</title><dtc><nr>P0340</nr></dtc><module><title>ABS</t",
      })
  void whatOnceEndedTheReadingIsRead(String report) {
    assertThatCode(() -> Told.read(report)).doesNotThrowAnyException();
  }
}
