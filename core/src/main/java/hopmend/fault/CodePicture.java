package hopmend.fault;

import hopmend.message.Message;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.IntPredicate;

/**
 * How several codes hang together: which is worth working on first, which follow from it, which
 * share one cause, which merely stand by.
 *
 * @param nodes every code once, the one to work on first at the top
 * @param arrows from cause to child, each with its reason
 * @param shared causes that several circuits have in common
 * @param bulletins of the vehicle that speak about just these codes
 * @param workOn the code to work on first, empty if there is none
 * @param says what to do, a few sentences
 */
public record CodePicture(
    List<Node> nodes,
    List<Arrow> arrows,
    List<Shared> shared,
    List<Bulletin> bulletins,
    Optional<TroubleCode> workOn,
    List<Message> says) {

  /** What a code is to the others. */
  public enum Role {
    CAUSE,
    CHILD,
    BYSTANDER,
    ALONE
  }

  /**
   * A code with its role and the reason for it.
   *
   * @param read told together by all its control units
   * @param holders what each of them says
   */
  public record Node(ReadCode read, List<ReadCode> holders, Role role, Message reason) {
    private Node as(Role tied, Message why) {
      return new Node(read, holders, tied, why);
    }

    private Node as(Role tied, String key, Object... said) {
      return as(tied, Message.of("tie." + key, said));
    }
  }

  /** "from explains to", and why; {@code brief} is for the drawing. */
  public record Arrow(TroubleCode from, TroubleCode to, String brief, String reason) {}

  /**
   * A cause that is no code itself, with the codes that point at it.
   *
   * @param unplug whether the sensor that spoils it is found by unplugging one after another
   */
  public record Shared(String name, Message reason, List<TroubleCode> codes, boolean unplug) {
    public Shared {
      codes = List.copyOf(codes);
    }
  }

  public CodePicture {
    nodes = List.copyOf(nodes);
    arrows = List.copyOf(arrows);
    shared = List.copyOf(shared);
    bulletins = List.copyOf(bulletins);
    says = List.copyOf(says);
  }

  public static CodePicture of(List<ReadCode> codes, List<CodeRule> rules, List<CodeGroup> groups) {
    return of(codes, rules, groups, List.of(), List.of());
  }

  /**
   * Groups the codes by the rules. Among several causes one that a shared cause or most children
   * point at comes first, then one that is current, then the lower code.
   *
   * @param readings each code by every control unit that holds it
   * @param groups the circuits that have a family sheet
   * @param wired what the vehicle's own wiring says; it comes before what rules say of all
   * @param bulletins those of the vehicle's card
   */
  public static CodePicture of(
      List<ReadCode> readings,
      List<CodeRule> rules,
      List<CodeGroup> groups,
      List<Shared> wired,
      List<Bulletin> bulletins) {
    CodeReadings held = CodeReadings.of(readings);
    List<ReadCode> codes = held.codes();
    Ties ties = Ties.of(codes, rules, groups);
    List<Arrow> arrows = ties.arrows();
    List<Shared> shared = shared(codes, rules, wired, ties);
    Map<TroubleCode, Shared> sharedBy = new HashMap<>();
    shared.forEach(s -> s.codes().forEach(c -> sharedBy.putIfAbsent(c, s)));
    List<Bulletin> cases = bulletins.stream().filter(b -> b.appliesTo(codes)).toList();
    List<Node> nodes =
        codes.stream()
            .map(c -> new Node(c, held.of(c.code()), Role.ALONE, Message.of("tie.no-rule")))
            .map(n -> named(node(n, ties, sharedBy, rules), cases))
            .sorted(
                Comparator.comparing(Node::role)
                    .thenComparing(n -> isPast(n.read()) ? 1 : 0)
                    .thenComparing(n -> sharedBy.containsKey(n.read().code()) ? 0 : 1)
                    .thenComparing(n -> -ties.childrenOf(n.read().code()))
                    .thenComparing(n -> ties.mayFollow().contains(n.read().code()) ? 1 : 0)
                    .thenComparing(n -> ties.circuitOf(n.read().code()).isPresent() ? 0 : 1)
                    .thenComparing(n -> n.read().is(CodeState.CURRENT) ? 0 : 1)
                    .thenComparing(n -> n.read().code()))
            .toList();
    Optional<Node> first =
        nodes.stream().filter(n -> n.role() == Role.CAUSE || n.role() == Role.ALONE).findFirst();
    return new CodePicture(
        nodes,
        arrows,
        shared,
        cases,
        first.map(n -> n.read().code()),
        says(cases, first, arrows, sharedBy, nodes, rules));
  }

  /**
   * Which code explains which, each pair by the first rule that ties it; every code is held against
   * every rule once.
   */
  private record Ties(
      List<Arrow> arrows,
      Map<TroubleCode, Arrow> into,
      Map<TroubleCode, Integer> children,
      Map<TroubleCode, Optional<CodeGroup>> circuits,
      Set<TroubleCode> mayFollow) {

    static Ties of(List<ReadCode> codes, List<CodeRule> rules, List<CodeGroup> groups) {
      List<CodeRule> tying = rules.stream().filter(r -> r.kind() == CodeRule.Kind.CHILD).toList();
      Map<TroubleCode, Optional<CodeGroup>> circuits = new HashMap<>();
      Map<TroubleCode, BitSet> causes = new LinkedHashMap<>();
      Map<TroubleCode, BitSet> followers = new LinkedHashMap<>();
      for (ReadCode read : codes) {
        TroubleCode code = read.code();
        circuits.put(code, CodeGroup.owning(code, groups));
        BitSet causeIn = new BitSet();
        BitSet followerIn = new BitSet();
        for (int r = 0; r < tying.size(); r++) {
          causeIn.set(r, tying.get(r).isCause(code));
          followerIn.set(r, !causeIn.get(r) && tying.get(r).explains(code));
        }
        if (!causeIn.isEmpty()) {
          causes.put(code, causeIn);
        }
        if (!followerIn.isEmpty()) {
          followers.put(code, followerIn);
        }
      }
      List<Arrow> arrows = new ArrayList<>();
      Map<TroubleCode, Arrow> into = new HashMap<>();
      Map<TroubleCode, Integer> children = new HashMap<>();
      followers.forEach(
          (child, followerIn) ->
              causes.forEach(
                  (cause, causeIn) -> {
                    int rule =
                        firstOfBoth(causeIn, followerIn, r -> tying.get(r).ties(cause, child));
                    if (rule >= 0) {
                      CodeRule r = tying.get(rule);
                      Arrow arrow = new Arrow(cause, child, r.brief(), r.reason());
                      arrows.add(arrow);
                      into.putIfAbsent(child, arrow);
                      children.merge(cause, 1, Integer::sum);
                    }
                  }));
      return new Ties(arrows, into, children, circuits, followers.keySet());
    }

    private static int firstOfBoth(BitSet one, BitSet other, IntPredicate ties) {
      for (int i = one.nextSetBit(0); i >= 0; i = one.nextSetBit(i + 1)) {
        if (other.get(i) && ties.test(i)) {
          return i;
        }
      }
      return -1;
    }

    int childrenOf(TroubleCode code) {
      return children.getOrDefault(code, 0);
    }

    Optional<CodeGroup> circuitOf(TroubleCode code) {
      return circuits.get(code);
    }
  }

  /** A code that no rule ties to another is tied by a bulletin that names it. */
  private static Node named(Node node, List<Bulletin> cases) {
    return cases.stream()
        .filter(b -> node.role() == Role.ALONE || node.role() == Role.BYSTANDER)
        .filter(b -> b.codes().stream().anyMatch(r -> r.contains(node.read().code())))
        .findFirst()
        .map(b -> node.as(Role.CAUSE, "bulletin", b.id()))
        .orElse(node);
  }

  /** What the vehicle's own wiring tells is not told once more by a rule. */
  private static List<Shared> shared(
      List<ReadCode> codes, List<CodeRule> rules, List<Shared> wired, Ties ties) {
    List<Shared> shared = new ArrayList<>();
    wired.stream().filter(s -> !isExplained(s.codes(), ties)).forEach(shared::add);
    List<TroubleCode> all = codes.stream().map(ReadCode::code).toList();
    for (CodeRule rule : rules) {
      List<TroubleCode> pointing = all.stream().filter(rule::explains).toList();
      boolean told = wired.stream().anyMatch(w -> w.codes().containsAll(pointing));
      if (rule.isShared(all) && !told && !isExplained(pointing, ties)) {
        shared.add(new Shared(rule.brief(), Message.text(rule.reason()), pointing, rule.unplug()));
      }
    }
    return shared;
  }

  /** What follows from another code needs no cause of its own. */
  private static boolean isExplained(List<TroubleCode> codes, Ties ties) {
    return codes.stream().allMatch(c -> ties.into().containsKey(c));
  }

  private static Node node(
      Node alone, Ties ties, Map<TroubleCode, Shared> sharedBy, List<CodeRule> rules) {
    TroubleCode code = alone.read().code();
    Arrow into = ties.into().get(code);
    if (into != null) {
      return alone.as(Role.CHILD, Message.text(into.reason()));
    }
    int children = ties.childrenOf(code);
    if (children > 0) {
      return alone.as(Role.CAUSE, "explains", children);
    }
    Shared common = sharedBy.get(code);
    if (common != null) {
      return alone.as(Role.CAUSE, "points-at", common.name(), common.reason());
    }
    Optional<CodeRule> bystander =
        rules.stream()
            .filter(r -> r.kind() == CodeRule.Kind.BYSTANDER && r.explains(code))
            .findFirst();
    Optional<CodeGroup> circuit = ties.circuitOf(code);
    Optional<CodeRule> agreed =
        rules.stream()
            .filter(r -> r.kind() == CodeRule.Kind.AGREED && r.explains(code))
            .filter(r -> alone.holders().size() >= r.atLeast())
            .findFirst();
    if (agreed.isPresent()) {
      List<String> units = alone.holders().stream().map(ReadCode::controlUnit).toList();
      return alone.as(Role.CAUSE, "agreed", Message.listed(units), agreed.get().reason());
    }
    if (bystander.isPresent() && circuit.isEmpty()) {
      return alone.as(Role.BYSTANDER, Message.text(bystander.get().reason()));
    }
    return circuit.map(g -> alone.as(Role.CAUSE, "circuit", g.circuit())).orElse(alone);
  }

  private static List<Message> says(
      List<Bulletin> cases,
      Optional<Node> first,
      List<Arrow> arrows,
      Map<TroubleCode, Shared> sharedBy,
      List<Node> nodes,
      List<CodeRule> rules) {
    List<Message> says = new ArrayList<>();
    cases.stream().findFirst().ifPresent(b -> says.add(Message.of("codes.bulletin", b.id())));
    if (nodes.isEmpty()) {
      says.add(Message.of("codes.none"));
    } else if (first.isEmpty()) {
      says.add(alone(nodes, rules));
    } else {
      says.add(lead(first.get(), arrows, sharedBy));
      if (isPast(first.get().read())) {
        says.add(Message.of("codes.history"));
      }
    }
    return says;
  }

  /** Told only of the past, while nothing says that it is there. */
  private static boolean isPast(ReadCode read) {
    return read.states().equals(Set.of(CodeState.HISTORY));
  }

  /** What to do where nothing accuses anything: the first bystander's own way on. */
  private static Message alone(List<Node> nodes, List<CodeRule> rules) {
    return nodes.stream()
        .flatMap(
            n ->
                rules.stream()
                    .filter(r -> r.kind() == CodeRule.Kind.BYSTANDER)
                    .filter(r -> r.explains(n.read().code()) && !r.alone().isEmpty())
                    .map(r -> Message.of("codes.alone", n.read().code().text(), r.alone())))
        .findFirst()
        .orElse(Message.of("codes.no-cause"));
  }

  private static Message lead(Node first, List<Arrow> arrows, Map<TroubleCode, Shared> sharedBy) {
    TroubleCode code = first.read().code();
    Optional<Shared> common = Optional.ofNullable(sharedBy.get(code));
    if (common.isPresent()) {
      List<String> together = common.get().codes().stream().map(TroubleCode::text).toList();
      return Message.of(
          "codes.together", Message.listed(together), common.get().name(), code.text());
    }
    List<String> children =
        arrows.stream().filter(a -> a.from().equals(code)).map(a -> a.to().text()).toList();
    return children.isEmpty()
        ? Message.of("codes.work-on", code.text())
        : Message.of("codes.work-on-cause", code.text(), String.join(", ", children));
  }
}
