package hopmend.drawing;

import java.util.List;

/**
 * A piece of a drawing. {@code role} says what it is, and becomes the class by which the theme
 * paints it.
 */
public sealed interface Shape {
  String role();

  /** The shape as an SVG element with its role as its class, to a tenth of a drawing unit. */
  String svg();

  record Box(String role, double x, double y, double width, double height, double radius)
      implements Shape {
    @Override
    public String svg() {
      return new SvgElement("rect", role)
          .with("x", x)
          .with("y", y)
          .with("width", width)
          .with("height", height)
          .with("rx", radius)
          .empty();
    }
  }

  record Disc(String role, double x, double y, double radius) implements Shape {
    @Override
    public String svg() {
      return new SvgElement("circle", role).with("cx", x).with("cy", y).with("r", radius).empty();
    }
  }

  record Path(String role, List<Point> points, boolean closed) implements Shape {
    public Path {
      points = List.copyOf(points);
    }

    @Override
    public String svg() {
      StringBuilder data = new StringBuilder();
      for (Point p : points) {
        data.append(data.isEmpty() ? 'M' : 'L');
        data.append(SvgElement.tenths(p.x())).append(' ').append(SvgElement.tenths(p.y()));
      }
      return new SvgElement("path", role).with("d", data + (closed ? "Z" : "")).empty();
    }
  }

  /** Text with its anchor: start, middle or end. */
  record Label(String role, double x, double y, String anchor, String text) implements Shape {
    @Override
    public String svg() {
      return new SvgElement("text", role)
          .with("x", x)
          .with("y", y)
          .with("text-anchor", anchor)
          .holding(text);
    }
  }

  record Point(double x, double y) {}
}
