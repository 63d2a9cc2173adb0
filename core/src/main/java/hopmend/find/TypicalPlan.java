package hopmend.find;

import hopmend.vehicle.EngineLayout;
import hopmend.vehicle.EngineLayout.Fuel;
import hopmend.vehicle.EngineLayout.Orientation;
import hopmend.vehicle.EngineLayout.VehicleSide;
import java.util.ArrayList;
import java.util.List;

/**
 * Plans of a vehicle of which only the engine's layout is known: what is drawn stands where it
 * usually does (common practice), nothing is drawn that only a look can tell.
 */
public final class TypicalPlan {
  private static final double AROUND_MM = 70;
  private static final double LENGTH_MM = 4400;
  private static final double WIDTH_MM = 1780;

  private TypicalPlan() {}

  /** A bay in which the engine, its gearbox and its manifolds have room. */
  public static Bay bay(EngineLayout engine) {
    EngineGeometry g = new EngineGeometry(engine, new Bay(1, 1, 0, 0, List.of()));
    double pulleyEnd = g.halfLengthMm() + AROUND_MM;
    double gearboxEnd = g.halfLengthMm() + EngineGeometry.GEARBOX_MM + AROUND_MM;
    double side = g.collectorMm() + AROUND_MM;
    boolean across = engine.orientation() == Orientation.ACROSS;
    double along = pulleyEnd + gearboxEnd;
    double fromTheRight = engine.pulleyEnd() == VehicleSide.RIGHT ? pulleyEnd : gearboxEnd;
    double fromTheFront = engine.pulleyEnd() == VehicleSide.FRONT ? pulleyEnd : gearboxEnd;
    double width = Math.max(1240, across ? along : 2 * side);
    double depth = Math.max(780, across ? 2 * side : along);
    return new Bay(
        width,
        depth,
        across ? fromTheRight + (width - along) / 2 : width / 2,
        across ? depth / 2 : fromTheFront + (depth - along) / 2,
        List.of());
  }

  /**
   * The whole vehicle with its exhaust, gearbox, tank and pedals.
   *
   * @param catalysts behind each other in each branch of a petrol engine
   * @param steersRight whether the driver sits at the right
   * @param drivenBehind whether the rear wheels are driven
   */
  public static Chassis chassis(
      EngineLayout engine, int catalysts, boolean steersRight, boolean drivenBehind) {
    boolean across = engine.orientation() == Orientation.ACROSS;
    List<Chassis.Item> items = new ArrayList<>();
    List<List<Double>> pipes = new ArrayList<>();
    if (across) {
      items.add(item("engine", Chassis.Item.Kind.DRIVE, 330, 420, 520, 620));
      items.add(item("gearbox", Chassis.Item.Kind.DRIVE, 380, 1070, 420, 330));
    } else {
      items.add(item("engine", Chassis.Item.Kind.DRIVE, 300, 590, 800, 600));
      items.add(item("gearbox", Chassis.Item.Kind.DRIVE, 1130, 700, 720, 380));
    }
    double from = across ? 850 : 1120;
    for (double[] run : runs(engine)) {
      exhaust(engine, run[0], from, catalysts, items, pipes);
    }
    items.add(item("fuel tank", Chassis.Item.Kind.TANK, 2900, 900, 560, 640));
    if (drivenBehind) {
      items.add(item("rear axle", Chassis.Item.Kind.DRIVE, 3560, 640, 220, 500));
    }
    double pedals = steersRight ? 130 : WIDTH_MM - 130 - 200;
    items.add(item("pedals", Chassis.Item.Kind.CABIN, 1230, pedals, 160, 200));
    return new Chassis(LENGTH_MM, WIDTH_MM, items, pipes);
  }

  /** Where the pipe of each bank runs, from the vehicle's right side, bank 1 first. */
  private static List<double[]> runs(EngineLayout engine) {
    if (engine.exhaustBanks() < 2) {
      return List.of(new double[] {520});
    }
    double[] right = {430};
    double[] left = {1280};
    boolean oneAtTheRight =
        engine.isInline()
            || engine.firstSide() == VehicleSide.RIGHT
            || engine.firstSide() == VehicleSide.REAR;
    return oneAtTheRight ? List.of(right, left) : List.of(left, right);
  }

  private static void exhaust(
      EngineLayout engine,
      double y,
      double from,
      int catalysts,
      List<Chassis.Item> items,
      List<List<Double>> pipes) {
    double x = from + 330;
    boolean diesel = engine.fuel() == Fuel.DIESEL;
    List<String> parts =
        diesel
            ? List.of("particulate filter", "SCR catalyst")
            : catalysts > 1 ? List.of("catalyst", "second catalyst") : List.of("catalyst");
    for (String part : parts) {
      items.add(item(part, Chassis.Item.Kind.EXHAUST, x, y - 90, 380, 180));
      x += 620;
    }
    pipes.add(List.of(from, y, LENGTH_MM - 60, y));
  }

  private static Chassis.Item item(
      String name, Chassis.Item.Kind kind, double x, double y, double length, double width) {
    return new Chassis.Item(name, kind, x, y, length, width);
  }
}
