package hopmend.catalog;

import hopmend.fault.Bulletin;
import hopmend.fault.CodeGroup;
import hopmend.find.Bay;
import hopmend.find.Chassis;
import hopmend.find.Site;
import hopmend.find.Wiring;
import hopmend.part.Part;
import hopmend.relearn.Routine;
import hopmend.sensor.Band;
import hopmend.sensor.Traits;
import hopmend.swap.Fastener;
import hopmend.swap.Obstruction;
import hopmend.vehicle.EngineLayout;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * All that is known of a vehicle platform.
 *
 * @param chassis the plan of the whole vehicle, null where no site lies outside the bay
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
    EngineLayout engine,
    Bay bay,
    Chassis chassis,
    List<Site> sites,
    List<Obstruction> obstructions,
    List<Fastener> fasteners,
    List<Part> parts,
    List<Wiring> wiring,
    Map<String, List<String>> traits,
    Map<String, Band> limits,
    Map<String, Double> figures,
    List<Routine> routines,
    Map<String, List<String>> relearnAfter,
    List<CodeGroup> codes,
    List<Bulletin> bulletins,
    List<String> cautions,
    String jackPoints,
    String source) {
  public VehicleCard {
    sites = List.copyOf(sites);
    obstructions = List.copyOf(obstructions);
    fasteners = List.copyOf(fasteners);
    parts = List.copyOf(parts);
    traits = traits == null ? Map.of() : Map.copyOf(traits);
    wiring = wiring == null ? List.of() : List.copyOf(wiring);
    limits = limits == null ? Map.of() : Map.copyOf(limits);
    figures = figures == null ? Map.of() : Map.copyOf(figures);
    codes = codes == null ? List.of() : List.copyOf(codes);
    bulletins = bulletins == null ? List.of() : List.copyOf(bulletins);
    cautions = cautions == null ? List.of() : List.copyOf(cautions);
    routines = routines == null ? List.of() : List.copyOf(routines);
    relearnAfter = relearnAfter == null ? Map.of() : Map.copyOf(relearnAfter);
  }

  public String name() {
    return make + " " + model;
  }

  /** A figure by its name; the engine's own are told with it. */
  public Optional<Double> figure(String name) {
    return name.equals("displacement-litres")
        ? Optional.of(engine.displacementLitres())
        : Optional.ofNullable(figures.get(name));
  }

  /** What sheets may ask about a sensor of this vehicle, at its place. */
  public Traits traits(Site site) {
    return Traits.UNKNOWN
        .with("position", site.position())
        .with("way in", site.wayIn().name().toLowerCase(Locale.ROOT).replace('_', ' '))
        .with("latch", site.latch())
        .with("fuel", engine.fuel().name().toLowerCase(Locale.ROOT))
        .with(traits)
        .with(site.traits());
  }

  public Optional<Site> site(String siteId) {
    return sites.stream().filter(s -> s.id().equals(siteId)).findFirst();
  }

  public Optional<Fastener> fastener(String fastenerId) {
    return fasteners.stream().filter(f -> f.id().equals(fastenerId)).findFirst();
  }

  public Optional<Part> part(String number) {
    return parts.stream().filter(p -> p.number().equals(number)).findFirst();
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
