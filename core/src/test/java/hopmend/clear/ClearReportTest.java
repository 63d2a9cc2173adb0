package hopmend.clear;

import static hopmend.message.English.said;
import static org.assertj.core.api.Assertions.assertThat;

import hopmend.clear.ClearReport.Fate;
import hopmend.fault.CodeRange;
import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

class ClearReportTest {
  private static ReadCode code(String text, CodeState... states) {
    return ReadCode.of(TroubleCode.parse(text), states);
  }

  private static ClearReport.Meanwhile around(ClearReport.LoosePlug... plugs) {
    return new ClearReport.Meanwhile(
        List.of(plugs), List.of(), Optional.empty(), false, ClearedGroup.ALL);
  }

  @Test
  void everyCodeOfEitherReadingIsExplainedTheWorstFirst() {
    ClearReport report =
        ClearReport.of(
            List.of(
                code("P0304", CodeState.STORED), code("P0301-00"), code("P0340", CodeState.STORED)),
            List.of(
                code("P0340", CodeState.STORED),
                code("P0301", CodeState.STORED),
                code("P0420", CodeState.STORED)),
            List.of(
                code("P0420", CodeState.CURRENT),
                code("P0340", CodeState.PERMANENT),
                code("P0113", CodeState.CURRENT, CodeState.PENDING),
                code("P0171", CodeState.PENDING)),
            around(
                new ClearReport.LoosePlug(
                    "intake air plug", CodeRange.parseAll("P0110-P0114"), true)));
    assertThat(report.lines())
        .extracting(l -> l.code().text() + " " + l.fate())
        .containsExactly(
            "P0420 CAME_BACK",
            "P0113 UNPLUGGED_BY_US",
            "P0171 CAME_BACK_PENDING",
            "P0340 PERMANENT_WAITS",
            "P0304 NEVER_HELD",
            "P0301 GONE");
    assertThat(report.lines())
        .allSatisfy(l -> assertThat(said(l.because())).doesNotStartWith("fate."));
    assertThat(report.isClean()).isFalse();
  }

  /** It is another unit's only where none of those that were cleared holds it. */
  @Test
  void aCodeOfSeveralUnitsIsNewIfOneOfThemWasCleared() {
    TroubleCode code = TroubleCode.parse("U0121");
    ReadCode cleared = new ReadCode(TroubleCode.parse("P0340"), Set.of(), "engine control");
    ReadCode engine = new ReadCode(code, Set.of(CodeState.STORED), "engine control");
    ReadCode cluster = new ReadCode(code, Set.of(CodeState.STORED), "instrument cluster");
    assertThat(ClearReport.of(List.of(cleared), List.of(), List.of(cluster), around()).lines())
        .extracting(ClearReport.Line::fate)
        .contains(Fate.OF_ANOTHER_UNIT);
    assertThat(
            ClearReport.of(List.of(cleared), List.of(), List.of(cluster, engine), around()).lines())
        .extracting(ClearReport.Line::fate)
        .contains(Fate.NEW_SINCE)
        .doesNotContain(Fate.OF_ANOTHER_UNIT);
  }

  /** Codes of body, chassis and network are none of the emissions system's: SAE J2012. */
  @Test
  void whatWasNotToBeClearedIsNotSaidToHaveComeBack() {
    List<ReadCode> before =
        List.of(
            code("P0340", CodeState.STORED),
            code("P0420", CodeState.STORED),
            code("C0035", CodeState.STORED),
            code("B1342", CodeState.PENDING));
    List<ReadCode> after =
        List.of(
            code("P0420", CodeState.STORED),
            code("C0035", CodeState.STORED),
            code("B1342", CodeState.PENDING));
    ClearReport.Meanwhile emissions =
        new ClearReport.Meanwhile(
            List.of(), List.of(), Optional.empty(), false, ClearedGroup.EMISSIONS);
    assertThat(ClearReport.of(before, before, after, emissions).lines())
        .extracting(l -> l.code().text() + " " + l.fate())
        .containsExactly("P0420 CAME_BACK", "C0035 LEFT_ALONE", "B1342 LEFT_ALONE", "P0340 GONE");
    List<ReadCode> brakesAlone = List.of(code("C0035", CodeState.STORED));
    assertThat(ClearReport.of(before, before, brakesAlone, emissions).isClean()).isTrue();
    assertThat(ClearReport.of(before, before, brakesAlone, around()).isClean()).isFalse();
  }

  @Test
  void anAcknowledgedClearingIsContradictedOnlyByTheSameCodesAgain() {
    List<ReadCode> before = List.of(code("P0340", CodeState.STORED));
    assertThat(ClearReport.contradicts(before, before)).isTrue();
    assertThat(ClearReport.contradicts(before, List.of())).isFalse();
    assertThat(ClearReport.contradicts(before, List.of(code("P0340", CodeState.PERMANENT))))
        .isFalse();
    assertThat(ClearReport.contradicts(List.of(), List.of())).isFalse();
    List<ReadCode> two = List.of(code("P0340", CodeState.STORED), code("P0117", CodeState.STORED));
    List<ReadCode> turned = new ArrayList<>(two);
    Collections.reverse(turned);
    assertThat(ClearReport.contradicts(two, turned)).as("another order is no change").isTrue();
    assertThat(
            ClearReport.contradicts(
                two,
                List.of(
                    code("P0117", CodeState.STORED, CodeState.CURRENT),
                    code("P0340", CodeState.STORED, CodeState.PERMANENT))))
        .as("nor does it count what fails just now, or is permanent")
        .isTrue();
    List<ReadCode> live = List.of(code("P0117", CodeState.PENDING, CodeState.CURRENT));
    assertThat(ClearReport.contradicts(live, live))
        .as("a fault that is there sets its code anew")
        .isFalse();
    List<ReadCode> waiting = List.of(code("P0340", CodeState.PERMANENT));
    assertThat(ClearReport.contradicts(waiting, waiting))
        .as("no tool erases a permanent code")
        .isFalse();
  }

  @Test
  void whatClearingWillDoIsToldBefore() {
    ClearForecast f =
        ClearForecast.of(
            List.of(
                code("P0340", CodeState.STORED),
                code("P0113", CodeState.STORED),
                code("P0420", CodeState.PERMANENT)),
            List.of(
                new ClearReport.LoosePlug(
                    "intake air plug", CodeRange.parseAll("P0110-P0114"), true)),
            false);
    assertThat(f.lines())
        .extracting(l -> l.code().text() + " " + l.comesBack())
        .containsExactly("P0340 false", "P0113 true", "P0420 true");
    assertThat(said(f.lines().get(1).says())).contains("the intake air plug is still off");
    assertThat(said(f.losses().get(0))).contains("this job has none");
  }

  @Test
  void waitingForItsOwnTestIsClean() {
    ClearReport report =
        ClearReport.of(
            List.of(code("P0340-31", CodeState.STORED)),
            List.of(code("P0340", CodeState.STORED)),
            List.of(code("P0340", CodeState.PERMANENT)),
            around());
    assertThat(report.lines())
        .extracting(ClearReport.Line::fate)
        .containsExactly(Fate.PERMANENT_WAITS);
    assertThat(report.isClean()).isTrue();
  }
}
