package hopmend.fault;

import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * A closed range of codes of one scheme, written {@code P0340-P0344}, {@code SPN 3251-SPN 3253}, or
 * a single {@code P0315}. The failure type does not count.
 */
public record CodeRange(TroubleCode from, TroubleCode to) {
  public CodeRange {
    if (from.scheme() != to.scheme() || from.base() > to.base()) {
      throw new IllegalArgumentException("Code range runs backwards: " + from + " to " + to);
    }
  }

  /** One code alone. */
  public static CodeRange only(TroubleCode code) {
    return new CodeRange(code, code);
  }

  public static CodeRange parse(String text) {
    String[] ends = text.strip().split("\\s*-\\s*(?=[PCBUSF])");
    if (ends.length > 2) {
      throw new IllegalArgumentException("Not a range of codes: " + text);
    }
    return new CodeRange(TroubleCode.parse(ends[0]), TroubleCode.parse(ends[ends.length - 1]));
  }

  /** Several ranges separated by commas. */
  public static List<CodeRange> parseAll(String text) {
    return Stream.of(text.split(",")).map(CodeRange::parse).toList();
  }

  public boolean contains(TroubleCode code) {
    return code.scheme() == from.scheme() && code.base() >= from.base() && code.base() <= to.base();
  }

  /**
   * The code at a place of the run, 0 for its first. Runs whose ends are written with the digits
   * 0-9 count on in tens, as the standard does: behind P0139 comes P0140.
   */
  public TroubleCode at(int index) {
    boolean tens = isInTens(from) && isInTens(to);
    int base =
        tens && from.scheme() == TroubleCode.Scheme.J2012
            ? from.base() & 0xF000 | Integer.parseInt(String.valueOf(lastDigits(from) + index), 16)
            : from.base() + index;
    return new TroubleCode(from.scheme(), base, from.failureType());
  }

  /** How many codes the run has. */
  public int size() {
    int count = 1;
    while (!at(count - 1).circuitText().equals(to.circuitText())
        && count <= to.base() - from.base()) {
      count++;
    }
    return count;
  }

  /** The place of a code of the run. */
  public int indexOf(TroubleCode code) {
    return IntStream.range(0, size())
        .filter(i -> at(i).base() == code.base())
        .findFirst()
        .orElseThrow(() -> new IllegalArgumentException(code.text() + " is not in " + text()));
  }

  private static boolean isInTens(TroubleCode code) {
    return code.scheme() != TroubleCode.Scheme.J2012
        || code.circuitText().chars().skip(1).allMatch(c -> c >= '0' && c <= '9');
  }

  private static int lastDigits(TroubleCode code) {
    return Integer.parseInt(code.circuitText().substring(2));
  }

  public String text() {
    return from.equals(to) ? from.circuitText() : from.circuitText() + "-" + to.circuitText();
  }
}
