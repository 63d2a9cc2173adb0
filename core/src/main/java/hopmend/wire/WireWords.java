package hopmend.wire;

import hopmend.message.Message;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.Map;
import java.util.function.Function;

/** One line of words for a frame, for a person who looks at an exchange. */
public final class WireWords {
  private static final Map<Integer, String> SERVICES =
      Map.of(
          Uds.SESSION, "diagnostic session",
          Uds.CLEAR, "clear codes",
          Uds.READ_CODES, "read codes",
          Uds.READ_DATA, "read data by identifier",
          Uds.SECURITY_ACCESS, "security access",
          Uds.AUTHENTICATION, "authentication",
          Uds.ROUTINE, "routine control",
          Uds.TESTER_PRESENT, "tester present");

  private WireWords() {}

  /**
   * Says what the frame is; bytes that are no frame are said to be none.
   *
   * @param wording for the reasons of refusals
   */
  public static String of(byte[] bytes, Function<Message, String> wording) {
    try {
      DoipFrame frame = DoipFrame.read(new ByteArrayInputStream(bytes));
      return switch (frame.payloadType()) {
        case DoipFrame.GENERIC_NACK -> "header refused";
        case Announcement.REQUEST_TYPE -> "looks for vehicles";
        case Announcement.TYPE -> "announces itself";
        case DoipFrame.ROUTING_REQUEST -> "routing activation asked";
        case DoipFrame.ROUTING_RESPONSE -> "routing activation answered";
        case DoipFrame.ALIVE_REQUEST -> "alive?";
        case DoipFrame.ALIVE_RESPONSE -> "alive";
        case EntityStatus.REQUEST_TYPE -> "asks about sockets";
        case EntityStatus.TYPE -> "tells about sockets";
        case PowerMode.REQUEST_TYPE -> "asks whether it is ready";
        case PowerMode.TYPE -> "tells whether it is ready";
        case DoipFrame.DIAGNOSTIC -> service(frame.service(), wording);
        case DoipFrame.DIAGNOSTIC_ACK -> "message acknowledged";
        case DoipFrame.DIAGNOSTIC_NACK -> "message refused";
        default -> "type 0x%04X".formatted(frame.payloadType());
      };
    } catch (IOException | WireException e) {
      return "no frame";
    }
  }

  /** Says what a message of ISO 14229-1 is. */
  public static String service(byte[] service, Function<Message, String> wording) {
    int first = service[0] & 0xFF;
    if (first == 0x7F && service.length >= 3) {
      return "%s refused: %s"
          .formatted(name(service[1] & 0xFF), wording.apply(Refusal.words(service[2] & 0xFF)));
    }
    return first >= 0x40 ? name(first - 0x40) + ", answer" : name(first);
  }

  private static String name(int service) {
    return SERVICES.getOrDefault(service, "service 0x%02X".formatted(service));
  }
}
