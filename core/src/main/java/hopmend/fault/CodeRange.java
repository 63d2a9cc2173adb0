package hopmend.fault;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * A closed range of codes of one scheme, written {@code P0340-P0344}, {@code SPN 3251-SPN 3253}, or
 * a single {@code P0315}. Their failure types do not count, unless a word behind it says so: {@code
 * SPN 102 LOW}.
 *
 * @param mode how its codes must say that they are off; empty where that does not count
 */
public record CodeRange(TroubleCode from, TroubleCode to, Optional<FaultMode> mode) {
  private static final Pattern WITH_MODE = Pattern.compile("(.*\\S)\\s+([A-Z]{3,})");

  public CodeRange {
    if (from.scheme() != to.scheme() || from.base() > to.base()) {
      throw new IllegalArgumentException("Code range runs backwards: " + from + " to " + to);
    }
  }

  /** One code alone. */
  public static CodeRange only(TroubleCode code) {
    return new CodeRange(code, code, Optional.empty());
  }

  public static CodeRange parse(String text) {
    Matcher moded = WITH_MODE.matcher(text.strip());
    boolean told = moded.matches();
    String[] ends = (told ? moded.group(1) : text.strip()).split("\\s*-\\s*(?=[PCBUSF])");
    if (ends.length > 2) {
      throw new IllegalArgumentException("Not a range of codes: " + text);
    }
    return new CodeRange(
        TroubleCode.parse(ends[0]),
        TroubleCode.parse(ends[ends.length - 1]),
        told ? Optional.of(mode(moded.group(2))) : Optional.empty());
  }

  private static FaultMode mode(String word) {
    return Stream.of(FaultMode.values())
        .filter(m -> m.name().equals(word))
        .findFirst()
        .orElseThrow(
            () ->
                new IllegalArgumentException(
                    word + " is no way to be off; there are " + List.of(FaultMode.values())));
  }

  /** Several ranges separated by commas. */
  public static List<CodeRange> parseAll(String text) {
    return Stream.of(text.split(",")).map(CodeRange::parse).toList();
  }

  public boolean contains(TroubleCode code) {
    return code.scheme() == from.scheme()
        && code.base() >= from.base()
        && code.base() <= to.base()
        && (mode.isEmpty() || mode.get().isToldBy(code));
  }

  /**
   * The code at a place of the run, 0 for its first. Runs whose ends are written with the digits
   * 0-9 count on in tens, as the standard does: behind P0139 comes P0140.
   */
  public TroubleCode at(int index) {
    int base =
        isInTens() && from.scheme() == TroubleCode.Scheme.J2012
            ? from.base() & 0xC000 | Integer.parseInt(String.valueOf(inTens(from) + index), 16)
            : from.base() + index;
    return new TroubleCode(from.scheme(), base, from.failureType());
  }

  /** How many codes the run has. */
  public int size() {
    return 1 + (isInTens() ? inTens(to) - inTens(from) : to.base() - from.base());
  }

  /** The place of a code of the run; a run that counts in tens has none for P020A. */
  OptionalInt placeOf(TroubleCode code) {
    int place = isInTens() ? inTens(code) - inTens(from) : code.base() - from.base();
    return contains(code) && place >= 0 ? OptionalInt.of(place) : OptionalInt.empty();
  }

  private boolean isInTens() {
    return inTens(from) >= 0 && inTens(to) >= 0;
  }

  /** The number that the digits write; negative where one of them is a letter. */
  private static int inTens(TroubleCode code) {
    if (code.scheme() != TroubleCode.Scheme.J2012) {
      return code.base();
    }
    int thousands = code.definer();
    int hundreds = code.area();
    int tens = code.base() >> 4 & 0xF;
    int ones = code.base() & 0xF;
    return Math.max(hundreds, Math.max(tens, ones)) > 9
        ? Integer.MIN_VALUE / 2
        : thousands * 1000 + hundreds * 100 + tens * 10 + ones;
  }

  public String text() {
    String numbers =
        from.equals(to) ? from.circuitText() : from.circuitText() + "-" + to.circuitText();
    return numbers + mode.map(m -> " " + m).orElse("");
  }
}
