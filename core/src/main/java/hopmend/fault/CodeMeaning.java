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
    String five = code.fiveCharacters();
    List<Part> parts = new ArrayList<>();
    parts.add(new Part(five.substring(0, 1), words.system(code.letter())));
    parts.add(new Part(five.substring(1, 2), words.definer(code)));
    parts.add(new Part(five.substring(2, 3), words.area(code)));
    parts.add(
        new Part(
            five.substring(3),
            group.map(g -> place(g) + mode(g, code)).orElse("number within the area")));
    if (code.failureType() != 0) {
      parts.add(
          new Part("-%02X".formatted(code.failureType()), words.failureType(code.failureType())));
    }
    return new CodeMeaning(
        code,
        sentenceCase(
            group.map(g -> place(g) + mode(g, code)).orElseGet(() -> words.fallback(code))),
        parts,
        group.map(CodeGroup::accuses).orElse(""),
        group.map(CodeGroup::doesNotAccuse).orElse(""),
        group.isPresent());
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

  private static String mode(CodeGroup group, TroubleCode code) {
    return group.mode(code).map(m -> ": " + m).orElse("");
  }
}
