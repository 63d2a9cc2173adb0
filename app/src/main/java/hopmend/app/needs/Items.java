package hopmend.app.needs;

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
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The shop's tools and supplies: which are here, which are borrowed or bought. */
@Service
public class Items {
  private static final CsvList CSV =
      new CsvList(
          List.of("name", "has", "place", "price", "deposit", "from"), List.of("name", "has"));

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

  /** Names of what the shop borrows: it is in one job at a time. */
  @Transactional(readOnly = true)
  public Set<String> borrowed() {
    return Set.copyOf(items.borrowed());
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
    return CSV.write(
        items.all().stream()
            .map(
                i ->
                    Stream.of(
                            i.name(),
                            i.has().name().toLowerCase(Locale.ROOT),
                            i.place(),
                            i.price(),
                            i.deposit(),
                            i.fromWhom())
                        .map(v -> Objects.toString(v, ""))
                        .toList()));
  }

  /**
   * Takes a list in, all of it or nothing.
   *
   * @return how many lines it had
   * @throws InputProblem naming every line that is wrong
   */
  @Transactional
  public int take(String csv, String who) {
    List<ItemLine> lines = CSV.read(csv, Items::line);
    lines.forEach(l -> keep(l, who));
    return lines.size();
  }

  private static ItemLine line(List<String> cells, List<String> problems) {
    ItemLine line =
        new ItemLine(
            cells.get(0), cells.get(1), cells.get(2), cells.get(3), cells.get(4), cells.get(5));
    line.problems().forEach(p -> problems.add(p + "."));
    return line;
  }
}
