package hopmend.catalog;

import hopmend.sensor.Condition;
import hopmend.sensor.Conditional;
import hopmend.sensor.Trait;
import hopmend.sensor.Traits;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * A family sheet as somebody reads it who wants to know how its variants differ: what of it stands
 * for each value of one trait, side by side.
 *
 * @param asked the traits that the sheet asks for, in the catalog's order
 * @param by the trait whose values stand side by side; empty for a sheet without variants
 * @param values those of its values that the sheet tells apart
 * @param rows what differs by this trait, in the sheet's order
 * @param others how many items of the sheet do not ask for it
 */
public record SheetVariants(
    FamilySheet sheet,
    List<Trait> asked,
    Optional<Trait> by,
    List<String> values,
    List<Row> rows,
    int others) {
  /** The parts of a sheet in which something may stand for some sensors only. */
  public enum Part {
    SUSPECT,
    CHECK,
    RESULT,
    LIMIT,
    OPERATION,
    COMPARISON,
    WATCHED,
    PROOF
  }

  /**
   * Something that differs.
   *
   * @param stands for each of the values whether it is there
   * @param otherwise whether it is there for any other value, and where nobody knows the value
   * @param besides what else it asks for
   */
  public record Row(
      Part part, String name, List<Boolean> stands, boolean otherwise, Condition besides) {
    public Row {
      stands = List.copyOf(stands);
    }
  }

  public SheetVariants {
    asked = List.copyOf(asked);
    values = List.copyOf(values);
    rows = List.copyOf(rows);
  }

  private record Item(Part part, String name, Condition condition) {}

  /**
   * Reads a sheet by one of its traits.
   *
   * @param trait its name; the first that the sheet asks for where it asks for no such trait
   */
  public static SheetVariants of(FamilySheet sheet, List<Trait> traits, String trait) {
    Set<String> asks = sheet.asks();
    List<Trait> asked = traits.stream().filter(t -> asks.contains(t.trait())).toList();
    Optional<Trait> by =
        asked.stream()
            .filter(t -> t.trait().equals(trait))
            .findFirst()
            .or(() -> asked.stream().findFirst());
    List<Item> items = items(sheet);
    List<String> values = by.map(t -> toldApart(items, t)).orElse(List.of());
    List<Row> rows =
        by.stream()
            .flatMap(t -> items.stream().filter(i -> asksFor(i, t)).map(i -> row(i, t, values)))
            .toList();
    return new SheetVariants(sheet, asked, by, values, rows, items.size() - rows.size());
  }

  private static boolean asksFor(Item item, Trait trait) {
    return item.condition().asks().anyMatch(trait.trait()::equals);
  }

  private static List<String> toldApart(List<Item> items, Trait trait) {
    Set<String> named =
        items.stream()
            .flatMap(i -> i.condition().named(trait.trait()).stream())
            .collect(Collectors.toSet());
    return trait.values().stream().filter(named::contains).toList();
  }

  private static Row row(Item item, Trait trait, List<String> values) {
    Condition own = item.condition().only(trait.trait()::equals);
    return new Row(
        item.part(),
        item.name(),
        values.stream().map(v -> own.holdsFor(Traits.UNKNOWN.with(trait.trait(), v))).toList(),
        own.holdsFor(Traits.UNKNOWN),
        item.condition().only(t -> !t.equals(trait.trait())));
  }

  private static List<Item> items(FamilySheet sheet) {
    List<Item> items = new ArrayList<>();
    sheet.suspects().forEach(s -> items.add(item(Part.SUSPECT, s.name(), s)));
    sheet
        .checks()
        .forEach(
            c -> {
              items.add(item(Part.CHECK, c.title(), c));
              c.measurements()
                  .forEach(m -> items.add(item(Part.LIMIT, c.title() + ": " + m.what(), m)));
              c.outcomes()
                  .forEach(o -> items.add(item(Part.RESULT, c.title() + ": " + o.label(), o)));
            });
    sheet.operations().forEach(o -> items.add(item(Part.OPERATION, o.brief(), o)));
    sheet.traits().forEach(t -> items.add(item(Part.COMPARISON, t.trait() + ": " + t.say(), t)));
    sheet.watched().forEach(w -> items.add(item(Part.WATCHED, w.signal().label(), w)));
    sheet.proofs().forEach(p -> items.add(item(Part.PROOF, p.name(), p)));
    return items;
  }

  private static Item item(Part part, String name, Conditional of) {
    return new Item(part, name, of.condition());
  }
}
