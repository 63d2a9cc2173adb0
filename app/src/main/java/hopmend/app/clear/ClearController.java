package hopmend.app.clear;

import hopmend.app.job.HopForms;
import hopmend.app.job.HopScreens;
import hopmend.app.job.HopScreens.Form;
import hopmend.app.job.JobDesk;
import hopmend.app.link.LinkProblem;
import hopmend.app.link.Readout;
import hopmend.app.link.VehicleDesk;
import hopmend.app.web.InputProblem;
import hopmend.app.web.Sent;
import hopmend.clear.ClearReport;
import hopmend.clear.ClearedGroup;
import hopmend.job.Fact;
import hopmend.job.Hop;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;

/** Forms of hop 6. The vehicle is talked to first; what it said is recorded afterwards. */
@HopForms
@RequestMapping("/jobs/{jobId:\\d{1,15}}/clear")
class ClearController {
  private final HopScreens screens;
  private final JobDesk desk;
  private final VehicleDesk vehicles;

  ClearController(HopScreens screens, JobDesk desk, VehicleDesk vehicles) {
    this.screens = screens;
    this.desk = desk;
    this.vehicles = vehicles;
  }

  /** By which link. */
  record Asked(String gateway) {}

  /** By which link, and which codes; all where nothing is said. */
  record ToErase(String gateway, ClearedGroup group) {
    ToErase {
      group = group == null ? ClearedGroup.ALL : group;
    }

    Fact.CodesCleared fact(String vin) {
      return new Fact.CodesCleared(vin, group);
    }
  }

  @PostMapping("/read")
  String read(Form form, @Sent Asked sent) {
    return screens.appendAfterwards(
        form, vehicles.read(form.jobId(), sent.gateway(), vin(form.jobId())));
  }

  @PostMapping("/erase")
  String erase(Form form, @Sent ToErase sent) {
    JobDesk.Submission submission = form.submission();
    String vin =
        vin(form.jobId())
            .orElseThrow(() -> new InputProblem("", "Pin the vehicle down in Read first."));
    // The rules are asked before the vehicle is touched, and once more when it is recorded.
    desk.require(form.jobId(), submission, sent.fact(vin));
    Readout before = vehicles.read(form.jobId(), sent.gateway(), Optional.of(vin)).whole();
    JobDesk.Kept keptBefore = JobDesk.Kept.told(before);
    if (!desk.append(
        form.jobId(),
        submission,
        before.facts(keptBefore.id().toString()),
        Optional.of(keptBefore))) {
      return form.done();
    }
    VehicleDesk.Cleared cleared =
        vehicles.clear(form.jobId(), sent.gateway(), Optional.of(vin), sent.group());
    if (cleared
        .after()
        .filter(a -> ClearReport.contradicts(before.codes(), a.codes()))
        .isPresent()) {
      throw new LinkProblem(
          "The vehicle acknowledged, but a second reading shows every code unchanged. Nothing was recorded as cleared. Ignition on, engine off, then try once more.");
    }
    List<Fact> facts = new ArrayList<>(List.of(sent.fact(vin)));
    Optional<JobDesk.Kept> keptAfter = cleared.after().map(JobDesk.Kept::told);
    keptAfter.ifPresent(
        k -> facts.addAll(cleared.after().orElseThrow().factsAfterwards(k.id().toString())));
    desk.append(form.jobId(), submission.further(), facts, keptAfter);
    if (cleared.after().isEmpty()) {
      throw new LinkProblem(
          "The vehicle acknowledged clearing, and that is recorded. What came after could not be read: %s Read the codes again."
              .formatted(cleared.problem()));
    }
    return form.done();
  }

  private Optional<String> vin(long jobId) {
    return desk.look(jobId).workup().state().vehicle().map(v -> v.vin());
  }

  record Overruled(String reason) {}

  @PostMapping("/overrule")
  String overrule(Form form, @Sent Overruled sent) {
    return screens.append(form, new Fact.GateOverruled(Hop.CLEAR, sent.reason().strip()));
  }
}
