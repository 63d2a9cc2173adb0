package hopmend.verify;

import hopmend.drawing.Drawing;
import hopmend.drawing.Shape;
import hopmend.measure.MeasureUnit;
import hopmend.message.Message;
import hopmend.message.Wording;
import java.util.ArrayList;
import java.util.List;

/**
 * A drive that is still to be driven, as a strip: its stretches one behind the other, as wide as
 * they are long and as high as they are fast, each with its number. A wait stands before it, marked
 * and not to scale.
 */
public final class DriveStrip {
  private static final double WIDTH = 1000;
  private static final double LEFT = 56;
  private static final double TOP = 14;
  private static final double HEIGHT = 150;
  private static final double WAIT_WIDTH = 84;
  private static final double NARROWEST = 50;
  private static final double LOWEST = 30;
  private static final double TOP_KMH = 130;

  private DriveStrip() {}

  public static Drawing draw(DrivePlan plan, Wording words) {
    List<Shape> shapes = new ArrayList<>();
    double floor = TOP + HEIGHT;
    for (int kmh : new int[] {50, 100}) {
      double y = y(kmh);
      shapes.add(
          new Shape.Path(
              "gridline", List.of(new Shape.Point(LEFT, y), new Shape.Point(WIDTH - 8, y)), false));
      shapes.add(new Shape.Label("axis", LEFT - 8, y + 5, "end", "" + kmh));
    }
    shapes.add(
        new Shape.Label(
            "axis", LEFT - 8, floor + 5, "end", MeasureUnit.KILOMETRE_PER_HOUR.symbol()));
    double x = LEFT;
    double room = WIDTH - 8 - LEFT - (plan.soak().isPresent() ? WAIT_WIDTH + 6 : 0);
    double[] widths = widths(plan, room);
    int number = 0;
    int driven = 0;
    for (DrivePlan.Leg leg : plan.legs()) {
      boolean waits = leg.phase().waits();
      double width = waits ? WAIT_WIDTH : widths[driven++];
      double high = waits ? HEIGHT : Math.max(LOWEST, floor - y(leg.toKmh()));
      shapes.add(
          new Shape.Box(
              waits ? "leg-waits" : leg.toKmh() > 0 ? "leg" : "leg-stands",
              x + 1,
              floor - high,
              width - 2,
              high,
              4));
      shapes.add(new Shape.Label("leg-number", x + width / 2, floor - 6, "middle", "" + ++number));
      shapes.add(
          new Shape.Label("axis", x + width / 2, floor + 20, "middle", words.of(leg.time())));
      x += width + (waits ? 6 : 0);
    }
    shapes.add(
        new Shape.Path(
            "strip-floor",
            List.of(new Shape.Point(LEFT, floor), new Shape.Point(WIDTH - 8, floor)),
            false));
    return new Drawing(
        WIDTH,
        floor + 30,
        shapes,
        words.of(Message.of("plan.spoken", plan.legs().size(), plan.minutes(), plan.km())));
  }

  private static double y(double kmh) {
    return TOP + HEIGHT * (1 - Math.min(1, kmh / TOP_KMH));
  }

  /** By the minutes, none too narrow for its number; what that takes comes from the others. */
  private static double[] widths(DrivePlan plan, double room) {
    double[] minutes = plan.driven().stream().mapToDouble(DrivePlan.Leg::minutes).toArray();
    double all = plan.minutes();
    double narrow = 0;
    double wide = 0;
    for (double m : minutes) {
      if (m / all * room < NARROWEST) {
        narrow += NARROWEST;
      } else {
        wide += m;
      }
    }
    double[] widths = new double[minutes.length];
    for (int i = 0; i < widths.length; i++) {
      widths[i] =
          minutes[i] / all * room < NARROWEST ? NARROWEST : minutes[i] / wide * (room - narrow);
    }
    return widths;
  }
}
