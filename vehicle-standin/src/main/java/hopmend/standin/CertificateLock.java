package hopmend.standin;

import hopmend.wire.Refusal;
import hopmend.wire.Uds;
import java.nio.ByteBuffer;
import java.util.Arrays;
import java.util.Random;

/**
 * The lock of a simulated controller, by authentication of ISO 14229-1:2020 one way (from memory):
 * it knows one certificate, and the proof to a challenge is the challenge with every bit of a fixed
 * pattern turned over.
 */
final class CertificateLock {
  private static final byte[] KNOWN = {(byte) 0xC0, (byte) 0xFF, (byte) 0xEE, 0x01};
  private static final long PATTERN = 0xA5A5A5A5A5A5A5A5L;
  private static final byte PROVE_FIRST = 0x11;
  private static final byte COMPLETE = 0x12;

  private final Random challenges;
  private boolean open;
  private boolean asked;
  private long challenge;

  CertificateLock(long start) {
    challenges = new Random(start);
  }

  boolean isOpen() {
    return open;
  }

  void shut() {
    open = false;
    asked = false;
  }

  byte[] answer(byte[] request) {
    if (request.length < 2) {
      return refuse(Refusal.INCORRECT_LENGTH_OR_FORMAT);
    }
    return switch (request[1]) {
      case Uds.SHOW_CERTIFICATE -> shown(request);
      case Uds.PROVE_OWNERSHIP -> proven(request);
      default -> refuse(Refusal.SUB_FUNCTION_NOT_SUPPORTED);
    };
  }

  /** A field behind its length of two bytes; nothing where it is cut off. */
  private static byte[] field(byte[] request, int at) {
    int length = at + 2 > request.length ? 0 : (request[at] & 0xFF) << 8 | request[at + 1] & 0xFF;
    boolean cut = at + 2 + length > request.length;
    return cut ? new byte[0] : Arrays.copyOfRange(request, at + 2, at + 2 + length);
  }

  private byte[] shown(byte[] request) {
    if (!Arrays.equals(KNOWN, field(request, 3))) {
      return refuse(Refusal.CERTIFICATE_CONTENT_INVALID);
    }
    asked = true;
    challenge = challenges.nextLong();
    return Uds.positive(
        Uds.AUTHENTICATION,
        ByteBuffer.allocate(14)
            .put((byte) Uds.SHOW_CERTIFICATE)
            .put(PROVE_FIRST)
            .putShort((short) 8)
            .putLong(challenge)
            .putShort((short) 0)
            .array());
  }

  private byte[] proven(byte[] request) {
    if (!asked) {
      return refuse(Refusal.REQUEST_SEQUENCE_ERROR);
    }
    asked = false;
    byte[] proof = ByteBuffer.allocate(8).putLong(challenge ^ PATTERN).array();
    open = Arrays.equals(proof, field(request, 2));
    return open
        ? Uds.positive(Uds.AUTHENTICATION, new byte[] {(byte) Uds.PROVE_OWNERSHIP, COMPLETE, 0, 0})
        : refuse(Refusal.OWNERSHIP_NOT_PROVEN);
  }

  private static byte[] refuse(Refusal why) {
    return Uds.negative(Uds.AUTHENTICATION, why.code());
  }
}
