package hopmend.app.demo;

import hopmend.app.fleet.FleetVehicle;
import hopmend.app.job.JobCopies;
import hopmend.app.job.JobCopy;
import hopmend.catalog.Catalog;
import hopmend.catalog.FamilySheet;
import hopmend.fault.CodeGroup;
import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.find.Site;
import hopmend.job.Fact;
import hopmend.job.Hop;
import hopmend.job.ShopSettings;
import hopmend.part.Grade;
import hopmend.part.Part;
import hopmend.vehicle.EngineLayout;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.UUID;
import java.util.stream.Stream;

/**
 * Six years of closed jobs of the demo fleet, the same for every start: fixed seed. Every vehicle
 * has its share, one or two a year; no sensor fails twice in two years; some jobs are no sensor's.
 */
final class DemoHistory {
  static final int JOBS = 220;
  private static final long SEED = 20_261_124;
  private static final int DAYS = 6 * 365;
  private static final int YOUNGEST_DAYS = 20;
  private static final double KM_PER_DAY = 48;
  private static final int SAME_SENSOR_DAYS = 730;
  private static final int LONGEST_REST = 60;
  private static final int ONE_IN_WITHOUT_SENSOR = 4;

  private static final Map<String, List<String>> TITLES =
      Map.ofEntries(
          Map.entry("camshaft-position", List.of("Long crank when cold", "Lamp, shakes at idle")),
          Map.entry("crankshaft-position", List.of("Dies when hot", "Came on the hook")),
          Map.entry("knock", List.of("No pull uphill", "Rings on the hill")),
          Map.entry("oxygen", List.of("Failed the emission test", "Uses more fuel")),
          Map.entry("particulate", List.of("Soot lamp", "Soot lamp after the winter")),
          Map.entry("transmission-speed", List.of("Stuck in third", "Shifts hard")),
          Map.entry("fuel-pressure", List.of("Hesitates uphill", "Long crank when warm")),
          Map.entry("tank-pressure", List.of("Tank lamp", "Smells a little")),
          Map.entry("coolant-temperature", List.of("Heater stays cold", "Fan never stops")),
          Map.entry("air-mass", List.of("Hunts at idle", "Lost power")),
          Map.entry("pedal-position", List.of("No throttle, then it goes", "Limps home")));

  /** Code, title, what was found, what was done. */
  private static final List<List<String>> WITHOUT_SENSOR =
      List.of(
          List.of(
              "P0420", "Lamp before the inspection", "catalyst broken up inside", "new catalyst"),
          List.of("P0301", "Shakes at idle", "plug 1 cracked", "set of spark plugs"),
          List.of("P0455", "Smell of fuel, lamp", "filler cap torn", "new filler cap"),
          List.of("P0171", "Lamp on, drives well", "intake hose split", "new intake hose"));

  private static final List<String> DIESEL =
      List.of("P0299", "No pull uphill", "charge air hose off its clamp", "new hose and clamp");

  private static final List<String> ENDINGS =
      List.of(
          "closed on paper before this installation; no return reported",
          "closed on paper before this installation; lamp stayed off for a month",
          "closed on paper before this installation; came back after nine days, wiring");

  private final Random random = new Random(SEED);
  private final Random fate = new Random(SEED + 1);
  private final Catalog catalog;
  private final ShopSettings shop;
  private final JobCopies copies;

  DemoHistory(Catalog catalog, ShopSettings shop, JobCopies copies) {
    this.catalog = catalog;
    this.shop = shop;
    this.copies = copies;
  }

  /**
   * @param today the jobs lie in the six years before
   */
  void make(List<FleetVehicle> fleet, Instant today) {
    for (int v = 0; v < fleet.size(); v++) {
      int jobs = JOBS / fleet.size() + (v < JOBS % fleet.size() ? 1 : 0);
      life(fleet.get(v), v, jobs, today);
    }
  }

  /** The jobs of one vehicle, evenly over its years, with the odometer that it had by then. */
  private void life(FleetVehicle vehicle, int number, int jobs, Instant today) {
    Map<String, Integer> lastFailed = new HashMap<>();
    int span = (DAYS - YOUNGEST_DAYS) / jobs;
    for (int i = 0; i < jobs; i++) {
      int daysAgo = DAYS - i * span - random.nextInt(span);
      Instant begin = today.minus(daysAgo, ChronoUnit.DAYS);
      double odometer = Math.rint(9_000 + number * 1_700 + (DAYS - daysAgo) * KM_PER_DAY);
      String who = random.nextInt(3) == 0 ? "marit" : "oskar";
      DemoRepair repair = new DemoRepair(catalog, shop, begin, who, false, random.nextInt(6));
      Optional<Site> site =
          random.nextInt(ONE_IN_WITHOUT_SENSOR) == 0
              ? Optional.empty()
              : rested(vehicle, lastFailed, daysAgo);
      String title =
          site.map(s -> sensorJob(repair, vehicle, s, odometer))
              .orElseGet(() -> otherJob(repair, vehicle, odometer));
      site.ifPresent(s -> lastFailed.put(s.id(), daysAgo));
      if (site.isPresent() && daysAgo > LONGEST_REST) {
        perhapsComesBack(repair, site.get(), odometer);
      }
      repair.say(new Fact.SignedOff(false, ENDINGS.get(Math.max(0, random.nextInt(8) - 5))));
      copies.past(copy(repair, vehicle, new UUID(SEED, number * 1000L + i), title, who, begin));
    }
  }

