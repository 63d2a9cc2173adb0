package hopmend.report;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.report.ReportScore.Column;
import java.util.EnumSet;
import org.junit.jupiter.api.Test;

/** How well reports are read; the tables stand in docs/REPORTS.md. */
class ReportScoreTest {
  @Test
  void ofTheReportsThatTheReaderWasMadeWithNothingIsMissed() {
    ReportScore score = ReportScore.of("first-set.yaml");
    System.out.println(score.table());
    assertThat(ReportScore.cases("first-set.yaml")).hasSizeGreaterThanOrEqualTo(150);
    assertThat(score.misses()).isEmpty();
  }

  /** Written before the reader and not tuned to: a change that reads them worse is looked at. */
  @Test
  void ofTheReportsThatItWasNotTunedToNoColumnFallsBehind() {
    ReportScore score = ReportScore.of("second-set.yaml");
    System.out.println(score.table());
    for (Column column : EnumSet.of(Column.CODE, Column.TYPE, Column.FRAME, Column.NONE)) {
      assertThat(score.counts().get(column).recall()).as(column + " recall").isGreaterThan(0.97);
    }
    for (Column column : EnumSet.of(Column.STATUS, Column.UNIT, Column.ODOMETER)) {
      assertThat(score.counts().get(column).recall()).as(column + " recall").isGreaterThan(0.9);
    }
    score.counts().forEach((c, n) -> assertThat(n.precision()).as(c.name()).isGreaterThan(0.97));
  }
}
