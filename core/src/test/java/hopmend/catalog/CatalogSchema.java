package hopmend.catalog;

import hopmend.fault.CodeRange;
import hopmend.sensor.Condition;
import hopmend.sensor.Trait;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * The JSON Schema of a file of the catalog, written from the records that read it: names and kinds
 * by reflection, descriptions from their documentation. It describes the file as people write it:
 * conditions beside what they are about, one value as well as several, items taken by "use".
 */
final class CatalogSchema {
  private static final JsonMapper JSON = JsonMapper.builder().build();
  private static final Pattern PARAM =
      Pattern.compile("@param (\\w+) (.*?)(?=\\n \\* @|\\n \\*/)", Pattern.DOTALL);
  private static final Set<String> TAKEN = Set.of("Suspect", "Check", "Operation", "SensorProof");

  private final List<Trait> traits;
  private final ObjectNode definitions = JSON.createObjectNode();

  private CatalogSchema(List<Trait> traits) {
    this.traits = traits;
  }

  /** Of a file that is one record, which cannot be without some of its parts. */
  static String of(Class<?> type, List<Trait> traits, String... required) {
    CatalogSchema schema = new CatalogSchema(traits);
    ObjectNode file = schema.record(type);
    List.of(required).forEach(file.putArray("required")::add);
    return schema.written(file, type.getSimpleName());
  }

  /** Of a file that is one list of records under a name. */
  static String ofList(String list, Class<?> type, List<Trait> traits) {
    CatalogSchema schema = new CatalogSchema(traits);
    ObjectNode file = JSON.createObjectNode().put("type", "object");
    file.put("additionalProperties", false).putArray("required").add(list);
    ObjectNode items = file.putObject("properties").putObject(list).put("type", "array");
    items.set("items", schema.reference(type));
    return schema.written(file, type.getSimpleName());
  }

  private String written(ObjectNode root, String of) {
    ObjectNode schema = JSON.createObjectNode();
    schema.put("$schema", "https://json-schema.org/draft/2020-12/schema");
    schema.put("title", "Hop Mend catalog: " + of);
    schema.setAll(root);
    schema.set("$defs", definitions);
    return JSON.writerWithDefaultPrettyPrinter().writeValueAsString(schema) + "\n";
  }

  private ObjectNode reference(Class<?> type) {
    String name = type.getSimpleName();
    if (!definitions.has(name)) {
      definitions.putObject(name);
      definitions.set(name, record(type));
    }
    return JSON.createObjectNode().put("$ref", "#/$defs/" + name);
  }

  private ObjectNode record(Class<?> type) {
    ObjectNode schema = JSON.createObjectNode().put("type", "object");
    Map<String, String> told = told(type);
    Optional.ofNullable(told.get("")).ifPresent(t -> schema.put("description", t));
    schema.put("additionalProperties", false);
    ObjectNode properties = schema.putObject("properties");
    if (TAKEN.contains(type.getSimpleName())) {
      properties
          .putObject("use")
          .put("type", "string")
          .put(
              "description",
              "id of an item of common.yaml; what stands beside it replaces its own");
    }
    for (RecordComponent c : type.getRecordComponents()) {
      if (c.getType() == Condition.class) {
        condition(properties);
      } else if (c.getName().equals("measurements")) {
        ObjectNode one = reference((Class<?>) argument(c.getGenericType(), 0));
        oneOrMore(properties.putObject("measurement"), one);
      } else {
        ObjectNode kind = kind(c.getGenericType());
        Optional.ofNullable(told.get(c.getName())).ifPresent(t -> kind.put("description", t));
        properties.set(c.getName(), kind);
      }
    }
    return schema;
  }

  private void condition(ObjectNode properties) {
    for (String word : List.of("when", "unless")) {
      properties
          .putObject(word)
          .put("$ref", "#/$defs/Traits")
          .put(
              "description",
              word.equals("when")
                  ? "meant only where all these traits are known to have one of their values"
                  : "left out where one of these traits has one of its values");
    }
    if (!definitions.has("Traits")) {
      ObjectNode asked = definitions.putObject("Traits").put("type", "object");
      traits.forEach(t -> trait(asked.withObject("/properties"), t));
    }
  }

