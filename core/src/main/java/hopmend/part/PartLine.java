package hopmend.part;

import hopmend.measure.Reading;
import java.time.YearMonth;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** One line of a list of parts. */
final class PartLine {
  static final Application NOWHERE =
      new Application("", List.of(), 0, List.of(), null, null, null, null, List.of());

  private static final Set<String> FIGURES =
      Stream.of(
              PartColumn.PRICE,
              PartColumn.DISCOUNT,
              PartColumn.DEPOSIT,
              PartColumn.STOCK,
              PartColumn.LEAD_DAYS)
          .map(PartColumn::heading)
          .collect(Collectors.toSet());

  private static final Pattern NUMBER =
      Pattern.compile("(\\d{1,3}(?:([., '])\\d{3})*|\\d+)(?:[.,](\\d+))?");
  private static final Pattern MONTH = Pattern.compile("(\\d{1,2})[./-](\\d{4})");
  private static final String BETWEEN = "|";
  private static final int LONGEST_CELL = 300;

  private final Map<String, String> cells = new HashMap<>();
  private final PartsFile.Known known;
  private final boolean decimalComma;
  private final List<String> problems = new ArrayList<>();

  PartLine(List<String> fields, PartsLayout layout, PartsFile.Known known, boolean decimalComma) {
    this.known = known;
    this.decimalComma = decimalComma;
    layout
        .fields()
        .forEach(
            (column, field) -> {
              if (column < fields.size()) {
                cells.put(field, unquoted(fields.get(column)).strip());
              }
            });
    cells.entrySet().stream()
        .filter(c -> c.getValue().length() > LONGEST_CELL)
        .forEach(
            c ->
                problem(
                    "%s has %d characters; at most %d are taken",
                    c.getKey(), c.getValue().length(), LONGEST_CELL));
  }

  /** Spreadsheets keep text from being a formula by an apostrophe before it. */
  private static String unquoted(String cell) {
    return cell.length() > 1 && cell.charAt(0) == '\'' && "=+-@|%\t".indexOf(cell.charAt(1)) >= 0
        ? cell.substring(1)
        : cell;
  }

  static boolean isFigure(String field) {
    return FIGURES.contains(field) || field.endsWith("_mm") || field.endsWith("_ohm");
  }

  List<String> problems() {
    return problems;
  }

  private void problem(String what, Object... said) {
    problems.add(what.formatted(said));
  }

  /** The part of the line; empty if there is a problem. */
  Optional<Part> part() {
    String number = cell(PartColumn.NUMBER);
    if (PartNumber.key(number).isEmpty()) {
      problem("there is no part number");
    }
    Optional<String> family = known.family(cell(PartColumn.FAMILY));
    if (family.isEmpty()) {
      problem(
          "the family \"%s\" is not known; there are %s",
          cell(PartColumn.FAMILY), String.join(", ", known.ids()));
    }
    String gradeWord = cell(PartColumn.GRADE);
    Optional<Grade> grade = Grade.of(gradeWord);
    if (grade.isEmpty()) {
      problem("the grade is original, quality, economy or used, not \"%s\"", gradeWord);
    }
    String latch = cell(PartColumn.LATCH);
    if (!latch.isEmpty() && !known.latches().contains(latch)) {
      problem("there is no latch \"%s\"", latch);
    }
    Optional<Application> made =
        made(
            () ->
                new Application(
                    cell(PartColumn.CARD),
                    list(PartColumn.ENGINES),
                    whole(PartColumn.BANK, 4).orElse(0),
                    list(PartColumn.POSITIONS),
                    month(PartColumn.BUILT_FROM),
                    month(PartColumn.BUILT_UNTIL),
                    whole(PartColumn.SERIAL_FROM, 999_999).orElse(null),
                    whole(PartColumn.SERIAL_UNTIL, 999_999).orElse(null),
                    list(PartColumn.REGIONS)));
    Optional<Offer> offer =
        made(
            () ->
                new Offer(
                    figure(PartColumn.PRICE),
                    figure(PartColumn.DISCOUNT),
                    Objects.requireNonNullElse(figure(PartColumn.DEPOSIT), 0.0),
                    whole(PartColumn.STOCK, 1_000_000).orElse(null),
                    cell(PartColumn.SHELF),
                    whole(PartColumn.LEAD_DAYS, 1000).orElse(null),
                    cell(PartColumn.SUPPLIER)));
    Optional<Connector> connector =
        made(
            () ->
                new Connector(
                    whole(PartColumn.CAVITIES, 200).orElse(0), cell(PartColumn.KEYING), latch));
    Map<String, String> traits = traits();
    if (!problems.isEmpty()) {
      return Optional.empty();
    }
    return made(
        () ->
            new Part(
                number,
                cell(PartColumn.MAKE),
                grade.orElseThrow(),
                cell(PartColumn.NAME),
                list(PartColumn.ALSO_CALLED),
                family.orElseThrow(),
                made.filter(a -> !a.equals(NOWHERE)).stream().toList(),
                connector.orElseThrow(),
                traits,
                cell(PartColumn.SUPERSEDED_BY),
                list(PartColumn.INTERCHANGE),
                cell(PartColumn.SOFTWARE),
                offer.orElseThrow(),
                cell(PartColumn.SOURCE)));
  }

