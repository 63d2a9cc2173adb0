package hopmend.find;

import static hopmend.message.English.WORDS;
import static org.assertj.core.api.Assertions.assertThat;

import hopmend.catalog.Catalog;
import hopmend.catalog.Shipped;
import hopmend.catalog.VehicleCard;
import hopmend.drawing.Drawing;
import hopmend.drawing.Shape;
import hopmend.vehicle.EngineLayout;
import hopmend.vehicle.EngineLayout.Orientation;
import hopmend.vehicle.EngineLayout.VehicleSide;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class BayDrawingTest {
  private static final Sides SIDES = new Sides(VehicleSide.LEFT);
  private static final Catalog CATALOG = Shipped.CATALOG;
  private static final VehicleCard CARD = CATALOG.card("wherrill-sedge-12").orElseThrow();

  private static final Site INTAKE = CARD.site("cam-intake").orElseThrow();

  /** Whichever way the engine stands, the intake sensor lies on the intake side of cylinder 3. */
  @ParameterizedTest
  @CsvSource({
    "ACROSS, RIGHT, FRONT",
    "ACROSS, LEFT, FRONT",
    "ACROSS, RIGHT, REAR",
    "ACROSS, LEFT, REAR",
    "LENGTHWISE, FRONT, LEFT",
    "LENGTHWISE, FRONT, RIGHT",
    "LENGTHWISE, REAR, LEFT"
  })
  void chosenSensorLiesOnItsSideAndEnd(
      Orientation orientation, VehicleSide pulley, VehicleSide intake) {
    EngineLayout e = CARD.engine();
    EngineLayout turned =
        new EngineLayout(
            "X", "x", 3, orientation, pulley, intake, e.borePitchMm(), e.boreMm(), 1, 800);
    Bay bay = new Bay(1400, 1400, 700, 700, List.of());
    Drawing d = BayDrawing.draw(turned, bay, SIDES, CARD.sites(), INTAKE, WORDS);
    Shape.Disc sensor = (Shape.Disc) d.ofRole("sensor-chosen").get(0);
    Shape.Box plenum = (Shape.Box) d.ofRole("intake-plenum").get(0);
    Shape.Box collector = (Shape.Box) d.ofRole("exhaust-collector").get(0);
    List<Shape> cylinders = d.ofRole("cylinder");
    assertThat(cylinders).hasSize(3);
    assertThat(distance(sensor, plenum)).isLessThan(distance(sensor, collector));
    assertThat(distance(sensor, (Shape.Disc) cylinders.get(2)))
        .isLessThan(distance(sensor, (Shape.Disc) cylinders.get(0)));
    assertThat(d.shapes()).allSatisfy(s -> assertThat(inside(s, d)).as(s.toString()).isTrue());
  }

  private static double distance(Shape.Disc a, Shape.Box b) {
    return Math.hypot(a.x() - b.x() - b.width() / 2, a.y() - b.y() - b.height() / 2);
  }

  private static double distance(Shape.Disc a, Shape.Disc b) {
    return Math.hypot(a.x() - b.x(), a.y() - b.y());
  }

  private static boolean inside(Shape s, Drawing d) {
    if (s instanceof Shape.Box b) {
      return b.x() >= 0
          && b.y() >= 0
          && b.x() + b.width() <= d.width()
          && b.y() + b.height() <= d.height();
    }
    return !(s instanceof Shape.Disc c)
        || c.x() > 0 && c.y() > 0 && c.x() < d.width() && c.y() < d.height();
  }

  @Test
  void whatIsInTheWayIsMarkedAndTheDrawingIsSpoken() {
    Drawing d = BayDrawing.draw(CARD.engine(), CARD.bay(), SIDES, CARD.sites(), INTAKE, WORDS);
    assertThat(d.ofRole("landmark-name-in-the-way"))
        .extracting(s -> ((Shape.Label) s).text())
        .containsExactly("intake duct");
    assertThat(d.spoken()).contains("intake to the front", "behind the intake duct");
  }
}
