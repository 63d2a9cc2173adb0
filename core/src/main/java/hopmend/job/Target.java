package hopmend.job;

import hopmend.catalog.Catalog;
import hopmend.catalog.FamilySheet;
import hopmend.catalog.VehicleCard;
import hopmend.drawing.Drawing;
import hopmend.fault.CodeGroup;
import hopmend.fault.CodeRange;
import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import hopmend.find.PlugWatch;
import hopmend.find.Site;
import hopmend.find.SiteViews;
import hopmend.find.View;
import hopmend.instrument.Look;
import hopmend.measure.Reading;
import hopmend.message.Message;
import hopmend.message.Wording;
import hopmend.part.Part;
import hopmend.part.PartChoice;
import hopmend.prove.CauseRecord;
import hopmend.prove.Check;
import hopmend.prove.Diagnosis;
import hopmend.prove.MeasuredPicture;
import hopmend.prove.Measurement;
import hopmend.prove.Plan;
import hopmend.prove.Remedy;
import hopmend.prove.Suspect;
import hopmend.prove.Verdict;
import hopmend.relearn.Procedure;
import hopmend.relearn.Routine;
import hopmend.sensor.Band;
import hopmend.sensor.Conditional;
import hopmend.sensor.LiveSignal;
import hopmend.sensor.SignalModel;
import hopmend.sensor.Trait;
import hopmend.sensor.Traits;
import hopmend.swap.Access;
import hopmend.swap.Caution;
import hopmend.swap.Ledger;
import hopmend.swap.Mishap;
import hopmend.swap.School;
import hopmend.swap.Work;
import hopmend.swap.WorkOrder;
import hopmend.swap.WorkPlan;
import hopmend.trace.Capture;
import hopmend.verify.DriveLog;
import hopmend.verify.ProofFigure;
import hopmend.verify.SensorProof;
import hopmend.verify.TraceFigure;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * One sensor of a job: what was said of it, and what follows for it alone. A fault that accuses no
 * sensor is one without a sheet, a card or a site. Never changes; each answer is computed once.
 */
public final class Target {
  private final JobState state;
  private final Catalog catalog;
  private final ShopSettings shop;
  private final About about;
  private final Optional<FamilySheet> family;
  private final Optional<VehicleCard> card;
  private final Optional<Site> site;
  private final Once<Optional<FamilySheet>> sheet = new Once<>(this::variant);
  private final Once<Optional<Inquiry>> inquiry = new Once<>(this::inquire);
  private final Once<Optional<Diagnosis>> diagnosis = new Once<>(this::diagnose);
  private final Once<Optional<Verdict>> verdict = new Once<>(this::judge);
  private final Once<Optional<Plan>> plan = new Once<>(this::makePlan);
  private final Once<Optional<WorkOrder>> workOrder = new Once<>(this::orderWork);
  private final Picking picking;
  private final Once<List<Work>> inVain = new Once<>(this::findInVain);
  private final Once<Traits> traits = new Once<>(this::findTraits);
  private final Once<List<Routine>> routines = new Once<>(this::findRoutines);
  private final Once<List<SchoolOffered>> schoolsOffered = new Once<>(() -> SchoolOffered.of(this));
  private final Once<List<WayOffered>> ways = new Once<>(this::offerWays);
  private final Once<Map<String, JobState.Ticked>> ticks = new Once<>(this::countTicks);
  private final Once<List<Trait>> asked = new Once<>(this::findAsked);
  private final Once<Optional<Access>> access = new Once<>(this::findAccess);
  private final Once<Optional<SiteViews>> views = new Once<>(this::findViews);
  private final Map<Drawn, Drawing> drawn = new ConcurrentHashMap<>();

  /** One of its views, in the words of a language. */
  private record Drawn(View view, Wording words) {}

  /**
   * @param job all that was said, of other sensors too
   * @param family the sheet that tells about the sensor, all its variants
   */
  Target(
      JobState job,
      Catalog catalog,
      ShopSettings shop,
      Optional<FamilySheet> family,
      Optional<VehicleCard> card,
      Optional<Site> site) {
    this.catalog = catalog;
    this.shop = shop;
    this.family = family;
    this.card = card;
    this.about =
        new About(
            family.map(FamilySheet::family).orElse(""),
            family.map(FamilySheet::revision).orElse(0),
            card.map(VehicleCard::id).orElse(""),
            card.map(VehicleCard::revision).orElse(0),
            site.map(Site::id).orElse(""));
    this.state = job.about(about);
    this.site = site.map(s -> state.wayIn().map(s::by).orElse(s));
    this.picking = new Picking(this, shop);
  }

