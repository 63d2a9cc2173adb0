package hopmend.app;

import static org.assertj.core.api.Assertions.assertThat;

import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;
import org.apache.maven.artifact.versioning.ComparableVersion;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * What the application is made of, by its bill of materials (CycloneDX): the exact versions that
 * were reviewed, and none that an advisory names. How to renew the lists stands in CONTRIBUTING.
 */
class DependenciesTest {
  private static final String BILL = "/META-INF/sbom/application.cdx.json";

  private record Component(String name, String version) {}

  private static List<Component> components() throws IOException {
    List<Component> all = new ArrayList<>();
    try (InputStream in = DependenciesTest.class.getResourceAsStream(BILL)) {
      assertThat(in).as("the build writes " + BILL).isNotNull();
      for (JsonNode c : new JsonMapper().readTree(in).get("components")) {
        String group = c.path("group").asString("");
        if (!group.equals("hopmend")) {
          all.add(
              new Component(group + ":" + c.get("name").asString(), c.get("version").asString()));
        }
      }
    }
    return all;
  }

  @Test
  void theVersionsAreThoseThatWereReviewed() throws IOException {
    TreeSet<String> now = new TreeSet<>();
    components().forEach(c -> now.add(c.name() + ":" + c.version()));
    Files.write(Path.of("target", "dependencies.txt"), now);
    List<String> reviewed;
    try (InputStream in =
        DependenciesTest.class.getResourceAsStream("/dependencies/reviewed.txt")) {
      reviewed =
          new String(in.readAllBytes(), StandardCharsets.UTF_8)
              .lines()
              .filter(l -> !l.startsWith("#"))
              .toList();
    }
    assertThat(now).hasSizeGreaterThan(50).isEqualTo(new TreeSet<>(reviewed));
  }

  @Test
  void noComponentIsOneThatAnAdvisoryNames() throws IOException {
    List<Component> components = components();
    List<String> hit = new ArrayList<>();
    int advisories = 0;
    try (CsvReader<NamedCsvRecord> lines =
        CsvReader.builder()
            .ofNamedCsvRecord(
                new String(
                    DependenciesTest.class
                        .getResourceAsStream("/dependencies/advisories.csv")
                        .readAllBytes(),
                    StandardCharsets.UTF_8))) {
      for (NamedCsvRecord a : lines) {
        advisories++;
        components.stream()
            .filter(c -> c.name().equals(a.getField("package")))
            .filter(c -> isBetween(c.version(), a.getField("from"), a.getField("fixed")))
            .forEach(c -> hit.add(c + ": " + a.getField("advisory")));
      }
    }
    assertThat(advisories).isGreaterThan(10);
    assertThat(hit).isEmpty();
    assertThat(isBetween("42.7.6", "42.7.4", "42.7.7")).as("the check can find one").isTrue();
  }

  private static boolean isBetween(String version, String from, String fixed) {
    ComparableVersion v = new ComparableVersion(version);
    return v.compareTo(new ComparableVersion(from)) >= 0
        && v.compareTo(new ComparableVersion(fixed)) < 0;
  }
}
