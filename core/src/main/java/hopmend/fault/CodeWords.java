package hopmend.fault;

import java.util.List;
import java.util.Map;

/**
 * The words for the digits of a code, from the catalog file {@code code-words.yaml}.
 *
 * @param systems by letter
 * @param areas by letter and third character, for example "P3"
 * @param failureTypes by two hexadecimal digits
 * @param failureModes FMI 0 to 31 of SAE J1939-73, in their order
 * @param makersRanges ranges whose meaning only the vehicle's maker gives
 */
public record CodeWords(
    Map<String, String> systems,
    Map<String, String> areas,
    Map<String, String> failureTypes,
    List<String> failureModes,
    List<CodeRange> makersRanges,
    String source) {
  public CodeWords {
    systems = Map.copyOf(systems);
    areas = Map.copyOf(areas);
    failureTypes = Map.copyOf(failureTypes);
    failureModes = List.copyOf(failureModes);
    makersRanges = List.copyOf(makersRanges);
  }

  String system(char letter) {
    return systems.getOrDefault(String.valueOf(letter), "unknown system");
  }

  String definer(TroubleCode code) {
    return isMakers(code) ? "defined by the vehicle's maker" : "defined by the standard";
  }

  String area(TroubleCode code) {
    return areas.getOrDefault(
        "%c%X".formatted(code.letter(), code.area()), "area %X".formatted(code.area()));
  }

  String failureType(int failureType) {
    return failureTypes.getOrDefault(
        "%02X".formatted(failureType),
        "failure type %02X, look in the maker's list".formatted(failureType));
  }

  String failureMode(int fmi) {
    return fmi < failureModes.size() ? failureModes.get(fmi) : "failure mode " + fmi;
  }

  /** Whether only the maker's list gives the meaning. */
  public boolean isMakers(TroubleCode code) {
    return makersRanges.stream().anyMatch(r -> r.contains(code));
  }

  /** An honest headline for a code that no sheet owns. */
  String fallback(TroubleCode code) {
    if (code.scheme() == TroubleCode.Scheme.J1939) {
      return "parameter %d: %s; no sheet owns this parameter yet"
          .formatted(code.base(), failureMode(code.failureType()));
    }
    if (code.scheme() == TroubleCode.Scheme.FLASH) {
      return "flash code %d: look in the maker's list".formatted(code.base());
    }
    String where = system(code.letter()) + ", " + area(code);
    return isMakers(code)
        ? where + ": reserved for makers, look in the maker's list"
        : where + ": no sheet owns this code yet";
  }
}
