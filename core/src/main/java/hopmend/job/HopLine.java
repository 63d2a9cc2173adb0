package hopmend.job;

import hopmend.clear.ClearReport;
import hopmend.fault.TroubleCode;
import hopmend.prove.Verdict;
import hopmend.swap.Caution;
import hopmend.swap.Ledger;
import hopmend.swap.Step;
import hopmend.swap.Work;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** The line of eight hops of a job: where each stands and which one is next. */
public record HopLine(List<Standing> standings) {
  public HopLine {
    standings = List.copyOf(standings);
  }

  /**
   * Computes the line.
   *
   * @param now for the time left of what is waiting
   */
  public static HopLine of(Workup w, Instant now) {
    return new HopLine(
        List.of(
            read(w), prove(w), find(w), pick(w), swap(w), clear(w), relearn(w, now), verify(w)));
  }

  public Standing at(Hop hop) {
    return standings.get(hop.ordinal());
  }

  /** The first hop that is neither done nor blocked; the last hop if all are. */
  public Hop next() {
    return Stream.of(Hop.values())
        .filter(h -> at(h).kind() != Standing.Kind.DONE && at(h).kind() != Standing.Kind.BLOCKED)
        .findFirst()
        .orElse(Hop.VERIFY);
  }

  private static Standing read(Workup w) {
    if (w.state().codes().isEmpty()) {
      return Standing.of(Hop.READ, Standing.Kind.NOT_STARTED, "no codes yet");
    }
    int n = w.state().codes().size();
    String codes = n + (n == 1 ? " code" : " codes");
    if (w.state().vehicle().isEmpty()) {
      return Standing.of(Hop.READ, Standing.Kind.OPEN, codes + ", which vehicle?");
    }
    if (w.sheet().isEmpty()) {
      return Standing.of(Hop.READ, Standing.Kind.DONE, codes + ", no sensor accused");
    }
    String on = w.workOn().map(TroubleCode::text).orElseGet(() -> "the " + w.here().name());
    return Standing.of(Hop.READ, Standing.Kind.DONE, codes + ", work on " + on);
  }

  private static Standing prove(Workup w) {
    if (at(read(w)) != Standing.Kind.DONE) {
      return Standing.of(Hop.PROVE, Standing.Kind.BLOCKED, "by Read");
    }
    if (w.state().verdict().isPresent()) {
      String taken =
          w.here().work().map(Work::name).orElse(w.state().verdict().get().remedy().label());
      return Standing.of(Hop.PROVE, Standing.Kind.DONE, taken);
    }
    Optional<Caution> unanswered = w.unanswered();
    if (unanswered.isPresent()) {
      return Standing.of(Hop.PROVE, Standing.Kind.OPEN, answerFor(unanswered.get()));
    }
    if (w.accusesNoSensor()) {
      return Standing.of(Hop.PROVE, Standing.Kind.OPEN, "say what it is");
    }
    int answered = w.state().answers().size();
    Verdict v = w.verdict().orElseThrow();
    if (v.remedy().isPresent()) {
      return Standing.of(Hop.PROVE, Standing.Kind.OPEN, "verdict ready to take");
    }
    return answered == 0
        ? Standing.of(Hop.PROVE, Standing.Kind.NOT_STARTED, "no check yet")
        : Standing.of(
            Hop.PROVE,
            Standing.Kind.OPEN,
            answered + (answered == 1 ? " check" : " checks") + " answered");
  }

  private static String answerFor(Caution c) {
    return "first made safe: " + c.id().replace('-', ' ');
  }

  private static Standing.Kind at(Standing s) {
    return s.kind();
  }

  private static Standing find(Workup w) {
    if (w.accusesNoSensor()) {
      return Standing.of(Hop.FIND, Standing.Kind.DONE, "no sensor to find");
    }
    if (w.site().isEmpty()) {
      return at(read(w)) == Standing.Kind.DONE
          ? Standing.of(Hop.FIND, Standing.Kind.OPEN, "no site on the card")
          : Standing.of(Hop.FIND, Standing.Kind.BLOCKED, "by Read");
    }
    if (w.here().work().filter(k -> !k.goesThere()).isPresent()) {
      return Standing.of(Hop.FIND, Standing.Kind.DONE, "nobody has to get there");
    }
    if (w.state().site().isEmpty()) {
      return Standing.of(Hop.FIND, Standing.Kind.NOT_STARTED, "stand before it");
    }
    return w.other(t -> t.state().site().isEmpty() && t.work().filter(Work::goesThere).isPresent())
        .map(t -> Standing.of(Hop.FIND, Standing.Kind.OPEN, "then the " + t.name()))
        .orElseGet(() -> Standing.of(Hop.FIND, Standing.Kind.DONE, w.site().get().site().name()));
  }

