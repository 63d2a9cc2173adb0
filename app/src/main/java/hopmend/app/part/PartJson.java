package hopmend.app.part;

import hopmend.part.Part;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Parts as JSON, the same for two parts that are equal. */
final class PartJson {
  private static final JsonMapper MAPPER =
      JsonMapper.builder().disable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES).build();

  private PartJson() {}

  static String write(Part part) {
    return MAPPER.writeValueAsString(part);
  }

  static Part read(String json) {
    return MAPPER.readValue(json, Part.class);
  }

  static JsonNode tree(String json) {
    return MAPPER.readTree(json);
  }
}
