package hopmend.clear;

import hopmend.fault.CodeRange;
import hopmend.fault.TroubleCode;
import hopmend.message.Message;
import java.util.List;

/**
 * Codes that work leaves behind where it was not finished, or that come of it by themselves.
 *
 * @param after ids of operations and of families after whose work they come
 * @param sets the codes, as ranges
 * @param says what to do about them
 */
public record Aftermath(List<String> after, String sets, String says, String source) {
  /** A work that was done in a job, and what it can leave behind. */
  public record Trail(Message done, Aftermath leaves) {
    boolean explains(TroubleCode code) {
      return leaves.codes().stream().anyMatch(r -> r.contains(code));
    }
  }

  public Aftermath {
    after = List.copyOf(after);
    if (after.isEmpty()) {
      throw new IllegalArgumentException("Codes " + sets + " come after no work");
    }
    CodeRange.parseAll(sets);
  }

  List<CodeRange> codes() {
    return CodeRange.parseAll(sets);
  }
}
