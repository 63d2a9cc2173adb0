package hopmend.app.owntool;

import hopmend.app.job.HopForms;
import hopmend.app.job.HopScreens;
import hopmend.app.job.HopScreens.Form;
import hopmend.app.job.JobDesk;
import hopmend.app.read.ScanIntake;
import hopmend.app.read.SentReports;
import hopmend.app.web.InputProblem;
import hopmend.app.web.Sent;
import hopmend.app.web.Words;
import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.job.Fact;
import hopmend.verify.SinceCleared;
import jakarta.validation.constraints.NotNull;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** Forms of hops 6 to 8 for a job without our link; the page says to which hop it goes back. */
@HopForms
@RequestMapping("/jobs/{jobId:\\d{1,15}}/own-tool")
class OwnToolController {
  private final HopScreens screens;
  private final JobDesk desk;
  private final ScanIntake intake;
  private final SentReports reports;

  OwnToolController(HopScreens screens, JobDesk desk, ScanIntake intake, SentReports reports) {
    this.reports = reports;
    this.screens = screens;
    this.desk = desk;
    this.intake = intake;
  }

  private static int count(String field, String typed, int least, int most) {
    int number = typed.strip().matches("\\d{1,5}") ? Integer.parseInt(typed.strip()) : -1;
    if (number < least || number > most) {
      throw new InputProblem(field, "Write a whole number, " + least + " to " + most + ".");
    }
    return number;
  }

  /**
   * The codes were cleared.
   *
   * @param minutes that the battery was off
   * @param frameLost why there are no conditions kept beside the codes
   * @param engine what the engine did meanwhile; null where nobody said
   */
  record Cleared(
      @NotNull(message = "Say how they were cleared.") Fact.ClearedBy by,
      String minutes,
      String frameLost,
      Fact.ClearedWhile engine) {}

  @PostMapping("/clear")
  String clear(Form form, @Sent Cleared sent) {
    if (sent.by() == Fact.ClearedBy.OUR_LINK) {
      throw new InputProblem("by", "What our link clears is recorded by itself.");
    }
    boolean battery = sent.by() == Fact.ClearedBy.BATTERY_OFF;
    String vin = desk.look(form.jobId()).workup().state().vehicle().map(v -> v.vin()).orElse("");
    return screens.append(
        form,
        new Fact.CodesCleared(
            vin,
            sent.by(),
            battery && !sent.minutes().isBlank() ? count("minutes", sent.minutes(), 1, 10_000) : 0,
            sent.frameLost().strip(),
            sent.engine()));
  }

  /**
   * What the tool shows after clearing.
   *
   * @param none "yes" where it shows no code
   * @param flashes numbers that the lamp flashes, where there is no tool
   */
  record Shown(String text, String none, String flashes) {}

  @PostMapping("/codes")
  String codes(
      Form form, @Sent Shown sent, @RequestParam(required = false) List<MultipartFile> file) {
    if (sent.none().equals("yes")) {
      return screens.append(
          form, new Fact.CodesRead(Fact.CodeSource.OWN_TOOL, List.of(), List.of(), ""));
    }
    if (!sent.flashes().isBlank()) {
      return screens.append(
          form,
          new Fact.CodesRead(Fact.CodeSource.OWN_TOOL, flashed(sent.flashes()), List.of(), ""));
    }
    String who = form.submission().by().who();
    String text = text(sent, file, who);
    if (text.isBlank()) {
      throw new InputProblem(
          "text", "Paste what it shows, or type its codes; or say that it shows none.");
    }
    ScanIntake.Taken taken = intake.take(text, who);
    desk.look(form.jobId())
        .workup()
        .strangeReport(taken.vins())
        .ifPresent(
            m -> {
              throw new InputProblem("text", Words.of(m));
            });
    desk.append(
        form.jobId(),
        form.submission(),
        List.of(
            new Fact.CodesRead(
                Fact.CodeSource.OWN_TOOL,
                taken.fact().codes(),
                List.of(),
                taken.fact().attachment())),
        Optional.of(taken.kept()));
    return form.done();
  }

