package hopmend.catalog;

import static hopmend.message.English.WORDS;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import hopmend.drawing.Drawing;
import hopmend.drawing.Shape;
import hopmend.find.Sides;
import hopmend.find.Site;
import hopmend.find.SiteViews;
import hopmend.part.PartsShelf;
import hopmend.prove.Remedy;
import hopmend.relearn.Routine;
import hopmend.sensor.LiveSignal;
import hopmend.swap.Operation;
import hopmend.swap.WorkOrder;
import hopmend.vehicle.EngineLayout.VehicleSide;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CatalogTest {
  private static final String CARD = "vehicle/wherrill-sedge-12.yaml";
  private static final String SHEET = "family/camshaft-position.yaml";

  private final Catalog catalog = Shipped.CATALOG;

  @Test
  void shippedFilesAgreeWithEachOther() {
    assertThat(CatalogCheck.problems(catalog)).isEmpty();
    assertThat(catalog.sheets()).isNotEmpty();
    assertThat(catalog.cards()).isNotEmpty();
  }

  /** The shipped catalog with one file changed. */
  private static Catalog with(String file, String from, String to) {
    return new CatalogReader(List.of(shippedBut(f -> f.equals(file), in -> changed(in, from, to))))
        .read();
  }

  private static CatalogFiles shippedBut(
      Predicate<String> which, UnaryOperator<InputStream> change) {
    CatalogFiles shipped = CatalogFiles.shipped();
    return new CatalogFiles() {
      @Override
      public Optional<InputStream> open(String file) {
        return shipped.open(file).map(in -> which.test(file) ? change.apply(in) : in);
      }

      @Override
      public List<String> list(String folder) {
        return shipped.list(folder);
      }
    };
  }

  private static String spoilt(String file, String from, String to) {
    try (InputStream in =
        changed(CatalogReader.class.getResourceAsStream("/catalog/" + file), from, to)) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static InputStream changed(InputStream in, String from, String to) {
    try (in) {
      String text = new String(in.readAllBytes(), StandardCharsets.UTF_8);
      assertThat(text).as("what the test wants to spoil is there").contains(from);
      return new ByteArrayInputStream(text.replace(from, to).getBytes(StandardCharsets.UTF_8));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /**
   * A slip of whoever writes a card or a sheet is named with its file and its line, and nothing is
   * loaded.
   */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        CARD + "|family: camshaft-position|family: nothing-of-the-kind|is of no known family|",
        CARD + "|fastener: cam-sensor-bolt|fastener: glue|names no fastener of the card|",
        CARD + "|behind: [intake-duct]|behind: [the-moon]|the-moon|",
        CARD + "|under: [engine-cover]|under: [intake-duct]|want to come first|",
        CARD + "|camshaft-position: [cam-crank-learn]|camshaft-position: [sing]|called sing|",
        CARD + "|borePitchMm: 83|borePitchMm: 73|smaller than the pitch|",
        CARD + "|intakeSide: FRONT|intakeSide: LEFT|cannot have its pulley at the RIGHT|",
        CARD + "|revision: 5|revison: 5|revison|revison: 5",
        CARD + "|xMm: 930, yMm: 440|xMm: 1130, yMm: 440|outside the bay|",
        CARD + "|torqueNm: 9|torqueNm: -9|must be positive|torqueNm: -9",
        CARD + "|low: 75, high: 105|low: 175, high: 105|runs from 175|",
        SHEET + "|otherwise: 0.85, finds: false|otherwise: 0.80, finds: false|add up to|",
        SHEET + "|looksFor: [chain, wheel]|looksFor: [gremlin]|gremlin|",
        SHEET + "|after: [clean-around]|after: [sing]|sing|",
        SHEET + "|codes: P0340-P0344|codes: P0344-P0340|P0344 to P0340|",
        SHEET + "|cautions: [engine-off]|cautions: [beware]|beware|",
        SHEET + "|latch: site|latch: magnet|latch magnet|latch: magnet",
        SHEET
            + "|undoes: unplug|undoes: nothing-here|undoes nothing-here, which is no operation|undoes: nothing-here",
        SHEET + "|undoes: release-bolt|undoes: null|nothing undoes release-bolt|",
        SHEET + "|codes: P0340-P0344|codes: P0335-P0344|crankshaft-position|",
        SHEET + "|trait: bolt ear|trait: boltear|bench.yaml does not tell how|trait: boltear",
        CARD + "|cam-wheel-teeth|wheel-teeth|needs the figure cam-wheel-teeth|",
        CARD + "|latch: push-tab|latch: magnet|latch magnet|latch: magnet",
        CARD + "|id: cam-exhaust|id: cam-intake|two sites are called cam-intake|",
        CARD + "|cautions: [running-engine]|cautions: [beware]|beware|[beware]",
        "cautions.yaml|sign: volt|sign: ohm|no pictogram ohm|sign: ohm",
        "cautions.yaml|- id: hot-engine|- id: engine-off|two cautions are called engine-off|- id: engine-off",
        SHEET + "|family: camshaft-position|family: knock|two sheets are called knock|",
        "traits.yaml|values: [switching, wideband]|values: [switching]|cell is never wideband|",
        "latches.yaml|M176 42h34|url(x)|is no outline|",
        "prove.yaml|brings: [running]|brings: [wings]|wings, which is no set-up|",
        "prove.yaml|odds: {vent: 3}|odds: {vnt: 3}|vnt, which is no suspect|",
        "prove.yaml|odds: {vent: 3}|odds: {vent: 30}|0.125 to 8|",
        SHEET + "|needs: [out]|needs: [luck]|luck, which is no set-up|",
        "code-rules.yaml|kind: CHILD|kind: COUSIN|COUSIN|",
        "cautions.yaml|hardStop: true|hardstop: true|hardstop|hardstop: true",
        SHEET + "|looksFor: [chain, wheel]|looksFor: [connecter]||connecter",
        SHEET
            + "|looksFor: [chain, wheel]|looksFor: [chain, wheel]\\n    when: {reads: full}|only a caution may ask for it|",
        SHEET + "|principle: |principal: ||principal: ",
        "aftermath.yaml|after: [wheel-off]|after: [sing]|no family, no operation|",
        CARD + "|in-step.offset|in-step.of|no check and no figure of a proof|"
      })
  void aSlipIsRefusedAndNamed(String file, String from, String to, String named, String where) {
    String right = from.replace("\\n", "\n");
    String wrong = to.replace("\\n", "\n");
    assertThatThrownBy(() -> with(file, right, wrong))
        .isInstanceOf(CatalogReader.CatalogRefused.class)
        .hasMessageContaining(named == null ? "" : named)
        .satisfies(
            e -> {
              if (where != null) {
                assertThat(linesTold(file, right, wrong, e.getMessage()))
                    .as(e.getMessage())
                    .anyMatch(line -> line.contains(where));
              }
            });
  }

  /** The lines of the spoilt file that the message gives by their numbers. */
  private static List<String> linesTold(String file, String from, String to, String message) {
    List<String> lines = spoilt(file, from, to).lines().toList();
    return Pattern.compile(file + ", line (\\d+): ")
        .matcher(message)
        .results()
        .map(told -> lines.get(Integer.parseInt(told.group(1)) - 1))
        .toList();
  }

  @Test
  void filesThatCannotBeReadAreToldTogether() {
    assertThatThrownBy(
            () ->
                new CatalogReader(
                        List.of(
                            shippedBut(
                                f -> f.equals(CARD) || f.equals(SHEET),
                                in -> new ByteArrayInputStream("nonsense: 1\n".getBytes()))))
                    .read())
        .hasMessageContaining(CARD + ": ")
        .hasMessageContaining(SHEET + ": ");
  }

  @Test
  void allThatIsWrongIsToldAtOnceEachWithItsFile() {
    assertThatThrownBy(() -> with("cautions.yaml", "- id: hot-engine", "- id: warm-engine"))
        .satisfies(
            e ->
                assertThat(e.getMessage().lines())
                    .as("every file that names it")
                    .hasSizeGreaterThan(10)
                    .anyMatch(l -> l.startsWith("family/knock.yaml, line "))
                    .anyMatch(l -> l.startsWith("family/crankshaft-position.yaml, line ")));
  }

  /** Every figure says where it comes from. */
  @Test
  void nothingInTheCatalogIsWithoutASource() {
    for (FamilySheet sheet : catalog.sheets()) {
      assertSources(
          sheet.family(),
          List.of(
              sheet.suspects().stream().map(s -> s.source()),
              sheet.checks().stream().map(c -> c.source()),
              sheet.operations().stream().map(o -> o.source()),
              sheet.codes().stream().map(c -> c.source()),
              sheet.traits().stream().map(t -> t.source())));
    }
    for (VehicleCard card : catalog.cards()) {
      assertSources(
          card.id(),
          List.of(
              card.sites().stream().map(s -> s.source()),
              card.fasteners().stream().map(f -> f.source()),
              card.obstructions().stream().map(o -> o.source()),
              card.routines().stream().map(r -> r.source())));
    }
    assertSources("rules", List.of(catalog.codeRules().stream().map(r -> r.source())));
    assertSources("cautions", List.of(catalog.cautions().values().stream().map(c -> c.source())));
  }

  /**
   * A learn runs with the ignition on: a caution that asks for the key in the pocket would be
   * wrong.
   */
  @Test
  void aRoutineIsCautionedForTheStateInWhichItRuns() {
    for (VehicleCard card : catalog.cards()) {
      for (Routine r : card.routines()) {
        boolean idles =
            r.conditions().stream()
                .anyMatch(c -> c.signal() == LiveSignal.ENGINE_SPEED && c.low() > 0);
        assertThat(r.cautions())
            .as(card.id() + " " + r.id())
            .contains(idles ? "running-engine" : "ignition-on")
            .doesNotContain("engine-off");
      }
    }
  }

  private static void assertSources(String where, List<Stream<String>> sources) {
    List<String> all = sources.stream().flatMap(s -> s.map(String::valueOf)).toList();
    assertThat(all).as(where).isNotEmpty().noneMatch(s -> s.isBlank() || s.equals("null"));
  }

  /** The size of what turns the fastener at the site stands in the card, and nowhere else. */
  @Test
  void aFastenerHasOneSize() {
    Pattern size = Pattern.compile("\\b\\d+ mm (deep |slotted )?(socket|wrench|hex|nut|bolt)");
    for (FamilySheet sheet : catalog.sheets()) {
      for (Operation o : sheet.operations()) {
        String said = o.brief() + " " + o.full() + " " + o.tools();
        assertThat(size.matcher(said).find()).as(sheet.family() + ": " + said).isFalse();
      }
    }
    catalog.cards().stream()
        .flatMap(c -> c.sites().stream().map(s -> orderOf(c, s)))
        .flatMap(w -> w.steps().stream())
        .forEach(s -> assertThat(s.full() + s.tools()).doesNotContain("{"));
  }

  private WorkOrder orderOf(VehicleCard card, Site site) {
    return catalog.workOrder(card, site, catalog.usual(Remedy.REPLACE_SENSOR));
  }

  @Test
  void everySiteOfEveryCardHasAnOrderAndAPart() {
    PartsShelf parts = PartsShelf.of(DemoParts.read(catalog));
    for (VehicleCard card : catalog.cards()) {
      for (var site : card.sites()) {
        assertThat(orderOf(card, site).steps()).hasSizeGreaterThan(5);
        assertThat(parts.made(site.family(), card.id(), card.engine().code()))
            .as(card.id() + " " + site.id())
            .anyMatch(p -> !p.superseded());
        assertThat(parts.numbered(site.fittedPart())).as(site.fittedPart()).isNotEmpty();
      }
    }
  }

  /** Every family has a vehicle, and every site a drawing with its mark inside the frame. */
  @Test
  void everyFamilyHasAVehicleAndEverySiteADrawing() {
    for (FamilySheet sheet : catalog.sheets()) {
      assertThat(catalog.cards().stream().flatMap(c -> c.sites().stream()))
          .as(sheet.family())
          .anyMatch(s -> s.family().equals(sheet.family()));
    }
    assertThat(catalog.cards()).hasSizeGreaterThanOrEqualTo(12);
    for (VehicleCard card : catalog.cards()) {
      for (Site site : card.sites()) {
        SiteViews views = catalog.views(card, site, new Sides(VehicleSide.LEFT));
        Drawing d = views.draw(views.views().get(0), WORDS);
        String where = card.id() + " " + site.id();
        assertThat(d.spoken()).as(where).contains(site.name());
        assertThat(d.ofRole("sensor-chosen")).as(where).hasSize(1);
        for (Shape s : d.shapes()) {
          if (s instanceof Shape.Disc disc) {
            assertThat(disc.x()).as(where).isBetween(disc.radius(), d.width() - disc.radius());
            assertThat(disc.y()).as(where).isBetween(disc.radius(), d.height() - disc.radius());
          } else if (s instanceof Shape.Box b) {
            assertThat(b.x()).as(where + b).isNotNegative();
            assertThat(b.x() + b.width()).as(where + b).isLessThanOrEqualTo(d.width());
            assertThat(b.y()).as(where + b).isNotNegative();
            assertThat(b.y() + b.height()).as(where + b).isLessThanOrEqualTo(d.height());
          }
        }
      }
    }
  }
}
