package hopmend.job;

import hopmend.catalog.Catalog;
import hopmend.catalog.FamilySheet;
import hopmend.catalog.VehicleCard;
import hopmend.clear.ClearForecast;
import hopmend.clear.ClearReport;
import hopmend.day.Pace;
import hopmend.drawing.Drawing;
import hopmend.fault.Bulletin;
import hopmend.fault.CodeMeaning;
import hopmend.fault.CodePicture;
import hopmend.fault.CodeRange;
import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.find.CodePlace;
import hopmend.find.PlugWatch;
import hopmend.message.Message;
import hopmend.message.Wording;
import hopmend.part.PartRecord;
import hopmend.prove.CauseRecord;
import hopmend.prove.Check;
import hopmend.prove.Remedy;
import hopmend.prove.Verdict;
import hopmend.relearn.Procedure;
import hopmend.relearn.Routine;
import hopmend.relearn.SoftwareLevel;
import hopmend.sensor.Conditional;
import hopmend.swap.Caution;
import hopmend.swap.Ledger;
import hopmend.swap.Mishap;
import hopmend.swap.Phase;
import hopmend.swap.Step;
import hopmend.swap.ToothSetting;
import hopmend.swap.Work;
import hopmend.swap.WorkOrder;
import hopmend.swap.WorkPlan;
import hopmend.vehicle.EngineLayout;
import hopmend.vehicle.VinReading;
import hopmend.verify.DriveLog;
import hopmend.verify.DrivePlan;
import hopmend.verify.DriveProof;
import hopmend.verify.Readiness;
import hopmend.verify.SignOff;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Everything that follows from a job's facts, the catalog and the shop's settings: what each hop
 * shows. It has one sensor at hand, to which a code or a person turned it, and knows the others of
 * the job: they share the way, the ledger, the clearing and the proof. Never changes; each answer
 * is computed once.
 */
public final class Workup {
  /** The operation at which the old part is read. */
  private static final String READS_THE_OLD_PART = "inspect";

  private final Catalog catalog;
  private final ShopSettings shop;
  private final CodesAtHand codes;
  private final JobState all;
  private final Target here;
  private final Once<List<Target>> targets = new Once<>(this::findTargets);
  private final Once<List<WorkTogether>> works = new Once<>(this::putTogether);
  private final Once<Optional<WorkTogether>> atHand = new Once<>(this::findAtHand);
  private final Once<Ledger> ledger = new Once<>(this::count);
  private final Once<List<SoftwareLevel>> software = new Once<>(this::findSoftware);
  private final Once<Proof> proof = new Once<>(() -> new Proof(this));
  private final Once<List<Target>> further = new Once<>(this::findFurther);
  private final Once<List<CardOffer>> offers = new Once<>(() -> CardOffer.of(this));
  private final Once<List<Procedure>> forgottenByBattery =
      new Once<>(() -> here().forgottenByBattery(bodyCard()));
  private final Once<List<DriveProof.Requirement>> driveWanted =
      new Once<>(() -> DriveProof.wanted(state().freezeFrame()));
  private final Once<DrivePlan> plannedDrive = new Once<>(this::planDrive);

  public Workup(JobState job, Catalog catalog, ShopSettings shop) {
    this.catalog = catalog;
    this.shop = shop;
    List<JobEntry> told = SensorAtHand.told(job.entries(), catalog, shop);
    this.all = told == job.entries() ? job : JobState.of(told);
    this.codes = new CodesAtHand(all, catalog);
    this.here =
        new Target(
            all,
            catalog,
            shop,
            codes.sheet(),
            codes.card(),
            codes.site().map(CodePlace.Found::site));
  }

  /** The same job, with other knowledge. */
  public Workup with(Catalog other) {
    return new Workup(all, other, shop);
  }

  /** The sensor at hand. */
  public Target here() {
    return here;
  }

  /** What the entries add up to for the sensor at hand. */
  public JobState state() {
    return here.state();
  }

