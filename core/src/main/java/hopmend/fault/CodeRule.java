package hopmend.fault;

import java.util.List;

/**
 * Which codes explain which others, from the catalog file {@code code-rules.yaml}.
 *
 * @param kind what the rule says of the explained codes
 * @param causes the codes that explain; empty for a bystander rule
 * @param explains the codes that are explained, or that are bystanders
 */
public record CodeRule(
    String id,
    Kind kind,
    List<CodeRange> causes,
    List<CodeRange> explains,
    String reason,
    String source) {
  /** CHILD: follows from the cause. BYSTANDER: stands there for a reason of its own. */
  public enum Kind {
    CHILD,
    BYSTANDER
  }

  public CodeRule {
    causes = causes == null ? List.of() : List.copyOf(causes);
    explains = List.copyOf(explains);
    if (kind == Kind.CHILD && causes.isEmpty()) {
      throw new IllegalArgumentException("Rule " + id + " explains children but names no cause");
    }
  }

  boolean isCause(TroubleCode code) {
    return causes.stream().anyMatch(r -> r.contains(code));
  }

  boolean explains(TroubleCode code) {
    return explains.stream().anyMatch(r -> r.contains(code));
  }
}
