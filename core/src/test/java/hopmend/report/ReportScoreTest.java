package hopmend.report;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** How well reports are read; the tables stand in docs/REPORTS.md. */
class ReportScoreTest {
  private static final List<String> MADE_WITH =
      List.of(
          "first-set.yaml",
          "sentence-set.yaml",
          "layout-set.yaml",
          "frame-layout-set.yaml",
          "vehicle-layout-set.yaml");

  @ParameterizedTest
  @CsvSource({
    "first-set.yaml, 600",
    "sentence-set.yaml, 129",
    "layout-set.yaml, 266",
    "frame-layout-set.yaml, 55",
    "vehicle-layout-set.yaml, 223"
  })
  void ofTheReportsThatTheReaderWasMadeWithNothingIsMissed(String set, int least) {
    ReportScore score = ReportScore.of(set);
    System.out.println(score.table());
    assertThat(ReportScore.cases(set)).hasSizeGreaterThanOrEqualTo(least);
    assertThat(score.misses()).isEmpty();
  }

  static List<String> otherSets() {
    return ReportScore.sets().stream().filter(n -> !MADE_WITH.contains(n)).toList();
  }

  /** Not written for the reader: a change that reads them worse than before is looked at. */
  @ParameterizedTest
  @MethodSource("otherSets")
  void ofTheOtherReportsNoColumnFallsBehind(String set) {
    ReportScore score = ReportScore.of(set);
    System.out.println(set + "\n" + score.table());
    score
        .counts()
        .forEach(
            (column, n) -> {
              assertThat(n.recall()).as(column + " recall").isGreaterThan(0.92);
              assertThat(n.precision()).as(column + " precision").isGreaterThan(0.95);
            });
  }
}
