package hopmend.fault;

import java.util.Locale;

/**
 * A diagnostic trouble code: two bytes and a failure-type byte (0 where none is given). The letter
 * and first digit come from the top four bits as SAE J2012 / ISO 15031-6 lay them out: 0x0143 is
 * P0143, 0x9234 is B1234, 0xC158 is U0158.
 */
public record TroubleCode(int base, int failureType) implements Comparable<TroubleCode> {
  private static final String LETTERS = "PCBU";

  public TroubleCode {
    if (base < 0 || base > 0xFFFF) {
      throw new IllegalArgumentException("A trouble code has two bytes, not " + base);
    }
    if (failureType < 0 || failureType > 0xFF) {
      throw new IllegalArgumentException("A failure type is one byte, not " + failureType);
    }
  }

  public static TroubleCode of(int base) {
    return new TroubleCode(base, 0);
  }

  /** The code in the three bytes that ISO 14229-1 sends: two of the code, one of failure type. */
  public static TroubleCode ofThreeBytes(int threeBytes) {
    return new TroubleCode((threeBytes >> 8) & 0xFFFF, threeBytes & 0xFF);
  }

  /**
   * Reads the exact written form, {@code P0340} or {@code P0340-13}. For what people type, use
   * {@link CodeText#read}.
   *
   * @throws IllegalArgumentException for any other form
   */
  public static TroubleCode parse(String text) {
    if (text == null || !text.matches("[PCBU][0-3][0-9A-F]{3}(-[0-9A-F]{2})?")) {
      throw new IllegalArgumentException("Not a trouble code: " + text);
    }
    int base =
        LETTERS.indexOf(text.charAt(0)) << 14
            | (text.charAt(1) - '0') << 12
            | Integer.parseInt(text.substring(2, 5), 16);
    return new TroubleCode(base, text.length() > 5 ? Integer.parseInt(text.substring(6), 16) : 0);
  }

  public char letter() {
    return LETTERS.charAt(base >> 14);
  }

  /** The second character, 0 to 3: who wrote the definition. */
  public int definer() {
    return (base >> 12) & 3;
  }

  /** The third character, 0 to 15: the area of the system. */
  public int area() {
    return (base >> 8) & 0xF;
  }

  /** The five characters without the failure type: {@code P0340}. */
  public String fiveCharacters() {
    return "%c%d%03X".formatted(letter(), definer(), base & 0xFFF);
  }

  /** The code without its failure type. */
  public TroubleCode withoutFailureType() {
    return of(base);
  }

  public int threeBytes() {
    return base << 8 | failureType;
  }

  /** The written form: {@code P0340}, or {@code P0340-13} where a failure type is given. */
  public String text() {
    return failureType == 0
        ? fiveCharacters()
        : fiveCharacters() + "-%02X".formatted(failureType).toUpperCase(Locale.ROOT);
  }

  @Override
  public int compareTo(TroubleCode other) {
    return Integer.compare(threeBytes(), other.threeBytes());
  }

  @Override
  public String toString() {
    return text();
  }
}
