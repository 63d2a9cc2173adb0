package hopmend.day;

import ai.timefold.solver.core.api.solver.SolverFactory;
import ai.timefold.solver.core.config.localsearch.LocalSearchPhaseConfig;
import ai.timefold.solver.core.config.solver.EnvironmentMode;
import ai.timefold.solver.core.config.solver.SolverConfig;
import ai.timefold.solver.core.config.solver.termination.TerminationConfig;
import java.time.Duration;
import java.util.Comparator;
import java.util.stream.Stream;

/**
 * Looks for the turns that make the best schedule of a day. The same day, start and seed give the
 * same answer, as long as the steps end it and not the time.
 */
public final class DaySearch {
  private static final long SEED = 19;

  private DaySearch() {}

  /**
   * How long it looks.
   *
   * @param steps after which it ends
   * @param idle steps without anything better after which it ends
   * @param most time after which it ends in any case
   */
  public record Budget(int steps, int idle, Duration most) {}

  /** What it found. */
  public record Found(Turns turns, Schedule schedule, Schedule.Cost cost) {}

  /**
   * The best of what was tried.
   *
   * @param before the turns of the plan before it; what it settled is where the search may begin
   */
  public static Found best(Day day, Turns before, Budget budget) {
    Found start =
        Stream.concat(Stream.of(before), Turns.simple(day).stream())
            .map(t -> found(day, TurnsTried.all(day, t)))
            .min(Comparator.comparing(Found::cost))
            .orElseThrow();
    if (day.stages().count() < 2 || day.persons().isEmpty()) {
      return start;
    }
    SolverConfig config =
        new SolverConfig()
            .withSolutionClass(TurnsTried.class)
            .withEntityClasses(TurnOfStage.class)
            .withEasyScoreCalculatorClass(TurnsTried.Judge.class)
            .withEnvironmentMode(EnvironmentMode.NO_ASSERT)
            .withRandomSeed(SEED)
            .withPhases(
                new LocalSearchPhaseConfig()
                    .withTerminationConfig(
                        new TerminationConfig()
                            .withStepCountLimit(budget.steps())
                            .withUnimprovedStepCountLimit(budget.idle())))
            .withTerminationConfig(new TerminationConfig().withSpentLimit(budget.most()));
    TurnsTried tried =
        SolverFactory.<TurnsTried>create(config)
            .buildSolver()
            .solve(new TurnsTried(day, start.turns()));
    return found(day, tried.turns());
  }

  private static Found found(Day day, Turns turns) {
    Schedule schedule = Schedule.of(day, turns);
    return new Found(turns, schedule, schedule.cost(day));
  }
}
