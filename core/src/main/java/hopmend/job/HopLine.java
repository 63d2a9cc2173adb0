package hopmend.job;

import hopmend.clear.ClearReport;
import hopmend.find.CodePlace;
import hopmend.message.Message;
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
            read(w),
            prove(w),
            find(w),
            pick(w),
            waitsForAStep(w, now).orElseGet(() -> swap(w)),
            clear(w),
            relearn(w, now),
            verify(w, now)));
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
      return standing(Hop.READ, Standing.Kind.NOT_STARTED, "no-codes");
    }
    int n = w.state().codes().size();
    if (w.state().vehicle().isEmpty()) {
      return standing(Hop.READ, Standing.Kind.OPEN, "which-vehicle", n);
    }
    if (w.sheet().isEmpty()) {
      return standing(Hop.READ, Standing.Kind.DONE, "no-sensor-accused", n);
    }
    return w.workOn()
        .map(c -> standing(Hop.READ, Standing.Kind.DONE, "work-on-code", n, c.text()))
        .orElseGet(
            () -> standing(Hop.READ, Standing.Kind.DONE, "work-on-sensor", n, w.here().name()));
  }

  private static Standing prove(Workup w) {
    boolean mayBeTheMakers = w.sheet().isEmpty() && w.state().vehicle().isEmpty();
    if (w.state().codes().isEmpty() || mayBeTheMakers) {
      return blocked(Hop.PROVE, Hop.READ);
    }
    if (w.state().verdict().isPresent()) {
      return new Standing(Hop.PROVE, Standing.Kind.DONE, w.here().taken().orElseThrow(), 0);
    }
    Optional<Caution> unanswered = w.unanswered();
    if (unanswered.isPresent()) {
      return answerFor(Hop.PROVE, unanswered.get());
    }
    if (w.accusesNoSensor()) {
      return standing(Hop.PROVE, Standing.Kind.OPEN, "say-what-it-is");
    }
    int answered = w.state().answers().size();
    Verdict v = w.verdict().orElseThrow();
    if (v.remedy().isPresent()) {
      return standing(Hop.PROVE, Standing.Kind.OPEN, "verdict-ready");
    }
    if (!w.state().cameBack().isEmpty()) {
      return standing(Hop.PROVE, Standing.Kind.OPEN, "came-back", w.state().rounds().size() + 1);
    }
    return answered == 0
        ? standing(Hop.PROVE, Standing.Kind.NOT_STARTED, "no-check")
        : standing(Hop.PROVE, Standing.Kind.OPEN, "checks-answered", answered);
  }

  private static Standing answerFor(Hop hop, Caution c) {
    return standing(hop, Standing.Kind.OPEN, "first-made-safe", c.id().replace('-', ' '));
  }

  private static Standing standing(Hop hop, Standing.Kind kind, String key, Object... said) {
    return new Standing(hop, kind, Message.of("hop." + key, said), 0);
  }

  private static Standing blocked(Hop hop, Hop by) {
    return standing(hop, Standing.Kind.BLOCKED, "by", by);
  }

  private static Standing.Kind at(Standing s) {
    return s.kind();
  }

  private static Standing find(Workup w) {
    if (w.accusesNoSensor()) {
      return standing(Hop.FIND, Standing.Kind.DONE, "no-sensor-to-find");
    }
    if (w.place().isEmpty()) {
      return blocked(Hop.FIND, Hop.READ);
    }
    if (w.site().isEmpty()) {
      boolean asks = w.place().get() instanceof CodePlace.Asks;
      return standing(Hop.FIND, Standing.Kind.OPEN, asks ? "which-place" : "no-such-sensor");
    }
    if (w.here().work().filter(k -> !k.goesThere()).isPresent()) {
      return standing(Hop.FIND, Standing.Kind.DONE, "nobody-goes-there");
    }
    if (w.state().site().isEmpty()) {
      return standing(Hop.FIND, Standing.Kind.NOT_STARTED, "stand-before-it");
    }
    return w.other(t -> t.state().site().isEmpty() && t.work().filter(Work::goesThere).isPresent())
        .map(t -> standing(Hop.FIND, Standing.Kind.OPEN, "then", t.name()))
        .orElseGet(
            () ->
                new Standing(
                    Hop.FIND, Standing.Kind.DONE, Message.text(w.site().get().site().name()), 0));
  }

  private static Standing pick(Workup w) {
    Standing here = pickHere(w);
    return at(here) != Standing.Kind.DONE
        ? here
        : w.other(Target::wantsPart)
            .map(t -> standing(Hop.PICK, Standing.Kind.OPEN, "then-for", t.name()))
            .orElse(here);
  }

  private static Standing pickHere(Workup w) {
    if (w.isWithoutPart()) {
      return standing(Hop.PICK, Standing.Kind.DONE, "no-part-needed");
    }
    if (w.state().verdict().isEmpty() && at(prove(w)) != Standing.Kind.BLOCKED) {
      return blocked(Hop.PICK, Hop.PROVE);
    }
    if (w.site().isEmpty()) {
      return blocked(Hop.PICK, w.place().isPresent() ? Hop.FIND : Hop.READ);
    }
    if (w.state().part().isEmpty()) {
      return standing(Hop.PICK, Standing.Kind.NOT_STARTED, "no-part-chosen");
    }
    if (w.here().picking().isWrong()) {
      return standing(Hop.PICK, Standing.Kind.OPEN, "wrong-part", w.state().part().get().number());
    }
    return w.state().compared().isPresent()
        ? new Standing(
            Hop.PICK, Standing.Kind.DONE, Message.text(w.state().part().get().number()), 0)
        : standing(Hop.PICK, Standing.Kind.OPEN, "compare");
  }

  private static Standing swap(Workup w) {
    if (w.here().isOnlyNoted()) {
      return w.state().repair().isPresent()
          ? standing(Hop.SWAP, Standing.Kind.DONE, "repair-recorded")
          : standing(Hop.SWAP, Standing.Kind.OPEN, "record-the-repair");
    }
    Standing pick = pick(w);
    if (at(pick) == Standing.Kind.BLOCKED) {
      return new Standing(Hop.SWAP, Standing.Kind.BLOCKED, pick.says(), 0);
    }
    // The old one has to be out before the new one can lie beside it.
    boolean awaits = w.here().awaitsPart() || w.other(Target::awaitsPart).isPresent();
    if (at(pick) == Standing.Kind.NOT_STARTED || at(pick) == Standing.Kind.OPEN && awaits) {
      return blocked(Hop.SWAP, Hop.PICK);
    }
    Optional<Caution> unanswered = w.unanswered();
    if (unanswered.isPresent()) {
      return answerFor(Hop.SWAP, unanswered.get());
    }
    List<Step> steps = w.workOrder().orElseThrow().steps();
    Ledger ledger = w.ledger();
    long done = steps.stream().filter(s -> w.ticks().containsKey(s.id())).count();
    if (done == steps.size() && ledger.isSettled()) {
      return w.looksOwed().isEmpty()
          ? worked(w, steps.size())
          : standing(Hop.SWAP, Standing.Kind.OPEN, "to-look-at", w.looksOwed().size());
    }
    return done == 0
        ? standing(Hop.SWAP, Standing.Kind.NOT_STARTED, "steps", steps.size(), ledger.owed())
        : standing(Hop.SWAP, Standing.Kind.OPEN, "steps-done", done, steps.size(), ledger.owed());
  }

  /** Something goes on by itself in a step that is not ticked yet. */
  private static Optional<Standing> waitsForAStep(Workup w, Instant now) {
    return w.workOrder().stream()
        .flatMap(o -> o.steps().stream())
        .filter(s -> s.waits().isPresent() && w.state().waits().containsKey(s.id()))
        .map(
            s -> {
              JobEntry e = w.state().waits().get(s.id());
              return waiting(Hop.SWAP, e.happened(), minutes(e), Message.text(s.brief()), now);
            })
        .findFirst();
  }

  /** All steps here are done: is it written down, and are the other sensors done too? */
  private static Standing worked(Workup w, int steps) {
    if (!WorkTogether.isWrittenDown(w.here())) {
      return standing(Hop.SWAP, Standing.Kind.OPEN, "write-down");
    }
    return w.other(t -> !w.isDone(t))
        .map(t -> standing(Hop.SWAP, Standing.Kind.OPEN, "then", t.name()))
        .orElseGet(() -> standing(Hop.SWAP, Standing.Kind.DONE, "all-steps", steps));
  }

  private static Standing clear(Workup w) {
    Optional<Message> gate = clearGate(w);
    if (gate.isPresent()) {
      return new Standing(Hop.CLEAR, Standing.Kind.BLOCKED, gate.get(), 0);
    }
    if (w.staysUncleared()) {
      return standing(Hop.CLEAR, Standing.Kind.DONE, "watched-uncleared");
    }
    if (w.state().cleared().isEmpty()) {
      return standing(Hop.CLEAR, Standing.Kind.NOT_STARTED, "not-cleared");
    }
    Optional<ClearReport> report = w.clearReport();
    if (report.isEmpty()) {
      return standing(Hop.CLEAR, Standing.Kind.OPEN, "read-again");
    }
    return report.get().isClean()
        ? standing(Hop.CLEAR, Standing.Kind.DONE, "nothing-came-back")
        : standing(Hop.CLEAR, Standing.Kind.OPEN, "codes-came-back");
  }

  /** What keeps the job from clearing, empty if nothing does or the gate was overruled. */
  public static Optional<Message> clearGate(Workup w) {
    if (w.state().overruled(Hop.CLEAR).isPresent()) {
      return Optional.empty();
    }
    if (!w.ledger().isSettled()) {
      return Optional.of(Message.of("hop.by-owed", Hop.SWAP, w.ledger().owed()));
    }
    Standing swap = swap(w);
    return at(swap) == Standing.Kind.DONE
        ? Optional.empty()
        : Optional.of(Message.of("hop.by", Hop.SWAP));
  }

  private static Standing relearn(Workup w, Instant now) {
    boolean known = w.accusesNoSensor() || (w.sheet().isPresent() && w.card().isPresent());
    List<String> byTheMaker = w.taughtByTheMaker();
    int forgotten = w.stillForgotten().size();
    if (w.routines().isEmpty()
        && known
        && byTheMaker.isEmpty()
        && w.forgotten().isEmpty()
        && !w.owesSoftware()) {
      return standing(Hop.RELEARN, Standing.Kind.DONE, "nothing-to-teach");
    }
    if (w.owesSoftware()) {
      return standing(Hop.RELEARN, Standing.Kind.OPEN, "software-first");
    }
    for (var routine : w.routines()) {
      Optional<JobState.RoutineRun> run = w.state().routine(routine.id());
      if (run.isPresent() && run.get().end().isEmpty()) {
        return waiting(
            Hop.RELEARN,
            run.get().at(),
            run.get().started().minutes(),
            Message.text(routine.name()),
            now);
      }
    }
    Optional<Standing> waits = waitsForAProcedure(w, now);
    if (waits.isPresent()) {
      return waits.get();
    }
    long passed = w.routines().stream().filter(w::passed).count();
    boolean any = !w.routines().isEmpty() || !w.forgotten().isEmpty();
    if (any && forgotten == 0 && byTheMaker.isEmpty() && passed == w.routines().size()) {
      return standing(Hop.RELEARN, Standing.Kind.DONE, "learned", passed + w.forgotten().size());
    }
    if (w.state().cleared().isEmpty()) {
      return blocked(Hop.RELEARN, Hop.CLEAR);
    }
    return byTheMaker.isEmpty()
        ? standing(
            Hop.RELEARN,
            Standing.Kind.NOT_STARTED,
            "to-run",
            w.routines().size() - passed + forgotten)
        : standing(Hop.RELEARN, Standing.Kind.NOT_STARTED, "as-the-maker-says");
  }

  private static Standing waiting(
      Hop hop, Instant begun, double minutes, Message what, Instant now) {
    Instant end = begun.plusSeconds(Math.round(minutes * 60));
    long left = Math.max(0, Duration.between(now, end).toSeconds());
    return new Standing(
        hop,
        Standing.Kind.WAITING,
        Message.of(left > 0 ? "hop.runs" : "hop.time-is-up", what),
        left);
  }

  private static Optional<Standing> waitsForAProcedure(Workup w, Instant now) {
    return w.procedures().stream()
        .flatMap(
            p ->
                Optional.ofNullable(w.state().waits().get(p.id())).stream()
                    .map(
                        e ->
                            waiting(
                                Hop.RELEARN,
                                e.happened(),
                                minutes(e),
                                Message.text(p.name()),
                                now)))
        .findFirst();
  }

  private static double minutes(JobEntry wait) {
    return ((Fact.WaitBegun) wait.fact()).minutes();
  }

  private static Standing verify(Workup w, Instant now) {
    if (w.state().signedOff().isPresent()) {
      return standing(
          Hop.VERIFY,
          Standing.Kind.DONE,
          w.state().signedOff().get().proven() ? "proven" : "signed-off-with-reason");
    }
    Optional<JobEntry> reopened = w.state().reopened();
    if (reopened.isPresent() && reopened.get().fact() instanceof Fact.Struck undone) {
      return standing(
          Hop.VERIFY, Standing.Kind.OPEN, "reopened", reopened.get().madeBy(), undone.sequence());
    }
    if (w.state().signedOffElsewhere().isPresent()) {
      return standing(Hop.VERIFY, Standing.Kind.OPEN, "signed-off-elsewhere");
    }
    if (w.state().cleared().isEmpty() && at(clear(w)) != Standing.Kind.DONE) {
      return blocked(Hop.VERIFY, Hop.CLEAR);
    }
    if (w.state().watchedUntil().isPresent()) {
      return standing(
          Hop.VERIFY, Standing.Kind.OPEN, "watched-until", w.state().watchedUntil().get());
    }
    JobEntry soak = w.state().waits().get(Fact.WaitBegun.SOAK);
    if (soak != null && soak.happened().plusSeconds(Math.round(60 * minutes(soak))).isAfter(now)) {
      return waiting(Hop.VERIFY, soak.happened(), minutes(soak), Message.of("hop.cold-soak"), now);
    }
    boolean begun = w.state().wasDriven() || w.readiness().isPresent();
    return !begun
        ? standing(Hop.VERIFY, Standing.Kind.NOT_STARTED, "drive-and-read")
        : standing(Hop.VERIFY, Standing.Kind.OPEN, "not-signed-off");
  }
}
