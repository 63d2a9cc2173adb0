package hopmend.fault;

import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A run of codes that speak about one circuit, from a family sheet. The meaning of a code is
 * composed from it: circuit + bank and position + failure mode.
 *
 * @param codes the run, for example P0340-P0344
 * @param circuit what the codes speak about, for example "camshaft position sensor A"
 * @param bank bank number, 0 where banks do not apply
 * @param position the sheet's word for the place, for example "intake"; empty where none
 * @param modes failure mode of each code of the run, by its written form
 * @param accuses what a technician may suspect
 * @param doesNotAccuse what people wrongly replace
 */
public record CodeGroup(
    CodeRange codes,
    String circuit,
    int bank,
    String position,
    Map<String, String> modes,
    String accuses,
    String doesNotAccuse,
    String source) {
  public CodeGroup {
    modes = modes == null ? Map.of() : Map.copyOf(modes);
    position = position == null ? "" : position;
    accuses = accuses == null ? "" : accuses;
    doesNotAccuse = doesNotAccuse == null ? "" : doesNotAccuse;
    for (String code : modes.keySet()) {
      if (!codes.contains(TroubleCode.parse(code))) {
        throw new IllegalArgumentException(
            "Mode for " + code + " stands in the group " + codes.text());
      }
    }
  }

  public boolean owns(TroubleCode code) {
    return codes.contains(code);
  }

  public Optional<String> mode(TroubleCode code) {
    return Optional.ofNullable(modes.get(code.fiveCharacters()));
  }

  public static Optional<CodeGroup> owning(TroubleCode code, List<CodeGroup> groups) {
    return groups.stream().filter(g -> g.owns(code)).findFirst();
  }
}
