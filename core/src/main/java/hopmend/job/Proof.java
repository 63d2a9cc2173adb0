package hopmend.job;

import hopmend.clear.Aftermath;
import hopmend.clear.ClearReport;
import hopmend.clear.ClearedGroup;
import hopmend.fault.CodeRange;
import hopmend.message.Message;
import hopmend.relearn.Procedure;
import hopmend.relearn.Routine;
import hopmend.relearn.RoutineState;
import hopmend.relearn.SoftwareLevel;
import hopmend.swap.Ledger;
import hopmend.swap.Step;
import hopmend.swap.Work;
import hopmend.swap.WorkOrder;
import hopmend.swap.WorkPlan;
import hopmend.verify.DriveProof;
import hopmend.verify.Readiness;
import hopmend.verify.SignOff;
import hopmend.verify.SinceCleared;
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
  private final Once<List<ClearReport.LoosePlug>> plugs = new Once<>(this::findPlugs);
  private final Once<List<Step>> doneSteps = new Once<>(this::findDoneSteps);
  private final Once<Optional<ClearReport>> clearReport = new Once<>(this::reportClearing);

  private static final String UNPLUG = "unplug";

  Proof(Workup job) {
    this.job = job;
    this.state = job.state();
  }

  /** Connectors on the way to the site, with what they set while they are off. */
  List<ClearReport.LoosePlug> plugs() {
    return plugs.get();
  }

  private List<ClearReport.LoosePlug> findPlugs() {
    return Stream.of(inTheWay(), ownPlugs(), job.watchedPlugs()).flatMap(p -> p).toList();
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

  /** The plugs of the sensors themselves, once they are off. */
  private Stream<ClearReport.LoosePlug> ownPlugs() {
    return job.workOrder().stream()
        .flatMap(o -> o.steps().stream())
        .filter(s -> WorkPlan.operation(s.id()).equals(UNPLUG) && owed(s.id()))
        .map(s -> job.target(s))
        .filter(t -> !t.circuits().isEmpty())
        .map(t -> new ClearReport.LoosePlug("plug of the " + t.name(), t.circuits(), true));
  }

  private boolean owed(String step) {
    return job.ledger().open().stream().anyMatch(l -> l.step().equals(step));
  }

  Optional<ClearReport> clearReport() {
    return clearReport.get();
  }

  private Optional<ClearReport> reportClearing() {
    return state
        .afterClear()
        .map(
            a ->
                ClearReport.of(
                    state.readings(),
                    state.beforeClear(),
                    a.codes(),
                    new ClearReport.Meanwhile(
                        plugs(),
                        trails(),
                        clearedBefore(),
                        a.afterDrive() || ran(),
                        state
                            .clearedHow()
                            .map(Fact.CodesCleared::group)
                            .orElse(ClearedGroup.ALL))));
  }

  /** What was worked on or done in this job, with what it can leave behind. */
  private List<Aftermath.Trail> trails() {
    List<Aftermath.Trail> trails = new ArrayList<>();
    for (Aftermath leaves : job.catalog().aftermath()) {
      doneSteps.get().stream()
          .filter(s -> leaves.after().contains(WorkPlan.operation(s.id())))
          .findFirst()
          .ifPresent(s -> trails.add(new Aftermath.Trail(Message.text(s.brief()), leaves)));
      job.targets().stream()
          .filter(t -> t.work().isPresent() && leaves.after().contains(t.about().family()))
          .findFirst()
          .ifPresent(t -> trails.add(new Aftermath.Trail(Message.text(t.name()), leaves)));
      if (state.forgotByBattery() && leaves.after().contains(Procedure.BATTERY_OFF)) {
        trails.add(new Aftermath.Trail(Message.named(Fact.ClearedBy.BATTERY_OFF), leaves));
      }
    }
    return trails;
  }

  private List<Step> findDoneSteps() {
    return job.workOrder().stream()
        .flatMap(o -> o.steps().stream())
        .filter(s -> job.ticks().containsKey(s.id()))
        .toList();
  }

  /** What the vehicle counted before our clearing, where somebody had cleared shortly before. */
  private Optional<Message> clearedBefore() {
    return state
        .countersBefore()
        .map(Fact.CountersRead::since)
        .filter(SinceCleared::isFresh)
        .map(s -> Message.listing(s.says()));
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
    routines().forEach(r -> state.taughtByHand(r.id()).ifPresent(e -> rests.add(taught(r, e))));
    looks().ifPresent(rests::add);
    if (!state.drives().isEmpty()) {
      rests.add(Message.of("rests.log", state.drives().size()));
    }
    state.driveTold().ifPresent(t -> rests.add(Message.of("rests.told", t.minutes(), t.km())));
    return rests;
  }

  private static Message taught(Routine routine, JobEntry entry) {
    int wanted = routine.conditions().size();
    long held =
        routine.conditions().stream()
            .map(c -> c.signal().name())
            .filter(((Fact.TaughtByHand) entry.fact()).confirmed()::contains)
            .count();
    return held == wanted
        ? Message.of("rests.taught", routine.name(), entry.madeBy())
        : Message.of("rests.taught-unconfirmed", routine.name(), entry.madeBy(), held, wanted);
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
   * @param logged what each recorded drive proved
   */
  SignOff signOff(List<DriveProof> logged, LocalDate today) {
    Optional<DriveProof> drive = job.driven(logged);
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
    drive.flatMap(this::clearedAgain).ifPresent(missing::add);
    softwareMissing().forEach(missing::add);
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

  private Optional<Message> clearedAgain(DriveProof driven) {
    return state
        .countersAfterDrives()
        .filter(c -> c.since().wasClearedAgain(driven.km()))
        .map(c -> Message.of("missing.cleared-again", c.km(), Math.round(driven.km())));
  }

  private Stream<Message> softwareMissing() {
    Stream<Message> tooOld =
        job.software().stream()
            .filter(SoftwareLevel::isOwed)
            .map(s -> Message.of("missing.software", s.says().get(0)));
    boolean unnoted =
        job.loadsSoftware() && job.software().stream().noneMatch(s -> s.loaded().isPresent());
    return Stream.concat(
        tooOld, unnoted ? Stream.of(Message.of("missing.software-noted")) : Stream.empty());
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