  /** The sensor that entries are about; empty if the catalog of today does not know it. */
  static Optional<Target> of(About about, JobState job, Catalog catalog, ShopSettings shop) {
    Optional<FamilySheet> sheet = catalog.sheet(about.family());
    Optional<VehicleCard> card = catalog.card(about.card());
    Optional<Site> site =
        card.flatMap(c -> c.site(about.site())).filter(s -> s.family().equals(about.family()));
    return sheet.isEmpty() || site.isEmpty()
        ? Optional.empty()
        : Optional.of(new Target(job, catalog, shop, sheet, card, site));
  }

  /** What entries that concern it are about. */
  public About about() {
    return about;
  }

  /** What the entries add up to for it. */
  public JobState state() {
    return state;
  }

  Catalog catalog() {
    return catalog;
  }

  /** What it is called on this vehicle. */
  public String name() {
    return site.map(Site::name).or(() -> family.map(FamilySheet::name)).orElse("no sensor");
  }

  public Optional<VehicleCard> card() {
    return card;
  }

  /** Its site, reached as it was chosen for this job. */
  public Optional<Site> site() {
    return site;
  }

  // Find

  /** The ways in, the quickest that the workplace allows first. */
  public List<WayOffered> ways() {
    return ways.get();
  }

  /** The order of work on it alone if it were reached this way. */
  Optional<WorkOrder> orderBy(Site.WayIn way) {
    return card.flatMap(
        c ->
            site.map(
                at -> {
                  Site by = at.by(way);
                  Traits known = traits(Optional.of(by));
                  return catalog.workOrder(c, List.of(catalog.sensor(c, by, planned(), known)));
                }));
  }

  /** Names of other sensors that come out first this way, and go in last. */
  List<String> sensorsInTheWay(Site.Way way) {
    return card.stream()
        .flatMap(c -> c.obstructions().stream())
        .filter(o -> way.behind().contains(o.id()) && o.sensor() != null)
        .map(o -> card.flatMap(c -> c.site(o.sensor())).map(Site::name).orElse(o.name()))
        .toList();
  }

  /** What was seen with the plug off; empty where nobody watched. */
  public Optional<PlugWatch> plugWatch() {
    List<Fact.PlugWatched> told = state.plugWatch();
    if (told.isEmpty()) {
      return Optional.empty();
    }
    Optional<Fact.PlugWatched> out =
        told.stream().filter(w -> w.plug() == Fact.PlugAt.OUT).reduce((one, later) -> later);
    boolean isOut = told.get(told.size() - 1).plug() == Fact.PlugAt.OUT;
    return Optional.of(new PlugWatch(told(told.get(0)), out.map(Target::told), isOut));
  }

  private static PlugWatch.Told told(Fact.PlugWatched watched) {
    return new PlugWatch.Told(Optional.ofNullable(watched.value()), watched.codes());
  }

  /** What can hurt while its plug is pulled with the ignition on. */
  public List<Caution> cautionsAtThePlug() {
    return known(access().map(Access::atTheSensor).orElse(List.of()), List.of("ignition-on"));
  }

  /** The live signal that drops out when it is unplugged; empty where the family has none. */
  public Optional<LiveSignal> watched() {
    return sheet()
        .flatMap(s -> Conditional.of(s.watched(), traits()).stream().findFirst())
        .map(FamilySheet.Watched::signal);
  }

  /** Whether what was seen of the sensor is as the card tells it. */
  public List<Message> strange(Fact.Look look) {
    return site.map(s -> SiteLook.strange(s, look)).orElse(List.of());
  }

  /** What the sheet says of it, as it is on this vehicle and in this job. */
  public Optional<FamilySheet> sheet() {
    return sheet.get();
  }

  private Optional<FamilySheet> variant() {
    return family.map(s -> catalog.variant(s, traits()));
  }

  /**
   * What is known of it, its vehicle and the job, by which the sheet tells what is meant for it.
   */
  public Traits traits() {
    return traits.get();
  }

  private List<WayOffered> offerWays() {
    return WayOffered.of(this, state.vehicle().map(Fact.VehicleIdentified::place));
  }

  private Traits findTraits() {
    return traits(site);
  }

  private Traits traits(Optional<Site> site) {
    Traits sensor = card.flatMap(c -> site.map(s -> catalog.traits(c, s))).orElse(Traits.UNKNOWN);
    Traits known =
        JobTraits.of(
            sensor, catalog.traitsByName(), state, shop, chosenPart(), planned(), triedInVain());
    boolean twin = card.isPresent() && site.filter(s -> Inquiry.hasTwin(card.get(), s)).isPresent();
    return catalog.settled(known.with("twin", twin ? "yes" : "no"), family, state.told());
  }

