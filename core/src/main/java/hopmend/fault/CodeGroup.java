package hopmend.fault;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A run of codes that speak about one circuit, from a family sheet. The meaning of a code is
 * composed from it: circuit + bank and position + failure mode.
 *
 * @param family in a vehicle card: the family whose sheet covers these codes; empty in a sheet
 * @param codes the run, for example P0340-P0344
 * @param circuit what the codes speak about, for example "camshaft position sensor A"
 * @param bank bank number, 0 where banks do not apply
 * @param position the sheet's word for the place, for example "intake"; empty where none
 * @param modes failure mode of single codes of the run, by their written form
 * @param series failure modes of the run in its order, separated by semicolons; empty where the
 *     modes are named one by one, or where the failure type tells them
 * @param accuses what a technician may suspect
 * @param doesNotAccuse what people wrongly replace
 */
public record CodeGroup(
    String family,
    CodeRange codes,
    String circuit,
    int bank,
    String position,
    Map<String, String> modes,
    String series,
    String accuses,
    String doesNotAccuse,
    String source) {
  public CodeGroup {
    family = family == null ? "" : family;
    position = position == null ? "" : position;
    accuses = accuses == null ? "" : accuses;
    doesNotAccuse = doesNotAccuse == null ? "" : doesNotAccuse;
    series = series == null ? "" : series;
    modes = allModes(codes, modes == null ? Map.of() : modes, series);
  }

  private static Map<String, String> allModes(
      CodeRange codes, Map<String, String> named, String series) {
    Map<String, String> all = new HashMap<>();
    if (!series.isBlank()) {
      String[] words = series.split(";");
      for (int i = 0; i < words.length; i++) {
        TroubleCode code = codes.at(i);
        requireInside(codes, code);
        all.put(code.circuitText(), words[i].strip());
      }
    }
    named.forEach(
        (code, mode) -> {
          requireInside(codes, TroubleCode.parse(code));
          all.put(code, mode);
        });
    return Map.copyOf(all);
  }

  private static void requireInside(CodeRange codes, TroubleCode code) {
    if (!codes.contains(code)) {
      throw new IllegalArgumentException(
          "Mode for " + code.circuitText() + " stands in the group " + codes.text());
    }
  }

  public boolean owns(TroubleCode code) {
    return codes.contains(code);
  }

  public Optional<String> mode(TroubleCode code) {
    return Optional.ofNullable(modes.get(code.circuitText()));
  }

  public static Optional<CodeGroup> owning(TroubleCode code, List<CodeGroup> groups) {
    return groups.stream().filter(g -> g.owns(code)).findFirst();
  }
}
