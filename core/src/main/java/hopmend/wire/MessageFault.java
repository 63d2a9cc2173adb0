package hopmend.wire;

import hopmend.message.Message;

/** Why a gateway does not pass a diagnostic message on (ISO 13400-2, from memory). */
public enum MessageFault implements Coded {
  SOURCE_INVALID(0x02),
  TARGET_UNKNOWN(0x03),
  TOO_LARGE(0x04),
  OUT_OF_MEMORY(0x05),
  TARGET_UNREACHABLE(0x06),
  NETWORK_UNKNOWN(0x07),
  TRANSPORT_ERROR(0x08);

  private final int code;

  MessageFault(int code) {
    this.code = code;
  }

  @Override
  public int code() {
    return code;
  }

  public static Message words(int code) {
    return Coded.words(MessageFault.class, code);
  }
}
