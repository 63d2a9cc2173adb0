package hopmend.fault;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * What is known of codes: how they hang together, and the circuits that they speak about.
 *
 * @param circuits those that have a family sheet
 * @param others what stands beside them
 */
public record KnownCodes(List<CodeRule> rules, List<CodeGroup> circuits, List<CodeGroup> others) {
  public KnownCodes {
    rules = List.copyOf(rules);
    circuits = List.copyOf(circuits);
    others = List.copyOf(others);
  }

  /** With the circuits of a vehicle's own codes, which come first. */
  public KnownCodes with(List<CodeGroup> own) {
    return new KnownCodes(rules, Stream.concat(own.stream(), circuits.stream()).toList(), others);
  }

  /** Circuits that have a sheet, then the others. */
  public List<CodeGroup> all() {
    return Stream.concat(circuits.stream(), others.stream()).toList();
  }

  /** The circuit with a family sheet that a code speaks about. */
  Optional<CodeGroup> circuit(TroubleCode code) {
    return CodeGroup.owning(code, circuits);
  }

  /** The part that several codes speak about alike, whether it has a sheet or not. */
  Optional<CodeGroup> part(TroubleCode code) {
    return circuit(code)
        .or(() -> CodeGroup.owning(code, others))
        .filter(CodeGroup::speaksAboutOnePart);
  }
}
