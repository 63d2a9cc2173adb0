package hopmend.find;

import hopmend.find.Site.Spot;
import hopmend.vehicle.EngineLayout;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * A general place of a vehicle, where sensors of a family usually sit. Where exactly that is
 * follows from the engine's layout and the plans of the card.
 */
public enum Zone {
  /** At an end of the camshaft of its bank. */
  CAMSHAFT,
  /** Low at the pulley. */
  CRANK_AT_PULLEY,
  /** Low where the gearbox is flanged on. */
  CRANK_AT_FLYWHEEL,
  /** On the block, on the intake side; in the valley of two banks. */
  BLOCK,
  /** Where the exhaust of its bank comes together. */
  COLLECTOR,
  /** Where the coolant leaves the head. */
  WATER_OUTLET,
  /** In the duct behind the air filter. */
  INTAKE_DUCT,
  /** On the rail of the injectors. */
  RAIL,
  /** On the line that comes from the tank. */
  FUEL_LINE,
  /** Behind the first catalyst of its bank. */
  BEHIND_CATALYST,
  /** Behind the second catalyst of its bank. */
  BEHIND_SECOND_CATALYST,
  /** In the pipe after everything that cleans the exhaust. */
  TAIL_PIPE,
  /** On the gearbox, at the side of the engine. */
  GEARBOX_INPUT,
  /** On the gearbox, between its ends. */
  GEARBOX_MIDDLE,
  /** On the gearbox, where it drives the wheels. */
  GEARBOX_OUTPUT,
  /** In or on the fuel tank. */
  TANK,
  /** Above the driver's feet. */
  FOOT_WELL;

  private static final String GEARBOX = "gearbox|transmission";
  private static final double BESIDE_MM = 25;
  private static final double BEHIND_MM = 70;

  /** How high what sits there usually is (common practice). */
  public Level level() {
    return switch (this) {
      case CAMSHAFT, INTAKE_DUCT, RAIL, FUEL_LINE -> Level.TOP;
      case BLOCK, COLLECTOR, WATER_OUTLET -> Level.MIDDLE;
      case CRANK_AT_PULLEY, CRANK_AT_FLYWHEEL, GEARBOX_INPUT, GEARBOX_MIDDLE, GEARBOX_OUTPUT ->
          Level.LOW;
      case BEHIND_CATALYST, BEHIND_SECOND_CATALYST, TAIL_PIPE, TANK -> Level.UNDER_THE_FLOOR;
      case FOOT_WELL -> Level.FOOT_WELL;
    };
  }

  /** Whether it is shown on the plan of the whole vehicle. */
  public boolean isOutsideBay() {
    return ordinal() >= BEHIND_CATALYST.ordinal();
  }

  /** Whether what sits there is counted along the exhaust. */
  public boolean isInTheExhaust() {
    return this == COLLECTOR
        || this == BEHIND_CATALYST
        || this == BEHIND_SECOND_CATALYST
        || this == TAIL_PIPE;
  }

  /** Its place in the bay for a bank; a camshaft's follows from bank, position and end. */
  Optional<Spot> inBay(EngineLayout engine, Bay bay, int bank) {
    EngineGeometry g = new EngineGeometry(engine, bay);
    double end = g.halfLengthMm() - EngineGeometry.SENSOR_INSET_MM;
    double side = g.halfWidthMm();
    return Optional.ofNullable(
            switch (this) {
              case CRANK_AT_PULLEY -> g.at(-end - BESIDE_MM, 0);
              case CRANK_AT_FLYWHEEL -> g.at(end, -side / 2);
              case BLOCK -> block(g, engine, bank);
              case COLLECTOR -> g.collector(bank);
              case WATER_OUTLET -> g.at(end, side / 2);
              case INTAKE_DUCT -> g.at(-end, engine.isInline() ? g.collectorMm() + 60 : 0);
              case RAIL -> g.at(0, side - BESIDE_MM);
              case FUEL_LINE -> g.at(end + BESIDE_MM, side);
              default -> null;
            })
        .map(s -> within(bay, s));
  }

