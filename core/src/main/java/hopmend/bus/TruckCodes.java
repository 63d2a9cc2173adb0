package hopmend.bus;

import hopmend.fault.J1939Code;
import hopmend.wire.WireException;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.List;

/**
 * What a diagnostic message with codes says (SAE J1939-73, from memory): two bytes of lamps, then
 * four bytes a code; a code of zeros is none.
 *
 * @param lamps malfunction, red stop, amber warning and protect lamp, two bits each from the
 *     highest down, then how they flash
 */
public record TruckCodes(int lamps, List<J1939Code> codes) {
  private static final int NOT_FLASHING = 0xFF;
  private static final int NOT_AVAILABLE = 0xFF;

  public TruckCodes {
    codes = List.copyOf(codes);
  }

  /** Whether the malfunction lamp is on. */
  public boolean lampOn() {
    return (lamps >> 14 & 0x3) == 1;
  }

  public static TruckCodes read(byte[] data) {
    if (data.length < 6) {
      throw new WireException("A message with codes of %d bytes is cut off".formatted(data.length));
    }
    List<J1939Code> codes = new ArrayList<>();
    for (int i = 2; i + 4 <= data.length; i += 4) {
      int four = ByteBuffer.wrap(data, i, 4).getInt();
      boolean filled = (four & 0xFF) == NOT_AVAILABLE && four == -1;
      if (four != 0 && !filled) {
        codes.add(J1939Code.decode(four));
      }
    }
    return new TruckCodes((data[0] & 0xFF) << 8 | data[1] & 0xFF, codes);
  }

  /** The bytes: at least one code, of zeros where there is none, filled up to eight bytes. */
  public static byte[] write(boolean lampOn, List<J1939Code> codes) {
    ByteBuffer out = ByteBuffer.allocate(Math.max(8, 2 + 4 * codes.size()));
    out.put((byte) (lampOn ? 0x40 : 0)).put((byte) NOT_FLASHING);
    codes.forEach(c -> out.putInt(c.encode()));
    if (codes.isEmpty()) {
      out.putInt(0);
    }
    while (out.hasRemaining()) {
      out.put((byte) 0xFF);
    }
    return out.array();
  }
}
