package hopmend.catalog;

import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import tools.jackson.databind.JsonNode;

/** In what two revisions of a card differ, value by value, in the order of the file. */
public record CardDiff(List<Line> lines) {
  /** Values that every revision changes. */
  private static final Set<String> NOT_TOLD = Set.of("revision");

  /**
   * One value.
   *
   * @param where the names on the way to it, for example {@code sites, knock-1, wayIn}
   * @param before empty where it is new
   * @param after empty where it is gone
   */
  public record Line(String where, String before, String after) {}

  public CardDiff {
    lines = List.copyOf(lines);
  }

  /** What the second one says otherwise than the first, both as they are told. */
  public static CardDiff of(VehicleCard before, VehicleCard after) {
    Map<String, String> old = values(before);
    Map<String, String> fresh = values(after);
    Set<String> all = new LinkedHashSet<>(old.keySet());
    all.addAll(fresh.keySet());
    return new CardDiff(
        all.stream()
            .filter(w -> !NOT_TOLD.contains(w))
            .map(w -> new Line(w, old.getOrDefault(w, ""), fresh.getOrDefault(w, "")))
            .filter(l -> !l.before().equals(l.after()))
            .toList());
  }

  public boolean isEmpty() {
    return lines.isEmpty();
  }

  private static Map<String, String> values(VehicleCard card) {
    Map<String, String> values = new LinkedHashMap<>();
    flatten("", CardFile.tree(card), values);
    return values;
  }

  private static void flatten(String where, JsonNode node, Map<String, String> values) {
    String before = where.isEmpty() ? "" : where + ", ";
    if (node.isObject()) {
      node.properties().forEach(p -> flatten(before + p.getKey(), p.getValue(), values));
    } else if (node.isArray() && node.size() > 0 && node.get(0).isObject()) {
      int n = 0;
      for (JsonNode item : node) {
        n++;
        flatten(before + name(item).orElse(String.valueOf(n)), item, values);
      }
    } else {
      values.put(where, text(node));
    }
  }

  /** By what a person tells an item of a list from the others. */
  private static Optional<String> name(JsonNode item) {
    for (String by : List.of("id", "number", "of", "name", "codes", "item")) {
      if (item.hasNonNull(by)) {
        return Optional.of(item.get(by).asString());
      }
    }
    return Optional.empty();
  }

  private static String text(JsonNode node) {
    if (node.isArray()) {
      StringBuilder all = new StringBuilder();
      node.forEach(n -> all.append(all.isEmpty() ? "" : "; ").append(text(n)));
      return all.toString();
    }
    return node.asString();
  }
}
