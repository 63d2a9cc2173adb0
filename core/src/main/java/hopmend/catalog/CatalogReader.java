package hopmend.catalog;

import hopmend.fault.CodeGroup;
import hopmend.fault.CodeRange;
import hopmend.fault.CodeRule;
import hopmend.fault.CodeWords;
import hopmend.fault.ControlUnit;
import hopmend.sensor.Trait;
import hopmend.swap.Caution;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import tools.jackson.core.JsonParser;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.ValueDeserializer;
import tools.jackson.databind.module.SimpleModule;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;
import tools.jackson.dataformat.yaml.YAMLMapper;

/** Reads sheets and cards from YAML. A file with an unknown or missing word is refused. */
public final class CatalogReader {
  private static final String ROOT = "/catalog/";

  private final YAMLMapper yaml;

  /** The files of the catalog, listed so that a jar need not be searched. */
  public record Index(List<String> families, List<String> vehicles) {}

  private record OtherCodes(List<CodeGroup> codes) {}

  private record Rules(List<CodeRule> rules) {}

  private record Cautions(List<Caution> cautions) {}

  private record Symptoms(List<Symptom> symptoms, List<Symptom> circumstances) {}

  private record Traits(List<Trait> traits) {}

  private record Units(List<ControlUnit> units) {}

  /** The catalog contradicts itself; the message lists everything. */
  public static final class CatalogRefused extends RuntimeException {
    private static final long serialVersionUID = 1L;

    CatalogRefused(String message) {
      super(message);
    }
  }

  private final Function<String, InputStream> files;

  /**
   * @param files opens a file of the catalog by its name, null if there is none
   */
  CatalogReader(Function<String, InputStream> files) {
    this.files = files;
    SimpleModule words = new SimpleModule();
    words.addDeserializer(CodeRange.class, fromText(CodeRange::parse));
    yaml =
        YAMLMapper.builder()
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
   * The catalog that ships with the product.
   *
   * @throws CatalogRefused if a file is malformed or files contradict each other
   */
  public static Catalog shipped() {
    return new CatalogReader(f -> CatalogReader.class.getResourceAsStream(ROOT + f)).read();
  }

  Catalog read() {
    Index index = read("index.yaml", Index.class);
    List<FamilySheet> sheets = new ArrayList<>();
    JsonNode common = tree("common.yaml");
    index.families().forEach(f -> sheets.add(sheet("family/" + f + ".yaml", common)));
    List<VehicleCard> cards = new ArrayList<>();
    index.vehicles().forEach(v -> cards.add(read("vehicle/" + v + ".yaml", VehicleCard.class)));
    Map<String, Caution> cautions = new LinkedHashMap<>();
    for (Caution c : read("cautions.yaml", Cautions.class).cautions()) {
      if (cautions.put(c.id(), c) != null) {
        throw new CatalogRefused("cautions.yaml: two cautions are called " + c.id());
      }
    }
    Symptoms symptoms = read("symptoms.yaml", Symptoms.class);
    Catalog catalog =
        new Catalog(
            sheets,
            cards,
            read("other-codes.yaml", OtherCodes.class).codes(),
            read("code-rules.yaml", Rules.class).rules(),
            read("code-words.yaml", CodeWords.class),
            cautions,
            symptoms.symptoms(),
            symptoms.circumstances(),
            read("control-units.yaml", Units.class).units(),
            read("access.yaml", WaysIn.class),
            read("traits.yaml", Traits.class).traits());
    List<String> problems = CatalogCheck.problems(catalog);
    if (!problems.isEmpty()) {
      throw new CatalogRefused("The catalog contradicts itself:\n" + String.join("\n", problems));
    }
    return catalog;
  }

  /** A sheet, with what it takes from the common file by "use" put in its place. */
  private FamilySheet sheet(String file, JsonNode common) {
    JsonNode sheet = tree(file);
    for (String list : List.of("suspects", "checks", "operations")) {
      if (sheet.get(list) instanceof ArrayNode items) {
        for (int i = 0; i < items.size(); i++) {
          if (items.get(i) instanceof ObjectNode item && item.has("use")) {
            items.set(i, used(file, item, common.get(list)));
          }
        }
      }
    }
    try {
      return yaml.treeToValue(sheet, FamilySheet.class);
    } catch (tools.jackson.core.JacksonException e) {
      throw new CatalogRefused(file + ": " + e.getMessage());
    }
  }

  private static ObjectNode used(String file, ObjectNode item, JsonNode from) {
    String id = item.get("use").asString();
    for (JsonNode shared : from) {
      if (shared.get("id").asString().equals(id)) {
        ObjectNode whole = (ObjectNode) shared.deepCopy();
        whole.setAll(item);
        whole.remove("use");
        return whole;
      }
    }
    throw new CatalogRefused("%s uses %s, which common.yaml does not have".formatted(file, id));
  }

  private JsonNode tree(String file) {
    return read(file, JsonNode.class);
  }

  private <T> T read(String file, Class<T> type) {
    try (InputStream in = files.apply(file)) {
      if (in == null) {
        throw new CatalogRefused("The catalog has no file " + file);
      }
      return yaml.readValue(in, type);
    } catch (IOException e) {
      throw new UncheckedIOException(file, e);
    } catch (tools.jackson.core.JacksonException e) {
      throw new CatalogRefused(file + ": " + e.getMessage());
    }
  }
}
