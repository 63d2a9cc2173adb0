package hopmend.find;

import static hopmend.message.English.WORDS;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hopmend.catalog.CardDraft;
import hopmend.catalog.Catalog;
import hopmend.catalog.Shipped;
import hopmend.catalog.VehicleCard;
import hopmend.drawing.Drawing;
import hopmend.drawing.Shape;
import hopmend.vehicle.EngineLayout.Arrangement;
import hopmend.vehicle.EngineLayout.CylinderOne;
import hopmend.vehicle.EngineLayout.Fuel;
import hopmend.vehicle.EngineLayout.Orientation;
import hopmend.vehicle.EngineLayout.VehicleSide;
import java.util.List;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/**
 * Eight hundred vehicles that nobody has: each sensor is drawn where it belongs, and can be read.
 */
class AnyLayoutTest {
  private static final int LAYOUTS = 800;
  private static final Catalog CATALOG = Shipped.CATALOG;

  private static <T> T any(Random random, List<T> of) {
    return of.get(random.nextInt(of.size()));
  }

  private static CardDraft draft(Random random) {
    Arrangement arrangement = any(random, List.of(Arrangement.values()));
    boolean inLine = arrangement == Arrangement.INLINE;
    boolean across = random.nextBoolean();
    List<VehicleSide> along = List.of(VehicleSide.LEFT, VehicleSide.RIGHT);
    List<VehicleSide> deep = List.of(VehicleSide.FRONT, VehicleSide.REAR);
    return new CardDraft(
        "Any",
        "vehicle",
        2010,
        2020,
        "",
        inLine ? 1 + random.nextInt(8) : 2 * (1 + random.nextInt(6)),
        arrangement,
        across ? Orientation.ACROSS : Orientation.LENGTHWISE,
        any(random, across ? along : deep),
        inLine || random.nextInt(4) > 0 ? any(random, across ? deep : along) : null,
        any(random, List.of(CylinderOne.values())),
        inLine ? 1 + random.nextInt(2) : 1,
        1 + random.nextInt(2),
        any(random, List.of(Fuel.values())),
        0.4 + random.nextInt(60) / 10.0,
        any(random, List.of("", "manual", "automatic")),
        any(random, List.of("", "front", "rear", "all")),
        any(random, List.of("left", "right")),
        random.nextBoolean());
  }

  @Test
  void everySensorOfEveryLayoutIsDrawnWhereItBelongs() {
    Random random = new Random(13);
    for (int i = 0; i < LAYOUTS; i++) {
      CardDraft draft = draft(random);
      VehicleCard card = CATALOG.complete(draft.card("any-" + i, "invented"));
      Site site = any(random, card.sites());
      Site.WayIn way = any(random, List.of(Site.WayIn.values()));
      Site reached = site.at(site.isOutsideBay() ? site.chassisSpot() : site.spot(), way);
      String what = i + ": " + draft + ", " + reached.id() + " " + way;
      SiteViews views = CATALOG.views(card, reached, new Sides(VehicleSide.LEFT));
      views.views().forEach(v -> everyViewCanBeRead(views, v, what + " " + v));
      Drawing d = views.draw(site.isOutsideBay() ? View.VEHICLE : View.BAY, WORDS);
      markerLiesInThePlan(d, what);
      arrowAgreesWithTheWayIn(d, reached, what);
      if (site.family().equals("camshaft-position") && !card.engine().isInline()) {
        camLiesAtItsRow(d, card, site, what);
      }
    }
  }

  /** From below the vehicle's left is where its right is from above; words stay upright. */
  private static void everyViewCanBeRead(SiteViews views, View view, String what) {
    Drawing d = views.draw(view, WORDS);
    assertThat(d.ofRole("sensor-chosen")).as(what).hasSize(1);
    assertThat(chosen(d).x()).as(what).isBetween(0.0, d.width());
    assertThat(chosen(d).y()).as(what).isBetween(0.0, d.height());
    namesCanBeRead(d, what);
    if (view == View.BELOW) {
      Shape.Disc above = chosen(views.draw(View.VEHICLE, WORDS));
      assertThat(chosen(d).y()).as(what).isCloseTo(d.height() - above.y(), within(0.01));
      assertThat(chosen(d).x()).as(what).isCloseTo(above.x(), within(0.01));
    }
    if (view == View.SIDE) {
      sideAgreesWithTheWayIn(d, views.site(), what);
    }
  }

  private static void sideAgreesWithTheWayIn(Drawing d, Site site, String what) {
    if (site.wayIn() == Site.WayIn.CABIN || site.wayIn() == Site.WayIn.WHEEL_WELL) {
      assertThat(d.ofRole("way-in")).as(what).isEmpty();
      return;
    }
    Shape.Path arrow = (Shape.Path) d.ofRole("way-in").get(0);
    boolean downwards = arrow.points().get(1).y() > arrow.points().get(0).y();
    assertThat(downwards).as(what).isEqualTo(site.wayIn() == Site.WayIn.FROM_ABOVE);
  }

