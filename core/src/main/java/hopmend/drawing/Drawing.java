package hopmend.drawing;

import java.util.List;
import java.util.stream.Collectors;

/** Shapes in drawing units, and one sentence that says the same to someone who cannot see it. */
public final class Drawing {
  private final double width;
  private final double height;
  private final List<Shape> shapes;
  private final String spoken;
  private String svg;

  public Drawing(double width, double height, List<Shape> shapes, String spoken) {
    this.width = width;
    this.height = height;
    this.shapes = List.copyOf(shapes);
    this.spoken = spoken;
  }

  public double width() {
    return width;
  }

  public double height() {
    return height;
  }

  public List<Shape> shapes() {
    return shapes;
  }

  public String spoken() {
    return spoken;
  }

  /**
   * The shapes as SVG, in order; what is drawn later covers what was drawn before. Written once: a
   * drawing is kept as long as what it shows.
   */
  public synchronized String svg() {
    if (svg == null) {
      svg = shapes.stream().map(Shape::svg).collect(Collectors.joining("\n"));
    }
    return svg;
  }

  public List<Shape> ofRole(String role) {
    return shapes.stream().filter(s -> s.role().equals(role)).toList();
  }
}
