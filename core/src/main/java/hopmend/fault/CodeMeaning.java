package hopmend.fault;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * What a code says, composed part by part.
 *
 * @param headline one line for a person
 * @param parts each piece of the written code and what it says
 * @param accuses what the code accuses, empty if no sheet knows
 * @param doesNotAccuse what it does not accuse although people think so
 * @param known whether a sheet owns the code; otherwise the headline says only what the digits say
 */
public record CodeMeaning(
    TroubleCode code,
    String headline,
    List<Part> parts,
    String accuses,
    String doesNotAccuse,
    boolean known) {

  /** One piece of the written code. */
  public record Part(String characters, String says) {}

  public CodeMeaning {
    parts = List.copyOf(parts);
  }

  /** Composes the meaning from the sheets' groups, falling back on what the digits alone say. */
  public static CodeMeaning of(TroubleCode code, List<CodeGroup> groups, CodeWords words) {
    Optional<CodeGroup> group = CodeGroup.owning(code, groups);
    Optional<String> says = group.map(g -> place(g) + mode(g, code, words));
    return new CodeMeaning(
        code,
        sentenceCase(says.orElseGet(() -> words.fallback(code))),
        parts(code, says, words),
        group.map(CodeGroup::accuses).orElse(""),
        group.map(CodeGroup::doesNotAccuse).orElse(""),
        group.isPresent());
  }

  private static List<Part> parts(TroubleCode code, Optional<String> says, CodeWords words) {
    return switch (code.scheme()) {
      case J2012 -> parts2012(code, says, words);
      case J1939 ->
          List.of(
              new Part("SPN " + code.base(), says.orElse("suspect parameter number")),
              new Part("FMI " + code.failureType(), words.failureMode(code.failureType())));
      case FLASH ->
          List.of(
              new Part(
                  String.valueOf(code.base()),
                  says.orElse("counted flashes; every maker numbers them in its own way")));
    };
  }

  private static List<Part> parts2012(TroubleCode code, Optional<String> says, CodeWords words) {
    String five = code.circuitText();
    List<Part> parts = new ArrayList<>();
    parts.add(new Part(five.substring(0, 1), words.system(code.letter())));
    parts.add(new Part(five.substring(1, 2), words.definer(code)));
    parts.add(new Part(five.substring(2, 3), words.area(code)));
    parts.add(new Part(five.substring(3), says.orElse("number within the area")));
    if (code.failureType() != 0) {
      parts.add(
          new Part("-%02X".formatted(code.failureType()), words.failureType(code.failureType())));
    }
    return parts;
  }

  private static String sentenceCase(String text) {
    return Character.toUpperCase(text.charAt(0)) + text.substring(1);
  }

  private static String place(CodeGroup group) {
    StringBuilder place = new StringBuilder(group.circuit());
    if (group.bank() > 0) {
      place.append(", bank ").append(group.bank());
    }
    if (!group.position().isEmpty()) {
      place.append(" (").append(group.position()).append(')');
    }
    return place.toString();
  }

  private static String mode(CodeGroup group, TroubleCode code, CodeWords words) {
    String mode =
        code.scheme() == TroubleCode.Scheme.J1939
            ? words.failureMode(code.failureType())
            : group.mode(code).orElse("");
    return mode.isEmpty() ? "" : ": " + mode;
  }
}
