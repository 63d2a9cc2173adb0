package hopmend.prove;

import hopmend.message.Message;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * What to do next, and what it is expected to cost until the fault is proven gone. All money in the
 * shop's currency.
 *
 * @param options everything that can be done, cheapest expected total first
 * @param total expected cost of going on as the plan says, until a proven repair
 * @param handOver what handing it to a specialist costs
 * @param next what follows from each result, two steps deep; empty where handing over is cheapest
 * @param schools the plan beside the two schools; empty where no new sensor is among the repairs
 * @param leftOut checks that cannot be done here
 */
public record Plan(
    List<Option> options,
    double total,
    double handOver,
    Optional<Step> next,
    Optional<Schools> schools,
    List<LeftOut> leftOut) {
  public Plan {
    options = List.copyOf(options);
    leftOut = List.copyOf(leftOut);
  }

  /**
   * An action as the next one.
   *
   * @param cost of the action with its set-up, now
   * @param minutes hands-on time of it with its set-up
   * @param waitMinutes in which nobody has to stand beside it
   * @param sets set-ups that have to be made for it
   * @param finds probability that it finds the fault, or that the repair is it
   * @param total expected cost until a proven repair if it is done next
   */
  public record Option(
      Action action,
      double cost,
      double minutes,
      double waitMinutes,
      List<SetUp> sets,
      double finds,
      double total) {
    public Option {
      sets = List.copyOf(sets);
    }

    /** The check; empty for a repair. */
    public Optional<Check> check() {
      return action instanceof Action.Look l ? Optional.of(l.check()) : Optional.empty();
    }

    /** The repair; empty for a check. */
    public Optional<Action.Repair> repair() {
      return action instanceof Action.Repair r ? Optional.of(r) : Optional.empty();
    }
  }

  /**
   * A step of the plan and what follows.
   *
   * @param total expected cost from here to a proven repair
   */
  public record Step(Option option, double total, List<Branch> branches) {
    public Step {
      branches = List.copyOf(branches);
    }
  }

  /**
   * What a result leads to.
   *
   * @param probability of the result, at its step
   * @param ends whether the repair is proven with it
   * @param next empty where it ends, where the tree is cut, and where it is handed over
   * @param total expected cost from there
   */
  public record Branch(
      String result, double probability, boolean ends, Optional<Step> next, double total) {}

  /**
   * The plan beside the two schools.
   *
   * @param swapNow expected cost if a new sensor is fitted first
   * @param testAll expected cost if every check is done before anything is changed, until one
   *     remedy reaches the shop's threshold
   * @param swapIsBest whether that is what the plan itself begins with
   * @param turnsAt price of the part at which fitting it first and the best other step cost the
   *     same; empty where no price makes it turn
   */
  public record Schools(
      double swapNow, double testAll, boolean swapIsBest, Optional<Double> turnsAt) {}

  /** A check that cannot be done here, and why. */
  public record LeftOut(Check check, Message why) {}

  /** What differs by less from the least expected total is as good; the shop's rule. */
  static final double AS_GOOD = 1.01;

  /**
   * The check or repair that the plan recommends: of those that are as good as the cheapest in all,
   * the one that costs least now. Empty where handing over is cheapest.
   */
  public Optional<Option> best() {
    return best(options, handOver);
  }

  /** The same of these options, the cheapest in all first. */
  public static Optional<Option> best(List<Option> options, double handOver) {
    return options.stream()
        .filter(o -> o.total() < handOver && o.total() <= options.get(0).total() * AS_GOOD)
        .min(Comparator.comparingDouble(Option::cost));
  }

  /** Why an option stands where it stands. */
  public Reason why(Option option) {
    Optional<Option> other = options.stream().filter(o -> !o.equals(option)).findFirst();
    return new Reason(
        Message.of("reason.worth", 100 * option.finds(), option.cost(), option.total()),
        other
            .map(o -> Message.of("reason.other-step", o.action().title(), o.total()))
            .orElseGet(() -> Message.of("reason.last-check")),
        "expected cost by looking ahead; repairs by probability over cost: Kadane and Simon 1977; Heckerman and others 1995");
  }

  /** The recommended checks, cheapest first; repairs left out. */
  public List<Option> checks() {
    return options.stream().filter(o -> o.check().isPresent()).toList();
  }

  /**
   * Open looks that cost next to nothing, in recommended order: several can be answered at one walk
   * round the vehicle.
   */
  public List<Option> looks() {
    return checks().stream().filter(o -> o.check().get().isALook()).toList();
  }
}
