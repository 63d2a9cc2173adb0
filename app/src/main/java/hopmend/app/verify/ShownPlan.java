package hopmend.app.verify;

import hopmend.app.web.Words;
import hopmend.drawing.Drawing;
import hopmend.job.Workup;
import hopmend.measure.MeasureUnit;
import hopmend.message.Message;
import hopmend.relearn.Procedure;
import hopmend.verify.DrivePlan;
import hopmend.verify.DriveProof;
import hopmend.verify.DriveStrip;
import java.util.List;

/** The drive that is still to be driven, as pages show it. */
public record ShownPlan(DrivePlan plan, Drawing strip, List<Line> lines) {
  /**
   * A stretch with its number.
   *
   * @param why for what it is driven
   */
  public record Line(int number, DrivePlan.Leg leg, List<String> why) {
    public double fromKmh() {
      return Math.min(leg.phase().fromKmh(), leg.toKmh());
    }
  }

  static ShownPlan of(DrivePlan plan, Workup workup) {
    List<String> conditions =
        workup.driveWanted().stream().map(DriveProof.Requirement::id).toList();
    List<Procedure> procedures = workup.procedures();
    List<Line> lines =
        plan.legs().stream()
            .map(
                l ->
                    new Line(
                        1 + plan.legs().indexOf(l),
                        l,
                        l.why().stream().map(w -> named(w, conditions, procedures)).toList()))
            .toList();
    return new ShownPlan(plan, DriveStrip.draw(plan, Words.wording()), lines);
  }

  private static String named(String need, List<String> conditions, List<Procedure> procedures) {
    if (conditions.contains(need)) {
      return Words.of(Message.of("drive." + need));
    }
    return procedures.stream()
        .filter(p -> p.id().equals(need))
        .map(Procedure::name)
        .findFirst()
        .orElse(need);
  }

  public boolean isEmpty() {
    return plan.legs().isEmpty() && plan.cannot().isEmpty();
  }

  public MeasureUnit speeds() {
    return MeasureUnit.KILOMETRE_PER_HOUR;
  }
}
