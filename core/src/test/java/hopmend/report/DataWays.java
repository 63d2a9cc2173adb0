package hopmend.report;

import hopmend.report.ReportSweep.Way;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** How programs write the same data otherwise: JSON, tables, HTML and XML. */
final class DataWays {
  private static final JsonMapper JSON = JsonMapper.builder().build();

  /** Everything here changes nothing. */
  static final List<Way> WAYS =
      List.of(
          ofJson("names_with_underscores", n -> renamed(n, DataWays::underscored)),
          ofJson("Names With Spaces", n -> renamed(n, DataWays::titled)),
          ofJson("namesWithCapitals", n -> renamed(n, DataWays::capitals)),
          ofJson("fields that hold nothing", DataWays::withNothing),
          ofJson("within data", n -> JSON.createObjectNode().set("data", n)),
          ofJson("within a list", n -> JSON.createArrayNode().add(n)),
          ofJson("numbers in quotes", n -> scalars(n, false)),
          ofJson("yes and no", n -> scalars(n, true)),
          ofText(
              "with a mail around it",
              n -> "Here is what the tool gave:\n\n" + n.toPrettyString() + "\n\nBest, Ann\n"),
          ofText("without spaces", JsonNode::toString),
          ofTable("with running numbers", (rows, sep) -> join(numbered(rows), sep)),
          ofTable("by tabs", (rows, sep) -> join(rows, "\t")),
          ofTable("by semicolons", (rows, sep) -> join(rows, ";")),
          ofTable("in quotes", (rows, sep) -> join(quoted(rows), sep)),
          ofTable("with its sign told", (rows, sep) -> "sep=" + sep + "\n" + join(rows, sep)),
          ofTable("below a title", (rows, sep) -> "Diagnostic report\n\n" + join(rows, sep)),
          ofTable("in Markdown", (rows, sep) -> markdown(rows)),
          ofTable("in HTML", (rows, sep) -> html(rows, "th")),
          ofTable("in HTML without heads", (rows, sep) -> html(rows, "td")),
          ofMarkup("tags in capitals", s -> tags(s, t -> t.toUpperCase(Locale.ROOT))),
          ofMarkup("in one line", s -> s.replaceAll(">\\s+<", "><")),
          ofMarkup(
              "cells within spans",
              s -> s.replaceAll("<td>([^<]+)</td>", "<td><span>$1</span></td>")));

  /** These change something here and there: so much is known. */
  static final List<Way> HARDER =
      List.of(
          ofJson("names in alphabetical order", DataWays::sorted),
          ofJson("names backwards", DataWays::backwards),
          ofText("within a string of JSON", n -> within(n.toString())),
          ofText("as XML", n -> "<?xml version=\"1.0\"?>\n" + xml("report", n, "")),
          ofText("as YAML", n -> yaml(n, "")),
          ofTable("columns backwards", (rows, sep) -> join(turned(rows), sep)),
          ofTable("as cards", (rows, sep) -> cards(rows)));

  private DataWays() {}

  private static Way ofJson(String name, UnaryOperator<JsonNode> change) {
    return ofText(name, n -> change.apply(n).toPrettyString());
  }

  private static Way ofText(String name, Function<JsonNode, String> change) {
    return Way.ofAll(
        name,
        report -> {
          JsonNode node = json(report);
          return node == null ? report : change.apply(node);
        });
  }

  private static JsonNode json(String report) {
    try {
      boolean may = report.strip().startsWith("{") || report.strip().startsWith("[");
      JsonNode node = may ? JSON.readTree(report) : null;
      return node != null && node.isContainer() ? node : null;
    } catch (JacksonException e) {
      return null;
    }
  }

  private static JsonNode each(JsonNode node, UnaryOperator<JsonNode> change) {
    if (node.isArray()) {
      ArrayNode list = JSON.createArrayNode();
      node.forEach(n -> list.add(change.apply(n)));
      return list;
    }
    return node;
  }

  private static JsonNode of(
      JsonNode node,
      UnaryOperator<List<Map.Entry<String, JsonNode>>> order,
      UnaryOperator<JsonNode> change) {
    if (!node.isObject()) {
      return each(node, change);
    }
    ObjectNode all = JSON.createObjectNode();
    order
        .apply(new ArrayList<>(node.properties()))
        .forEach(e -> all.set(e.getKey(), change.apply(e.getValue())));
    return all;
  }

  private static JsonNode sorted(JsonNode node) {
    return of(node, e -> e.stream().sorted(Map.Entry.comparingByKey()).toList(), DataWays::sorted);
  }

