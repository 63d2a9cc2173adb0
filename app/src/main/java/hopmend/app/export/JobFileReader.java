package hopmend.app.export;

import hopmend.app.job.JobCopy;
import hopmend.job.About;
import hopmend.job.Claim;
import hopmend.job.Fact;
import hopmend.job.FactJson;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.math.BigInteger;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.function.LongConsumer;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;
import tools.jackson.core.ObjectReadContext;
import tools.jackson.core.StreamReadConstraints;
import tools.jackson.core.StreamReadFeature;
import tools.jackson.core.json.JsonFactory;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Reads a job file as a stream: one entry at a time is held as JSON, kept files go to a folder at
 * once. What is wrong is collected with its place; what is out of all bounds ends the reading.
 */
final class JobFileReader {
  static final int MOST_ENTRIES = 5_000;
  private static final int MOST_FILES = 200;
  private static final int MOST_NODES_OF_ENTRY = 20_000;
  private static final int MOST_NODES = 1_000_000;
  private static final int MOST_FILE_BYTES = 12_000_000;
  private static final int LONGEST_TEXT = 200_000;
  private static final int DEEPEST = 12;
  private static final Instant EARLIEST = Instant.parse("1990-01-01T00:00:00Z");

  private static final JsonFactory JSON =
      JsonFactory.builder()
          .enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
          .disable(StreamReadFeature.AUTO_CLOSE_SOURCE)
          .streamReadConstraints(
              StreamReadConstraints.builder()
                  .maxNestingDepth(DEEPEST)
                  .maxStringLength(LONGEST_TEXT)
                  .maxNameLength(200)
                  .maxNumberLength(30)
                  .build())
          .build();

  private final JobFile format;
  private final Problems problems;
  private final Path folder;
  private final Instant latest;
  private final Function<Fact, Optional<String>> unknownHere;
  private final LongConsumer readSoFar;
  private final ObjectNode head;
  private final List<JobCopy.Entry> entries = new ArrayList<>();
  private final List<JobCopy.File> files = new ArrayList<>();
  private final Set<UUID> fileIds = new HashSet<>();
  private int stood;
  private int nodes;

  /**
   * @param folder where kept files are put; the caller removes it
   * @param now nothing can have been recorded later
   * @param unknownHere what a fact names that nobody here knows
   * @param readSoFar told how many entries were read
   */
  JobFileReader(
      JobFile format,
      Problems problems,
      Path folder,
      Instant now,
      Function<Fact, Optional<String>> unknownHere,
      LongConsumer readSoFar) {
    this.unknownHere = unknownHere;
    this.format = format;
    this.problems = problems;
    this.folder = folder;
    this.latest = now.plus(Duration.ofDays(1));
    this.readSoFar = readSoFar;
    this.head = format.json().createObjectNode();
  }

  /** The job, empty if anything was wrong; {@link Problems} says what. */
  Optional<JobCopy> read(InputStream in) {
    try (JsonParser parser = JSON.createParser(ObjectReadContext.empty(), in)) {
      readWhole(parser);
    } catch (JacksonException e) {
      problems.add(line(e), "it is no JSON that can be read here: " + e.getOriginalMessage());
    }
    if (problems.isEmpty()) {
      problems.addAll("The job", format.misfitsOfHead(head));
    }
    return problems.isEmpty() ? Optional.of(copy()) : Optional.empty();
  }

  private static String line(JacksonException e) {
    return e.getLocation() == null ? "The file" : "Line " + e.getLocation().getLineNr();
  }

  private void readWhole(JsonParser parser) {
    if (parser.nextToken() != JsonToken.START_OBJECT) {
      problems.add("The file", "it is no JSON object");
      return;
    }
    while (parser.nextToken() == JsonToken.PROPERTY_NAME) {
      String name = parser.currentName();
      JsonToken value = parser.nextToken();
      if (name.equals("entries") && value == JsonToken.START_ARRAY) {
        while (parser.nextToken() != JsonToken.END_ARRAY && !problems.isFull()) {
          entry(tree(parser, MOST_NODES_OF_ENTRY));
        }
      } else if (name.equals("files") && value == JsonToken.START_ARRAY) {
        while (parser.nextToken() != JsonToken.END_ARRAY && !problems.isFull()) {
          file(parser);
        }
      } else {
        head.set(name, tree(parser, MOST_NODES_OF_ENTRY));
      }
      if (problems.isFull()) {
        return;
      }
    }
    if (parser.nextToken() != null) {
      problems.add("The file", "something stands behind its end");
    }
  }

  /** The value at hand as a tree of so many nodes at the most. */
  private JsonNode tree(JsonParser parser, int most) {
    int before = nodes;
    JsonNode node = build(parser, before + most);
    if (nodes > before + most || nodes > MOST_NODES) {
      problems.abandon("Entry " + (stood + 1), "it is too large to be the entry of a repair");
    }
    return node;
  }

  private JsonNode build(JsonParser parser, int until) {
    nodes++;
    var json = format.json();
    switch (parser.currentToken()) {
      case START_OBJECT -> {
        ObjectNode object = json.createObjectNode();
        while (parser.nextToken() == JsonToken.PROPERTY_NAME) {
          String name = parser.currentName();
          parser.nextToken();
          JsonNode value = build(parser, until);
          if (nodes <= until) {
            object.set(name, value);
          }
        }
        return object;
      }
      case START_ARRAY -> {
        ArrayNode array = json.createArrayNode();
        while (parser.nextToken() != JsonToken.END_ARRAY) {
          JsonNode value = build(parser, until);
          if (nodes <= until) {
            array.add(value);
          }
        }
        return array;
      }
      case VALUE_STRING -> {
        return json.getNodeFactory().stringNode(parser.getString());
      }
      case VALUE_NUMBER_INT -> {
        return json.getNodeFactory().numberNode(parser.getBigIntegerValue());
      }
      case VALUE_NUMBER_FLOAT -> {
        return json.getNodeFactory().numberNode(parser.getDecimalValue());
      }
      case VALUE_TRUE -> {
        return json.getNodeFactory().booleanNode(true);
      }
      case VALUE_FALSE -> {
        return json.getNodeFactory().booleanNode(false);
      }
      default -> {
        return json.getNodeFactory().nullNode();
      }
    }
  }

