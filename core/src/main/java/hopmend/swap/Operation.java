package hopmend.swap;

import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
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
 * @param confirms what is looked at with it, each by itself: a click, a lock, a notch
 * @param amount what is measured of what runs out or goes in, null if nothing is
 * @param shows what is drawn beside it from the card's figures, null if nothing is
 * @param secondLook whether somebody looks again before what follows, whoever did it
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
    List<String> confirms,
    Amount amount,
    Shows shows,
    boolean secondLook,
    Condition condition,
    String source)
    implements Conditional {

  /**
   * Something taken off that has to go back: how many of what.
   *
   * @param renewed whether new ones go back: cut ties, clips that hold only once
   */
  public record Debt(String item, int count, boolean renewed) {
    /** Something that goes back itself. */
    public Debt(String item, int count) {
      this(item, count, false);
    }

    public Debt {
      if (count < 1) {
        throw new IllegalArgumentException("A debt counts at least one " + item);
      }
    }
  }

  /** What is drawn from the figures of a card. */
  public enum Shows {
    /** The tooth of the ring over which a sensor is set. */
    TOOTH
  }

  /**
   * A fluid that is measured: caught where it runs out, poured where it goes in.
   *
   * @param fluid "coolant"
   * @param unit in which it is asked
   * @param most more than any vehicle holds, in that unit
   */
  public record Amount(String fluid, MeasureUnit unit, double most) {
    public Amount {
      if (unit.quantity() != MeasureUnit.Quantity.VOLUME || !(most > 0)) {
        throw new IllegalArgumentException("Of %s a volume is measured".formatted(fluid));
      }
    }

    /** What is planned with before anybody has measured it: a tenth of the most. */
    public Reading planned() {
      return Reading.of(most / 10, unit);
    }

    /** Whether a vehicle can hold so much. */
    public boolean holds(Reading measured) {
      double value = measured.in(unit);
      return value > 0 && value <= most;
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
    confirms = confirms == null ? List.of() : List.copyOf(confirms);
  }

  /** The same behind other operations, with the cautions that hold. */
  public Operation with(List<String> predecessors, List<String> held) {
    return with(predecessors, held, minutes);
  }

  /** The same where it takes longer. */
  public Operation slower(double factor) {
    return with(after, cautions, minutes * factor);
  }

  private Operation with(List<String> predecessors, List<String> held, double takes) {
    return new Operation(
        id,
        phase,
        brief,
        full,
        takes,
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
        confirms,
        amount,
        shows,
        secondLook,
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
        && Objects.equals(loosens, other.loosens)
        && Objects.equals(amount, other.amount)
        && confirms.equals(other.confirms)
        && secondLook == other.secondLook;
  }

  public Optional<Debt> debt() {
    return Optional.ofNullable(takesOff);
  }
}
