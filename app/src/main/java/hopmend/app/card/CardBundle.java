package hopmend.app.card;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import de.siegmar.fastcsv.writer.CsvWriter;
import hopmend.app.picture.Pictures;
import hopmend.app.web.InputProblem;
import hopmend.app.web.UploadedText;
import hopmend.catalog.CardFile;
import hopmend.catalog.VehicleCard;
import hopmend.job.Fact;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.StringWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;

/**
 * A file of cards as it goes out and comes in: the cards alone as YAML, or with their pictures as a
 * ZIP that holds {@code cards.yaml}, {@code pictures.csv} and the pictures as JPEG.
 *
 * @param yaml the cards
 * @param placed where the pictures are on them
 * @param pictures by their id
 */
record CardBundle(
    String yaml, List<Pictures.OnCard> placed, Map<String, Pictures.Carried> pictures) {
  private static final String CARDS = "cards.yaml";
  private static final String TABLE = "pictures.csv";
  private static final String FOLDER = "pictures/";
  private static final List<String> COLUMNS =
      List.of("card", "sensor", "picture", "words", "x", "y");
  private static final LocalDateTime SAME_TIME = LocalDateTime.of(2000, 1, 1, 0, 0);
  private static final int MOST_FILES = 1000;
  private static final int MOST_BYTES = 40_000_000;

  CardBundle {
    placed = List.copyOf(placed);
    pictures = Map.copyOf(pictures);
  }

  /** Writes cards with their pictures; pictures are read one after the other. */
  static void write(List<VehicleCard> cards, Pictures kept, OutputStream out) throws IOException {
    List<Pictures.OnCard> placed =
        cards.stream().flatMap(c -> kept.ofCard(c.id()).stream()).toList();
    try (ZipOutputStream zip = new ZipOutputStream(out)) {
      zip.putNextEntry(entry(CARDS));
      zip.write(CardFile.write(cards).getBytes(StandardCharsets.UTF_8));
      zip.putNextEntry(entry(TABLE));
      Writer table = new OutputStreamWriter(zip, StandardCharsets.UTF_8);
      table.write(table(placed));
      table.flush();
      Set<String> written = new LinkedHashSet<>();
      for (Pictures.OnCard p : placed) {
        if (written.add(p.picture())) {
          zip.putNextEntry(entry(FOLDER + p.picture() + ".jpg"));
          zip.write(kept.whole(p.picture()).orElseThrow());
        }
      }
    }
  }

  /** With a time that is always the same: the same cards give the same bytes. */
  private static ZipEntry entry(String name) {
    ZipEntry entry = new ZipEntry(name);
    entry.setTimeLocal(SAME_TIME);
    return entry;
  }

  private static String table(List<Pictures.OnCard> placed) throws IOException {
    StringWriter text = new StringWriter();
    try (CsvWriter csv = CsvWriter.builder().build(text)) {
      csv.writeRecord(COLUMNS);
      for (Pictures.OnCard p : placed) {
        csv.writeRecord(
            p.card(), p.site(), p.picture(), p.words(), thousandths(p.x()), thousandths(p.y()));
      }
    }
    return text.toString();
  }

  private static String thousandths(Integer place) {
    return place == null ? "" : place.toString();
  }

  /**
   * Reads what a person sent, a ZIP or YAML alone.
   *
   * @throws InputProblem in the field "file" if it cannot be read, or holds what does not belong
   */
  static CardBundle read(byte[] sent) {
    boolean isZip = sent.length > 3 && sent[0] == 'P' && sent[1] == 'K' && sent[2] == 3;
    if (!isZip) {
      UploadedText.requireSize(sent.length);
      return new CardBundle(UploadedText.decode(sent), List.of(), Map.of());
    }
    Map<String, byte[]> files = unpacked(sent);
    if (!files.containsKey(CARDS)) {
      throw new InputProblem("file", "The ZIP holds no " + CARDS + ". Send what was taken out.");
    }
    UploadedText.requireSize(files.get(CARDS).length);
    Map<String, Pictures.Carried> pictures = new HashMap<>();
    files.forEach(
        (name, content) -> {
          if (name.startsWith(FOLDER)) {
            Pictures.Carried p = Pictures.Carried.of(content);
            pictures.put(p.id(), p);
          }
        });
    String table = UploadedText.decode(files.getOrDefault(TABLE, new byte[0]));
    return new CardBundle(UploadedText.decode(files.get(CARDS)), placed(table, pictures), pictures);
  }

  private static Map<String, byte[]> unpacked(byte[] sent) {
    Map<String, byte[]> files = new HashMap<>();
    int left = MOST_BYTES;
    try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(sent))) {
      for (ZipEntry e = zip.getNextEntry(); e != null; e = zip.getNextEntry()) {
        byte[] content = zip.readNBytes(left + 1);
        left -= content.length;
        if (left < 0 || files.size() == MOST_FILES) {
          throw new InputProblem(
              "file",
              "The ZIP holds more than %d files or %d MB. Take fewer cards out at once."
                  .formatted(MOST_FILES, MOST_BYTES / 1_000_000));
        }
        files.put(e.getName(), content);
      }
    } catch (IOException e) {
      throw new InputProblem("file", "The ZIP cannot be read. Take it out once more.");
    }
    return files;
  }

  /** Bytes that it takes to hold it. */
  int size() {
    return yaml.length() + pictures.values().stream().mapToInt(Pictures.Carried::size).sum();
  }

  private static List<Pictures.OnCard> placed(
      String table, Map<String, Pictures.Carried> pictures) {
    List<Pictures.OnCard> placed = new ArrayList<>();
    try (CsvReader<NamedCsvRecord> csv = CsvReader.builder().ofNamedCsvRecord(table)) {
      for (NamedCsvRecord line : csv) {
        String place = TABLE + ", line " + line.getStartingLineNumber();
        COLUMNS.stream()
            .filter(c -> line.findField(c).isEmpty())
            .findFirst()
            .ifPresent(
                c -> {
                  throw new InputProblem("file", place + ": the column \"" + c + "\" is missing.");
                });
        String picture = line.getField("picture");
        if (!pictures.containsKey(picture)) {
          throw new InputProblem("file", place + ": its picture is not in the ZIP.");
        }
        placed.add(
            new Pictures.OnCard(
                line.getField("card"),
                line.getField("sensor"),
                picture,
                words(line.getField("words"), place),
                place(line.getField("x"), place),
                place(line.getField("y"), place)));
      }
    } catch (CsvParseException e) {
      throw new InputProblem("file", TABLE + " cannot be read: " + e.getMessage());
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
    return placed;
  }

  private static String words(String words, String place) {
    if (words.length() > 200 || !Fact.isStorable(words)) {
      throw new InputProblem("file", place + ": up to 200 characters tell what one sees.");
    }
    return words;
  }

  private static Integer place(String typed, String place) {
    if (!typed.matches("|\\d{1,3}|1000")) {
      throw new InputProblem("file", place + ": x and y are thousandths, 0 to 1000, or empty.");
    }
    return typed.isEmpty() ? null : Integer.valueOf(typed);
  }

  /** Of its pictures those for which one of the cards has the sensor. */
  List<Pictures.OnCard> placedOn(List<VehicleCard> cards) {
    return placed.stream()
        .filter(
            p ->
                cards.stream()
                    .anyMatch(c -> c.id().equals(p.card()) && c.site(p.site()).isPresent()))
        .toList();
  }
}
