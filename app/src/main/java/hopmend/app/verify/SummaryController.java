package hopmend.app.verify;

import hopmend.app.job.JobDesk;
import hopmend.job.JobEntry;
import hopmend.verify.DriveProof;
import java.time.Duration;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;

/** What the owner takes home, in plain words. */
@Controller
class SummaryController {
  private final JobDesk desk;
  private final Drives drives;

  SummaryController(JobDesk desk, Drives drives) {
    this.desk = desk;
    this.drives = drives;
  }

  @GetMapping("/jobs/{jobId:\\d{1,15}}/summary")
  String summary(@PathVariable long jobId, Model model) {
    JobDesk.OpenJob job = desk.look(jobId);
    List<JobEntry> live = job.workup().state().live();
    Duration taken =
        live.isEmpty()
            ? Duration.ZERO
            : Duration.between(live.get(0).happened(), live.get(live.size() - 1).happened());
    model.addAttribute("job", job.row());
    model.addAttribute("workup", job.workup());
    model.addAttribute("state", job.workup().state());
    model.addAttribute("hours", taken.toMinutes() / 60.0);
    model.addAttribute(
        "driven",
        job.workup().driven(drives.proofs(jobId, job.workup())).map(DriveProof::km).orElse(0.0));
    return "verify/summary";
  }
}
