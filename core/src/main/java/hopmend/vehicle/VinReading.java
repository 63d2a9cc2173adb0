package hopmend.vehicle;

import hopmend.message.Message;
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

  public boolean isUsable() {
    return problems.isEmpty();
  }
}
