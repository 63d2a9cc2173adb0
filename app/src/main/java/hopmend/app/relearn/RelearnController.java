package hopmend.app.relearn;

import hopmend.app.job.HopForms;
import hopmend.app.job.HopScreens;
import hopmend.app.job.HopScreens.Form;
import hopmend.app.job.JobDesk;
import hopmend.app.link.LinkProblem;
import hopmend.app.link.RoutineDesk;
import hopmend.app.link.VehicleDesk;
import hopmend.app.verify.SentLogs;
import hopmend.app.web.HeavyWork;
import hopmend.app.web.InputProblem;
import hopmend.app.web.Sent;
import hopmend.app.web.UploadedText;
import hopmend.app.web.Words;
import hopmend.job.Fact;
import hopmend.job.Hop;
import hopmend.job.JobState;
import hopmend.measure.Reading;
import hopmend.message.Message;
import hopmend.relearn.Routine;
import hopmend.relearn.RoutineState;
import hopmend.relearn.SegmentTrace;
import hopmend.relearn.ToothErrors;
import hopmend.sensor.LiveSignal;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** Forms of hop 7. A routine is recorded as started or ended only when the vehicle said so. */
@HopForms
@RequestMapping("/jobs/{jobId:\\d{1,15}}/relearn")
class RelearnController {
  private final HopScreens screens;
  private final JobDesk desk;
  private final VehicleDesk vehicles;
  private final RoutineDesk routines;
  private final HeavyWork heavy;
  private final SentLogs logs;

  RelearnController(
      HopScreens screens,
      JobDesk desk,
      VehicleDesk vehicles,
      RoutineDesk routines,
      HeavyWork heavy,
      SentLogs logs) {
    this.logs = logs;
    this.routines = routines;
    this.heavy = heavy;
    this.screens = screens;
    this.desk = desk;
    this.vehicles = vehicles;
  }

  /** What was taught by the maker's procedure, where no card tells the routine. */
  record ByHand(String reason) {}

  @PostMapping("/by-hand")
  String byHand(Form form, @Sent ByHand sent) {
    return screens.append(form, new Fact.GateOverruled(Hop.RELEARN, sent.reason().strip()));
  }

  /** Times of the ring's segments, as a scope or a tool wrote them down. */
  @PostMapping("/segments")
  String segments(Form form, @RequestParam(required = false) MultipartFile segments) {
    String csv =
        UploadedText.of(segments)
            .orElseThrow(() -> new InputProblem("segments", "Pick a trace (CSV) first."));
    SegmentTrace.Read read =
        heavy.few(
            "segments", form.submission().by().who(), csv.length(), () -> SegmentTrace.read(csv));
    if (read.trace().flatMap(ToothErrors::learn).isEmpty()) {
      throw new InputProblem(
          "segments",
          read.trace().isEmpty()
              ? Words.of(read.problems())
              : Words.of(Message.of("teeth.never-coasted")));
    }
    String name = UploadedText.name(segments, "segments.csv");
    JobDesk.Kept kept = JobDesk.Kept.of(name, "text/csv", csv);
    desk.append(
        form.jobId(),
        form.submission(),
        List.of(new Fact.SegmentsLogged(kept.id().toString(), name)),
        Optional.of(kept));
    return form.done();
  }

  /** A log of a procedure, in which what it asks for is counted. */
  @PostMapping("/log")
  String log(Form form, @RequestParam(required = false) MultipartFile log) {
    String csv =
        UploadedText.of(log).orElseThrow(() -> new InputProblem("log", "Pick a log (CSV) first."));
    int samples = logs.signals(form, "log", csv).samples().size();
    JobDesk.Kept kept = JobDesk.Kept.of("log of signals", "text/csv", csv);
    String name = UploadedText.name(log, "signals.csv");
    desk.append(
        form.jobId(),
        form.submission(),
        List.of(new Fact.LiveLogged(kept.id().toString(), name, samples)),
        Optional.of(kept));
    return form.done();
  }

  /** Which routine, by which link. */
  record Asked(String routine, String gateway) {}

  @PostMapping("/conditions")
  String conditions(Form form, @Sent Asked sent, Model model) {
    Routine routine = routine(form, sent);
    Map<LiveSignal, Reading> live =
        vehicles.live(form.jobId(), sent.gateway(), vin(form.jobId()), signals(routine));
    model.addAttribute("judged", routine.judge(live));
    model.addAttribute("judgedRoutine", routine.id());
    return screens.show(form.jobId(), Hop.RELEARN, model);
  }

