package hopmend.fault;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * A run of codes that speak about one circuit, from a family sheet. The meaning of a code is
 * composed from it: circuit + bank and position + failure mode.
 *
 * @param family in a vehicle card: the family whose sheet covers these codes; empty in a sheet
 * @param codes the run, for example P0340-P0344
 * @param circuit what the codes speak about, for example "camshaft position sensor A"
 * @param bank bank number, 0 where banks do not apply
 * @param position the sheet's word for the place, for example "intake"; empty where none
 * @param firstCylinder the cylinder of the first code, where a run counts cylinders, 0 for all of
 *     them together; null where it does not
 * @param apart whether its codes speak about parts of their own
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
    Integer firstCylinder,
    boolean apart,
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

  /** Whether it speaks about what sits there: its bank and place, as far as it names them. */
  public boolean isAt(int atBank, String atPosition) {
    return (bank == 0 || bank == atBank) && (position.isEmpty() || position.equals(atPosition));
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

  /** Whether all of its codes are about one and the same part. */
  boolean speaksAboutOnePart() {
    return firstCylinder == null && !apart;
  }

  public boolean owns(TroubleCode code) {
    return codes.contains(code);
  }

  /**
   * What it speaks about, and where that is: camshaft position sensor A: bank 2, the intake side.
   */
  public String where() {
    String of = bank == 1 ? "bank 1, the bank of cylinder 1" : bank > 1 ? "bank " + bank : "";
    boolean cam = position.equals("intake") || position.equals("exhaust");
    String side = cam ? "the " + position + " side" : position;
    String both = of.isEmpty() || side.isEmpty() ? of + side : of + ", " + side;
    return circuit + (both.isEmpty() ? "" : ": " + both);
  }

  /** The cylinder that a code of this run speaks about; empty if it is about none alone. */
  public OptionalInt cylinder(TroubleCode code) {
    OptionalInt place = firstCylinder == null ? OptionalInt.empty() : codes.placeOf(code);
    int cylinder = place.isEmpty() ? 0 : firstCylinder + place.getAsInt();
    return cylinder > 0 ? OptionalInt.of(cylinder) : OptionalInt.empty();
  }

  public Optional<String> mode(TroubleCode code) {
    return Optional.ofNullable(modes.get(code.circuitText()));
  }

  public static Optional<CodeGroup> owning(TroubleCode code, List<CodeGroup> groups) {
    for (CodeGroup group : groups) {
      if (group.owns(code)) {
        return Optional.of(group);
      }
    }
    return Optional.empty();
  }
}
