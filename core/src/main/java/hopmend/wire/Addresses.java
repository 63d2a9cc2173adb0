package hopmend.wire;

/** Logical addresses that ISO 13400-2 and ISO 27145-4 give away (from memory). */
public final class Addresses {
  /** External test equipment. */
  public static final int FIRST_TESTER = 0x0E00;

  public static final int LAST_TESTER = 0x0FFF;

  /** Functional address that all controllers of legislated diagnostics hear. */
  public static final int ALL_CONTROLLERS = 0xE000;

  private Addresses() {}

  public static boolean isTester(int address) {
    return address >= FIRST_TESTER && address <= LAST_TESTER;
  }
}
