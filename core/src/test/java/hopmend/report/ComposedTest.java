package hopmend.report;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.catalog.Shipped;
import java.text.Normalizer;
import java.util.List;
import java.util.Locale;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** What programs do to a report on its way changes nothing of what is read in it. */
class ComposedTest {
  /** Each way is tried with every so manieth layout, for the time that it takes. */
  private static final int STEP = 5;

  private static final List<String> LAYOUTS =
      ReportScore.cases("layout-set.yaml").stream()
          .map(ReportScore.Case::report)
          .filter(r -> r.lines().count() > 2)
          .toList();

  static Stream<Arguments> ways() {
    return IntStream.range(0, ReportSweep.WAYS.size())
        .mapToObj(i -> Arguments.of(ReportSweep.WAYS.get(i), i % STEP));
  }

  @ParameterizedTest
  @MethodSource("ways")
  void whatIsReadStaysTheSame(ReportSweep.Way way, int first) {
    int tried = 0;
    for (int i = first; i < LAYOUTS.size(); i += STEP) {
      String report = LAYOUTS.get(i);
      if (way.isFor(report)) {
        String carried = way.change().apply(report);
        assertThat(ReportSweep.told(carried)).as(carried).isEqualTo(ReportSweep.told(report));
        if (!report.contains("SPN")) {
          assertThat(places(carried)).as(carried).isEqualTo(places(report));
        }
        tried++;
      }
    }
    assertThat(tried).isGreaterThan(1);
  }

  /** Which codes stand where they were found, and whether they stand in the line that is told. */
  private static List<String> places(String report) {
    return Told.read(report).found().stream()
        .map(f -> plain(report.substring(f.start(), f.end())).substring(0, 5) + isInLine(report, f))
        .toList();
  }

  private static String plain(String written) {
    return Normalizer.normalize(written, Normalizer.Form.NFKC)
        .toUpperCase(Locale.ROOT)
        .replaceAll("[^0-9A-Z:-]+", " ")
        .strip();
  }

  private static boolean isInLine(String report, ScanText.Found f) {
    return report.substring(0, f.start()).split("\r\n|\n\f|[\n\r\f\u2028]", -1).length == f.line();
  }

  /** Lines may be broken or whole, and as long as they like: no visible sign is lost. */
  @Test
  void joinedLinesKeepAllThatStoodInThem() {
    String line = "It came in with a lamp and the driver says it was there since the bridge near ";
    for (int more = 0; more < 80; more++) {
      String report =
          line
              + "x".repeat(more)
              + " the old harbour P0340 stored and P0300 pending after that\nand now"
              + " it is fine\nP0335 stored\n";
      assertThat(Told.codes(report)).as(report).contains("P0340", "P0300", "P0335");
      String composed = Composed.of(report, Shipped.CATALOG.reportWords()).text();
      assertThat(composed.replaceAll("\\s", "")).isEqualTo(report.replaceAll("\\s", ""));
    }
  }

  @Test
  void oneQuotedLineIsAHeadingAndGapsBetweenBlocksStay() {
    assertThat(Told.codes("> Zorbel\nC1234\n\n> Engine\nP0335\nP0340\n"))
        .isEqualTo("C1234 @Zorbel, P0335 @engine control, P0340 @engine control");
    assertThat(Composed.of("a\n\nb\nc\n\nd\n", Shipped.CATALOG.reportWords()).starts()).isEmpty();
  }

  /** What looks like the work of a program, and tells something. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        // bullets that a legend explains
        "● = current, ○ = history\\n● P0335\\n○ P0340 | P0335 current, P0340 history",
        // running numbers before units, with lines between them
        "1. Engine\\n   P0403 current\\n2. ABS\\n   C0021 history"
            + " | P0403 current @engine control, C0021 history @brake control",
        // running numbers in a column that has its name
        "No\\tCode\\tUnit\\tState\\n1\\tP0299\\tEngine\\tstored\\n2\\t-\\tABS\\tno faults"
            + " | P0299 stored @engine control",
        // a list of codes as long as lines of mails
        "P0299 turbocharger underboost condition detected by the engine stored\\n"
            + "P0715 input speed sensor circuit, gearbox, seen when pending"
            + " | P0299 stored @engine control, P0715 pending @transmission control",
        // capitals at the ends of quotes look like letters of another encoding
        "Défaut «MÉMORISÉ» : P0335 | P0335 stored",
        // a sign of equality before two figures is none of a mail
        "STATE=DEFECT\\nP0335=current | P0335 current",
        // a question is no lost letter
        "Cause? P0335 stored | P0335 stored",
      })
  void whatTellsSomethingStays(String report, String told) {
    assertThat(Told.codes(report.replace("\\n", "\n").replace("\\t", "\t"))).isEqualTo(told);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        // a mail that was broken where a unit was told
        "Das Fahrzeug kam gestern mit Kontrollleuchte. Das Motorsteuergerät zeigt\\n"
            + "P0335 als aktiv und P0340 als sporadisch an. Das Airbagsteuergerät hat\\n"
            + "B0100 gespeichert."
            + " | P0335 current @engine control, P0340 history @engine control, B0100 stored @restraint control",
        "Motorsteuerger?t: P0335 gespeichert\\nT?rsteuerger?t: B1342 sporadisch"
            + " | P0335 stored @engine control, B1342 history @door control",
        "<html><head><title>Report 7</title></head><body><h1>Scan</h1><pre>\\n"
            + "Module      Code     State\\nEngine      P0299    confirmed\\n</pre></body></html>"
            + " | P0299 stored @engine control",
        "Code\\tStatus\\nP0335\\tstored\\nP0340\\tactive | P0335 stored, P0340 current",
        "P0088\\nActive\\tno\\nP0191\\nActive\\tyes | P0088 history, P0191 current",
      })
  void whatProgramsDidIsUndone(String report, String told) {
    assertThat(Told.codes(report.replace("\\n", "\n").replace("\\t", "\t"))).isEqualTo(told);
  }
}
