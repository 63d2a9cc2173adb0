package hopmend.job;

import hopmend.fault.TroubleCode;
import java.util.Optional;
import tools.jackson.core.JacksonException;
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
    if (fact instanceof Fact.Unreadable u) {
      return u.body();
    }
    return MAPPER.writeValueAsString(fact);
  }

  /** Reads a stored fact; what does not read stays as it is, see {@link Fact.Unreadable}. */
  public static Fact stored(String kind, String json) {
    try {
      return read(kind, json);
    } catch (IllegalArgumentException e) {
      return new Fact.Unreadable(kind, json);
    }
  }

  /**
   * Reads a fact from elsewhere.
   *
   * @throws Fact.Improper if the kind is unknown or the JSON does not fit it
   */
  public static Fact read(String kind, String json) {
    Class<? extends Fact> type =
        Optional.<Class<? extends Fact>>ofNullable(Fact.KINDS.get(kind))
            .orElseThrow(() -> new Fact.Improper("No entry is of kind " + kind + "."));
    try {
      Fact fact = MAPPER.readValue(json, type);
      if (fact == null) {
        throw new Fact.Improper("An entry of kind " + kind + " is empty.");
      }
      return fact;
    } catch (JacksonException e) {
      throw new Fact.Improper(
          e.getCause() instanceof IllegalArgumentException why
              ? why.getMessage()
              : "An entry of kind " + kind + " has not the fields that it should have.");
    }
  }

  /** What an entry is about as it is stored; nothing told is an empty text. */
  public static String writeAbout(About about) {
    return about.equals(About.NOTHING) ? "" : MAPPER.writeValueAsString(about);
  }

  /** Reads it again; what does not read tells nothing. */
  public static About storedAbout(String json) {
    try {
      return json.isEmpty() ? About.NOTHING : MAPPER.readValue(json, About.class);
    } catch (JacksonException e) {
      return About.NOTHING;
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