  /** The questions on which practitioners disagree that bear on its work. */
  List<School> schools() {
    return site.isEmpty() ? List.of() : catalog.schools(traits(), family);
  }

  /** The same with what the whole work is by each answer. */
  public List<SchoolOffered> schoolsOffered() {
    return schoolsOffered.get();
  }

  /** The fact by which an answer of a school is chosen: a verdict where it asks for a work. */
  public Fact choosing(String school, String answer, String reason) {
    return schoolsOffered().stream()
        .map(SchoolOffered::school)
        .filter(s -> s.id().equals(school))
        .flatMap(s -> s.option(answer).stream())
        .flatMap(o -> works().stream().filter(w -> w.id().equals(o.work())))
        .findFirst()
        .<Fact>map(w -> taking(w, reason))
        .orElseGet(() -> new Fact.TraitTold(school, answer));
  }

  /** What is known of it but for what a school settles. */
  Traits without(String trait) {
    return traits().without(trait);
  }

  /** What only the person who works can tell, and by which a school is advised. */
  List<Trait> decides(School school) {
    Traits told = card.flatMap(c -> site.map(s -> catalog.traits(c, s))).orElse(Traits.UNKNOWN);
    return catalog.traits().stream()
        .filter(t -> t.isAsked() && school.asks().contains(t.trait()) && !told.knows(t.trait()))
        .filter(t -> catalog.schools().stream().noneMatch(s -> s.id().equals(t.trait())))
        .toList();
  }

  /** The order of work on it alone, without what went wrong in it. */
  Optional<WorkOrder> orderNow() {
    return worksOn().map(plan -> catalog.workOrder(card.orElseThrow(), List.of(plan)));
  }

  /** The order of work on it alone if a school were answered so. */
  Optional<WorkOrder> orderAnswering(School school, School.Option answer) {
    Work work = catalog.work(answer.work()).orElseGet(this::planned);
    Traits then = without(school.id()).with(school.id(), answer.value()).without("opens");
    return worksOn(work, then.with("opens", work.opens().word()))
        .map(plan -> catalog.workOrder(card.orElseThrow(), List.of(plan)));
  }

  /** What went wrong in the work on it, at a step of its own order or of one that it shares. */
  List<Mishap.Met> met() {
    return state.mishaps().stream()
        .flatMap(
            m ->
                catalog.mishap(m.mishap()).stream()
                    .flatMap(k -> k.way(m.way()).stream().flatMap(w -> met(m.step(), k, w))))
        .toList();
  }

  private Stream<Mishap.Met> met(String step, Mishap mishap, Mishap.Way way) {
    String operation = WorkPlan.operation(step);
    return Stream.of(operation, operation + WorkPlan.AT + about.site())
        .map(at -> new Mishap.Met(at, mishap, way));
  }

  /** What its card's vehicle forgets without battery, as it is taught again by hand. */
  List<Procedure> forgottenByBattery() {
    return forgottenByBattery(card);
  }

  /** What a vehicle forgets without battery: usually, and by the card of its body. */
  List<Procedure> forgottenByBattery(Optional<VehicleCard> body) {
    Optional<String> besides =
        body.map(c -> c.teach().get(Procedure.BATTERY_OFF)).filter(w -> !w.isBlank());
    return catalog.procedures(Procedure.BATTERY_OFF, traits()).stream()
        .filter(p -> !p.asksTheCard() || besides.isPresent())
        .map(p -> p.asksTheCard() ? p.told(besides.get()) : p)
        .toList();
  }

  /**
   * What only the person who works can tell, where the sheet asks for it and no card tells it; of
   * each trait the values that the sheet tells apart.
   */
  public List<Trait> asked() {
    return asked.get();
  }

  private List<Trait> findAsked() {
    Set<String> asks = family.map(FamilySheet::asks).orElse(Set.of());
    Traits told = card.flatMap(c -> site.map(s -> catalog.traits(c, s))).orElse(Traits.UNKNOWN);
    return catalog.traits().stream()
        .filter(t -> t.isAsked() && asks.contains(t.trait()) && !told.knows(t.trait()))
        .filter(t -> catalog.schools().stream().noneMatch(s -> s.id().equals(t.trait())))
        .map(t -> t.of(family.orElseThrow().named(t.trait())))
        .toList();
  }

