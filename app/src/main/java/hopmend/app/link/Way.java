package hopmend.app.link;

import hopmend.wire.Capture;

/** By which wire a vehicle is reached. */
public enum Way {
  /** A gateway by diagnostics over IP, ISO 13400-2. */
  GATEWAY(Capture.Wire.IP),
  /** A CAN bus behind a bridge: emissions services by ISO 15765-4, old (SAE J1979) and new. */
  CAN(Capture.Wire.BUS),
  /** A truck's bus behind a bridge: SAE J1939. */
  TRUCK(Capture.Wire.BUS);

  private final Capture.Wire wire;

  Way(Capture.Wire wire) {
    this.wire = wire;
  }

  Capture.Wire wire() {
    return wire;
  }
}
