package hopmend.report;

import java.util.OptionalInt;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** One byte as reports write it in hex: 2F, 0x2F or 2Fh, in small letters; or bit by bit. */
final class HexByte {
  private static final Pattern BYTE = Pattern.compile("(0x)?([0-9a-f]{2})(h)?");

  private HexByte() {}

  static OptionalInt of(String written) {
    Matcher m = BYTE.matcher(written);
    return m.matches() ? OptionalInt.of(Integer.parseInt(m.group(2), 16)) : OptionalInt.empty();
  }

  /** "00101111", the highest bit first. */
  static OptionalInt ofBits(String written) {
    return written.matches("[01]{8}")
        ? OptionalInt.of(Integer.parseInt(written, 2))
        : OptionalInt.empty();
  }

  /** Whether it says itself that it is hex. */
  static boolean isMarked(String written) {
    return of(written).isPresent() && written.length() > 2;
  }
}
