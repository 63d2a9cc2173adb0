package hopmend.app.export;

import com.networknt.schema.Error;
import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import hopmend.app.job.JobCopy;
import hopmend.app.web.InputProblem;
import hopmend.job.Fact;
import hopmend.job.FactJson;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.Base64;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** The file format of a job, as its published JSON Schema describes it. */
@Component
class JobFile {
  static final String SCHEMA = "static/schema/job-1.json";
  private static final String FORMAT = "hop-mend-job";
  private static final int MOST_PROBLEMS = 8;

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

  String write(JobCopy job) {
    ObjectNode root = json.createObjectNode();
    root.put("format", FORMAT).put("version", 1);
    ObjectNode head = root.putObject("job");
    head.put("id", job.token().toString());
    head.put("title", job.title());
    head.put("fleetNumber", job.fleetNumber());
    head.put("customer", job.customer());
    head.put("createdBy", job.createdBy());
    head.put("createdAt", job.createdAt().toString());
    ArrayNode entries = root.putArray("entries");
    for (JobCopy.Entry e : job.entries()) {
      ObjectNode entry = entries.addObject();
      entry.put("sequence", e.sequence());
      entry.put("kind", e.fact().kind());
      entry.put("who", e.who());
      entry.put("at", e.at().toString());
      entry.set("body", json.readTree(FactJson.write(e.fact())));
    }
    ArrayNode files = root.putArray("files");
    for (JobCopy.File f : job.files()) {
      ObjectNode file = files.addObject();
      file.put("id", f.id().toString());
      file.put("name", f.name());
      file.put("mediaType", f.mediaType());
      file.put("createdAt", f.createdAt().toString());
      file.put("content", Base64.getEncoder().encodeToString(f.content()));
    }
    return json.writeValueAsString(root);
  }

  /**
   * Reads a job file.
   *
   * @throws InputProblem naming what does not fit the schema, or which entry does not read
   */
  JobCopy read(String text) {
    JsonNode root;
    try {
      root = json.readTree(text);
      List<Error> errors = schema.validate(text, InputFormat.JSON);
      if (!errors.isEmpty()) {
        throw refused(
            errors.stream()
                .limit(MOST_PROBLEMS)
                .map(e -> e.getInstanceLocation() + " " + e.getMessage())
                .toList());
      }
    } catch (JacksonException e) {
      throw refused(List.of("It is no JSON: " + e.getOriginalMessage()));
    }
    try {
      return copy(root);
    } catch (IllegalArgumentException | DateTimeParseException e) {
      throw refused(List.of(e.getMessage()));
    }
  }

  private static JobCopy copy(JsonNode root) {
    List<JobCopy.Entry> entries = new ArrayList<>();
    for (JsonNode e : root.get("entries")) {
      long sequence = e.get("sequence").asLong();
      if (sequence != entries.size() + 1) {
        throw new IllegalArgumentException(
            "Entry %d stands where entry %d should be; none may be missing."
                .formatted(sequence, entries.size() + 1));
      }
      Fact fact = FactJson.read(e.get("kind").asString(), e.get("body").toString());
      if (fact instanceof Fact.Struck s && s.sequence() >= sequence) {
        throw new IllegalArgumentException("Entry " + sequence + " strikes one that comes later.");
      }
      entries.add(
          new JobCopy.Entry(
              sequence, Instant.parse(e.get("at").asString()), e.get("who").asString(), fact));
    }
    List<JobCopy.File> files = new ArrayList<>();
    Set<UUID> ids = new HashSet<>();
    for (JsonNode f : root.get("files")) {
      UUID id = UUID.fromString(f.get("id").asString());
      if (!ids.add(id)) {
        throw new IllegalArgumentException("The file " + id + " stands there twice.");
      }
      files.add(
          new JobCopy.File(
              id,
              f.get("name").asString(),
              f.get("mediaType").asString(),
              Instant.parse(f.get("createdAt").asString()),
              Base64.getDecoder().decode(f.get("content").asString())));
    }
    JsonNode head = root.get("job");
    return new JobCopy(
        UUID.fromString(head.get("id").asString()),
        head.get("title").asString(),
        head.get("fleetNumber").asString(),
        head.get("customer").asString(),
        head.get("createdBy").asString(),
        Instant.parse(head.get("createdAt").asString()),
        entries,
        files);
  }

  private static InputProblem refused(List<String> problems) {
    return new InputProblem("file", "Nothing was taken in. " + String.join("; ", problems));
  }
}
