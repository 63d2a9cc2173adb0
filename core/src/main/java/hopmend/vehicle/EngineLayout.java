package hopmend.vehicle;

/**
 * How the engine stands in the vehicle. "Left" and "right" are the vehicle's own, as seen from the
 * driver's seat.
 *
 * @param cylinders number of cylinders in line
 * @param pulleyEnd the side of the vehicle at which the belt pulley (and cylinder 1) is
 * @param intakeSide the side of the vehicle at which the intake manifold is
 * @param borePitchMm distance between neighbouring cylinder axes, mm
 * @param boreMm cylinder bore, mm
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
    int idlePerMinute) {

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

    boolean isAcross() {
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
    boolean across = orientation == Orientation.ACROSS;
    if (pulleyEnd.isAcross() != across || intakeSide.isAcross() == across) {
      throw new IllegalArgumentException(
          "An engine that stands %s cannot have its pulley at the %s and its intake at the %s"
              .formatted(orientation, pulleyEnd, intakeSide));
    }
  }

  public VehicleSide exhaustSide() {
    return intakeSide.opposite();
  }
}
