package hopmend.catalog;

import hopmend.catalog.CatalogReader.CatalogRefused;
import hopmend.fault.CodeRange;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import org.snakeyaml.engine.v2.api.LoadSettings;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonParser;
import tools.jackson.core.StreamReadConstraints;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.ValueDeserializer;
import tools.jackson.databind.module.SimpleModule;
import tools.jackson.databind.node.ObjectNode;
import tools.jackson.dataformat.yaml.YAMLFactory;
import tools.jackson.dataformat.yaml.YAMLMapper;
import tools.jackson.dataformat.yaml.YAMLParser;

/** YAML as sheets and cards are written in it, read with bounds. */
final class CatalogYaml {
  private static final int DEEPEST = 40;

  /** Longest text of one file, in characters; the largest shipped one has 30 000. */
  static final int LONGEST = 1_000_000;

  /** One for all: what it learnt of a type serves every reading. */
  private static final YAMLMapper MAPPER = mapper();

  private static YAMLMapper mapper() {
    SimpleModule words = new SimpleModule();
    words.addDeserializer(CodeRange.class, fromText(CodeRange::parse));
    YAMLFactory factory =
        YAMLFactory.builder()
            .loadSettings(
                LoadSettings.builder()
                    .setCodePointLimit(LONGEST)
                    .setAllowDuplicateKeys(false)
                    .build())
            .streamReadConstraints(StreamReadConstraints.builder().maxNestingDepth(DEEPEST).build())
            .build();
    return YAMLMapper.builder(factory)
        .enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
        .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
        .addModule(words)
        .build();
  }

  private static <T> ValueDeserializer<T> fromText(Function<String, T> parse) {
    return new ValueDeserializer<>() {
      @Override
      public T deserialize(JsonParser parser, DeserializationContext context) {
        return parse.apply(parser.getString());
      }
    };
  }

  /**
   * The tree of a text.
   *
   * @throws CatalogRefused if it is no YAML, with the line
   */
  JsonNode tree(String file, String text) {
    try {
      return MAPPER.readTree(text);
    } catch (JacksonException e) {
      throw unreadable(file, e);
    }
  }

  /**
   * A text from outside.
   *
   * @throws CatalogRefused as {@link #tree}, and if it names a thing of its own by an alias: each
   *     value stands where it belongs
   */
  JsonNode foreignTree(String file, String text) {
    try (JsonParser tokens = MAPPER.createParser(text)) {
      while (tokens.nextToken() != null) {
        if (tokens instanceof YAMLParser yaml && yaml.isCurrentAlias()) {
          throw new CatalogRefused(
              "%s, line %d: an alias; write the value itself"
                  .formatted(file, tokens.currentTokenLocation().getLineNr()));
        }
      }
    } catch (JacksonException e) {
      throw unreadable(file, e);
    }
    return tree(file, text);
  }

  /** The first line of what the reader says, which has no bounds of its own. */
  private static CatalogRefused unreadable(String file, JacksonException e) {
    String says = e.getOriginalMessage().lines().findFirst().orElse("unreadable");
    return new CatalogRefused(
        "%s, line %d: %s"
            .formatted(
                file,
                Optional.ofNullable(e.getLocation()).map(l -> Math.max(1, l.getLineNr())).orElse(1),
                says.substring(0, Math.min(300, says.length()))));
  }

  /** A tree has no lines any more: its place is told by the names on the way to it. */
  <T> T made(String file, JsonNode tree, String text, Class<T> type) {
    try {
      return MAPPER.treeToValue(tree, type);
    } catch (JacksonException e) {
      List<String> way = new ArrayList<>();
      JsonNode at = tree;
      for (JacksonException.Reference step : e.getPath()) {
        String name = step.getPropertyName();
        at = name == null ? at.path(step.getIndex()) : at.path(name);
        way.add(at.has("id") ? at.get("id").asString() : Objects.toString(name, ""));
      }
      String what = YamlProblem.of(e);
      way.addAll(CatalogProblem.names(what));
      throw new CatalogRefused(new CatalogProblem(file, what, way).told(text));
    }
  }

  /** A card of a tree. */
  VehicleCard card(String file, JsonNode card, String text) {
    OldCardParts.without(card);
    unfold(card);
    unfoldTraits(card, "traits");
    card.path("sites").forEach(site -> unfoldTraits(site, "traits"));
    card.path("limits").forEach(CatalogYaml::openEnds);
    return made(file, card, text, VehicleCard.class);
  }

  /** The text of a tree. */
  String text(JsonNode tree) {
    return MAPPER.writeValueAsString(tree);
  }

  ObjectNode object() {
    return MAPPER.createObjectNode();
  }

  /**
   * Sheets and cards write {@code when} and {@code unless} beside what they are about, one value as
   * well as several, one measurement as well as several.
   */
  static void unfold(JsonNode tree) {
    tree.forEach(CatalogYaml::unfold);
    if (tree instanceof ObjectNode object) {
      ObjectNode condition = object.objectNode();
      for (String word : List.of("when", "unless")) {
        if (object.get(word) instanceof ObjectNode traits) {
          condition.set(word, lists(traits));
          object.remove(word);
        }
      }
      if (!condition.isEmpty()) {
        object.set("condition", condition);
      }
      JsonNode one = object.remove("measurement");
      if (one != null) {
        object.set("measurements", one.isArray() ? one : object.arrayNode().add(one));
      }
    }
  }

  private static ObjectNode lists(ObjectNode traits) {
    ObjectNode lists = traits.objectNode();
    traits
        .properties()
        .forEach(
            t ->
                lists.set(
                    t.getKey(),
                    t.getValue().isArray() ? t.getValue() : lists.arrayNode().add(t.getValue())));
    return lists;
  }

  /** What a card says of the vehicle and of its sites, each trait with one value or several. */
  static void unfoldTraits(JsonNode holder, String under) {
    if (holder instanceof ObjectNode object && object.get(under) instanceof ObjectNode traits) {
      object.set(under, lists(traits));
    }
  }

  /** A limit that a card leaves out is none. */
  private static void openEnds(JsonNode limit) {
    if (limit instanceof ObjectNode band) {
      if (!band.has("low")) {
        band.put("low", Double.NEGATIVE_INFINITY);
      }
      if (!band.has("high")) {
        band.put("high", Double.POSITIVE_INFINITY);
      }
    }
  }
}