  private void entry(JsonNode node) {
    stood++;
    String place = "Entry " + stood;
    readSoFar.accept(stood);
    if (stood > MOST_ENTRIES) {
      problems.abandon(place, "a job has at most " + MOST_ENTRIES + " entries");
      return;
    }
    List<String> misfits = format.misfitsOfEntry(node);
    problems.addAll(place, misfits);
    if (!misfits.isEmpty()) {
      return;
    }
    try {
      if (!node.get("sequence").bigIntegerValue().equals(BigInteger.valueOf(stood))) {
        problems.add(
            place,
            "it has the number %s; entries are numbered 1, 2, 3 without a gap"
                .formatted(node.get("sequence")));
        return;
      }
      long sequence = stood;
      Fact fact = FactJson.read(node.get("kind").asString(), node.get("body").toString());
      if (fact instanceof Fact.Struck s && s.sequence() >= sequence) {
        problems.add(place, "it undoes an entry that comes later");
        return;
      }
      unknownHere.apply(fact).ifPresent(what -> problems.add(place, what));
      entries.add(
          new JobCopy.Entry(
              sequence,
              instant(node.get("at")),
              storable(node.get("who")),
              fact,
              about(node.get("about")),
              Optional.ofNullable(node.get("claim")).map(this::claim)));
    } catch (IllegalArgumentException | DateTimeException e) {
      problems.add(place, e.getMessage());
    }
  }

  private static About about(JsonNode node) {
    return node == null ? About.NOTHING : FactJson.storedAbout(node.toString());
  }

  private Claim claim(JsonNode node) {
    return new Claim(
        storable(node.get("who")), instant(node.get("at")), node.get("fileSha256").asString());
  }

  private Instant instant(JsonNode node) {
    Instant at = Instant.parse(node.asString());
    if (at.isBefore(EARLIEST) || at.isAfter(latest)) {
      throw new IllegalArgumentException(
          "the time %s lies outside 1990 to today".formatted(node.asString()));
    }
    return at;
  }

  private static String storable(JsonNode node) {
    return new Fact.NoteAdded(node.asString()).words();
  }

  private void file(JsonParser parser) {
    String place = "File " + (files.size() + 1);
    if (parser.currentToken() != JsonToken.START_OBJECT) {
      problems.abandon(place, "it is no JSON object");
      return;
    }
    if (files.size() >= MOST_FILES) {
      problems.abandon(place, "a job keeps at most " + MOST_FILES + " files");
      return;
    }
    ObjectNode about = format.json().createObjectNode();
    Path kept = folder.resolve("file-" + files.size());
    boolean hasContent = false;
    while (parser.nextToken() == JsonToken.PROPERTY_NAME) {
      String name = parser.currentName();
      if (parser.nextToken() == JsonToken.VALUE_STRING && name.equals("content")) {
        hasContent = true;
        keep(parser, kept, place);
      } else {
        about.set(name, tree(parser, MOST_NODES_OF_ENTRY));
      }
    }
    List<String> misfits = format.misfitsOfFile(hasContent ? about.put("content", "") : about);
    problems.addAll(place, misfits);
    if (misfits.isEmpty()) {
      add(about, kept, place);
    }
  }

  private void add(ObjectNode about, Path kept, String place) {
    try {
      UUID id = UUID.fromString(about.get("id").asString());
      if (!fileIds.add(id)) {
        problems.add(place, "a file of this id stands there twice");
        return;
      }
      files.add(
          new JobCopy.File(
              id,
              storable(about.get("name")),
              storable(about.get("mediaType")),
              instant(about.get("createdAt")),
              () -> bytes(kept)));
    } catch (IllegalArgumentException | DateTimeException e) {
      problems.add(place, e.getMessage());
    }
  }

  private void keep(JsonParser parser, Path kept, String place) {
    try (OutputStream out = new Bounded(Files.newOutputStream(kept))) {
      parser.readBinaryValue(out);
    } catch (TooLarge e) {
      problems.abandon(place, "a kept file has at most %d bytes".formatted(MOST_FILE_BYTES));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static byte[] bytes(Path kept) {
    try {
      return Files.readAllBytes(kept);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private JobCopy copy() {
    JsonNode job = head.get("job");
    return new JobCopy(
        UUID.fromString(job.get("id").asString()),
        storable(job.get("title")),
        storable(job.get("fleetNumber")),
        storable(job.get("customer")),
        storable(job.get("createdBy")),
        instant(job.get("createdAt")),
        entries,
        files);
  }

  private static final class TooLarge extends RuntimeException {
    private static final long serialVersionUID = 1L;
  }

  private static final class Bounded extends OutputStream {
    private final OutputStream out;
    private long written;

    Bounded(OutputStream out) {
      this.out = out;
    }

    @Override
    public void write(int b) throws IOException {
      write(new byte[] {(byte) b}, 0, 1);
    }

    @Override
    public void write(byte[] b, int from, int length) throws IOException {
      written += length;
      if (written > MOST_FILE_BYTES) {
        throw new TooLarge();
      }
      out.write(b, from, length);
    }

    @Override
    public void close() throws IOException {
      out.close();
    }
  }
}
