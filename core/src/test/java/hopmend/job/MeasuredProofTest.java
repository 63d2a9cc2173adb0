package hopmend.job;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.job.Fact.FigureRead;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.prove.Remedy;
import hopmend.verify.DriveLog;
import hopmend.verify.ProofFigure;
import hopmend.verify.SensorProof;
import hopmend.verify.TraceFigure;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** Proofs that are measured: what they ask for, what they take, and what they prove. */
class MeasuredProofTest extends WalkedJob {
  private static FigureRead read(String figure, double value, MeasureUnit unit) {
    return new FigureRead(figure, Reading.of(value, unit));
  }

  private Fact seen(String proof, boolean held, String log, FigureRead... figures) {
    return new Fact.ProofSeen(workup().about().site(), proof, held, "", List.of(figures), log);
  }

  private void cleared(String card, String code) {
    swapped(card, code);
    say(new Fact.CodesCleared("0HMWS3A07K1000342"));
    say(new Fact.CodesRead(Fact.CodeSource.VEHICLE, List.of(), List.of(), ""));
  }

  @Test
  void whatIsTypedIsJudgedInItsUnitAndFollowsFromIt() {
    cleared("wherrill-sedge-12", "P0340");
    FigureRead right = read("offset", 3, MeasureUnit.DEGREE);
    FigureRead wrong = read("offset", 11, MeasureUnit.DEGREE);
    assertThat(refused(seen("in-step", true, "", wrong))).contains("does not suit");
    assertThat(refused(seen("in-step", false, "", right))).contains("does not suit");
    assertThat(refused(seen("in-step", true, "", read("offset", 3, MeasureUnit.VOLT))))
        .contains("every figure");
    assertThat(refused(seen("in-step", true, "", read("other", 3, MeasureUnit.DEGREE))))
        .contains("every figure");
    assertThat(refused(seen("in-step", true, "", right, right))).contains("every figure");
    assertThat(refused(seen("in-step", true, "gone", right))).contains("not kept since");
    say(seen("in-step", false, "", wrong));
    assertThat(missing()).contains("see for yourself: Cam and crank are in step");
    say(seen("in-step", true, "", right));
    assertThat(missing()).doesNotContain("see for yourself: Cam and crank are in step");
    say(seen("lamp", true, ""));
    assertThat(workup().restsOn().stream().map(JobOnPaper::said))
        .contains("One proof of the sensor was measured, one was looked at");
  }

  /** The whole travel of a pedal, from a log as a logger writes it, with a dead spot in track 2. */
  @Test
  void aLogTellsTheFiguresAndWhatItDoesNotTell() {
    cleared("wherrill-plover-10", "P2127");
    SensorProof travel =
        workup().here().proofs().stream()
            .filter(p -> p.id().equals("whole-travel"))
            .findFirst()
            .orElseThrow();
    Map<ProofFigure, TraceFigure.Told> good = workup().here().told(travel, pedal(false));
    assertThat(judged(travel, good)).allMatch(b -> b);
    Map<ProofFigure, TraceFigure.Told> dead = workup().here().told(travel, pedal(true));
    assertThat(judged(travel, dead)).contains(false);
    DriveLog other =
        DriveLog.readSignals("time,rpm\n0,800\n9,800\n", CATALOG.reportWords()).log().orElseThrow();
    assertThat(workup().here().told(travel, other).values())
        .allSatisfy(t -> assertThat(said(t.why().orElseThrow())).contains("no column"));
  }

  private List<Boolean> judged(SensorProof proof, Map<ProofFigure, TraceFigure.Told> told) {
    List<FigureRead> figures =
        told.entrySet().stream()
            .map(e -> new FigureRead(e.getKey().id(), e.getValue().value().orElseThrow()))
            .toList();
    return workup().here().judge(proof, figures).stream()
        .map(j -> j.side() == hopmend.sensor.Band.Side.WITHIN)
        .toList();
  }

  private static DriveLog pedal(boolean deadSpot) {
    StringBuilder csv = new StringBuilder("time (s);APP D (%);APP E (%)\n");
    for (int i = 0; i <= 80; i++) {
      double share = Math.sin(Math.PI * i / 80);
      boolean dead = deadSpot && i > 20 && i < 24;
      csv.append(i / 10.0).append(';').append(16 + 60 * share).append(';');
      csv.append(dead ? 2 : 8 + 30 * share).append('\n');
    }
    return DriveLog.readSignals(csv.toString(), CATALOG.reportWords()).log().orElseThrow();
  }

  /** A repaired wire is proven by what it loses, whatever sensor hangs on it. */
  @Test
  void eachWorkHasAProofOfItsOwn() {
    on("wherrill-sedge-12", "P0340");
    say(
        new Fact.VerdictTaken(
            Remedy.REPAIR_WIRING, "", 0.1, "rubbed through at the clip", "repair-wiring"));
    assertThat(workup().here().proofs())
        .extracting(SensorProof::id)
        .contains("starts", "lamp", "nothing-new", "holds-under-load");
    assertThat(
            workup()
                .here()
                .judge(
                    workup().here().proof("holds-under-load").orElseThrow(),
                    List.of(read("loss", 0.3, MeasureUnit.VOLT))))
        .extracting(j -> said(j.says()))
        .containsExactly("0.3 V is above -100 to 100 mV");
  }
}