  private static JsonNode backwards(JsonNode node) {
    return of(
        node,
        e -> {
          Collections.reverse(e);
          return e;
        },
        DataWays::backwards);
  }

  private static JsonNode renamed(JsonNode node, UnaryOperator<String> name) {
    if (!node.isObject()) {
      return each(node, n -> renamed(n, name));
    }
    ObjectNode all = JSON.createObjectNode();
    node.properties().forEach(e -> all.set(name.apply(e.getKey()), renamed(e.getValue(), name)));
    return all;
  }

  private static JsonNode withNothing(JsonNode node) {
    JsonNode all = of(node, e -> e, DataWays::withNothing);
    return all.isObject() ? ((ObjectNode) all).putNull("remark") : all;
  }

  private static JsonNode scalars(JsonNode node, boolean flags) {
    if (node.isContainer()) {
      return of(node, e -> e, n -> scalars(n, flags));
    }
    String said =
        flags && node.isBoolean()
            ? node.asBoolean() ? "yes" : "no"
            : !flags && node.isNumber() ? node.asString() : null;
    return said == null ? node : JSON.getNodeFactory().stringNode(said);
  }

  private static List<String> words(String name) {
    return Arrays.stream(name.replaceAll("([a-z0-9])([A-Z])", "$1 $2").split("[ _-]+")).toList();
  }

  /** Short names in capitals, and those with other signs, stay. */
  private static boolean mayChange(String name) {
    return name.matches("[A-Za-z_ -]+") && !name.matches("[A-Z]{1,4}");
  }

  private static String underscored(String name) {
    return mayChange(name) ? String.join("_", words(name)).toLowerCase(Locale.ROOT) : name;
  }

  private static String titled(String name) {
    return mayChange(name)
        ? words(name).stream().map(DataWays::large).collect(Collectors.joining(" "))
        : name;
  }

  private static String capitals(String name) {
    String all = words(name).stream().map(DataWays::large).collect(Collectors.joining());
    return mayChange(name) ? all.substring(0, 1).toLowerCase(Locale.ROOT) + all.substring(1) : name;
  }

  private static String large(String word) {
    return word.isEmpty()
        ? word
        : word.substring(0, 1).toUpperCase(Locale.ROOT) + word.substring(1);
  }

  private static String within(String json) {
    return JSON.createObjectNode().put("session", "7f3a").put("payload", json).toPrettyString();
  }

  private static String xml(String name, JsonNode node, String indent) {
    String tag = name.replaceAll("[^\\p{L}0-9_.-]", "_").replaceAll("^(?=[^\\p{L}_])", "_");
    if (node.isArray()) {
      String of = indent.isEmpty() ? "row" : name;
      StringBuilder rows = new StringBuilder();
      node.forEach(n -> rows.append(xml(of, n, indent.isEmpty() ? "  " : indent)));
      return indent.isEmpty() ? "<" + tag + ">\n" + rows + "</" + tag + ">\n" : rows.toString();
    }
    String inside =
        node.isObject()
            ? node.properties().stream()
                .map(e -> xml(e.getKey(), e.getValue(), indent + "  "))
                .collect(Collectors.joining("", "\n", indent))
            : node.asString().replace("&", "&amp;").replace("<", "&lt;");
    return node.isNull() ? "" : indent + "<" + tag + ">" + inside + "</" + tag + ">\n";
  }

  private static String yaml(JsonNode node, String indent) {
    StringBuilder lines = new StringBuilder();
    node.properties()
        .forEach(
            e ->
                lines.append(
                    e.getValue().isContainer()
                        ? indent + e.getKey() + ":\n" + yaml(e.getValue(), indent + "  ")
                        : indent + e.getKey() + ": " + plain(e.getValue()) + "\n"));
    if (node.isArray()) {
      for (JsonNode n : node) {
        String item = n.isContainer() ? yaml(n, indent + "  ") : "";
        lines.append(
            n.isContainer()
                ? indent + "- " + item.substring(Math.min(item.length(), indent.length() + 2))
                : indent + "- " + plain(n) + "\n");
      }
    }
    return lines.toString();
  }

  private static String plain(JsonNode scalar) {
    String said = scalar.isNull() ? "" : scalar.asString();
    return said.matches("[\\w.-][\\w ./-]*|") ? said : "\"" + said + "\"";
  }

  // Tables

