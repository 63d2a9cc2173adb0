package hopmend.job;

import hopmend.catalog.Catalog;
import hopmend.catalog.FamilySheet;
import hopmend.catalog.VehicleCard;
import hopmend.clear.ClearForecast;
import hopmend.clear.ClearReport;
import hopmend.drawing.Drawing;
import hopmend.fault.CodeMeaning;
import hopmend.fault.CodePicture;
import hopmend.fault.CodeRange;
import hopmend.fault.TroubleCode;
import hopmend.find.Site;
import hopmend.find.SiteFinder;
import hopmend.measure.Reading;
import hopmend.part.Fit;
import hopmend.part.OldAgainstNew;
import hopmend.part.PairQuestion;
import hopmend.part.Part;
import hopmend.part.PartChoice;
import hopmend.prove.Check;
import hopmend.prove.Diagnosis;
import hopmend.prove.Measurement;
import hopmend.prove.Remedy;
import hopmend.prove.SwapOrProve;
import hopmend.prove.Verdict;
import hopmend.relearn.Routine;
import hopmend.relearn.RoutineState;
import hopmend.sensor.Band;
import hopmend.sensor.Conditional;
import hopmend.sensor.Traits;
import hopmend.swap.Access;
import hopmend.swap.Caution;
import hopmend.swap.Ledger;
import hopmend.swap.Step;
import hopmend.swap.WorkOrder;
import hopmend.vehicle.VinReading;
import hopmend.verify.DriveLog;
import hopmend.verify.DriveProof;
import hopmend.verify.Readiness;
import hopmend.verify.SignOff;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * Everything that follows from a job's facts, the catalog and the shop's settings: what each hop
 * shows. It is about one sensor, the one that the code at hand leads to; what was said of another
 * sensor of the same job does not count here, but what was taken off for it is still owed. Never
 * changes; each answer is computed once.
 */
public final class Workup {
  private final JobState state;
  private final Catalog catalog;
  private final ShopSettings shop;
  private final CodesAtHand codes;
  private final About about;
  private final JobState all;
  private final Once<Optional<FamilySheet>> sheet = new Once<>(this::variant);
  private final Once<Optional<Diagnosis>> diagnosis = new Once<>(this::diagnose);
  private final Once<Optional<WorkOrder>> workOrder = new Once<>(this::orderWork);
  private final Once<Optional<PartChoice>> partChoice = new Once<>(this::chooseParts);
  private final Once<Ledger> ledger = new Once<>(this::count);

  public Workup(JobState job, Catalog catalog, ShopSettings shop) {
    this.catalog = catalog;
    this.shop = shop;
    List<JobEntry> told = SensorAtHand.told(job.entries(), catalog, shop);
    this.all = told == job.entries() ? job : JobState.of(told);
    this.codes = new CodesAtHand(all, catalog);
    this.about =
        new About(
            codes.sheet().map(FamilySheet::family).orElse(""),
            codes.sheet().map(FamilySheet::revision).orElse(0),
            card().map(VehicleCard::id).orElse(""),
            card().map(VehicleCard::revision).orElse(0),
            site().map(f -> f.site().id()).orElse(""));
    this.state = all.about(about);
  }

  /** What the entries add up to for the sensor at hand. */
  public JobState state() {
    return state;
  }

  public Catalog catalog() {
    return catalog;
  }

  public ShopSettings shop() {
    return shop;
  }

  /** The sensor at hand, and the knowledge with which it is judged. */
  public About about() {
    return about;
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
    return sheet.get();
  }

  private Optional<FamilySheet> variant() {
    return codes.sheet().map(s -> catalog.variant(s, traits()));
  }

  /** What each code of the job means, the maker's own codes of this vehicle first. */
  public Map<TroubleCode, CodeMeaning> meanings() {
    return codes.meanings();
  }

