package hopmend.app.prove;

import hopmend.app.job.HopScreens;
import hopmend.app.job.HopScreens.Form;
import hopmend.app.job.JobDesk;
import hopmend.app.job.JobPage;
import hopmend.app.link.LiveDesk;
import hopmend.app.prove.Instruments.Given;
import hopmend.app.web.InputProblem;
import hopmend.app.web.NotHere;
import hopmend.app.web.RequestPath;
import hopmend.app.web.UploadedText;
import hopmend.app.web.Words;
import hopmend.job.Fact;
import hopmend.job.Hop;
import hopmend.job.Target;
import hopmend.job.Workup;
import hopmend.prove.Check;
import hopmend.sensor.LiveSignal;
import hopmend.sensor.LiveTrace;
import hopmend.trace.Capture;
import hopmend.trace.Excerpt;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.multipart.MultipartFile;

/**
 * The page of an instrument: a recording or figures before it, what it sees, and the answer that
 * this is. Looking records nothing.
 */
@Controller
@RequestMapping("/jobs/{jobId:\\d{1,15}}/prove/instrument")
class InstrumentController {
  /** Of the live values so much is judged. */
  private static final double LAST_S = 20;

  private static final int MOST_COLUMNS = 2000;

  private final HopScreens screens;
  private final JobDesk desk;
  private final Instruments instruments;
  private final Recordings recordings;
  private final LiveDesk live;

  InstrumentController(
      HopScreens screens,
      JobDesk desk,
      Instruments instruments,
      Recordings recordings,
      LiveDesk live) {
    this.screens = screens;
    this.desk = desk;
    this.instruments = instruments;
    this.recordings = recordings;
    this.live = live;
  }

  @GetMapping
  String page(@PathVariable long jobId, HttpServletRequest request, Model model) {
    try {
      return page(jobId, request, model, true);
    } catch (InputProblem e) {
      model.addAttribute("problem", e);
      return page(jobId, request, model, false);
    }
  }

  private String page(long jobId, HttpServletRequest request, Model model, boolean looks) {
    JobPage page = screens.frame(jobId, Hop.PROVE, model);
    Target here = page.workup().here();
    Given given = given(jobId, request);
    Optional<Check> check = instrumented(here, given);
    if (check.isEmpty()) {
      return "redirect:/jobs/" + jobId + "/prove";
    }
    InstrumentView view =
        looks
            ? instruments.view(here, page.state().logs(), check.get(), given)
            : instruments.unread(page.state().logs(), check.get(), given);
    model.addAttribute("instrument", view);
    model.addAttribute("kept", new HashMap<>(given.fields()));
    model.addAttribute("cautions", here.cautions(check.get()));
    model.addAttribute("liveNow", live.look(jobId).filter(s -> !s.samples().isEmpty()).isPresent());
    return "prove/instrument";
  }

  private static Optional<Check> instrumented(Target here, Given given) {
    return here.check(given.of("check")).filter(c -> c.instrumented().isPresent());
  }

  private static Given given(long jobId, HttpServletRequest request) {
    Map<String, String> fields = new HashMap<>();
    request.getParameterMap().forEach((k, v) -> fields.put(k, v[0]));
    return new Given(jobId, request.getUserPrincipal().getName(), fields);
  }

  /** Keeps a file with the job and puts it before the instrument. */
  @PostMapping("/keep")
  String keep(
      Form form,
      @RequestParam(defaultValue = "") String check,
      @RequestParam(required = false) MultipartFile trace) {
    String csv =
        UploadedText.of(trace)
            .orElseThrow(() -> new InputProblem("trace", "Pick a recording (CSV) first."));
    Capture.Read read = recordings.read(form.submission().by().who(), csv, Optional.empty());
    // That nothing tells the time can be put right on the page; all else in the file itself.
    if (read.capture().isEmpty() && !read.lacksOnlyItsTime()) {
      throw new InputProblem("trace", Words.of(read.problems()));
    }
    return kept(form, check, UploadedText.name(trace, "recording.csv"), csv, read);
  }