  @PostMapping("/start")
  String start(Form form, @Sent Asked sent) {
    Routine routine = routine(form, sent);
    Fact started = new Fact.RoutineStarted(routine.id(), routine.minutes());
    // The rules are asked before the vehicle is touched, and once more when it is recorded.
    desk.require(form.jobId(), form.submission(), started);
    String bytes =
        routines.start(
            form.jobId(), sent.gateway(), vin(form.jobId()), routine, live -> unmet(routine, live));
    RoutineState state = routine.state(bytes);
    if (!bytes.isEmpty() && state != RoutineState.RUNNING && state != RoutineState.PASSED) {
      String says =
          routine
              .result(bytes)
              .map(r -> r.says() + " " + r.todo())
              .orElse(Words.of(Message.named(state)));
      throw new LinkProblem(
          "The vehicle did not start \"" + routine.name() + "\": " + says.strip());
    }
    return screens.append(form, started);
  }

  private static Optional<String> unmet(Routine routine, Map<LiveSignal, Reading> live) {
    List<String> unmet =
        routine.judge(live).stream()
            .filter(m -> !m.met())
            .map(
                m ->
                    "%s is %s, wanted %s: %s"
                        .formatted(
                            m.condition().signal().label(),
                            m.now().text(),
                            m.condition().wanted(),
                            m.condition().remedy()))
            .toList();
    return unmet.isEmpty()
        ? Optional.empty()
        : Optional.of("Not started. " + String.join("; ", unmet) + ".");
  }

  /** How a started routine stands: by the session that is held, or asked anew after a restart. */
  @PostMapping("/result")
  String result(Form form, @Sent Asked sent) {
    Routine routine = routine(form, sent);
    if (!isRunning(form, routine)) {
      return form.done();
    }
    Optional<RoutineDesk.Run> held =
        routines.run(form.jobId()).filter(r -> r.routine().equals(routine.id()));
    if (held.isEmpty()) {
      return ended(
          form,
          routine,
          vehicles.routineResult(
              form.jobId(), sent.gateway(), vin(form.jobId()), routine.routineId()));
    }
    routines.forget(form.jobId());
    if (!held.get().problem().isEmpty()) {
      throw new LinkProblem(
          held.get().problem()
              + " The controller ends a routine when nobody holds its session: ask once more how it stands, run it again, or give it up.");
    }
    return held.get().isHeld() ? form.done() : ended(form, routine, held.get().bytes());
  }

  /** Asks the controller to stop a routine. */
  @PostMapping("/stop")
  String stop(Form form, @Sent Asked sent) {
    Routine routine = routine(form, sent);
    String bytes = routines.stop(form.jobId());
    routines.forget(form.jobId());
    RoutineState state = routine.state(bytes);
    boolean ended = state == RoutineState.PASSED || state == RoutineState.FAILED;
    return isRunning(form, routine)
        ? screens.append(
            form, new Fact.RoutineEnded(routine.id(), ended ? state : RoutineState.STOPPED, bytes))
        : form.done();
  }

  /** Nobody can say how it ended. */
  @PostMapping("/give-up")
  String giveUp(Form form, @Sent Asked sent) {
    Routine routine = routine(form, sent);
    routines.forget(form.jobId());
    return isRunning(form, routine)
        ? screens.append(form, new Fact.RoutineEnded(routine.id(), RoutineState.UNKNOWN, ""))
        : form.done();
  }

  private boolean isRunning(Form form, Routine routine) {
    return desk.look(form.jobId())
        .workup()
        .state()
        .routine(routine.id())
        .filter((JobState.RoutineRun r) -> r.end().isEmpty())
        .isPresent();
  }

  private String ended(Form form, Routine routine, String bytes) {
    RoutineState state = routine.state(bytes);
    if (state == RoutineState.RUNNING) {
      return form.done();
    }
    RoutineState end = state == RoutineState.NOT_STARTED ? RoutineState.UNKNOWN : state;
    return screens.append(form, new Fact.RoutineEnded(routine.id(), end, bytes));
  }

  private Routine routine(Form form, Asked sent) {
    return desk.look(form.jobId()).workup().routines().stream()
        .filter(r -> r.id().equals(sent.routine()))
        .findFirst()
        .orElseThrow(() -> new InputProblem("routine", "This job asks for no such routine."));
  }

  private static List<LiveSignal> signals(Routine routine) {
    return routine.conditions().stream().map(Routine.Wanted::signal).toList();
  }

  private Optional<String> vin(long jobId) {
    return desk.look(jobId).workup().state().vehicle().map(v -> v.vin());
  }
}
