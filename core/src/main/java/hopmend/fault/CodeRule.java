package hopmend.fault;

import java.util.List;

/**
 * Which codes explain which others, from the catalog file {@code code-rules.yaml}.
 *
 * @param kind what the rule says of the explained codes
 * @param causes the codes that explain; empty for a bystander and a shared-cause rule
 * @param explains the codes that are explained, that stand by, or that share a cause
 * @param atLeast for a shared cause: how many different circuits of {@code explains} must be there
 * @param brief a few words for the drawing; for a shared cause its name
 */
public record CodeRule(
    String id,
    Kind kind,
    List<CodeRange> causes,
    List<CodeRange> explains,
    int atLeast,
    String brief,
    String reason,
    String source) {
  /**
   * CHILD: follows from the cause. BYSTANDER: stands there for a reason of its own. SHARED: several
   * circuits at once point at what they have in common.
   */
  public enum Kind {
    CHILD,
    BYSTANDER,
    SHARED
  }

  public CodeRule {
    causes = causes == null ? List.of() : List.copyOf(causes);
    explains = List.copyOf(explains);
    brief = brief == null ? "" : brief;
    if (kind == Kind.CHILD && causes.isEmpty()) {
      throw new IllegalArgumentException("Rule " + id + " explains children but names no cause");
    }
    if (kind == Kind.SHARED && (atLeast < 2 || brief.isEmpty())) {
      throw new IllegalArgumentException(
          "Rule %s needs the name of the shared cause and two circuits at least".formatted(id));
    }
  }

  boolean isCause(TroubleCode code) {
    return causes.stream().anyMatch(r -> r.contains(code));
  }

  boolean explains(TroubleCode code) {
    return explains.stream().anyMatch(r -> r.contains(code));
  }
}