  /** A file that will not do is told beside the text; other forms of the page have files too. */
  private String text(Shown sent, List<MultipartFile> file, String who) {
    try {
      return reports.text(sent.text(), file, who);
    } catch (InputProblem e) {
      throw new InputProblem("text", e.getMessage());
    }
  }

  private static List<ReadCode> flashed(String numbers) {
    List<ReadCode> codes = new ArrayList<>();
    for (String number : numbers.strip().split("[\\s,;]+")) {
      if (!number.matches("[1-9]\\d{0,2}")) {
        throw new InputProblem(
            "flashes", "Write the numbers that were counted, for example 21, 35; not " + number);
      }
      codes.add(ReadCode.of(TroubleCode.ofFlashes(Integer.parseInt(number)), CodeState.STORED));
    }
    return codes;
  }

  /** What the tool counts since the codes were cleared; each may be left out. */
  record Counted(String warmUps, String kmSince, String minutesSince) {}

  @PostMapping("/counted")
  String counted(Form form, @Sent Counted sent) {
    return screens.append(
        form,
        new Fact.CountersRead(
            Fact.AskedBy.OWN_TOOL,
            counter("warmUps", sent.warmUps(), SinceCleared.Counter.WARM_UPS),
            counter("kmSince", sent.kmSince(), SinceCleared.Counter.DISTANCE),
            counter("minutesSince", sent.minutesSince(), SinceCleared.Counter.RUN_TIME)));
  }

  private static Integer counter(String field, String typed, SinceCleared.Counter counter) {
    return typed.isBlank() ? null : count(field, typed, 0, counter.most());
  }

  /**
   * Monitors and lamp as the tool shows them.
   *
   * @param monitor their names
   * @param state of each: ready, open, or empty where the tool does not show it
   */
  record Monitors(List<String> monitor, List<String> state, boolean lampOn) {
    List<Fact.MonitorSeen> seen() {
      List<Fact.MonitorSeen> seen = new ArrayList<>();
      for (int i = 0; i < Math.min(monitor.size(), state.size()); i++) {
        if (List.of("ready", "open").contains(state.get(i))) {
          seen.add(new Fact.MonitorSeen(monitor.get(i), state.get(i).equals("ready")));
        }
      }
      return seen;
    }
  }

  @PostMapping("/monitors")
  String monitors(Form form, @Sent Monitors sent) {
    return screens.append(form, new Fact.MonitorsSeen(sent.seen(), sent.lampOn()));
  }

  /**
   * What was taught, with what, and how it ended.
   *
   * @param failure the reason why it failed; empty where it is taught
   * @param confirmed the conditions that were looked at
   */
  record Taught(String what, String words, String failure, List<String> confirmed) {}

  /** What goes on by itself from now on. */
  record Begun(String what) {}

  @PostMapping("/wait")
  String begun(Form form, @Sent Begun sent) {
    double minutes =
        desk.look(form.jobId()).workup().procedures().stream()
            .filter(p -> p.id().equals(sent.what()) && p.waitMinutes() > 0)
            .findFirst()
            .orElseThrow(() -> new InputProblem("", "Nothing is waited for there."))
            .waitMinutes();
    return screens.append(form, new Fact.WaitBegun(sent.what(), minutes));
  }

  @PostMapping("/taught")
  String taught(Form form, @Sent Taught sent) {
    return screens.append(
        form,
        new Fact.TaughtByHand(sent.what(), sent.words().strip(), sent.failure(), sent.confirmed()));
  }

  /** A drive that nothing recorded. */
  record Driven(String minutes, String km, List<String> met) {}

  @PostMapping("/drive")
  String drive(Form form, @Sent Driven sent) {
    return screens.append(
        form,
        new Fact.DriveTold(
            count("minutes", sent.minutes(), 1, 1440),
            count("km", sent.km(), 0, 2000),
            sent.met()));
  }
}
