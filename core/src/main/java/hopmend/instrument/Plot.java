package hopmend.instrument;

import hopmend.drawing.Drawing;
import hopmend.drawing.Shape;
import hopmend.measure.Reading;
import java.util.ArrayList;
import java.util.List;

/** A small graph: one height over another, with what is allowed and where the reading lies. */
public final class Plot {
  private static final double WIDTH = 540;
  private static final double HEIGHT = 360;
  private static final double LEFT = 84;
  private static final double RIGHT = 34;
  private static final double TOP = 44;
  private static final double BOTTOM = 74;
  private static final int MOST_POWERS = 8;

  private final Axis across;
  private final Axis up;
  private final List<Shape> shapes = new ArrayList<>();

  /**
   * An axis.
   *
   * @param name with its unit
   * @param byPowers whether equal steps are equal ratios; then it begins above zero
   */
  public record Axis(String name, double from, double to, boolean byPowers) {
    public Axis(String name, double from, double to) {
      this(name, from, to, false);
    }

    private double share(double value) {
      double share =
          byPowers
              ? Math.log(Math.max(value, from) / from) / Math.log(to / from)
              : (value - from) / (to - from);
      return Math.max(0, Math.min(1, share));
    }
  }

  public Plot(Axis across, Axis up) {
    this.across = across;
    this.up = up;
    shapes.add(new Shape.Box("plot", LEFT, TOP, WIDTH - LEFT - RIGHT, HEIGHT - TOP - BOTTOM, 4));
  }

  public Plot area(String role, List<Shape.Point> corners) {
    shapes.add(new Shape.Path("plot-" + role, corners.stream().map(this::at).toList(), true));
    return this;
  }

  public Plot line(String role, List<Shape.Point> points) {
    shapes.add(new Shape.Path("plot-" + role, points.stream().map(this::at).toList(), false));
    return this;
  }

  /** The reading; its name stands above the plot, where it covers nothing. */
  public Plot point(double x, double y, String name) {
    Shape.Point p = at(new Shape.Point(x, y));
    shapes.add(new Shape.Disc("plot-point", p.x(), p.y(), 9));
    shapes.add(new Shape.Label("plot-name", WIDTH - RIGHT, TOP - 14, "end", "● " + name));
    return this;
  }

  public Plot text(double x, double y, String text) {
    Shape.Point p = at(new Shape.Point(x, y));
    shapes.add(new Shape.Label("axis-figure", p.x(), p.y(), "middle", text));
    return this;
  }

  public Drawing draw(String spoken) {
    List<Shape> all = new ArrayList<>(shapes);
    double floor = HEIGHT - BOTTOM;
    for (double x : ticks(across)) {
      double at = at(new Shape.Point(x, up.from())).x();
      all.add(new Shape.Label("axis-figure", at, floor + 26, "middle", Reading.number(x)));
    }
    for (double y : ticks(up)) {
      double at = at(new Shape.Point(across.from(), y)).y();
      all.add(new Shape.Label("axis-figure", LEFT - 8, at + 7, "end", Reading.number(y)));
    }
    all.add(
        new Shape.Label(
            "axis-name", (LEFT + WIDTH - RIGHT) / 2, HEIGHT - 14, "middle", across.name()));
    all.add(new Shape.Label("axis-name", LEFT, TOP - 14, "start", up.name()));
    return new Drawing(WIDTH, HEIGHT, all, spoken);
  }

  private Shape.Point at(Shape.Point p) {
    return new Shape.Point(
        LEFT + across.share(p.x()) * (WIDTH - LEFT - RIGHT),
        HEIGHT - BOTTOM - up.share(p.y()) * (HEIGHT - TOP - BOTTOM));
  }

  /** Three to seven round figures. */
  private static List<Double> ticks(Axis axis) {
    return axis.byPowers() ? powers(axis) : steps(axis);
  }

  private static List<Double> powers(Axis axis) {
    List<Double> ticks = new ArrayList<>();
    double first = Math.ceil(Math.log10(axis.from()));
    double last = Math.min(first + MOST_POWERS, Math.floor(Math.log10(axis.to())));
    for (double p = first; p <= last; p++) {
      ticks.add(Math.pow(10, p));
    }
    return ticks;
  }

  private static List<Double> steps(Axis axis) {
    double rough = (axis.to() - axis.from()) / 5;
    double power = Math.pow(10, Math.floor(Math.log10(rough)));
    double step =
        power * (rough / power < 1.5 ? 1 : rough / power < 3.5 ? 2 : rough / power < 7.5 ? 5 : 10);
    List<Double> ticks = new ArrayList<>();
    for (double v = Math.ceil(axis.from() / step) * step; v <= axis.to() + 1e-9; v += step) {
      ticks.add(Math.rint(v / step) * step);
    }
    return ticks;
  }
}
