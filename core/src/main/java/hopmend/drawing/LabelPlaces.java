package hopmend.drawing;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Puts names where they can be read: not on a marker, not across an outline, not on another name,
 * not out of the picture. Where no place is free the least covered one is taken.
 */
public final class LabelPlaces {
  private static final double PER_CHARACTER = 10;
  private static final double ABOVE_LINE = 14;
  private static final double BELOW_LINE = 5;
  private static final double LINE = 22;
  private static final double HALF_STROKE = 2;
  private static final double OF_A_MARKER = 20;
  private static final double OF_A_NAME = 10;
  private static final double OF_A_WORSE_PLACE = 30;

  private final double width;
  private final double height;
  private final List<Area> taken = new ArrayList<>();

  /**
   * @param width of the whole drawing
   */
  public LabelPlaces(double width, double height) {
    this.width = width;
    this.height = height;
  }

  /**
   * @param weight how much worse than a line it is to cover it
   */
  private record Area(double left, double top, double right, double bottom, double weight) {
    double sharedWith(Area o) {
      double across = Math.min(right, o.right) - Math.max(left, o.left);
      double down = Math.min(bottom, o.bottom) - Math.max(top, o.top);
      return across > 0 && down > 0 ? across * down * weight * o.weight : 0;
    }
  }

  /** A marker, which no name may hide. */
  public void keepClear(Shape.Disc d) {
    around(d, OF_A_MARKER);
  }

  /** Something round that a name should rather not cross. */
  public void avoid(Shape.Disc d) {
    around(d, 1);
  }

  private void around(Shape.Disc d, double weight) {
    double r = d.radius();
    taken.add(new Area(d.x() - r, d.y() - r, d.x() + r, d.y() + r, weight));
  }

  /** The line around a box; inside it there is room. */
  public void keepOutlineClear(Shape.Box b) {
    double right = b.x() + b.width();
    double bottom = b.y() + b.height();
    line(b.x(), b.y(), right, b.y());
    line(b.x(), bottom, right, bottom);
    line(b.x(), b.y(), b.x(), bottom);
    line(right, b.y(), right, bottom);
  }

  /** A name that stands where it stands. */
  public void keepClear(Shape.Label l) {
    double half = l.text().length() * PER_CHARACTER / 2;
    double middle =
        switch (l.anchor()) {
          case "start" -> l.x() + half;
          case "end" -> l.x() - half;
          default -> l.x();
        };
    taken.add(area(new Shape.Point(middle, l.y()), l.text(), OF_A_NAME));
  }

  /** Straight stretches that go across or up and down. */
  public void keepClear(Shape.Path p) {
    for (int i = 1; i < p.points().size(); i++) {
      Shape.Point a = p.points().get(i - 1);
      Shape.Point b = p.points().get(i);
      line(a.x(), a.y(), b.x(), b.y());
    }
  }

  private void line(double x1, double y1, double x2, double y2) {
    taken.add(
        new Area(
            Math.min(x1, x2) - HALF_STROKE,
            Math.min(y1, y2) - HALF_STROKE,
            Math.max(x1, x2) + HALF_STROKE,
            Math.max(y1, y2) + HALF_STROKE,
            1));
  }

  /**
   * A name at the first of some places that is free.
   *
   * @param middles where the middle of its line may lie, the best first
   */
  public Shape.Label place(String role, String text, List<Shape.Point> middles) {
    Shape.Point best = middles.get(0);
    double least = Double.MAX_VALUE;
    for (int i = 0; i < middles.size(); i++) {
      double cost = covered(area(middles.get(i), text, 1)) + i * OF_A_WORSE_PLACE;
      if (cost < least) {
        least = cost;
        best = middles.get(i);
      }
    }
    taken.add(area(best, text, OF_A_NAME));
    return new Shape.Label(role, best.x(), best.y(), "middle", text);
  }

  /** A name that may be left out: at the first place where it meets no name and no marker. */
  public Optional<Shape.Label> placeWhereFree(String role, String text, List<Shape.Point> middles) {
    Optional<Shape.Point> free = middles.stream().filter(p -> isFree(area(p, text, 1))).findFirst();
    free.ifPresent(p -> taken.add(area(p, text, OF_A_NAME)));
    return free.map(p -> new Shape.Label(role, p.x(), p.y(), "middle", text));
  }

  private boolean isFree(Area a) {
    boolean inside = a.left >= 0 && a.top >= 0 && a.right <= width && a.bottom <= height;
    return inside
        && taken.stream().filter(t -> t.weight >= OF_A_NAME).allMatch(t -> a.sharedWith(t) == 0);
  }

  /** In a box in its middle, at its top or its bottom; else above, below, beside it or aslant. */
  public static List<Shape.Point> aroundMiddleOf(Shape.Box b, String name) {
    double x = b.x() + b.width() / 2;
    double bottom = b.y() + b.height();
    double aside = name.length() * PER_CHARACTER / 2 + 8;
    return List.of(
        new Shape.Point(x, b.y() + b.height() / 2 + BELOW_LINE),
        new Shape.Point(x, b.y() + ABOVE_LINE + 6),
        new Shape.Point(x, bottom - BELOW_LINE - 5),
        new Shape.Point(x, b.y() - BELOW_LINE - 3),
        new Shape.Point(x, bottom + ABOVE_LINE + 4),
        new Shape.Point(b.x() + b.width() + aside, b.y() + b.height() / 2 + BELOW_LINE),
        new Shape.Point(b.x() - aside, b.y() + b.height() / 2 + BELOW_LINE),
        new Shape.Point(x, b.y() - BELOW_LINE - 3 - LINE),
        new Shape.Point(x, bottom + ABOVE_LINE + 4 + LINE),
        new Shape.Point(b.x() + b.width() + aside + 2 * LINE, b.y() + b.height() / 2 + BELOW_LINE),
        new Shape.Point(b.x() - aside - 2 * LINE, b.y() + b.height() / 2 + BELOW_LINE),
        new Shape.Point(b.x() + b.width() + aside, b.y() - BELOW_LINE),
        new Shape.Point(b.x() + b.width() + aside, bottom + ABOVE_LINE),
        new Shape.Point(b.x() - aside, b.y() - BELOW_LINE),
        new Shape.Point(b.x() - aside, bottom + ABOVE_LINE),
        new Shape.Point(x, b.y() - BELOW_LINE - 3 - 2 * LINE),
        new Shape.Point(x, bottom + ABOVE_LINE + 4 + 2 * LINE));
  }

  private static Area area(Shape.Point p, String text, double weight) {
    double half = text.length() * PER_CHARACTER / 2;
    return new Area(p.x() - half, p.y() - ABOVE_LINE, p.x() + half, p.y() + BELOW_LINE, weight);
  }

  private double covered(Area a) {
    double outside = a.sharedWith(new Area(0, 0, width, height, 1));
    double whole = (a.right - a.left) * (a.bottom - a.top);
    return whole - outside + taken.stream().mapToDouble(a::sharedWith).sum();
  }
}
