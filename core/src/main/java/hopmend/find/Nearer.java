package hopmend.find;

import hopmend.drawing.Shape;
import java.util.Optional;

/** Shapes as they are when one comes nearer: larger and elsewhere, markers as large as before. */
final class Nearer {
  private static final double LEAST_VISIBLE = 30;

  private Nearer() {}

  static Shape.Point of(Shape.Point p, double times, Shape.Point shift) {
    return new Shape.Point(p.x() * times + shift.x(), p.y() * times + shift.y());
  }

  static Shape.Box of(Shape.Box b, double times, Shape.Point shift) {
    Shape.Point p = of(new Shape.Point(b.x(), b.y()), times, shift);
    return new Shape.Box(
        b.role(), p.x(), p.y(), b.width() * times, b.height() * times, b.radius() * times);
  }

  static Shape of(Shape s, double times, Shape.Point shift) {
    if (s instanceof Shape.Box b) {
      return of(b, times, shift);
    } else if (s instanceof Shape.Disc d) {
      Shape.Point p = of(new Shape.Point(d.x(), d.y()), times, shift);
      boolean grows = !d.role().startsWith("sensor") && !d.role().startsWith("way-in");
      return new Shape.Disc(d.role(), p.x(), p.y(), grows ? d.radius() * times : d.radius());
    } else if (s instanceof Shape.Path p) {
      return new Shape.Path(
          p.role(), p.points().stream().map(q -> of(q, times, shift)).toList(), p.closed());
    }
    Shape.Label l = (Shape.Label) s;
    Shape.Point p = of(new Shape.Point(l.x(), l.y()), times, shift);
    return new Shape.Label(l.role(), p.x(), p.y(), l.anchor(), l.text());
  }

  /** What of a box lies in a picture; empty where it is too little to be named. */
  static Optional<Shape.Box> visible(Shape.Box b, double width, double height) {
    double left = Math.max(0, b.x());
    double top = Math.max(0, b.y());
    double right = Math.min(width, b.x() + b.width());
    double bottom = Math.min(height, b.y() + b.height());
    return right - left < LEAST_VISIBLE || bottom - top < LEAST_VISIBLE
        ? Optional.empty()
        : Optional.of(new Shape.Box(b.role(), left, top, right - left, bottom - top, 0));
  }
}
