package hopmend.report;

import hopmend.fault.FreezeFrameValue;
import hopmend.fault.FreezeFrameValue.Condition;
import hopmend.measure.Reading;
import hopmend.message.Message;
import hopmend.report.ScanText.Doubtful;
import hopmend.report.ScanText.Found;
import hopmend.report.ScanText.Mark;
import hopmend.vehicle.VinReading;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * Files that were sent together are one text, each below a line with its name. Each is read alone:
 * no unit, no state and no column of one says anything of another. What they tell of the vehicle is
 * put together.
 */
public final class SeveralReports {
  private static final String SIGN = "§§ ";
  private static final int LONGEST_NAME = 80;

  /** More than that nobody sends together (our own bound); what is behind them is of the last. */
  private static final int MOST = 40;

  private static final Pattern HEAD =
      Pattern.compile("^" + SIGN + "[^\\n]{1," + LONGEST_NAME + "}$", Pattern.MULTILINE);

  /** A report within a text, and what was read in it. */
  private record Part(ScanText read, int start, int line) {}

  private final String text;
  private final List<Part> parts = new ArrayList<>();

  private SeveralReports(String text) {
    this.text = text;
  }

  /** A report and what it is called. */
  public record Named(String name, String report) {
    private String headed() {
      String said = name.replaceAll("\\p{Cntrl}", " ").strip();
      String cut = said.substring(0, Math.min(LONGEST_NAME, said.length()));
      return SIGN + (cut.isEmpty() ? "file" : cut) + "\n" + report;
    }
  }

  /** All of them as one text; one alone as it is. */
  public static String joined(List<Named> reports) {
    return reports.size() == 1
        ? reports.get(0).report()
        : reports.stream().map(Named::headed).collect(Collectors.joining("\n\n"));
  }

  static ScanText read(String text, ReportWords words, Function<String, ScanText> reader) {
    SeveralReports all = new SeveralReports(text);
    Matcher head = HEAD.matcher(text);
    int from = 0;
    while (all.parts.size() < MOST && head.find()) {
      all.add(from, head.start(), reader);
      from = Math.min(head.end() + 1, text.length());
    }
    if (from == 0) {
      return all.byData(words, reader);
    }
    all.add(from, text.length(), reader);
    return all.parts.isEmpty() ? reader.apply(text) : all.together();
  }

  /** Data and text in one paste are two reports, if each tells codes. */
  private ScanText byData(ReportWords words, Function<String, ScanText> reader) {
    List<int[]> cuts = new ArrayList<>();
    int from = 0;
    for (int[] run : MixedLayout.runs(text, words)) {
      cuts.add(new int[] {from, run[0]});
      cuts.add(run);
      from = run[1];
    }
    cuts.add(new int[] {from, text.length()});
    cuts.removeIf(c -> text.substring(c[0], c[1]).isBlank());
    Matcher code = TextCells.CODE_WITHIN.matcher(text);
    if (cuts.size() < 2
        || cuts.size() > MOST
        || !cuts.stream().allMatch(c -> code.region(c[0], c[1]).find())) {
      return reader.apply(text);
    }
    cuts.forEach(c -> add(c[0], c[1], reader));
    return together();
  }

  private void add(int from, int to, Function<String, ScanText> reader) {
    String part = text.substring(from, to);
    if (!part.isBlank()) {
      int line = (int) text.substring(0, from).chars().filter(c -> c == '\n').count();
      parts.add(new Part(reader.apply(part), from, line));
    }
  }

  private ScanText together() {
    List<Found> found = new ArrayList<>();
    List<Doubtful> doubtful = new ArrayList<>();
    List<Mark> marks = new ArrayList<>();
    Map<String, VinReading> vins = new LinkedHashMap<>();
    Map<Condition, FreezeFrameValue> frame = new EnumMap<>(Condition.class);
    for (Part p : parts) {
      ScanText read = p.read();
      read.found().forEach(f -> found.add(moved(f, p)));
      read.doubtful().forEach(d -> doubtful.add(d.inLine(d.line() + p.line())));
      read.marks().forEach(m -> marks.add(moved(m, p)));
      read.vins().forEach(v -> vins.putIfAbsent(v.number(), v));
      read.freezeFrame().forEach(v -> frame.putIfAbsent(v.condition(), v));
    }
    Optional<Part> odometer = odometer();
    parts.stream()
        .filter(p -> p.read().odometer().isPresent())
        .filter(p -> !p.read().odometer().equals(odometer.flatMap(o -> o.read().odometer())))
        .forEach(p -> ask(p, doubtful, marks));
    return new ScanText(
        parts.size() == 1 ? parts.get(0).read().layout() : "several",
        found,
        doubtful,
        marks,
        List.copyOf(vins.values()),
        odometer.flatMap(p -> p.read().odometer()),
        date(),
        List.copyOf(frame.values()),
        parts.stream().anyMatch(p -> p.read().saysNone()));
  }

  private static Found moved(Found f, Part p) {
    return new Found(
        f.read(), f.slips(), f.line() + p.line(), f.start() + p.start(), f.end() + p.start());
  }

  private static Mark moved(Mark m, Part p) {
    return new Mark(m.kind(), m.start() + p.start(), m.end() + p.start(), m.says());
  }

  private Optional<LocalDate> date() {
    return parts.stream().flatMap(p -> p.read().date().stream()).findFirst();
  }

  /** The later one of two that are of one visit or nearly so, else the first. */
  private Optional<Part> odometer() {
    return parts.stream()
        .filter(p -> p.read().odometer().isPresent())
        .reduce((one, other) -> ReportValues.isLater(distance(other), distance(one)) ? other : one);
  }

  private static Reading distance(Part p) {
    return p.read().odometer().orElseThrow();
  }

  /** Another odometer is asked for, as within one report. */
  private void ask(Part p, List<Doubtful> doubtful, List<Mark> marks) {
    for (int i = 0; i < marks.size(); i++) {
      Mark m = marks.get(i);
      boolean inPart = m.start() >= p.start() && m.start() < p.start() + end(p);
      if (m.kind() == Mark.Kind.ODOMETER && inPart) {
        Message why = Message.of("doubt.another-odometer");
        marks.set(i, new Mark(Mark.Kind.DOUBT, m.start(), m.end(), why));
        int line = 1 + (int) text.substring(0, m.start()).chars().filter(c -> c == '\n').count();
        doubtful.add(
            Doubtful.ofValue(
                text.substring(m.start(), m.end()),
                why,
                line,
                List.of(new Offer.OfOdometer(distance(p)))));
        return;
      }
    }
  }

  private int end(Part p) {
    int next = parts.indexOf(p) + 1;
    return (next < parts.size() ? parts.get(next).start() : text.length()) - p.start();
  }
}
