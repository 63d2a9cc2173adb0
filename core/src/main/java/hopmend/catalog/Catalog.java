package hopmend.catalog;

import hopmend.clear.Aftermath;
import hopmend.drawing.Sign;
import hopmend.drawing.Symbols;
import hopmend.fault.CodeGroup;
import hopmend.fault.CodeMeaning;
import hopmend.fault.CodeRule;
import hopmend.fault.CodeWords;
import hopmend.fault.KnownCodes;
import hopmend.fault.TroubleCode;
import hopmend.find.Level;
import hopmend.find.Sides;
import hopmend.find.Site;
import hopmend.find.SiteViews;
import hopmend.message.Message;
import hopmend.part.BenchTrait;
import hopmend.part.PartsFile;
import hopmend.part.seal.SealTable;
import hopmend.prove.Proving;
import hopmend.prove.Remedy;
import hopmend.prove.Suspect;
import hopmend.relearn.Procedure;
import hopmend.report.ReportWords;
import hopmend.sensor.Conditional;
import hopmend.sensor.Trait;
import hopmend.sensor.Traits;
import hopmend.swap.Access;
import hopmend.swap.Caution;
import hopmend.swap.Fastener;
import hopmend.swap.Mishap;
import hopmend.swap.Obstruction;
import hopmend.swap.Operation;
import hopmend.swap.Phase;
import hopmend.swap.Qualification;
import hopmend.swap.School;
import hopmend.swap.Work;
import hopmend.swap.WorkOrder;
import hopmend.swap.WorkPlan;
import hopmend.verify.DriveCourse;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Sheets, cards and the rules beside them.
 *
 * @param shelf the vehicle cards at hand
 * @param otherCodes codes that stand beside a sensor's without being one's
 * @param circumstances in which a symptom shows
 * @param works how each remedy is carried out, the usual work of each before the others
 * @param procedures what is taught without a tool
 * @param course how a drive runs what is still to be shown
 * @param proving what hop 2 knows whatever the sensor
 * @param schools on which practitioners disagree
 * @param mishaps that a step may meet
 * @param aftermath codes that our own work leaves behind
 * @param usualObstructions what often lies in the way, to pick from
 * @param traits all that sheets may ask about a sensor
 * @param latches of connectors, each with the way that it opens
 * @param bench what is compared of an old part and a new one, in the order of the bench
 * @param seals sizes and materials of O-rings
 * @param tray what may lie on the tray, drawn; by the word of its name
 * @param signs pictograms of cautions
 * @param eye what an eye compares with, by the results of checks
 * @param qualifications that cautions may demand
 * @param reportWords how reports name things
 */