  private static Shape.Disc chosen(Drawing d) {
    assertThat(d.ofRole("sensor-chosen")).hasSize(1);
    return (Shape.Disc) d.ofRole("sensor-chosen").get(0);
  }

  private static void markerLiesInThePlan(Drawing d, String what) {
    Shape.Disc m = chosen(d);
    Shape.Box plan = (Shape.Box) d.ofRole("bay").get(0);
    assertThat(m.x()).as(what).isBetween(plan.x(), plan.x() + plan.width());
    assertThat(m.y()).as(what).isBetween(plan.y(), plan.y() + plan.height());
  }

  /** A direction only for what has one in a plan; for anything else its word. */
  private static void arrowAgreesWithTheWayIn(Drawing d, Site site, String what) {
    boolean fromASide =
        site.wayIn() == Site.WayIn.WHEEL_WELL
            || (site.wayIn() == Site.WayIn.FROM_ABOVE && !site.isOutsideBay());
    if (fromASide) {
      assertThat(d.ofRole("way-in-name")).as(what).isEmpty();
      if (!site.isOutsideBay()) {
        comesFromOutside(d, what);
      }
    } else {
      assertThat(d.ofRole("way-in")).as(what).isEmpty();
      assertThat(d.ofRole("way-in-name")).as(what).hasSize(1);
      assertThat(((Shape.Label) d.ofRole("way-in-name").get(0)).text())
          .as(what)
          .isEqualTo(WORDS.of(site.wayIn().shortly()));
    }
  }

  /** From without the bay straight to the marker. */
  private static void comesFromOutside(Drawing d, String what) {
    Shape.Path arrow = (Shape.Path) d.ofRole("way-in").get(0);
    Shape.Point from = arrow.points().get(0);
    Shape.Point tip = arrow.points().get(1);
    Shape.Box bay = (Shape.Box) d.ofRole("bay").get(0);
    boolean inside =
        from.x() > bay.x()
            && from.x() < bay.x() + bay.width()
            && from.y() > bay.y()
            && from.y() < bay.y() + bay.height();
    assertThat(inside).as(what).isFalse();
    assertThat(Math.hypot(tip.x() - chosen(d).x(), tip.y() - chosen(d).y()))
        .as(what)
        .isBetween(30.0, 40.0);
  }

  private record Area(double left, double top, double right, double bottom) {
    static Area of(Shape.Label l) {
      double width = 9.0 * l.text().length();
      double left =
          switch (l.anchor()) {
            case "start" -> l.x();
            case "end" -> l.x() - width;
            default -> l.x() - width / 2;
          };
      return new Area(left, l.y() - 14, left + width, l.y() + 4);
    }

    boolean meets(Area o) {
      return left < o.right && o.left < right && top < o.bottom && o.top < bottom;
    }

    boolean meets(Shape.Disc d) {
      double x = Math.max(left, Math.min(right, d.x()));
      double y = Math.max(top, Math.min(bottom, d.y()));
      return Math.hypot(x - d.x(), y - d.y()) < d.radius();
    }
  }

  private static void namesCanBeRead(Drawing d, String what) {
    List<Shape.Label> names =
        d.shapes().stream()
            .filter(Shape.Label.class::isInstance)
            .map(Shape.Label.class::cast)
            .filter(l -> !l.role().equals("cylinder-number"))
            .toList();
    for (int i = 0; i < names.size(); i++) {
      Area one = Area.of(names.get(i));
      assertThat(one.meets(chosen(d))).as("%s: %s", what, names.get(i).text()).isFalse();
      for (int j = i + 1; j < names.size(); j++) {
        assertThat(one.meets(Area.of(names.get(j))))
            .as("%s: %s and %s", what, names.get(i).text(), names.get(j).text())
            .isFalse();
      }
    }
  }

  private static void camLiesAtItsRow(Drawing d, VehicleCard card, Site site, String what) {
    if (card.engine().bankOneSide() == null) {
      return;
    }
    double own = toRow(d, card, site.bank());
    double other = toRow(d, card, 3 - site.bank());
    assertThat(own).as(what).isLessThan(other);
  }

  private static double toRow(Drawing d, VehicleCard card, int bank) {
    List<Integer> cylinders = card.engine().rows().get(bank - 1).cylinders();
    List<Shape.Disc> discs = d.ofRole("cylinder").stream().map(Shape.Disc.class::cast).toList();
    int first = bank == 1 ? 0 : card.engine().rows().get(0).cylinders().size();
    return Stream.iterate(first, n -> n + 1)
        .limit(cylinders.size())
        .map(discs::get)
        .mapToDouble(c -> Math.hypot(c.x() - chosen(d).x(), c.y() - chosen(d).y()))
        .min()
        .orElseThrow();
  }
}
