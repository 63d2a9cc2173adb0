package hopmend.wire;

import hopmend.fault.J1939Code;
import hopmend.fault.TroubleCode;
import java.util.Optional;

/**
 * How a controller lays its codes out in three bytes: the format identifier that service 0x19 01 of
 * ISO 14229-1 tells (from memory). A format that is not published is not read: its codes stay
 * bytes.
 */
public enum CodeFormat implements Coded {
  /** Two bytes of SAE J2012 / ISO 15031-6; the third is none of the code. */
  TWO_BYTES(0x00),
  /** Three bytes that the maker alone defines. */
  OF_THE_MAKER(0x01),
  /** SPN and FMI of SAE J1939-73, laid out as conversion method 4. */
  SPN_FMI(0x02),
  /** Towed vehicles, ISO 11992-4. */
  TOWED(0x03),
  /** Two bytes of SAE J2012 and the failure type. */
  THREE_BYTES(0x04);

  private final int code;

  CodeFormat(int code) {
    this.code = code;
  }

  @Override
  public int code() {
    return code;
  }

  /** Whether anybody may read it. */
  public boolean isPublished() {
    return this != OF_THE_MAKER && this != TOWED;
  }

  public static Optional<CodeFormat> of(int code) {
    return Coded.of(CodeFormat.class, code);
  }

  /**
   * The code of three bytes, first byte in the highest eight bits; empty where the format is not
   * published. Worked: 03 40 31 is P0340-31 of three bytes, P0340 of two; B3 0C 02 is SPN 3251 FMI
   * 2.
   */
  public Optional<TroubleCode> decode(int bytes) {
    return switch (this) {
      case TWO_BYTES -> Optional.of(TroubleCode.of(bytes >> 8));
      case THREE_BYTES -> Optional.of(TroubleCode.ofThreeBytes(bytes));
      case SPN_FMI -> Optional.of(J1939Code.decode(bytes << 8).code());
      case OF_THE_MAKER, TOWED -> Optional.empty();
    };
  }

  /**
   * The three bytes of a code.
   *
   * @throws IllegalArgumentException if the format is not published
   */
  public int encode(TroubleCode code) {
    return switch (this) {
      case TWO_BYTES -> code.base() << 8;
      case THREE_BYTES -> code.threeBytes();
      case SPN_FMI -> new J1939Code(code.base(), code.failureType(), 0, false).encode() >>> 8;
      case OF_THE_MAKER, TOWED ->
          throw new IllegalArgumentException("The layout of " + this + " is not published");
    };
  }
}