  /**
   * Codes that this vehicle cannot have as its cards tell it: the first question is then whether it
   * is the right vehicle, the right engine, the right code.
   */
  public List<String> misfits() {
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
  public Optional<Drawing> codeDrawing() {
    return codes.drawing();
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

  /** The card that tells about the sensor at hand: the engine's, or the body's. */
  public Optional<VehicleCard> card() {
    return codes.card();
  }

  // Prove

  public Optional<Diagnosis> diagnosis() {
    return diagnosis.get();
  }

  private Optional<Diagnosis> diagnose() {
    return sheet().map(s -> Diagnosis.of(s.suspects(), checks(), answers(), shop.labourPerHour()));
  }

  /**
   * What is known of the sensor at hand, its vehicle and the job, by which the sheet tells what is
   * meant for it.
   */
  public Traits traits() {
    Traits sensor = card().flatMap(c -> site().map(f -> c.traits(f.site()))).orElse(Traits.UNKNOWN);
    return JobTraits.of(sensor, state, card());
  }

  /** The checks that are meant for the sensor at hand. */
  public List<Check> checks() {
    return sheet().map(FamilySheet::checks).orElse(List.of());
  }

  public Optional<Check> check(String id) {
    return checks().stream().filter(c -> c.id().equals(id)).findFirst();
  }

  private List<Diagnosis.Answer> answers() {
    List<Diagnosis.Answer> answers = new ArrayList<>();
    for (Fact.CheckAnswered a : state.answers()) {
      // A check or result that the sheet of today does not know bears on nothing.
      check(a.check())
          .ifPresent(
              c ->
                  c.known(a.outcome())
                      .ifPresent(o -> answers.add(new Diagnosis.Answer(c, o, measured(c, a)))));
    }
    return answers;
  }

  private String measured(Check check, Fact.CheckAnswered a) {
    if (a.measured() == null) {
      return "";
    }
    return check
        .measured()
        .filter(m -> m.unit().quantity() == a.measured().unit().quantity())
        .flatMap(m -> band(check, m, Optional.ofNullable(a.companion())))
        .map(b -> b.judge(a.measured()).sentence())
        .orElse(a.measured().text());
  }

  /** The band that applies to a check on this vehicle; empty if its figure is not known. */
  public Optional<Band> band(Check check, Measurement measurement, Optional<Reading> companion) {
    Optional<VehicleCard> card = card();
    Optional<Double> figure =
        Optional.ofNullable(measurement.cardFigure())
            .flatMap(name -> card().flatMap(c -> c.figure(name)));
    return measurement.band(card().map(c -> c.limits().get(check.id())), figure, companion);
  }

  /** Whether a value is judged here, or whoever measures has to compare it with the maker's. */
  public boolean isJudged(Check check) {
    return check
        .measured()
        .filter(
            m ->
                m.model() == null
                    || m.figure() != null
                    || card().flatMap(c -> c.figure(m.cardFigure())).isPresent())
        .isPresent();
  }

  /** The result that a value means; empty if it cannot be judged. */
  public Optional<String> outcome(Check check, Reading value, Optional<Reading> companion) {
    return check
        .measured()
        .filter(m -> m.unit().quantity() == value.unit().quantity())
        .flatMap(m -> band(check, m, companion).map(b -> m.outcomeFor(b.judge(value).side())));
  }

  /** What can hurt at a check: of the check itself, of the way to the sensor, of the vehicle. */
  public List<Caution> cautions(Check check) {
    List<String> ofThePlace =
        access().map(a -> check.elsewhere() ? a.everywhere() : a.atTheSensor()).orElse(List.of());
    return Stream.concat(ofThePlace.stream(), check.cautions().stream())
        .distinct()
        .map(catalog::caution)
        .toList();
  }

  private Optional<Access> access() {
    return card().flatMap(c -> site().map(f -> catalog.access(c, f.site())));
  }

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
    return binding().filter(c -> state.overruled(Hop.SWAP).isEmpty());
  }

  public Optional<Verdict> verdict() {
    return diagnosis().map(d -> Verdict.of(d, shop.verdictThreshold()));
  }

  public Optional<SwapOrProve> schools() {
    Optional<Double> price =
        partChoice().flatMap(PartChoice::recommended).map(c -> c.cost().total());
    return diagnosis()
        .flatMap(
            d ->
                price.flatMap(
                    p ->
                        workOrder()
                            .map(o -> SwapOrProve.of(d, p, o.minutes(), shop.labourPerHour()))));
  }

  /** Whether the codes of a known vehicle lead to no sensor: the fault is something else. */
  public boolean accusesNoSensor() {
    return !state.codes().isEmpty() && state.vehicle().isPresent() && sheet().isEmpty();
  }

  /** What a verdict may ask for: a new sensor only where one is accused. */
  public List<Remedy> remedies() {
    return Stream.of(Remedy.values())
        .filter(r -> sheet().isPresent() || r != Remedy.REPLACE_SENSOR)
        .toList();
  }

  /** Whether the taken verdict asks for a repair without a new sensor. */
  public boolean isWithoutPart() {
    return state.verdict().filter(v -> v.remedy() != Remedy.REPLACE_SENSOR).isPresent();
  }

  // Find

  public Optional<SiteFinder> site() {
    return codes.site();
  }

  // Pick

  public Optional<PartChoice> partChoice() {
    return partChoice.get();
  }

  private Optional<PartChoice> chooseParts() {
    return card()
        .flatMap(
            c ->
                site()
                    .map(
                        s ->
                            PartChoice.of(
                                c.parts(),
                                need(c, s.site()),
                                shop.discountPercent(),
                                shop.comeback(workOrder().map(WorkOrder::minutes).orElse(0.0)))));
  }

  private Fit.Need need(VehicleCard card, Site site) {
    return new Fit.Need(
        site.family(),
        site.position(),
        card.engine().code(),
        state.vehicle().flatMap(v -> Optional.ofNullable(v.built())),
        site.connector(),
        card.part(site.fittedPart()).map(Part::traits).orElse(Map.of()),
        sheet().map(FamilySheet::traits).orElse(List.of()));
  }

  public Optional<Part> chosenPart() {
    return state.part().flatMap(p -> card().flatMap(c -> c.part(p.number())));
  }

  /** The chosen part beside the one that the maker fitted, as the card has them; empty before. */
  public Optional<OldAgainstNew> comparison() {
    return chosenPart()
        .map(
            chosen ->
                OldAgainstNew.of(
                    card()
                        .flatMap(c -> c.part(site().orElseThrow().site().fittedPart()))
                        .map(Part::traits)
                        .orElse(Map.of()),
                    chosen.traits(),
                    sheet().orElseThrow().traits()));
  }

  /** One or the pair; empty where the sensor has no twin on this vehicle. */
  public Optional<PairQuestion> pairQuestion() {
    Optional<FamilySheet> sheet = sheet();
    Optional<VehicleCard> card = card();
    if (sheet().isEmpty() || card().isEmpty() || sheet().get().life() == null) {
      return Optional.empty();
    }
    String family = sheet().get().family();
    long sites = card().get().sites().stream().filter(s -> s.family().equals(family)).count();
    Optional<PartChoice.Candidate> best = partChoice().flatMap(PartChoice::recommended);
    Optional<Double> odometer = state.vehicle().flatMap(Fact.VehicleIdentified::odometer);
    if (sites < 2 || best.isEmpty() || odometer.isEmpty() || workOrder().isEmpty()) {
      return Optional.empty();
    }
    return Optional.of(
        PairQuestion.of(
            sheet().get().life(),
            odometer.get(),
            shop.horizonKm(),
            best.get().cost().pay(),
            sheet().get().twinExtraMinutes(),
            workOrder().get().minutes(),
            shop.labourPerHour()));
  }

  // Swap

  public Optional<WorkOrder> workOrder() {
    return workOrder.get();
  }

  private Optional<WorkOrder> orderWork() {
    return sheet()
        .flatMap(s -> card().flatMap(c -> site().map(f -> catalog.workOrder(s, c, f.site()))));
  }

  /** Everything that was taken off, for this sensor and for others of the job. */
  public Ledger ledger() {
    return ledger.get();
  }

  private Ledger count() {
    Ledger here =
        Ledger.of(
            workOrder().orElse(new WorkOrder(List.of())), state.tickedSteps(), state.movements());
    return others().stream().map(this::ledgerOf).reduce(here, Ledger::and);
  }

  /** Other sensors of the job on which steps were ticked. */
  private List<About> others() {
    return all.live().stream()
        .filter(e -> e.fact() instanceof Fact.StepTicked)
        .map(JobEntry::about)
        .filter(a -> !a.concerns(about))
        .distinct()
        .toList();
  }

  private Ledger ledgerOf(About other) {
    return SensorAtHand.workOrder(other, catalog)
        .map(o -> Ledger.of(o, all.about(other).tickedSteps(), List.of()))
        .orElse(Ledger.EMPTY)
        .takenFor(catalog.sheet(other.family()).map(FamilySheet::name).orElse(other.family()));
  }

  public Optional<Step> nextStep() {
    return workOrder()
        .flatMap(
            o -> o.steps().stream().filter(s -> !state.ticks().containsKey(s.id())).findFirst());
  }

  // Clear

  /** Connectors on the way to the site, with what they set while they are off. */
  public List<ClearReport.LoosePlug> plugs() {
    Optional<WorkOrder> order = workOrder();
    if (order.isEmpty() || card().isEmpty()) {
      return List.of();
    }
    return card().get().obstructions().stream()
        .filter(o -> order.get().step("off:" + o.id()).isPresent())
        .flatMap(
            o ->
                o.connector().stream()
                    .map(
                        p ->
                            new ClearReport.LoosePlug(
                                p.name(), CodeRange.parseAll(p.sets()), owed("off:" + o.id()))))
        .toList();
  }

  private boolean owed(String step) {
    return ledger().open().stream().anyMatch(l -> l.step().equals(step));
  }

  /** What clearing will do. */
  public ClearForecast clearForecast() {
    return ClearForecast.of(state.codes(), plugs(), !state.freezeFrame().isEmpty());
  }

  public Optional<ClearReport> clearReport() {
    return state
        .afterClear()
        .map(a -> ClearReport.of(state.codes(), state.beforeClear(), a.codes(), plugs()));
  }

  // Relearn

  public List<Routine> routines() {
    return sheet()
        .flatMap(s -> card().map(c -> Conditional.of(c.routinesAfter(s.family()), traits())))
        .orElse(List.of());
  }

  public boolean passed(Routine routine) {
    return state
        .routine(routine.id())
        .flatMap(JobState.RoutineRun::end)
        .filter(e -> e.result() == RoutineState.PASSED)
        .isPresent();
  }

  // Verify

  public Optional<Readiness> readiness() {
    return state.readiness().map(hex -> Readiness.decode(HexFormat.of().parseHex(hex)));
  }

  public DriveProof driveProof(DriveLog log) {
    return DriveProof.of(log, state.freezeFrame());
  }

  /**
   * Whether the job may be signed off as proven.
   *
   * @param drive the judged drive, empty if there is none
   */
  public SignOff signOff(Optional<DriveProof> drive) {
    List<String> missing = new ArrayList<>();
    Ledger ledger = ledger();
    if (!ledger.isSettled()) {
      missing.add("put back what is owed: " + ledger.owed() + " pieces");
    }
    if (state.cleared().isEmpty()) {
      missing.add("clear the codes");
    }
    missing.addAll(codesMissing(drive.isPresent()));
    routines().stream()
        .filter(r -> !passed(r))
        .forEach(r -> missing.add("run the relearn: " + r.name()));
    missing.addAll(readinessMissing());
    if (drive.isEmpty()) {
      missing.add("log a drive");
    } else {
      drive.get().missing().forEach(r -> missing.add("drive: " + r.name() + ", " + r.todo()));
    }
    return new SignOff(missing);
  }

  private List<String> codesMissing(boolean driven) {
    if (state.cleared().isEmpty()) {
      return List.of();
    }
    if (state.afterClear().isEmpty() || (driven && !state.afterClear().get().afterDrive())) {
      return List.of(driven ? "read the codes after the drive" : "read the codes after clearing");
    }
    return clearReport().map(ClearReport::isClean).orElse(false)
        ? List.of()
        : List.of("codes came back: " + cameBack());
  }

  private String cameBack() {
    return String.join(
        ", ",
        clearReport().orElseThrow().lines().stream()
            .filter(l -> !ClearReport.SETTLED.contains(l.fate()))
            .map(l -> l.code().text())
            .toList());
  }

  private List<String> readinessMissing() {
    Optional<Readiness> readiness = readiness();
    if (readiness.isEmpty()) {
      return List.of("read the monitors");
    }
    return readiness.get().acceptedWith(shop.notReadyAllowed())
        ? List.of()
        : List.of(
            readiness.get().lampOn()
                ? "the warning lamp is still commanded on"
                : "monitors not ready: "
                    + String.join(
                        ", ",
                        readiness.get().notReady().stream().map(Readiness.Monitor::name).toList()));
  }
}