  public Catalog catalog() {
    return catalog;
  }

  public ShopSettings shop() {
    return shop;
  }

  /** The sensor at hand, and the knowledge with which it is judged. */
  public About about() {
    return here.about();
  }

  /** What a fact is about that is said now. */
  public About about(Fact fact) {
    if (fact instanceof Fact.ProofSeen p) {
      return target(p.site()).orElse(here).about();
    }
    return stepOf(fact)
        .map(step -> atHand().map(w -> w.of(step, here)).orElse(here).about())
        .orElse(here.about());
  }

  private static Optional<String> stepOf(Fact fact) {
    if (fact instanceof Fact.StepTicked t) {
      return Optional.of(t.step());
    } else if (fact instanceof Fact.StepLookedAt l) {
      return Optional.of(l.step());
    }
    return fact instanceof Fact.MishapMet m ? Optional.of(m.step()) : Optional.empty();
  }

  /** The sensor of the job at a site; the one at hand where the card names none. */
  public Optional<Target> target(String site) {
    return targets().stream().filter(t -> t.about().site().equals(site)).findFirst();
  }

  // Targets

  /**
   * The sensors that the job works on: the one at hand, and those whose verdicts ask for work, in
   * the order of the verdicts.
   */
  public List<Target> targets() {
    return targets.get();
  }

  private List<Target> findTargets() {
    Stream<Target> others =
        decidedElsewhere()
            .filter(t -> t.work().isPresent() && !t.state().verdict().get().work().isEmpty());
    return Stream.concat(Stream.of(here), others)
        .sorted(
            Comparator.comparingLong(
                t -> t.state().verdict().isPresent() ? t.state().verdictAt() : Long.MAX_VALUE))
        .toList();
  }

  /** Other sensors of the vehicle on which a verdict was taken once. */
  private Stream<Target> decidedElsewhere() {
    return all.live().stream()
        .filter(e -> e.fact() instanceof Fact.VerdictTaken)
        .map(e -> new Place(e.about().family(), e.about().card(), e.about().site()))
        .distinct()
        .filter(p -> !p.equals(Place.of(here.about())))
        .filter(p -> card().isPresent() && vehicle().anyMatch(c -> c.id().equals(p.card())))
        .flatMap(
            p ->
                Target.of(new About(p.family(), 0, p.card(), 0, p.site()), all, catalog, shop)
                    .stream());
  }

  /** A sensor of a vehicle, whatever is known of it. */
  private record Place(String family, String card, String site) {
    static Place of(About about) {
      return new Place(about.family(), about.card(), about.site());
    }
  }

  private Stream<VehicleCard> vehicle() {
    return Stream.of(engineCard(), bodyCard()).flatMap(Optional::stream).distinct();
  }

  /** The first other sensor of the job of which something is still open. */
  public Optional<Target> other(Predicate<Target> open) {
    return targets().stream().filter(t -> t != here && open.test(t)).findFirst();
  }

  /** Sensors of the vehicle that the job does not work on yet, those of the same kind first. */
  public List<Target> furtherSensors() {
    return further.get();
  }

  private List<Target> findFurther() {
    return vehicle()
        .flatMap(c -> c.sites().stream().map(s -> new About(s.family(), 0, c.id(), 0, s.id())))
        .filter(a -> targets().stream().noneMatch(t -> Place.of(t.about()).equals(Place.of(a))))
        .flatMap(a -> Target.of(a, all, catalog, shop).stream())
        .sorted(Comparator.comparing(t -> !t.about().family().equals(here.about().family())))
        .toList();
  }

  /**
   * What a fact brings with it for another sensor: whoever renews a pair renews the twin too, with
   * the same part where it fits.
   *
   * @param words those in which the record keeps why
   */
  public List<Following> following(Fact fact, Wording words) {
    return twinRenewedBy(fact)
        .map(t -> Following.pair(here, t, (Fact.PartChosen) fact, words))
        .orElse(List.of());
  }

