package hopmend.app.fleet;

import hopmend.app.catalog.Catalogs;
import hopmend.app.web.CsvList;
import hopmend.app.web.InputProblem;
import hopmend.app.web.ListAsked;
import hopmend.app.web.ListOrder;
import hopmend.app.web.ListOrder.Column;
import hopmend.app.web.ListOrder.Kind;
import hopmend.app.web.Paged;
import hopmend.app.web.SmallLetters;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The register of vehicles: kept, searched, and taken out and in as CSV. */
@Service
public class Fleet {
  private static final List<String> COLUMNS =
      List.of(
          "fleet_number",
          "identification_number",
          "card",
          "engine_card",
          "built",
          "customer",
          "notes");
  private static final CsvList CSV = new CsvList(COLUMNS, COLUMNS);
  private static final int AT_ONCE = 200;

  private static final ListOrder<FleetVehicle> LISTED =
      new ListOrder<>(
          FleetVehicle.class,
          "fleet_vehicle",
          false,
          List.of(
              new Column<>("fleet_number", Kind.WORDS, FleetVehicle::fleetNumber),
              new Column<>("id", Kind.NUMBER, FleetVehicle::id)));

  private final FleetRepository vehicles;
  private final Catalogs catalogs;
  private final Clock clock;
  private final EntityManager database;

  Fleet(FleetRepository vehicles, Catalogs catalogs, Clock clock, EntityManager database) {
    this.vehicles = vehicles;
    this.catalogs = catalogs;
    this.clock = clock;
    this.database = database;
  }

  @Transactional(readOnly = true)
  public Paged<FleetVehicle> list(ListAsked asked) {
    return Paged.read(database, LISTED, asked);
  }

  @Transactional(readOnly = true)
  public Optional<FleetVehicle> vehicle(long id) {
    return vehicles.findById(id);
  }

  /** The vehicle of a fleet number, in any case of its letters. */
  @Transactional(readOnly = true)
  public Optional<FleetVehicle> numbered(String fleetNumber) {
    return fleetNumber.isBlank()
        ? Optional.empty()
        : vehicles.findBySmallFleetNumber(SmallLetters.of(fleetNumber.strip()));
  }

  /** Ids of the cards of vehicles whose numbers begin like this one. */
  @Transactional(readOnly = true)
  public List<String> cardsAlike(String vin) {
    return vehicles.cardsAlike(vin.substring(0, 8));
  }

  /** Vehicles to offer while a number is typed. */
  @Transactional(readOnly = true)
  public List<FleetVehicle> offered() {
    return vehicles.first();
  }

  /**
   * Keeps a line, new or changed.
   *
   * @param id of the vehicle to change, empty for a new one
   * @throws InputProblem with the first field that is wrong
   */
  @Transactional
  public FleetVehicle keep(Optional<Long> id, FleetLine typed, String who) {
    typed.problems(catalogs.now(), year()).entrySet().stream()
        .findFirst()
        .ifPresent(
            p -> {
              throw new InputProblem(p.getKey(), p.getValue());
            });
    FleetLine line = typed.tidied(year());
    requireOnce(id, line);
    FleetVehicle vehicle =
        id.flatMap(vehicles::findById)
            .map(v -> changed(v, line, who))
            .orElseGet(() -> new FleetVehicle(line, cardName(line), who, now()));
    return vehicles.save(vehicle);
  }

  private void requireOnce(Optional<Long> id, FleetLine line) {
    vehicles
        .findByVin(line.vin())
        .filter(v -> !id.equals(Optional.of(v.id())))
        .ifPresent(
            v -> {
              throw new InputProblem("vin", "This number belongs to " + v.fleetNumber() + ".");
            });
    vehicles
        .findBySmallFleetNumber(SmallLetters.of(line.fleetNumber()))
        .filter(v -> !id.equals(Optional.of(v.id())))
        .ifPresent(
            v -> {
              throw new InputProblem("fleetNumber", "There is a " + v.fleetNumber() + " already.");
            });
  }

  private FleetVehicle changed(FleetVehicle v, FleetLine line, String who) {
    v.change(line, cardName(line), who, now());
    return v;
  }

  private String cardName(FleetLine line) {
    return catalogs.now().card(line.card()).map(c -> c.name()).orElse("");
  }

  /** The register as CSV, in the order of the fleet numbers. */
  @Transactional(readOnly = true)
  public String csv() {
    return CSV.write(
        vehicles.all().stream()
            .map(FleetVehicle::line)
            .map(
                l ->
                    List.of(
                        l.fleetNumber(),
                        l.vin(),
                        l.card(),
                        l.engineCard(),
                        l.built(),
                        l.customer(),
                        l.notes())));
  }

  /** How many lines of an import were new, and how many changed a vehicle. */
  public record Imported(int added, int changed) {}

  /**
   * Takes a register in, all of it or nothing: a line whose identification number is known changes
   * that vehicle, any other adds one.
   *
   * @throws InputProblem naming every line that is wrong
   */
  @Transactional
  public Imported take(String csv, String who) {
    Set<String> seen = new HashSet<>();
    List<FleetLine> lines = CSV.read(csv, (cells, problems) -> line(cells, seen, problems));
    int added = 0;
    int read = 0;
    for (FleetLine line : lines) {
      Optional<FleetVehicle> known = vehicles.findByVin(line.vin());
      keep(known.map(FleetVehicle::id), line, who);
      added += known.isEmpty() ? 1 : 0;
      if (++read % AT_ONCE == 0) {
        // What is written is looked through at every search until it is put out of mind.
        database.flush();
        database.clear();
      }
    }
    return new Imported(added, lines.size() - added);
  }

  private FleetLine line(List<String> cells, Set<String> seen, List<String> problems) {
    FleetLine line =
        new FleetLine(
                cells.get(0),
                cells.get(1),
                cells.get(2),
                cells.get(3),
                cells.get(4),
                cells.get(5),
                cells.get(6))
            .tidied(year());
    problems.addAll(line.problems(catalogs.now(), year()).values());
    if (!seen.add(line.vin()) || !seen.add(SmallLetters.of(line.fleetNumber()))) {
      problems.add("it stands there twice.");
    }
    return line;
  }

  private int year() {
    return now().atZone(ZoneOffset.UTC).getYear();
  }

  private Instant now() {
    return clock.instant();
  }
}
