package hopmend.fault;

import hopmend.measure.Reading;

/** One value of the conditions under which a code was set. */
public record FreezeFrameValue(Condition condition, Reading reading) {

  /** The conditions that the final drive must meet again. */
  public enum Condition {
    ENGINE_SPEED("engine speed"),
    LOAD("calculated load"),
    COOLANT("coolant temperature"),
    SPEED("vehicle speed");

    private final String label;

    Condition(String label) {
      this.label = label;
    }

    public String label() {
      return label;
    }
  }
}
