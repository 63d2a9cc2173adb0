package hopmend.prove;

/** What a proven suspect calls for. */
public enum Remedy {
  REPLACE_SENSOR,
  RENEW_SEAL,
  REPAIR_WIRING,
  UPDATE_SOFTWARE,
  RUN_LEARN,
  CLEAN_OR_RESEAT,
  MECHANICAL,
  MONITOR,
  /** None of what the sheet names: it goes to who is licensed and equipped for it. */
  REFER
}
