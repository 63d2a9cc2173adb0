package hopmend.vehicle;

import java.util.List;
import java.util.stream.IntStream;

/**
 * How the engine stands in the vehicle. "Left" and "right" are the vehicle's own, as seen from the
 * driver's seat.
 *
 * @param cylinders number of cylinders
 * @param pulleyEnd the side of the vehicle at which the belt pulley is
 * @param intakeSide the side of the vehicle at which the intake manifold of an engine in line is;
 *     null for two banks, whose intake lies between them
 * @param borePitchMm distance between neighbouring cylinder axes, mm
 * @param boreMm cylinder bore, mm
 * @param fuel null means petrol
 * @param arrangement null means in line
 * @param bankOneSide the side of the vehicle at which bank 1, the bank of cylinder 1, lies; null in
 *     line, and where nobody has told it yet
 * @param bankOneCylinders numbers of bank 1 from the pulley on; null means the odd ones
 * @param exhaustBranches how many branches the exhaust of an engine in line has; oxygen sensors
 *     count banks by branch
 * @param cylinderOne the end at which cylinder 1 is; null means the pulley's
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
    int exhaustBranches,
    CylinderOne cylinderOne) {

  /** An engine of which nobody has told anything: it is drawn as the most usual one. */
  public static final EngineLayout NOT_TOLD =
      new EngineLayout(
          "",
          "engine not told",
          4,
          Orientation.ACROSS,
          VehicleSide.RIGHT,
          VehicleSide.FRONT,
          90,
          80,
          1.6,
          800);

  /** The end of the engine at which its cylinders are counted from. */
  public enum CylinderOne {
    PULLEY_END,
    FLYWHEEL_END,
    NOT_TOLD
  }

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
    cylinderOne = cylinderOne == null ? CylinderOne.PULLEY_END : cylinderOne;
    boolean across = orientation == Orientation.ACROSS;
    VehicleSide side = arrangement == Arrangement.INLINE ? intakeSide : bankOneSide;
    if (code == null || orientation == null || pulleyEnd == null) {
      throw new IllegalArgumentException("An engine says its code, orientation and pulleyEnd");
    }
    if (side == null && arrangement == Arrangement.INLINE) {
      throw new IllegalArgumentException("An engine in line says its intakeSide");
    }
    if (pulleyEnd.isAcross() != across || (side != null && side.isAcross() == across)) {
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
        1,
        CylinderOne.PULLEY_END);
  }

  /** The same with bank 1 at a side. */
  public EngineLayout withBankOne(VehicleSide side) {
    return with(side, cylinderOne);
  }

  /** The same counted from an end. */
  public EngineLayout countedFrom(CylinderOne end) {
    return with(bankOneSide, end);
  }

  private EngineLayout with(VehicleSide bankOne, CylinderOne end) {
    return new EngineLayout(
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
        fuel,
        arrangement,
        bankOne,
        bankOneCylinders,
        exhaustBranches,
        end);
  }

  /** Whether anything of it is told. */
  public boolean isTold() {
    return !code.isEmpty();
  }

  /** How many banks oxygen sensors count: those of the cylinders, or branches of one in line. */
  public int exhaustBanks() {
    return isInline() ? exhaustBranches : 2;
  }

  public boolean isInline() {
    return arrangement == Arrangement.INLINE;
  }

  /** The rows of cylinders from the pulley on, bank 1 first. */
  public List<Row> rows() {
    List<Integer> all = IntStream.rangeClosed(1, cylinders).boxed().toList();
    if (isInline()) {
      return List.of(new Row(1, fromThePulley(all)));
    }
    List<Integer> one =
        bankOneCylinders.isEmpty()
            ? all.stream().filter(n -> n % 2 == 1).toList()
            : bankOneCylinders;
    return List.of(
        new Row(1, fromThePulley(one)),
        new Row(2, fromThePulley(all.stream().filter(n -> !one.contains(n)).toList())));
  }

  private List<Integer> fromThePulley(List<Integer> counted) {
    return cylinderOne == CylinderOne.FLYWHEEL_END
        ? IntStream.range(0, counted.size())
            .mapToObj(i -> counted.get(counted.size() - 1 - i))
            .toList()
        : counted;
  }

  /**
   * The side of the intake of an engine in line, of bank 1 of any other; where nobody has told bank
   * 1, the one at which it is drawn.
   */
  public VehicleSide firstSide() {
    if (isInline()) {
      return intakeSide;
    }
    return bankOneSide != null
        ? bankOneSide
        : orientation == Orientation.ACROSS ? VehicleSide.REAR : VehicleSide.RIGHT;
  }

  /** The side of the exhaust of an engine in line. */
  public VehicleSide exhaustSide() {
    return intakeSide.opposite();
  }
}
