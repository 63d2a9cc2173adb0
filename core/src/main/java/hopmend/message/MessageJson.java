package hopmend.message;

import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Messages as JSON and back, to be kept beside what they tell about. */
public final class MessageJson {
  private static final JsonMapper MAPPER = JsonMapper.builder().build();

  private MessageJson() {}

  public static String write(Message message) {
    return tree(message).toString();
  }

  /** Reads it again; an empty text says nothing. */
  public static Message read(String json) {
    return json.isEmpty() ? Message.text("") : message(MAPPER.readTree(json));
  }

  private static ObjectNode tree(Message message) {
    ObjectNode tree = MAPPER.createObjectNode().put("key", message.key());
    ArrayNode arguments = tree.putArray("arguments");
    for (Object a : message.arguments()) {
      if (a instanceof Message m) {
        arguments.add(tree(m));
      } else if (a instanceof Reading r) {
        arguments.addObject().put("value", r.value()).put("unit", r.unit().name());
      } else if (a instanceof LocalDate d) {
        arguments.addObject().put("day", d.toString());
      } else {
        arguments.addPOJO(a);
      }
    }
    return tree;
  }

  private static Message message(JsonNode tree) {
    List<Object> arguments = new ArrayList<>();
    tree.path("arguments").forEach(a -> arguments.add(argument(a)));
    return new Message(tree.path("key").asString(), arguments);
  }

  private static Object argument(JsonNode a) {
    if (a.has("key")) {
      return message(a);
    } else if (a.has("unit")) {
      return Reading.of(a.get("value").asDouble(), MeasureUnit.valueOf(a.get("unit").asString()));
    } else if (a.has("day")) {
      return LocalDate.parse(a.get("day").asString());
    } else if (a.isIntegralNumber()) {
      return a.asLong();
    }
    return a.isNumber() ? (Object) a.asDouble() : a.asString();
  }
}
