package hopmend.fault;

import java.util.List;
import java.util.Map;

/**
 * A service bulletin of a vehicle card that speaks about certain codes together.
 *
 * @param codes all of these must be there, the failure type does not count; empty where it speaks
 *     of parts alone
 * @param parts numbers of which it speaks: each, and all that it replaced
 * @param onlyThese whether any other code rules the bulletin out
 * @param says what to do
 * @param software the lowest version that it takes, by control unit; empty where it asks for none
 */
public record Bulletin(
    String id,
    List<CodeRange> codes,
    List<String> parts,
    boolean onlyThese,
    String says,
    Map<String, String> software,
    String source) {
  public Bulletin {
    codes = codes == null ? List.of() : List.copyOf(codes);
    parts = parts == null ? List.of() : List.copyOf(parts);
    software = software == null ? Map.of() : Map.copyOf(software);
    if (codes.isEmpty() && parts.isEmpty()) {
      throw new IllegalArgumentException("Bulletin " + id + " names neither code nor part");
    }
  }

  /** Whether these codes are the bulletin's case. */
  public boolean appliesTo(List<ReadCode> read) {
    if (codes.isEmpty()) {
      return false;
    }
    boolean all = codes.stream().allMatch(r -> read.stream().anyMatch(c -> r.contains(c.code())));
    boolean none = read.stream().allMatch(c -> codes.stream().anyMatch(r -> r.contains(c.code())));
    return all && (none || !onlyThese);
  }
}