  /** Some parts come back after days or weeks, cheap ones more often; the next one holds. */
  private void perhapsComesBack(DemoRepair repair, Site site, double odometer) {
    Grade grade = repair.workup().here().chosenPart().map(Part::grade).orElse(Grade.NOT_TOLD);
    double share =
        switch (grade) {
          case ECONOMY -> 0.28;
          case USED -> 0.2;
          case QUALITY -> 0.07;
          case ORIGINAL, NOT_TOLD -> 0.03;
        };
    if (fate.nextDouble() >= share) {
      return;
    }
    repair.say(new Fact.SignedOff(false, ENDINGS.get(0)));
    repair.rest(3 + fate.nextInt(LONGEST_REST - 3));
    repair.say(new Fact.CameBack("the same lamp again", odometer + 40 + fate.nextInt(900)));
    repair.say(
        new Fact.CodesRead(
            Fact.CodeSource.TYPED,
            List.of(ReadCode.of(code(site, fate), CodeState.STORED, CodeState.CURRENT)),
            List.of(),
            ""));
    repair.upTo(Hop.VERIFY);
  }

  /** A sensor of the vehicle that has not failed lately. */
  private Optional<Site> rested(
      FleetVehicle vehicle, Map<String, Integer> lastFailed, int daysAgo) {
    String engineCard = vehicle.engineCard().isEmpty() ? vehicle.card() : vehicle.engineCard();
    List<Site> sites =
        Stream.concat(
                sites(engineCard, FamilySheet.Follows.ENGINE),
                sites(vehicle.card(), FamilySheet.Follows.BODY))
            .filter(
                s ->
                    !lastFailed.containsKey(s.id())
                        || lastFailed.get(s.id()) - daysAgo > SAME_SENSOR_DAYS)
            .toList();
    return sites.isEmpty()
        ? Optional.empty()
        : Optional.of(sites.get(random.nextInt(sites.size())));
  }

  /** The sensors that a card tells of its engine, or of its body. */
  private Stream<Site> sites(String card, FamilySheet.Follows follows) {
    return catalog
        .card(card)
        .orElseThrow()
        .told()
        .filter(s -> catalog.sheet(s.family()).orElseThrow().follows() == follows);
  }

  private String sensorJob(DemoRepair repair, FleetVehicle vehicle, Site site, double odometer) {
    List<String> symptoms =
        List.of(catalog.symptoms().get(random.nextInt(catalog.symptoms().size())).id());
    repair.read(List.of(code(site, random)), vehicle(vehicle, odometer), symptoms, "");
    repair.upTo(Hop.VERIFY);
    List<String> titles = TITLES.get(site.family());
    return titles.get(random.nextInt(titles.size()));
  }

  private String otherJob(DemoRepair repair, FleetVehicle vehicle, double odometer) {
    boolean diesel =
        catalog.card(vehicle.card()).orElseThrow().engine().fuel() == EngineLayout.Fuel.DIESEL;
    List<String> what = diesel ? DIESEL : WITHOUT_SENSOR.get(random.nextInt(WITHOUT_SENSOR.size()));
    repair.read(List.of(TroubleCode.parse(what.get(0))), vehicle(vehicle, odometer), List.of(), "");
    repair.withoutSensor(what.get(2), what.get(3));
    return what.get(1);
  }

  private static JobCopy copy(
      DemoRepair repair,
      FleetVehicle vehicle,
      UUID token,
      String title,
      String who,
      Instant begin) {
    return new JobCopy(
        token,
        title,
        vehicle.fleetNumber(),
        vehicle.customer(),
        who,
        begin,
        repair.entries().stream()
            .map(
                e ->
                    new JobCopy.Entry(
                        e.sequence(), e.at(), e.who(), e.fact(), e.about(), e.claim()))
            .toList(),
        List.of());
  }

  /** A code of this sensor. */
  private TroubleCode code(Site site, Random random) {
    List<CodeGroup> groups =
        catalog.sheet(site.family()).orElseThrow().codes().stream()
            .filter(g -> g.bank() == 0 || site.bank() == 0 || g.bank() == site.bank())
            .filter(g -> g.position().isEmpty() || g.position().equals(site.position()))
            .toList();
    CodeGroup group = groups.get(random.nextInt(groups.size()));
    return group.codes().at(random.nextInt(group.codes().size()));
  }

  static Fact vehicle(FleetVehicle v, double odometerKm) {
    int year = v.line().month() == null ? 0 : v.line().month().getYear();
    return new Fact.VehicleIdentified(
        v.vin(), v.card(), v.engineCard(), year, v.line().month(), odometerKm, Fact.Place.HOIST);
  }
}
