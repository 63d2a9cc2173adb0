package hopmend.wire;

import java.util.Optional;

/**
 * Whether a vehicle is ready to be asked: payload types 0x4003 and 0x4004 of ISO 13400-2 (from
 * memory).
 */
public enum PowerMode implements Coded {
  NOT_READY(0x00),
  READY(0x01),
  NOT_SUPPORTED(0x02);

  public static final int REQUEST_TYPE = 0x4003;
  public static final int TYPE = 0x4004;

  private final int code;

  PowerMode(int code) {
    this.code = code;
  }

  @Override
  public int code() {
    return code;
  }

  public DoipFrame frame() {
    return new DoipFrame(TYPE, new byte[] {(byte) code});
  }

  /** Empty if the frame tells none. */
  public static Optional<PowerMode> of(DoipFrame frame) {
    byte[] p = frame.payload();
    return frame.payloadType() == TYPE && p.length == 1
        ? Coded.of(PowerMode.class, p[0] & 0xFF)
        : Optional.empty();
  }
}
