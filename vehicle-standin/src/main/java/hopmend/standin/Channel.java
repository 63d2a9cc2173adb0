package hopmend.standin;

/**
 * A sensor of a simulated vehicle.
 *
 * <p>{@code firstCode} is the first code of its run by SAE J2012 (from memory); a vehicle may name
 * another, for example that of bank 2.
 */
public enum Channel {
  CRANK("crankshaft sensor", "P0335", true, false),
  CAM("camshaft sensor", "P0340", true, true),
  COOLANT("coolant temperature sensor", "P0115", false, false),
  INTAKE_AIR("intake air temperature sensor", "P0110", false, false),
  AIR_MASS("air mass sensor", "P0100", false, false),
  OXYGEN_1("oxygen sensor before the catalyst", "P0130", false, false),
  OXYGEN_2("oxygen sensor behind the catalyst", "P0136", false, false),
  OXYGEN_1_BANK_2("oxygen sensor before the catalyst of bank 2", "P0150", false, false),
  OXYGEN_2_BANK_2("oxygen sensor behind the catalyst of bank 2", "P0156", false, false),
  RAIL("fuel rail pressure sensor", "P0190", false, true),
  TANK("tank pressure sensor", "P0450", false, true),
  PEDAL_1("accelerator pedal, track D", "P2120", false, true),
  PEDAL_2("accelerator pedal, track E", "P2125", false, true),
  INPUT_SHAFT("input shaft speed sensor", "P0715", true, false),
  OUTPUT_SHAFT("output shaft speed sensor", "P0720", true, false),
  KNOCK("knock sensor", "P0325", false, false),
  SOOT("soot sensor", "P24AE", false, false);

  private final String words;
  private final String firstCode;
  private final boolean turning;
  private final boolean onReference;

  Channel(String words, String firstCode, boolean turning, boolean onReference) {
    this.words = words;
    this.firstCode = firstCode;
    this.turning = turning;
    this.onReference = onReference;
  }

  public String words() {
    return words;
  }

  String firstCode() {
    return firstCode;
  }

  /** Whether it counts teeth rather than giving a voltage. */
  boolean isTurning() {
    return turning;
  }

  /** Whether it is an oxygen cell, which gives a voltage of its own. */
  boolean isCell() {
    return isCellBefore() || this == OXYGEN_2 || this == OXYGEN_2_BANK_2;
  }

  /** Whether it is the cell by which the mixture of its bank is held. */
  boolean isCellBefore() {
    return this == OXYGEN_1 || this == OXYGEN_1_BANK_2;
  }

  /** The bank of a cell. */
  int bank() {
    return this == OXYGEN_1_BANK_2 || this == OXYGEN_2_BANK_2 ? 2 : 1;
  }

  /** Whether the 5 V reference feeds it. */
  boolean isOnReference() {
    return onReference;
  }
}
