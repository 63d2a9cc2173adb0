package hopmend.fault;

import java.util.List;
import java.util.stream.Stream;

/**
 * A trouble code of a heavy vehicle as it travels in the four bytes of SAE J1939-73: suspect
 * parameter number in 19 bits, failure mode identifier in 5, conversion method in 1, occurrence
 * count in 7.
 *
 * @param spn 0 to 524287
 * @param fmi 0 to 31
 * @param occurrences 0 to 126; 127 means that the count is not available
 * @param oldConversion the conversion bit: set by controllers with one of the three older layouts,
 *     which the bytes alone do not tell apart
 */
public record J1939Code(int spn, int fmi, int occurrences, boolean oldConversion) {
  public static final int COUNT_NOT_AVAILABLE = 127;

  public J1939Code {
    TroubleCode.ofSpnFmi(spn, fmi);
    if (occurrences < 0 || occurrences > COUNT_NOT_AVAILABLE) {
      throw new IllegalArgumentException("An occurrence count is 0 to 127, not " + occurrences);
    }
  }

  /**
   * Decodes four bytes, first byte in the highest eight bits. Layout of conversion method version
   * 4: byte 1 the low eight bits of the SPN, byte 2 the next eight, byte 3 its top three bits above
   * the FMI, byte 4 the conversion bit above the count. Worked: B3 0C 02 05 is SPN 3251, FMI 2,
   * five times.
   */
  public static J1939Code decode(int fourBytes) {
    int b1 = fourBytes >>> 24;
    int b2 = fourBytes >>> 16 & 0xFF;
    int b3 = fourBytes >>> 8 & 0xFF;
    int b4 = fourBytes & 0xFF;
    return new J1939Code(b1 | b2 << 8 | (b3 >> 5) << 16, b3 & 0x1F, b4 & 0x7F, (b4 & 0x80) != 0);
  }

  /**
   * What four bytes may say: one code where the conversion bit is clear; with it set, one for each
   * of the older methods 1 to 3 that reads differently. Method 1 writes the nineteen bits of the
   * SPN from the highest down; method 2 swaps their first two bytes; method 3 lays them out as 4
   * does (SAE J1939-73, from memory). Worked: 01 96 62 85 is SPN 3251 by method 1, 307211 by 2,
   * 235009 by 3.
   */
  public static List<J1939Code> readings(int fourBytes) {
    J1939Code third = decode(fourBytes);
    if (!third.oldConversion()) {
      return List.of(third);
    }
    int b1 = fourBytes >>> 24;
    int b2 = fourBytes >>> 16 & 0xFF;
    int low = fourBytes >>> 13 & 0x7;
    return Stream.of(b1 << 11 | b2 << 3 | low, b2 << 11 | b1 << 3 | low, third.spn())
        .distinct()
        .map(spn -> new J1939Code(spn, third.fmi(), third.occurrences(), true))
        .toList();
  }

  /** The four bytes, first byte in the highest eight bits. */
  public int encode() {
    int b3 = spn >> 16 << 5 | fmi;
    int b4 = (oldConversion ? 0x80 : 0) | occurrences;
    return (spn & 0xFF) << 24 | (spn >> 8 & 0xFF) << 16 | b3 << 8 | b4;
  }

  public TroubleCode code() {
    return TroubleCode.ofSpnFmi(spn, fmi);
  }
}