  /** What a value says against itself is a problem of the line. */
  private <T> Optional<T> made(java.util.function.Supplier<T> value) {
    try {
      return Optional.of(value.get());
    } catch (IllegalArgumentException e) {
      problems.add(e.getMessage());
      return Optional.empty();
    }
  }

  private String cell(PartColumn column) {
    return cells.getOrDefault(column.heading(), "");
  }

  private List<String> list(PartColumn column) {
    return Arrays.stream(cell(column).split("[|/]"))
        .map(String::strip)
        .filter(s -> !s.isEmpty())
        .distinct()
        .toList();
  }

  private Optional<Integer> whole(PartColumn column, int most) {
    String cell = cell(column);
    if (cell.isEmpty()) {
      return Optional.empty();
    }
    if (!cell.matches("\\d{1,9}") || Integer.parseInt(cell) > most) {
      problem("%s is a whole number of 0 to %d, not \"%s\"", column.heading(), most, cell);
      return Optional.empty();
    }
    return Optional.of(Integer.parseInt(cell));
  }

  private Double figure(PartColumn column) {
    String cell = cell(column);
    return cell.isEmpty() ? null : figure(column.heading(), cell).orElse(null);
  }

  private Optional<Double> figure(String field, String cell) {
    Matcher m = NUMBER.matcher(cell.replaceAll("\\s*(mm|ohm|Ω|€|%)$", ""));
    if (!m.matches()) {
      problem("%s is a number, not \"%s\"", field, cell);
      return Optional.empty();
    }
    String group = m.group(2);
    boolean grouped = group != null;
    String decimals = m.group(3);
    String sign = decimals == null ? null : cell.substring(m.end(1), m.end(1) + 1);
    String wanted = decimalComma ? "," : ".";
    if (grouped && group.equals(wanted) && decimals == null) {
      problem(
          "%s: \"%s\" can be read in two ways; write it without separators of thousands",
          field, cell);
      return Optional.empty();
    }
    if (sign != null && !sign.equals(wanted)) {
      problem("%s: \"%s\" has another decimal sign than the rest of the file", field, cell);
      return Optional.empty();
    }
    String whole = m.group(1).replaceAll("\\D", "");
    return Optional.of(Double.parseDouble(decimals == null ? whole : whole + "." + decimals));
  }

  private YearMonth month(PartColumn column) {
    String cell = cell(column);
    if (cell.isEmpty()) {
      return null;
    }
    Matcher turned = MONTH.matcher(cell);
    try {
      return turned.matches()
          ? YearMonth.of(Integer.parseInt(turned.group(2)), Integer.parseInt(turned.group(1)))
          : YearMonth.parse(cell);
    } catch (DateTimeParseException e) {
      problem("%s is a month like 2019-04, not \"%s\"", column.heading(), cell);
    } catch (java.time.DateTimeException e) {
      problem("%s: there is no month \"%s\"", column.heading(), cell);
    }
    return null;
  }