public record Catalog(
    List<FamilySheet> sheets,
    CardShelf shelf,
    List<CodeGroup> otherCodes,
    List<CodeRule> codeRules,
    CodeWords codeWords,
    Map<String, Caution> cautions,
    List<Symptom> symptoms,
    List<Symptom> circumstances,
    ReportWords reportWords,
    WaysIn waysIn,
    List<Work> works,
    List<Procedure> procedures,
    DriveCourse course,
    Proving proving,
    List<School> schools,
    List<Mishap> mishaps,
    List<Aftermath> aftermath,
    List<Obstruction> usualObstructions,
    List<Trait> traits,
    List<Sign> latches,
    List<BenchTrait> bench,
    SealTable seals,
    List<Sign> tray,
    Symbols signs,
    Symbols eye,
    List<Qualification> qualifications) {
  /** How much longer work takes that no eye sees; the shop's estimate. */
  private static final double BY_FEEL = 1.5;

  public Catalog {
    sheets = List.copyOf(sheets);
    otherCodes = List.copyOf(otherCodes);
    codeRules = List.copyOf(codeRules);
    cautions = Map.copyOf(cautions);
    symptoms = List.copyOf(symptoms);
    circumstances = List.copyOf(circumstances);
    works = List.copyOf(works);
    procedures = List.copyOf(procedures);
    schools = List.copyOf(schools);
    mishaps = List.copyOf(mishaps);
    aftermath = List.copyOf(aftermath);
    usualObstructions = List.copyOf(usualObstructions);
    traits = List.copyOf(traits);
    latches = List.copyOf(latches);
    bench = List.copyOf(bench);
    tray = List.copyOf(tray);
    qualifications = List.copyOf(qualifications);
  }

  public Optional<FamilySheet> sheet(String family) {
    return sheets.stream().filter(s -> s.family().equals(family)).findFirst();
  }

  /** What a list of parts may name. */
  public PartsFile.Known partsKnown() {
    return new PartsFile.Known(
        sheets.stream()
            .flatMap(s -> Stream.of(s.family(), s.name()).map(n -> Map.entry(n, s.family())))
            .collect(
                Collectors.toMap(
                    e -> PartsFile.plain(e.getKey()), Map.Entry::getValue, (one, same) -> one)),
        "",
        latches.stream().map(Sign::id).collect(Collectors.toSet()),
        bench);
  }

  /** The sheet whose codes include this one. */
  public Optional<FamilySheet> sheetOwning(TroubleCode code) {
    return sheets.stream().filter(s -> CodeGroup.owning(code, s.codes()).isPresent()).findFirst();
  }

  /** The cards as they are told, without what is usual. */
  public List<VehicleCard> cards() {
    return shelf.cards();
  }

  /** The card of an id as it is told, without what is usual: the one to change and to write. */
  public Optional<VehicleCard> told(String id) {
    return shelf.told(id);
  }

  /** The card of an id, with what is usual where it tells nothing: the one to work with. */
  public Optional<VehicleCard> card(String id) {
    return shelf.card(id);
  }

  /**
   * A site of a card, completed, in the views in which it can be looked at.
   *
   * @param usual where drivers sit in the vehicles of the shop
   */
  public SiteViews views(VehicleCard card, Site site, Sides usual) {
    List<Site> along =
        isInTheExhaust(site)
            ? Stream.concat(
                    card.sites().stream()
                        .filter(s -> isInTheExhaust(s) && !s.id().equals(site.id())),
                    Stream.of(site))
                .toList()
            : List.of();
    Optional<Level> level =
        sheet(site.family()).flatMap(s -> s.typical().level(site.bank(), site.position()));
    return card.views(site, along, level, usual);
  }

  private boolean isInTheExhaust(Site site) {
    return sheet(site.family()).filter(s -> s.typical().isInTheExhaust()).isPresent();
  }

  /** What is usual, where nothing is known of the vehicle. */
  public VehicleCard anyVehicle() {
    return shelf.anyVehicle();
  }

  /** A card with what is usual where it tells nothing. */
  public VehicleCard complete(VehicleCard card) {
    return shelf.complete(card);
  }

  /** The same with other cards in the place of those of their ids, or beside them. */
  public Catalog with(List<VehicleCard> others) {
    return new Catalog(
        sheets,
        shelf.with(others),
        otherCodes,
        codeRules,
        codeWords,
        cautions,
        symptoms,
        circumstances,
        reportWords,
        waysIn,
        works,
        procedures,
        course,
        proving,
        schools,
        mishaps,
        aftermath,
        usualObstructions,
        traits,
        latches,
        bench,
        seals,
        tray,
        signs,
        eye,
        qualifications);
  }

  public List<CodeGroup> codeGroups() {
    return sheets.stream().flatMap(s -> s.codes().stream()).toList();
  }

  public KnownCodes knownCodes() {
    return new KnownCodes(codeRules, codeGroups(), otherCodes);
  }

  public CodeMeaning meaning(TroubleCode code) {
    return meaning(code, List.of());
  }

  /**
   * @param own groups of the vehicle's card, which come first
   */
  public CodeMeaning meaning(TroubleCode code, List<CodeGroup> own) {
    return CodeMeaning.of(code, knownCodes().with(own).all(), codeWords);
  }

  /** The caution of this id; one that nobody wrote yet still warns, by its id. */
  public Caution caution(String id) {
    return Optional.ofNullable(cautions.get(id)).orElseGet(() -> Caution.unknown(id));
  }

  /** The cautions of these ids. */
  public List<Caution> cautions(List<String> ids) {
    return ids.stream().map(this::caution).toList();
  }

  /** What a qualification is called; its id if the catalog does not know it. */
  public String qualification(String id) {
    return qualifications.stream()
        .filter(q -> q.id().equals(id))
        .map(Qualification::name)
        .findFirst()
        .orElse(id);
  }

  public Optional<Sign> seenAs(String id) {
    return eye.named(id);
  }

  public Optional<Sign> latch(String id) {
    return latches.stream().filter(l -> l.id().equals(id)).findFirst();
  }

  /** The schools that bear on a sensor: it, or the way to it, does things by their answer. */
  public List<School> schools(Traits known, Optional<FamilySheet> sheet) {
    Set<String> asked = sheet.map(FamilySheet::asks).orElse(Set.of());
    return Conditional.of(schools, known).stream()
        .filter(s -> s.isOfWorks() || asked.contains(s.id()) || waysIn.asks(s.id()))
        .toList();
  }

  /**
   * What is known of a sensor, with the answer of each school that bears on it.
   *
   * @param told answers that somebody gave, by school
   */
  public Traits settled(Traits known, Optional<FamilySheet> sheet, Map<String, String> told) {
    Traits all = known;
    for (School s : schools(known, sheet)) {
      all = all.without(s.id()).with(s.id(), s.answered(all, told.get(s.id())));
    }
    return all;
  }

  public Optional<Mishap> mishap(String id) {
    return mishaps.stream().filter(m -> m.id().equals(id)).findFirst();
  }

  public Optional<Symptom> symptom(String id) {
    return symptoms.stream().filter(s -> s.id().equals(id)).findFirst();
  }

  /** What is known of a sensor: what its family always is, and what the card tells. */
  public Traits traits(VehicleCard card, Site site) {
    return Traits.UNKNOWN
        .with("family", site.family())
        .with(sheet(site.family()).map(FamilySheet::always).orElse(Map.of()))
        .with(card.traits(site).values());
  }

  /** What of a sheet is meant for a sensor, with the cautions that hold there. */
  public FamilySheet variant(FamilySheet sheet, Traits sensor) {
    return sheet.variant(
        sensor, id -> caution(id).condition().only(t -> !isOfPerson(t)).holdsFor(sensor));
  }

  /** Whether a caution is meant for the person who looks. */
  public boolean isMeantFor(Caution caution, Traits person) {
    return caution.condition().only(this::isOfPerson).holdsFor(person);
  }

  boolean isOfPerson(String trait) {
    return traits.stream().anyMatch(t -> t.ofPerson() && t.trait().equals(trait));
  }

  public Map<String, Trait> traitsByName() {
    return traits.stream().collect(Collectors.toMap(Trait::trait, t -> t));
  }

  /** What is taught by hand after a work, where these traits hold. */
  public List<Procedure> procedures(String after, Traits known) {
    return Conditional.of(procedures.stream().filter(p -> p.follows(after)).toList(), known);
  }

  public Optional<Work> work(String id) {
    return works.stream().filter(w -> w.id().equals(id)).findFirst();
  }

  /** What a work is called; by its remedy where the catalog does not know it. */
  public Message named(String work, Remedy remedy) {
    return work(work).map(w -> Message.text(w.name())).orElse(Message.named(remedy));
  }

  /** The usual work of a remedy. */
  public Work usual(Remedy remedy) {
    return works.stream().filter(w -> w.remedy() == remedy).findFirst().orElseThrow();
  }

  /** The work that puts a suspect right. */
  public Work work(Suspect suspect) {
    return Optional.ofNullable(suspect.work())
        .flatMap(this::work)
        .orElseGet(() -> usual(suspect.remedy()));
  }

  /** The order of a work on the sensor at a site of a card, wherever it is done. */
  public WorkOrder workOrder(VehicleCard card, Site site, Work work) {
    return workOrder(
        card,
        List.of(
            sensor(
                card,
                site,
                work,
                settled(
                    traits(card, site).with("opens", work.opens().word()),
                    sheet(site.family()),
                    Map.of()))));
  }

  /** The order of work on several sensors of a card at once. */
  public WorkOrder workOrder(VehicleCard card, List<WorkPlan.Sensor> sensors) {
    return workOrder(card, sensors, List.of());
  }

  /** The order of work on several sensors of a card at once, with what went wrong in it. */
  public WorkOrder workOrder(
      VehicleCard card, List<WorkPlan.Sensor> sensors, List<Mishap.Met> met) {
    Map<String, Fastener> fasteners = new LinkedHashMap<>();
    waysIn.fasteners().forEach(f -> fasteners.put(f.id(), f));
    card.fasteners().forEach(f -> fasteners.put(f.id(), f));
    return WorkPlan.order(sensors, card.obstructions(), fasteners, cautions, waysIn.order(), met);
  }

  /**
   * A sensor with what a work does to it.
   *
   * @param usualObstructions what often lies in the way, to pick from
   * @param traits all that is known of it and of the job
   */
  public WorkPlan.Sensor sensor(VehicleCard card, Site site, Work work, Traits traits) {
    FamilySheet sheet = variant(sheet(site.family()).orElseThrow(), traits);
    return new WorkPlan.Sensor(
        site.id(),
        site.name(),
        work.on(sheet.operations()).stream().map(o -> reached(o, site)).toList(),
        work.opensTheWay() ? site.behind() : List.of(),
        card.fastener(site.fastener()),
        work.goesThere() ? access(card, traits) : onTheVehicle(List.of(card)));
  }

  /** Where the hand finds it and not the eye, what is done to the sensor takes longer. */
  private static Operation reached(Operation o, Site site) {
    boolean atTheSensor =
        o.phase().compareTo(Phase.UNPLUG) >= 0 && o.phase().compareTo(Phase.PUT_BACK) < 0;
    return site.byFeel() && atTheSensor ? o.slower(BY_FEEL) : o;
  }

  /** The order of a work that is about no sensor of a card. */
  public WorkOrder workOrder(Work work, List<VehicleCard> vehicle) {
    WorkPlan.Sensor none =
        new WorkPlan.Sensor(
            "", "", work.on(List.of()), List.of(), Optional.empty(), onTheVehicle(vehicle));
    return WorkPlan.order(List.of(none), List.of(), Map.of(), cautions, List.of());
  }

  private static Access onTheVehicle(List<VehicleCard> cards) {
    return new Access(
        List.of(),
        List.of(),
        cards.stream().flatMap(c -> c.cautions().stream()).distinct().toList());
  }

  /**
   * What the way to a sensor asks for, and what holds for any work on the vehicle.
   *
   * @param sensor its traits, with those of the job
   */
  public Access access(VehicleCard card, Traits sensor) {
    return waysIn.access(sensor, card.cautions());
  }
}
