package hopmend.fault;

import java.util.Comparator;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A diagnostic trouble code in one of three schemes.
 *
 * <p>{@link Scheme#J2012}: two bytes and a failure-type byte (0 where none is given). The letter
 * and first digit come from the top four bits as SAE J2012 / ISO 15031-6 lay them out: 0x0143 is
 * P0143, 0x9234 is B1234, 0xC158 is U0158. {@link Scheme#J1939}: {@code base} is the suspect
 * parameter number (19 bits), {@code failureType} the failure mode identifier (5 bits) of SAE
 * J1939-73. {@link Scheme#FLASH}: {@code base} is the counted number, 1 to 9999.
 */
public record TroubleCode(Scheme scheme, int base, int failureType)
    implements Comparable<TroubleCode> {
  private static final Comparator<TroubleCode> ORDER =
      Comparator.comparing(TroubleCode::scheme)
          .thenComparingInt(TroubleCode::base)
          .thenComparingInt(TroubleCode::failureType);

  /** Who numbers the codes. */
  public enum Scheme {
    J2012(0xFFFF, 0xFF),
    J1939((1 << 19) - 1, 31),
    FLASH(9999, 0);

    private final int largestBase;
    private final int largestFailureType;

    Scheme(int largestBase, int largestFailureType) {
      this.largestBase = largestBase;
      this.largestFailureType = largestFailureType;
    }
  }

  /** FMI 31 of SAE J1939-73: the condition exists, no mode is told (from memory). */
  public static final int FMI_CONDITION_EXISTS = 31;

  private static final String LETTERS = "PCBU";
  private static final Pattern WRITTEN =
      Pattern.compile(
          "([PCBU])([0-3])([0-9A-F]{3})(?:-([0-9A-F]{2}))?"
              + "|SPN (\\d{1,6})(?: FMI (\\d{1,2}))?|Flash (\\d{1,4})");

  public TroubleCode {
    if (base < 0 || base > scheme.largestBase) {
      throw new IllegalArgumentException(
          scheme == Scheme.J2012
              ? "A trouble code has two bytes, not " + base
              : "Number %d does not fit %s, 0 to %d".formatted(base, scheme, scheme.largestBase));
    }
    if (failureType < 0 || failureType > scheme.largestFailureType) {
      throw new IllegalArgumentException(
          scheme == Scheme.J2012
              ? "A failure type is one byte, not " + failureType
              : "Failure mode %d does not fit %s, 0 to %d"
                  .formatted(failureType, scheme, scheme.largestFailureType));
    }
  }

  /** A code of SAE J2012. */
  public TroubleCode(int base, int failureType) {
    this(Scheme.J2012, base, failureType);
  }

  public static TroubleCode of(int base) {
    return new TroubleCode(base, 0);
  }

  public static TroubleCode ofSpnFmi(int spn, int fmi) {
    return new TroubleCode(Scheme.J1939, spn, fmi);
  }

  public static TroubleCode ofFlashes(int number) {
    return new TroubleCode(Scheme.FLASH, number, 0);
  }

  /** The code in the three bytes that ISO 14229-1 sends: two of the code, one of failure type. */
  public static TroubleCode ofThreeBytes(int threeBytes) {
    return new TroubleCode((threeBytes >> 8) & 0xFFFF, threeBytes & 0xFF);
  }

  /**
   * Reads the exact written form: {@code P0340}, {@code P0340-13}, {@code SPN 3251 FMI 2}, {@code
   * SPN 3251}, {@code Flash 24}. For what people type, use {@link CodeText#read}.
   *
   * @throws IllegalArgumentException for any other form
   */
  public static TroubleCode parse(String text) {
    Matcher m = WRITTEN.matcher(text == null ? "" : text);
    if (!m.matches()) {
      throw new IllegalArgumentException("Not a trouble code: " + text);
    }
    if (m.group(5) != null) {
      return ofSpnFmi(
          Integer.parseInt(m.group(5)),
          m.group(6) == null ? FMI_CONDITION_EXISTS : Integer.parseInt(m.group(6)));
    }
    if (m.group(7) != null) {
      return ofFlashes(Integer.parseInt(m.group(7)));
    }
    int base =
        LETTERS.indexOf(m.group(1)) << 14
            | Integer.parseInt(m.group(2)) << 12
            | Integer.parseInt(m.group(3), 16);
    return new TroubleCode(base, m.group(4) == null ? 0 : Integer.parseInt(m.group(4), 16));
  }

  /** The letter of a code of SAE J2012. */
  public char letter() {
    return LETTERS.charAt(base >> 14);
  }

  /** The second character of a code of SAE J2012, 0 to 3: who wrote the definition. */
  public int definer() {
    return (base >> 12) & 3;
  }

  /** The third character of a code of SAE J2012, 0 to 15: the area of the system. */
  public int area() {
    return (base >> 8) & 0xF;
  }

  /** The code without its failure type: {@code P0340}, {@code SPN 3251}, {@code Flash 24}. */
  public String circuitText() {
    return switch (scheme) {
      case J2012 -> {
        StringBuilder five = new StringBuilder(5).append(letter()).append((char) ('0' + definer()));
        String digits = Integer.toHexString(base & 0xFFF).toUpperCase(Locale.ROOT);
        yield five.append("000", 0, 3 - digits.length()).append(digits).toString();
      }
      case J1939 -> "SPN " + base;
      case FLASH -> "Flash " + base;
    };
  }

  /**
   * The three bytes of ISO 14229-1.
   *
   * @throws IllegalStateException for a code of another scheme than SAE J2012
   */
  public int threeBytes() {
    if (scheme != Scheme.J2012) {
      throw new IllegalStateException(text() + " has no three-byte form");
    }
    return base << 8 | failureType;
  }

  /** The written form: {@code P0340}, {@code P0340-13}, {@code SPN 3251 FMI 2}. */
  public String text() {
    return switch (scheme) {
      case J2012 ->
          failureType == 0 ? circuitText() : "%s-%02X".formatted(circuitText(), failureType);
      case J1939 -> circuitText() + " FMI " + failureType;
      case FLASH -> circuitText();
    };
  }

  @Override
  public int compareTo(TroubleCode other) {
    return ORDER.compare(this, other);
  }

  @Override
  public String toString() {
    return text();
  }
}