  /** Of that, what decides which checks are meant for it. */
  public List<Trait> askedByChecks() {
    return askedBy(FamilySheet::checks);
  }

  /** Of that, what decides which proofs are meant for it. */
  public List<Trait> askedByProofs() {
    return askedBy(FamilySheet::proofs);
  }

  private List<Trait> askedBy(Function<FamilySheet, List<? extends Conditional>> part) {
    Set<String> asks =
        family.stream()
            .flatMap(s -> part.apply(s).stream())
            .flatMap(c -> c.condition().asks())
            .collect(Collectors.toSet());
    return asked().stream().filter(t -> asks.contains(t.trait())).toList();
  }

  /** The views in which it can be looked at; empty while its place is open. */
  public Optional<SiteViews> views() {
    return views.get();
  }

  private Optional<SiteViews> findViews() {
    return card.flatMap(c -> site.map(s -> catalog.views(c, s, shop.sides())));
  }

  /**
   * One of its views, drawn.
   *
   * @throws NoSuchElementException while its place is open
   */
  public Drawing drawn(View view, Wording words) {
    return drawn.computeIfAbsent(
        new Drawn(view, words), d -> views().orElseThrow().draw(d.view(), d.words()));
  }

  // Prove

  public Optional<Diagnosis> diagnosis() {
    return diagnosis.get();
  }

  private Optional<Inquiry> inquire() {
    return sheet().map(s -> new Inquiry(this, s, shop));
  }

  private Optional<Diagnosis> diagnose() {
    return inquiry.get().map(Inquiry::diagnosis);
  }

  /** What is known of its fault beside what was measured, and what could be; seen ones first. */
  public List<ClueAtHand> clues() {
    return inquiry.get().map(Inquiry::clues).orElse(List.of());
  }

  /** What the part costs that would be taken; empty where no list knows one. */
  public Optional<Double> price() {
    return inquiry.get().flatMap(Inquiry::price);
  }

  /** What to do next, whoever does it. */
  public Optional<Plan> plan() {
    return plan.get();
  }

  private Optional<Plan> makePlan() {
    return inquiry.get().flatMap(i -> diagnosis().map(d -> i.plan(d, Optional.empty())));
  }

  /** Whether who checks it must be qualified for something. */
  public boolean demandsQualified() {
    return checks().stream().anyMatch(c -> cautions(c).stream().anyMatch(Caution::binds));
  }

  /** What to do next, as far as this person may. */
  public Optional<Plan> plan(JobRules.Person person) {
    return inquiry.get().flatMap(i -> diagnosis().map(d -> i.plan(d, Optional.of(person))));
  }

  /** Works that were done on it after which the fault was there again, the first first. */
  public List<Work> triedInVain() {
    return inVain.get();
  }

  private List<Work> findInVain() {
    Stream<Fact.VerdictTaken> before =
        state.rounds().stream().filter(this::wasInVain).map(JobState.Round::verdict);
    List<ReadCode> after = state.afterClear().map(JobState.Afterwards::codes).orElse(List.of());
    Stream<Fact.VerdictTaken> now = state.verdict().filter(v -> isBack(after)).stream();
    return Stream.concat(before, now)
        .map(v -> catalog.work(v.work()).orElseGet(() -> catalog.usual(v.remedy())))
        .filter(w -> !w.watches())
        .toList();
  }

  /** A signed-off job that came back, or a work after whose clearing the code was there again. */
  private boolean wasInVain(JobState.Round round) {
    return round.end() == JobState.Round.End.CAME_BACK || round.wasTried() && isBack(round.after());
  }

  /** Whether a code of it is there again after clearing, and not only to be erased by itself. */
  private boolean isBack(List<ReadCode> after) {
    return after.stream()
        .filter(c -> !Set.of(CodeState.PERMANENT).equals(c.states()))
        .anyMatch(c -> family.filter(s -> s.owns(c.code())).isPresent());
  }

  /** The cause that it ended at; empty where its work is not signed off as proven. */
  Optional<CauseRecord.Proven> provenCause() {
    boolean proven = state.signedOff().filter(Fact.SignedOff::proven).isPresent();
    return state
        .verdict()
        .filter(v -> proven && !v.suspect().isEmpty())
        .map(v -> new CauseRecord.Proven(about.family(), about.card(), v.suspect()));
  }

  /** How many jobs of the shop ended at a suspect of its sheet, and at any of them. */
  public CausesHere causesHere(Suspect suspect) {
    List<Suspect> all = sheet().map(FamilySheet::suspects).orElse(List.of());
    return new CausesHere(
        shop.causes().count(about.family(), suspect.id()), shop.causes().of(about.family(), all));
  }

