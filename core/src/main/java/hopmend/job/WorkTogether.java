package hopmend.job;

import hopmend.catalog.Catalog;
import hopmend.catalog.VehicleCard;
import hopmend.day.Pace;
import hopmend.measure.Reading;
import hopmend.swap.Ledger;
import hopmend.swap.Step;
import hopmend.swap.WorkOrder;
import hopmend.swap.WorkPlan;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Sensors that are worked on at one time, in one order that shares the way to them, with what was
 * done of it. A sensor whose verdict is taken before the work on the others is done joins them; one
 * that comes later has an order of its own.
 */
final class WorkTogether {
  private final List<Target> targets;
  private final WorkOrder order;

  /** Of the planned time: who ticks so soon after the step before has done both before. */
  private static final double AT_ONE_GO = 0.1;

  private final Map<String, JobState.Ticked> ticks = new HashMap<>();

  private WorkTogether(List<Target> targets, Catalog catalog) {
    this.targets = List.copyOf(targets);
    this.order = order(targets, catalog);
    order.steps().forEach(s -> ticked(s).ifPresent(t -> ticks.put(s.id(), t)));
    withoutWhatIsBackAgain();
  }

  /** One sensor with the order that it would have, whether its verdict is taken or not. */
  static WorkTogether alone(Target target, Catalog catalog) {
    return new WorkTogether(List.of(target), catalog);
  }

  /**
   * The sensors of a job whose verdicts ask for work, those that are worked on together in one.
   *
   * @param targets in any order
   */
  static List<WorkTogether> of(List<Target> targets, Catalog catalog) {
    List<WorkTogether> all = new ArrayList<>();
    targets.stream()
        .sorted(Comparator.comparingLong(t -> t.state().verdictAt()))
        .forEach(
            t -> {
              Optional<WorkTogether> open =
                  all.stream().filter(w -> w.isJoinedBy(t)).reduce((one, later) -> later);
              open.ifPresentOrElse(
                  w -> all.set(all.indexOf(w), w.and(t, catalog)),
                  () -> all.add(alone(t, catalog)));
            });
    return all;
  }

  private boolean isJoinedBy(Target target) {
    boolean sameCard = card(target).isPresent() && card(target).equals(card(targets.get(0)));
    long from = target.state().verdictAt();
    boolean done =
        order.steps().stream()
            .allMatch(s -> ticks.containsKey(s.id()) && ticks.get(s.id()).sequence() < from);
    return sameCard
        && target.worksOn().isPresent()
        && targets.get(0).worksOn().isPresent()
        && !done;
  }

  private WorkTogether and(Target target, Catalog catalog) {
    return new WorkTogether(Stream.concat(targets.stream(), Stream.of(target)).toList(), catalog);
  }

  private static Optional<String> card(Target target) {
    return target.card().map(VehicleCard::id);
  }

  private static WorkOrder order(List<Target> targets, Catalog catalog) {
    if (targets.size() == 1) {
      return targets.get(0).workOrder().orElse(new WorkOrder(List.of()));
    }
    return catalog.workOrder(
        targets.get(0).card().orElseThrow(),
        targets.stream().map(t -> t.worksOn().orElseThrow()).toList(),
        targets.stream().flatMap(t -> t.met().stream()).toList());
  }

  /** The tick of a step: of its own sensor, or of whichever sensor it was shared by. */
  private Optional<JobState.Ticked> ticked(Step step) {
    String operation = WorkPlan.operation(step.id());
    return targets.stream()
        .filter(t -> WorkPlan.place(step.id()).isEmpty() || isAt(t, step.id()))
        .flatMap(t -> Optional.ofNullable(t.ticks().get(operation)).stream())
        .min(Comparator.comparingLong(JobState.Ticked::sequence));
  }

  private static boolean isAt(Target target, String step) {
    return target.about().site().equals(WorkPlan.place(step));
  }

  /**
   * Where something was off and back before the last sensor joined, the way is opened once more for
   * it: what all share is done again, down to the wheel bolts, but for what is still off.
   */
  private void withoutWhatIsBackAgain() {
    long joined = targets.stream().mapToLong(t -> t.state().verdictAt()).max().orElse(0);
    List<Step> before =
        order.steps().stream()
            .filter(s -> WorkPlan.place(s.id()).isEmpty() && ticks.containsKey(s.id()))
            .filter(s -> ticks.get(s.id()).sequence() < joined)
            .toList();
    Set<String> back =
        before.stream().flatMap(s -> s.settles().stream()).collect(Collectors.toSet());
    if (targets.size() > 1 && !back.isEmpty()) {
      before.stream()
          .filter(s -> !s.takesOff() || back.contains(s.id()))
          .forEach(s -> ticks.remove(s.id()));
    }
  }