  private static Standing pick(Workup w) {
    Standing here = pickHere(w);
    return at(here) != Standing.Kind.DONE
        ? here
        : w.other(Target::wantsPart)
            .map(t -> Standing.of(Hop.PICK, Standing.Kind.OPEN, "then for the " + t.name()))
            .orElse(here);
  }

  private static Standing pickHere(Workup w) {
    if (w.isWithoutPart()) {
      return Standing.of(Hop.PICK, Standing.Kind.DONE, "no part needed");
    }
    if (w.state().verdict().isEmpty() && at(read(w)) == Standing.Kind.DONE) {
      return Standing.of(Hop.PICK, Standing.Kind.BLOCKED, "by Prove");
    }
    if (w.site().isEmpty()) {
      return Standing.of(Hop.PICK, Standing.Kind.BLOCKED, "by Read");
    }
    if (w.state().part().isEmpty()) {
      return Standing.of(Hop.PICK, Standing.Kind.NOT_STARTED, "no part chosen");
    }
    return w.state().compared().isPresent()
        ? Standing.of(Hop.PICK, Standing.Kind.DONE, w.state().part().get().number())
        : Standing.of(Hop.PICK, Standing.Kind.OPEN, "compare old and new");
  }

  private static Standing swap(Workup w) {
    if (w.here().isOnlyNoted()) {
      return w.state().repair().isPresent()
          ? Standing.of(Hop.SWAP, Standing.Kind.DONE, "repair recorded")
          : Standing.of(Hop.SWAP, Standing.Kind.OPEN, "record the repair");
    }
    Standing pick = pick(w);
    if (at(pick) != Standing.Kind.DONE) {
      return Standing.of(
          Hop.SWAP,
          Standing.Kind.BLOCKED,
          at(pick) == Standing.Kind.BLOCKED ? pick.words() : "by Pick");
    }
    Optional<Caution> unanswered = w.unanswered();
    if (unanswered.isPresent()) {
      return Standing.of(Hop.SWAP, Standing.Kind.OPEN, answerFor(unanswered.get()));
    }
    List<Step> steps = w.workOrder().orElseThrow().steps();
    Ledger ledger = w.ledger();
    long done = steps.stream().filter(s -> w.ticks().containsKey(s.id())).count();
    String progress =
        steps.isEmpty()
            ? "nothing to change"
            : done + " of " + steps.size() + (steps.size() == 1 ? " step" : " steps");
    if (done == steps.size() && ledger.isSettled()) {
      return worked(w, progress);
    }
    String owed = ledger.isSettled() ? "" : ", " + ledger.owed() + " owed";
    return done == 0
        ? Standing.of(
            Hop.SWAP,
            Standing.Kind.NOT_STARTED,
            steps.size() + (steps.size() == 1 ? " step" : " steps") + owed)
        : Standing.of(Hop.SWAP, Standing.Kind.OPEN, progress + owed);
  }

  /** All steps here are done: is it written down, and are the other sensors done too? */
  private static Standing worked(Workup w, String progress) {
    if (!WorkTogether.isWrittenDown(w.here())) {
      return Standing.of(Hop.SWAP, Standing.Kind.OPEN, "write down what was done");
    }
    return w.other(t -> !w.isDone(t))
        .map(t -> Standing.of(Hop.SWAP, Standing.Kind.OPEN, "then the " + t.name()))
        .orElseGet(() -> Standing.of(Hop.SWAP, Standing.Kind.DONE, progress));
  }