  private Map<String, String> traits() {
    Map<String, String> traits = new HashMap<>();
    for (BenchTrait t : known.traits()) {
      String field = PartsLayout.heading(t);
      String cell = cells.getOrDefault(field, "");
      if (t.kind() == BenchTrait.Kind.PLUG || cell.isEmpty()) {
        continue;
      }
      if (t.isMeasured()) {
        figure(field, cell)
            .ifPresent(v -> traits.put(t.trait(), Reading.number(v) + " " + t.unit()));
      } else {
        traits.put(t.trait(), cell);
      }
    }
    return traits;
  }

  static List<String> write(Part part, Application made, List<BenchTrait> traits) {
    Offer offer = part.offer();
    Map<String, String> cells = new HashMap<>();
    put(cells, PartColumn.NUMBER, part.number());
    put(cells, PartColumn.MAKE, part.make());
    put(cells, PartColumn.GRADE, part.grade().word());
    put(cells, PartColumn.NAME, part.name());
    put(cells, PartColumn.ALSO_CALLED, String.join(BETWEEN, part.alsoCalled()));
    put(cells, PartColumn.FAMILY, part.family());
    put(cells, PartColumn.CARD, made.card());
    put(cells, PartColumn.ENGINES, String.join(BETWEEN, made.engines()));
    put(cells, PartColumn.BANK, made.bank() == 0 ? null : made.bank());
    put(cells, PartColumn.POSITIONS, String.join(BETWEEN, made.positions()));
    put(cells, PartColumn.BUILT_FROM, made.builtFrom());
    put(cells, PartColumn.BUILT_UNTIL, made.builtUntil());
    put(cells, PartColumn.SERIAL_FROM, made.serialFrom());
    put(cells, PartColumn.SERIAL_UNTIL, made.serialUntil());
    put(cells, PartColumn.REGIONS, String.join(BETWEEN, made.regions()));
    int cavities = part.connector().cavities();
    put(cells, PartColumn.CAVITIES, cavities == 0 ? null : cavities);
    put(cells, PartColumn.KEYING, part.connector().keying());
    put(cells, PartColumn.LATCH, part.connector().latch());
    put(cells, PartColumn.SOFTWARE, part.software());
    put(cells, PartColumn.SUPERSEDED_BY, part.supersededBy());
    put(cells, PartColumn.INTERCHANGE, String.join(BETWEEN, part.interchange()));
    put(cells, PartColumn.PRICE, offer.price());
    put(cells, PartColumn.DISCOUNT, offer.discountPercent());
    put(cells, PartColumn.DEPOSIT, offer.deposit() == 0 ? null : offer.deposit());
    put(cells, PartColumn.STOCK, offer.stock());
    put(cells, PartColumn.SHELF, offer.shelf());
    put(cells, PartColumn.LEAD_DAYS, offer.leadDays());
    put(cells, PartColumn.SUPPLIER, offer.supplier());
    put(cells, PartColumn.SOURCE, part.source());
    for (BenchTrait t : traits) {
      String value = part.traits().getOrDefault(t.trait(), "");
      cells.put(PartsLayout.heading(t), t.isMeasured() ? value.replace(" " + t.unit(), "") : value);
    }
    return PartsLayout.headings(traits).stream().map(h -> cells.getOrDefault(h, "")).toList();
  }

  private static void put(Map<String, String> cells, PartColumn column, Object value) {
    cells.put(column.heading(), value instanceof Double d ? exact(d) : Objects.toString(value, ""));
  }

  private static String exact(double value) {
    return new java.math.BigDecimal(Double.toString(value)).stripTrailingZeros().toPlainString();
  }
}
