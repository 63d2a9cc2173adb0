package hopmend.fault;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * How several codes hang together: which is worth working on first, which follow from it, which
 * merely stand by.
 *
 * @param nodes every code once, the one to work on first
 * @param arrows from cause to child, each with its reason
 * @param workOn the code to work on first, empty if there is none
 * @param sentence one sentence that says so
 */
public record CodePicture(
    List<Node> nodes, List<Arrow> arrows, Optional<TroubleCode> workOn, String sentence) {

  /** What a code is to the others. */
  public enum Role {
    CAUSE,
    CHILD,
    BYSTANDER,
    ALONE
  }

  /** A code with its role and the reason for it. */
  public record Node(ReadCode read, Role role, String reason) {}

  /** "from explains to", and why. */
  public record Arrow(TroubleCode from, TroubleCode to, String reason) {}

  public CodePicture {
    nodes = List.copyOf(nodes);
    arrows = List.copyOf(arrows);
  }

  /**
   * Groups the codes by the rules. Among several causes the one that explains most comes first,
   * then one that is current, then the lower code.
   */
  public static CodePicture of(List<ReadCode> codes, List<CodeRule> rules, List<CodeGroup> groups) {
    List<Arrow> arrows = new ArrayList<>();
    for (ReadCode child : codes) {
      for (ReadCode cause : codes) {
        explaining(cause.code(), child.code(), rules)
            .ifPresent(r -> arrows.add(new Arrow(cause.code(), child.code(), r.reason())));
      }
    }
    List<Node> nodes =
        codes.stream()
            .map(c -> node(c, arrows, rules, groups))
            .sorted(
                Comparator.comparing(Node::role)
                    .thenComparing(n -> -childrenOf(n.read().code(), arrows))
                    .thenComparing(n -> n.read().is(CodeState.CURRENT) ? 0 : 1)
                    .thenComparing(n -> n.read().code()))
            .toList();
    Optional<Node> first =
        nodes.stream().filter(n -> n.role() == Role.CAUSE || n.role() == Role.ALONE).findFirst();
    return new CodePicture(
        nodes, arrows, first.map(n -> n.read().code()), sentence(first, arrows, nodes));
  }

  private static Optional<CodeRule> explaining(
      TroubleCode cause, TroubleCode child, List<CodeRule> rules) {
    return rules.stream()
        .filter(r -> r.kind() == CodeRule.Kind.CHILD)
        .filter(r -> r.isCause(cause) && r.explains(child) && !r.isCause(child))
        .findFirst();
  }

  private static Node node(
      ReadCode read, List<Arrow> arrows, List<CodeRule> rules, List<CodeGroup> groups) {
    TroubleCode code = read.code();
    Optional<Arrow> into = arrows.stream().filter(a -> a.to().equals(code)).findFirst();
    if (into.isPresent()) {
      return new Node(read, Role.CHILD, into.get().reason());
    }
    int children = childrenOf(code, arrows);
    if (children > 0) {
      return new Node(
          read,
          Role.CAUSE,
          "explains " + children + (children == 1 ? " other code" : " other codes"));
    }
    Optional<CodeRule> bystander =
        rules.stream()
            .filter(r -> r.kind() == CodeRule.Kind.BYSTANDER && r.explains(code))
            .findFirst();
    if (bystander.isPresent()) {
      return new Node(read, Role.BYSTANDER, bystander.get().reason());
    }
    return CodeGroup.owning(code, groups)
        .map(g -> new Node(read, Role.CAUSE, "speaks about a sensor circuit: " + g.circuit()))
        .orElseGet(() -> new Node(read, Role.ALONE, "no rule ties it to another code"));
  }

  private static int childrenOf(TroubleCode code, List<Arrow> arrows) {
    return (int) arrows.stream().filter(a -> a.from().equals(code)).count();
  }

  private static String sentence(Optional<Node> first, List<Arrow> arrows, List<Node> nodes) {
    if (first.isEmpty()) {
      return nodes.isEmpty()
          ? "No codes yet."
          : "Every code here is a follower or a bystander; read the vehicle again for its cause.";
    }
    String code = first.get().read().code().text();
    List<String> children =
        arrows.stream()
            .filter(a -> a.from().equals(first.get().read().code()))
            .map(a -> a.to().text())
            .toList();
    return children.isEmpty()
        ? "Work on " + code + " first."
        : "Work on %s first; %s should go with it.".formatted(code, String.join(", ", children));
  }
}
