package hopmend.app.verify;

import hopmend.app.job.HopView;
import hopmend.app.job.JobDesk;
import hopmend.app.job.JobPage;
import hopmend.job.Fact;
import hopmend.job.Hop;
import hopmend.job.Target;
import hopmend.swap.Caution;
import hopmend.swap.Work;
import hopmend.verify.DriveProof;
import hopmend.verify.SensorProof;
import java.util.List;
import java.util.Optional;
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
   */
  record ToSee(Target target, SensorProof proof, Fact.ProofSeen seen, List<Caution> cautions) {
    static ToSee of(Target target, SensorProof proof) {
      return new ToSee(
          target, proof, target.state().seen(proof.id()).orElse(null), target.cautions(proof));
    }
  }

  @Override
  public void read(Model model, JobDesk.OpenJob job) {
    drives
        .unjudged(job.row().id(), job.workup())
        .ifPresent(text -> model.addAttribute("driveText", text));
  }

  @Override
  public void fill(Model model, JobPage page) {
    Optional<Drives.Judged> drive =
        drives.of(page.row().id(), page.workup(), (String) model.getAttribute("driveText"));
    Optional<DriveProof> proof = drive.map(Drives.Judged::proof);
    model.addAttribute("readiness", page.workup().readiness().orElse(null));
    model.addAttribute("byDrive", page.workup().isProvenBy(Work.Proof.DRIVE));
    model.addAttribute("byMonitors", page.workup().isProvenBy(Work.Proof.MONITORS));
    model.addAttribute("allowed", page.workup().shop().notReadyAllowed());
    model.addAttribute("proof", proof.or(() -> page.workup().toldDrive()).orElse(null));
    model.addAttribute("driveWanted", DriveProof.wanted(page.state().freezeFrame()));
    model.addAttribute("monitorNames", page.workup().monitors());
    model.addAttribute("restsOn", page.workup().restsOn());
    model.addAttribute("cautions", List.of(page.workup().catalog().caution("road-test")));
    model.addAttribute("signOff", page.workup().signOff(proof, page.today()));
    model.addAttribute("several", page.workup().targets().size() > 1);
    model.addAttribute(
        "toSee",
        page.workup().targets().stream()
            .flatMap(t -> t.proofs().stream().map(p -> ToSee.of(t, p)))
            .toList());
    drive.ifPresent(
        d -> {
          model.addAttribute("trace", d.trace());
          model.addAttribute("driveNotes", d.notes());
        });
  }
}
