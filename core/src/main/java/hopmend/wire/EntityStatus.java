package hopmend.wire;

import java.nio.ByteBuffer;
import java.util.OptionalLong;

/**
 * What a gateway tells of its sockets: payload types 0x4001 and 0x4002 of ISO 13400-2 (from
 * memory).
 *
 * @param node 0x00: gateway, 0x01: a single controller
 * @param mostSockets that it serves at once
 * @param openSockets of testers just now
 * @param mostBytes of a diagnostic message; empty where it is not told
 */
public record EntityStatus(int node, int mostSockets, int openSockets, OptionalLong mostBytes) {
  public static final int REQUEST_TYPE = 0x4001;
  public static final int TYPE = 0x4002;

  public DoipFrame frame() {
    byte[] three = {(byte) node, (byte) mostSockets, (byte) openSockets};
    if (mostBytes.isEmpty()) {
      return new DoipFrame(TYPE, three);
    }
    return new DoipFrame(
        TYPE, ByteBuffer.allocate(7).put(three).putInt((int) mostBytes.getAsLong()).array());
  }

  /**
   * @throws WireException if the frame is none
   */
  public static EntityStatus of(DoipFrame frame) {
    byte[] p = frame.payload();
    if (frame.payloadType() != TYPE || p.length != 3 && p.length != 7) {
      throw new WireException("No entity status: %d bytes".formatted(p.length));
    }
    OptionalLong most =
        p.length == 7
            ? OptionalLong.of(Integer.toUnsignedLong(ByteBuffer.wrap(p, 3, 4).getInt()))
            : OptionalLong.empty();
    return new EntityStatus(p[0] & 0xFF, p[1] & 0xFF, p[2] & 0xFF, most);
  }
}
