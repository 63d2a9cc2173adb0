package hopmend.app.demo;

import hopmend.app.fleet.FleetVehicle;
import hopmend.app.job.JobCopies;
import hopmend.app.job.JobCopy;
import hopmend.catalog.Catalog;
import hopmend.fault.CodeGroup;
import hopmend.fault.TroubleCode;
import hopmend.find.Site;
import hopmend.job.Fact;
import hopmend.job.Hop;
import hopmend.job.ShopSettings;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Random;
import java.util.UUID;

/** Two years of closed jobs of the demo fleet, the same for every start: fixed seed. */
final class DemoHistory {
  static final int JOBS = 220;
  private static final long SEED = 20_261_124;
  private static final List<String> TITLES =
      List.of(
          "Lamp on",
          "Lamp on, drives well",
          "Lost power",
          "Before the inspection",
          "Long crank",
          "Uses more fuel",
          "Shakes at idle",
          "Came on the hook");
  private static final List<String> ENDINGS =
      List.of(
          "closed on paper before this installation; no return reported",
          "closed on paper before this installation; lamp stayed off for a month",
          "closed on paper before this installation; came back after nine days, wiring");

  private final Random random = new Random(SEED);
  private final Catalog catalog;
  private final ShopSettings shop;
  private final JobCopies copies;

  DemoHistory(Catalog catalog, ShopSettings shop, JobCopies copies) {
    this.catalog = catalog;
    this.shop = shop;
    this.copies = copies;
  }

  /**
   * @param today the jobs lie in the two years before
   */
  void make(List<FleetVehicle> fleet, Instant today) {
    for (int i = 0; i < JOBS; i++) {
      FleetVehicle vehicle = fleet.get(random.nextInt(fleet.size()));
      Instant begin = today.minus(20 + random.nextInt(710), ChronoUnit.DAYS);
      String who = random.nextInt(3) == 0 ? "marit" : "oskar";
      DemoRepair repair = new DemoRepair(catalog, shop, begin, who);
      repair.read(
          List.of(code(vehicle)),
          vehicle(vehicle, 40_000 + random.nextInt(120_000)),
          List.of(catalog.symptoms().get(random.nextInt(catalog.symptoms().size())).id()),
          "");
      repair.upTo(Hop.VERIFY);
      repair.say(new Fact.SignedOff(false, ENDINGS.get(Math.max(0, random.nextInt(8) - 5))));
      copies.past(
          new JobCopy(
              new UUID(SEED, i),
              TITLES.get(random.nextInt(TITLES.size())),
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
              List.of()));
    }
  }

  /** A code of a sensor that the vehicle really has. */
  private TroubleCode code(FleetVehicle vehicle) {
    List<Site> sites = catalog.card(vehicle.card()).orElseThrow().sites();
    Site site = sites.get(random.nextInt(sites.size()));
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
