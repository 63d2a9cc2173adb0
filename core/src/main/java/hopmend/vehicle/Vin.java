package hopmend.vehicle;

import hopmend.message.Message;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.OptionalInt;
import java.util.stream.IntStream;

/**
 * The rules of the vehicle identification number: ISO 3779 structure, and the check digit, weights
 * and model-year letters of 49 CFR 565.15.
 */
public final class Vin {
  private static final String ALPHABET = "0123456789ABCDEFGHJKLMNPRSTUVWXYZ";
  private static final int[] WORTH = {
    0, 1, 2, 3, 4, 5, 6, 7, 8, 9, // digits
    1, 2, 3, 4, 5, 6, 7, 8, // A-H
    1, 2, 3, 4, 5, 7, 9, // J K L M N P R
    2, 3, 4, 5, 6, 7, 8, 9 // S-Z
  };
  private static final int[] WEIGHT = {8, 7, 6, 5, 4, 3, 2, 10, 0, 9, 8, 7, 6, 5, 4, 3, 2};
  private static final String YEAR_LETTERS = "ABCDEFGHJKLMNPRSTVWXY123456789";
  private static final int CHECK_POSITION = 8;

  private Vin() {}

  /** Whether a word is worth being read as a number: so long, and neither a word nor a figure. */
  public static boolean mayBe(int length, int digits) {
    return length == 17 && digits >= 4 && digits < 17;
  }

  /**
   * Reads a typed number. Wrong characters and a wrong length are problems that block; a failed
   * check digit is a problem only where the digit is required (North America, first character 1 to
   * 5), elsewhere a warning. Likely slips (I for 1, O or Q for 0, two swapped neighbours) are
   * offered only where they make the digit right.
   *
   * @param yearNow the present year; a model year more than one year ahead is not offered
   */
  public static VinReading read(String typed, int yearNow) {
    String number = typed == null ? "" : typed.replaceAll("[\\s-]", "").toUpperCase(Locale.ROOT);
    List<Message> problems = new ArrayList<>();
    List<Message> warnings = new ArrayList<>();
    if (number.length() != 17) {
      problems.add(Message.of("number.length", number.length()));
    }
    for (int i = 0; i < number.length() && i < 17; i++) {
      if (ALPHABET.indexOf(number.charAt(i)) < 0) {
        problems.add(Message.of("number.character", i + 1, String.valueOf(number.charAt(i))));
      }
    }
    List<String> offers = new ArrayList<>();
    boolean digitRight = problems.isEmpty() && checkDigit(number) == number.charAt(CHECK_POSITION);
    if (number.length() == 17 && !digitRight) {
      offers.addAll(likelySlips(number));
    }
    if (problems.isEmpty() && !digitRight) {
      boolean binding = isNorthAmerican(number);
      (binding ? problems : warnings)
          .add(
              Message.of(
                  binding ? "number.check-digit" : "number.check-digit-optional",
                  String.valueOf(number.charAt(CHECK_POSITION)),
                  String.valueOf(checkDigit(number))));
    }
    List<Integer> years = problems.isEmpty() ? modelYears(number, yearNow) : List.of();
    return new VinReading(number, problems, warnings, offers, digitRight, years);
  }

  /** The check digit that belongs in position 9: a digit or X (49 CFR 565.15(c)). */
  public static char checkDigit(String number) {
    int sum =
        IntStream.range(0, 17)
            .map(i -> WEIGHT[i] * WORTH[ALPHABET.indexOf(number.charAt(i))])
            .sum();
    return sum % 11 == 10 ? 'X' : (char) ('0' + sum % 11);
  }

  private static boolean isNorthAmerican(String number) {
    return number.charAt(0) >= '1' && number.charAt(0) <= '5';
  }

  /**
   * Model years that position 10 can mean, likeliest first. The letter comes back after 30 years;
   * in North America a letter in position 7 means the later cycle, a digit the earlier (49 CFR
   * 565.15, light vehicles). Elsewhere the rule does not bind, so both are given, the later first.
   */
  private static List<Integer> modelYears(String number, int yearNow) {
    int index = YEAR_LETTERS.indexOf(number.charAt(9));
    if (index < 0) {
      return List.of();
    }
    OptionalInt later = OptionalInt.of(2010 + index);
    int earlier = 1980 + index;
    boolean laterPossible = later.getAsInt() <= yearNow + 1;
    if (isNorthAmerican(number)) {
      boolean letterInSeven = Character.isLetter(number.charAt(6));
      return letterInSeven && laterPossible
          ? List.of(later.getAsInt())
          : letterInSeven ? List.of() : List.of(earlier);
    }
    return laterPossible ? List.of(later.getAsInt(), earlier) : List.of(earlier);
  }

  private static List<String> likelySlips(String number) {
    String repaired = number.replace('I', '1').replace('O', '0').replace('Q', '0');
    List<String> offers = new ArrayList<>();
    if (!repaired.equals(number) && isRight(repaired)) {
      offers.add(repaired);
    }
    for (int i = 0; i < 16; i++) {
      char[] swapped = repaired.toCharArray();
      char c = swapped[i];
      swapped[i] = swapped[i + 1];
      swapped[i + 1] = c;
      String candidate = new String(swapped);
      if (!candidate.equals(repaired) && isRight(candidate) && offers.size() < 4) {
        offers.add(candidate);
      }
    }
    return offers;
  }

  private static boolean isRight(String number) {
    return number.chars().allMatch(c -> ALPHABET.indexOf(c) >= 0)
        && checkDigit(number) == number.charAt(CHECK_POSITION);
  }
}
