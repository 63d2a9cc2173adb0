package hopmend.swap;

/** The stages of a swap in the order of the trade. */
public enum Phase {
  MAKE_SAFE,
  OPEN_WAY,
  UNPLUG,
  RELEASE,
  LIFT_OUT,
  INSPECT,
  CLEAN_SEAT,
  COMPARE,
  PREPARE,
  START,
  SEAT,
  TIGHTEN,
  PLUG,
  PUT_BACK,
  FINISH
}