  /** The other sensor of a pair, where this fact renews it too. */
  Optional<Target> twinRenewedBy(Fact fact) {
    return fact instanceof Fact.PartChosen p && p.pair()
        ? here.twin().filter(t -> t.work().isEmpty())
        : Optional.empty();
  }

  // Read

  public CodePicture picture() {
    return codes.picture();
  }

  /** The code that the job works on: the technician's choice, else the picture's. */
  public Optional<TroubleCode> workOn() {
    return codes.workOn();
  }

  /**
   * What the sheet that covers the code (by the maker's own codes of the card, or by the standard)
   * says of the sensor at hand.
   */
  public Optional<FamilySheet> sheet() {
    return here.sheet();
  }

  /** What each code of the job means, the maker's own codes of this vehicle first. */
  public Map<TroubleCode, CodeMeaning> meanings() {
    return codes.meanings();
  }

  /**
   * Codes that this vehicle cannot have as its cards tell it: the first question is then whether it
   * is the right vehicle, the right engine, the right code.
   */
  public List<Message> misfits() {
    return codes.misfits();
  }

  /**
   * Shared causes whose spoiler is found by unplugging, each with this vehicle's sensors in order,
   * the easiest plug first; those of which the card tells less than two are left out.
   */
  public Map<CodePicture.Shared, List<SharedWiring.Unplug>> unplugging() {
    return codes.unplugging();
  }

  /** How the codes hang together, if there are several. */
  public Optional<Drawing> codeDrawing(Wording words) {
    return codes.drawing(words);
  }

  /** The years of an identification number that suit the build month, else the card; else all. */
  public List<Integer> modelYears(VinReading number) {
    return codes.modelYears(number);
  }

  /** The card of the body. */
  public Optional<VehicleCard> bodyCard() {
    return codes.body();
  }

  /** The card of the engine; another one than the body's where the engine was swapped. */
  public Optional<VehicleCard> engineCard() {
    return codes.engine();
  }

  /** The card that tells about the sensor at hand: the engine's, the body's, or what is usual. */
  public Optional<VehicleCard> card() {
    return codes.card();
  }

  // Prove

  /** The danger of this vehicle that only some persons may work with, if it has one. */
  public Optional<Caution> binding() {
    return Stream.of(bodyCard(), engineCard())
        .flatMap(Optional::stream)
        .flatMap(c -> c.cautions().stream())
        .map(catalog::caution)
        .filter(Caution::binds)
        .findFirst();
  }

  /** The same while nobody has said in this job how the vehicle was made safe. */
  public Optional<Caution> unanswered() {
    return binding().filter(c -> state().overruled(Hop.SWAP).isEmpty());
  }

  public Optional<Verdict> verdict() {
    return here.verdict();
  }

  /** Whether the taken verdict asks for a repair without a new sensor. */
  public boolean isWithoutPart() {
    return here.isWithoutPart();
  }

  /** Whether the codes of a known vehicle lead to no sensor: the fault is something else. */
  public boolean accusesNoSensor() {
    return !state().codes().isEmpty() && state().vehicle().isPresent() && sheet().isEmpty();
  }

  // Find

  /** Where the code leads, what would settle it, or that this vehicle has no such sensor. */
  public Optional<CodePlace> place() {
    return codes.place();
  }

  public Optional<CodePlace.Found> site() {
    return codes.site();
  }

  /** What was met in the job and would enrich the vehicle's card. */
  public List<CardOffer> offers() {
    return offers.get();
  }

  // Swap

  private List<WorkTogether> putTogether() {
    return WorkTogether.of(targets().stream().filter(t -> t.work().isPresent()).toList(), catalog);
  }

  /** What the sensor at hand is worked on with; empty where nothing leads to work. */
  private Optional<WorkTogether> atHand() {
    return atHand.get();
  }

