package hopmend.prove;

/** What a proven suspect calls for. */
public enum Remedy {
  REPLACE_SENSOR("Replace the sensor"),
  RENEW_SEAL("Renew only the seal"),
  REPAIR_WIRING("Repair the wiring"),
  UPDATE_SOFTWARE("Update the software first"),
  RUN_LEARN("Run the learn, change nothing"),
  CLEAN_OR_RESEAT("Clean or reseat"),
  MECHANICAL("Something mechanical"),
  MONITOR("Monitor, change nothing yet");

  private final String label;

  Remedy(String label) {
    this.label = label;
  }

  public String label() {
    return label;
  }
}
