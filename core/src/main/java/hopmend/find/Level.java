package hopmend.find;

/** How high a sensor sits, as one says it who stands beside the vehicle. */
public enum Level {
  /** At the cover and the head. */
  TOP(860),
  /** Half-way down the engine. */
  MIDDLE(620),
  /** At the oil pan, the pulley, the gearbox. */
  LOW(360),
  /** At the pipes and the tank. */
  UNDER_THE_FLOOR(270),
  /** Above the floor, inside. */
  FOOT_WELL(520);

  private final double heightMm;

  Level(double heightMm) {
    this.heightMm = heightMm;
  }

  /** Above the ground in a passenger car, mm; from the usual, common practice. */
  public double heightMm() {
    return heightMm;
  }

  /** Whether a plan from above does not tell where to reach: another one does. */
  public boolean isDeep() {
    return this == LOW || this == MIDDLE;
  }
}
