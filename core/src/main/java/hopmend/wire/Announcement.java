package hopmend.wire;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.Locale;

/**
 * What a vehicle says of itself when it is looked for: payload type 0x0004 of ISO 13400-2, 32 or 33
 * bytes: identification number, logical address, entity and group identification, further action,
 * and optionally the synchronisation status.
 *
 * @param vin 17 characters
 * @param logicalAddress of the gateway
 * @param furtherAction 0x00: none, 0x10: routing activation asks for more
 */
public record Announcement(String vin, int logicalAddress, int furtherAction) {
  public static final int TYPE = 0x0004;
  public static final int REQUEST_TYPE = 0x0001;

  /** Looks for one vehicle, by its gateway's identification or by its number (from memory). */
  public static final int REQUEST_BY_EID = 0x0002;

  public static final int REQUEST_BY_VIN = 0x0003;
  private static final int LENGTH = 32;

  public Announcement {
    if (vin.length() != 17) {
      throw new IllegalArgumentException(
          "An identification number has 17 characters, not " + vin.length());
    }
  }

  /** The frame with which a tester looks for vehicles; it has no payload, and suits any edition. */
  public static DoipFrame request() {
    return new DoipFrame(DoipFrame.ANY_VERSION, REQUEST_TYPE, new byte[0]);
  }

  /**
   * The same for one vehicle.
   *
   * @param who its identification number, or the identification of its gateway in twelve
   *     hexadecimal digits; empty for all
   * @throws IllegalArgumentException if it is neither
   */
  public static DoipFrame request(String who) {
    if (who.isEmpty()) {
      return request();
    }
    if (who.matches("[0-9A-Za-z]{17}")) {
      byte[] number = who.toUpperCase(Locale.ROOT).getBytes(StandardCharsets.US_ASCII);
      return new DoipFrame(DoipFrame.ANY_VERSION, REQUEST_BY_VIN, number);
    }
    String digits = who.replaceAll("[ :-]", "");
    if (!digits.matches("[0-9A-Fa-f]{12}")) {
      throw new IllegalArgumentException(
          "A vehicle is looked for by its number of 17 characters, or by its gateway's six bytes, as in 02:00:00:00:10:80.");
    }
    return new DoipFrame(DoipFrame.ANY_VERSION, REQUEST_BY_EID, HexFormat.of().parseHex(digits));
  }

  /** Whether a request by number or by the gateway's identification looks for this vehicle. */
  public boolean isMeantBy(DoipFrame request) {
    byte[] own =
        request.payloadType() == REQUEST_BY_VIN
            ? vin.getBytes(StandardCharsets.US_ASCII)
            : entity();
    return Arrays.equals(own, request.payload());
  }

  /** The identification of the gateway, six bytes; here made of its address. */
  private byte[] entity() {
    byte[] identification = new byte[6];
    identification[4] = (byte) (logicalAddress >> 8);
    identification[5] = (byte) logicalAddress;
    return identification;
  }

  public DoipFrame frame() {
    return new DoipFrame(
        TYPE,
        ByteBuffer.allocate(LENGTH)
            .put(vin.getBytes(StandardCharsets.US_ASCII))
            .putShort((short) logicalAddress)
            .put(entity())
            .put(new byte[6])
            .put((byte) furtherAction)
            .array());
  }

  /**
   * Reads an announcement.
   *
   * @throws WireException if the frame is none, or its identification number does not read
   */
  public static Announcement of(DoipFrame frame) {
    byte[] p = frame.payload();
    if (frame.payloadType() != TYPE || p.length < LENGTH || p.length > LENGTH + 1) {
      throw new WireException(
          "No announcement: type 0x%04X with %d bytes".formatted(frame.payloadType(), p.length));
    }
    String vin = new String(Arrays.copyOf(p, 17), StandardCharsets.US_ASCII);
    if (!vin.matches("[0-9A-Z]{17}")) {
      throw new WireException("The announced identification number does not read");
    }
    return new Announcement(vin, frame.address(17), p[31] & 0xFF);
  }
}
