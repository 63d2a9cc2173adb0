package hopmend.wire;

import java.io.DataInputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.util.Arrays;

/**
 * A frame of ISO 13400-2: protocol version, its inverse, payload type, payload length, payload; all
 * numbers big-endian.
 */
public record DoipFrame(int version, int payloadType, byte[] payload) {
  /** Protocol version of ISO 13400-2:2012. */
  public static final int VERSION = 0x02;

  /** Protocol version of ISO 13400-2:2019. */
  public static final int VERSION_2019 = 0x03;

  /** Any version: only for frames that look for vehicles. */
  public static final int ANY_VERSION = 0xFF;

  public static final int GENERIC_NACK = 0x0000;
  public static final int ROUTING_REQUEST = 0x0005;
  public static final int ROUTING_RESPONSE = 0x0006;
  public static final int ALIVE_REQUEST = 0x0007;
  public static final int ALIVE_RESPONSE = 0x0008;
  public static final int DIAGNOSTIC = 0x8001;
  public static final int DIAGNOSTIC_ACK = 0x8002;
  public static final int DIAGNOSTIC_NACK = 0x8003;

  /** Routing activation was accepted. */
  public static final int ROUTING_ACCEPTED = 0x10;

  /** Longest payload that is read here, in bytes. */
  public static final int LONGEST_PAYLOAD = 1 << 16;

  private static final int HEADER = 8;

  /** A header that ISO 13400-2 wants refused, and how. */
  public static final class BadHeader extends WireException {
    private static final long serialVersionUID = 1L;
    private final HeaderFault fault;

    BadHeader(HeaderFault fault, String message) {
      super(message);
      this.fault = fault;
    }

    public HeaderFault fault() {
      return fault;
    }
  }

  public DoipFrame {
    payload = payload.clone();
  }

  /** A frame of the edition of 2012. */
  public DoipFrame(int payloadType, byte[] payload) {
    this(VERSION, payloadType, payload);
  }

  /** The same in the words of another edition. */
  public DoipFrame inVersion(int other) {
    return new DoipFrame(other, payloadType, payload);
  }

  @Override
  public byte[] payload() {
    return payload.clone();
  }

  /**
   * Asks a gateway to serve a tester.
   *
   * @param type of the activation: 0x00 the default, 0x01 for legislated diagnostics, 0xE0 and
   *     above the maker's own
   */
  public static DoipFrame routingRequest(int tester, int type) {
    return new DoipFrame(
        ROUTING_REQUEST,
        ByteBuffer.allocate(7).putShort((short) tester).put((byte) type).putInt(0).array());
  }

  public static DoipFrame routingResponse(int tester, int entity, int code) {
    return new DoipFrame(
        ROUTING_RESPONSE,
        ByteBuffer.allocate(9)
            .putShort((short) tester)
            .putShort((short) entity)
            .put((byte) code)
            .putInt(0)
            .array());
  }

  public static DoipFrame diagnostic(int source, int target, byte[] service) {
    return new DoipFrame(
        DIAGNOSTIC,
        ByteBuffer.allocate(4 + service.length)
            .putShort((short) source)
            .putShort((short) target)
            .put(service)
            .array());
  }

  public static DoipFrame acknowledge(int source, int target) {
    return new DoipFrame(
        DIAGNOSTIC_ACK,
        ByteBuffer.allocate(5).putShort((short) source).putShort((short) target).array());
  }

  public static DoipFrame refuse(int source, int target, int code) {
    return new DoipFrame(
        DIAGNOSTIC_NACK,
        ByteBuffer.allocate(5)
            .putShort((short) source)
            .putShort((short) target)
            .put((byte) code)
            .array());
  }

  /** The service bytes of a diagnostic message, behind its two addresses. */
  public byte[] service() {
    if (payloadType != DIAGNOSTIC || payload.length < 5) {
      throw new WireException("Frame of type 0x%04X carries no service".formatted(payloadType));
    }
    return Arrays.copyOfRange(payload, 4, payload.length);
  }

  /** The two-byte number at an offset of the payload. */
  public int address(int offset) {
    if (payload.length < offset + 2) {
      throw new WireException("Payload of %d bytes is too short".formatted(payload.length));
    }
    return (payload[offset] & 0xFF) << 8 | payload[offset + 1] & 0xFF;
  }

  public byte[] encode() {
    return ByteBuffer.allocate(HEADER + payload.length)
        .put((byte) version)
        .put((byte) ~version)
        .putShort((short) payloadType)
        .putInt(payload.length)
        .put(payload)
        .array();
  }

  /**
   * Reads one frame from a stream.
   *
   * @throws EOFException if the stream ends, also in the middle of a frame
   * @throws BadHeader if the header is not one of ISO 13400-2, or the payload is longer than {@link
   *     #LONGEST_PAYLOAD}
   */
  public static DoipFrame read(InputStream in) throws IOException {
    DataInputStream data = new DataInputStream(in);
    int version = data.readUnsignedByte();
    int inverse = data.readUnsignedByte();
    if ((version ^ inverse) != 0xFF) {
      throw new BadHeader(
          HeaderFault.PATTERN,
          "Not a diagnostics frame: version 0x%02X, inverse 0x%02X".formatted(version, inverse));
    }
    int type = data.readUnsignedShort();
    int length = data.readInt();
    if (length < 0 || length > LONGEST_PAYLOAD) {
      throw new BadHeader(
          HeaderFault.TOO_LARGE,
          "A payload of %d bytes is not read".formatted(length & 0xFFFFFFFFL));
    }
    byte[] payload = new byte[length];
    data.readFully(payload);
    return new DoipFrame(version, type, payload);
  }

  @Override
  public boolean equals(Object o) {
    return o instanceof DoipFrame f
        && f.version == version
        && f.payloadType == payloadType
        && Arrays.equals(f.payload, payload);
  }

  @Override
  public int hashCode() {
    return 31 * (31 * version + payloadType) + Arrays.hashCode(payload);
  }
}
