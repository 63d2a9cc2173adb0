package hopmend.drawing;

import java.util.List;

/** Shapes in drawing units, and one sentence that says the same to someone who cannot see it. */
public record Drawing(double width, double height, List<Shape> shapes, String spoken) {
  public Drawing {
    shapes = List.copyOf(shapes);
  }

  public List<Shape> ofRole(String role) {
    return shapes.stream().filter(s -> s.role().equals(role)).toList();
  }
}
