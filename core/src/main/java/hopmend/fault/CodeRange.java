package hopmend.fault;

import java.util.List;
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

  public String text() {
    return from.equals(to) ? from.circuitText() : from.circuitText() + "-" + to.circuitText();
  }
}
