package hopmend.vehicle;

import java.util.List;
import java.util.stream.IntStream;

/**
 * How the engine stands in the vehicle. "Left" and "right" are the vehicle's own, as seen from the
 * driver's seat.
 *
 * @param cylinders number of cylinders
 * @param pulleyEnd the side of the vehicle at which the belt pulley (and cylinder 1) is
 * @param intakeSide the side of the vehicle at which the intake manifold of an engine in line is;
 *     null for two banks, whose intake lies between them
 * @param borePitchMm distance between neighbouring cylinder axes, mm
 * @param boreMm cylinder bore, mm
 * @param fuel null means petrol
 * @param arrangement null means in line
 * @param bankOneSide the side of the vehicle at which bank 1, the bank of cylinder 1, lies; null in
 *     line
 * @param bankOneCylinders numbers of bank 1 from the pulley on; null means the odd ones
 * @param exhaustBranches how many branches the exhaust of an engine in line has; oxygen sensors
 *     count banks by branch
 */
public record EngineLayout(
    String code,
    String name,
    int cylinders,
    Orientation orientation,
    VehicleSide pulleyEnd,
    VehicleSide intakeSide,
    double borePitchMm,
    double boreMm,
    double displacementLitres,
    int idlePerMinute,
    Fuel fuel,
    Arrangement arrangement,
    VehicleSide bankOneSide,
    List<Integer> bankOneCylinders,
    int exhaustBranches) {

  /** What it burns. */
  public enum Fuel {
    PETROL,
    DIESEL
  }

  /** How the cylinders stand to each other. */
  public enum Arrangement {
    INLINE,
    VEE,
    FLAT
  }

  /** A row of cylinders from the pulley on. */
  public record Row(int bank, List<Integer> cylinders) {
    public Row {
      cylinders = List.copyOf(cylinders);
    }
  }

  /** ACROSS the vehicle or LENGTHWISE in it. */
  public enum Orientation {
    ACROSS,
    LENGTHWISE
  }

  /** A side of the vehicle. */
  public enum VehicleSide {
    FRONT,
    REAR,
    LEFT,
    RIGHT;

    /** Whether it is a side along which an engine that stands across the vehicle extends. */
    public boolean isAcross() {
      return this == LEFT || this == RIGHT;
    }

    public VehicleSide opposite() {
      return switch (this) {
        case FRONT -> REAR;
        case REAR -> FRONT;
        case LEFT -> RIGHT;
        case RIGHT -> LEFT;
      };
    }
  }

  public EngineLayout {
    if (cylinders < 1 || cylinders > 16) {
      throw new IllegalArgumentException("An engine has 1 to 16 cylinders, not " + cylinders);
    }
    if (!(boreMm > 0 && borePitchMm > boreMm)) {
      throw new IllegalArgumentException(
          "Bore %s mm must be positive and smaller than the pitch %s mm"
              .formatted(boreMm, borePitchMm));
    }
    fuel = fuel == null ? Fuel.PETROL : fuel;
    arrangement = arrangement == null ? Arrangement.INLINE : arrangement;
    exhaustBranches = Math.max(1, exhaustBranches);
    bankOneCylinders = bankOneCylinders == null ? List.of() : List.copyOf(bankOneCylinders);
    boolean across = orientation == Orientation.ACROSS;
    VehicleSide side = arrangement == Arrangement.INLINE ? intakeSide : bankOneSide;
    if (side == null || pulleyEnd.isAcross() != across || side.isAcross() == across) {
      throw new IllegalArgumentException(
          "An engine that stands %s cannot have its pulley at the %s and its %s at the %s"
              .formatted(
                  orientation,
                  pulleyEnd,
                  arrangement == Arrangement.INLINE ? "intake" : "bank 1",
                  side));
    }
  }

  /** An engine in line with one exhaust branch. */
  public EngineLayout(
      String code,
      String name,
      int cylinders,
      Orientation orientation,
      VehicleSide pulleyEnd,
      VehicleSide intakeSide,
      double borePitchMm,
      double boreMm,
      double displacementLitres,
      int idlePerMinute) {
    this(
        code,
        name,
        cylinders,
        orientation,
        pulleyEnd,
        intakeSide,
        borePitchMm,
        boreMm,
        displacementLitres,
        idlePerMinute,
        Fuel.PETROL,
        Arrangement.INLINE,
        null,
        List.of(),
        1);
  }

  public boolean isInline() {
    return arrangement == Arrangement.INLINE;
  }

  /** The rows of cylinders, bank 1 first. */
  public List<Row> rows() {
    List<Integer> all = IntStream.rangeClosed(1, cylinders).boxed().toList();
    if (isInline()) {
      return List.of(new Row(1, all));
    }
    List<Integer> one =
        bankOneCylinders.isEmpty()
            ? all.stream().filter(n -> n % 2 == 1).toList()
            : bankOneCylinders;
    return List.of(
        new Row(1, one), new Row(2, all.stream().filter(n -> !one.contains(n)).toList()));
  }

  /** The side of the intake of an engine in line, of bank 1 of any other. */
  public VehicleSide firstSide() {
    return isInline() ? intakeSide : bankOneSide;
  }

  /** The side of the exhaust of an engine in line. */
  public VehicleSide exhaustSide() {
    return intakeSide.opposite();
  }
}
