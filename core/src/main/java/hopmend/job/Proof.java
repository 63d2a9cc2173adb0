package hopmend.job;

import hopmend.clear.ClearReport;
import hopmend.fault.CodeRange;
import hopmend.message.Message;
import hopmend.relearn.Routine;
import hopmend.relearn.RoutineState;
import hopmend.swap.Ledger;
import hopmend.swap.Work;
import hopmend.swap.WorkOrder;
import hopmend.verify.DriveProof;
import hopmend.verify.Readiness;
import hopmend.verify.SignOff;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** What comes after the work on all sensors of a job: clearing, teaching, and the proof. */
final class Proof {
  private final Workup job;
  private final JobState state;

  Proof(Workup job) {
    this.job = job;
    this.state = job.state();
  }

  /** Connectors on the way to the site, with what they set while they are off. */
  List<ClearReport.LoosePlug> plugs() {
    return Stream.concat(inTheWay(), job.watchedPlugs()).toList();
  }

  private Stream<ClearReport.LoosePlug> inTheWay() {
    Optional<WorkOrder> order = job.workOrder();
    if (order.isEmpty() || job.card().isEmpty()) {
      return Stream.empty();
    }
    return job.card().get().obstructions().stream()
        .filter(o -> order.get().step("off:" + o.id()).isPresent())
        .flatMap(
            o ->
                o.connector().stream()
                    .map(
                        p ->
                            new ClearReport.LoosePlug(
                                p.name(), CodeRange.parseAll(p.sets()), owed("off:" + o.id()))));
  }

  private boolean owed(String step) {
    return job.ledger().open().stream().anyMatch(l -> l.step().equals(step));
  }

  Optional<ClearReport> clearReport() {
    return state
        .afterClear()
        .map(
            a ->
                ClearReport.of(
                    state.codes(),
                    state.beforeClear(),
                    a.codes(),
                    plugs(),
                    a.afterDrive() || ran()));
  }

  private boolean ran() {
    return state.clearedHow().filter(c -> c.engine() == Fact.ClearedWhile.RUN_BETWEEN).isPresent();
  }

  List<Routine> routines() {
    return job.targets().stream().flatMap(t -> t.routines().stream()).distinct().toList();
  }

  boolean passed(Routine routine) {
    return state.taughtByHand(routine.id()).isPresent()
        || state
            .routine(routine.id())
            .flatMap(JobState.RoutineRun::end)
            .filter(e -> e.result() == RoutineState.PASSED)
            .isPresent();
  }

  /** As the vehicle tells it, or as the technician's own tool shows it, whichever came later. */
  Optional<Readiness> readiness() {
    return state
        .readiness()
        .map(hex -> Readiness.decode(HexFormat.of().parseHex(hex)))
        .or(() -> state.monitorsSeen().map(m -> Readiness.seen(m.lampOn(), shown(m))));
  }

  private static Map<String, Boolean> shown(Fact.MonitorsSeen seen) {
    Map<String, Boolean> monitors = new LinkedHashMap<>();
    seen.monitors().forEach(m -> monitors.put(m.name(), m.ready()));
    return monitors;
  }

  /** The drive that was logged, else what the driver says of one. */
  private Optional<DriveProof> driven(Optional<DriveProof> logged) {
    return logged.or(job::toldDrive);
  }

  /** What the proof rests on, and by which way each part of it came. */
  List<Message> restsOn() {
    List<Message> rests = new ArrayList<>();
    state
        .clearedHow()
        .ifPresent(
            c ->
                rests.add(
                    c.by() == Fact.ClearedBy.BATTERY_OFF
                        ? Message.of("rests.battery", c.minutes())
                        : Message.of("rests.cleared", c.by())));
    state.afterClear().ifPresent(a -> rests.add(Message.of("rests.codes", way(a.source()))));
    if (state.readiness().isPresent() && state.cleared().isPresent()) {
      rests.add(Message.of("rests.monitors", Fact.ClearedBy.OUR_LINK));
    } else if (state.monitorsSeen().isPresent()) {
      rests.add(Message.of("rests.monitors", Fact.ClearedBy.OWN_TOOL));
    }
    routines()
        .forEach(
            r ->
                state
                    .taughtByHand(r.id())
                    .ifPresent(e -> rests.add(Message.of("rests.taught", r.name(), e.madeBy()))));
    looks().ifPresent(rests::add);
    if (state.drive().isPresent()) {
      rests.add(Message.of("rests.log"));
    } else {
      state.driveTold().ifPresent(t -> rests.add(Message.of("rests.told", t.minutes(), t.km())));
    }
    return rests;
  }

