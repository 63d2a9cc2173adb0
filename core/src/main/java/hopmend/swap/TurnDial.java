package hopmend.swap;

import hopmend.drawing.Drawing;
import hopmend.drawing.Shape;
import hopmend.message.Message;
import hopmend.message.Wording;
import java.util.ArrayList;
import java.util.List;

/** A turn past finger-tight, seen from the head: where it begins, the quarters, where it ends. */
public final class TurnDial {
  private static final double SIZE = 200;
  private static final double MIDDLE = SIZE / 2;
  private static final double RADIUS = 70;
  private static final double STEP_DEG = 7.5;

  private TurnDial() {}

  public static Drawing draw(Fastener.Turn turn, Wording words) {
    List<Shape> shapes = new ArrayList<>();
    shapes.add(new Shape.Path("dial-scale", arc(0, 360), false));
    shapes.add(new Shape.Path("dial-band", arc(turn.fromDeg(), turn.toDeg()), false));
    for (int quarter = 0; quarter < 4; quarter++) {
      double deg = 90.0 * quarter;
      shapes.add(
          new Shape.Path("dial-tick", List.of(at(deg, RADIUS - 12), at(deg, RADIUS + 12)), false));
      // The hand stands where it begins; nothing is written below it.
      if (quarter > 0) {
        Shape.Point name = at(deg, RADIUS - 30);
        String text = Fastener.Turn.text(deg);
        shapes.add(new Shape.Label("dial-end", name.x(), name.y() + 5, "middle", text));
      }
    }
    shapes.add(
        new Shape.Path(
            "dial-hand", List.of(new Shape.Point(MIDDLE, MIDDLE), at(0, RADIUS)), false));
    shapes.add(new Shape.Disc("dial-pin", MIDDLE, MIDDLE, 7));
    return new Drawing(
        SIZE,
        SIZE,
        shapes,
        words.of(
            Message.of(
                "dial.turn",
                Fastener.Turn.text(turn.fromDeg()),
                Fastener.Turn.text(turn.toDeg()))));
  }

  private static List<Shape.Point> arc(double from, double to) {
    List<Shape.Point> points = new ArrayList<>();
    int pieces = (int) Math.ceil((to - from) / STEP_DEG);
    for (int i = 0; i <= pieces; i++) {
      points.add(at(from + (to - from) * i / pieces, RADIUS));
    }
    return points;
  }

  /** Clockwise from the top, as a right-hand thread is tightened. */
  private static Shape.Point at(double deg, double radius) {
    double rad = Math.toRadians(deg);
    return new Shape.Point(MIDDLE + radius * Math.sin(rad), MIDDLE - radius * Math.cos(rad));
  }
}