  /** One of the traits that ship. */
  private static void trait(ObjectNode names, Trait t) {
    ObjectNode value = JSON.createObjectNode();
    if (t.values().isEmpty()) {
      value.put("type", "string");
    } else {
      t.values().forEach(value.putArray("enum")::add);
    }
    oneOrMore(names.putObject(t.trait()).put("description", t.meaning()), value);
  }

  private static void oneOrMore(ObjectNode schema, ObjectNode one) {
    schema.putArray("anyOf").add(one.deepCopy()).addObject().put("type", "array").set("items", one);
  }

  private ObjectNode kind(Type type) {
    ObjectNode schema = JSON.createObjectNode();
    if (type instanceof ParameterizedType p) {
      return generic(p, schema);
    }
    Class<?> c = (Class<?>) type;
    if (c == CodeRange.class) {
      return schema.put("type", "string").put("pattern", "^[A-Za-z0-9/, -]+$");
    } else if (c == YearMonth.class) {
      return schema.put("type", "string").put("pattern", "^\\d{4}-\\d{2}$");
    } else if (c == LocalDate.class) {
      return schema.put("type", "string").put("format", "date");
    } else if (c == String.class) {
      schema.putArray("type").add("string").add("number").add("null");
    } else if (c == boolean.class) {
      schema.put("type", "boolean");
    } else if (c == int.class || c == Integer.class) {
      schema.put("type", "integer");
    } else if (c == double.class || c == Double.class) {
      schema.put("type", "number");
    } else if (c.isEnum()) {
      Arrays.stream(c.getEnumConstants())
          .map(e -> ((Enum<?>) e).name())
          .forEach(schema.putArray("enum")::add);
    } else {
      return reference(c);
    }
    return schema;
  }

  private ObjectNode generic(ParameterizedType type, ObjectNode schema) {
    if (type.getRawType() == Map.class) {
      schema.put("type", "object");
      Type value = argument(type, 1);
      ObjectNode values = kind(value);
      if (value instanceof ParameterizedType) {
        oneOrMore(schema.putObject("additionalProperties"), kind(argument(value, 0)));
      } else {
        schema.set("additionalProperties", values);
      }
      return schema;
    }
    schema.put("type", "array").set("items", kind(argument(type, 0)));
    return schema;
  }

  private static Type argument(Type type, int which) {
    return ((ParameterizedType) type).getActualTypeArguments()[which];
  }

  /** The first sentence of a record's documentation under "", and what it says of each part. */
  private static Map<String, String> told(Class<?> type) {
    Class<?> file = type;
    while (file.getEnclosingClass() != null) {
      file = file.getEnclosingClass();
    }
    Path source = Path.of("src/main/java", file.getName().replace('.', '/') + ".java");
    try {
      String text = Files.readString(source);
      Matcher record = Pattern.compile("\\brecord " + type.getSimpleName() + "\\(").matcher(text);
      Map<String, String> told = new LinkedHashMap<>();
      if (!record.find()) {
        return told;
      }
      int end = text.lastIndexOf("*/", record.start());
      int start = text.lastIndexOf("/**", record.start());
      if (start < 0 || end < start || text.substring(end, record.start()).contains(";")) {
        return told;
      }
      String doc = text.substring(start, end + 2).replaceAll("\\n\\s+\\*", "\n *");
      told.put("", plain(doc.substring(3).split("\\n \\* @|\\*/")[0]));
      Matcher params = PARAM.matcher(doc);
      while (params.find()) {
        told.put(params.group(1), plain(params.group(2)));
      }
      return told;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static String plain(String doc) {
    return doc.replaceAll("\\n \\*", " ")
        .replaceAll("\\{@\\w+ ([^}]*)}", "$1")
        .replaceAll("\\s+", " ")
        .strip();
  }
}
