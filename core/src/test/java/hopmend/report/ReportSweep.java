package hopmend.report;

import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * One thing is done to every report of all sets, as programs do it on a report's way, and what is
 * read may not change.
 */
final class ReportSweep {
  /**
   * What happens to a report.
   *
   * @param ofData whether it happens to JSON, HTML and XML too
   */
  record Way(String name, boolean ofData, UnaryOperator<String> change) {
    static Way ofAll(String name, UnaryOperator<String> change) {
      return new Way(name, true, change);
    }

    static Way ofText(String name, UnaryOperator<String> change) {
      return new Way(name, false, change);
    }

    static Way ofLines(String name, UnaryOperator<String> change) {
      return ofText(name, s -> eachLine(s, change));
    }

    boolean isFor(String report) {
      return (ofData || !isData(report)) && !change.apply(report).equals(report);
    }

    @Override
    public String toString() {
      return name;
    }
  }

  private static final String CODE =
      "(?<![0-9A-Za-z])([PCBU][0-3][0-9A-F]{3}(?:-[0-9A-F]{2})?)(?![0-9A-Za-z_/(:]| ?\\()";

  /** Everything here changes nothing. */
  static final List<Way> WAYS =
      List.of(
          Way.ofAll(
              "accents behind their letters", s -> Normalizer.normalize(s, Normalizer.Form.NFD)),
          Way.ofAll("a byte order mark", s -> "\ufeff" + s),
          Way.ofAll("read in another encoding", ReportSweep::misread),
          Way.ofText("misread twice", s -> misread(misread(s))),
          Way.ofText("letters as entities", ReportSweep::entities),
          Way.ofText("letters of a mail", ReportSweep::quotedPrintable),
          Way.ofAll("carriage returns", s -> s.replace("\n", "\r")),
          Way.ofAll("separators of lines", s -> s.replace("\n", "\u2028")),
          Way.ofText("form feeds", s -> s.replace("\n", "\n\f")),
          Way.ofAll("spaces that nobody sees", s -> s.replace(" ", " \u200b")),
          Way.ofText("thin spaces", s -> s.replace(" ", "\u2009")),
          Way.ofText("full width", ReportSweep::fullWidth),
          Way.ofLines("colours of a terminal", l -> "\u001b[32m" + l + "\u001b[0m"),
          Way.ofText("within pre", s -> "<pre>" + s.replace("<", "&lt;") + "</pre>"),
          Way.ofLines("br at the ends", l -> l + "<br>"),
          Way.ofText("bold codes", s -> s.replaceAll(CODE, "**$1**")),
          Way.ofText("codes between backticks", s -> s.replaceAll(CODE, "`$1`")),
          Way.ofText("codes as links", s -> s.replaceAll(CODE, "[$1](https://wiki.example/$1)")),
          Way.ofText(
              "an address in the first line",
              s -> s.replaceFirst("\n", " https://wiki.example/P0999\n")),
          Way.ofAll("fenced", s -> "```\n" + s + "\n```\n"),
          Way.ofText("an empty line behind each", s -> s.replace("\n", "\n\n")),
          Way.ofLines("quoted in a mail", l -> "> " + l),
          Way.ofLines("dashes", l -> "- " + l),
          Way.ofLines("bullets", l -> "• " + l),
          Way.ofLines("bars", l -> "| " + l),
          Way.ofLines("boxed", l -> "| " + l + " |"),
          Way.ofText("numbered", s -> numbered(s, "%d. ")),
          Way.ofText("numbers of lines", s -> numbered(s, "%03d  ")),
          Way.ofLines("messages", l -> "[29.11.26, 08:12] Ann: " + l),
          Way.ofLines("messages, otherwise", l -> "29/11/2026, 08:12 - Ann: " + l),
          Way.ofLines("times of a log", l -> "[08:14:22] " + l),
          Way.ofLines("levels of a log", l -> "INFO scan: " + l),
          Way.ofLines("full stops", l -> l.matches(".*[.:|]\\s*") ? l : l + "."),
          Way.ofLines("semicolons", l -> l.matches(".*[:|]\\s*") ? l : l + ";"),
          Way.ofLines("commas", l -> l.matches(".*[:|]\\s*") ? l : l + ","),
          Way.ofLines("fields by tabs", l -> l.replaceFirst("^([^:\t]{2,25}): +(?=\\S)", "$1\t")));

