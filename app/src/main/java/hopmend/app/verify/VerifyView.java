package hopmend.app.verify;

import hopmend.app.job.HopView;
import hopmend.app.job.JobDesk;
import hopmend.app.job.JobPage;
import hopmend.app.link.VehicleDesk;
import hopmend.job.Hop;
import hopmend.verify.DriveLog;
import hopmend.verify.DriveProof;
import hopmend.verify.DriveTrace;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** What hop 8 shows: what is missing, the monitors, the drive with its proof. */
@Component
class VerifyView implements HopView {
  private final JobDesk desk;
  private final VehicleDesk vehicles;

  VerifyView(JobDesk desk, VehicleDesk vehicles) {
    this.desk = desk;
    this.vehicles = vehicles;
  }

  @Override
  public Hop hop() {
    return Hop.VERIFY;
  }

  @Override
  public void fill(Model model, JobPage page) {
    Optional<DriveLog> log = drive(desk, page.row().id(), page.workup());
    Optional<DriveProof> proof = log.map(page.workup()::driveProof);
    model.addAttribute("readiness", page.workup().readiness().orElse(null));
    model.addAttribute("allowed", page.workup().shop().notReadyAllowed());
    model.addAttribute("proof", proof.orElse(null));
    model.addAttribute("cautions", List.of(page.workup().catalog().caution("road-test")));
    model.addAttribute("signOff", page.workup().signOff(proof));
    proof.ifPresent(p -> model.addAttribute("trace", DriveTrace.draw(log.orElseThrow(), p)));
  }

  /** The kept drive log of a job, read again. */
  static Optional<DriveLog> drive(JobDesk desk, long jobId, hopmend.job.Workup workup) {
    return workup
        .state()
        .drive()
        .flatMap(d -> desk.text(jobId, d.attachment()))
        .flatMap(text -> DriveLog.read(text).log());
  }
}
