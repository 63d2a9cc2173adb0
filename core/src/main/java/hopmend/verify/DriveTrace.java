package hopmend.verify;

import hopmend.drawing.Drawing;
import hopmend.drawing.Shape;
import hopmend.message.Message;
import hopmend.message.Wording;
import java.util.ArrayList;
import java.util.List;
import java.util.function.ToDoubleFunction;

/**
 * A drive as a picture: speed and coolant over time, and under them a lane for each requirement.
 */
public final class DriveTrace {
  private static final double WIDTH = 1000;
  private static final double LEFT = 190;
  private static final double PLOT_HEIGHT = 170;
  private static final double TOP = 16;
  private static final double LANE = 30;
  private static final double TOP_KMH = 140;
  private static final double TOP_C = 120;
  private static final int MOST_POINTS = 700;
  private static final int MOST_GRIDLINES = 12;

  private DriveTrace() {}

  public static Drawing draw(DriveLog log, DriveProof proof, Wording words) {
    List<Shape> shapes = new ArrayList<>();
    double start = log.samples().get(0).timeS();
    double duration = Math.max(1, log.durationS());
    double lanesTop = TOP + PLOT_HEIGHT + 34;
    shapes.add(new Shape.Box("plot", LEFT, TOP, WIDTH - LEFT - 8, PLOT_HEIGHT, 4));
    minutes(shapes, duration);
    shapes.add(
        new Shape.Path(
            "trace-coolant", curve(log, start, duration, s -> s.coolantC() / TOP_C), false));
    shapes.add(
        new Shape.Path(
            "trace-speed", curve(log, start, duration, s -> s.speedKmh() / TOP_KMH), false));
    shapes.add(
        new Shape.Label(
            "trace-name-speed", LEFT - 12, TOP + 70, "end", words.of(Message.of("trace.speed"))));
    shapes.add(new Shape.Label("axis", LEFT - 12, TOP + 90, "end", "0 to 140 km/h"));
    shapes.add(
        new Shape.Label(
            "trace-name-coolant",
            LEFT - 12,
            TOP + 20,
            "end",
            words.of(Message.of("trace.coolant"))));
    shapes.add(new Shape.Label("axis", LEFT - 12, TOP + 40, "end", "0 to 120 °C"));
    double y = lanesTop;
    for (DriveProof.Requirement r : proof.requirements()) {
      shapes.add(
          new Shape.Label(
              r.met() ? "lane-name-met" : "lane-name-missing",
              LEFT - 12,
              y + 19,
              "end",
              lane(r, words)));
      shapes.add(new Shape.Box("lane", LEFT, y, WIDTH - LEFT - 8, LANE - 8, 4));
      for (DriveProof.Stretch s : r.stretches()) {
        double x = x(s.fromS(), start, duration);
        double width = Math.max(1.5, x(s.toS(), start, duration) - x);
        shapes.add(
            new Shape.Box(r.met() ? "stretch-met" : "stretch-short", x, y, width, LANE - 8, 2));
      }
      y += LANE;
    }
    return new Drawing(WIDTH, y + 4, shapes, spoken(proof, words));
  }

  private static String lane(DriveProof.Requirement r, Wording words) {
    return (r.met() ? "✓ " : "✗ ") + words.of(Message.of("trace." + r.id()));
  }

  private static void minutes(List<Shape> shapes, double duration) {
    double step = duration > 1800 ? 600 : duration > 600 ? 300 : 60;
    step *= Math.ceil(duration / step / MOST_GRIDLINES);
    for (double t = 0; t <= duration; t += step) {
      double x = x(t, 0, duration);
      shapes.add(
          new Shape.Path(
              "gridline",
              List.of(new Shape.Point(x, TOP), new Shape.Point(x, TOP + PLOT_HEIGHT)),
              false));
      shapes.add(
          new Shape.Label(
              "axis",
              x,
              TOP + PLOT_HEIGHT + 20,
              t + step > duration ? "end" : "middle",
              Math.round(t / 60) + " min"));
    }
  }

  private static double x(double t, double start, double duration) {
    return LEFT + (t - start) / duration * (WIDTH - LEFT - 8);
  }

  private static List<Shape.Point> curve(
      DriveLog log, double start, double duration, ToDoubleFunction<DriveLog.Sample> share) {
    List<DriveLog.Sample> samples = log.samples();
    int step = Math.max(1, samples.size() / MOST_POINTS);
    List<Shape.Point> points = new ArrayList<>();
    for (int i = 0; i < samples.size(); i += step) {
      DriveLog.Sample s = samples.get(i);
      double high = Math.max(0, Math.min(1, share.applyAsDouble(s)));
      points.add(new Shape.Point(x(s.timeS(), start, duration), TOP + PLOT_HEIGHT * (1 - high)));
    }
    return points;
  }

  private static String spoken(DriveProof proof, Wording words) {
    List<String> missing = proof.missing().stream().map(r -> words.of(r.name())).toList();
    return words.of(
        proof.isProven()
            ? Message.of("trace.whole")
            : Message.of("trace.lacks", String.join(", ", missing)));
  }
}