  private static Standing clear(Workup w) {
    Optional<String> gate = clearGate(w);
    if (gate.isPresent()) {
      return Standing.of(Hop.CLEAR, Standing.Kind.BLOCKED, gate.get());
    }
    if (w.staysUncleared()) {
      return Standing.of(Hop.CLEAR, Standing.Kind.DONE, "nothing to clear, it is watched");
    }
    if (w.state().cleared().isEmpty()) {
      return Standing.of(Hop.CLEAR, Standing.Kind.NOT_STARTED, "not cleared yet");
    }
    Optional<ClearReport> report = w.clearReport();
    if (report.isEmpty()) {
      return Standing.of(Hop.CLEAR, Standing.Kind.OPEN, "read again");
    }
    return report.get().isClean()
        ? Standing.of(Hop.CLEAR, Standing.Kind.DONE, "nothing came back")
        : Standing.of(Hop.CLEAR, Standing.Kind.OPEN, "codes came back");
  }

  /** What keeps the job from clearing, empty if nothing does or the gate was overruled. */
  public static Optional<String> clearGate(Workup w) {
    if (w.state().overruled(Hop.CLEAR).isPresent()) {
      return Optional.empty();
    }
    if (!w.ledger().isSettled()) {
      return Optional.of("by Swap: " + w.ledger().owed() + " pieces owed");
    }
    Standing swap = swap(w);
    return at(swap) == Standing.Kind.DONE ? Optional.empty() : Optional.of("by Swap");
  }

  private static Standing relearn(Workup w, Instant now) {
    boolean known = w.accusesNoSensor() || (w.sheet().isPresent() && w.card().isPresent());
    if (w.routines().isEmpty() && known) {
      return Standing.of(Hop.RELEARN, Standing.Kind.DONE, "nothing to teach");
    }
    for (var routine : w.routines()) {
      Optional<JobState.RoutineRun> run = w.state().routine(routine.id());
      if (run.isPresent() && run.get().end().isEmpty()) {
        Instant end = run.get().at().plusSeconds(Math.round(run.get().started().minutes() * 60));
        long left = Math.max(0, Duration.between(now, end).toSeconds());
        return new Standing(
            Hop.RELEARN,
            Standing.Kind.WAITING,
            routine.name() + (left > 0 ? " runs" : ": time is up, ask how it stands"),
            left);
      }
    }
    long passed = w.routines().stream().filter(w::passed).count();
    if (!w.routines().isEmpty() && passed == w.routines().size()) {
      return Standing.of(Hop.RELEARN, Standing.Kind.DONE, passed + " learned");
    }
    if (w.state().cleared().isEmpty()) {
      return Standing.of(Hop.RELEARN, Standing.Kind.BLOCKED, "by Clear");
    }
    return Standing.of(
        Hop.RELEARN, Standing.Kind.NOT_STARTED, w.routines().size() - passed + " to run");
  }

  private static Standing verify(Workup w) {
    if (w.state().signedOff().isPresent()) {
      return Standing.of(
          Hop.VERIFY,
          Standing.Kind.DONE,
          w.state().signedOff().get().proven() ? "proven, signed off" : "signed off with a reason");
    }
    Optional<JobEntry> reopened = w.state().reopened();
    if (reopened.isPresent() && reopened.get().fact() instanceof Fact.Struck undone) {
      return Standing.of(
          Hop.VERIFY,
          Standing.Kind.OPEN,
          "reopened: %s undid entry %d after the sign-off"
              .formatted(reopened.get().madeBy(), undone.sequence()));
    }
    if (w.state().signedOffElsewhere().isPresent()) {
      return Standing.of(
          Hop.VERIFY, Standing.Kind.OPEN, "signed off elsewhere, not witnessed here");
    }
    if (w.state().cleared().isEmpty() && at(clear(w)) != Standing.Kind.DONE) {
      return Standing.of(Hop.VERIFY, Standing.Kind.BLOCKED, "by Clear");
    }
    if (w.state().watchedUntil().isPresent()) {
      return Standing.of(
          Hop.VERIFY, Standing.Kind.OPEN, "watched until " + w.state().watchedUntil().get());
    }
    return w.state().drive().isEmpty() && w.state().readiness().isEmpty()
        ? Standing.of(Hop.VERIFY, Standing.Kind.NOT_STARTED, "drive and read")
        : Standing.of(Hop.VERIFY, Standing.Kind.OPEN, "not yet signed off");
  }
}
