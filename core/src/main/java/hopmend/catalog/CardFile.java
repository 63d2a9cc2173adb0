package hopmend.catalog;

import hopmend.catalog.CatalogReader.CatalogRefused;
import hopmend.fault.CodeRange;
import hopmend.sensor.Condition;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.RecordComponent;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Vehicle cards as one file of YAML, a document for each: what goes out comes back the same. Its
 * shape is published as {@code /schema/catalog/vehicle-1.json}.
 */
public final class CardFile {
  private static final CatalogYaml YAML = new CatalogYaml();
  private static final String FILE = "cards";

  /** Most cards of one file. */
  public static final int MOST_CARDS = 1000;

  private CardFile() {}

  /** One card of a file, and how many lines stand before it. */
  private record Document(String text, int linesBefore) {
    /** With empty lines for what stands before it, so that lines are those of the file. */
    String inItsPlace() {
      return "\n".repeat(linesBefore) + text;
    }
  }

  /** Hears how far the reading of a long file has come. */
  public interface Progress {
    void read(int cards, int of);
  }

  public static List<VehicleCard> read(String text, Catalog catalog) {
    return read(text, catalog, (cards, of) -> {});
  }

  /**
   * The cards of a text.
   *
   * @param catalog what they may name: families, cautions, latches, traits
   * @throws CatalogRefused with every problem, its line and what would be right
   */
  public static List<VehicleCard> read(String text, Catalog catalog, Progress progress) {
    List<VehicleCard> cards = new ArrayList<>();
    List<String> problems = new ArrayList<>();
    Set<String> seen = new HashSet<>();
    List<Document> documents = documents(text);
    for (Document document : documents) {
      card(document, catalog, problems)
          .ifPresent(
              card -> {
                identity(card, seen, problems);
                cards.add(card);
              });
      progress.read(cards.size(), documents.size());
    }
    if (cards.isEmpty() && problems.isEmpty()) {
      problems.add(FILE + ": there is no card in it");
    }
    if (!problems.isEmpty()) {
      throw new CatalogRefused(String.join("\n", problems));
    }
    return cards;
  }

  private static void identity(VehicleCard card, Set<String> seen, List<String> problems) {
    if (!seen.add(card.id())) {
      problems.add("%s: two cards are called %s".formatted(FILE, card.id()));
    }
    if (!card.isOfAVehicle() || !card.id().matches("[a-z0-9][a-z0-9-]{0,79}")) {
      problems.add(
          "%s: the id of a card is small letters, digits and hyphens, not \"%s\""
              .formatted(FILE, card.id()));
    }
  }

  /** Only what is wrong with a card needs to know in which line of the file it stands. */
  private static Optional<VehicleCard> card(
      Document document, Catalog catalog, List<String> problems) {
    try {
      VehicleCard card = YAML.card(FILE, YAML.foreignTree(FILE, document.text()), document.text());
      if (CatalogCheck.problems(catalog, card).isEmpty()) {
        return Optional.of(card);
      }
    } catch (CatalogRefused e) {
      // told again below, with its line in the file
    }
    String placed = document.inItsPlace();
    try {
      VehicleCard card = YAML.card(FILE, YAML.foreignTree(FILE, placed), placed);
      CatalogCheck.problems(catalog, card).forEach(p -> problems.add(p.told(placed)));
      return Optional.of(card);
    } catch (CatalogRefused e) {
      problems.add(e.getMessage());
      return Optional.empty();
    }
  }

  /**
   * A card that was written here, and held against the catalog then.
   *
   * @throws CatalogRefused if it can no longer be read
   */
  public static VehicleCard kept(String text) {
    return YAML.card(FILE, YAML.tree(FILE, text), text);
  }

  private static List<Document> documents(String text) {
    List<Document> documents = new ArrayList<>();
    int before = 0;
    for (String document : text.split("(?m)^---[ \\t]*\\R?", -1)) {
      if (!document.isBlank()) {
        documents.add(new Document(document, before));
      }
      before += 1 + (int) document.chars().filter(c -> c == '\n').count();
      if (documents.size() > MOST_CARDS) {
        throw new CatalogRefused(
            "%s: more than %d cards; send them in several files".formatted(FILE, MOST_CARDS));
      }
    }
    return documents;
  }

  /**
   * The text of cards.
   *
   * @param cards as they are told, without what is only usual
   */
  public static String write(List<VehicleCard> cards) {
    return cards.stream()
        .map(c -> YAML.text(tree(c)))
        .map(t -> t.startsWith("---") ? t : "---\n" + t)
        .collect(Collectors.joining());
  }

  static ObjectNode tree(Record record) {
    ObjectNode tree = YAML.object();
    for (RecordComponent c : record.getClass().getRecordComponents()) {
      put(tree, c.getName(), value(record, c));
    }
    return tree;
  }

  private static Object value(Record record, RecordComponent component) {
    try {
      component.getAccessor().setAccessible(true);
      return component.getAccessor().invoke(record);
    } catch (IllegalAccessException | InvocationTargetException e) {
      throw new IllegalStateException(component.toString(), e);
    }
  }

  /** What says nothing is left out: none, no words, no, no limit. A list stays, if empty. */
  private static void put(ObjectNode tree, String name, Object value) {
    if (value instanceof Condition c) {
      put(tree, "when", c.when().isEmpty() ? null : c.when());
      put(tree, "unless", c.unless().isEmpty() ? null : c.unless());
    } else if (value instanceof Collection<?> all) {
      ArrayNode list = tree.putArray(name);
      all.forEach(v -> add(list, v));
    } else if (value instanceof Map<?, ?> all) {
      ObjectNode map = tree.putObject(name);
      all.entrySet().stream()
          .sorted((a, b) -> a.getKey().toString().compareTo(b.getKey().toString()))
          .forEach(e -> put(map, e.getKey().toString(), e.getValue()));
    } else if (value instanceof Record r && !(value instanceof CodeRange)) {
      tree.set(name, tree(r));
    } else if (value instanceof Integer i) {
      tree.put(name, i);
    } else if (value instanceof Double d) {
      if (Double.isFinite(d)) {
        tree.put(name, d);
      }
    } else if (value instanceof Boolean b) {
      if (b) {
        tree.put(name, true);
      }
    } else if (value != null && !value.equals("")) {
      tree.put(name, value instanceof CodeRange r ? r.text() : value.toString());
    }
  }

  private static void add(ArrayNode list, Object value) {
    ObjectNode holder = YAML.object();
    put(holder, "v", value);
    if (holder.has("v")) {
      list.add(holder.get("v"));
    }
  }
}
