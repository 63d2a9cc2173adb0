package hopmend.bus;

import hopmend.wire.WireException;
import java.nio.ByteBuffer;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.Optional;

/**
 * A frame of classic CAN (ISO 11898-1).
 *
 * @param id 11 or 29 bits
 * @param extended whether it has 29
 * @param data up to eight bytes
 */
public record CanFrame(int id, boolean extended, byte[] data) {
  /** As it travels between a bus and this application. */
  public static final int BYTES = 16;

  private static final int MOST_DATA = 8;
  private static final int EXTENDED = 0x80000000;
  private static final int REMOTE_OR_ERROR = 0x60000000;

  public CanFrame {
    if (id < 0 || id > (extended ? 0x1FFFFFFF : 0x7FF)) {
      throw new WireException(
          "An identifier of %d bits is not 0x%X".formatted(extended ? 29 : 11, id));
    }
    if (data.length > MOST_DATA) {
      throw new WireException("A frame holds 8 bytes, not " + data.length);
    }
    data = data.clone();
  }

  @Override
  public byte[] data() {
    return data.clone();
  }

  /**
   * Sixteen bytes, as captures of Linux SocketCAN hold them: identifier, highest byte first, with
   * the highest bit set for 29 bits; length; three bytes of nothing; eight of data.
   */
  public byte[] encode() {
    return ByteBuffer.allocate(BYTES)
        .putInt(id | (extended ? EXTENDED : 0))
        .put((byte) data.length)
        .put(new byte[3])
        .put(Arrays.copyOf(data, MOST_DATA))
        .array();
  }

  /**
   * Reads sixteen bytes; empty where they are a remote request or an error of the bus, which carry
   * no data.
   *
   * @throws WireException if it is no frame of classic CAN
   */
  public static Optional<CanFrame> of(byte[] sixteen) {
    ByteBuffer frame = ByteBuffer.wrap(sixteen);
    int id = frame.getInt();
    int length = frame.get();
    if (length < 0 || length > MOST_DATA) {
      throw new WireException("A frame of %d bytes is none of classic CAN".formatted(length));
    }
    if ((id & REMOTE_OR_ERROR) != 0) {
      return Optional.empty();
    }
    int from = BYTES - MOST_DATA;
    return Optional.of(
        new CanFrame(
            id & 0x1FFFFFFF,
            (id & EXTENDED) != 0,
            Arrays.copyOfRange(sixteen, from, from + length)));
  }

  @Override
  public boolean equals(Object o) {
    return o instanceof CanFrame f
        && f.id == id
        && f.extended == extended
        && Arrays.equals(f.data, data);
  }

  @Override
  public int hashCode() {
    return 31 * id + Arrays.hashCode(data);
  }

  @Override
  public String toString() {
    return "%X %s".formatted(id, HexFormat.ofDelimiter(" ").withUpperCase().formatHex(data));
  }
}
