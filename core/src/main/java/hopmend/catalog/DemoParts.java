package hopmend.catalog;

import hopmend.catalog.CatalogReader.CatalogRefused;
import hopmend.part.Part;
import hopmend.part.PartsFile;
import hopmend.part.PartsLayout;
import java.io.IOException;
import java.io.InputStream;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;

/** The demo's list of parts, invented like the cards that ship. A shop has a list of its own. */
public final class DemoParts {
  private DemoParts() {}

  /** The list as a file, as a shop would take it in. */
  public static String csv() {
    try (InputStream in =
        CatalogFiles.shipped()
            .open("demo-parts.csv")
            .orElseThrow(() -> new CatalogRefused("The demo has no list of parts"))) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /**
   * The parts of it.
   *
   * @throws CatalogRefused with every problem of the file
   */
  public static List<Part> read(Catalog catalog) {
    String csv = csv();
    List<Part> parts = new ArrayList<>();
    List<String> problems = new ArrayList<>();
    PartsLayout layout =
        PartsLayout.proposed(',', PartsFile.header(new StringReader(csv), ','), catalog.bench());
    PartsFile.read(
        new StringReader(csv),
        layout,
        catalog.partsKnown(),
        false,
        new PartsFile.Hearer() {
          @Override
          public void part(long line, Part part) {
            parts.add(part);
          }

          @Override
          public void problem(long line, String what) {
            problems.add("demo-parts.csv, line %d: %s".formatted(line, what));
          }

          @Override
          public void read(long line) {
            // nobody waits for it
          }
        });
    if (!problems.isEmpty()) {
      throw new CatalogRefused(String.join("\n", problems));
    }
    return parts;
  }
}
