package hopmend.find;

import hopmend.drawing.Drawing;
import hopmend.drawing.LabelPlaces;
import hopmend.drawing.Shape;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * A plan while it is drawn: shapes, with what names should do about each, and names that are put
 * last, when all markers are known. It can be looked at as a whole or close up.
 */
final class Sketch {
  private static final double HALF_A_CHARACTER = 5;

  private final double width;
  private final double height;
  private final List<Part> parts = new ArrayList<>();
  private final List<Named> names = new ArrayList<>();
  private boolean isClose;
  private double below;
  private Edges edges = new Edges("", "", "", "");

  Sketch(double width, double height) {
    this.width = width;
    this.height = height;
  }

  /** What a name does where a shape is. */
  private enum Keep {
    NOTHING,
    OFF_ITS_OUTLINE,
    OFF_THE_MARKER,
    OFF_THE_LINE,
    RATHER_OFF
  }

  private record Part(Shape shape, Keep keep) {
    void keepClear(LabelPlaces places) {
      switch (keep) {
        case OFF_ITS_OUTLINE -> places.keepOutlineClear((Shape.Box) shape);
        case OFF_THE_MARKER -> places.keepClear((Shape.Disc) shape);
        case OFF_THE_LINE -> places.keepClear((Shape.Path) shape);
        case RATHER_OFF -> places.avoid((Shape.Disc) shape);
        default -> {}
      }
    }
  }

  /**
   * A name that is put where there is room.
   *
   * @param box what it names; null for a point
   * @param point what it names; null for a box
   * @param aside how far its middle may lie from the point, the best first
   */
  private record Named(
      String role, String text, Shape.Box box, Shape.Point point, List<Shape.Point> aside) {
    List<Shape.Point> places() {
      return box != null
          ? LabelPlaces.aroundMiddleOf(box, text)
          : aside.stream().map(a -> new Shape.Point(point.x() + a.x(), point.y() + a.y())).toList();
    }

    /** Whether the picture tells enough without it: it only helps to find one's way. */
    boolean mayBeLeftOut() {
      return role.equals("landmark-name")
          || role.equals("manifold-name")
          || role.equals("part-name")
          || role.equals("sensor-name");
    }

    /** The same as one sees it nearer; empty where it is out of sight. */
    Optional<Named> nearer(double times, Shape.Point shift, double width, double height) {
      if (box == null) {
        return Optional.of(new Named(role, text, null, Nearer.of(point, times, shift), aside))
            .filter(n -> n.point.x() > 0 && n.point.x() < width)
            .filter(n -> n.point.y() > 0 && n.point.y() < height);
      }
      return Nearer.visible(Nearer.of(box, times, shift), width, height)
          .map(b -> new Named(role, text, b, null, List.of()));
    }
  }

  /** What lies at the edges of the picture: above, below, at its left and at its right. */
  private record Edges(String top, String bottom, String left, String right) {}

  double width() {
    return width;
  }

  double height() {
    return height;
  }

  void draw(Shape shape) {
    parts.add(new Part(shape, Keep.NOTHING));
  }

  /** A box with room inside. */
  void outlined(Shape.Box box) {
    parts.add(new Part(box, Keep.OFF_ITS_OUTLINE));
  }

  void marker(Shape.Disc disc) {
    parts.add(new Part(disc, Keep.OFF_THE_MARKER));
  }

  void line(Shape.Path path) {
    parts.add(new Part(path, Keep.OFF_THE_LINE));
  }

  void round(Shape.Disc disc) {
    parts.add(new Part(disc, Keep.RATHER_OFF));
  }

  void name(String role, String text, Shape.Box box) {
    names.add(new Named(role, text, box, null, List.of()));
  }

  /** A name around a marker. */
  void name(String role, String text, Shape.Point point) {
    double half = HALF_A_CHARACTER * text.length();
    List<Shape.Point> aside = new ArrayList<>();
    for (double down : new double[] {-24, 36, -48, 60, 5}) {
      for (double across : new double[] {0, half - 16, 16 - half}) {
        aside.add(new Shape.Point(down == 5 ? across + Math.signum(across) * 40 : across, down));
      }
    }
    names.add(new Named(role, text, null, point, aside));
  }

  /** A name beside a point; the first of all that are put. */
  void nameFirst(String role, String text, Shape.Point point, List<Shape.Point> aside) {
    names.add(0, new Named(role, text, null, point, aside));
  }

  void edges(String top, String bottom, String left, String right) {
    edges = new Edges(top, bottom, left, right);
  }

  /** The whole of it. */
  Drawing whole(String spoken) {
    LabelPlaces places = new LabelPlaces(width, height - below);
    List<Shape> shapes = new ArrayList<>();
    for (Part p : parts) {
      shapes.add(p.shape());
      p.keepClear(places);
    }
    for (Shape.Label edge : edgeLabels()) {
      places.keepClear(edge);
      shapes.add(edge);
    }
    names.stream()
        .filter(n -> !isLeftOutWhereTight(n))
        .forEach(n -> shapes.add(places.place(n.role(), n.text(), n.places())));
    names.stream()
        .filter(this::isLeftOutWhereTight)
        .flatMap(n -> places.placeWhereFree(n.role(), n.text(), n.places()).stream())
        .forEach(shapes::add);
    return new Drawing(width, height, shapes, spoken);
  }

  /**
   * The surroundings of a point, larger; names are put anew, markers keep their size.
   *
   * @param times how much larger
   * @param below room under the picture in which nothing of it is named
   */
  Sketch close(Shape.Point middle, double times, double wide, double high, double below) {
    Sketch near = new Sketch(wide, high + below);
    near.below = below;
    Shape.Point shift =
        new Shape.Point(wide / 2 - middle.x() * times, high / 2 - middle.y() * times);
    for (Part p : parts) {
      near.parts.add(new Part(Nearer.of(p.shape(), times, shift), p.keep()));
    }
    near.edges = edges;
    near.isClose = true;
    names.stream()
        .flatMap(n -> n.nearer(times, shift, wide, high).stream())
        .forEach(near.names::add);
    return near;
  }

  private boolean isLeftOutWhereTight(Named n) {
    return isClose && n.mayBeLeftOut();
  }

  private List<Shape.Label> edgeLabels() {
    return Stream.of(
            edge(width / 2, 30, "middle", edges.top()),
            edge(width / 2, height - below - 14, "middle", edges.bottom()),
            edge(8, 30, "start", edges.left()),
            edge(width - 8, 30, "end", edges.right()))
        .filter(l -> !l.text().isEmpty())
        .toList();
  }

  private static Shape.Label edge(double x, double y, String anchor, String text) {
    return new Shape.Label("compass", x, y, anchor, text);
  }
}