  boolean holds(About about) {
    return targets.stream().anyMatch(t -> t.about().equals(about));
  }

  /** The target that a step is about: its own, else the one at hand. */
  Target of(String step, Target here) {
    return targets.stream()
        .filter(t -> !WorkPlan.place(step).isEmpty() && isAt(t, step))
        .findFirst()
        .orElse(here);
  }

  List<Target> targets() {
    return targets;
  }

  WorkOrder order() {
    return order;
  }

  Map<String, JobState.Ticked> ticks() {
    return Collections.unmodifiableMap(ticks);
  }

  /**
   * How long the steps took, from one tick to the next. What was ticked at one go shares the time;
   * what was found done, what waits, and what was longer than a break says nothing.
   */
  List<Pace.Worked> worked() {
    List<Step> done =
        order.steps().stream()
            .filter(s -> ticks.containsKey(s.id()))
            .sorted(Comparator.comparing(s -> ticks.get(s.id()).sequence()))
            .toList();
    List<Pace.Worked> worked = new ArrayList<>();
    int i = 1;
    while (i < done.size()) {
      double took = gap(done, i);
      int next = i + 1;
      double planned = done.get(i).minutes();
      while (next < done.size() && gap(done, next) < AT_ONE_GO * done.get(next).minutes()) {
        took += gap(done, next);
        planned += done.get(next).minutes();
        next++;
      }
      List<Step> together = done.subList(i, next);
      boolean waited = done.subList(i - 1, next).stream().anyMatch(s -> s.waits().isPresent());
      boolean found =
          together.stream().anyMatch(s -> !ticks.get(s.id()).fact().foundSo().isEmpty());
      if (!waited && !found && planned > 0 && took <= CardOffer.longestWork(planned)) {
        double ratio = took / planned;
        together.forEach(s -> worked.add(worked(s, ratio * s.minutes())));
      }
      i = next;
    }
    return worked;
  }

  private Pace.Worked worked(Step step, double took) {
    About about = of(step.id(), targets.get(0)).about();
    return new Pace.Worked(
        about.family(),
        about.card(),
        WorkPlan.operation(step.id()),
        ticks.get(step.id()).fact().learned(),
        step.minutes(),
        took);
  }

  private double gap(List<Step> done, int i) {
    Instant before = ticks.get(done.get(i - 1).id()).at();
    return Duration.between(before, ticks.get(done.get(i).id()).at()).toSeconds() / 60.0;
  }

  /** Steps that are done and that somebody has to look at. */
  List<Step> looksOwed() {
    return order.steps().stream()
        .filter(s -> ticks.containsKey(s.id()) && owesALook(s, ticks.get(s.id())))
        .toList();
  }

  private boolean owesALook(Step step, JobState.Ticked tick) {
    return (step.secondLook() || tick.fact().learned())
        && lookedAt(step).filter(l -> l.sequence() > tick.sequence()).isEmpty();
  }

  /** Who looked at a step, the last of them: at its own sensor, or at whichever it is shared by. */
  Optional<JobEntry> lookedAt(Step step) {
    String operation = WorkPlan.operation(step.id());
    return targets.stream()
        .filter(t -> WorkPlan.place(step.id()).isEmpty() || isAt(t, step.id()))
        .flatMap(t -> t.state().lookedAt(operation).stream())
        .max(Comparator.comparingLong(JobEntry::sequence));
  }

  /** Whether every step is done and looked at, and everything is written down that should be. */
  boolean isDone() {
    return order.steps().stream().allMatch(s -> ticks.containsKey(s.id()))
        && looksOwed().isEmpty()
        && targets.stream().allMatch(WorkTogether::isWrittenDown);
  }

  static boolean isWrittenDown(Target target) {
    boolean asked = target.work().filter(w -> !w.asks().isEmpty()).isPresent();
    return !asked || target.state().repair().isPresent();
  }

  /** What of it is off, and what an earlier attempt left off. */
  Ledger ledger(List<Ledger.Movement> beside) {
    List<Ledger.Movement> left = targets.stream().flatMap(t -> t.leftOver().stream()).toList();
    return Ledger.of(
        order, measured(ticks), Stream.concat(left.stream(), beside.stream()).toList());
  }

  /** Of each step that is done what was measured of a fluid. */
  static Map<String, Optional<Reading>> measured(Map<String, JobState.Ticked> ticks) {
    return ticks.entrySet().stream()
        .collect(Collectors.toMap(Map.Entry::getKey, e -> e.getValue().amount()));
  }

  /** What it is called, by what is taken off for it. */
  String name() {
    return String.join(" and the ", targets.stream().map(Target::name).toList());
  }
}
