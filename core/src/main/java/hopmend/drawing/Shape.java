package hopmend.drawing;

import java.util.List;
import java.util.Locale;

/**
 * A piece of a drawing. {@code role} says what it is, and becomes the class by which the theme
 * paints it.
 */
public sealed interface Shape {
  String role();

  record Box(String role, double x, double y, double width, double height, double radius)
      implements Shape {}

  record Disc(String role, double x, double y, double radius) implements Shape {}

  record Path(String role, List<Point> points, boolean closed) implements Shape {
    public Path {
      points = List.copyOf(points);
    }

    /** The points as SVG path data. */
    public String data() {
      StringBuilder d = new StringBuilder();
      for (Point p : points) {
        d.append(d.isEmpty() ? "M" : "L");
        d.append(String.format(Locale.ROOT, "%.1f %.1f ", p.x(), p.y()));
      }
      return closed ? d.append('Z').toString() : d.toString().strip();
    }
  }

  /** Text with its anchor: start, middle or end. */
  record Label(String role, double x, double y, String anchor, String text) implements Shape {}

  record Point(double x, double y) {}

  default String kind() {
    return getClass().getSimpleName();
  }
}
