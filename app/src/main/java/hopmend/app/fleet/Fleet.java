package hopmend.app.fleet;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import de.siegmar.fastcsv.writer.CsvWriter;
import hopmend.app.catalog.Catalogs;
import hopmend.app.web.CsvCell;
import hopmend.app.web.InputProblem;
import hopmend.app.web.ListAsked;
import hopmend.app.web.ListOrder;
import hopmend.app.web.ListOrder.Column;
import hopmend.app.web.ListOrder.Kind;
import hopmend.app.web.Paged;
import hopmend.app.web.SmallLetters;
import jakarta.persistence.EntityManager;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
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
  private static final int MOST_LINES = 20_000;
  private static final int MOST_PROBLEMS = 20;
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
    StringWriter out = new StringWriter();
    try (CsvWriter csv = CsvWriter.builder().build(out)) {
      csv.writeRecord(COLUMNS);
      for (FleetVehicle v : vehicles.all()) {
        FleetLine l = v.line();
        csv.writeRecord(
            Stream.of(
                    l.fleetNumber(),
                    l.vin(),
                    l.card(),
                    l.engineCard(),
                    l.built(),
                    l.customer(),
                    l.notes())
                .map(CsvCell::write)
                .toList());
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return out.toString();
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
    List<String> problems = new ArrayList<>();
    List<FleetLine> lines = lines(csv, problems);
    if (!problems.isEmpty()) {
      throw new InputProblem(
          "file",
          "Nothing was taken in. "
              + String.join(" ", problems.stream().limit(MOST_PROBLEMS).toList()));
    }
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

  private List<FleetLine> lines(String csv, List<String> problems) {
    List<FleetLine> lines = new ArrayList<>();
    Set<String> seen = new HashSet<>();
    try (CsvReader<NamedCsvRecord> reader =
        CsvReader.builder().maxBufferSize(1 << 20).ofNamedCsvRecord(csv)) {
      for (NamedCsvRecord record : reader) {
        List<String> missing = COLUMNS.stream().filter(c -> record.findField(c).isEmpty()).toList();
        if (!missing.isEmpty()) {
          problems.add("Missing columns: " + String.join(", ", missing) + ".");
          return lines;
        }
        if (lines.size() >= MOST_LINES) {
          problems.add("At most " + MOST_LINES + " lines are taken at once.");
          return lines;
        }
        FleetLine line = line(record).tidied(year());
        Map<String, String> wrong = line.problems(catalogs.now(), year());
        wrong
            .values()
            .forEach(w -> problems.add("Line %d: %s".formatted(record.getStartingLineNumber(), w)));
        if (!seen.add(line.vin()) || !seen.add(SmallLetters.of(line.fleetNumber()))) {
          problems.add("Line %d stands there twice.".formatted(record.getStartingLineNumber()));
        }
        lines.add(line);
      }
    } catch (CsvParseException | IOException e) {
      problems.add("This is no CSV with a header line: " + e.getMessage());
    }
    if (lines.isEmpty() && problems.isEmpty()) {
      problems.add("The file has no line below its header " + String.join(",", COLUMNS) + ".");
    }
    return lines;
  }

  private static FleetLine line(NamedCsvRecord r) {
    List<String> cells = COLUMNS.stream().map(r::getField).map(CsvCell::read).toList();
    return new FleetLine(
        cells.get(0),
        cells.get(1),
        cells.get(2),
        cells.get(3),
        cells.get(4),
        cells.get(5),
        cells.get(6));
  }

  private int year() {
    return now().atZone(ZoneOffset.UTC).getYear();
  }

  private Instant now() {
    return clock.instant();
  }
}
