package hopmend.app.owntool;

import hopmend.app.job.HopForms;
import hopmend.app.job.HopScreens;
import hopmend.app.job.HopScreens.Form;
import hopmend.app.job.JobDesk;
import hopmend.app.read.ScanIntake;
import hopmend.app.web.InputProblem;
import hopmend.app.web.Sent;
import hopmend.job.Fact;
import jakarta.validation.constraints.NotNull;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;

/** Forms of hops 6 to 8 for a job without our link; the page says to which hop it goes back. */
@HopForms
@RequestMapping("/jobs/{jobId:\\d{1,15}}/own-tool")
class OwnToolController {
  private final HopScreens screens;
  private final JobDesk desk;
  private final ScanIntake intake;

  OwnToolController(HopScreens screens, JobDesk desk, ScanIntake intake) {
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
   */
  record Shown(String text, String none) {}

  @PostMapping("/codes")
  String codes(Form form, @Sent Shown sent) {
    if (sent.none().equals("yes")) {
      return screens.append(
          form, new Fact.CodesRead(Fact.CodeSource.OWN_TOOL, List.of(), List.of(), ""));
    }
    if (sent.text().isBlank()) {
      throw new InputProblem(
          "text", "Paste what it shows, or type its codes; or say that it shows none.");
    }
    ScanIntake.Taken taken = intake.take(sent.text(), form.submission().by().who());
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
   */
  record Taught(String what, String words, String failure) {}

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
        form, new Fact.TaughtByHand(sent.what(), sent.words().strip(), sent.failure()));
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
