package hopmend.report;

import hopmend.catalog.Shipped;
import hopmend.fault.FreezeFrameValue;
import hopmend.fault.ReadCode;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.net.URISyntaxException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;
import tools.jackson.dataformat.yaml.YAMLMapper;

/**
 * How well reports of a set are read, column by column: how much of what stands there is found, and
 * how much of what is found stands there.
 */
final class ReportScore {
  /** What is told of a code or of a report. */
  enum Column {
    CODE,
    TYPE,
    STATUS,
    UNIT,
    ODOMETER,
    FRAME,
    DATE,
    NUMBER,
    NONE
  }

  /**
   * A report of a set, and what stands in it.
   *
   * @param codes each with its failure type, states and "@" control unit
   * @param frame by condition
   * @param doubt codes that have to be asked
   * @param date "any" where it does not matter
   */
  record Case(
      String name,
      String report,
      List<String> codes,
      String odometer,
      Map<FreezeFrameValue.Condition, String> frame,
      String date,
      List<String> vins,
      List<String> doubt,
      Boolean none) {}

  /** Expected, found, and both. */
  static final class Count {
    int expected;
    int found;
    int right;

    double recall() {
      return expected == 0 ? 1 : (double) right / expected;
    }

    double precision() {
      return found == 0 ? 1 : (double) right / found;
    }
  }

  private static final ReportWords WORDS = Shipped.CATALOG.reportWords();

  private final Map<Column, Count> counts = new EnumMap<>(Column.class);
  private final List<String> misses = new ArrayList<>();

  /** The names of all sets. */
  static List<String> sets() {
    try (Stream<Path> sets =
        Files.list(Path.of(ReportScore.class.getResource("/reports").toURI()))) {
      return sets.map(p -> p.getFileName().toString())
          .filter(n -> n.endsWith("-set.yaml"))
          .sorted()
          .toList();
    } catch (IOException | URISyntaxException e) {
      throw new IllegalStateException(e);
    }
  }

