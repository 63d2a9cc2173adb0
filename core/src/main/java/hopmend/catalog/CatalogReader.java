package hopmend.catalog;

import hopmend.clear.Aftermath;
import hopmend.drawing.Sign;
import hopmend.drawing.Symbols;
import hopmend.fault.CodeGroup;
import hopmend.fault.CodeRule;
import hopmend.fault.CodeWords;
import hopmend.fault.ControlUnit;
import hopmend.part.BenchTrait;
import hopmend.part.seal.SealTable;
import hopmend.prove.Proving;
import hopmend.relearn.Procedure;
import hopmend.report.ReportWords;
import hopmend.sensor.Trait;
import hopmend.swap.Caution;
import hopmend.swap.Mishap;
import hopmend.swap.Obstruction;
import hopmend.swap.Qualification;
import hopmend.swap.School;
import hopmend.swap.Work;
import hopmend.verify.DriveCourse;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Stream;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Reads sheets and cards from YAML. A file with an unknown or missing word is refused. */
public final class CatalogReader {
  private final CatalogYaml yaml = new CatalogYaml();
  private final Map<String, String> texts = new HashMap<>();
  private final List<String> malformed = new ArrayList<>();

  private record OtherCodes(List<CodeGroup> codes) {}

  private record Rules(List<CodeRule> rules) {}

  private record Cautions(List<Caution> cautions) {}

  private record Symptoms(List<Symptom> symptoms, List<Symptom> circumstances) {}

  private record Traits(List<Trait> traits) {}

  private record Qualifications(List<Qualification> qualifications) {}

  private record Drawings(List<Sign> drawings) {}

  private record Works(List<Work> works) {}

  private record BenchTraits(List<BenchTrait> traits) {}

  private record Obstructions(List<Obstruction> obstructions) {}

  private record Procedures(List<Procedure> procedures) {}

  private record Schools(List<School> schools) {}

  private record Mishaps(List<Mishap> mishaps) {}

  private record Aftermaths(List<Aftermath> aftermath) {}

  private record Units(List<ControlUnit> units) {}

  /** The catalog contradicts itself; the message lists everything. */
  public static final class CatalogRefused extends RuntimeException {
    private static final long serialVersionUID = 1L;

    CatalogRefused(String message) {
      super(message);
    }
  }

  private final List<CatalogFiles> places;

  /**
   * @param places where files lie: first what ships, then what stands beside it
   */
  CatalogReader(List<CatalogFiles> places) {
    this.places = List.copyOf(places);
    this.at = places.get(0);
  }

  /**
   * The catalog that ships with the product.
   *
   * @throws CatalogRefused if a file is malformed or files contradict each other
   */
  public static Catalog shipped() {
    return new CatalogReader(List.of(CatalogFiles.shipped())).read();
  }

  /**
   * The same with the files of a folder beside it: families, vehicles, and more cautions, traits,
   * latches and pictograms in files of the same names.
   *
   * @throws CatalogRefused if a file is malformed or files contradict each other
   */
  public static Catalog shippedWith(Path folder) {
    return new CatalogReader(List.of(CatalogFiles.shipped(), CatalogFiles.of(folder))).read();
  }