  private static Spot block(EngineGeometry g, EngineLayout engine, int bank) {
    if (!engine.isInline()) {
      return g.at(0, bank == 2 ? -BESIDE_MM : BESIDE_MM);
    }
    double along = bank == 2 ? g.halfRowMm() / 2 : -g.halfRowMm() / 2;
    return g.at(engine.cylinders() > 4 ? along : 0, EngineGeometry.HALF_HEAD_MM + BESIDE_MM);
  }

  private static Spot within(Bay bay, Spot s) {
    return new Spot(
        Math.max(50, Math.min(bay.widthMm() - 50, s.xMm())),
        Math.max(50, Math.min(bay.depthMm() - 50, s.yMm())));
  }

  /** Its place in the plan of the vehicle, by what is drawn there. */
  Optional<Spot> underVehicle(Chassis chassis, int bank) {
    return Optional.ofNullable(
        switch (this) {
          case BEHIND_CATALYST -> behind(chassis, bank, 0);
          case BEHIND_SECOND_CATALYST -> behind(chassis, bank, 1);
          case TAIL_PIPE -> behind(chassis, bank, Integer.MAX_VALUE);
          case GEARBOX_INPUT -> on(chassis, Chassis.Item.Kind.DRIVE, GEARBOX, 0.2, 0.3);
          case GEARBOX_MIDDLE -> on(chassis, Chassis.Item.Kind.DRIVE, GEARBOX, 0.5, 0.5);
          case GEARBOX_OUTPUT -> on(chassis, Chassis.Item.Kind.DRIVE, GEARBOX, 0.8, 0.7);
          case TANK -> on(chassis, Chassis.Item.Kind.TANK, "tank", 0.5, 0.5);
          case FOOT_WELL -> on(chassis, Chassis.Item.Kind.CABIN, "pedals", 0.5, 0.5);
          default -> null;
        });
  }

  /** Behind the part of the exhaust that is the n-th of its bank from the engine on. */
  private static Spot behind(Chassis chassis, int bank, int nth) {
    List<Chassis.Item> exhaust =
        chassis.items().stream()
            .filter(i -> i.kind() == Chassis.Item.Kind.EXHAUST)
            .sorted(Comparator.comparingDouble(Chassis.Item::xMm))
            .toList();
    if (exhaust.isEmpty()) {
      return new Spot(chassis.lengthMm() * 0.4, chassis.widthMm() / 2);
    }
    List<Chassis.Item> own = ofBank(exhaust, bank);
    Chassis.Item item = own.get(Math.min(nth, own.size() - 1));
    return new Spot(
        Math.min(chassis.lengthMm() - BEHIND_MM, item.xMm() + item.lengthMm() + BEHIND_MM),
        item.yMm() + item.widthMm() / 2);
  }

  /** Those that lie behind the bank's first; plans name the one of bank 1 before that of bank 2. */
  private static List<Chassis.Item> ofBank(List<Chassis.Item> exhaust, int bank) {
    double front = exhaust.get(0).xMm();
    List<Chassis.Item> firsts = exhaust.stream().filter(i -> i.xMm() < front + 200).toList();
    Chassis.Item first = firsts.get(Math.max(1, Math.min(bank, firsts.size())) - 1);
    return exhaust.stream()
        .filter(i -> i == first || !firsts.contains(i))
        .filter(i -> i.yMm() < first.yMm() + first.widthMm() && first.yMm() < i.yMm() + i.widthMm())
        .toList();
  }

  private static Spot on(
      Chassis chassis, Chassis.Item.Kind kind, String name, double along, double across) {
    List<Chassis.Item> all = chassis.items().stream().filter(i -> i.kind() == kind).toList();
    return all.stream()
        .filter(i -> i.name().matches(".*(" + name + ").*"))
        .findFirst()
        .or(() -> all.stream().findFirst())
        .map(i -> new Spot(i.xMm() + i.lengthMm() * along, i.yMm() + i.widthMm() * across))
        .orElseGet(() -> new Spot(chassis.lengthMm() / 2, chassis.widthMm() / 2));
  }
}
