package hopmend.drawing;

import java.util.List;
import java.util.stream.Collectors;

/** Shapes in drawing units, and one sentence that says the same to someone who cannot see it. */
public record Drawing(double width, double height, List<Shape> shapes, String spoken) {
  public Drawing {
    shapes = List.copyOf(shapes);
  }

  /** The shapes as SVG, in order; what is drawn later covers what was drawn before. */
  public String svg() {
    return shapes.stream().map(Shape::svg).collect(Collectors.joining("\n"));
  }

  public List<Shape> ofRole(String role) {
    return shapes.stream().filter(s -> s.role().equals(role)).toList();
  }
}
