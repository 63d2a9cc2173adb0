package hopmend.fault;

/** How a control unit holds a code. */
public enum CodeState {
  CURRENT("current"),
  PENDING("pending"),
  STORED("stored"),
  PERMANENT("permanent"),
  HISTORY("history");

  private final String label;

  CodeState(String label) {
    this.label = label;
  }

  public String label() {
    return label;
  }
}