  /** So many of so many jobs. */
  public record CausesHere(int here, int of) {}

  /** The checks that are meant for the sensor at hand. */
  public List<Check> checks() {
    return sheet().map(FamilySheet::checks).orElse(List.of());
  }

  public Optional<Check> check(String id) {
    return checks().stream().filter(c -> c.id().equals(id)).findFirst();
  }

  /** The band that applies to a check on this vehicle; empty if its figure is not known. */
  public Optional<Band> band(Check check, Measurement measurement, SignalModel.Told told) {
    return measurement.band(card.map(c -> c.limits().get(check.id())), figure(measurement), told);
  }

  private Optional<Double> figure(Measurement measurement) {
    return Optional.ofNullable(measurement.cardFigure()).flatMap(this::figureOfTheCard);
  }

  /** Whether a value is judged here, or whoever measures has to compare it with the maker's. */
  public boolean isJudged(Check check) {
    return check
        .measured()
        .filter(
            m ->
                m.model() == null
                    || m.figure() != null
                    || figureOfTheCard(m.cardFigure()).isPresent())
        .isPresent();
  }

  /** The result that a value means; empty if it cannot be judged. */
  public Optional<String> outcome(Check check, Reading value, SignalModel.Told told) {
    return check
        .measured()
        .filter(m -> m.unit().quantity() == value.unit().quantity())
        .flatMap(m -> band(check, m, told).map(b -> m.outcomeFor(b.judge(value).side())));
  }

  /** What is right of a measured check, drawn; with the reading, where one is told. */
  public Optional<Drawing> picture(
      Check check, SignalModel.Told told, Reading value, Wording words) {
    return check
        .measured()
        .filter(m -> isJudged(check))
        .flatMap(m -> MeasuredPicture.of(m, t -> band(check, m, t), told, value, words));
  }

  /** By what the instrument of a check judges on this vehicle; without those that nobody knows. */
  public Map<String, Double> limits(Check check) {
    return check.instrumented().orElseThrow().limits(this::figureOfTheCard).orElse(Map.of());
  }

  /** What the instrument of a check sees in a recording; the columns are what a person picked. */
  public Look look(
      Check check,
      Capture.Read recording,
      Map<String, String> columns,
      Map<String, Reading> figures) {
    return check
        .instrumented()
        .orElseThrow()
        .look(recording, columns, figures, this::figureOfTheCard);
  }

  /** What the instrument of a check sees in figures alone. */
  public Look look(Check check, Map<String, Reading> figures) {
    return check.instrumented().orElseThrow().look(figures, this::figureOfTheCard);
  }

  private Optional<Double> figureOfTheCard(String name) {
    return card.flatMap(c -> c.figure(name));
  }

  /** What can hurt at a check: of the check itself, of the way to the sensor, of the vehicle. */
  public List<Caution> cautions(Check check) {
    List<String> ofThePlace =
        access().map(a -> check.elsewhere() ? a.everywhere() : a.atTheSensor()).orElse(List.of());
    return known(ofThePlace, check.cautions());
  }

  private List<Caution> known(List<String> ofThePlace, List<String> own) {
    return Stream.concat(ofThePlace.stream(), own.stream())
        .distinct()
        .map(catalog::caution)
        .toList();
  }

  private Optional<Access> access() {
    return access.get();
  }

  private Optional<Access> findAccess() {
    return card.flatMap(c -> site.map(s -> catalog.access(c, traits())));
  }

  public Optional<Verdict> verdict() {
    return verdict.get();
  }

  private Optional<Verdict> judge() {
    return inquiry
        .get()
        .flatMap(i -> diagnosis().map(d -> Verdict.of(d, i.possible(), shop.verdictThreshold())));
  }

  // What is done

  /** The works that a verdict may ask for: a new sensor only where one is accused. */
  public List<Work> works() {
    return catalog.works().stream()
        .filter(w -> sheet().map(s -> w.suits(s.operations())).orElse(w.opens() != Work.Opens.SEAT))
        .toList();
  }

  /** The work that the taken verdict asks for; empty before, and in records without one. */
  public Optional<Work> work() {
    return state
        .verdict()
        .filter(v -> v.remedy() == Remedy.REPLACE_SENSOR || !v.work().isEmpty())
        .map(v -> catalog.work(v.work()).orElseGet(() -> catalog.usual(v.remedy())));
  }

  /** The work that is planned with: the one at hand, or the one to which a verdict may lead. */
  Work planned() {
    return work().orElseGet(() -> catalog.usual(Remedy.REPLACE_SENSOR));
  }