  private Optional<WorkTogether> findAtHand() {
    return works.get().stream()
        .filter(w -> w.holds(here.about()))
        .findFirst()
        .or(() -> here.workOrder().map(o -> WorkTogether.alone(here, catalog)));
  }

  /** The order of the work on the sensor at hand, and on those that are worked on with it. */
  public Optional<WorkOrder> workOrder() {
    return atHand().map(WorkTogether::order);
  }

  /** What the work at hand costs with all its sensors; empty where nothing leads to work. */
  public Optional<JobCost> cost() {
    return atHand().map(w -> JobCost.of(w.targets(), w.order().minutes(), shop().labourPerHour()));
  }

  /** All that the work at hand takes; nothing before it is decided. */
  public List<Wanted> wanted() {
    return here.work().isEmpty()
        ? List.of()
        : Wanted.of(this, atHand().map(WorkTogether::targets).orElse(List.of(here)));
  }

  /** What the differences of the new parts ask to be laid ready beside what the order takes. */
  public List<String> readyForDifferences() {
    return atHand().map(WorkTogether::targets).orElse(List.of(here)).stream()
        .flatMap(t -> t.picking().bench().stream())
        .flatMap(b -> b.ready().stream())
        .distinct()
        .toList();
  }

  /** How long the steps of the job took, of all its sensors. */
  public List<Pace.Worked> workedSteps() {
    return works.get().stream().flatMap(t -> t.worked().stream()).toList();
  }

  /** What was done of that order. */
  public Map<String, JobState.Ticked> ticks() {
    return atHand().map(WorkTogether::ticks).orElse(Map.of());
  }

  /** The sensor to which a step of that order is done. */
  public Target target(Step step) {
    return atHand().map(w -> w.of(step.id(), here)).orElse(here);
  }

  /** Whether the work on a sensor, and on those that are worked on with it, is done. */
  boolean isDone(Target target) {
    return works.get().stream().filter(w -> w.holds(target.about())).allMatch(WorkTogether::isDone);
  }

  /** Everything that was taken off, for this sensor and for others of the job. */
  public Ledger ledger() {
    return ledger.get();
  }

  private Ledger count() {
    Ledger ledger =
        atHand().orElseGet(() -> WorkTogether.alone(here, catalog)).ledger(state().movements());
    Stream<Ledger> others =
        Stream.concat(
            works.get().stream()
                .filter(w -> !w.holds(here.about()))
                .map(w -> w.ledger(List.of()).takenFor(w.name())),
            strays().stream().map(this::ledgerOf));
    return Stream.concat(others, Stream.of(plugsOff())).reduce(ledger, Ledger::and);
  }

  /** Plugs that are off because somebody watches what the vehicle says without them. */
  private Ledger plugsOff() {
    Stream<Target> others =
        all.live().stream()
            .filter(e -> e.fact() instanceof Fact.PlugWatched)
            .map(JobEntry::about)
            .distinct()
            .filter(a -> !a.concerns(here.about()))
            .flatMap(a -> Target.of(a, all, catalog, shop).stream());
    return Ledger.of(
        new WorkOrder(List.of()),
        Map.of(),
        Stream.concat(Stream.of(here), others)
            .filter(this::isPlugOff)
            .map(t -> new Ledger.Movement("plug of the " + t.name() + ", off to watch", 1))
            .toList());
  }

  /** Off, and no step of the work has taken it over yet. */
  private boolean isPlugOff(Target target) {
    if (target.plugWatch().filter(PlugWatch::isOut).isEmpty()) {
      return false;
    }
    Set<String> unplugs =
        target.workOrder().stream()
            .flatMap(o -> o.steps().stream())
            .filter(s -> s.phase() == Phase.UNPLUG)
            .map(Step::id)
            .collect(Collectors.toSet());
    return target.state().ticks().values().stream()
        .noneMatch(t -> unplugs.contains(WorkPlan.operation(t.fact().step())));
  }

