package hopmend.day;

import ai.timefold.solver.core.api.domain.entity.PlanningEntity;
import ai.timefold.solver.core.api.domain.lookup.PlanningId;
import ai.timefold.solver.core.api.domain.variable.PlanningVariable;

/** What the search may change of a stage: its turn, and who does it. */
@PlanningEntity
public class TurnOfStage {
  @PlanningId private String stage;

  @PlanningVariable(valueRangeProviderRefs = "ranks")
  private Integer rank;

  /** Null for whoever is free first. */
  @PlanningVariable(valueRangeProviderRefs = "persons", allowsUnassigned = true)
  private String who;

  /** For the engine, which makes copies. */
  protected TurnOfStage() {}

  TurnOfStage(String stage, int rank, String who) {
    this.stage = stage;
    this.rank = rank;
    this.who = who;
  }

  String stage() {
    return stage;
  }

  int rank() {
    return rank;
  }

  String who() {
    return who;
  }
}
