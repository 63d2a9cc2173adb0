package hopmend.fault;

import hopmend.message.Message;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

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
 * @param stops whether nobody goes on before what is said is done
 */
public record CodePicture(
    List<Node> nodes,
    List<Arrow> arrows,
    List<Shared> shared,
    List<Bulletin> bulletins,
    Optional<TroubleCode> workOn,
    List<Message> says,
    boolean stops) {

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
   * @param next what to do about it
   */
  public record Node(
      ReadCode read, List<ReadCode> holders, Role role, Message reason, Optional<Message> next) {
    private Node as(Role tied, Message why) {
      return new Node(read, holders, tied, why, next);
    }

    private Node as(Role tied, String key, Object... said) {
      return as(tied, Message.of("tie." + key, said));
    }
  }

  /** "from explains to", and why; {@code brief} is for the drawing. */
  public record Arrow(TroubleCode from, TroubleCode to, Message brief, Message reason) {}

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

  public static CodePicture of(List<ReadCode> codes, KnownCodes known) {
    return of(codes, known, List.of(), List.of());
  }

  /**
   * Groups the codes by the rules. Among several causes one that a rule sets first comes first,
   * then one of what is there now, then one that a shared cause or most children point at, then one
   * that needs no other to explain it, then the lower code.
   *
   * @param readings each code by every control unit that holds it
   * @param wired what the vehicle's own wiring says; it comes before what rules say of all
   * @param bulletins those of the vehicle's card
   */
  public static CodePicture of(
      List<ReadCode> readings, KnownCodes known, List<Shared> wired, List<Bulletin> bulletins) {
    CodeReadings held = CodeReadings.of(readings);
    List<ReadCode> codes = held.codes();
    CodeTies ties = new CodeTies(codes, known);
    RulesAtHand atHand = new RulesAtHand(codes, known.rules());
    List<Shared> shared = shared(atHand, wired, ties);
    Map<TroubleCode, Shared> sharedBy = new HashMap<>();
    shared.forEach(s -> s.codes().forEach(c -> sharedBy.putIfAbsent(c, s)));
    Set<TroubleCode> now = thereNow(codes, ties, shared);
    List<Bulletin> cases = bulletins.stream().filter(b -> b.appliesTo(codes)).toList();
    List<Node> sorted =
        codes.stream()
            .map(c -> untied(c, held, ties, atHand))
            .map(n -> named(node(n, ties, sharedBy, atHand), cases))
            .sorted(
                Comparator.comparing(Node::role)
                    .thenComparing(n -> n.read().onlyOfThePast())
                    .thenComparing(n -> atHand.rank(n.read().code()))
                    .thenComparing(n -> !now.contains(n.read().code()))
                    .thenComparing(n -> standsBy(n.read().code(), ties, atHand))
                    .thenComparing(n -> !sharedBy.containsKey(n.read().code()))
                    .thenComparing(n -> -ties.childrenOf(n.read().code()))
                    .thenComparing(n -> !n.read().is(CodeState.CURRENT))
                    .thenComparing(n -> ties.mayFollow(n.read().code()))
                    .thenComparing(n -> ties.circuitOf(n.read().code()).isEmpty())
                    .thenComparing(n -> n.read().code()))
            .toList();
    Optional<Node> bystanderNow =
        sorted.stream()
            .filter(n -> n.role() == Role.BYSTANDER && now.contains(n.read().code()))
            .findFirst();
    Optional<Node> first =
        sorted.stream()
            .filter(n -> n.role() == Role.CAUSE || n.role() == Role.ALONE)
            .min(
                Comparator.comparing((Node n) -> n.read().onlyOfThePast())
                    .thenComparing(n -> atHand.rank(n.read().code()))
                    .thenComparing(n -> !now.contains(n.read().code())))
            .filter(n -> bystanderNow.isEmpty() || !canWait(n, now, atHand));
    Optional<Node> top = first.or(() -> bystanderNow);
    List<Node> nodes =
        Stream.concat(top.stream(), sorted.stream().filter(n -> !top.equals(Optional.of(n))))
            .toList();
    List<Message> says = new ArrayList<>();
    cases.stream().findFirst().ifPresent(b -> says.add(Message.of("codes.bulletin", b.id())));
    says.addAll(new FirstSentence(nodes, ties.arrows(), shared, atHand).says(first));
    boolean stops =
        codes.stream()
            .filter(c -> !c.onlyOfThePast())
            .flatMap(c -> atHand.rule(CodeRule.Kind.FIRST, c.code()).stream())
            .anyMatch(CodeRule::stop);
    return new CodePicture(
        nodes, ties.arrows(), shared, cases, first.map(n -> n.read().code()), says, stops);
  }

  /**
   * The codes that are there now, or that what is there now follows from or shares its cause with.
   */
  private static Set<TroubleCode> thereNow(
      List<ReadCode> codes, CodeTies ties, List<Shared> shared) {
    Set<TroubleCode> current =
        codes.stream()
            .filter(c -> c.is(CodeState.CURRENT))
            .map(ReadCode::code)
            .collect(Collectors.toSet());
    Set<TroubleCode> now = new HashSet<>(current);
    ties.arrows().stream().filter(a -> current.contains(a.to())).forEach(a -> now.add(a.from()));
    shared.stream()
        .filter(s -> s.codes().stream().anyMatch(current::contains))
        .forEach(s -> now.addAll(s.codes()));
    return now;
  }

  /** Whether a code can wait for one that is there now, even if that accuses no sensor. */
  private static boolean canWait(Node node, Set<TroubleCode> now, RulesAtHand rules) {
    return node.read().onlyOfThePast()
        || !now.contains(node.read().code()) && rules.knowOnlyTheAreaOf(node.read().code());
  }

  private static Node untied(ReadCode read, CodeReadings held, CodeTies ties, RulesAtHand rules) {
    TroubleCode code = read.code();
    return new Node(
        read,
        held.of(code),
        Role.ALONE,
        Message.of("tie.no-rule"),
        rules.next(code, ties.circuitOf(code).isPresent()));
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

  /** What the vehicle's own wiring tells, or an earlier rule, is not told once more by a rule. */
  private static List<Shared> shared(RulesAtHand rules, List<Shared> wired, CodeTies ties) {
    List<Shared> shared = new ArrayList<>();
    wired.stream().filter(s -> !ties.areExplained(s.codes())).forEach(shared::add);
    for (RulesAtHand.Speaking speaking : rules.speaking()) {
      CodeRule rule = speaking.rule();
      List<TroubleCode> pointing = pointing(speaking, ties);
      boolean told =
          Stream.concat(wired.stream(), shared.stream())
              .anyMatch(s -> s.codes().containsAll(pointing));
      if (rule.isShared(pointing) && !told) {
        shared.add(new Shared(rule.brief(), Message.text(rule.reason()), pointing, rule.unplug()));
      }
    }
    return shared;
  }

  /**
   * The codes that count for a shared cause: none that follows from another one, and none of the
   * past among those that are there now.
   */
  private static List<TroubleCode> pointing(RulesAtHand.Speaking speaking, CodeTies ties) {
    List<ReadCode> of = speaking.of();
    boolean now = of.stream().anyMatch(c -> c.is(CodeState.CURRENT));
    List<TroubleCode> pointing =
        of.stream().filter(c -> !now || !c.onlyOfThePast()).map(ReadCode::code).toList();
    boolean all = speaking.rule().withFollowers() && !ties.areExplained(pointing);
    return pointing.stream().filter(c -> all || ties.into(c).isEmpty()).sorted().toList();
  }

  private static Node node(
      Node alone, CodeTies ties, Map<TroubleCode, Shared> sharedBy, RulesAtHand rules) {
    TroubleCode code = alone.read().code();
    Optional<Arrow> into = ties.into(code);
    if (into.isPresent()) {
      return alone.as(Role.CHILD, into.get().reason());
    }
    Shared common = sharedBy.get(code);
    if (common != null) {
      return alone.as(Role.CAUSE, "points-at", common.name());
    }
    int children = ties.childrenOf(code);
    if (children > 0) {
      return alone.as(Role.CAUSE, "explains", children);
    }
    Optional<CodeRule> first = rules.rule(CodeRule.Kind.FIRST, code);
    if (first.isPresent()) {
      return alone.as(Role.CAUSE, "first", first.get().reason());
    }
    Optional<CodeRule> agreed =
        rules.rule(CodeRule.Kind.AGREED, code).filter(r -> alone.holders().size() >= r.atLeast());
    if (agreed.isPresent()) {
      List<String> units = alone.holders().stream().map(ReadCode::controlUnit).toList();
      return alone.as(Role.CAUSE, "agreed", Message.listed(units), agreed.get().reason());
    }
    return ties.circuitOf(code)
        .map(g -> alone.as(Role.CAUSE, "circuit", g.circuit()))
        .or(
            () ->
                rules
                    .rule(CodeRule.Kind.BYSTANDER, code)
                    .map(r -> alone.as(Role.BYSTANDER, Message.text(r.reason()))))
        .orElse(alone);
  }

  /** Whether it accuses no sensor, however many codes it explains. */
  private static boolean standsBy(TroubleCode code, CodeTies ties, RulesAtHand rules) {
    return ties.circuitOf(code).isEmpty() && rules.rule(CodeRule.Kind.BYSTANDER, code).isPresent();
  }
}