  /** What was watched without its plug, with what that set. */
  Stream<ClearReport.LoosePlug> watchedPlugs() {
    return targets().stream()
        .flatMap(
            t ->
                t.plugWatch().stream()
                    .filter(w -> !w.ours().isEmpty())
                    .map(
                        w ->
                            new ClearReport.LoosePlug(
                                "plug of the " + t.name(),
                                w.ours().stream().map(CodeRange::only).toList(),
                                isPlugOff(t))));
  }

  /** Other sensors of the job on which steps were ticked without a verdict that asks for them. */
  private List<About> strays() {
    return all.live().stream()
        .filter(e -> e.fact() instanceof Fact.StepTicked)
        .map(JobEntry::about)
        .filter(a -> targets().stream().noneMatch(t -> a.concerns(t.about())))
        .distinct()
        .toList();
  }

  private Ledger ledgerOf(About other) {
    return Target.of(other, all, catalog, shop)
        .map(t -> WorkTogether.alone(t, catalog).ledger(List.of()))
        .orElse(Ledger.EMPTY)
        .takenFor(catalog.sheet(other.family()).map(FamilySheet::name).orElse(other.family()));
  }

  /** Plugs that are off, with the codes that would come if the ignition were switched on now. */
  public List<ClearReport.LoosePlug> codesIfSwitchedOn() {
    return plugs().stream().filter(ClearReport.LoosePlug::taken).toList();
  }

  /** How a ring is set to its tooth on the vehicle at hand; empty where its card does not tell. */
  public Optional<ToothSetting> toothSetting() {
    return card().flatMap(c -> ToothSetting.of(c::figure));
  }

  /** Looks at the part that came out, at the step that reads it: of the sensor at hand only. */
  public List<Check> looksAtTheOldPart(Step step) {
    boolean reads = WorkPlan.operation(step.id()).equals(READS_THE_OLD_PART);
    return reads && target(step).about().equals(about()) ? here.looksAtTheOldPart() : List.of();
  }

  /** The step to show: nothing goes on before somebody looked where everybody is looked at. */
  public Optional<Step> stepAtHand() {
    return looksOwed().stream().filter(Step::secondLook).findFirst().or(this::nextStep);
  }

  /** What may go wrong at a step of the order. */
  public List<Mishap> mishaps(String step) {
    return workOrder().flatMap(o -> o.step(step)).stream()
        .flatMap(s -> mishaps(s).stream())
        .toList();
  }

  private List<Mishap> mishaps(Step step) {
    return Conditional.of(catalog.mishaps(), target(step).traits()).stream()
        .filter(m -> m.isMetAt(step))
        .toList();
  }

  /**
   * Steps that are done and that somebody has to look at: for their own sake, or because a learner
   * did them.
   */
  public List<Step> looksOwed() {
    return atHand().map(WorkTogether::looksOwed).orElse(List.of());
  }

  /** Who looked at a step after it was done, the last of them. */
  public Optional<JobEntry> lookedAt(Step step) {
    return atHand().flatMap(w -> w.lookedAt(step));
  }

  /** The step of the order in which something goes on by itself, by its id. */
  public Optional<Step> waitingStep(String id) {
    return workOrder().flatMap(o -> o.step(id)).filter(s -> s.waits().isPresent());
  }

  public Optional<Step> nextStep() {
    return workOrder()
        .flatMap(o -> o.steps().stream().filter(s -> !ticks().containsKey(s.id())).findFirst());
  }

  /** The causes that the job put right, once it is signed off as proven. */
  public List<CauseRecord.Proven> provenCauses() {
    return targets().stream().flatMap(t -> t.provenCause().stream()).distinct().toList();
  }

  /** The parts that the job fitted, each with whether it came back after a sign-off. */
  public List<PartRecord.Fitted> fittedParts() {
    return Stream.concat(Stream.of(here), decidedElsewhere())
        .flatMap(t -> t.picking().fitted().stream())
        .toList();
  }

  // Clear, Relearn, Verify

