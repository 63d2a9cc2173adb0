package hopmend.swap;

/** The stages of a swap in the order of the trade. */
public enum Phase {
  MAKE_SAFE("Make safe"),
  OPEN_WAY("Open the way"),
  UNPLUG("Unplug"),
  RELEASE("Release"),
  LIFT_OUT("Lift out"),
  INSPECT("Inspect the old one"),
  CLEAN_SEAT("Clean the seat"),
  COMPARE("Compare"),
  PREPARE("Prepare seal and threads"),
  START("Start by hand"),
  SEAT("Seat"),
  TIGHTEN("Tighten"),
  PLUG("Plug"),
  PUT_BACK("Put back"),
  FINISH("Finish");

  private final String label;

  Phase(String label) {
    this.label = label;
  }

  public String label() {
    return label;
  }
}
