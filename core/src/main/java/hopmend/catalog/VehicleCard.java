package hopmend.catalog;

import hopmend.fault.Bulletin;
import hopmend.fault.CodeGroup;
import hopmend.find.Bay;
import hopmend.find.Chassis;
import hopmend.find.Level;
import hopmend.find.Sides;
import hopmend.find.Site;
import hopmend.find.SiteViews;
import hopmend.find.TypicalPlan;
import hopmend.find.Wiring;
import hopmend.relearn.Routine;
import hopmend.sensor.Band;
import hopmend.sensor.Traits;
import hopmend.swap.Fastener;
import hopmend.swap.Obstruction;
import hopmend.vehicle.EngineLayout;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * All that is known of a vehicle platform.
 *
 * @param partial whether it was begun at a vehicle and tells only the sensors that somebody worked
 *     on; else it tells every sensor of the families that it names
 * @param chassis the plan of the whole vehicle, null where no site lies outside the bay
 * @param teach what the controllers are taught after work on a family where no routine does it, in
 *     words
 * @param codes the maker's own codes, flash codes and parameters, each with its family
 * @param bulletins service bulletins that speak about codes together
 * @param cautions cautions that hold for any work on this vehicle, shown at each of its checks and
 *     steps
 * @param wiring what several of its sensors share: supplies, grounds, fuses
 * @param traits what sheets may ask about the vehicle: high voltage, aftertreatment
 * @param limits limits that override a sheet's, by check id
 * @param figures single figures by name, for example the teeth of the cam wheel
 * @param relearnAfter ids of routines to run after work on a family, or after an operation:
 *     battery-off
 */