  /** The work by which it is handed to a specialist. */
  public Work handsOver() {
    return catalog.usual(Remedy.REFER);
  }

  /** The work that the verdict of the checks asks for. */
  public Optional<Work> proposed() {
    return verdict()
        .flatMap(
            v ->
                v.remedy()
                    .map(
                        r ->
                            v.suspect().remedy() == r
                                ? catalog.work(v.suspect())
                                : catalog.usual(r)));
  }

  /** What was tried before and did not hold, the first first. */
  public Message triedBefore() {
    return Message.listing(
        state.rounds().stream()
            .map(JobState.Round::verdict)
            .map(v -> catalog.named(v.work(), v.remedy()))
            .toList());
  }

  /** The cause that the taken verdict puts right, as far as the checks tell it. */
  public Optional<Suspect> cause() {
    return state
        .verdict()
        .flatMap(
            taken -> verdict().map(Verdict::suspect).filter(s -> s.remedy() == taken.remedy()));
  }

  /** What the verdict calls for, by the name of its work. */
  public Optional<Message> taken() {
    return state
        .verdict()
        .map(v -> catalog.named(work().map(Work::id).orElse(v.work()), v.remedy()));
  }

  /** Whether the taken verdict asks for a repair without a new sensor. */
  public boolean isWithoutPart() {
    return state.verdict().filter(v -> v.remedy() != Remedy.REPLACE_SENSOR).isPresent();
  }

  /** Whether its repair has no steps and is only written down, as in records from before works. */
  public boolean isOnlyNoted() {
    return isWithoutPart() && work().isEmpty();
  }

  /**
   * The verdict that it needs a work, with what the checks say of it.
   *
   * @param reason why, where it goes against the checks; else empty
   */
  public Fact.VerdictTaken taking(Work work, String reason) {
    return new Fact.VerdictTaken(
        work.remedy(),
        verdict()
            .map(Verdict::suspect)
            .filter(s -> s.remedy() == work.remedy())
            .map(Suspect::id)
            .orElse(""),
        diagnosis().map(d -> d.probability(work.remedy())).orElse(1.0),
        reason,
        work.id());
  }

  /** Whether no part is chosen for it yet, or one that does not match: nothing is taken apart. */
  boolean awaitsPart() {
    return work().filter(Work::takesPart).isPresent()
        && (state.part().isEmpty() || picking.isWrong());
  }

  /** Whether the taken verdict asks for a new ring alone. */
  public boolean renewsSeal() {
    return work().filter(w -> w.remedy() == Remedy.RENEW_SEAL).isPresent();
  }

  /** Whether a part is to be chosen for it, or compared, before it can be worked on. */
  public boolean wantsPart() {
    return work().filter(Work::takesPart).isPresent()
        && (state.compared().isEmpty() || picking.isWrong());
  }

  // Pick

  /** All about its part. */
  public Picking picking() {
    return picking;
  }

  /** The parts that may go in, the best first; empty while its place is open. */
  public Optional<PartChoice> partChoice() {
    return picking.choice();
  }

  /** The part that was chosen, as the record has it. */
  public Optional<Part> chosenPart() {
    return picking.chosen();
  }

  /** The other sensor of its kind that is renewed with it, if its card has one. */
  public Optional<Target> twin() {
    return card.flatMap(
        c ->
            site.flatMap(
                here ->
                    c.told()
                        .filter(s -> s.family().equals(here.family()) && s != here)
                        .min(Comparator.comparingInt(s -> strangeness(here, s)))
                        .flatMap(s -> of(aboutOf(s), state, catalog, shop))));
  }

  /** The nearest relation first: the same place on the other bank, else the same bank. */
  private static int strangeness(Site here, Site other) {
    return (other.position().equals(here.position()) ? 0 : 2)
        + (other.bank() == here.bank() ? 0 : 1);
  }

  private About aboutOf(Site other) {
    return new About(
        about.family(), about.sheetRevision(), about.card(), about.cardRevision(), other.id());
  }

  // Verify

  /** What has to be seen of it after its work: of the sensor, and of the work itself. */
  public List<SensorProof> proofs() {
    return work()
        .filter(w -> w.isProvenBy(Work.Proof.SEEN))
        .map(
            w ->
                Stream.concat(
                        sheet().stream().flatMap(s -> s.proofs().stream()),
                        Conditional.of(w.proofs(), traits()).stream())
                    .toList())
        .orElse(List.of());
  }