  /** Connectors on the way to the sensors, with what they set while they are off. */
  public List<ClearReport.LoosePlug> plugs() {
    return proof.get().plugs();
  }

  /** What clearing will do. */
  public ClearForecast clearForecast() {
    return ClearForecast.of(state().codes(), plugs(), !state().freezeFrame().isEmpty());
  }

  public Optional<ClearReport> clearReport() {
    return proof.get().clearReport();
  }

  /** Whether nothing has to be cleared, and nothing was: it is only watched. */
  public boolean staysUncleared() {
    return !isProvenBy(Work.Proof.CLEARING) && state().cleared().isEmpty();
  }

  /** The routines that follow the work on all sensors of the job. */
  public List<Routine> routines() {
    return proof.get().routines();
  }

  /**
   * What the controllers are usually taught after the work, where no card tells the routine and
   * nobody has said yet that it was done.
   */
  public List<String> taughtByTheMaker() {
    return state().overruled(Hop.RELEARN).isPresent()
        ? List.of()
        : targets().stream().flatMap(t -> t.taughtByTheMaker().stream()).distinct().toList();
  }

  /** What the controllers forgot without battery and are taught by hand, done or not. */
  public List<Procedure> forgotten() {
    return targets().stream().anyMatch(Target::forgetsByBattery) ? forgottenByBattery() : List.of();
  }

  /** What the controllers of this vehicle forget without battery: usually, and by its card. */
  public List<Procedure> forgottenByBattery() {
    return forgottenByBattery.get();
  }

  /** What teaches without our link what a routine of the job teaches. */
  public List<Procedure> insteadOf(Routine routine) {
    return targets().stream().flatMap(t -> t.insteadOf(routine).stream()).distinct().toList();
  }

  /** What may be taught without our link in this job. */
  public List<Procedure> procedures() {
    return Stream.concat(
            forgotten().stream(), targets().stream().flatMap(t -> t.procedures().stream()))
        .distinct()
        .toList();
  }

  /** Of what was forgotten, what nobody has said yet that it is taught. */
  public List<Procedure> stillForgotten() {
    return forgotten().stream().filter(p -> state().taughtByHand(p.id()).isEmpty()).toList();
  }

  /** What the proof rests on, and by which way each part of it came. */
  public List<Message> restsOn() {
    return proof.get().restsOn();
  }

  public boolean passed(Routine routine) {
    return proof.get().passed(routine);
  }

  public Optional<Readiness> readiness() {
    return proof.get().readiness();
  }

  /**
   * Why a report cannot be of this vehicle: a code belongs to the vehicle that gave it.
   *
   * @param vins the identification numbers in it
   */
  public Optional<Message> strangeReport(List<String> vins) {
    return state()
        .vehicle()
        .map(Fact.VehicleIdentified::vin)
        .filter(own -> !vins.isEmpty() && !vins.contains(own))
        .map(own -> Message.of("report.other-vehicle", vins.get(0), own));
  }

  /**
   * Why a log cannot be of the drive that proves this repair: another vehicle, or before clearing.
   *
   * @param zone in which the logger's clock runs
   */
  public Optional<Message> strangeDrive(DriveLog log, ZoneId zone) {
    Optional<String> own = state().vehicle().map(Fact.VehicleIdentified::vin);
    Optional<Message> other =
        log.vin()
            .filter(v -> own.isPresent() && !own.get().equals(v))
            .map(v -> Message.of("log.other-vehicle", v, own.get()));
    return other.or(
        () ->
            log.endedAt()
                .map(e -> e.atZone(zone).toInstant())
                .filter(e -> state().cleared().filter(e::isBefore).isPresent())
                .map(e -> Message.of("log.before-clearing")));
  }

  /**
   * The drive that shows what is still missing.
   *
   * @param logged what each recorded drive proved
   */
  public DrivePlan drivePlan(List<DriveProof> logged) {
    return drivePlan(
        monitorsToRun(),
        driven(logged).map(DriveProof::missing).orElseGet(this::driveWanted),
        drivesThatTeach());
  }

