package hopmend.part;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Which column of a file tells what.
 *
 * @param separator between its columns
 * @param header the names of its columns
 * @param fields what each column tells, by its place: a heading of our own, or nothing
 */
public record PartsLayout(char separator, List<String> header, Map<Integer, String> fields) {
  private static final List<Character> SEPARATORS = List.of(',', ';', '\t', '|');

  public PartsLayout {
    header = List.copyOf(header);
    fields = Map.copyOf(fields);
  }

  /** The separator that stands most often in the line of names. */
  public static char separator(String firstLine) {
    return SEPARATORS.stream()
        .max(java.util.Comparator.comparingLong(s -> firstLine.chars().filter(c -> c == s).count()))
        .orElseThrow();
  }

  /** Headings of our own, in the order in which a list is written. */
  public static List<String> headings(List<BenchTrait> traits) {
    List<String> all = new ArrayList<>();
    Arrays.stream(PartColumn.values())
        .filter(c -> c != PartColumn.SOURCE)
        .forEach(c -> all.add(c.heading()));
    traits.stream().filter(t -> t.kind() != BenchTrait.Kind.PLUG).forEach(t -> all.add(heading(t)));
    all.add(PartColumn.SOURCE.heading());
    return all;
  }

  /** "reach_into_the_bore_mm". */
  public static String heading(BenchTrait trait) {
    String words = trait.trait().replace(' ', '_');
    return trait.isMeasured() ? words + "_" + trait.unit() : words;
  }

  /** What the columns seem to tell by their names; the same is never told by two. */
  public static PartsLayout proposed(char separator, List<String> header, List<BenchTrait> traits) {
    Map<Integer, String> fields = new LinkedHashMap<>();
    Set<String> taken = new HashSet<>();
    for (int i = 0; i < header.size(); i++) {
      int at = i;
      field(header.get(i), traits).filter(taken::add).ifPresent(field -> fields.put(at, field));
    }
    return new PartsLayout(separator, header, fields);
  }

  private static Optional<String> field(String name, List<BenchTrait> traits) {
    String plain = PartColumn.plain(name);
    return Arrays.stream(PartColumn.values())
        .filter(c -> c.isCalled(plain))
        .map(PartColumn::heading)
        .findFirst()
        .or(
            () ->
                traits.stream()
                    .filter(
                        t ->
                            plain.equals(PartColumn.plain(heading(t)))
                                || plain.equals(PartColumn.plain(t.trait())))
                    .map(PartsLayout::heading)
                    .findFirst());
  }

  /** The same with a person's corrections: a heading of our own for a column, or nothing. */
  public PartsLayout corrected(Map<Integer, String> by) {
    Map<Integer, String> all = new LinkedHashMap<>(fields);
    by.forEach(
        (column, field) -> {
          if (field.isEmpty()) {
            all.remove(column);
          } else {
            all.put(column, field);
          }
        });
    return new PartsLayout(separator, header, all);
  }

  /** Fields that several columns would tell. */
  public Set<String> twice() {
    Set<String> seen = new HashSet<>();
    Set<String> twice = new HashSet<>();
    fields.values().stream().filter(f -> !seen.add(f)).forEach(twice::add);
    return twice;
  }

  public boolean tells(PartColumn column) {
    return fields.containsValue(column.heading());
  }
}
