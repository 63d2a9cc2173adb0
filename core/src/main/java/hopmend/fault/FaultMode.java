package hopmend.fault;

/**
 * How a circuit or a value is off, where a code tells it by its failure type or failure mode rather
 * than by its number.
 */
public enum FaultMode {
  LOW,
  HIGH,
  OPEN,
  BELOW,
  ABOVE,
  SILENT;

  /**
   * Whether the code tells it: by the failure type of SAE J2012-DA (ISO 15031-6), or by the failure
   * mode of SAE J1939-73 (both from memory). Short to ground or open is both.
   */
  boolean isToldBy(TroubleCode code) {
    return switch (code.scheme()) {
      case J2012 -> isFailureType(code.failureType());
      case J1939 -> isFailureMode(code.failureType());
      case FLASH -> false;
    };
  }

  private boolean isFailureType(int type) {
    return switch (this) {
      case LOW -> type == 0x11 || type == 0x14 || type == 0x16;
      case HIGH -> type == 0x12 || type == 0x15 || type == 0x17;
      case OPEN -> type == 0x13 || type == 0x14 || type == 0x15;
      case BELOW, ABOVE, SILENT -> false;
    };
  }

  private boolean isFailureMode(int fmi) {
    return switch (this) {
      case LOW -> fmi == 4;
      case HIGH -> fmi == 3;
      case OPEN -> fmi == 5;
      case BELOW -> fmi == 1 || fmi == 17 || fmi == 18;
      case ABOVE -> fmi == 0 || fmi == 15 || fmi == 16;
      case SILENT -> fmi == 9 || fmi == 19;
    };
  }
}
