package hopmend.wire;

import hopmend.message.Message;

/** What a gateway answers to a routing activation (ISO 13400-2, from memory). */
public enum RoutingAnswer implements Coded {
  UNKNOWN_TESTER(0x00),
  NO_SOCKET_LEFT(0x01),
  OTHER_TESTER_HERE(0x02),
  TESTER_ELSEWHERE(0x03),
  AUTHENTICATION_MISSING(0x04),
  CONFIRMATION_REJECTED(0x05),
  ACTIVATION_TYPE_UNKNOWN(0x06),
  NEEDS_TLS(0x07),
  ACTIVATED(0x10),
  CONFIRMATION_AWAITED(0x11);

  private final int code;

  RoutingAnswer(int code) {
    this.code = code;
  }

  @Override
  public int code() {
    return code;
  }

  public static Message words(int code) {
    return Coded.words(RoutingAnswer.class, code);
  }
}
