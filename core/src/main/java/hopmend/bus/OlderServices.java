package hopmend.bus;

import hopmend.wire.Refusal;
import hopmend.wire.Uds;
import java.util.Optional;

/**
 * A controller that does not know ISO 14229-1, asked as if it did; sessions and routines it has
 * none.
 */
abstract class OlderServices {
  /** The answer to a request of ISO 14229-1, refusals included. */
  public final byte[] answer(byte[] request) {
    int service = request[0] & 0xFF;
    return switch (service) {
      case Uds.TESTER_PRESENT -> Uds.positive(service, new byte[] {0});
      case Uds.READ_DATA -> data(request);
      case Uds.READ_CODES -> codes(request);
      case Uds.CLEAR ->
          clear((request[1] & 0xFF) << 16 | (request[2] & 0xFF) << 8 | request[3] & 0xFF);
      default -> refuse(service, Refusal.SERVICE_NOT_SUPPORTED);
    };
  }

  static byte[] refuse(int service, Refusal why) {
    return Uds.negative(service, why.code());
  }

  byte[] data(byte[] request) {
    return Uds.dataAnswer(request, this::value);
  }

  /** The data of an identifier; empty where the controller has none. */
  abstract Optional<byte[]> value(int identifier);

  /** The answer to service 0x19. */
  abstract byte[] codes(byte[] request);

  /** The answer to service 0x14. */
  abstract byte[] clear(int group);
}
