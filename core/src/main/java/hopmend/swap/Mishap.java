package hopmend.swap;

import hopmend.sensor.Condition;
import hopmend.sensor.Conditional;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Something that goes wrong at a step, with the ways to deal with it, the gentlest first. The way
 * that is taken becomes a step of the work before the one at which it happened.
 *
 * @param phases the stages in which it can happen
 * @param stop when to stop, whoever works
 */
public record Mishap(
    String id,
    String name,
    Set<Phase> phases,
    String stop,
    List<Way> ways,
    Condition condition,
    String source)
    implements Conditional {
  /**
   * A way to deal with it.
   *
   * @param risk what it can cost
   * @param supplies what it uses up, parts too
   * @param ends whether the work is handed over with it
   */
  public record Way(
      String id,
      String brief,
      String full,
      double minutes,
      String risk,
      List<String> tools,
      List<String> supplies,
      List<String> cautions,
      boolean ends) {
    public Way {
      tools = tools == null ? List.of() : List.copyOf(tools);
      supplies = supplies == null ? List.of() : List.copyOf(supplies);
      cautions = cautions == null ? List.of() : List.copyOf(cautions);
      if (!(minutes > 0)) {
        throw new IllegalArgumentException("The way " + id + " takes time");
      }
    }
  }

  public Mishap {
    condition = Condition.orAlways(condition);
    phases = Set.copyOf(phases);
    ways = List.copyOf(ways);
    if (phases.isEmpty() || ways.isEmpty()) {
      throw new IllegalArgumentException("Mishap " + id + " needs its stages and its ways");
    }
  }

  public Optional<Way> way(String way) {
    return ways.stream().filter(w -> w.id().equals(way)).findFirst();
  }

  /** Whether it can happen at a step. */
  public boolean isMetAt(Step step) {
    return phases.contains(step.phase());
  }

  /**
   * One that was met, with the way that was taken.
   *
   * @param step at which it happened
   */
  public record Met(String step, Mishap mishap, Way way) {
    /** The step that deals with it. */
    String id() {
      String place = WorkPlan.place(step);
      return "mend:%s:%s-%s"
          .formatted(WorkPlan.operation(step), mishap.id(), way.id())
          .concat(place.isEmpty() ? "" : WorkPlan.AT + place);
    }
  }
}
