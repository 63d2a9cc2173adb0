package hopmend.app.relearn;

import hopmend.app.job.HopView;
import hopmend.app.job.JobDesk;
import hopmend.app.job.JobPage;
import hopmend.app.link.RoutineDesk;
import hopmend.job.Hop;
import hopmend.job.JobState;
import hopmend.job.Target;
import hopmend.job.Workup;
import hopmend.relearn.Procedure;
import hopmend.relearn.Routine;
import hopmend.swap.Caution;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** What hop 7 shows: the routines, their conditions, what runs and what came out. */
@Component
class RelearnView implements HopView {
  private final RoutineDesk held;
  private final Clock clock;
  private final Teeth teeth;
  private final Counted counted;

  RelearnView(RoutineDesk held, Clock clock, Teeth teeth, Counted counted) {
    this.counted = counted;
    this.teeth = teeth;
    this.held = held;
    this.clock = clock;
  }

  /**
   * A routine with its last run.
   *
   * @param words the card's words for how it ended; null where it has none
   * @param percent of the expected time that has passed, 0 to 100
   */
  public record Shown(
      Routine routine,
      Optional<JobState.RoutineRun> run,
      Routine.Result words,
      boolean running,
      int percent,
      List<Caution> cautions,
      List<Procedure> withoutLink) {}

  @Override
  public Hop hop() {
    return Hop.RELEARN;
  }

  @Override
  public void read(Model model, JobDesk.OpenJob job) {
    model.addAttribute("aboutTeeth", job.workup().targets().stream().anyMatch(this::readsARing));
    model.addAttribute("uncounted", counted.uncounted(job.row().id(), job.workup()));
    teeth.of(job.row().id(), job.workup().state()).ifPresent(t -> model.addAttribute("teeth", t));
  }

  private boolean readsARing(Target target) {
    return target.procedures().stream().anyMatch(Procedure::learnsTeeth);
  }

  @Override
  public void fill(Model model, JobPage page) {
    List<Shown> shown =
        page.workup().routines().stream()
            .map(r -> shown(r, page.state().routine(r.id()), page.workup()))
            .toList();
    model.addAttribute("routines", shown);
    model.addAttribute("screens", page.state().screens(Hop.RELEARN));
    model.addAttribute(
        "counted", counted.of(page.workup(), (Counted.Texts) model.getAttribute("uncounted")));
    model.addAttribute("byTheMaker", page.workup().taughtByTheMaker());
    model.addAttribute("forgotten", page.workup().forgotten());
    model.addAttribute("withoutTool", page.workup().here().procedures());
    model.addAttribute(
        "cautionsOf",
        page.workup().catalog().procedures().stream()
            .collect(
                Collectors.toMap(
                    Procedure::id, p -> page.workup().catalog().cautions(p.cautions()))));
    model.addAttribute(
        "sessionHeld", held.run(page.row().id()).filter(RoutineDesk.Run::isHeld).isPresent());
    model.addAttribute("running", shown.stream().anyMatch(Shown::running));
  }

  /** How far a routine has come is told as a part of the time that it takes. */
  @Override
  public boolean isStill(Model model, JobPage page) {
    return model.getAttribute("running").equals(false)
        && model.getAttribute("sessionHeld").equals(false);
  }

  private Shown shown(Routine routine, Optional<JobState.RoutineRun> run, Workup workup) {
    boolean running = run.isPresent() && run.get().end().isEmpty();
    int percent =
        running
            ? (int)
                Math.min(
                    99,
                    Duration.between(run.get().at(), clock.instant()).toMillis()
                        / (600 * Math.max(0.1, routine.minutes())))
            : 0;
    return new Shown(
        routine,
        run,
        run.flatMap(JobState.RoutineRun::end).flatMap(e -> routine.result(e.bytes())).orElse(null),
        running,
        percent,
        workup.catalog().cautions(routine.cautions()),
        workup.insteadOf(routine));
  }
}
