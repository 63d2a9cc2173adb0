package hopmend.app.live;

import hopmend.app.job.HopScreens.Form;
import hopmend.app.job.JobDesk;
import hopmend.app.link.Gateway;
import hopmend.app.link.LiveDesk;
import hopmend.app.link.VehicleDesk;
import hopmend.app.web.InputProblem;
import hopmend.app.web.NotHere;
import hopmend.app.web.RequestPath;
import hopmend.app.web.Sent;
import hopmend.job.Fact;
import hopmend.sensor.LiveSignal;
import hopmend.sensor.LiveTrace;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.constraints.Size;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The pane of live values of a job. */
@Controller
@RequestMapping("/jobs/{jobId:\\d{1,15}}/live")
class LiveController {
  private static final List<LiveSignal> USUAL =
      List.of(
          LiveSignal.ENGINE_SPEED, LiveSignal.SPEED, LiveSignal.COOLANT, LiveSignal.MODULE_VOLTAGE);

  private final JobDesk desk;
  private final LiveDesk live;
  private final VehicleDesk vehicles;

  LiveController(JobDesk desk, LiveDesk live, VehicleDesk vehicles) {
    this.desk = desk;
    this.live = live;
    this.vehicles = vehicles;
  }

  @GetMapping
  String page(
      @PathVariable long jobId, @RequestParam(defaultValue = "") List<String> signal, Model model) {
    JobDesk.OpenJob job = desk.look(jobId);
    Optional<LiveDesk.Sampling> sampling = live.look(jobId);
    model.addAttribute("job", job.row());
    model.addAttribute("seen", job.workup().state().lastSequence());
    model.addAttribute("token", UUID.randomUUID());
    List<Gateway> gateways = vehicles.gateways(jobId, vin(job));
    model.addAttribute("offered", vehicles.offered(gateways));
    model.addAttribute("chosen", chosen(signal, sampling));
    model.addAttribute("gateways", gateways);
    model.addAttribute("link", vehicles.state(jobId));
    trace(sampling, model);
    return "live/page";
  }

  /** Those that the address names, else those that are sampled, else the usual ones. */
  private static List<LiveSignal> chosen(List<String> named, Optional<LiveDesk.Sampling> sampling) {
    List<LiveSignal> asked = signals(named);
    return asked.isEmpty() ? sampling.map(LiveDesk.Sampling::signals).orElse(USUAL) : asked;
  }

  private static List<LiveSignal> signals(List<String> names) {
    return Arrays.stream(LiveSignal.values()).filter(s -> names.contains(s.name())).toList();
  }

  /** The traces alone; the page asks for them every second while the sampling runs. */
  @GetMapping("/trace")
  String trace(@PathVariable long jobId, Model model) {
    model.addAttribute("job", desk.look(jobId).row());
    trace(live.look(jobId), model);
    return "live/page :: trace";
  }

  private static void trace(Optional<LiveDesk.Sampling> sampling, Model model) {
    model.addAttribute("sampling", sampling.orElse(null));
    sampling.ifPresent(
        s -> model.addAttribute("drawing", LiveTrace.draw(s.samples(), s.signals())));
  }

  /** By which link, and which values. */
  record Asked(
      String gateway,
      @Size(min = 1, max = 10, message = "Choose one to 10 signals.") List<String> signal) {}

  @PostMapping("/start")
  String start(@PathVariable long jobId, @Sent Asked sent) {
    live.start(jobId, sent.gateway(), vin(desk.look(jobId)), signals(sent.signal()));
    return "redirect:/jobs/" + jobId + "/live";
  }

  @ExceptionHandler({InputProblem.class, Fact.Improper.class})
  String again(
      RuntimeException e, Model model, HttpServletRequest request, HttpServletResponse response) {
    InputProblem.of(e).show(model, response);
    return NotHere.or(() -> page(RequestPath.jobId(request), List.of(), model), model, response);
  }

  @PostMapping("/stop")
  String stop(@PathVariable long jobId) {
    desk.look(jobId);
    live.stop(jobId);
    return "redirect:/jobs/" + jobId + "/live";
  }

  /** Keeps what was sampled as a log of the job. */
  @PostMapping("/keep")
  String keep(Form form, Model model) {
    LiveDesk.Sampling sampling =
        live.look(form.jobId())
            .filter(s -> !s.samples().isEmpty())
            .orElseThrow(() -> new InputProblem("", "Nothing was sampled yet."));
    List<LiveTrace.Sample> samples = sampling.samples();
    String names = String.join(", ", sampling.signals().stream().map(LiveSignal::label).toList());
    JobDesk.Kept kept =
        JobDesk.Kept.of("live values", "text/csv", LiveTrace.csv(samples, sampling.signals()));
    desk.append(
        form.jobId(),
        form.submission(),
        List.of(new Fact.LiveLogged(kept.id().toString(), names, samples.size())),
        Optional.of(kept));
    model.addAttribute("done", samples.size() + " samples are kept with the job.");
    return page(form.jobId(), List.of(), model);
  }

  private static Optional<String> vin(JobDesk.OpenJob job) {
    return job.workup().state().vehicle().map(v -> v.vin());
  }
}