  Catalog read() {
    List<FamilySheet> sheets = new ArrayList<>();
    List<VehicleCard> cards = new ArrayList<>();
    Optional<JsonNode> common = tree("common.yaml");
    common.ifPresent(shared -> every("family", file -> sheet(file, shared, sheets)));
    every("vehicle", file -> card(file).ifPresent(cards::add));
    List<Caution> cautions = all("cautions.yaml", Cautions.class, Cautions::cautions);
    List<Trait> traits = all("traits.yaml", Traits.class, Traits::traits);
    List<Sign> latches = all("latches.yaml", Drawings.class, Drawings::drawings);
    List<BenchTrait> bench = all("bench.yaml", BenchTraits.class, BenchTraits::traits);
    Symbols signs = new Symbols("sign-", all("signs.yaml", Drawings.class, Drawings::drawings));
    List<Sign> tray = all("tray.yaml", Drawings.class, Drawings::drawings);
    Symbols eye = new Symbols("eye-", all("eye.yaml", Drawings.class, Drawings::drawings));
    List<Qualification> qualified =
        all("qualifications.yaml", Qualifications.class, Qualifications::qualifications);
    List<Obstruction> usual =
        all("obstructions.yaml", Obstructions.class, Obstructions::obstructions);
    List<Procedure> procedures = all("procedures.yaml", Procedures.class, Procedures::procedures);
    List<Aftermath> aftermath = all("aftermath.yaml", Aftermaths.class, Aftermaths::aftermath);
    List<School> schools = all("schools.yaml", Schools.class, Schools::schools);
    List<Mishap> mishaps = all("mishaps.yaml", Mishaps.class, Mishaps::mishaps);
    List<Work> works = common.map(this::works).orElse(List.of());
    Optional<Symptoms> symptoms = read("symptoms.yaml", Symptoms.class);
    Optional<OtherCodes> others = read("other-codes.yaml", OtherCodes.class);
    Optional<Rules> rules = read("code-rules.yaml", Rules.class);
    Optional<CodeWords> words = read("code-words.yaml", CodeWords.class);
    Optional<Units> units = read("control-units.yaml", Units.class);
    Optional<ReportWords.File> reports = read("report-words.yaml", ReportWords.File.class);
    Optional<WaysIn> waysIn = read("access.yaml", WaysIn.class);
    Optional<DriveCourse> course = read("drive.yaml", DriveCourse.class);
    Optional<SealTable> seals = read("seals.yaml", SealTable.class);
    Optional<Proving> proving = read("prove.yaml", Proving.class);
    refuse("The catalog cannot be read:", malformed);
    Catalog catalog =
        new Catalog(
            sheets,
            new CardShelf(sheets, cards),
            others.get().codes(),
            rules.get().rules(),
            words.get(),
            byId(cautions),
            symptoms.get().symptoms(),
            symptoms.get().circumstances(),
            new ReportWords(reports.get(), units.get().units()),
            waysIn.get(),
            works,
            procedures,
            course.get(),
            proving.get(),
            schools,
            mishaps,
            aftermath,
            usual,
            together(traits, latches, qualified, sheets),
            latches,
            bench,
            seals.get(),
            tray,
            signs,
            eye,
            qualified);
    refuse(
        "The catalog contradicts itself:",
        Stream.of(
                twice("cautions.yaml", "caution", cautions.stream().map(Caution::id)),
                twice("vehicle", "card", cards.stream().map(VehicleCard::id)),
                CatalogCheck.problems(catalog).stream())
            .flatMap(problems -> problems)
            .map(p -> p.told(texts.getOrDefault(p.file(), "")))
            .toList());
    return catalog;
  }

  /** A trait that is named again has more values; latches are what there is a drawing of. */
  private static List<Trait> together(
      List<Trait> traits,
      List<Sign> latches,
      List<Qualification> qualifications,
      List<FamilySheet> sheets) {
    Map<String, Trait> byName = new LinkedHashMap<>();
    traits.forEach(t -> byName.merge(t.trait(), t, (one, more) -> one.with(more.values())));
    byName.computeIfPresent("latch", (name, t) -> t.with(latches.stream().map(Sign::id).toList()));
    byName.computeIfPresent(
        "family", (n, t) -> t.with(sheets.stream().map(FamilySheet::family).toList()));
    byName.computeIfPresent(
        "qualified for", (n, t) -> t.with(qualifications.stream().map(Qualification::id).toList()));
    return List.copyOf(byName.values());
  }

  private static void refuse(String what, List<String> problems) {
    if (!problems.isEmpty()) {
      throw new CatalogRefused(what + "\n" + String.join("\n", problems));
    }
  }

  private static Map<String, Caution> byId(List<Caution> cautions) {
    Map<String, Caution> byId = new LinkedHashMap<>();
    cautions.forEach(c -> byId.putIfAbsent(c.id(), c));
    return byId;
  }

  private static Stream<CatalogProblem> twice(String file, String what, Stream<String> ids) {
    Set<String> seen = new HashSet<>();
    return ids.filter(id -> !seen.add(id))
        // Named twice, so that the place of the second is told.
        .map(id -> CatalogProblem.of(file, "two %2$ss are called %1$s", id, what, id));
  }

