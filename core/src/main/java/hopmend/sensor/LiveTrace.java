package hopmend.sensor;

import de.siegmar.fastcsv.writer.CsvWriter;
import hopmend.drawing.Drawing;
import hopmend.drawing.Shape;
import hopmend.measure.Reading;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** Live signals over the last minute, one lane each, with the present value and its extremes. */
public final class LiveTrace {
  /** Seconds that a lane shows. */
  public static final double WINDOW_S = 60;

  private static final double WIDTH = 940;
  private static final double LANE = 84;
  private static final double LEFT = 316;
  private static final double RIGHT = 12;
  private static final double PLOT_HEIGHT = 62;

  private LiveTrace() {}

  /**
   * What was read at a time.
   *
   * @param seconds since the sampling began
   */
  public record Sample(double seconds, Map<LiveSignal, Double> values) {
    public Sample {
      values = Map.copyOf(values);
    }

    public static Sample of(double seconds, Map<LiveSignal, Reading> readings) {
      Map<LiveSignal, Double> values = new EnumMap<>(LiveSignal.class);
      readings.forEach((s, r) -> values.put(s, r.in(s.unit())));
      return new Sample(seconds, values);
    }
  }

  /** Draws the last minute of the samples; a gap longer than two seconds is left open. */
  public static Drawing draw(List<Sample> samples, Collection<LiveSignal> signals) {
    List<Shape> shapes = new ArrayList<>();
    double now = samples.isEmpty() ? 0 : samples.get(samples.size() - 1).seconds();
    double top = 6;
    for (LiveSignal signal : signals) {
      lane(shapes, samples, signal, now, top);
      top += LANE;
    }
    String spoken =
        signals.size() + " live signals over the last minute, " + samples.size() + " samples.";
    return new Drawing(WIDTH, Math.max(LANE, top), shapes, spoken);
  }

  private static void lane(
      List<Shape> shapes, List<Sample> samples, LiveSignal signal, double now, double top) {
    List<double[]> points = new ArrayList<>();
    double low = Double.MAX_VALUE;
    double high = -Double.MAX_VALUE;
    for (Sample s : samples) {
      Double v = s.values().get(signal);
      if (v != null && now - s.seconds() <= WINDOW_S) {
        points.add(new double[] {s.seconds(), v});
        low = Math.min(low, v);
        high = Math.max(high, v);
      }
    }
    shapes.add(new Shape.Box("plot", LEFT, top, WIDTH - LEFT - RIGHT, PLOT_HEIGHT, 6));
    shapes.add(new Shape.Label("live-name", 4, top + 22, "start", signal.label()));
    if (points.isEmpty()) {
      shapes.add(new Shape.Label("live-value", 4, top + 56, "start", "not told"));
      return;
    }
    double last = points.get(points.size() - 1)[1];
    shapes.add(
        new Shape.Label(
            "live-value",
            4,
            top + 56,
            "start",
            Reading.of(threeFigures(last), signal.unit()).text()));
    String range = Reading.number(threeFigures(low)) + " to " + Reading.number(threeFigures(high));
    shapes.add(new Shape.Label("live-range", LEFT - 10, top + 56, "end", range));
    double span = Math.max(high - low, Math.max(Math.abs(high), 1) * 0.02);
    double middle = (high + low) / 2;
    List<Shape.Point> run = new ArrayList<>();
    double before = points.get(0)[0];
    for (double[] p : points) {
      if (p[0] - before > 2) {
        stroke(shapes, run);
      }
      before = p[0];
      double x = WIDTH - RIGHT - (now - p[0]) / WINDOW_S * (WIDTH - LEFT - RIGHT);
      double y = top + PLOT_HEIGHT / 2 - (p[1] - middle) / span * (PLOT_HEIGHT - 12);
      run.add(new Shape.Point(x, y));
    }
    stroke(shapes, run);
  }

  /** As much as a person reads off a value that moves. */
  private static double threeFigures(double value) {
    return new BigDecimal(value).round(new MathContext(3)).doubleValue();
  }

  private static void stroke(List<Shape> shapes, List<Shape.Point> run) {
    if (run.size() > 1) {
      shapes.add(new Shape.Path("live-line", run, false));
    }
    run.clear();
  }

  /** The samples as CSV: seconds, then one column a signal with its unit in the header. */
  public static String csv(List<Sample> samples, Collection<LiveSignal> signals) {
    StringWriter out = new StringWriter();
    try (CsvWriter csv = CsvWriter.builder().build(out)) {
      List<String> header = new ArrayList<>(List.of("time_s"));
      signals.forEach(s -> header.add("%s [%s]".formatted(s.label(), s.unit().symbol())));
      csv.writeRecord(header);
      for (Sample s : samples) {
        List<String> line = new ArrayList<>();
        line.add(String.format(Locale.ROOT, "%.2f", s.seconds()));
        for (LiveSignal signal : signals) {
          Double value = s.values().get(signal);
          line.add(value == null ? "" : Reading.number(value));
        }
        csv.writeRecord(line);
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return out.toString();
  }
}
