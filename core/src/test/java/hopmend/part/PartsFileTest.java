package hopmend.part;

import static org.assertj.core.api.Assertions.assertThat;

import de.siegmar.fastcsv.writer.CsvWriter;
import hopmend.catalog.Catalog;
import hopmend.catalog.DemoParts;
import hopmend.catalog.Shipped;
import java.io.IOException;
import java.io.StringReader;
import java.io.StringWriter;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class PartsFileTest {
  private static final Catalog CATALOG = Shipped.CATALOG;

  private final List<Part> parts = new ArrayList<>();
  private final List<String> problems = new ArrayList<>();

  private void read(String csv) {
    char separator = PartsLayout.separator(csv.lines().findFirst().orElse(""));
    PartsLayout layout =
        PartsLayout.proposed(
            separator, PartsFile.header(new StringReader(csv), separator), CATALOG.bench());
    boolean comma = PartsFile.hasDecimalComma(new StringReader(csv), layout);
    PartsFile.read(
        new StringReader(csv),
        layout,
        CATALOG.partsKnown(),
        comma,
        new PartsFile.Hearer() {
          @Override
          public void part(long line, Part part) {
            parts.add(part);
          }

          @Override
          public void problem(long line, String what) {
            problems.add(line + ": " + what);
          }

          @Override
          public void read(long line) {}
        });
  }

  private static String written(List<Part> parts) throws IOException {
    StringWriter out = new StringWriter();
    try (CsvWriter csv = CsvWriter.builder().build(out)) {
      csv.writeRecord(PartsLayout.headings(CATALOG.bench()));
      for (Part p : parts) {
        PartsFile.lines(p, CATALOG.bench()).forEach(csv::writeRecord);
      }
    }
    return out.toString();
  }

  @Test
  void whatIsWrittenReadsBackTheSame() throws IOException {
    List<Part> demo = DemoParts.read(CATALOG);
    assertThat(demo).hasSizeGreaterThan(3000);
    read(written(demo));
    assertThat(problems).isEmpty();
    assertThat(parts).isEqualTo(demo);
  }

  /**
   * A supplier's own list: other names, semicolons, a decimal comma, months the other way round.
   */
  @Test
  void aSuppliersListIsUnderstoodByItsNamesAndSigns() {
    read(
        """
        Artikelnummer;Hersteller;Bezeichnung;Class;Family;Motorcode;Baujahr bis;Preis;Pfand;Polzahl;Cable length mm;Farbe
        OD 1;Ondrel;Nockenwellensensor;OEM;Camshaft position SENSOR;WS3A;06/2020;1.041,50;25;3;412,5;blau
        OD 1;Ondrel;Nockenwellensensor;Genuine;camshaft-position;WT4B;06/2021;1.041,50;25;3;412,5;rot
        """);
    assertThat(problems).isEmpty();
    Part part = parts.get(0);
    assertThat(parts).hasSize(1);
    assertThat(part.offer().price()).isEqualTo(1041.5);
    assertThat(part.grade()).isEqualTo(Grade.ORIGINAL);
    assertThat(part.family()).isEqualTo("camshaft-position");
    assertThat(part.traits()).isEqualTo(Map.of("cable length", "412.5 mm"));
    assertThat(part.applications())
        .extracting(a -> a.engines().get(0))
        .containsExactly("WS3A", "WT4B");
    assertThat(part.applications().get(0).builtUntil()).hasToString("2020-06");
  }

  @Test
  void everythingThatIsWrongIsToldWithItsLine() {
    read(
        """
        number,make,grade,family,price,superseded_by,built_from,built_until,stock
        A-1,Ondrel,best,knock,10.00,,,,1
        ,Ondrel,quality,knok,-3,,,,1
        A-3,Ondrel,quality,knock,10.00,a3,,,1
        A-4,Ondrel,quality,knock,10.00,,2020-13,,1.5
        A-5,Ondrel,quality,knock,10.00,,2020-05,2019-01,1
        A-6,Ondrel,quality,knock,10.00,,,,1
        A-9,Ondrel,quality,knock,10.00,,,,1
        A-7,Ondrel,quality,knock,1.000,,,,1
        A-6,Ondrel,quality,knock,11.00,,,,1
        A-8,Ondrel,quality,knock,11.00,,,,1
        A-8,Ondrel,quality,knock,12.00,,,,1
        """);
    assertThat(parts).extracting(Part::number).containsExactly("A-6", "A-9", "A-8");
    assertThat(problems)
        .containsExactly(
            "2: the grade is original, quality, economy or used, not \"best\"",
            "3: there is no part number",
            "3: the family \"knok\" is not known; there are "
                + String.join(", ", CATALOG.partsKnown().ids()),
            "3: price is a number, not \"-3\"",
            "4: A-3 cannot be superseded by itself",
            "5: built_from is a month like 2019-04, not \"2020-13\"",
            "5: stock is a whole number of 0 to 1000000, not \"1.5\"",
            "6: Built from 2020-05 until 2019-01: the end lies before the beginning",
            "9: price: \"1.000\" can be read in two ways; write it without separators of thousands",
            "10: A-6 of Ondrel stands in line 7 already; lines of one part stand one below the other",
            "12: A-8 stands in line 11 already, and not everything else is the same: one number, two parts?");
  }
}
