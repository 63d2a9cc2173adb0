package hopmend.app.demo;

import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import hopmend.app.account.Accounts;
import hopmend.app.account.Qualifications;
import hopmend.app.catalog.Catalogs;
import hopmend.app.fleet.Fleet;
import hopmend.app.fleet.FleetVehicle;
import hopmend.app.job.JobCopies;
import hopmend.app.job.JobDesk;
import hopmend.app.job.JobDesk.Submission;
import hopmend.app.link.Links;
import hopmend.app.link.Way;
import hopmend.app.needs.Items;
import hopmend.app.part.Parts;
import hopmend.catalog.DemoParts;
import hopmend.fault.TroubleCode;
import hopmend.job.Fact;
import hopmend.job.Held;
import hopmend.job.Hop;
import hopmend.job.JobRules;
import hopmend.job.Role;
import hopmend.job.ShopSettings;
import hopmend.part.PartRecord;
import hopmend.part.PartsShelf;
import hopmend.prove.CauseRecord;
import hopmend.report.ScanText;
import hopmend.standin.BusKind;
import hopmend.standin.BusServer;
import hopmend.standin.DoipServer;
import hopmend.standin.VehicleSpec;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.annotation.Profile;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;

/**
 * The workshop of a river-ferry co-operative: accounts, the link, the fleet, jobs in all hops, and
 * the closed jobs of two years.
 */
@Component
@Profile("demo")
class DemoData {
  private static final Logger LOG = LoggerFactory.getLogger(DemoData.class);
  private static final String TECHNICIAN = "oskar";

  private final Accounts accounts;
  private final Qualifications qualifications;
  private final Links links;
  private final JobDesk desk;
  private final JobCopies copies;
  private final Fleet fleet;
  private final Parts parts;
  private final Items items;
  private final Catalogs catalogs;
  private final ShopSettings shop;
  private final Clock clock;
  private final DemoVehicle vehicle;
  private final DemoDay day;

  DemoData(
      Accounts accounts,
      Qualifications qualifications,
      Links links,
      JobDesk desk,
      JobCopies copies,
      Fleet fleet,
      Parts parts,
      Items items,
      Catalogs catalogs,
      ShopSettings shop,
      Clock clock,
      DemoVehicle vehicle,
      DemoDay day) {
    this.day = day;
    this.accounts = accounts;
    this.qualifications = qualifications;
    this.links = links;
    this.desk = desk;
    this.copies = copies;
    this.fleet = fleet;
    this.parts = parts;
    this.items = items;
    this.catalogs = catalogs;
    this.shop = shop;
    this.clock = clock;
    this.vehicle = vehicle;
  }

  @EventListener(ApplicationReadyEvent.class)
  @Order(0)
  void load() {
    // The last account is made last of all: a start that was cut off before it begins anew, and
    // finds what is there.
    if (accounts.byLogin("nils").isEmpty()) {
      fleet.take(resource("demo/fleet.csv"), "marit");
      parts.take(DemoParts.read(catalogs.now()), "marit");
      items.take(resource("demo/items.csv"), "marit");
      new DemoHistory(catalogs.now(), shopNow(), copies).make(fleet.offered(), clock.instant());
      Map<String, Long> opened = openJobs();
      person("marit", "Marit (lead)", "grey-heron-at-dusk", Role.LEAD);
      person(TECHNICIAN, "Oskar", "tar-rope-and-lantern", Role.TECHNICIAN);
      day.room(List.of("marit", TECHNICIAN));
      day.hours(
          Map.of("marit", "04:00-12:00, 12:30-20:00", TECHNICIAN, "03:00-12:00, 12:30-22:00"));
      day.told(opened);
      person("nils", "Nils (learner)", "slow-oar-first-light", Role.LEARNER);
      day.hours(Map.of("nils", "07:00-11:30, 12:00-21:00"));
    }
    for (DoipServer s : vehicle.garage().servers()) {
      VehicleSpec spec = s.with(v -> v.spec());
      String host = s.address().getAddress().getHostAddress();
      links.point(Way.GATEWAY, "Simulated " + spec.name(), host, s.port(), spec.vin(), "demo");
    }
    for (BusServer b : vehicle.garage().buses()) {
      boolean truck = b.kind() == BusKind.TRUCK;
      links.point(
          truck ? Way.TRUCK : Way.CAN,
          "Simulated " + b.spec().name() + " by its bus",
          b.address().getAddress().getHostAddress(),
          b.address().getPort(),
          b.spec().vin(),
          "demo");
    }
    LOG.info(
        "Demo accounts: marit / grey-heron-at-dusk, oskar / tar-rope-and-lantern, nils / slow-oar-first-light. Vehicle bench {}",
        vehicle.url());
  }

