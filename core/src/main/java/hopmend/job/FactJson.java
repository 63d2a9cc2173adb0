package hopmend.job;

import hopmend.fault.TroubleCode;
import java.util.Optional;
import tools.jackson.core.JsonGenerator;
import tools.jackson.core.JsonParser;
import tools.jackson.core.StreamReadFeature;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.SerializationContext;
import tools.jackson.databind.ValueDeserializer;
import tools.jackson.databind.ValueSerializer;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.module.SimpleModule;

/** Facts as JSON and back; a code is written as its text. */
public final class FactJson {
  private static final JsonMapper MAPPER =
      JsonMapper.builder()
          .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
          .enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
          .addModule(
              new SimpleModule()
                  .addSerializer(TroubleCode.class, new CodeWriter())
                  .addDeserializer(TroubleCode.class, new CodeReader()))
          .build();

  private FactJson() {}

  public static String write(Fact fact) {
    return MAPPER.writeValueAsString(fact);
  }

  /**
   * Reads a stored fact.
   *
   * @throws IllegalArgumentException if the kind is unknown or the JSON does not fit it
   */
  public static Fact read(String kind, String json) {
    Class<? extends Fact> type =
        Optional.<Class<? extends Fact>>ofNullable(Fact.KINDS.get(kind))
            .orElseThrow(() -> new IllegalArgumentException("No entry is of kind " + kind));
    try {
      return MAPPER.readValue(json, type);
    } catch (tools.jackson.core.JacksonException e) {
      throw new IllegalArgumentException(
          "An entry of kind %s does not read: %s".formatted(kind, e.getOriginalMessage()), e);
    }
  }

  private static final class CodeWriter extends ValueSerializer<TroubleCode> {
    @Override
    public void serialize(TroubleCode code, JsonGenerator out, SerializationContext context) {
      out.writeString(code.text());
    }
  }

  private static final class CodeReader extends ValueDeserializer<TroubleCode> {
    @Override
    public TroubleCode deserialize(JsonParser parser, DeserializationContext context) {
      return TroubleCode.parse(parser.getString());
    }
  }
}
