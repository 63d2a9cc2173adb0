package hopmend.standin;

/** What can be wrong: with a sensor and its wires, or with the vehicle itself. */
public enum FaultKind {
  OPEN("open circuit", true),
  SHORT_LOW("shorted to ground", true),
  SHORT_HIGH("shorted to battery", true),
  BIAS("reads wrong by a quarter", true),
  SLOW("answers slowly", true),
  CONTAMINATED("coated", true),
  DROPOUT("drops out when it shakes", true),
  DROPOUT_HOT("drops out when it is hot", true),
  DROPOUT_DAMP("drops out when it is damp", true),
  HALF_HOME("plug half home", true),
  WRONG_PART("is a part for another vehicle", true),
  CHAIN_STRETCH("timing chain stretched", false),
  TOOTH_ERROR("tooth of the ring bent", false),
  EXHAUST_LEAK("exhaust leaks before the sensor", false),
  LOOSE_CAP("fuel cap loose", false),
  CLOGGED_FILTER("filter clogged", false),
  SUPPLY_LOW("5 V reference pulled down", false),
  GROUND_LIFTED("sensor ground lifted by 0.6 V", false),
  MISFIRE("cylinder 1 misfires", false);

  private final String words;
  private final boolean ofSensor;

  FaultKind(String words, boolean ofSensor) {
    this.words = words;
    this.ofSensor = ofSensor;
  }

  public String words() {
    return words;
  }

  /** Whether it needs a sensor to sit on. */
  public boolean isOfSensor() {
    return ofSensor;
  }
}
