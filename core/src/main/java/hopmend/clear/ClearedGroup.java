package hopmend.clear;

import hopmend.wire.Uds;

/** Which codes a vehicle was told to clear: groups of ISO 14229-1 (from memory). */
public enum ClearedGroup {
  ALL(Uds.GROUP_ALL),
  /** Those of the emissions system; which these are the vehicle alone knows. */
  EMISSIONS(Uds.GROUP_EMISSIONS);

  private final int number;

  ClearedGroup(int number) {
    this.number = number;
  }

  /** As it travels in service 0x14. */
  public int number() {
    return number;
  }
}
