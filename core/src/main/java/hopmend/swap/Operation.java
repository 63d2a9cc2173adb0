package hopmend.swap;

import hopmend.sensor.Condition;
import hopmend.sensor.Conditional;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * One operation of a family sheet. An operation that takes something off names the debt; its
 * inverse names the operation that it undoes.
 *
 * @param after ids of operations of the same sheet that must come first
 * @param takesOff what is owed afterwards, null if nothing
 * @param undoes the operation whose debt this one settles, null if none
 * @param fastener "site" for the site's own bolt, else an id of the card; null if nothing is
 *     tightened
 * @param loosens id of a fastener of the card of which all come off; null if none does
 * @param latch id of a latch drawing, null if none
 * @param waits what goes on by itself then, null if nothing does
 */
public record Operation(
    String id,
    Phase phase,
    String brief,
    String full,
    double minutes,
    List<String> after,
    Debt takesOff,
    String undoes,
    List<String> tools,
    List<String> supplies,
    List<String> cautions,
    String fastener,
    String loosens,
    String latch,
    Wait waits,
    Condition condition,
    String source)
    implements Conditional {

  /** Something taken off that has to go back: how many of what. */
  public record Debt(String item, int count) {
    public Debt {
      if (count < 1) {
        throw new IllegalArgumentException("A debt counts at least one " + item);
      }
    }
  }

  /**
   * Time in which nobody has a hand on it.
   *
   * @param minutes how long, usually; the maker's time comes first
   * @param cools whether something gets cold, so that a thermometer tells it better
   */
  public record Wait(double minutes, boolean cools) {
    public Wait {
      if (!(minutes >= 1 && minutes <= 2880)) {
        throw new IllegalArgumentException("A wait takes 1 to 2880 minutes, not " + minutes);
      }
    }
  }

  public Operation {
    condition = Condition.orAlways(condition);
    after = after == null ? List.of() : List.copyOf(after);
    tools = tools == null ? List.of() : List.copyOf(tools);
    supplies = supplies == null ? List.of() : List.copyOf(supplies);
    cautions = cautions == null ? List.of() : List.copyOf(cautions);
  }

  /** The same behind other operations, with the cautions that hold. */
  public Operation with(List<String> predecessors, List<String> held) {
    return new Operation(
        id,
        phase,
        brief,
        full,
        minutes,
        predecessors,
        takesOff,
        undoes,
        tools,
        supplies,
        held,
        fastener,
        loosens,
        latch,
        waits,
        condition,
        source);
  }

  /** Each once, in the order of the first of its name, with the cautions of all of that name. */
  public static List<Operation> together(List<Operation> operations) {
    Map<String, Operation> byId = new LinkedHashMap<>();
    for (Operation o : operations) {
      byId.merge(o.id(), o, Operation::alsoCautionedAs);
    }
    return List.copyOf(byId.values());
  }

  private Operation alsoCautionedAs(Operation other) {
    Stream<String> all = Stream.concat(cautions.stream(), other.cautions.stream());
    return with(after, all.distinct().toList());
  }

  /**
   * Some of the operations, each behind what came before it: one that is left out hands its
   * predecessors on.
   */
  public static List<Operation> chained(List<Operation> some, List<Operation> all) {
    Set<String> there = some.stream().map(Operation::id).collect(Collectors.toSet());
    Map<String, Operation> byId =
        all.stream().collect(Collectors.toMap(Operation::id, o -> o, (one, other) -> one));
    return some.stream().map(o -> o.behind(before(o, there, byId).stream())).toList();
  }

  private static Set<String> before(Operation o, Set<String> there, Map<String, Operation> all) {
    Set<String> before = new LinkedHashSet<>();
    Deque<String> open = new ArrayDeque<>(o.after());
    Set<String> seen = new HashSet<>();
    while (!open.isEmpty()) {
      String id = open.pop();
      if (there.contains(id) || !all.containsKey(id)) {
        before.add(id);
      } else if (seen.add(id)) {
        open.addAll(all.get(id).after());
      }
    }
    return before;
  }

  /** The same behind these operations. */
  Operation behind(Stream<String> predecessors) {
    return with(predecessors.distinct().toList(), cautions);
  }

  /** Whether doing this is doing the other: what differs are words, never what warns or is owed. */
  boolean isDoneLike(Operation other) {
    return id.equals(other.id)
        && phase == other.phase
        && cautions.equals(other.cautions)
        && Objects.equals(takesOff, other.takesOff)
        && Objects.equals(undoes, other.undoes)
        && Objects.equals(fastener, other.fastener)
        && Objects.equals(loosens, other.loosens);
  }

  public Optional<Debt> debt() {
    return Optional.ofNullable(takesOff);
  }
}
