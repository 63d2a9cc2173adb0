package hopmend.app.needs;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import de.siegmar.fastcsv.writer.CsvWriter;
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
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The shop's tools and supplies: which are here, which are borrowed or bought. */
@Service
public class Items {
  private static final List<String> COLUMNS =
      List.of("name", "has", "place", "price", "deposit", "from");
  private static final int MOST_LINES = 20_000;
  private static final int MOST_PROBLEMS = 20;

  private static final ListOrder<Item> LISTED =
      new ListOrder<>(
          Item.class,
          "shop_item",
          false,
          List.of(
              new Column<>("small_name", Kind.WORDS, Item::smallName),
              new Column<>("id", Kind.NUMBER, Item::id)));

  private final ItemRepository items;
  private final Clock clock;
  private final EntityManager database;

  Items(ItemRepository items, Clock clock, EntityManager database) {
    this.items = items;
    this.clock = clock;
    this.database = database;
  }

  @Transactional(readOnly = true)
  public Paged<Item> list(ListAsked asked) {
    return Paged.read(database, LISTED, asked);
  }

  /** Those of some names, by their names in small letters. */
  @Transactional(readOnly = true)
  public Map<String, Item> named(Collection<String> names) {
    Map<String, Item> named = new HashMap<>();
    List<String> small = names.stream().map(SmallLetters::of).distinct().toList();
    if (!small.isEmpty()) {
      items.findBySmallNameIn(small).forEach(i -> named.put(i.smallName(), i));
    }
    return named;
  }

  /**
   * Keeps one, in the place of the one of its name.
   *
   * @throws InputProblem with what is wrong with it
   */
  @Transactional
  public Item keep(ItemLine line, String who) {
    if (!line.problems().isEmpty()) {
      throw new InputProblem("item", String.join("; ", line.problems()) + ".");
    }
    Optional<Item> there = items.findBySmallName(SmallLetters.of(line.name()));
    there.ifPresent(i -> i.change(line, who, clock.instant()));
    return items.save(there.orElseGet(() -> new Item(line, who, clock.instant())));
  }

  @Transactional
  public void remove(String name) {
    items.findBySmallName(SmallLetters.of(name)).ifPresent(items::delete);
  }

  /** All of them as CSV. */
  @Transactional(readOnly = true)
  public String csv() {
    StringWriter out = new StringWriter();
    try (CsvWriter csv = CsvWriter.builder().build(out)) {
      csv.writeRecord(COLUMNS);
      for (Item i : items.all()) {
        csv.writeRecord(
            Stream.of(
                    i.name(),
                    i.has().name().toLowerCase(Locale.ROOT),
                    i.place(),
                    i.price(),
                    i.deposit(),
                    i.fromWhom())
                .map(v -> CsvCell.write(Objects.toString(v, "")))
                .toList());
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return out.toString();
  }

  /**
   * Takes a list in, all of it or nothing.
   *
   * @return how many lines it had
   * @throws InputProblem naming every line that is wrong
   */
  @Transactional
  public int take(String csv, String who) {
    List<String> problems = new ArrayList<>();
    List<ItemLine> lines = lines(csv, problems);
    if (!problems.isEmpty()) {
      throw new InputProblem(
          "file",
          "Nothing was taken in. "
              + String.join(" ", problems.stream().limit(MOST_PROBLEMS).toList()));
    }
    lines.forEach(l -> keep(l, who));
    return lines.size();
  }

  private static List<ItemLine> lines(String csv, List<String> problems) {
    List<ItemLine> lines = new ArrayList<>();
    try (CsvReader<NamedCsvRecord> reader =
        CsvReader.builder().maxBufferSize(1 << 20).ofNamedCsvRecord(csv)) {
      for (NamedCsvRecord r : reader) {
        if (lines.size() >= MOST_LINES) {
          problems.add("At most " + MOST_LINES + " lines are taken at once.");
          return lines;
        }
        List<String> cells =
            COLUMNS.stream().map(c -> CsvCell.read(r.findField(c).orElse(""))).toList();
        ItemLine line =
            new ItemLine(
                cells.get(0), cells.get(1), cells.get(2), cells.get(3), cells.get(4), cells.get(5));
        line.problems()
            .forEach(p -> problems.add("Line %d: %s.".formatted(r.getStartingLineNumber(), p)));
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
}
