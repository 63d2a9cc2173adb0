package hopmend.wire;

import hopmend.message.Message;

/**
 * Why a frame itself is refused: the generic negative acknowledgement of ISO 13400-2 (from memory).
 */
public enum HeaderFault implements Coded {
  PATTERN(0x00, true),
  TYPE_UNKNOWN(0x01, false),
  TOO_LARGE(0x02, false),
  OUT_OF_MEMORY(0x03, false),
  LENGTH(0x04, true);

  private final int code;
  private final boolean closes;

  HeaderFault(int code, boolean closes) {
    this.code = code;
    this.closes = closes;
  }

  @Override
  public int code() {
    return code;
  }

  /** Whether the connection ends with it. */
  public boolean closes() {
    return closes;
  }

  public static Message words(int code) {
    return Coded.words(HeaderFault.class, code);
  }
}
