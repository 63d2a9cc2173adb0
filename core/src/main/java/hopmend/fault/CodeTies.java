package hopmend.fault;

import hopmend.fault.CodePicture.Arrow;
import hopmend.message.Message;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.IntStream;

/**
 * Which code explains which: each pair by the first rule that ties it, then what else is said of
 * one circuit by the code that leads there. What is only of the past explains nothing that is there
 * now.
 */
final class CodeTies {
  private final List<ReadCode> codes;
  private final List<CodeRule> tying;
  private final Map<TroubleCode, Optional<CodeGroup>> circuits = new HashMap<>();
  private final List<Arrow> arrows = new ArrayList<>();
  private final Map<TroubleCode, Arrow> into = new HashMap<>();
  private final Map<TroubleCode, Integer> children = new HashMap<>();
  private final Set<TroubleCode> mayFollow = new HashSet<>();

  CodeTies(List<ReadCode> codes, KnownCodes known) {
    this.codes = codes;
    this.tying = known.rules().stream().filter(r -> r.kind() == CodeRule.Kind.CHILD).toList();
    codes.forEach(c -> circuits.put(c.code(), known.circuit(c.code())));
    tieByRules();
    tieWithinParts(known);
  }

  /** Every code is held against every rule once. */
  private void tieByRules() {
    Map<ReadCode, BitSet> causes = new LinkedHashMap<>();
    Map<ReadCode, BitSet> followers = new LinkedHashMap<>();
    for (ReadCode read : codes) {
      BitSet causeIn = rulesOf(r -> r.isCause(read.code()));
      BitSet followerIn = rulesOf(r -> r.explains(read.code()));
      followerIn.andNot(causeIn);
      if (!causeIn.isEmpty()) {
        causes.put(read, causeIn);
      }
      if (!followerIn.isEmpty()) {
        followers.put(read, followerIn);
        mayFollow.add(read.code());
      }
    }
    followers.forEach(
        (child, followerIn) ->
            causes.forEach(
                (cause, causeIn) -> {
                  if (causeIn.intersects(followerIn) && mayExplain(cause, child)) {
                    tieByFirstOf(causeIn, followerIn, cause.code(), child.code());
                  }
                }));
  }

  private BitSet rulesOf(Predicate<CodeRule> fits) {
    return IntStream.range(0, tying.size())
        .filter(i -> fits.test(tying.get(i)))
        .collect(BitSet::new, BitSet::set, BitSet::or);
  }

  private void tieByFirstOf(
      BitSet causeIn, BitSet followerIn, TroubleCode cause, TroubleCode child) {
    causeIn.stream()
        .filter(followerIn::get)
        .mapToObj(tying::get)
        .filter(r -> r.ties(cause, child))
        .findFirst()
        .ifPresent(r -> tie(cause, child, Message.text(r.brief()), Message.text(r.reason())));
  }

  private static boolean mayExplain(ReadCode cause, ReadCode child) {
    return !cause.onlyOfThePast() || !child.is(CodeState.CURRENT);
  }

  private void tieWithinParts(KnownCodes known) {
    Map<Object, List<ReadCode>> byPart = new LinkedHashMap<>();
    codes.forEach(
        c -> byPart.computeIfAbsent(part(c.code(), known), k -> new ArrayList<>()).add(c));
    for (List<ReadCode> ofOne : byPart.values()) {
      ReadCode leads =
          ofOne.stream()
              .filter(c -> !into.containsKey(c.code()))
              .min(
                  Comparator.comparing(ReadCode::onlyOfThePast)
                      .thenComparing(c -> !c.is(CodeState.CURRENT))
                      .thenComparing(c -> -childrenOf(c.code()))
                      .thenComparing(ReadCode::code))
              .orElse(null);
      ofOne.stream()
          .filter(c -> leads != null && c != leads && !into.containsKey(c.code()))
          .forEach(
              c ->
                  tie(
                      leads.code(),
                      c.code(),
                      Message.of("tie.same-circuit-brief"),
                      Message.of("tie.same-circuit", leads.code().text())));
    }
  }

  /** What a code speaks about: a part that is known, or whatever has its number. */
  private static Object part(TroubleCode code, KnownCodes known) {
    return known.part(code).<Object>map(g -> g).orElseGet(code::circuitText);
  }

  private void tie(TroubleCode cause, TroubleCode child, Message brief, Message reason) {
    Arrow arrow = new Arrow(cause, child, brief, reason);
    arrows.add(arrow);
    into.putIfAbsent(child, arrow);
    children.merge(cause, 1, Integer::sum);
  }

  List<Arrow> arrows() {
    return arrows;
  }

  /** By what a code is explained first. */
  Optional<Arrow> into(TroubleCode code) {
    return Optional.ofNullable(into.get(code));
  }

  /** What follows from another code needs no cause of its own. */
  boolean areExplained(List<TroubleCode> all) {
    return all.stream().allMatch(into::containsKey);
  }

  int childrenOf(TroubleCode code) {
    return children.getOrDefault(code, 0);
  }

  /** The circuit with a family sheet that a code speaks about. */
  Optional<CodeGroup> circuitOf(TroubleCode code) {
    return circuits.get(code);
  }

  /** Whether a rule knows the code as a follower of others. */
  boolean mayFollow(TroubleCode code) {
    return mayFollow.contains(code);
  }
}
