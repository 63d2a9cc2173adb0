package hopmend.job;

import hopmend.swap.Step;
import java.util.Optional;

/**
 * What may be added to a job. Two people may work on one job: an entry that does not contradict
 * what the other has added goes in; one that would is refused with "this changed, look again".
 */
public final class JobRules {
  private JobRules() {}

  /**
   * Whether a fact may be added.
   *
   * @param seen the last sequence that the person had before them
   * @return empty if it may
   */
  public static Optional<Refusal> refuse(Workup w, Fact fact, long seen) {
    JobState state = w.state();
    if (state.signedOff().isPresent()
        && !(fact instanceof Fact.Struck)
        && !(fact instanceof Fact.NoteAdded)) {
      return Optional.of(
          Refusal.gate("The job is signed off. Undo the sign-off first, or add a note."));
    }
    if (fact instanceof Fact.Struck s) {
      return strike(state, s);
    }
    if (fact instanceof Fact.CheckAnswered f) {
      return newer(
          state, seen, e -> e instanceof Fact.CheckAnswered o && o.check().equals(f.check()));
    }
    if (fact instanceof Fact.StepTicked f) {
      return tick(w, f);
    }
    if (fact instanceof Fact.PartChosen) {
      return newer(state, seen, e -> e instanceof Fact.PartChosen);
    }
    if (fact instanceof Fact.VerdictTaken) {
      return newer(
          state, seen, e -> e instanceof Fact.VerdictTaken || e instanceof Fact.CheckAnswered);
    }
    if (fact instanceof Fact.VehicleIdentified) {
      return newer(state, seen, e -> e instanceof Fact.VehicleIdentified);
    }
    if (fact instanceof Fact.CodesCleared) {
      return HopLine.clearGate(w).map(g -> Refusal.gate("Clearing is blocked " + g + "."));
    }
    if (fact instanceof Fact.SignedOff) {
      return newer(state, seen, e -> !(e instanceof Fact.NoteAdded));
    }
    return Optional.empty();
  }

  private interface Contradicts {
    boolean by(Fact fact);
  }

  private static Optional<Refusal> newer(JobState state, long seen, Contradicts contradicts) {
    return state.live().stream()
        .filter(e -> e.sequence() > seen && contradicts.by(e.fact()))
        .findFirst()
        .map(
            e ->
                Refusal.changed(
                    "%s added something that bears on this after you opened the page. Look again, then decide."
                        .formatted(e.who())));
  }

  private static Optional<Refusal> strike(JobState state, Fact.Struck s) {
    if (state.entry(s.sequence()).isEmpty()) {
      return Optional.of(Refusal.bad("There is no entry " + s.sequence() + " to undo."));
    }
    return state
        .struckBy(s.sequence())
        .map(
            by ->
                Refusal.changed(
                    "%s has already undone entry %d.".formatted(by.who(), s.sequence())));
  }

  private static Optional<Refusal> tick(Workup w, Fact.StepTicked f) {
    JobState.Ticked before = w.state().ticks().get(f.step());
    if (before != null) {
      return Optional.of(Refusal.changed(before.who() + " has already ticked this step."));
    }
    Optional<Step> step = w.workOrder().flatMap(o -> o.step(f.step()));
    if (step.isEmpty()) {
      return Optional.of(Refusal.bad("The work order has no step " + f.step() + "."));
    }
    if (step.get().fastener().isPresent() && f.torque() == null) {
      return Optional.of(Refusal.bad("Enter the tightness that was applied."));
    }
    Optional<Step> open =
        w.workOrder().orElseThrow().steps().stream()
            .takeWhile(s -> !s.id().equals(f.step()))
            .filter(s -> s.cautions().stream().anyMatch(c -> c.hardStop()))
            .filter(s -> !w.state().ticks().containsKey(s.id()))
            .findFirst();
    return open.map(s -> Refusal.gate("Hard stop: first \"" + s.brief() + "\"."));
  }
}
