package hopmend.app.export;

import com.networknt.schema.Error;
import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import hopmend.app.job.JobCopy;
import hopmend.job.Claim;
import hopmend.job.Fact;
import hopmend.job.FactJson;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Base64;
import java.util.List;
import java.util.stream.Collectors;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonGenerator;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** The file format of a job, as its published JSON Schema describes it. */
@Component
class JobFile {
  static final String SCHEMA = "static/schema/job-1.json";
  private static final String FORMAT = "hop-mend-job";
  private static final String NOBODY = "00000000-0000-0000-0000-000000000000";

  private final JsonMapper json =
      JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();
  private final Schema schema;

  JobFile() {
    try (InputStream in = new ClassPathResource(SCHEMA).getInputStream()) {
      schema =
          SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
              .getSchema(new String(in.readAllBytes(), StandardCharsets.UTF_8), InputFormat.JSON);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  JsonMapper json() {
    return json;
  }

  /** Writes a job; kept files are opened one after the other. */
  void write(JobCopy job, OutputStream out) {
    try (JsonGenerator file = json.createGenerator(out)) {
      file.writeStartObject();
      file.writeStringProperty("format", FORMAT);
      file.writeNumberProperty("version", 1);
      file.writeName("job");
      file.writeTree(head(job));
      file.writeArrayPropertyStart("entries");
      job.entries().forEach(e -> file.writeTree(entry(e)));
      file.writeEndArray();
      file.writeArrayPropertyStart("files");
      job.files().forEach(f -> file.writeTree(file(f)));
      file.writeEndArray();
      file.writeEndObject();
    }
  }

  private ObjectNode head(JobCopy job) {
    return json.createObjectNode()
        .put("id", job.token().toString())
        .put("title", job.title())
        .put("fleetNumber", job.fleetNumber())
        .put("customer", job.customer())
        .put("createdBy", job.createdBy())
        .put("createdAt", job.createdAt().toString());
  }

  private ObjectNode entry(JobCopy.Entry e) {
    ObjectNode entry =
        json.createObjectNode()
            .put("sequence", e.sequence())
            .put("kind", e.fact().kind())
            .put("who", e.who())
            .put("at", e.at().toString());
    String about = FactJson.writeAbout(e.about());
    if (!about.isEmpty()) {
      entry.set("about", json.readTree(about));
    }
    e.claim().ifPresent(c -> entry.set("claim", claim(c)));
    String body = FactJson.write(e.fact());
    entry.set("body", e.fact() instanceof Fact.Unreadable ? raw(body) : json.readTree(body));
    return entry;
  }

  /** What does not read goes out as it is stored: as JSON if it is any, else as its text. */
  private JsonNode raw(String body) {
    try {
      return json.readTree(body);
    } catch (JacksonException e) {
      return json.getNodeFactory().stringNode(body);
    }
  }

  private ObjectNode claim(Claim c) {
    return json.createObjectNode()
        .put("who", c.who())
        .put("at", c.at().toString())
        .put("fileSha256", c.fileSha256());
  }

  private ObjectNode file(JobCopy.File f) {
    return json.createObjectNode()
        .put("id", f.id().toString())
        .put("name", f.name())
        .put("mediaType", f.mediaType())
        .put("createdAt", f.createdAt().toString())
        .put("content", Base64.getEncoder().encodeToString(f.content().get()));
  }

  /** What of the schema an entry does not fit, in plain words; empty if it fits. */
  List<String> misfitsOfEntry(JsonNode entry) {
    ObjectNode frame = frame();
    frame.withArray("entries").add(entry);
    return misfits(frame, "/entries/0");
  }

  /** The same for a kept file without its content. */
  List<String> misfitsOfFile(ObjectNode file) {
    ObjectNode frame = frame();
    frame.withArray("files").add(file);
    return misfits(frame, "/files/0");
  }

  /** The same for all that stands beside the entries and the files. */
  List<String> misfitsOfHead(ObjectNode head) {
    ObjectNode whole = head.deepCopy();
    whole.putArray("entries");
    whole.putArray("files");
    return misfits(whole, "");
  }

  private ObjectNode frame() {
    ObjectNode frame = json.createObjectNode().put("format", FORMAT).put("version", 1);
    frame
        .putObject("job")
        .put("id", NOBODY)
        .put("title", "-")
        .put("fleetNumber", "")
        .put("customer", "")
        .put("createdBy", "-")
        .put("createdAt", "2026-01-01T00:00:00Z");
    frame.putArray("entries");
    frame.putArray("files");
    return frame;
  }

  private List<String> misfits(JsonNode whole, String place) {
    return schema.validate(whole).stream().map(e -> words(e, place)).distinct().toList();
  }

  private static String words(Error e, String place) {
    String path = e.getInstanceLocation().toString();
    String where = where(path.startsWith(place) ? path.substring(place.length()) : path);
    String what =
        switch (e.getKeyword()) {
          case "required" -> "\"" + e.getProperty() + "\" is missing";
          case "additionalProperties" -> "nobody knows the field \"" + e.getProperty() + "\"";
          case "enum", "const" -> "is none of the words that may stand here";
          case "pattern" -> "has not the form that it should have";
          case "type", "anyOf", "oneOf", "not" -> "is not what should stand here";
          default -> e.getMessage();
        };
    return where.isEmpty() ? what : where + ": " + what;
  }

  /** {@code /body/codes/0/code} is "codes, no. 1, code". */
  private static String where(String path) {
    return Arrays.stream(path.split("/"))
        .filter(p -> !p.isEmpty() && !p.equals("body"))
        .map(p -> p.matches("\\d+") ? "no. " + (Integer.parseInt(p) + 1) : p)
        .collect(Collectors.joining(", "));
  }
}
