package hopmend.fault;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * Which codes explain which others, from the catalog file {@code code-rules.yaml}.
 *
 * @param kind what the rule says of the explained codes
 * @param causes the codes that explain; empty for a bystander and a shared-cause rule
 * @param explains the codes that are explained, that stand by, or that share a cause
 * @param pairwise whether the n-th cause explains the n-th code only: an injector its own cylinder
 * @param circuits of a shared cause, each with its codes; empty where each of {@code explains} is
 *     one of its own
 * @param atLeast for a shared cause: how many different circuits must be there; where units agree:
 *     how many of them
 * @param brief a few words for the drawing; for a shared cause its name
 * @param unplug for a shared cause: whether the sensor that spoils it is found by unplugging one
 *     after another
 * @param withFollowers for a shared cause: whether codes that follow from others count too
 * @param stop for what comes first: whether nobody goes on before it is done
 * @param next what to do where such a code is the one to begin with
 */
public record CodeRule(
    String id,
    Kind kind,
    List<CodeRange> causes,
    List<CodeRange> explains,
    boolean pairwise,
    List<List<CodeRange>> circuits,
    int atLeast,
    String brief,
    String reason,
    String next,
    boolean unplug,
    boolean withFollowers,
    boolean stop,
    String source) {
  /**
   * FIRST: comes before all others, those of an earlier rule before those of a later one. CHILD:
   * follows from the cause. BYSTANDER: stands there for a reason of its own. SHARED: several
   * circuits at once point at what they have in common. AGREED: several control units say the same
   * of another one. WAY: only tells what to do. AREA: the same, where nothing else is known of a
   * code.
   */
  public enum Kind {
    FIRST,
    CHILD,
    BYSTANDER,
    SHARED,
    AGREED,
    WAY,
    AREA;

    private boolean onlyTellsWhatToDo() {
      return this == WAY || this == AREA;
    }
  }

  public CodeRule {
    causes = causes == null ? List.of() : List.copyOf(causes);
    circuits = circuits == null ? List.of() : circuits.stream().map(List::copyOf).toList();
    explains =
        explains == null ? circuits.stream().flatMap(List::stream).toList() : List.copyOf(explains);
    brief = brief == null ? "" : brief;
    reason = reason == null ? "" : reason;
    next = next == null ? "" : next;
    if (kind == Kind.CHILD && causes.isEmpty()) {
      throw new IllegalArgumentException("Rule " + id + " explains children but names no cause");
    }
    if (reason.isEmpty() != kind.onlyTellsWhatToDo()
        || kind.onlyTellsWhatToDo() && next.isEmpty()) {
      throw new IllegalArgumentException(
          "Rule %s needs %s"
              .formatted(id, kind.onlyTellsWhatToDo() ? "what to do next" : "a reason"));
    }
    if (stop && (kind != Kind.FIRST || next.isEmpty())) {
      throw new IllegalArgumentException(
          "Rule " + id + " stops, so it must come first and say what to do");
    }
    if (kind == Kind.SHARED && (atLeast < 2 || brief.isEmpty())) {
      throw new IllegalArgumentException(
          "Rule %s needs the name of the shared cause and two circuits at least".formatted(id));
    }
    if (kind == Kind.AGREED && atLeast < 2) {
      throw new IllegalArgumentException("Rule " + id + " needs two control units at least");
    }
    if (pairwise && size(causes) != size(explains)) {
      throw new IllegalArgumentException(
          "Rule %s pairs %d causes with %d codes".formatted(id, size(causes), size(explains)));
    }
  }

  private static int size(List<CodeRange> ranges) {
    return ranges.stream().mapToInt(CodeRange::size).sum();
  }

  /** Whether it says what to do about each of its codes. */
  boolean tellsWhatToDo() {
    return kind != Kind.AREA && !next.isEmpty();
  }

  boolean isCause(TroubleCode code) {
    return holds(causes, code);
  }

  boolean explains(TroubleCode code) {
    return holds(explains, code);
  }

  private static boolean holds(List<CodeRange> ranges, TroubleCode code) {
    for (CodeRange range : ranges) {
      if (range.contains(code)) {
        return true;
      }
    }
    return false;
  }

  /** Whether a cause of the rule explains a code of the rule: any, or its own one. */
  boolean ties(TroubleCode cause, TroubleCode code) {
    return !pairwise
        || place(causes, cause).isPresent() && place(causes, cause).equals(place(explains, code));
  }

  private static Optional<Integer> place(List<CodeRange> ranges, TroubleCode code) {
    int before = 0;
    for (CodeRange r : ranges) {
      OptionalInt place = r.placeOf(code);
      if (place.isPresent()) {
        return Optional.of(before + place.getAsInt());
      }
      before += r.size();
    }
    return Optional.empty();
  }

  /** Whether enough of the circuits that share a cause are among the codes. */
  boolean isShared(List<TroubleCode> codes) {
    long hit =
        circuits.isEmpty()
            ? codes.stream().filter(this::explains).map(TroubleCode::circuitText).distinct().count()
            : circuits.stream()
                .filter(c -> codes.stream().anyMatch(code -> holds(c, code)))
                .count();
    return kind == Kind.SHARED && hit >= atLeast;
  }
}