  /** How many proofs of the sensors were measured, and how many only looked at. */
  private Optional<Message> looks() {
    List<Fact.ProofSeen> held =
        job.targets().stream()
            .flatMap(t -> t.proofs().stream().flatMap(p -> t.state().seen(p.id()).stream()))
            .filter(Fact.ProofSeen::held)
            .toList();
    long measured = held.stream().filter(p -> !p.figures().isEmpty()).count();
    return measured == 0
        ? Optional.empty()
        : Optional.of(Message.of("rests.measured", measured, held.size() - measured));
  }

  private static Fact.ClearedBy way(Fact.CodeSource source) {
    return source == Fact.CodeSource.VEHICLE ? Fact.ClearedBy.OUR_LINK : Fact.ClearedBy.OWN_TOOL;
  }

  /**
   * Whether the job may be signed off as proven.
   *
   * @param logged the judged drive log, empty if there is none
   */
  SignOff signOff(Optional<DriveProof> logged, LocalDate today) {
    Optional<DriveProof> drive = driven(logged);
    List<Message> missing = new ArrayList<>();
    Ledger ledger = job.ledger();
    if (!ledger.isSettled()) {
      missing.add(Message.of("missing.owed", ledger.owed()));
    }
    job.targets().stream()
        .filter(t -> !job.isDone(t))
        .forEach(t -> missing.add(Message.of("missing.work", t.name())));
    if (isProvenBy(Work.Proof.CLEARING) && state.cleared().isEmpty()) {
      missing.add(Message.of("missing.clearing"));
    }
    if (isProvenBy(Work.Proof.CODES)) {
      missing.addAll(codesMissing(drive.isPresent()));
    }
    routines().stream()
        .filter(r -> !passed(r))
        .forEach(r -> missing.add(Message.of("missing.relearn", r.name())));
    job.taughtByTheMaker().forEach(t -> missing.add(Message.of("missing.teach", t)));
    job.stillForgotten().forEach(p -> missing.add(Message.of("missing.forgotten", p.name())));
    job.targets()
        .forEach(
            t ->
                t.proofs().stream()
                    .filter(p -> !t.isSeen(p))
                    .forEach(p -> missing.add(Message.of("missing.seen", p.name()))));
    if (isProvenBy(Work.Proof.MONITORS)) {
      missing.addAll(readinessMissing());
    }
    if (isProvenBy(Work.Proof.DRIVE)) {
      missing.addAll(driveMissing(drive));
    }
    job.targets().forEach(t -> watched(t, today).ifPresent(missing::add));
    return new SignOff(missing);
  }

  /** Whether a work of the job is proven by this; before a verdict everything may be. */
  boolean isProvenBy(Work.Proof by) {
    return job.targets().stream().anyMatch(t -> t.work().map(w -> w.isProvenBy(by)).orElse(true));
  }

  private static List<Message> driveMissing(Optional<DriveProof> drive) {
    return drive
        .map(
            d ->
                d.missing().stream()
                    .map(r -> Message.of("missing.of-the-drive", r.name(), r.todo().orElseThrow()))
                    .toList())
        .orElse(List.of(Message.of("missing.drive")));
  }

  private static Optional<Message> watched(Target t, LocalDate today) {
    if (t.work().filter(Work::watches).isEmpty()) {
      return Optional.empty();
    }
    Optional<LocalDate> until = t.state().watchedUntil();
    return until.isEmpty()
        ? Optional.of(Message.of("missing.until-when"))
        : until.filter(u -> u.isAfter(today)).map(u -> Message.of("missing.watching", u));
  }

  private List<Message> codesMissing(boolean driven) {
    if (state.cleared().isEmpty()) {
      return List.of();
    }
    if (state.afterClear().isEmpty() || (driven && !state.afterClear().get().afterDrive())) {
      return List.of(
          Message.of(driven ? "missing.codes-after-drive" : "missing.codes-after-clearing"));
    }
    return clearReport().map(ClearReport::isClean).orElse(false)
        ? List.of()
        : List.of(Message.of("missing.came-back", cameBack()));
  }

  private String cameBack() {
    return String.join(
        ", ",
        clearReport().orElseThrow().lines().stream()
            .filter(l -> !ClearReport.SETTLED.contains(l.fate()))
            .map(l -> l.code().text())
            .toList());
  }

  private List<Message> readinessMissing() {
    Optional<Readiness> readiness = readiness();
    if (readiness.isEmpty()) {
      return List.of(Message.of("missing.monitors"));
    }
    return readiness.get().acceptedWith(job.notReadyAllowed())
        ? List.of()
        : List.of(
            readiness.get().lampOn()
                ? Message.of("missing.lamp")
                : Message.of(
                    "missing.not-ready",
                    String.join(
                        ", ",
                        readiness.get().notReady().stream()
                            .map(Readiness.Monitor::name)
                            .toList())));
  }
}