  /** The drive as it was planned when nothing was driven yet. */
  public DrivePlan plannedDrive() {
    return plannedDrive.get();
  }

  private DrivePlan planDrive() {
    return drivePlan(usualMonitors(), driveWanted(), Stream.empty());
  }

  /** What a drive has to show, as the freeze frame tells it. */
  public List<DriveProof.Requirement> driveWanted() {
    return driveWanted.get();
  }

  private DrivePlan drivePlan(
      List<String> monitors, List<DriveProof.Requirement> wanted, Stream<Procedure> taught) {
    List<String> needs = new ArrayList<>();
    if (isProvenBy(Work.Proof.MONITORS)) {
      needs.addAll(monitors);
    }
    if (isProvenBy(Work.Proof.DRIVE)) {
      wanted.forEach(r -> needs.add(r.id()));
    }
    taught.forEach(p -> needs.add(p.id()));
    return DrivePlan.of(catalog.course(), needs, state().freezeFrame(), shop.roads());
  }

  /** Names of monitors that have not run; the usual ones where nobody has read them. */
  private List<String> monitorsToRun() {
    return readiness()
        .map(r -> r.notReady().stream().map(Readiness.Monitor::name).toList())
        .orElseGet(this::usualMonitors);
  }

  private List<String> usualMonitors() {
    return monitors().stream().filter(catalog.course().usual()::contains).toList();
  }

  /** What is still taught by driving: without battery, or where no routine teaches it. */
  private Stream<Procedure> drivesThatTeach() {
    Stream<Procedure> withoutRoutine =
        routines().isEmpty()
            ? targets().stream().flatMap(t -> t.procedures().stream())
            : Stream.empty();
    return Stream.concat(stillForgotten().stream(), withoutRoutine)
        .filter(p -> catalog.course().knows(p.id()))
        .filter(p -> state().taughtByHand(p.id()).isEmpty());
  }

  /** Names of the monitors that this engine may have; of one with sparks where nobody told. */
  public List<String> monitors() {
    boolean diesel =
        engineCard().filter(c -> c.engine().fuel() == EngineLayout.Fuel.DIESEL).isPresent();
    return Readiness.names(diesel ? Readiness.Ignition.COMPRESSION : Readiness.Ignition.SPARK);
  }

  /** Monitors that may be open when an inspection takes this vehicle, by the shop's rule. */
  public int notReadyAllowed() {
    int year = state().vehicle().map(Fact.VehicleIdentified::modelYear).orElse(0);
    return shop.inspection().allowed(year);
  }

  /** Permanent codes that are left: many inspections do not take them. */
  public List<TroubleCode> permanentLeft() {
    return state().afterClear().stream()
        .flatMap(a -> a.codes().stream())
        .filter(c -> c.states().contains(CodeState.PERMANENT))
        .map(ReadCode::code)
        .toList();
  }

  /** Control units whose software matters in this job: a bulletin asks, or somebody noted it. */
  public List<SoftwareLevel> software() {
    return software.get();
  }

  private List<SoftwareLevel> findSoftware() {
    Map<String, SoftwareLevel> levels = new LinkedHashMap<>();
    vehicle()
        .flatMap(c -> c.bulletins().stream())
        .filter(b -> b.appliesTo(state().codes()) || ofTheOldPart(b))
        .forEach(
            b ->
                b.software()
                    .forEach(
                        (unit, least) ->
                            levels.putIfAbsent(
                                unit.toLowerCase(Locale.ROOT),
                                level(unit, Optional.of(least), b.id()))));
    targets().stream()
        .flatMap(t -> t.chosenPart().stream())
        .forEach(
            p ->
                p.softwareUnit()
                    .ifPresent(
                        unit ->
                            levels.putIfAbsent(
                                unit.toLowerCase(Locale.ROOT),
                                level(unit, Optional.of(p.softwareVersion()), p.number()))));
    for (String unit : state().unitsWithSoftware()) {
      levels.putIfAbsent(unit.toLowerCase(Locale.ROOT), level(unit, Optional.empty(), ""));
    }
    return List.copyOf(levels.values());
  }