  /** Keeps the last seconds of the live values and puts them before the instrument. */
  @PostMapping("/live")
  String live(Form form, @RequestParam(defaultValue = "") String check) {
    LiveDesk.Sampling sampling =
        live.look(form.jobId())
            .filter(s -> !s.samples().isEmpty())
            .orElseThrow(() -> new InputProblem("trace", "Nothing is sampled. Watch live first."));
    List<LiveTrace.Sample> all = sampling.samples();
    double from = all.get(all.size() - 1).seconds() - LAST_S;
    List<LiveTrace.Sample> last = all.stream().filter(s -> s.seconds() >= from).toList();
    String names =
        sampling.signals().stream().map(LiveSignal::label).collect(Collectors.joining(", "));
    String csv = LiveTrace.csv(last, sampling.signals());
    return kept(form, check, "live: " + names, csv, Capture.read(csv, Optional.empty()));
  }

  private String kept(Form form, String check, String name, String csv, Capture.Read read) {
    JobDesk.Kept kept = JobDesk.Kept.of(name, "text/csv", csv);
    int lines = (int) csv.lines().count();
    desk.append(
        form.jobId(),
        form.submission(),
        List.of(new Fact.LiveLogged(kept.id().toString(), name, lines)),
        Optional.of(kept));
    recordings.take(
        new Recordings.Which(form.jobId(), kept.id().toString(), Optional.empty()), read);
    return "redirect:/jobs/%d/prove/instrument?check=%s&recording=%s"
        .formatted(form.jobId(), check.replaceAll("[^a-z0-9-]", ""), kept.id());
  }

  /** Takes what the instrument sees as the answer to the check. */
  @PostMapping("/answer")
  String answer(Form form, HttpServletRequest request) {
    Workup workup = desk.look(form.jobId()).workup();
    Given given = given(form.jobId(), request);
    Check check =
        instrumented(workup.here(), given)
            .orElseThrow(() -> new InputProblem("", "The sheet has no such check."));
    InstrumentView view = instruments.view(workup.here(), workup.state().logs(), check, given);
    String name =
        view.recordings().stream()
            .map(e -> (Fact.LiveLogged) e.fact())
            .filter(l -> l.attachment().equals(view.recording()))
            .map(Fact.LiveLogged::signals)
            .findFirst()
            .orElse("recording");
    return screens.append(
        form, instruments.answer(view, name.length() > 200 ? name.substring(0, 200) : name, given));
  }

  /** A stretch of a recording, as many figures as its picture has columns. */
  @GetMapping(path = "/samples", produces = MediaType.APPLICATION_JSON_VALUE)
  @ResponseBody
  Excerpt samples(
      @PathVariable long jobId,
      HttpServletRequest request,
      @RequestParam(defaultValue = "") List<String> column,
      @RequestParam(defaultValue = "0") double from,
      @RequestParam(defaultValue = "0") double to,
      @RequestParam(defaultValue = "900") int columns) {
    Given given = given(jobId, request);
    desk.look(jobId);
    Capture capture =
        recordings
            .read(
                given.who(), new Recordings.Which(jobId, given.of("recording"), given.perSecond()))
            .flatMap(Capture.Read::capture)
            .orElseThrow(() -> new NotHere("There is no such recording in this job"));
    return Excerpt.of(capture, column, from, to, Math.max(10, Math.min(columns, MOST_COLUMNS)));
  }

  @ExceptionHandler({InputProblem.class, Fact.Improper.class})
  String again(
      RuntimeException e, Model model, HttpServletRequest request, HttpServletResponse response) {
    InputProblem.of(e).show(model, response);
    return NotHere.or(
        () -> page(RequestPath.jobId(request), request, model, canLook(e)), model, response);
  }

  /** Whether what was given can be shown with what it tells beside the problem. */
  private static boolean canLook(RuntimeException e) {
    return InputProblem.of(e).field().equals("given") || InputProblem.of(e).field().isEmpty();
  }
}