  private static Way ofTable(String name, BiFunction<List<List<String>>, String, String> change) {
    return Way.ofText(
        name,
        report -> {
          String sep = separator(report);
          List<List<String>> rows = sep == null ? List.of() : rows(report, sep);
          return sep == null || !isHeaded(rows) ? report : change.apply(rows, sep) + "\n";
        });
  }

  /** One sign that parts all lines into as many cells; null if there is none. */
  private static String separator(String report) {
    List<String> lines = report.strip().lines().filter(l -> !l.isBlank()).toList();
    return Stream.of(";", "\t", ",")
        .filter(s -> lines.size() > 2 && !report.contains("\"") && !report.contains("{"))
        .filter(s -> lines.get(0).split(s, -1).length > 2)
        .filter(s -> lines.stream().map(l -> l.split(s, -1).length).distinct().count() == 1)
        .findFirst()
        .orElse(null);
  }

  private static List<List<String>> rows(String report, String sep) {
    return report
        .strip()
        .lines()
        .filter(l -> !l.isBlank())
        .map(l -> Arrays.stream(l.split(sep, -1)).map(String::strip).toList())
        .toList();
  }

  /** Names of columns above, no rows that tell of the vehicle, none turned round. */
  private static boolean isHeaded(List<List<String>> rows) {
    return rows.get(0).stream().noneMatch(c -> c.isEmpty() || c.matches(".*\\d.*"))
        && rows.stream()
            .skip(1)
            .allMatch(r -> r.stream().anyMatch(c -> c.matches("[PCBU]\\w{4}(-\\w\\w)?")))
        && rows.stream().flatMap(List::stream).noneMatch(c -> c.matches(".*[;,\t].*"))
        && rows.stream()
            .skip(1)
            .noneMatch(
                r -> r.stream().skip(1).filter(c -> c.matches("[PCBU]\\w{4}.*")).count() > 1);
  }

  private static String join(List<List<String>> rows, String sep) {
    return rows.stream().map(r -> String.join(sep, r)).collect(Collectors.joining("\n"));
  }

  private static List<List<String>> numbered(List<List<String>> rows) {
    List<List<String>> all = new ArrayList<>();
    for (List<String> row : rows) {
      List<String> cells = new ArrayList<>(row);
      cells.add(0, all.isEmpty() ? "No." : String.valueOf(all.size()));
      all.add(cells);
    }
    return all;
  }

  private static List<List<String>> quoted(List<List<String>> rows) {
    return rows.stream().map(r -> r.stream().map(c -> "\"" + c + "\"").toList()).toList();
  }

  private static List<List<String>> turned(List<List<String>> rows) {
    return rows.stream()
        .map(
            r -> {
              List<String> cells = new ArrayList<>(r);
              Collections.reverse(cells);
              return cells;
            })
        .toList();
  }

  private static String markdown(List<List<String>> rows) {
    String rule =
        rows.get(0).stream().map(c -> "---").collect(Collectors.joining(" | ", "| ", " |"));
    List<String> lines =
        new ArrayList<>(rows.stream().map(r -> "| " + String.join(" | ", r) + " |").toList());
    lines.add(1, rule);
    return String.join("\n", lines);
  }

  private static String html(List<List<String>> rows, String head) {
    StringBuilder table = new StringBuilder("<table>\n");
    for (List<String> row : rows) {
      String cell = row == rows.get(0) ? head : "td";
      table.append(
          row.stream()
              .map(c -> c.replace("&", "&amp;").replace("<", "&lt;"))
              .map(c -> "<" + cell + ">" + c + "</" + cell + ">")
              .collect(Collectors.joining("", "<tr>", "</tr>\n")));
    }
    return table.append("</table>").toString();
  }

  /** Each row as fields below each other. */
  private static String cards(List<List<String>> rows) {
    StringBuilder cards = new StringBuilder();
    for (List<String> row : rows.subList(1, rows.size())) {
      for (int i = 0; i < row.size(); i++) {
        cards.append(row.get(i).isEmpty() ? "" : rows.get(0).get(i) + ": " + row.get(i) + "\n");
      }
      cards.append('\n');
    }
    return cards.toString();
  }

  // Markup

  private static Way ofMarkup(String name, UnaryOperator<String> change) {
    return Way.ofAll(
        name, s -> s.contains("</") && s.strip().startsWith("<") ? change.apply(s) : s);
  }

  private static String tags(String markup, UnaryOperator<String> change) {
    return Pattern.compile("</?[a-z]+")
        .matcher(markup)
        .replaceAll(m -> Matcher.quoteReplacement(change.apply(m.group())));
  }
}
