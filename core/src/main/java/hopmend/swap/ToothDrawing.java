package hopmend.swap;

import hopmend.drawing.Drawing;
import hopmend.drawing.Shape;
import hopmend.message.Wording;
import java.util.ArrayList;
import java.util.List;

/** The ring of a crank with its gap, the teeth counted from it, and the sensor over its tooth. */
public final class ToothDrawing {
  private static final double SIZE = 300;
  private static final double MIDDLE = SIZE / 2;
  private static final double FOOT = 92;
  private static final double HEAD = 108;
  private static final double NUMBERS = 74;
  private static final int COUNTED = 5;

  private ToothDrawing() {}

  /** Teeth run clockwise from the gap at the top. */
  public static Drawing draw(ToothSetting set, Wording words) {
    List<Shape> shapes = new ArrayList<>();
    shapes.add(new Shape.Path("ring", outline(set), true));
    shapes.add(new Shape.Label("ring-gap", MIDDLE, MIDDLE - HEAD - 14, "middle", "gap"));
    for (int tooth = 1; tooth <= set.tooth(); tooth++) {
      boolean last = tooth == set.tooth();
      if (tooth == 1 || last || tooth % COUNTED == 0 && set.tooth() - tooth > 1) {
        Shape.Point at = at(angle(set, tooth), NUMBERS);
        String role = last ? "ring-tooth" : "ring-count";
        shapes.add(new Shape.Label(role, at.x(), at.y() + 5, "middle", String.valueOf(tooth)));
      }
    }
    shapes.add(sensor(angle(set, set.tooth())));
    return new Drawing(SIZE, SIZE, shapes, words.of(set.says()));
  }

  /** The middle of a tooth; the gap is centred at the top. */
  private static double angle(ToothSetting set, int tooth) {
    return (set.missing() + 1) * set.pitchDeg() / 2 + (tooth - 1) * set.pitchDeg();
  }

  private static List<Shape.Point> outline(ToothSetting set) {
    List<Shape.Point> points = new ArrayList<>();
    double quarter = set.pitchDeg() / 4;
    for (int tooth = 1; tooth <= set.teeth(); tooth++) {
      double middle = angle(set, tooth);
      points.add(at(middle - quarter, FOOT));
      points.add(at(middle - quarter, HEAD));
      points.add(at(middle + quarter, HEAD));
      points.add(at(middle + quarter, FOOT));
    }
    return points;
  }

  private static Shape sensor(double deg) {
    double half = 4;
    return new Shape.Path(
        "ring-sensor",
        List.of(
            at(deg, HEAD + 3),
            at(deg - half, HEAD + 12),
            at(deg - half, HEAD + 32),
            at(deg + half, HEAD + 32),
            at(deg + half, HEAD + 12)),
        true);
  }

  private static Shape.Point at(double deg, double radius) {
    double rad = Math.toRadians(deg);
    return new Shape.Point(MIDDLE + radius * Math.sin(rad), MIDDLE - radius * Math.cos(rad));
  }
}
