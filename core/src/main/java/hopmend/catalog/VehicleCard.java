package hopmend.catalog;

import hopmend.find.Bay;
import hopmend.find.Site;
import hopmend.part.Part;
import hopmend.relearn.Routine;
import hopmend.sensor.Band;
import hopmend.swap.Fastener;
import hopmend.swap.Obstruction;
import hopmend.vehicle.EngineLayout;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * All that is known of a vehicle platform.
 *
 * @param limits limits that override a sheet's, by check id
 * @param figures single figures by name, for example the teeth of the cam wheel
 * @param relearnAfter ids of routines to run after work on a family
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
    List<Site> sites,
    List<Obstruction> obstructions,
    List<Fastener> fasteners,
    List<Part> parts,
    Map<String, Band> limits,
    Map<String, Double> figures,
    List<Routine> routines,
    Map<String, List<String>> relearnAfter,
    String jackPoints,
    String source) {
  public VehicleCard {
    sites = List.copyOf(sites);
    obstructions = List.copyOf(obstructions);
    fasteners = List.copyOf(fasteners);
    parts = List.copyOf(parts);
    limits = limits == null ? Map.of() : Map.copyOf(limits);
    figures = figures == null ? Map.of() : Map.copyOf(figures);
    routines = routines == null ? List.of() : List.copyOf(routines);
    relearnAfter = relearnAfter == null ? Map.of() : Map.copyOf(relearnAfter);
  }

  public String name() {
    return make + " " + model;
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

  /** Routines that work on the family asks for, in the card's order. */
  public List<Routine> routinesAfter(String family) {
    return relearnAfter.getOrDefault(family, List.of()).stream()
        .flatMap(r -> routine(r).stream())
        .toList();
  }
}
