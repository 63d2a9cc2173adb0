package hopmend.part;

import java.time.YearMonth;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;

/**
 * What has to be fitted.
 *
 * @param card id of the vehicle's card
 * @param engine code of its engine, empty where nobody told
 * @param bank 0 where the place is on none
 * @param position word of the sheet for the place, empty where there is only one
 * @param built build month of the vehicle, empty if unknown
 * @param serial last six digits of its identification number, empty if unknown
 * @param region for which it was built, empty if unknown
 * @param plug of the harness
 * @param thread of the boss or of the bolt, mm; 0 where the card does not tell
 * @param right keys of the numbers that are known to be right: the maker's, and what replaced it
 * @param fitted traits of the part that the maker fitted, empty if unknown
 * @param rules what a difference from it means
 * @param wrong parts that were held beside the old one and do not match, by their keys, with what
 *     differs
 */
public record Need(
    String family,
    String card,
    String engine,
    int bank,
    String position,
    Optional<YearMonth> built,
    OptionalInt serial,
    String region,
    Connector plug,
    double thread,
    Set<String> right,
    Map<String, String> fitted,
    List<TraitRule> rules,
    Map<String, String> wrong) {
  public Need {
    right = Set.copyOf(right);
    fitted = Map.copyOf(fitted);
    rules = List.copyOf(rules);
    wrong = Map.copyOf(wrong);
  }

  /** The same with numbers that are known to be right, and parts that are known to be wrong. */
  public Need knowing(Set<String> rightNumbers, Map<String, String> wrongParts) {
    return new Need(
        family,
        card,
        engine,
        bank,
        position,
        built,
        serial,
        region,
        plug,
        thread,
        rightNumbers,
        fitted,
        rules,
        wrongParts);
  }
}