  /** These change something here and there: so much is known. */
  static final List<Way> HARDER =
      List.of(
          Way.ofText("in capitals", s -> s.toUpperCase(Locale.ROOT)),
          Way.ofText("in small letters", s -> s.toLowerCase(Locale.ROOT)),
          Way.ofText("accents as signs of loss", s -> s.replaceAll("[\u00c0-\u017f]", "\ufffd")),
          Way.ofText("accents as question marks", s -> s.replaceAll("[\u00c0-\u017f]", "?")),
          Way.ofText("columns by tabs", s -> s.replaceAll(" {2,}", "\t")),
          Way.ofText("pasted twice", s -> s + "\n" + s),
          Way.ofLines("lines of 76 columns", l -> wrapped(l, 76)),
          Way.ofLines("lines of 60 columns", l -> wrapped(l, 60)),
          Way.ofLines("lines of 40 columns", l -> wrapped(l, 40)),
          Way.ofText("in one line", s -> s.strip().replaceAll("\\s*\n\\s*", " / ")));

  private ReportSweep() {}

  private static boolean isData(String report) {
    return report.contains("</") || report.contains("{");
  }

  private static String eachLine(String report, UnaryOperator<String> change) {
    return report
        .lines()
        .map(l -> l.isBlank() ? l : change.apply(l))
        .collect(Collectors.joining("\n", "", "\n"));
  }

  private static String misread(String report) {
    String read =
        new String(report.getBytes(StandardCharsets.UTF_8), Charset.forName("windows-1252"));
    // What the other encoding does not have cannot be told by anybody.
    return read.indexOf('\ufffd') < 0 ? read : report;
  }

  private static String entities(String report) {
    return report
        .chars()
        .mapToObj(c -> c > 0x9f ? "&#" + c + ";" : String.valueOf((char) c))
        .collect(Collectors.joining());
  }

  private static String quotedPrintable(String report) {
    StringBuilder mail = new StringBuilder();
    for (byte b : report.getBytes(StandardCharsets.UTF_8)) {
      mail.append(b < 0 || b == '=' ? "=%02X".formatted(b & 0xff) : String.valueOf((char) b));
    }
    return report.chars().allMatch(c -> c < 128) ? report : mail.toString();
  }

  private static String fullWidth(String report) {
    return report
        .chars()
        .map(c -> c > ' ' && c < 127 ? c + 0xfee0 : c == ' ' ? '\u3000' : c)
        .mapToObj(c -> String.valueOf((char) c))
        .collect(Collectors.joining());
  }

  private static String numbered(String report, String sign) {
    int[] n = {0};
    return eachLine(report, l -> sign.formatted(++n[0]) + l);
  }

  private static String wrapped(String line, int width) {
    StringBuilder lines = new StringBuilder();
    int at = 0;
    for (String word : line.split("(?<= )")) {
      if (at > 0 && at + word.stripTrailing().length() > width) {
        lines.append('\n');
        at = 0;
      }
      lines.append(word);
      at += word.length();
    }
    return lines.toString();
  }

  /** All that is read, whatever the spelling of names that nobody here knows. */
  static String told(String report) {
    ScanText scan = Told.read(report);
    return Stream.of(
            Stream.of(Told.codes(report).split(", ")).sorted().toList(),
            scan.odometer(),
            scan.freezeFrame(),
            scan.saysNone())
        .map(String::valueOf)
        .collect(Collectors.joining("; "))
        .toLowerCase(Locale.ROOT);
  }

  private static List<ReportScore.Case> all() {
    List<ReportScore.Case> all = new ArrayList<>();
    for (String set : ReportScore.sets()) {
      all.addAll(ReportScore.cases(set));
    }
    return all;
  }

  /** Prints how many reports of all sets are read otherwise; those of the ways that are named. */
  public static void main(String[] names) {
    List<ReportScore.Case> all = all();
    Map<String, String> before = new HashMap<>();
    Stream.of(WAYS, HARDER, DataWays.WAYS, DataWays.HARDER)
        .flatMap(List::stream)
        .filter(w -> names.length == 0 || List.of(names).contains(w.name()))
        .forEach(
            way -> {
              List<ReportScore.Case> tried =
                  all.stream().filter(c -> way.isFor(c.report())).toList();
              List<ReportScore.Case> other =
                  tried.stream()
                      .filter(
                          c ->
                              !before
                                  .computeIfAbsent(c.report(), ReportSweep::told)
                                  .equals(told(way.change().apply(c.report()))))
                      .toList();
              System.out.printf("%-30s %5d  %4d%n", way.name(), tried.size(), other.size());
              if (names.length > 0) {
                other.forEach(
                    c ->
                        System.out.printf(
                            "  %s%n    %s%n    %s%n",
                            c.name(),
                            before.get(c.report()),
                            told(way.change().apply(c.report()))));
              }
            });
  }
}