  /** What is right for a figure of a proof; empty where nobody knows it for this vehicle. */
  public Optional<Band> band(SensorProof proof, ProofFigure figure) {
    Optional<Band> ofTheCard = card.map(c -> c.limits().get(proof.limit(figure)));
    return figure.right().band(ofTheCard, figure(figure.right()), SignalModel.Told.NOTHING);
  }

  /** The figures of a proof that are judged here. */
  public List<ProofFigure> figures(SensorProof proof) {
    return proof.figures().stream().filter(f -> band(proof, f).isPresent()).toList();
  }

  /**
   * Figures as they were read, each against what is right; those that nobody knows are left out.
   */
  public List<Band.Judgement> judge(SensorProof proof, List<Fact.FigureRead> read) {
    return read.stream()
        .flatMap(
            r ->
                figures(proof).stream()
                    .filter(f -> f.id().equals(r.figure()))
                    .filter(f -> f.right().unit().quantity() == r.value().unit().quantity())
                    .map(f -> band(proof, f).orElseThrow().judge(r.value())))
        .toList();
  }

  /** Whether figures as they were read prove it: none lies outside of what is right. */
  boolean holds(SensorProof proof, List<Fact.FigureRead> read) {
    return judge(proof, read).stream().allMatch(j -> j.side() == Band.Side.WITHIN);
  }

  /**
   * The proof as its figures say.
   *
   * @param log id of the kept log that told them; empty where they were typed
   */
  public Fact.ProofSeen measured(SensorProof proof, List<Fact.FigureRead> read, String log) {
    return new Fact.ProofSeen(about.site(), proof.id(), holds(proof, read), "", read, log);
  }

  /** The figures of a proof as a log tells them, or why it does not. */
  public Map<ProofFigure, TraceFigure.Told> told(SensorProof proof, DriveLog log) {
    Map<ProofFigure, TraceFigure.Told> told = new LinkedHashMap<>();
    figures(proof).stream()
        .filter(f -> f.from() != null)
        .forEach(f -> told.put(f, f.from().in(log)));
    return told;
  }

  public Optional<SensorProof> proof(String id) {
    return proofs().stream().filter(p -> p.id().equals(id)).findFirst();
  }

  /** What can hurt while it is looked for: of the vehicle, and of the look itself. */
  public List<Caution> cautions(SensorProof proof) {
    return known(access().map(Access::everywhere).orElse(List.of()), proof.cautions());
  }

  public boolean isSeen(SensorProof proof) {
    return state.seen(proof.id()).filter(Fact.ProofSeen::held).isPresent();
  }

  // Swap

  /** The codes that this sensor's circuit sets. */
  List<CodeRange> circuits() {
    return sheet().stream()
        .flatMap(s -> s.codes().stream())
        .filter(g -> site.filter(at -> g.isAt(at.bank(), at.position())).isPresent())
        .map(CodeGroup::codes)
        .toList();
  }

  /** Looks at the part that is out: they cost nothing any more. */
  public List<Check> looksAtTheOldPart() {
    return checks().stream().filter(Check::oldPart).toList();
  }

  /**
   * What the checks say since somebody looked at the old part, where that is another remedy than
   * the one that was taken; empty else.
   */
  public Optional<Verdict> oldPartSaysOtherwise() {
    boolean looked =
        looksAtTheOldPart().stream()
            .anyMatch(
                c ->
                    state.live().stream()
                        .filter(e -> e.sequence() > state.verdictAt())
                        .anyMatch(
                            e ->
                                e.fact() instanceof Fact.CheckAnswered a
                                    && e.about().concerns(about)
                                    && a.check().equals(c.id())));
    return verdict()
        .filter(v -> looked)
        .filter(v -> state.verdict().filter(t -> t.remedy() != v.suspect().remedy()).isPresent());
  }

  /** The order of work on this sensor alone. */
  public Optional<WorkOrder> workOrder() {
    return workOrder.get();
  }

  private Optional<WorkOrder> orderWork() {
    return worksOn(planned(), traits())
        .map(plan -> catalog.workOrder(card.orElseThrow(), List.of(plan), met()))
        .or(() -> work().map(w -> catalog.workOrder(w, card.stream().toList())));
  }

  /** The order of another work on it alone. */
  Optional<WorkOrder> orderOf(Work work) {
    return work.equals(planned()) ? workOrder() : orderOpening(work);
  }

  /** The order of fitting a new one, which leads all the way to its seat. */
  Optional<WorkOrder> orderOfUsual() {
    return orderOf(catalog.usual(Remedy.REPLACE_SENSOR));
  }