  static List<Case> cases(String set) {
    try (InputStream in = ReportScore.class.getResourceAsStream("/reports/" + set)) {
      YAMLMapper yaml = new YAMLMapper();
      return yaml.readValue(
          in, yaml.getTypeFactory().constructCollectionType(List.class, Case.class));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  static ReportScore of(String set) {
    ReportScore score = new ReportScore();
    cases(set).forEach(score::add);
    return score;
  }

  Map<Column, Count> counts() {
    return counts;
  }

  List<String> misses() {
    return misses;
  }

  /** A code by its number, and by its control unit too where several are expected to hold it. */
  private static String key(String line, List<String> codes) {
    String base = base(line);
    boolean several = codes.stream().filter(o -> base(o).equals(base)).count() > 1;
    return several ? base + "@" + unit(line) : base;
  }

  private void add(Case c) {
    ScanText scan = ScanText.read(c.report(), 2026, WORDS);
    Map<String, String> expected = new TreeMap<>();
    c.codes().forEach(line -> expected.put(key(line, c.codes()), line));
    Map<String, ReadCode> found = new LinkedHashMap<>();
    scan.codes()
        .forEach(
            r -> found.putIfAbsent(key(r.code().text() + " @" + r.controlUnit(), c.codes()), r));
    TreeSet<String> all = new TreeSet<>(expected.keySet());
    all.addAll(found.keySet());
    for (String code : all) {
      boolean wanted = expected.containsKey(code);
      boolean there = found.containsKey(code);
      count(c, Column.CODE, wanted ? code : "", there ? code : "");
      if (wanted && there) {
        ReadCode r = found.get(code);
        String line = expected.get(code);
        count(c, Column.TYPE, type(line), type(r.code().text()));
        TreeSet<String> states = states(line);
        TreeSet<String> told = new TreeSet<>();
        r.states().forEach(s -> told.add(s.label()));
        count(c, Column.STATUS, String.join(" ", states), String.join(" ", told));
        count(c, Column.UNIT, unit(line), r.controlUnit());
      }
    }
    if (c.doubt() != null) {
      for (String asked : c.doubt()) {
        boolean is = scan.doubtful().stream().anyMatch(d -> d.reads().equals(asked));
        count(c, Column.CODE, asked, is ? asked : "");
      }
    }
    count(
        c,
        Column.ODOMETER,
        c.odometer() == null ? "" : c.odometer(),
        scan.odometer().map(Reading::text).orElse(""));
    Map<FreezeFrameValue.Condition, String> frame = c.frame() == null ? Map.of() : c.frame();
    for (FreezeFrameValue.Condition condition : FreezeFrameValue.Condition.values()) {
      String told =
          scan.freezeFrame().stream()
              .filter(f -> f.condition() == condition)
              .map(f -> f.reading().text())
              .findFirst()
              .orElse("");
      count(c, Column.FRAME, normal(frame.getOrDefault(condition, "")), told);
    }
    if (!"any".equals(c.date()) && c.date() != null) {
      count(c, Column.DATE, c.date(), scan.date().map(String::valueOf).orElse(""));
    }
    if (c.vins() != null) {
      count(
          c,
          Column.NUMBER,
          String.join(" ", new TreeSet<>(c.vins())),
          String.join(" ", new TreeSet<>(scan.vins().stream().map(v -> v.number()).toList())));
    }
    count(
        c,
        Column.NONE,
        Boolean.TRUE.equals(c.none()) ? "none" : "",
        scan.isWithoutFaults() ? "none" : "");
  }

  private static String normal(String value) {
    if (value.isEmpty()) {
      return "";
    }
    int space = value.indexOf(' ');
    return Reading.of(
            Double.parseDouble(value.substring(0, space)),
            MeasureUnit.bySymbol(value.substring(space + 1)).orElseThrow())
        .text();
  }

  private void count(Case c, Column column, String wanted, String told) {
    Count count = counts.computeIfAbsent(column, k -> new Count());
    count.expected += wanted.isEmpty() ? 0 : 1;
    count.found += told.isEmpty() ? 0 : 1;
    boolean right = !wanted.isEmpty() && wanted.equals(told);
    count.right += right ? 1 : 0;
    if (!wanted.equals(told)) {
      misses.add(
          "%s %s: wanted \"%s\", read \"%s\""
              .formatted(c.name(), column.name().toLowerCase(Locale.ROOT), wanted, told));
    }
  }

  private static String base(String line) {
    return line.startsWith("SPN")
        ? line.replaceAll("^(SPN \\d+ FMI \\d+).*", "$1")
        : line.substring(0, 5);
  }

  private static String type(String line) {
    String first = line.split(" ")[0];
    return first.length() == 8 && !line.startsWith("SPN") ? first.substring(6) : "";
  }

  private static TreeSet<String> states(String line) {
    String told = line.replaceAll("^SPN \\d+ FMI \\d+ ?", "").replaceAll("@.*", "");
    TreeSet<String> states = new TreeSet<>();
    for (String word : told.split(" ")) {
      if (!word.isEmpty() && !Character.isUpperCase(word.charAt(0))) {
        states.add(word);
      }
    }
    return states;
  }

  private static String unit(String line) {
    return line.contains("@") ? line.substring(line.indexOf('@') + 1) : "";
  }

  String table() {
    StringBuilder table = new StringBuilder("column     there  found  right  recall  precision\n");
    counts.forEach(
        (column, n) ->
            table.append(
                String.format(
                    Locale.ROOT,
                    "%-10s %5d  %5d  %5d  %5.1f %%  %5.1f %%%n",
                    column.name().toLowerCase(Locale.ROOT),
                    n.expected,
                    n.found,
                    n.right,
                    100 * n.recall(),
                    100 * n.precision())));
    return table.toString();
  }

  /** Prints the table of a set, and what was missed: arguments are names of sets. */
  public static void main(String[] sets) {
    for (String set : sets) {
      ReportScore score = of(set);
      System.out.println(set + ", " + cases(set).size() + " reports");
      score.misses().forEach(System.out::println);
      System.out.println(score.table());
    }
  }
}
