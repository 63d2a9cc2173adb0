package hopmend.catalog;

import static org.assertj.core.api.Assertions.assertThat;

import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import hopmend.drawing.Sign;
import hopmend.part.BenchTrait;
import hopmend.sensor.Trait;
import hopmend.swap.Caution;
import hopmend.swap.Mishap;
import hopmend.swap.Qualification;
import hopmend.swap.School;
import hopmend.swap.Work;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** The published schemas are those of the records, and the shipped files are right by them. */
class CatalogSchemaTest {
  private static final Path CATALOG = Path.of("src/main/resources/catalog");
  private static final Path ANEW = Path.of("target/schema");
  private static final Path PUBLISHED =
      Path.of("src/main/resources/META-INF/resources/schema/catalog");
  private static final List<Trait> TRAITS = Shipped.CATALOG.traits();

  private static Map<String, String> written() {
    Map<String, String> all =
        new TreeMap<>(
            Map.of(
                "family",
                    CatalogSchema.of(
                        FamilySheet.class,
                        TRAITS,
                        "family",
                        "revision",
                        "name",
                        "codes",
                        "suspects",
                        "checks",
                        "operations",
                        "source"),
                "vehicle",
                    CatalogSchema.of(
                        VehicleCard.class,
                        TRAITS,
                        "id",
                        "revision",
                        "make",
                        "model",
                        "engine",
                        "sites",
                        "source"),
                "access", CatalogSchema.of(WaysIn.class, TRAITS, "operations", "throughout"),
                "works", CatalogSchema.ofList("works", Work.class, TRAITS),
                "cautions", CatalogSchema.ofList("cautions", Caution.class, TRAITS),
                "traits", CatalogSchema.ofList("traits", Trait.class, TRAITS),
                "latches", CatalogSchema.ofList("drawings", Sign.class, TRAITS),
                "signs", CatalogSchema.ofList("drawings", Sign.class, TRAITS),
                "qualifications",
                    CatalogSchema.ofList("qualifications", Qualification.class, TRAITS)));
    all.put("schools", CatalogSchema.ofList("schools", School.class, TRAITS));
    all.put("eye", CatalogSchema.ofList("drawings", Sign.class, TRAITS));
    all.put("tray", CatalogSchema.ofList("drawings", Sign.class, TRAITS));
    all.put("bench", CatalogSchema.ofList("traits", BenchTrait.class, TRAITS));
    all.put("mishaps", CatalogSchema.ofList("mishaps", Mishap.class, TRAITS));
    return all;
  }

  @Test
  void whatIsPublishedIsWhatTheRecordsRead() throws IOException {
    Files.createDirectories(ANEW);
    for (Map.Entry<String, String> schema : written().entrySet()) {
      Files.writeString(ANEW.resolve(schema.getKey() + "-1.json"), schema.getValue());
    }
    for (Map.Entry<String, String> schema : written().entrySet()) {
      Path anew = ANEW.resolve(schema.getKey() + "-1.json");
      assertThat(Files.readString(PUBLISHED.resolve(anew.getFileName())))
          .as("copy %s to %s", anew, PUBLISHED)
          .isEqualTo(schema.getValue());
    }
  }

  private static Schema schema(String kind) {
    return SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
        .getSchema(written().get(kind), InputFormat.JSON);
  }

  static Stream<Path> files() throws IOException {
    try (Stream<Path> all = Files.walk(CATALOG)) {
      return all
          .filter(f -> f.toString().endsWith(".yaml"))
          .filter(f -> written().containsKey(kind(f)))
          .toList()
          .stream();
    }
  }

  private static String kind(Path file) {
    String folder =
        CATALOG.relativize(file).getParent() == null
            ? ""
            : file.getParent().getFileName().toString();
    return folder.isEmpty() ? file.getFileName().toString().replace(".yaml", "") : folder;
  }

  @ParameterizedTest
  @MethodSource("files")
  void everyShippedFileIsRightByItsSchema(Path file) throws IOException {
    assertThat(schema(kind(file)).validate(Files.readString(file), InputFormat.YAML)).isEmpty();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "camshaft-position|weight: 12, remedy: MECHANICAL|weight: 12, remedy: BUY_A_NEW_ONE|remedy",
        "camshaft-position|phase: MAKE_SAFE|phse: MAKE_SAFE|phse",
        "camshaft-position|minutes: 1|minutes: soon|minutes",
        "camshaft-position|when: {wires: [\"2\"]}|when: {wires: [\"two\"]}|wires"
      })
  void aSlipIsToldByItsName(String sheet, String right, String wrong, String named)
      throws IOException {
    String text = Files.readString(CATALOG.resolve("family").resolve(sheet + ".yaml"));
    assertThat(text).contains(right);
    assertThat(schema("family").validate(text.replace(right, wrong), InputFormat.YAML))
        .isNotEmpty()
        .anySatisfy(e -> assertThat(e.toString()).contains(named));
  }

  @Test
  void anEditorFindsADescriptionAtWhatIsNotClearByItsName() {
    String works = written().get("works");
    assertThat(works)
        .contains("stages of which the sheet's operations are done as they stand there");
    assertThat(written().get("vehicle")).contains("from where it is reached");
  }
}