  private Optional<WorkOrder> orderOpening(Work work) {
    Traits then = traits().without("opens").with("opens", work.opens().word());
    return worksOn(work, then)
        .map(plan -> catalog.workOrder(card.orElseThrow(), List.of(plan)))
        .or(() -> Optional.of(catalog.workOrder(work, card.stream().toList())));
  }

  /** What is done to it, to be put in order with what is done to others. */
  Optional<WorkPlan.Sensor> worksOn() {
    return worksOn(planned(), traits());
  }

  private Optional<WorkPlan.Sensor> worksOn(Work work, Traits known) {
    return card.flatMap(c -> site.map(at -> catalog.sensor(c, at, work, known)));
  }

  /** What was done to it, by operation; what an earlier attempt left off is still off. */
  Map<String, JobState.Ticked> ticks() {
    return ticks.get();
  }

  private Map<String, JobState.Ticked> countTicks() {
    Map<String, JobState.Ticked> all = new HashMap<>();
    for (JobState.Round round : state.rounds()) {
      for (Ledger.Line open : leftBy(round)) {
        if (workOrder().flatMap(o -> o.step(open.step())).isPresent()) {
          all.put(open.step(), round.ticks().get(open.step()));
        }
      }
    }
    all.putAll(state.ticks());
    return all;
  }

  /** What an earlier attempt left off that no step of this one puts back. */
  List<Ledger.Movement> leftOver() {
    return state.rounds().stream()
        .flatMap(r -> leftBy(r).stream())
        .filter(l -> workOrder().flatMap(o -> o.step(l.step())).isEmpty())
        .map(
            l ->
                l.fluid()
                    ? new Ledger.Movement(l.item() + ", to be filled up", 1)
                    : new Ledger.Movement(l.item(), l.owed()))
        .toList();
  }

  private List<Ledger.Line> leftBy(JobState.Round round) {
    Fact.VerdictTaken v = round.verdict();
    Work work = catalog.work(v.work()).orElseGet(() -> catalog.usual(v.remedy()));
    Traits then =
        traits().with("remedy", JobTraits.words(v.remedy())).with("opens", work.opens().word());
    return worksOn(work, then)
        .map(plan -> catalog.workOrder(card.orElseThrow(), List.of(plan)))
        .map(o -> Ledger.of(o, WorkTogether.measured(round.ticks()), List.of()).open())
        .orElse(List.of());
  }

  // Relearn

  /** What the controller is taught after this work where no routine does it: here, or usually. */
  Optional<String> taughtByTheMaker() {
    boolean learns = work().map(Work::learns).orElse(true);
    if (!learns || !routines().isEmpty()) {
      return Optional.empty();
    }
    boolean complete = card.filter(c -> c.isComplete(about.family())).isPresent();
    if (procedures().stream().anyMatch(p -> state.taughtByHand(p.id()).isPresent())) {
      return Optional.empty();
    }
    return card.flatMap(c -> Optional.ofNullable(c.teach().get(about.family())))
        .or(() -> family.map(s -> s.typical().teach()).filter(t -> !complete && !t.isEmpty()));
  }

  /** How the controller is taught without a tool after work on it, one or the other. */
  public List<Procedure> procedures() {
    return catalog.procedures(about.family(), traits());
  }

  /** What does a routine's work without our link; empty for one of something else. */
  List<Procedure> insteadOf(Routine routine) {
    boolean own =
        card.filter(c -> c.routinesAfter(about.family()).anyMatch(routine::equals)).isPresent();
    return own ? procedures() : List.of();
  }

  /** Whether its vehicle's battery is off for the work, or was to clear codes. */
  boolean forgetsByBattery() {
    return state.forgotByBattery() || ticks().containsKey(Procedure.BATTERY_OFF);
  }

  /** The routines that follow the work on it, and what is done on the way to it. */
  List<Routine> routines() {
    return routines.get();
  }

  private List<Routine> findRoutines() {
    boolean learns = work().map(Work::learns).orElse(true);
    Stream<String> steps =
        workOrder().stream().flatMap(o -> o.steps().stream()).map(s -> WorkPlan.operation(s.id()));
    Stream<String> forgets =
        state.forgotByBattery() ? Stream.of(Procedure.BATTERY_OFF) : Stream.empty();
    Stream<String> done = Stream.concat(steps, forgets);
    Stream<String> after = learns ? Stream.concat(Stream.of(about.family()), done) : done;
    return card.map(
            c -> Conditional.of(after.flatMap(c::routinesAfter).distinct().toList(), traits()))
        .orElse(List.of());
  }
}
