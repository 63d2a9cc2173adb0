package hopmend.report;

import static org.assertj.core.api.Assertions.assertThat;

import java.text.Normalizer;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** What programs do to a report on its way changes nothing of what is read in it. */
class ComposedTest {
  private static final Map<String, UnaryOperator<String>> WAYS =
      new TreeMap<>(
          Map.of(
              "accents behind their letters", s -> Normalizer.normalize(s, Normalizer.Form.NFD),
              "a byte order mark", s -> "\ufeff" + s,
              "quoted in a mail",
                  s -> s.lines().map("> "::concat).collect(Collectors.joining("\n")),
              "an empty line behind each", s -> s.replace("\n", "\n\n"),
              "in capitals", s -> s.toUpperCase(Locale.ROOT)));

  static Stream<String> ways() {
    return WAYS.keySet().stream();
  }

  private static boolean isPlain(String report) {
    return !report.contains("<") && !report.contains("{") && report.lines().count() > 2;
  }

  @ParameterizedTest
  @MethodSource("ways")
  void whatIsReadStaysTheSame(String way) {
    List<String> reports =
        ReportScore.cases("layout-set.yaml").stream()
            .map(ReportScore.Case::report)
            .filter(ComposedTest::isPlain)
            .toList();
    // Every second one, for the time that it takes.
    for (int i = 0; i < reports.size(); i += 2) {
      String report = reports.get(i);
      String carried = WAYS.get(way).apply(report);
      assertThat(Told.codes(carried)).as(carried).isEqualTo(Told.codes(report));
      assertThat(Told.read(carried).odometer()).isEqualTo(Told.read(report).odometer());
      assertThat(places(carried)).isEqualTo(places(report));
    }
  }

  /** What stands where codes were found, and whether it stands in the line that is told. */
  private static List<String> places(String report) {
    return Told.read(report).found().stream()
        .map(f -> report.substring(f.start(), f.end()) + isInLine(report, f))
        .map(s -> s.toUpperCase(Locale.ROOT).replaceAll("[\\s>]+", " "))
        .toList();
  }

  private static boolean isInLine(String report, ScanText.Found f) {
    return report.substring(0, f.start()).chars().filter(c -> c == '\n').count() == f.line() - 1;
  }

  @Test
  void oneQuotedLineIsAHeadingAndGapsBetweenBlocksStay() {
    assertThat(Told.codes("> Zorbel\nC1234\n\n> Engine\nP0335\nP0340\n"))
        .isEqualTo("C1234 @Zorbel, P0335 @engine control, P0340 @engine control");
    assertThat(Composed.of("a\n\nb\nc\n\nd\n").places()).isEmpty();
  }
}
