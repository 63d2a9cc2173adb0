package hopmend.relearn;

/** What a vehicle says of a routine; the byte is this product's reading of the status record. */
public enum RoutineState {
  NOT_STARTED(0x00),
  RUNNING(0x01),
  PASSED(0x02),
  FAILED(0x03),
  STOPPED(0x04),
  UNKNOWN(0xFF);

  private final int code;

  RoutineState(int code) {
    this.code = code;
  }

  public int code() {
    return code;
  }

  public static RoutineState of(int code) {
    for (RoutineState s : values()) {
      if (s.code == code) {
        return s;
      }
    }
    return UNKNOWN;
  }
}
