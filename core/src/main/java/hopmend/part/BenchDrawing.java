package hopmend.part;

import hopmend.drawing.Drawing;
import hopmend.drawing.Shape;
import hopmend.measure.Reading;
import hopmend.message.Message;
import hopmend.message.Wording;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * Old and new from their figures, both to one scale and seated on one line: what goes into the bore
 * right of it, hex and body left of it; cables below each other, to a scale of their own.
 */
public final class BenchDrawing {
  private static final double WIDTH = 640;
  private static final double SEAT = 250;
  private static final double ROW = 118;
  private static final double FIRST = 62;
  private static final double LONGEST_IN = 300;
  private static final double HIGHEST = 62;
  private static final double CABLE = 190;
  private static final double USUAL_SHAFT = 18;
  private static final Pattern THREAD = Pattern.compile("M(\\d{1,2}(?:\\.\\d)?).*");

  private final Bench bench;
  private final List<Shape> shapes = new ArrayList<>();
  private final double scale;
  private final double cableScale;

  private BenchDrawing(Bench bench) {
    this.bench = bench;
    double reach = most("reach into the bore", "body length");
    double high = Math.max(most("hex size", "bore"), Math.max(shafts(), USUAL_SHAFT));
    this.scale = Math.min(reach > 0 ? LONGEST_IN / reach : 4, HIGHEST / high);
    double cable = most("cable length");
    this.cableScale = cable > 0 ? CABLE / cable : 0;
  }

  /** The drawing; empty where no figure of either part is known. */
  public static Optional<Drawing> draw(Bench bench, Wording words) {
    BenchDrawing drawing = new BenchDrawing(bench);
    boolean told =
        Stream.of("reach into the bore", "body length", "hex size", "thread", "bore")
            .anyMatch(t -> drawing.old(t).isPresent() || drawing.fresh(t).isPresent());
    return told ? Optional.of(drawing.drawn(words)) : Optional.empty();
  }

  private Drawing drawn(Wording words) {
    shapes.add(
        new Shape.Path(
            "bench-seat",
            List.of(new Shape.Point(SEAT, 20), new Shape.Point(SEAT, FIRST + ROW + 42)),
            false));
    part(FIRST, words.of(Message.of("bench.old")), this::old);
    part(FIRST + ROW, words.of(Message.of("bench.new")), this::fresh);
    List<String> differing =
        bench.rows().stream()
            .filter(r -> r.says() == Bench.Says.STOP || r.says() == Bench.Says.HARMLESS)
            .map(r -> "%s %s, %s".formatted(r.trait().trait(), r.oldKnown(), r.freshKnown()))
            .toList();
    return new Drawing(
        WIDTH,
        FIRST + ROW + 62,
        shapes,
        words.of(
            differing.isEmpty()
                ? Message.of("bench.spoken-alike")
                : Message.of("bench.spoken", String.join("; ", differing))));
  }

  private void part(double y, String name, Function<String, OptionalDouble> value) {
    shapes.add(new Shape.Label("bench-name", 8, y - 30, "start", name));
    double shaft = thread(value).orElse(USUAL_SHAFT);
    OptionalDouble reach = value.apply("reach into the bore");
    OptionalDouble inside = reach.isPresent() ? reach : value.apply("body length");
    String measured = reach.isPresent() ? "reach into the bore" : "body length";
    double in = inside.orElse(20) * scale;
    boolean known = inside.isPresent() && thread(value).isPresent();
    shapes.add(box(known ? "bench-shaft" : "bench-guess", SEAT, y, in, shaft * scale));
    inside.ifPresent(
        v -> label(measured, SEAT + in / 2, y + Math.max(shaft * scale / 2, 10) + 22, v, "mm"));
    OptionalDouble hex = value.apply("hex size");
    double head = hex.orElse(value.apply("bore").orElse(24)) * scale;
    boolean across = hex.isPresent() || value.apply("bore").isPresent();
    shapes.add(
        box(across ? "bench-head" : "bench-guess", SEAT - 46, y, 46, Math.min(head, HIGHEST)));
    hex.ifPresent(v -> label("hex size", SEAT - 54, y - 18, v, "mm", "end"));
    value.apply("bore").ifPresent(v -> label("bore", SEAT - 54, y - 18, v, "mm", "end"));
    OptionalDouble cable = value.apply("cable length");
    if (cable.isPresent()) {
      double end = SEAT - 46 - cable.getAsDouble() * cableScale;
      shapes.add(
          new Shape.Path(
              role("bench-cable", "cable length"),
              List.of(new Shape.Point(SEAT - 46, y), new Shape.Point(Math.max(20, end), y)),
              false));
      shapes.add(box("bench-plug", Math.max(4, end - 16), y, 16, 20));
      label("cable length", SEAT - 54, y + 24, cable.getAsDouble(), "mm", "end");
    }
  }

  private static Shape box(String role, double x, double y, double width, double height) {
    return new Shape.Box(role, x, y - height / 2, width, height, 3);
  }

  private void label(String trait, double x, double y, double value, String unit) {
    label(trait, x, y, value, unit, "middle");
  }

  private void label(String trait, double x, double y, double value, String unit, String anchor) {
    shapes.add(
        new Shape.Label(
            role("bench-figure", trait), x, y, anchor, Reading.number(value) + " " + unit));
  }

  /** Marked where the trait differs. */
  private String role(String role, String trait) {
    return bench
        .row(trait)
        .map(Bench.Row::says)
        .map(
            s ->
                s == Bench.Says.STOP
                    ? role + "-stop"
                    : s == Bench.Says.HARMLESS ? role + "-other" : role)
        .orElse(role);
  }

  private double most(String... traits) {
    return Stream.of(traits)
        .flatMap(t -> Stream.of(old(t), fresh(t)))
        .mapToDouble(v -> v.orElse(0))
        .max()
        .orElse(0);
  }

  private double shafts() {
    return Math.max(thread(this::old).orElse(0), thread(this::fresh).orElse(0));
  }

  private OptionalDouble thread(Function<String, OptionalDouble> value) {
    return value.apply("thread");
  }

  private OptionalDouble old(String trait) {
    return figure(trait, Bench.Row::oldKnown);
  }

  private OptionalDouble fresh(String trait) {
    return figure(trait, Bench.Row::freshKnown);
  }

  private OptionalDouble figure(String trait, Function<Bench.Row, String> side) {
    return bench
        .row(trait)
        .map(side)
        .map(v -> trait.equals("thread") ? diameter(v) : TraitRule.figure(v))
        .orElse(OptionalDouble.empty());
  }

  private static OptionalDouble diameter(String thread) {
    Matcher m = THREAD.matcher(thread);
    return m.matches() ? OptionalDouble.of(Double.parseDouble(m.group(1))) : OptionalDouble.empty();
  }
}
