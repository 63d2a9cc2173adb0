package hopmend.find;

import hopmend.drawing.Drawing;
import hopmend.drawing.Shape;
import hopmend.message.Message;
import hopmend.message.Wording;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/**
 * The vehicle from its left side, the front at the left: how high a sensor sits, and whether a hand
 * comes to it from above or from below. Heights are those of usual passenger cars; it tells high
 * and low, not millimetres.
 */
final class SideDrawing {
  private static final double WIDTH = 920;
  private static final double HEIGHT = 430;
  private static final double MARGIN = 40;
  private static final double GROUND = 392;
  private static final double TOP_MM = 1480;
  private static final double WHEEL_MM = 320;

  /** Longer than any car. */
  private static final double TRUCK_MM = 6000;

  private final Chassis chassis;
  private final Places places;
  private final Wording words;
  private final Sketch sketch = new Sketch(WIDTH, HEIGHT);
  private final double along;
  private final double up;

  SideDrawing(Chassis chassis, Places places, Wording words) {
    this.chassis = chassis;
    this.places = places;
    this.words = words;
    this.along = (WIDTH - 2 * MARGIN) / chassis.lengthMm();
    this.up = (GROUND - 46) / TOP_MM;
  }

  private Shape.Point at(double xMm, double heightMm) {
    return new Shape.Point(MARGIN + xMm * along, GROUND - heightMm * up);
  }

  /**
   * @param level how high it sits
   */
  Drawing of(Site site, Level level) {
    double length = chassis.lengthMm();
    sketch.draw(new Shape.Path("bay", length > TRUCK_MM ? truck(length) : car(length), true));
    sketch.line(new Shape.Path("side-ground", List.of(at(-80, 0), at(length + 80, 0)), false));
    for (double x : new double[] {0.19, 0.79}) {
      Shape.Point hub = at(x * length, WHEEL_MM);
      sketch.draw(new Shape.Disc("side-wheel", hub.x(), hub.y(), WHEEL_MM * up));
    }
    Set<String> named = new HashSet<>();
    chassis.items().forEach(i -> item(i, named.add(i.name())));
    sketch.edges("", "", words.of(Message.of("compass.forwards")), "");
    site(site, level);
    return sketch.whole(words.of(Message.of("side.spoken", site.name(), level, site.wayIn())));
  }

  private List<Shape.Point> car(double length) {
    return List.of(
        at(0, 330),
        at(0, 620),
        at(0.05 * length, 860),
        at(0.28 * length, 980),
        at(0.38 * length, TOP_MM),
        at(0.82 * length, TOP_MM),
        at(0.97 * length, 960),
        at(length, 880),
        at(length, 330));
  }

  /** A cab at the front, a frame behind it. */
  private List<Shape.Point> truck(double length) {
    return List.of(
        at(0, 330),
        at(0, TOP_MM),
        at(0.24 * length, TOP_MM),
        at(0.24 * length, 620),
        at(length, 620),
        at(length, 330));
  }

  /** Low things of the vehicle at the height at which they usually are. */
  private void item(Chassis.Item item, boolean isNamed) {
    double low =
        switch (item.kind()) {
          case EXHAUST -> 190;
          case TANK -> 220;
          case DRIVE -> 240;
          case CABIN -> 440;
          case OTHER -> 260;
        };
    boolean engine = item.name().equals("engine");
    double high =
        switch (item.kind()) {
          case EXHAUST -> 300;
          case TANK -> 430;
          case DRIVE -> engine ? 840 : 520;
          case CABIN -> 640;
          case OTHER -> 460;
        };
    Shape.Point top = at(item.xMm(), high);
    Shape.Box box =
        new Shape.Box(
            "item-" + item.kind().name().toLowerCase(Locale.ROOT),
            top.x(),
            top.y(),
            item.lengthMm() * along,
            (high - low) * up,
            8);
    sketch.outlined(box);
    if (isNamed) {
      sketch.name("landmark-name", item.name(), box);
    }
  }

  private void site(Site site, Level level) {
    Shape.Point p = at(places.inVehicle(site).xMm(), level.heightMm());
    Shape.Point from =
        switch (site.wayIn()) {
          case FROM_ABOVE -> new Shape.Point(p.x(), p.y() - 130);
          case FROM_BELOW, TANK_DOWN -> new Shape.Point(p.x(), GROUND + 26);
          case WHEEL_WELL, CABIN -> p;
        };
    if (from == p) {
      sketch.marker(new Shape.Disc("way-in-ring", p.x(), p.y(), 42));
    } else {
      double down = Math.signum(p.y() - from.y());
      Shape.Point tip = new Shape.Point(p.x(), p.y() - down * 34);
      sketch.line(new Shape.Path("way-in", List.of(from, tip), false));
      sketch.draw(
          new Shape.Path(
              "way-in-tip",
              List.of(
                  tip,
                  new Shape.Point(tip.x() - 10, tip.y() - down * 18),
                  new Shape.Point(tip.x() + 10, tip.y() - down * 18)),
              true));
    }
    sketch.nameFirst("way-in-name", words.of(site.wayIn().shortly()), p, Neighbours.BESIDE_A_LINE);
    sketch.marker(new Shape.Disc("sensor-halo", p.x(), p.y(), 30));
    sketch.marker(new Shape.Disc("sensor-chosen", p.x(), p.y(), 14));
  }
}