  /** Whether it speaks of a part that was in the vehicle. */
  private boolean ofTheOldPart(Bulletin bulletin) {
    return targets().stream()
        .flatMap(t -> t.picking().oldNumber().stream())
        .anyMatch(o -> o.bulletins().contains(bulletin));
  }

  private SoftwareLevel level(String unit, Optional<String> demanded, String bulletin) {
    return new SoftwareLevel(
        unit,
        state().softwareFound(unit).map(e -> ((Fact.SoftwareNoted) e.fact()).version()),
        state().softwareLoaded(unit).map(e -> ((Fact.SoftwareNoted) e.fact()).version()),
        demanded,
        bulletin);
  }

  /** Whether the versions of software are asked for: a bulletin speaks of them, or it is loaded. */
  public boolean asksForSoftware() {
    return !software().isEmpty() || loadsSoftware();
  }

  /** Whether a bulletin asks for software that nobody has seen in the vehicle. */
  public boolean owesSoftware() {
    return software().stream().anyMatch(SoftwareLevel::isOwed);
  }

  /** Whether a work of the job loads software. */
  boolean loadsSoftware() {
    return targets().stream()
        .anyMatch(t -> t.work().filter(w -> w.remedy() == Remedy.UPDATE_SOFTWARE).isPresent());
  }

  /** Monitors as they were before clearing erased them. */
  public Optional<Readiness> readinessBefore() {
    return state().readinessBefore().map(hex -> Readiness.decode(HexFormat.of().parseHex(hex)));
  }

  /**
   * What the drives since the clearing proved together; empty before any.
   *
   * @param logged each that something recorded, judged
   */
  public Optional<DriveProof> driven(List<DriveProof> logged) {
    List<DriveProof> all = new ArrayList<>(logged);
    state()
        .driveTold()
        .ifPresent(t -> all.add(DriveProof.told(t.met(), t.km(), state().freezeFrame())));
    return all.isEmpty() ? Optional.empty() : Optional.of(DriveProof.together(all));
  }

  /**
   * When the lamp and the codes go by themselves; empty where nothing is left that has to go.
   *
   * @param logged what each recorded drive proved
   */
  public List<Message> goesByItself(List<DriveProof> logged) {
    boolean lamp = readiness().filter(Readiness::lampOn).isPresent();
    List<ReadCode> left = state().afterClear().map(JobState.Afterwards::codes).orElse(List.of());
    List<Message> goes = new ArrayList<>();
    if (lamp) {
      goes.add(Message.of("lamp.goes-out", logged.stream().filter(DriveProof::isTrip).count()));
    }
    if (!permanentLeft().isEmpty()) {
      goes.add(Message.of("lamp.permanent"));
    }
    if (lamp || !left.isEmpty() && permanentLeft().size() < left.size()) {
      goes.add(Message.of("lamp.forgotten"));
    }
    return goes;
  }

  /**
   * What the finished job says of the sheets.
   *
   * @param logged what each recorded drive proved
   */
  public List<Message> lessons(List<DriveProof> logged) {
    return new Lessons(this).of(logged);
  }

  public DriveProof driveProof(DriveLog log) {
    return DriveProof.of(log, state().freezeFrame());
  }

  /** Whether a work of the job is proven by this; before a verdict everything may be. */
  public boolean isProvenBy(Work.Proof by) {
    return proof.get().isProvenBy(by);
  }

  /**
   * Whether the job may be signed off as proven.
   *
   * @param logged what each recorded drive proved
   * @param today for what is watched until a day
   */
  public SignOff signOff(List<DriveProof> logged, LocalDate today) {
    return proof.get().signOff(logged, today);
  }
}
