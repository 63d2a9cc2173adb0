package hopmend.trace;

import hopmend.drawing.Drawing;
import hopmend.drawing.Shape;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * A ring with its errors, drawn large: what comes late stands out of the circle, what comes early
 * stands in. The first is at the top, the ring turns clockwise.
 */
public final class RingDrawing {
  private static final double WIDTH = 620;
  private static final double SIZE = 400;
  private static final double RADIUS = 130;
  private static final double LARGEST = 52;
  private static final double LABEL = 192;

  /** Corners of an outline in a whole turn. */
  private static final int CORNERS = 144;

  /** How much of its place a tooth or segment fills. */
  private static final double FILLS = 0.92;

  private RingDrawing() {}

  /**
   * @param errors of each place from the first; NaN for one that was not seen
   * @param places of the whole ring; those without an error are its gap
   * @param wrong indices of those that are marked
   * @param labels by index
   * @param middle lines within the circle
   * @param spoken for those who do not see it
   */
  public static Drawing of(
      double[] errors,
      int places,
      Set<Integer> wrong,
      Map<Integer, String> labels,
      List<String> middle,
      String spoken) {
    double largest = 1e-6;
    for (double e : errors) {
      largest = Double.isNaN(e) ? largest : Math.max(largest, Math.abs(e));
    }
    List<Shape> shapes = new ArrayList<>();
    for (int i = 0; i < errors.length; i++) {
      double from = 2 * Math.PI * i / places;
      double to = 2 * Math.PI * (i + FILLS) / places;
      if (!Double.isNaN(errors[i])) {
        double edge = RADIUS + LARGEST * errors[i] / largest;
        String kind = errors[i] >= 0 ? "tooth-long" : "tooth-short";
        shapes.add(
            new Shape.Path(
                wrong.contains(i) ? "tooth-wrong" : kind, ring(from, to, edge, places), true));
      }
      if (labels.containsKey(i)) {
        Shape.Point p = at((from + to) / 2, LABEL);
        String anchor = Math.sin((from + to) / 2) >= 0 ? "start" : "end";
        shapes.add(new Shape.Label("tooth-name", p.x(), p.y() + 6, anchor, labels.get(i)));
      }
    }
    List<Shape.Point> circle = new ArrayList<>();
    for (int k = 0; k < CORNERS; k++) {
      circle.add(at(2 * Math.PI * k / CORNERS, RADIUS));
    }
    shapes.add(new Shape.Path("tooth-circle", circle, true));
    for (int i = 0; i < middle.size(); i++) {
      double y = SIZE / 2 + 24 * (i - (middle.size() - 1) / 2.0) + 6;
      shapes.add(new Shape.Label("axis", WIDTH / 2, y, "middle", middle.get(i)));
    }
    return new Drawing(WIDTH, SIZE, shapes, spoken);
  }

  private static List<Shape.Point> ring(double from, double to, double edge, int places) {
    int steps = Math.max(2, CORNERS / places);
    List<Shape.Point> outline = new ArrayList<>();
    for (int k = 0; k <= steps; k++) {
      outline.add(at(from + (to - from) * k / steps, RADIUS));
    }
    for (int k = steps; k >= 0; k--) {
      outline.add(at(from + (to - from) * k / steps, edge));
    }
    return outline;
  }

  private static Shape.Point at(double angle, double radius) {
    return new Shape.Point(
        WIDTH / 2 + radius * Math.sin(angle), SIZE / 2 - radius * Math.cos(angle));
  }
}
