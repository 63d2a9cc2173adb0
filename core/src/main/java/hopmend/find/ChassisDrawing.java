package hopmend.find;

import hopmend.drawing.Drawing;
import hopmend.drawing.Shape;
import hopmend.message.Message;
import hopmend.message.Wording;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * The plan of the whole vehicle, the front at the left. Seen from above its right side is at the
 * upper edge; seen from below, as one sees it who stands under it, its left side is.
 */
public final class ChassisDrawing {
  private static final double WIDTH = 920;
  private static final double MARGIN = 62;
  private static final double NEAR = 2.6;

  private final Chassis chassis;
  private final Places places;
  private final Sides sides;
  private final boolean fromBelow;
  private final Wording words;
  private final double scale;
  private final Sketch sketch;

  ChassisDrawing(Chassis chassis, Places places, Sides sides, boolean fromBelow, Wording words) {
    this.chassis = chassis;
    this.places = places;
    this.sides = sides;
    this.fromBelow = fromBelow;
    this.words = words;
    this.scale = (WIDTH - 2 * MARGIN) / chassis.lengthMm();
    this.sketch = new Sketch(WIDTH, chassis.widthMm() * scale + 2 * MARGIN);
  }

  /** The place of the vehicle under a point of its drawing, the nearest one of it, in whole mm. */
  public static Site.Spot placeAt(Chassis chassis, double x, double y) {
    double scale = (WIDTH - 2 * MARGIN) / chassis.lengthMm();
    return new Site.Spot((x - MARGIN) / scale, (y - MARGIN) / scale)
        .within(chassis.lengthMm(), chassis.widthMm());
  }

  /** The vehicle with all sites of a family, {@code chosen} marked with its way in. */
  Drawing whole(List<Site> sites, Site chosen) {
    background();
    sites.stream()
        .filter(s -> !s.id().equals(chosen.id()))
        .forEach(s -> sketch.marker(disc("sensor", s, 10)));
    wayIn(chosen);
    chosen(chosen);
    return sketch.whole(spoken(chosen));
  }

  /** What is near a site, larger, with its neighbours and with what looks like it. */
  Drawing near(Neighbours neighbours, Site chosen) {
    background();
    neighbours.draw(sketch, this::at, words);
    chosen(chosen);
    return neighbours.near(sketch, at(chosen), NEAR, words);
  }

  private void background() {
    double right = WIDTH - MARGIN;
    double bottom = sketch.height() - MARGIN;
    sketch.outlined(
        new Shape.Box("bay", MARGIN, MARGIN, WIDTH - 2 * MARGIN, sketch.height() - 2 * MARGIN, 40));
    for (double x : new double[] {0.19, 0.79}) {
      for (double y : new double[] {MARGIN - 12, bottom - 16}) {
        sketch.draw(new Shape.Box("wheel", MARGIN + x * (right - MARGIN) - 40, y, 80, 28, 10));
      }
    }
    chassis.pipes().forEach(this::pipe);
    for (Chassis.Item item : chassis.items()) {
      Shape.Box box = box(item);
      sketch.outlined(box);
      sketch.name("landmark-name", item.name(), box);
    }
    String left = words.of(sides.left());
    String rightSide = words.of(sides.right());
    sketch.edges(
        fromBelow ? left : rightSide,
        fromBelow ? rightSide : left,
        words.of(Message.of("compass.forwards")),
        words.of(Message.of(fromBelow ? "compass.from-below" : "compass.from-above")));
  }

  private void chosen(Site site) {
    sketch.marker(disc("sensor-halo", site, 30));
    sketch.marker(disc("sensor-chosen", site, 14));
  }

  private Shape.Point at(double xMm, double yMm) {
    double down = fromBelow ? chassis.widthMm() - yMm : yMm;
    return new Shape.Point(MARGIN + xMm * scale, MARGIN + down * scale);
  }

  private Shape.Point at(Site site) {
    Site.Spot spot = places.inVehicle(site);
    return at(spot.xMm(), spot.yMm());
  }

  private Shape.Disc disc(String role, Site site, double radius) {
    Shape.Point p = at(site);
    return new Shape.Disc(role, p.x(), p.y(), radius);
  }

  private void pipe(List<Double> run) {
    List<Shape.Point> points = new ArrayList<>();
    for (int i = 0; i < run.size(); i += 2) {
      points.add(at(run.get(i), run.get(i + 1)));
    }
    sketch.draw(new Shape.Path("exhaust-pipe", points, false));
  }

  private Shape.Box box(Chassis.Item item) {
    Shape.Point p = at(item.xMm(), fromBelow ? item.yMm() + item.widthMm() : item.yMm());
    String role = "item-" + item.kind().name().toLowerCase(Locale.ROOT);
    return new Shape.Box(role, p.x(), p.y(), item.lengthMm() * scale, item.widthMm() * scale, 10);
  }

  /**
   * Through a wheel well from the nearer long side, where a person kneels. What is reached from
   * below or from inside has no direction in a plan: a ring and the word say it.
   */
  private void wayIn(Site site) {
    Shape.Point p = at(site);
    if (site.wayIn() != Site.WayIn.WHEEL_WELL) {
      sketch.marker(new Shape.Disc("way-in-ring", p.x(), p.y(), 42));
      sketch.nameFirst(
          "way-in-name", words.of(site.wayIn().shortly()), p, Neighbours.AROUND_A_RING);
      return;
    }
    boolean fromTop = p.y() < sketch.height() / 2;
    double from = fromTop ? MARGIN - 16 : sketch.height() - MARGIN + 16;
    double tip = fromTop ? p.y() - 34 : p.y() + 34;
    double back = fromTop ? tip - 16 : tip + 16;
    if (fromTop ? from > tip - 8 : from < tip + 8) {
      return;
    }
    sketch.line(
        new Shape.Path(
            "way-in", List.of(new Shape.Point(p.x(), from), new Shape.Point(p.x(), tip)), false));
    sketch.draw(
        new Shape.Path(
            "way-in-tip",
            List.of(
                new Shape.Point(p.x(), tip),
                new Shape.Point(p.x() - 10, back),
                new Shape.Point(p.x() + 10, back)),
            true));
  }

  private String spoken(Site chosen) {
    return words.of(
        Message.of(
            fromBelow ? "chassis.spoken-below" : "chassis.spoken",
            chosen.name(),
            String.join(", ", chosen.landmarks()),
            chosen.wayIn()));
  }
}
