package hopmend.app.verify;

import hopmend.app.job.HopView;
import hopmend.app.job.JobDesk;
import hopmend.app.job.JobPage;
import hopmend.job.Fact;
import hopmend.job.Hop;
import hopmend.job.JobEntry;
import hopmend.job.Target;
import hopmend.measure.MeasureUnit;
import hopmend.sensor.Band;
import hopmend.swap.Caution;
import hopmend.swap.Work;
import hopmend.verify.DriveProof;
import hopmend.verify.ProofFigure;
import hopmend.verify.SensorProof;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** What hop 8 shows: what is missing, the monitors, the drive with its proof. */
@Component
class VerifyView implements HopView {
  private final Drives drives;

  VerifyView(Drives drives) {
    this.drives = drives;
  }

  @Override
  public Hop hop() {
    return Hop.VERIFY;
  }

  /**
   * What has to be seen of a sensor.
   *
   * @param seen what was, null before anybody looked
   * @param who said so; empty before
   * @param judged the figures that were read, each against what is right
   * @param cautions what can hurt and stands at none before it
   * @param asAbove names of those that stand at one before it
   */
  public record ToSee(
      Target target,
      SensorProof proof,
      Fact.ProofSeen seen,
      String who,
      List<Band.Judgement> judged,
      List<Caution> cautions,
      List<String> asAbove) {
    /**
     * @param shown the cautions that stand above already; those of this one are added
     */
    static ToSee of(Target target, SensorProof proof, Set<String> shown) {
      Optional<JobEntry> entry = target.state().seenBy(proof.id());
      Fact.ProofSeen seen = entry.map(e -> (Fact.ProofSeen) e.fact()).orElse(null);
      List<Caution> all = seen != null && seen.held() ? List.<Caution>of() : target.cautions(proof);
      List<Caution> fresh = all.stream().filter(c -> shown.add(c.id())).toList();
      return new ToSee(
          target,
          proof,
          seen,
          entry.map(JobEntry::madeBy).orElse(""),
          seen == null ? List.of() : target.judge(proof, seen.figures()),
          fresh,
          all.stream().filter(c -> !fresh.contains(c)).map(Caution::hazard).toList());
    }

    /** The figures that are judged here, each with what is right. */
    public List<Asked> figures() {
      return target.figures(proof).stream()
          .map(f -> new Asked(f, target.band(proof, f).orElseThrow()))
          .toList();
    }
  }

  /** A figure that a proof asks for. */
  public record Asked(ProofFigure figure, Band band) {}

  @Override
  public void read(Model model, JobDesk.OpenJob job) {
    model.addAttribute("driveTexts", drives.unjudged(job.row().id(), job.workup()));
  }

  @Override
  public void fill(Model model, JobPage page) {
    Drives.Texts texts = (Drives.Texts) model.getAttribute("driveTexts");
    List<Drives.Judged> driven = drives.of(page.row().id(), page.workup(), texts);
    List<DriveProof> proofs = driven.stream().map(Drives.Judged::proof).toList();
    Optional<DriveProof> proof = page.workup().driven(proofs);
    model.addAttribute("readiness", page.workup().readiness().orElse(null));
    model.addAttribute("byDrive", page.workup().isProvenBy(Work.Proof.DRIVE));
    model.addAttribute("byMonitors", page.workup().isProvenBy(Work.Proof.MONITORS));
    model.addAttribute("allowed", page.workup().notReadyAllowed());
    model.addAttribute("proof", proof.orElse(null));
    model.addAttribute("driven", driven);
    model.addAttribute("trips", proofs.stream().filter(DriveProof::isTrip).count());
    model.addAttribute("lessons", page.workup().lessons(proofs));
    model.addAttribute("goes", page.workup().goesByItself(proofs));
    model.addAttribute("driveWanted", page.workup().driveWanted());
    model.addAttribute("monitorNames", page.workup().monitors());
    model.addAttribute("restsOn", page.workup().restsOn());
    model.addAttribute("cautions", List.of(page.workup().catalog().caution("road-test")));
    model.addAttribute("signOff", page.workup().signOff(proofs, page.today()));
    model.addAttribute("asked", page.workup().here().askedByProofs());
    model.addAttribute("shown", ShownPlan.of(page.workup().drivePlan(proofs), page.workup()));
    model.addAttribute("distanceUnits", MeasureUnit.KILOMETRE.siblings());
    model.addAttribute("screens", page.state().screens(Hop.VERIFY));
    model.addAttribute("logs", page.state().logs());
    model.addAttribute("recordings", page.state().recordings());
    model.addAttribute("several", page.workup().targets().size() > 1);
    Set<String> cautionsAbove = new HashSet<>();
    model.addAttribute(
        "toSee",
        page.workup().targets().stream()
            .flatMap(t -> t.proofs().stream().map(p -> ToSee.of(t, p, cautionsAbove)))
            .toList());
  }
}