  /** The shop with its list of parts; its jobs have told nothing yet. */
  private ShopSettings shopNow() {
    return shop.with(
        PartRecord.NONE, CauseRecord.NONE, PartsShelf.of(DemoParts.read(catalogs.now())));
  }

  private void person(String login, String name, String password, Role role) {
    if (accounts.byLogin(login).isEmpty()) {
      accounts.create(login, name, password, role);
      if (role == Role.LEAD) {
        LocalDate until = LocalDate.now(clock).plusYears(2);
        Held held = new Held("high-voltage", "Coast Guild of Vehicle Trades", until);
        qualifications.keep(login, held, login);
      }
    }
  }

  /** The jobs of the table by their titles. */
  private Map<String, Long> openJobs() {
    Map<String, Long> opened = new HashMap<>();
    try (CsvReader<NamedCsvRecord> jobs =
        CsvReader.builder().ofNamedCsvRecord(resource("demo/jobs.csv"))) {
      ShopSettings withParts = shopNow();
      jobs.forEach(
          r ->
              opened.put(
                  r.getField("title"), openJob(r, token(r.getStartingLineNumber()), withParts)));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    fromScanText();
    return opened;
  }

  /**
   * Of its own for every job, and the same at every start: a first start may be cut off half way.
   */
  private static UUID token(long number) {
    return new UUID(0x4d45_4e44_0000_4000L, 0x8000_0000_0000_0000L | number);
  }

  private long openJob(NamedCsvRecord r, UUID token, ShopSettings withParts) {
    FleetVehicle v = fleet.numbered(r.getField("fleet_number")).orElseThrow();
    DemoRepair repair =
        new DemoRepair(catalogs.now(), withParts, clock.instant(), TECHNICIAN, true, 0);
    String codes = r.getField("codes");
    repair.read(
        Stream.of(codes.split(codes.contains(";") || codes.startsWith("F") ? ";" : " "))
            .map(TroubleCode::parse)
            .toList(),
        DemoHistory.vehicle(v, Double.parseDouble(r.getField("odometer_km"))),
        List.of(r.getField("symptoms").split(" ")),
        r.getField("words"));
    repair.upTo(Hop.valueOf(r.getField("up_to")));
    return desk.open(
        r.getField("title"),
        v.fleetNumber(),
        v.customer(),
        form(token),
        repair.facts(),
        Optional.empty());
  }

  private static Submission form(UUID token) {
    return new Submission(token, Long.MAX_VALUE, new JobRules.Person(TECHNICIAN, Role.TECHNICIAN));
  }

  private void fromScanText() {
    FleetVehicle van = fleet.numbered("Van 14").orElseThrow();
    String text = resource("sample/scan-van-14.txt");
    JobDesk.Kept kept = JobDesk.Kept.of("scan text", "text/plain", text);
    ScanText scan = ScanText.read(text, 2026, catalogs.now().reportWords());
    desk.open(
        "Lamp on, shakes at the ramp",
        van.fleetNumber(),
        van.customer(),
        form(token(0)),
        List.of(
            new Fact.CodesRead(
                Fact.CodeSource.PASTED, scan.codes(), scan.freezeFrame(), kept.id().toString()),
            DemoHistory.vehicle(van, 142_300),
            new Fact.SymptomsNoted(
                List.of("long-crank", "shakes"),
                List.of("hot"),
                Fact.HowOften.OFTEN,
                "Shakes when I wait at the ramp, worse when warm.")),
        Optional.of(kept));
  }

  private static String resource(String path) {
    try (var in = new ClassPathResource(path).getInputStream()) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
