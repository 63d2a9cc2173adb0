package hopmend.fault;

import java.util.List;

/**
 * A service bulletin of a vehicle card that speaks about certain codes together.
 *
 * @param codes all of these must be there, the failure type does not count
 * @param onlyThese whether any other code rules the bulletin out
 * @param says what to do
 */
public record Bulletin(
    String id, List<CodeRange> codes, boolean onlyThese, String says, String source) {
  public Bulletin {
    codes = List.copyOf(codes);
    if (codes.isEmpty()) {
      throw new IllegalArgumentException("Bulletin " + id + " names no code");
    }
  }

  /** Whether these codes are the bulletin's case. */
  public boolean appliesTo(List<ReadCode> read) {
    boolean all = codes.stream().allMatch(r -> read.stream().anyMatch(c -> r.contains(c.code())));
    boolean none = read.stream().allMatch(c -> codes.stream().anyMatch(r -> r.contains(c.code())));
    return all && (none || !onlyThese);
  }
}
