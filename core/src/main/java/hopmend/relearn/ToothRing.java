package hopmend.relearn;

import hopmend.drawing.Drawing;
import hopmend.drawing.Shape;
import hopmend.message.Message;
import hopmend.message.Wording;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * The ring with its errors, drawn large: a segment that takes too long stands out of the circle,
 * one that is too short stands in. The first is at the top, the ring turns clockwise.
 */
public final class ToothRing {
  private static final double WIDTH = 620;
  private static final double SIZE = 400;
  private static final double RADIUS = 130;
  private static final double LARGEST = 52;
  private static final double LABEL = 192;

  /** Corners of an outline in a whole turn. */
  private static final int CORNERS = 144;

  private static final int MOST_LABELS = 12;

  private ToothRing() {}

  public static Drawing draw(ToothErrors learned, Wording words) {
    double[] errors = learned.errors();
    double largest = 1e-6;
    for (double e : errors) {
      largest = Math.max(largest, Math.abs(e));
    }
    List<Shape> shapes = new ArrayList<>();
    for (int s = 0; s < errors.length; s++) {
      double from = 2 * Math.PI * s / errors.length;
      double to = 2 * Math.PI * (s + 0.92) / errors.length;
      int steps = Math.max(2, CORNERS / errors.length);
      double edge = RADIUS + LARGEST * errors[s] / largest;
      List<Shape.Point> outline = new ArrayList<>();
      for (int k = 0; k <= steps; k++) {
        outline.add(at(from + (to - from) * k / steps, RADIUS));
      }
      for (int k = steps; k >= 0; k--) {
        outline.add(at(from + (to - from) * k / steps, edge));
      }
      shapes.add(new Shape.Path(errors[s] >= 0 ? "tooth-long" : "tooth-short", outline, true));
      if (errors.length <= MOST_LABELS) {
        Shape.Point p = at((from + to) / 2, LABEL);
        String anchor = Math.sin((from + to) / 2) >= 0 ? "start" : "end";
        String text = (s + 1) + ": " + perMille(errors[s]);
        shapes.add(new Shape.Label("tooth-name", p.x(), p.y() + 6, anchor, text));
      }
    }
    List<Shape.Point> circle = new ArrayList<>();
    for (int k = 0; k < CORNERS; k++) {
      circle.add(at(2 * Math.PI * k / CORNERS, RADIUS));
    }
    shapes.add(new Shape.Path("tooth-circle", circle, true));
    shapes.add(
        new Shape.Label(
            "axis",
            WIDTH / 2,
            SIZE / 2 - 4,
            "middle",
            words.of(Message.of("teeth.turns", learned.turns()))));
    shapes.add(
        new Shape.Label(
            "axis", WIDTH / 2, SIZE / 2 + 20, "middle", words.of(Message.of("teeth.at-overrun"))));
    return new Drawing(
        WIDTH, SIZE, shapes, words.of(Message.of("teeth.spoken", errors.length, 1000 * largest)));
  }

  private static Shape.Point at(double angle, double radius) {
    return new Shape.Point(
        WIDTH / 2 + radius * Math.sin(angle), SIZE / 2 - radius * Math.cos(angle));
  }

  private static String perMille(double error) {
    return String.format(Locale.ROOT, "%+.1f ‰", 1000 * error);
  }
}
