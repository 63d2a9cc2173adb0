package hopmend.prove;

import hopmend.drawing.Drawing;
import hopmend.drawing.Shape;
import hopmend.instrument.Plot;
import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.message.Message;
import hopmend.message.Wording;
import hopmend.sensor.Band;
import hopmend.sensor.SignalModel;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/**
 * What is right of a measured value, drawn: over what it depends on as a curve with its band, else
 * as a scale; with the reading, if there is one.
 */
public final class MeasuredPicture {
  private static final int POINTS = 60;

  /** A band whose ends differ by so many times is drawn by powers. */
  private static final double BY_POWERS = 20;

  private static final double WIDTH = 540;
  private static final double HEIGHT = 104;
  private static final double MARGIN = 30;

  private MeasuredPicture() {}

  /**
   * @param band of what was read beside the value; empty where nobody knows it
   * @param told what was read beside the value
   * @param value what was measured; null before it is
   */
  public static Optional<Drawing> of(
      Measurement m,
      Function<SignalModel.Told, Optional<Band>> band,
      SignalModel.Told told,
      Reading value,
      Wording words) {
    return m.companion().isPresent()
        ? curve(m, m.companion().get(), band, told, value, words)
        : band.apply(told).map(b -> scale(m, b, value, words));
  }

  private static Optional<Drawing> curve(
      Measurement m,
      SignalModel.Companion over,
      Function<SignalModel.Told, Optional<Band>> band,
      SignalModel.Told told,
      Reading value,
      Wording words) {
    double at = told.companion() == null ? Double.NaN : told.companion().in(over.unit());
    double from = Double.isNaN(at) ? over.drawnFrom() : Math.min(over.drawnFrom(), at);
    double to = Double.isNaN(at) ? over.drawnTo() : Math.max(over.drawnTo(), at);
    List<Shape.Point> low = new ArrayList<>();
    List<Shape.Point> high = new ArrayList<>();
    for (int i = 0; i <= POINTS; i++) {
      double x = from + (to - from) * i / POINTS;
      Optional<Band> here =
          band.apply(new SignalModel.Told(Reading.of(x, over.unit()), told.besides()));
      if (here.isEmpty()) {
        return Optional.empty();
      }
      low.add(new Shape.Point(x, here.get().low()));
      high.add(new Shape.Point(x, here.get().high()));
    }
    double least = low.stream().mapToDouble(Shape.Point::y).min().orElseThrow();
    double most = high.stream().mapToDouble(Shape.Point::y).max().orElseThrow();
    double y = value == null ? Double.NaN : value.in(m.unit());
    boolean byPowers = least > 0 && most > BY_POWERS * least && m.model().fallsByPowers();
    double bottom = byPowers ? (y > 0 ? Math.min(least, y) : least) / 1.3 : 0;
    double top = 1.1 * (Double.isNaN(y) ? most : Math.max(most, y));
    List<Shape.Point> outline = new ArrayList<>(low);
    Collections.reverse(high);
    outline.addAll(high);
    Plot plot =
        new Plot(
                new Plot.Axis(axis(words.of(Message.named(over)), over.unit()), from, to),
                new Plot.Axis(axis(m.what(), m.unit()), bottom, top, byPowers))
            .area("band", outline);
    if (!Double.isNaN(y) && !Double.isNaN(at)) {
      plot.point(at, y, value.text());
    }
    return Optional.of(plot.draw(words.of(Message.of("measured.curve", m.what()))));
  }

  private static String axis(String name, MeasureUnit unit) {
    return name + ", " + unit.symbol();
  }

  private static Drawing scale(Measurement m, Band band, Reading value, Wording words) {
    double y = value == null ? Double.NaN : value.in(band.unit());
    double low = Double.isInfinite(band.low()) ? Math.min(0, band.high()) : band.low();
    double high = Double.isInfinite(band.high()) ? 2 * band.low() : band.high();
    double room = Math.max(high - low, Math.abs(high) / 10);
    double from = Math.min(low - 0.6 * room, Double.isNaN(y) ? low : y - 0.1 * room);
    double to = Math.max(high + 0.6 * room, Double.isNaN(y) ? high : y + 0.1 * room);
    double across = (WIDTH - 2 * MARGIN) / (to - from);
    double left = MARGIN + (low - from) * across;
    double right = MARGIN + (high - from) * across;
    List<Shape> shapes = new ArrayList<>();
    shapes.add(new Shape.Box("plot", MARGIN, 34, WIDTH - 2 * MARGIN, 24, 6));
    shapes.add(new Shape.Box("plot-band", left, 34, Math.max(6, right - left), 24, 4));
    if (!Double.isInfinite(band.low())) {
      shapes.add(
          new Shape.Label("axis-figure", left, 86, "middle", Reading.figures(band.low(), 3)));
    }
    if (!Double.isInfinite(band.high())) {
      shapes.add(
          new Shape.Label("axis-figure", right, 86, "middle", Reading.figures(band.high(), 3)));
    }
    if (!Double.isNaN(y)) {
      double at = MARGIN + (y - from) * across;
      shapes.add(new Shape.Disc("plot-point", at, 46, 10));
      String anchor = at > WIDTH * 0.8 ? "end" : at < WIDTH * 0.2 ? "start" : "middle";
      shapes.add(new Shape.Label("plot-name", at, 22, anchor, value.text()));
    }
    return new Drawing(
        WIDTH,
        HEIGHT,
        shapes,
        words.of(Message.of("measured.scale", m.what(), words.of(band.says()))));
  }
}
