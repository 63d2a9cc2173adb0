package hopmend.day;

import ai.timefold.solver.core.api.domain.solution.PlanningEntityCollectionProperty;
import ai.timefold.solver.core.api.domain.solution.PlanningScore;
import ai.timefold.solver.core.api.domain.solution.PlanningSolution;
import ai.timefold.solver.core.api.domain.valuerange.ValueRangeProvider;
import ai.timefold.solver.core.api.score.buildin.hardmediumsoftlong.HardMediumSoftLongScore;
import ai.timefold.solver.core.api.score.calculator.EasyScoreCalculator;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;

/** Turns that the search tries on a day. */
@PlanningSolution
public class TurnsTried {
  private Day day;

  @PlanningEntityCollectionProperty private List<TurnOfStage> turns;

  @ValueRangeProvider(id = "ranks")
  private List<Integer> ranks;

  @ValueRangeProvider(id = "persons")
  private List<String> persons;

  @PlanningScore private HardMediumSoftLongScore score;

  /** For the engine, which makes copies. */
  protected TurnsTried() {}

  TurnsTried(Day day, Turns from) {
    this.day = day;
    this.turns = new ArrayList<>();
    for (String stage : from.order()) {
      turns.add(new TurnOfStage(stage, turns.size(), from.who().get(stage)));
    }
    this.ranks = IntStream.range(0, Math.max(1, turns.size())).boxed().toList();
    this.persons = day.persons().stream().map(DayPerson::login).toList();
  }

  /** What is tried, as the rules of the day know it. */
  Turns turns() {
    Map<String, String> who = new HashMap<>();
    turns.stream().filter(t -> t.who() != null).forEach(t -> who.put(t.stage(), t.who()));
    return new Turns(
        turns.stream()
            .sorted(Comparator.comparingInt(TurnOfStage::rank))
            .map(TurnOfStage::stage)
            .toList(),
        who);
  }

  static Turns all(Day day, Turns some) {
    List<String> order = new ArrayList<>(some.order());
    List<String> known = day.stages().map(Stage::id).toList();
    order.retainAll(known);
    known.stream().filter(s -> !order.contains(s)).forEach(order::add);
    return new Turns(order, some.who());
  }

  /** The rules of the day tell how good it is. */
  public static class Judge implements EasyScoreCalculator<TurnsTried, HardMediumSoftLongScore> {
    @Override
    public HardMediumSoftLongScore calculateScore(TurnsTried tried) {
      Schedule.Cost cost = Schedule.of(tried.day, tried.turns()).cost(tried.day);
      return HardMediumSoftLongScore.of(-cost.cannot(), -cost.late(), -cost.ends());
    }
  }
}
