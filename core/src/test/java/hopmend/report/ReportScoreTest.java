package hopmend.report;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** How well reports are read; the tables stand in docs/REPORTS.md. */
class ReportScoreTest {
  @ParameterizedTest
  @CsvSource({"first-set.yaml, 359", "sentence-set.yaml, 129"})
  void ofTheReportsThatTheReaderWasMadeWithNothingIsMissed(String set, int least) {
    ReportScore score = ReportScore.of(set);
    System.out.println(score.table());
    assertThat(ReportScore.cases(set)).hasSizeGreaterThanOrEqualTo(least);
    assertThat(score.misses()).isEmpty();
  }

  /** Not written for the reader: a change that reads them worse than before is looked at. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "second-set.yaml",
        "third-set.yaml",
        "fourth-set.yaml",
        "fifth-set.yaml",
        "sixth-set.yaml",
        "seventh-set.yaml",
        "eighth-set.yaml",
        "ninth-set.yaml",
        "tenth-set.yaml",
        "eleventh-set.yaml",
        "twelfth-set.yaml",
        "thirteenth-set.yaml",
        "fourteenth-set.yaml",
        "fifteenth-set.yaml",
        "sixteenth-set.yaml",
        "seventeenth-set.yaml",
        "eighteenth-set.yaml",
        "nineteenth-set.yaml",
        "twentieth-set.yaml",
        "twenty-first-set.yaml",
        "twenty-second-set.yaml",
        "twenty-third-set.yaml",
        "twenty-fourth-set.yaml",
        "twenty-fifth-set.yaml",
        "twenty-sixth-set.yaml",
        "twenty-seventh-set.yaml",
        "twenty-eighth-set.yaml",
        "twenty-ninth-set.yaml",
        "thirtieth-set.yaml",
        "thirty-first-set.yaml",
        "thirty-second-set.yaml",
        "thirty-third-set.yaml",
        "thirty-fourth-set.yaml",
        "thirty-fifth-set.yaml",
        "thirty-sixth-set.yaml",
        "thirty-seventh-set.yaml",
        "thirty-eighth-set.yaml",
        "thirty-ninth-set.yaml",
        "fortieth-set.yaml",
        "forty-first-set.yaml",
        "forty-second-set.yaml",
        "forty-third-set.yaml",
        "forty-fourth-set.yaml",
        "forty-fifth-set.yaml",
        "forty-sixth-set.yaml",
        "forty-seventh-set.yaml",
        "forty-eighth-set.yaml",
        "forty-ninth-set.yaml",
        "fiftieth-set.yaml",
        "fifty-first-set.yaml",
        "fifty-second-set.yaml"
      })
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
