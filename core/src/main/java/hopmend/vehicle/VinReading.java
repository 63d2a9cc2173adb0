package hopmend.vehicle;

import hopmend.message.Message;
import java.util.Arrays;
import java.util.List;

/**
 * What a typed identification number tells.
 *
 * @param number upper case, without spaces and dashes
 * @param problems what makes it unusable; empty if it can be used
 * @param warnings what should be compared with the plate
 * @param offers corrected numbers whose check digit is right
 * @param modelYears possible model years, likeliest first
 */
public record VinReading(
    String number,
    List<Message> problems,
    List<Message> warnings,
    List<String> offers,
    boolean checkDigitRight,
    List<Integer> modelYears) {
  public VinReading {
    problems = List.copyOf(problems);
    warnings = List.copyOf(warnings);
    offers = List.copyOf(offers);
    modelYears = List.copyOf(modelYears);
  }

  /** Where its maker has its seat, by the first character (ISO 3780, from memory). */
  public enum Region {
    AFRICA("[A-H]"),
    ASIA("[J-R]"),
    EUROPE("[S-Z]"),
    NORTH_AMERICA("[1-5]"),
    OCEANIA("[67]"),
    SOUTH_AMERICA("[89]"),
    NOT_ASSIGNED(".?");

    private final String characters;

    Region(String characters) {
      this.characters = characters;
    }
  }

  /** The first three characters, by which its maker is known (ISO 3780). */
  public String makerCode() {
    return number.substring(0, Math.min(3, number.length()));
  }

  public Region region() {
    String first = number.substring(0, Math.min(1, number.length()));
    return Arrays.stream(Region.values())
        .filter(r -> first.matches(r.characters))
        .findFirst()
        .orElseThrow();
  }

  public boolean isUsable() {
    return problems.isEmpty();
  }
}
