package hopmend.find;

import hopmend.drawing.Drawing;
import hopmend.drawing.LabelPlaces;
import hopmend.drawing.Shape;
import hopmend.message.Message;
import hopmend.message.Wording;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * The plan of the whole vehicle with a site outside the engine bay: seen from above, the front at
 * the left, so that the vehicle's right side is at the upper edge.
 */
public final class ChassisDrawing {
  private static final double WIDTH = 920;
  private static final double MARGIN = 62;

  private final Chassis chassis;
  private final Wording words;
  private final double scale;
  private final double height;
  private final List<Shape> shapes = new ArrayList<>();
  private final LabelPlaces places;

  private ChassisDrawing(Chassis chassis, Wording words) {
    this.words = words;
    this.chassis = chassis;
    this.scale = (WIDTH - 2 * MARGIN) / chassis.lengthMm();
    this.height = chassis.widthMm() * scale + 2 * MARGIN;
    this.places = new LabelPlaces(WIDTH, height);
  }

  /** Draws the vehicle with all sites of the family, {@code chosen} marked with its way in. */
  public static Drawing draw(Chassis chassis, List<Site> sites, Site chosen, Wording words) {
    return new ChassisDrawing(chassis, words).drawing(sites, chosen);
  }

  /** The place of the vehicle under a point of its drawing, the nearest one of it, in whole mm. */
  public static Site.Spot placeAt(Chassis chassis, double x, double y) {
    double scale = (WIDTH - 2 * MARGIN) / chassis.lengthMm();
    return new Site.Spot((x - MARGIN) / scale, (y - MARGIN) / scale)
        .within(chassis.lengthMm(), chassis.widthMm());
  }

  private Drawing drawing(List<Site> sites, Site chosen) {
    double right = WIDTH - MARGIN;
    double bottom = height - MARGIN;
    Shape.Box body =
        new Shape.Box("bay", MARGIN, MARGIN, WIDTH - 2 * MARGIN, height - 2 * MARGIN, 40);
    shapes.add(body);
    places.keepOutlineClear(body);
    for (double x : new double[] {0.19, 0.79}) {
      for (double y : new double[] {MARGIN - 12, bottom - 16}) {
        shapes.add(new Shape.Box("wheel", MARGIN + x * (right - MARGIN) - 40, y, 80, 28, 10));
      }
    }
    chassis.pipes().forEach(this::pipe);
    chassis.items().forEach(i -> shapes.add(box(i)));
    sites.stream()
        .filter(s -> s.isOutsideBay() && !s.id().equals(chosen.id()))
        .forEach(s -> marker(disc("sensor", s, 10)));
    compass(8, height / 2 - 12, "start", "forwards");
    compass(WIDTH / 2, 28, "middle", "right-from-above");
    compass(WIDTH / 2, height - 10, "middle", "left");
    wayIn(chosen, bottom);
    marker(disc("sensor-halo", chosen, 30));
    marker(disc("sensor-chosen", chosen, 14));
    chassis.items().forEach(i -> places.keepOutlineClear(box(i)));
    chassis.items().forEach(this::name);
    return new Drawing(WIDTH, height, shapes, spoken(chosen));
  }

  private Shape.Point at(double xMm, double yMm) {
    return new Shape.Point(MARGIN + xMm * scale, MARGIN + yMm * scale);
  }

  private Shape.Disc disc(String role, Site site, double radius) {
    Shape.Point p = at(site.chassisSpot().xMm(), site.chassisSpot().yMm());
    return new Shape.Disc(role, p.x(), p.y(), radius);
  }

  private void pipe(List<Double> run) {
    List<Shape.Point> points = new ArrayList<>();
    for (int i = 0; i < run.size(); i += 2) {
      points.add(at(run.get(i), run.get(i + 1)));
    }
    shapes.add(new Shape.Path("exhaust-pipe", points, false));
  }

  private void marker(Shape.Disc disc) {
    shapes.add(disc);
    places.keepClear(disc);
  }

  private Shape.Box box(Chassis.Item item) {
    Shape.Point p = at(item.xMm(), item.yMm());
    String role = "item-" + item.kind().name().toLowerCase(Locale.ROOT);
    return new Shape.Box(role, p.x(), p.y(), item.lengthMm() * scale, item.widthMm() * scale, 10);
  }

  private void name(Chassis.Item item) {
    Shape.Box b = box(item);
    shapes.add(
        places.place("landmark-name", item.name(), LabelPlaces.aroundMiddleOf(b, item.name())));
  }

  /**
   * Through a wheel well from the nearer long side, where a person kneels. What is reached from
   * below or from inside has no direction in a plan: a ring and the word say it.
   */
  private void wayIn(Site site, double bottom) {
    Shape.Point p = at(site.chassisSpot().xMm(), site.chassisSpot().yMm());
    if (site.wayIn() != Site.WayIn.WHEEL_WELL) {
      shapes.add(new Shape.Disc("way-in-ring", p.x(), p.y(), 42));
      places.keepClear(new Shape.Disc("way-in-ring", p.x(), p.y(), 42));
      shapes.add(
          places.place(
              "way-in-name",
              words.of(site.wayIn().shortly()),
              List.of(
                  new Shape.Point(p.x(), p.y() - 50),
                  new Shape.Point(p.x(), p.y() + 62),
                  new Shape.Point(p.x() + 100, p.y() + 5),
                  new Shape.Point(p.x() - 100, p.y() + 5))));
      return;
    }
    boolean fromTop = site.chassisSpot().yMm() < chassis.widthMm() / 2;
    double from = fromTop ? MARGIN - 16 : bottom + 16;
    double tip = fromTop ? p.y() - 34 : p.y() + 34;
    double back = fromTop ? tip - 16 : tip + 16;
    if (fromTop ? from > tip - 8 : from < tip + 8) {
      return;
    }
    shapes.add(
        new Shape.Path(
            "way-in", List.of(new Shape.Point(p.x(), from), new Shape.Point(p.x(), tip)), false));
    shapes.add(
        new Shape.Path(
            "way-in-tip",
            List.of(
                new Shape.Point(p.x(), tip),
                new Shape.Point(p.x() - 10, back),
                new Shape.Point(p.x() + 10, back)),
            true));
  }

  private void compass(double x, double y, String anchor, String side) {
    Shape.Label name =
        new Shape.Label("compass", x, y, anchor, words.of(Message.of("compass." + side)));
    shapes.add(name);
    places.keepClear(name);
  }

  private String spoken(Site chosen) {
    return words.of(
        Message.of(
            "chassis.spoken",
            chosen.name(),
            String.join(", ", chosen.landmarks()),
            chosen.wayIn()));
  }
}