  /** A sheet, with what it takes from the common file by "use" put in its place. */
  private void sheet(String file, JsonNode common, List<FamilySheet> sheets) {
    tree(file)
        .map(sheet -> whole(file, sheet, common))
        .flatMap(sheet -> attempt(() -> made(file, sheet, FamilySheet.class)))
        .ifPresent(sheets::add);
  }

  /** Works take their proofs from the common file too. */
  private List<Work> works(JsonNode common) {
    String file = "works.yaml";
    return all(
        file,
        Works.class,
        Works::works,
        tree -> tree.path("works").forEach(work -> whole(file, work, common)));
  }

  private JsonNode whole(String file, JsonNode sheet, JsonNode common) {
    for (String list : List.of("suspects", "checks", "operations", "proofs")) {
      if (sheet.get(list) instanceof ArrayNode items) {
        for (int i = 0; i < items.size(); i++) {
          if (items.get(i) instanceof ObjectNode item && item.has("use")) {
            items.set(i, used(file, item, common.get(list)));
          }
        }
      }
    }
    CatalogYaml.unfold(sheet);
    CatalogYaml.unfoldTraits(sheet, "always");
    CatalogYaml.unfoldTraits(sheet.path("typical"), "traits");
    return sheet;
  }

  private ObjectNode used(String file, ObjectNode item, JsonNode from) {
    String id = item.get("use").asString();
    for (JsonNode shared : from) {
      if (shared.get("id").asString().equals(id)) {
        ObjectNode whole = (ObjectNode) shared.deepCopy();
        whole.setAll(item);
        whole.remove("use");
        return whole;
      }
    }
    malformed(CatalogProblem.of(file, "%s is used, which common.yaml does not have", id));
    return item;
  }

  private Optional<VehicleCard> card(String file) {
    return tree(file).flatMap(card -> attempt(() -> yaml.card(file, card, texts.get(file))));
  }

  private <T> T made(String file, JsonNode tree, Class<T> type) {
    return yaml.made(file, tree, texts.get(file), type);
  }

  private Optional<JsonNode> tree(String file) {
    return attempt(() -> yaml.tree(file, text(file)));
  }

  private <T> Optional<T> read(String file, Class<T> type) {
    return read(file, type, tree -> {});
  }

  /**
   * @param completed puts in place what the file only names
   */
  private <T> Optional<T> read(String file, Class<T> type, Consumer<JsonNode> completed) {
    return tree(file)
        .flatMap(
            tree -> {
              completed.accept(tree);
              CatalogYaml.unfold(tree);
              return attempt(() -> made(file, tree, type));
            });
  }

  /** Where a file is looked for while those of one place are read; else in the first. */
  private CatalogFiles at;

  /** Does something with each file of a folder, in all places. */
  private void every(String folder, Consumer<String> work) {
    for (CatalogFiles place : places) {
      at = place;
      place.list(folder).forEach(f -> work.accept(folder + "/" + f));
    }
    at = places.get(0);
  }

  /** What files of one name list, in all places that have it. */
  private <F, T> List<T> all(String file, Class<F> type, Function<F, List<T>> listed) {
    return all(file, type, listed, tree -> {});
  }

  private <F, T> List<T> all(
      String file, Class<F> type, Function<F, List<T>> listed, Consumer<JsonNode> completed) {
    List<T> all = new ArrayList<>();
    for (CatalogFiles place : places) {
      at = place;
      if (place == places.get(0) || place.open(file).isPresent()) {
        read(file, type, completed).map(listed).ifPresent(all::addAll);
      }
    }
    at = places.get(0);
    return all;
  }

  private String text(String file) {
    try (InputStream in =
        at.open(file).orElseThrow(() -> new CatalogRefused("The catalog has no file " + file))) {
      String text = new String(in.readAllBytes(), StandardCharsets.UTF_8);
      texts.put(file, text);
      return text;
    } catch (IOException e) {
      throw new UncheckedIOException(file, e);
    }
  }

  /** Empty, and told with all the others, if a file cannot be read. */
  private <T> Optional<T> attempt(Supplier<T> work) {
    try {
      return Optional.of(work.get());
    } catch (CatalogRefused e) {
      malformed.add(e.getMessage());
      return Optional.empty();
    }
  }

  private void malformed(CatalogProblem problem) {
    malformed.add(problem.told(texts.get(problem.file())));
  }
}
