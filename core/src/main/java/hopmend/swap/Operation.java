package hopmend.swap;

import hopmend.sensor.Condition;
import hopmend.sensor.Conditional;
import java.util.List;
import java.util.Optional;

/**
 * One operation of a family sheet. An operation that takes something off names the debt; its
 * inverse names the operation that it undoes.
 *
 * @param after ids of operations of the same sheet that must come first
 * @param takesOff what is owed afterwards, null if nothing
 * @param undoes the operation whose debt this one settles, null if none
 * @param fastener "site" for the site's own bolt, else an id of the card; null if nothing is
 *     tightened
 * @param latch id of a latch drawing, null if none
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
    String latch,
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
        latch,
        condition,
        source);
  }

  public Optional<Debt> debt() {
    return Optional.ofNullable(takesOff);
  }
}