public record VehicleCard(
    String id,
    int revision,
    String make,
    String model,
    int yearFrom,
    int yearTo,
    boolean partial,
    EngineLayout engine,
    Bay bay,
    Chassis chassis,
    List<Site> sites,
    List<Obstruction> obstructions,
    List<Fastener> fasteners,
    List<Wiring> wiring,
    Map<String, List<String>> traits,
    Map<String, Band> limits,
    Map<String, Double> figures,
    List<Routine> routines,
    Map<String, List<String>> relearnAfter,
    Map<String, String> teach,
    List<CodeGroup> codes,
    List<Bulletin> bulletins,
    List<String> cautions,
    String jackPoints,
    String source) {
  public VehicleCard {
    if (id == null || make == null || model == null || engine == null || bay == null) {
      throw new IllegalArgumentException("A card tells its id, make, model, engine and bay");
    }
    source = source == null ? "" : source;
    sites = sites == null ? List.of() : List.copyOf(sites);
    obstructions = obstructions == null ? List.of() : List.copyOf(obstructions);
    fasteners = fasteners == null ? List.of() : List.copyOf(fasteners);
    traits = traits == null ? Map.of() : Map.copyOf(traits);
    wiring = wiring == null ? List.of() : List.copyOf(wiring);
    limits = limits == null ? Map.of() : Map.copyOf(limits);
    figures = figures == null ? Map.of() : Map.copyOf(figures);
    codes = codes == null ? List.of() : List.copyOf(codes);
    bulletins = bulletins == null ? List.of() : List.copyOf(bulletins);
    cautions = cautions == null ? List.of() : List.copyOf(cautions);
    routines = routines == null ? List.of() : List.copyOf(routines);
    relearnAfter = relearnAfter == null ? Map.of() : Map.copyOf(relearnAfter);
    teach = teach == null ? Map.of() : Map.copyOf(teach);
  }

  /** A card is long: its name parts it from others well enough. */
  @Override
  public int hashCode() {
    return id.hashCode();
  }

  /** A vehicle of which nobody has told anything; it has no id, so that nothing is about it. */
  static VehicleCard ofAnyVehicle() {
    EngineLayout engine = EngineLayout.NOT_TOLD;
    return begun(
        "",
        "any",
        "vehicle",
        1950,
        2100,
        engine,
        TypicalPlan.bay(engine),
        Map.of(),
        List.of("perhaps-high-voltage"),
        "common practice");
  }

  /** A card that somebody begins: no sensor is told yet. */
  static VehicleCard begun(
      String id,
      String make,
      String model,
      int yearFrom,
      int yearTo,
      EngineLayout engine,
      Bay bay,
      Map<String, List<String>> traits,
      List<String> cautions,
      String source) {
    return new VehicleCard(
        id,
        1,
        make,
        model,
        yearFrom,
        yearTo,
        true,
        engine,
        bay,
        null,
        List.of(),
        List.of(),
        List.of(),
        List.of(),
        traits,
        Map.of(),
        Map.of(),
        List.of(),
        Map.of(),
        Map.of(),
        List.of(),
        List.of(),
        cautions,
        "the maker's points only; stands are never optional",
        source);
  }

  /**
   * The same with the sensors that the families usually have and that it does not tell, each where
   * it usually sits.
   */
  VehicleCard completed(List<FamilySheet> sheets) {
    List<FamilySheet> open = sheets.stream().filter(s -> !isComplete(s.family())).toList();
    Chassis plan = chassis == null ? typicalPlan() : chassis;
    List<Site> all = new ArrayList<>(told().toList());
    List<Fastener> held = new ArrayList<>(fasteners);
    for (FamilySheet sheet : open) {
      sheet
          .typical()
          .sites(sheet.family(), vehicleTraits(), engine, bay, plan)
          .filter(s -> told().noneMatch(s::isTheSameAs))
          .forEach(all::add);
      sheet.typical().held().filter(f -> fastener(f.id()).isEmpty()).ifPresent(held::add);
    }
    return with(plan, all, obstructions, held);
  }

  private Chassis typicalPlan() {
    boolean drivenBehind = isTold("drive", "rear") || isTold("drive", "all");
    return TypicalPlan.chassis(engine, catalysts(), isTold("steering", "right"), drivenBehind);
  }

  /** How many catalysts lie behind each other in each branch. */
  private int catalysts() {
    return isTold("catalysts", "2") ? 2 : 1;
  }

  /** Where its driver sits; where nobody told it, where drivers of the shop's vehicles sit. */
  public Sides sides(Sides usual) {
    return isTold("steering", "left")
        ? new Sides(EngineLayout.VehicleSide.LEFT)
        : isTold("steering", "right") ? new Sides(EngineLayout.VehicleSide.RIGHT) : usual;
  }

  /**
   * A site in the views in which it can be looked at.
   *
   * @param along all sites along the exhaust, empty for a site that is not counted there
   * @param level how high it usually sits, where nobody told it
   */
  SiteViews views(Site site, List<Site> along, Optional<Level> level, Sides usual) {
    List<Site> others = sites.stream().filter(s -> !s.id().equals(site.id())).toList();
    return new SiteViews(
        engine,
        bay,
        chassis,
        sides(usual),
        site,
        others.stream().filter(s -> !s.typical() && s.family().equals(site.family())).toList(),
        others,
        along,
        catalysts(),
        Optional.ofNullable(site.level()).or(() -> level),
        fastener(site.fastener()));
  }

  private boolean isTold(String trait, String value) {
    return traits.getOrDefault(trait, List.of()).contains(value);
  }

  /** The same with an engine of which more is told. */
  public VehicleCard with(EngineLayout engine) {
    return with(revision, engine, bay, chassis, sites, obstructions, fasteners, teach);
  }

  /** The same with what its controllers are taught after work on a family. */
  public VehicleCard teaching(String family, String words) {
    Map<String, String> all = new HashMap<>(teach);
    all.put(family, words);
    return with(revision, engine, bay, chassis, sites, obstructions, fasteners, all);
  }

  /** The same with other landmarks in its bay. */
  public VehicleCard with(Bay bay) {
    return with(revision, engine, bay, chassis, sites, obstructions, fasteners, teach);
  }

  /** The same as another revision. */
  public VehicleCard revised(int as) {
    return with(as, engine, bay, chassis, sites, obstructions, fasteners, teach);
  }

  /** The same with these sites, with what lies in their way and what holds them. */
  VehicleCard with(
      Chassis chassis, List<Site> sites, List<Obstruction> obstructions, List<Fastener> fasteners) {
    return with(revision, engine, bay, chassis, sites, obstructions, fasteners, teach);
  }

  private VehicleCard with(
      int revision,
      EngineLayout engine,
      Bay bay,
      Chassis chassis,
      List<Site> sites,
      List<Obstruction> obstructions,
      List<Fastener> fasteners,
      Map<String, String> teach) {
    return new VehicleCard(
        id,
        revision,
        make,
        model,
        yearFrom,
        yearTo,
        partial,
        engine,
        bay,
        chassis,
        sites,
        obstructions,
        fasteners,
        wiring,
        traits,
        limits,
        figures,
        routines,
        relearnAfter,
        teach,
        codes,
        bulletins,
        cautions,
        jackPoints,
        source);
  }

  /** Whether it tells every sensor of a family that the vehicle has. */
  public boolean isComplete(String family) {
    return !partial && told().anyMatch(s -> s.family().equals(family));
  }

  /** The sites that somebody told, without those that are only usual. */
  public Stream<Site> told() {
    return sites.stream().filter(s -> !s.typical());
  }

  /** Whether it is the card of a known vehicle. */
  public boolean isOfAVehicle() {
    return !id.isEmpty();
  }

  public String name() {
    return make + " " + model;
  }

  /** A figure by its name; the engine's own are told with it. */
  public Optional<Double> figure(String name) {
    return name.equals("displacement-litres") && engine.isTold()
        ? Optional.of(engine.displacementLitres())
        : Optional.ofNullable(figures.get(name));
  }

  /** What sheets may ask about a sensor of this vehicle, at its place. */
  public Traits traits(Site site) {
    return vehicleTraits()
        .with("position", site.position())
        .with("reach", site.byFeel() ? "by feel" : "in sight")
        .with("way in", site.wayIn().name().toLowerCase(Locale.ROOT).replace('_', ' '))
        .with("latch", site.latch())
        .with(site.traits());
  }

  /** What sheets may ask about the vehicle, whichever of its sensors is meant. */
  public Traits vehicleTraits() {
    Traits told = Traits.UNKNOWN.with(traits);
    return engine.isTold()
        ? told.with("fuel", engine.fuel().name().toLowerCase(Locale.ROOT))
            .with("cylinder banks", engine.isInline() ? "1" : "2")
            .with("exhaust banks", String.valueOf(engine.exhaustBanks()))
        : told;
  }

  public Optional<Site> site(String siteId) {
    return sites.stream().filter(s -> s.id().equals(siteId)).findFirst();
  }

  public Optional<Fastener> fastener(String fastenerId) {
    return fasteners.stream().filter(f -> f.id().equals(fastenerId)).findFirst();
  }

  public Optional<Routine> routine(String routineId) {
    return routines.stream().filter(r -> r.id().equals(routineId)).findFirst();
  }

  /** Routines that work on a family asks for, or an operation by its id, in the card's order. */
  public Stream<Routine> routinesAfter(String work) {
    return relearnAfter.getOrDefault(work, List.of()).stream().flatMap(r -> routine(r).stream());
  }

  /** Whether a model year may be one of its vehicles; the year begins before the calendar's. */
  public boolean isOfYear(int modelYear) {
    return modelYear >= yearFrom && modelYear <= yearTo + 1;
  }
}
