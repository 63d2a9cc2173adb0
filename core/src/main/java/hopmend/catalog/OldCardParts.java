package hopmend.catalog;

import hopmend.catalog.CatalogReader.CatalogRefused;
import hopmend.part.Application;
import hopmend.part.Connector;
import hopmend.part.Grade;
import hopmend.part.Offer;
import hopmend.part.Part;
import java.time.YearMonth;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Cards of earlier versions told the parts of their sensors; parts are the shop's list now. */
public final class OldCardParts {
  private static final CatalogYaml YAML = new CatalogYaml();
  private static final String PARTS = "parts";

  private OldCardParts() {}

  /** Takes them out of a card that is read. */
  static void without(JsonNode card) {
    if (card instanceof ObjectNode object) {
      object.remove(PARTS);
    }
  }

  /** The parts in a text of cards, for the list; none where the text is none, or tells none. */
  public static List<Part> of(String cards) {
    List<Part> parts = new ArrayList<>();
    for (String document : cards.split("(?m)^---[ \\t]*\\R?", -1)) {
      if (document.contains(PARTS + ":")) {
        try {
          for (JsonNode p : YAML.foreignTree("cards", document).path(PARTS)) {
            parts.add(part(p));
          }
        } catch (CatalogRefused | IllegalArgumentException | DateTimeParseException e) {
          // A text that is no card is told where the cards are read.
        }
      }
    }
    return parts;
  }

  private static Part part(JsonNode p) {
    Map<String, String> traits = new HashMap<>();
    p.path("traits").properties().forEach(t -> traits.put(t.getKey(), t.getValue().asString()));
    String connector = traits.remove("connector");
    if (p.path("sealIncluded").asBoolean(false)) {
      traits.put("seal included", "yes");
    }
    return new Part(
        text(p, "number"),
        text(p, "make"),
        grade(text(p, "grade")),
        text(p, "name"),
        List.of(),
        text(p, "family"),
        List.of(
            new Application(
                "",
                texts(p, "engines"),
                0,
                texts(p, "positions"),
                month(p, "builtFrom"),
                month(p, "builtUntil"),
                null,
                null,
                List.of())),
        Connector.told(connector),
        traits,
        text(p, "supersededBy"),
        List.of(),
        "",
        Offer.of(p.path("price").asDouble(0) > 0 ? p.path("price").asDouble() : null),
        text(p, "source"));
  }

  private static String text(JsonNode p, String field) {
    return p.hasNonNull(field) ? p.get(field).asString() : "";
  }

  private static List<String> texts(JsonNode p, String field) {
    return p.path(field).valueStream().map(JsonNode::asString).toList();
  }

  private static YearMonth month(JsonNode p, String field) {
    return p.hasNonNull(field) ? YearMonth.parse(p.get(field).asString()) : null;
  }

  private static Grade grade(String words) {
    return words.startsWith("original")
        ? Grade.ORIGINAL
        : words.startsWith("quality")
            ? Grade.QUALITY
            : words.startsWith("cheap") ? Grade.ECONOMY : Grade.NOT_TOLD;
  }
}
