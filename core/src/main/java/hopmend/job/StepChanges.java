package hopmend.job;

import hopmend.message.Message;
import hopmend.swap.Fastener;
import hopmend.swap.Step;
import hopmend.swap.WorkOrder;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * In what the work of a job differs when it is planned with other knowledge.
 *
 * @param says each change, in the order of the work
 */
public record StepChanges(List<Message> says) {
  public StepChanges {
    says = List.copyOf(says);
  }

  public static StepChanges between(Workup before, Workup after) {
    List<Step> old = before.workOrder().map(WorkOrder::steps).orElse(List.of());
    List<Step> fresh = after.workOrder().map(WorkOrder::steps).orElse(List.of());
    List<Message> says = new ArrayList<>();
    for (Step step : old) {
      if (of(step, fresh).isEmpty()) {
        says.add(Message.of("steps.gone", step.brief()));
      }
    }
    for (Step step : fresh) {
      Optional<Step> was = of(step, old);
      if (was.isEmpty()) {
        says.add(Message.of("steps.new", step.brief()));
      } else if (!was.get().fastener().equals(step.fastener())) {
        says.add(
            Message.of(
                "steps.tightness",
                step.brief(),
                torque(was.get().fastener()),
                torque(step.fastener())));
      }
    }
    return new StepChanges(says);
  }

  private static Optional<Step> of(Step step, List<Step> steps) {
    return steps.stream().filter(s -> s.id().equals(step.id())).findFirst();
  }

  private static Message torque(Optional<Fastener> fastener) {
    return fastener
        .map(
            f ->
                f.torque()
                    .map(t -> Message.of("steps.turned", f.drive(), t))
                    .orElseGet(() -> Message.of("steps.snug", f.drive())))
        .orElseGet(() -> Message.of("steps.nothing-to-turn"));
  }
}
