package hopmend.prove;

import hopmend.sensor.Traits;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * Finds the step that leads to a proven repair at the least expected cost, by looking ahead. The
 * exact answer to this question is out of reach for a real sheet (troubleshooting with dependent
 * checks is NP-hard: Vomlelova, International Journal of Intelligent Systems 2003, from memory), so
 * the search goes as deep as its allowance lets it and ends with what is known to be best where
 * only repairs are left: by probability over cost (Kadane and Simon 1977; Heckerman, Breese and
 * Rommelse, Communications of the ACM 1995), handing over where that is cheaper.
 *
 * <p>Every number that it gives is the cost of a course that can be followed, so it is never below
 * the true optimum. Ties go to the first in the given order. Not for several threads.
 */
public final class Planner {
  /** Steps of arithmetic that one look ahead may take: a few milliseconds. */
  private static final double ALLOWANCE = 1.2e6;

  /** Share of the allowance for each step of the drawn tree behind the first. */
  private static final double IN_THE_TREE = 0.03;

  /** Deeper than this changes the next step no more. */
  private static final int DEEPEST = 5;

  /** A plan ranks so many checks and repairs at most, and takes as many set-ups. */
  public static final int MOST_ACTIONS = Long.SIZE - 1;

  /** Branches of the drawn tree below this share are not followed. */
  private static final double TOO_SELDOM = 0.03;

  /** Branches of the school that tests everything are cut below this share. */
  private static final double NEGLIGIBLE = 0.005;

  private static final int DRAWN = 2;

  /**
   * What is asked.
   *
   * @param setUps those that can be had here
   * @param traits what is known of the vehicle, by which some stand already
   * @param handOver what it costs to hand the vehicle to a specialist, who finds it
   * @param labourPerHour price of hands-on time
   * @param waitWeighs price of waiting as a share of that
   */
  public record Asked(
      Diagnosis diagnosis,
      List<Check> checks,
      List<Action.Repair> repairs,
      List<SetUp> setUps,
      Traits traits,
      double handOver,
      double labourPerHour,
      double waitWeighs) {
    public Asked {
      checks = List.copyOf(checks);
      repairs = List.copyOf(repairs);
      setUps = List.copyOf(setUps);
      if (checks.size() + repairs.size() > MOST_ACTIONS || setUps.size() > MOST_ACTIONS) {
        throw new IllegalArgumentException(
            "A plan takes up to %d actions and as many set-ups, not %d and %d"
                .formatted(MOST_ACTIONS, checks.size() + repairs.size(), setUps.size()));
      }
    }
  }

  private final Asked asked;
  private final List<Action> actions = new ArrayList<>();
  private final List<Suspect> suspects;
  private final double[] belief;
  private final double[] own;
  private final double[] inVain;
  private final long[] needs;
  private final long[] ends;
  private final double[] setUpCost;
  private final double[][][] likelihood;
  private final double[][] fixes;
  private final double[][] found;

  /** Index of the repair that meets a suspect, -1 for none; how likely it puts that right. */
  private final int[] metBy;

  private final double[] metShare;

  /** What each repair puts right, and how much of it for its cost; for one sum at a time. */
  private final double[] fixedByRepair;

  private final double[] worthOfRepair;
  private final int repairsFrom;
  private final long standing;

  private Planner(Asked asked) {
    this.asked = asked;
    this.suspects =
        asked.diagnosis().standings().stream().map(Diagnosis.Standing::suspect).toList();
    this.belief =
        asked.diagnosis().standings().stream().mapToDouble(Diagnosis.Standing::posterior).toArray();
    asked.checks().forEach(c -> actions.add(new Action.Look(c)));
    this.repairsFrom = actions.size();
    actions.addAll(asked.repairs());
    int n = actions.size();
    this.own = actions.stream().mapToDouble(this::ownCost).toArray();
    this.inVain = new double[n];
    this.needs = new long[n];
    this.ends = new long[n];
    this.likelihood = new double[n][][];
    this.fixes = new double[n][];
    this.found = new double[n][];
    this.setUpCost = asked.setUps().stream().mapToDouble(this::costOf).toArray();
    for (int a = 0; a < n; a++) {
      Action action = actions.get(a);
      found[a] = suspects.stream().mapToDouble(s -> found(action, s)).toArray();
      needs[a] = closure(action.needs());
      ends[a] = ended(needs[a]);
      if (action instanceof Action.Look l) {
        likelihood[a] = likelihoods(l.check());
      } else if (action instanceof Action.Repair r) {
        fixes[a] = suspects.stream().mapToDouble(r::ends).toArray();
        inVain[a] = r.inVain();
      }
    }
    this.metBy = suspects.stream().mapToInt(this::repairOf).toArray();
    this.metShare =
        IntStream.range(0, metBy.length)
            .mapToDouble(i -> metBy[i] < 0 ? 0 : fixes[metBy[i]][i])
            .toArray();
    this.fixedByRepair = new double[n];
    this.worthOfRepair = new double[n];
    this.standing = standing();
  }

  /** Everything that can be done, cheapest expected total first. */
  public static List<Plan.Option> options(Asked asked) {
    return new Planner(asked).options(Double.POSITIVE_INFINITY);
  }

  public static Plan plan(Asked asked, List<Plan.LeftOut> leftOut, double threshold) {
    return new Planner(asked).plan(leftOut, threshold);
  }

  /**
   * Index of the action that is done next: checks first, then repairs; -1 to hand over.
   *
   * @param steps how far to look ahead, all actions followed
   */
  static int next(Asked asked, int steps) {
    Planner p = new Planner(asked);
    return p.best(p.belief, 0, p.standing, new Ahead(steps, Integer.MAX_VALUE));
  }

  private int repairOf(Suspect s) {
    return IntStream.range(repairsFrom, own.length)
        .filter(a -> ((Action.Repair) actions.get(a)).meets().contains(s.id()))
        .findFirst()
        .orElse(-1);
  }

  private double ownCost(Action a) {
    return a.minutes() * asked.labourPerHour() / 60 + a.money();
  }

  private double costOf(SetUp s) {
    return (s.minutes() + asked.waitWeighs() * s.waitMinutes()) * asked.labourPerHour() / 60;
  }

  private double[][] likelihoods(Check c) {
    return c.outcomes().stream()
        .map(o -> suspects.stream().mapToDouble(s -> c.likelihood(o, s)).toArray())
        .toArray(double[][]::new);
  }

  // Set-ups

  private int indexOf(String setUp) {
    for (int i = 0; i < asked.setUps().size(); i++) {
      if (asked.setUps().get(i).id().equals(setUp)) {
        return i;
      }
    }
    return -1;
  }

  private long closure(List<String> ids) {
    return with(ids, 0);
  }

  private long with(List<String> ids, long known) {
    long all = known;
    for (String id : ids) {
      int i = indexOf(id);
      if (i >= 0 && (all & 1L << i) == 0) {
        all = with(asked.setUps().get(i).brings(), all | 1L << i);
      }
    }
    return all;
  }

  private long ended(long needed) {
    long all = 0;
    for (int i = 0; i < setUpCost.length; i++) {
      if ((needed & 1L << i) != 0) {
        for (String id : asked.setUps().get(i).ends()) {
          int other = indexOf(id);
          all |= other < 0 ? 0 : 1L << other;
        }
      }
    }
    return all & ~needed;
  }

  /** What is still set up from the checks that were answered, in their order. */
  private long standing() {
    long now = 0;
    for (int i = 0; i < setUpCost.length; i++) {
      now |= asked.setUps().get(i).stands(asked.traits()) ? 1L << i : 0;
    }
    for (Diagnosis.Answer a : asked.diagnosis().answers()) {
      long needed = closure(a.check().needs());
      now = (now | needed) & ~ended(needed);
    }
    return now;
  }

  private double cost(int action, long setUp) {
    double cost = own[action];
    for (long missing = needs[action] & ~setUp; missing != 0; missing &= missing - 1) {
      cost += setUpCost[Long.numberOfTrailingZeros(missing)];
    }
    return cost;
  }

  /** What is set up after it; a repair puts everything back. */
  private long after(int action, long setUp) {
    return action >= repairsFrom ? 0 : (setUp | needs[action]) & ~ends[action];
  }

  // Looking ahead. Weights are not normalised: all costs are for their sum.

  private static double sum(double[] weights) {
    double sum = 0;
    for (double w : weights) {
      sum += w;
    }
    return sum;
  }

  private static double[] times(double[] weights, double[] factor) {
    double[] product = new double[weights.length];
    for (int i = 0; i < product.length; i++) {
      product[i] = weights[i] * factor[i];
    }
    return product;
  }

  private static double[] unfixed(double[] weights, double[] fix) {
    double[] left = new double[weights.length];
    for (int i = 0; i < left.length; i++) {
      left[i] = weights[i] * (1 - fix[i]);
    }
    return left;
  }

  /**
   * Expected cost where nothing is measured any more: repairs one by one, then handed over.
   *
   * @param given what the weights are to be multiplied with first; null for nothing
   */
  private double repairsOnly(double[] weights, double[] given, long used) {
    double mass = 0;
    double total = 0;
    double handOver = asked.handOver();
    double[] fixed = fixedByRepair;
    double[] worth = worthOfRepair;
    Arrays.fill(fixed, repairsFrom, own.length, 0);
    for (int i = 0; i < weights.length; i++) {
      double w = given == null ? weights[i] : weights[i] * given[i];
      mass += w;
      if (metBy[i] >= 0 && (used & 1L << metBy[i]) == 0) {
        fixed[metBy[i]] += w * metShare[i];
      }
    }
    for (int a = repairsFrom; a < own.length; a++) {
      worth[a] = fixed[a] / own[a];
    }
    // What a repair puts right no other one meets: what is left for the others stays as it is.
    while (true) {
      int best = -1;
      for (int a = repairsFrom; a < own.length; a++) {
        boolean better = fixed[a] > 0 && (best < 0 || worth[a] > worth[best]);
        if (better && handOver * fixed[a] > own[a] * mass + inVain[a] * (mass - fixed[a])) {
          best = a;
        }
      }
      if (best < 0) {
        return total + handOver * mass;
      }
      total += own[best] * mass + inVain[best] * (mass - fixed[best]);
      mass = Math.max(0, mass - fixed[best]);
      fixed[best] = 0;
    }
  }

  /**
   * How far to look ahead.
   *
   * @param steps one is the next action alone, and repairs after it
   * @param kept how many actions are followed at each step but the last: those that look best
   */
  private record Ahead(int steps, int kept) {
    Ahead less() {
      return new Ahead(steps - 1, kept);
    }
  }

  private static final Ahead NOT = new Ahead(0, 0);
  private static final Ahead ONE = new Ahead(1, Integer.MAX_VALUE);

  /** So many steps are compared with a new sensor to find the price at which it turns. */
  private static final int COMPARED = 5;

  /** As deep as this share of the allowance lets, with as many actions as it lets. */
  private Ahead ahead(double share) {
    double results =
        IntStream.range(0, repairsFrom).mapToDouble(a -> likelihood[a].length).average().orElse(2);
    double node = own.length * results * belief.length * 2;
    for (int steps = DEEPEST; steps > 1; steps--) {
      for (int keep : new int[] {own.length, 8, 5, 3}) {
        double nodes = Math.pow(Math.min(keep, own.length) * results, steps - 1.0);
        if (nodes * node <= share * ALLOWANCE) {
          return new Ahead(steps, keep);
        }
      }
    }
    return ONE;
  }

  /** Expected cost if this action is done now, and each result followed so far. */
  private double expectedDoing(int a, double[] w, long used, long setUp, Ahead then, double bound) {
    double total = cost(a, setUp) * sum(w);
    long nowUsed = used | 1L << a;
    long nowSetUp = after(a, setUp);
    if (a >= repairsFrom) {
      double[] left = unfixed(w, fixes[a]);
      return total + inVain[a] * sum(left) + expected(left, nowUsed, nowSetUp, then);
    }
    for (double[] given : likelihood[a]) {
      if (total >= bound) {
        return total;
      }
      total +=
          then.steps() == 0
              ? repairsOnly(w, given, nowUsed)
              : expected(times(w, given), nowUsed, nowSetUp, then);
    }
    return total;
  }

  /** Expected cost from here. */
  private double expected(double[] w, long used, long setUp, Ahead ahead) {
    double best = repairsOnly(w, null, used);
    if (ahead.steps() == 0 || best == 0) {
      return best;
    }
    int[] tried = ahead.steps() == 1 ? open(used) : promising(w, used, setUp, ahead.kept());
    for (int a : tried) {
      best = Math.min(best, expectedDoing(a, w, used, setUp, ahead.less(), best));
    }
    return best;
  }

  private int[] open(long used) {
    int[] open = new int[own.length];
    int n = 0;
    for (int a = 0; a < open.length; a++) {
      if ((used & 1L << a) == 0) {
        open[n++] = a;
      }
    }
    return Arrays.copyOf(open, n);
  }

  /** The actions that look best one step ahead, the best first. */
  private int[] promising(double[] w, long used, long setUp, int keep) {
    int[] open = open(used);
    double[] quick = new double[own.length];
    for (int a : open) {
      quick[a] = expectedDoing(a, w, used, setUp, NOT, Double.POSITIVE_INFINITY);
    }
    return Arrays.stream(open)
        .boxed()
        .sorted(Comparator.comparingDouble(a -> quick[a]))
        .limit(keep)
        .mapToInt(Integer::intValue)
        .toArray();
  }

  /**
   * The action that is cheapest from here, -1 where handing over is; of those that are as good as
   * the cheapest, the one that costs least now.
   */
  private int best(double[] w, long used, long setUp, Ahead ahead) {
    int[] tried = promising(w, used, setUp, ahead.kept());
    double[] cost = new double[tried.length];
    double handOver = asked.handOver() * sum(w);
    double least = handOver;
    for (int i = 0; i < tried.length; i++) {
      cost[i] = expectedDoing(tried[i], w, used, setUp, ahead.less(), least * Plan.AS_GOOD);
      least = Math.min(least, cost[i]);
    }
    int best = -1;
    for (int i = 0; i < tried.length; i++) {
      boolean asGood = cost[i] < handOver && cost[i] <= least * Plan.AS_GOOD;
      if (asGood && (best < 0 || cost(tried[i], setUp) < cost(best, setUp))) {
        best = tried[i];
      }
    }
    return best;
  }

  // The plan as it is shown

  private Plan plan(List<Plan.LeftOut> leftOut, double threshold) {
    double testAll = testAll(belief, 0, standing, threshold);
    List<Plan.Option> options = options(testAll);
    double total =
        options.stream().mapToDouble(Plan.Option::total).reduce(asked.handOver(), Math::min);
    return new Plan(
        options,
        total,
        asked.handOver(),
        drawn(belief, 0, standing, DRAWN),
        schools(testAll, options),
        leftOut);
  }

  /**
   * Every action as the next one. The first check of those who test everything is known to cost no
   * more than testing everything does, however far the look-ahead sees.
   */
  private List<Plan.Option> options(double testAll) {
    int firstOfAll = firstOfAll(belief, 0, standing);
    Ahead ahead = ahead(1);
    int[] followed = promising(belief, 0, standing, ahead.kept());
    int swap = swap();
    List<Plan.Option> options = new ArrayList<>();
    for (int a : open(0)) {
      // A new sensor is followed as far as the best: it is one of the schools.
      boolean far = a == swap || Arrays.stream(followed).anyMatch(f -> f == a);
      Ahead then = far ? ahead.less() : ONE;
      double total = expectedDoing(a, belief, 0, standing, then, Double.POSITIVE_INFINITY);
      options.add(option(a, belief, standing, a == firstOfAll ? Math.min(total, testAll) : total));
    }
    options.sort(Comparator.comparingDouble(Plan.Option::total));
    return options;
  }

  private Plan.Option option(int a, double[] w, long setUp, double total) {
    List<SetUp> sets =
        IntStream.range(0, setUpCost.length)
            .filter(i -> (needs[a] & ~setUp & 1L << i) != 0)
            .mapToObj(asked.setUps()::get)
            .toList();
    return new Plan.Option(
        actions.get(a),
        cost(a, setUp),
        actions.get(a).minutes() + sets.stream().mapToDouble(SetUp::minutes).sum(),
        sets.stream().mapToDouble(SetUp::waitMinutes).sum(),
        sets,
        finds(a, w) / sum(w),
        total);
  }

  private double finds(int a, double[] w) {
    double finds = 0;
    for (int i = 0; i < w.length; i++) {
      finds += w[i] * found[a][i];
    }
    return finds;
  }

  /** Probability that it finds the fault, or puts it right, if this suspect is it. */
  private static double found(Action action, Suspect s) {
    if (action instanceof Action.Repair r) {
      return r.ends(s);
    }
    Check c = ((Action.Look) action).check();
    return c.looksFor().contains(s.likeOrId()) ? c.findingLikelihood(s) : 0;
  }

  private Optional<Plan.Step> drawn(double[] w, long used, long setUp, int deep) {
    Ahead ahead = ahead(deep == DRAWN ? 1 : IN_THE_TREE);
    int a = best(w, used, setUp, ahead);
    if (a < 0) {
      return Optional.empty();
    }
    double mass = sum(w);
    List<Plan.Branch> branches = new ArrayList<>();
    long nowUsed = used | 1L << a;
    long nowSetUp = after(a, setUp);
    if (actions.get(a) instanceof Action.Look l) {
      for (int o = 0; o < likelihood[a].length; o++) {
        branches.add(
            branch(
                l.check().outcomes().get(o).label(),
                times(w, likelihood[a][o]),
                mass,
                nowUsed,
                nowSetUp,
                deep));
      }
    } else {
      double[] left = unfixed(w, fixes[a]);
      double gone = 1 - sum(left) / mass;
      branches.add(new Plan.Branch("", gone, true, Optional.empty(), 0));
      branches.add(branch("", left, mass, nowUsed, nowSetUp, deep));
    }
    double total =
        cost(a, setUp)
            + inVain[a]
                * branches.stream()
                    .filter(b -> !b.ends())
                    .mapToDouble(Plan.Branch::probability)
                    .sum();
    for (Plan.Branch b : branches) {
      total += b.probability() * b.total();
    }
    return Optional.of(new Plan.Step(option(a, w, setUp, total), total, branches));
  }

  private Plan.Branch branch(
      String result, double[] w, double ofMass, long used, long setUp, int deep) {
    double mass = sum(w);
    boolean followed = deep > 1 && mass / ofMass >= TOO_SELDOM;
    Optional<Plan.Step> next = followed ? drawn(w, used, setUp, deep - 1) : Optional.empty();
    double total =
        next.map(Plan.Step::total)
            .orElseGet(() -> mass == 0 ? 0 : expected(w, used, setUp, ahead(IN_THE_TREE)) / mass);
    return new Plan.Branch(result, mass / ofMass, false, next, total);
  }

  // The schools

  private Optional<Plan.Schools> schools(double testAll, List<Plan.Option> options) {
    int swap = swap();
    return options.stream()
        .filter(o -> swap >= 0 && o.action() == actions.get(swap))
        .findFirst()
        .map(
            o ->
                new Plan.Schools(
                    o.total(),
                    testAll,
                    Plan.best(options, asked.handOver()).filter(o::equals).isPresent(),
                    turnsAt(swap)));
  }

  /** Index of the repair that fits a new sensor, -1 for none. */
  private int swap() {
    return IntStream.range(repairsFrom, own.length).filter(this::isSwap).findFirst().orElse(-1);
  }

  private boolean isSwap(int a) {
    return suspects.stream()
        .anyMatch(
            s ->
                s.remedy() == Remedy.REPLACE_SENSOR
                    && ((Action.Repair) actions.get(a)).ends(s) > 0);
  }

  /** Every check in the order in which it tells most for its money, until one remedy is proven. */
  private double testAll(double[] w, long used, long setUp, double threshold) {
    double mass = sum(w);
    if (mass < NEGLIGIBLE || isProven(w, mass, threshold)) {
      return repairsOnly(w, null, used);
    }
    int next = firstOfAll(w, used, setUp);
    if (next < 0) {
      return repairsOnly(w, null, used);
    }
    double total = cost(next, setUp) * mass;
    for (double[] given : likelihood[next]) {
      total += testAll(times(w, given), used | 1L << next, after(next, setUp), threshold);
    }
    return total;
  }

  /** The check that tells most for its money, -1 where none is left. */
  private int firstOfAll(double[] w, long used, long setUp) {
    int first = -1;
    double most = 0;
    for (int a = 0; a < repairsFrom; a++) {
      double worth = finds(a, w) / cost(a, setUp);
      if ((used & 1L << a) == 0 && worth > most) {
        most = worth;
        first = a;
      }
    }
    return first;
  }

  private boolean isProven(double[] w, double mass, double threshold) {
    for (Remedy r : Remedy.values()) {
      double together = 0;
      for (int i = 0; i < w.length; i++) {
        together += suspects.get(i).remedy() == r ? w[i] : 0;
      }
      if (together >= threshold * mass) {
        return true;
      }
    }
    return false;
  }

  /** The price at which the swap and the best other step cost the same, to a hundredth of it. */
  private Optional<Double> turnsAt(int swap) {
    double now = own[swap];
    double labour = ownCost(actions.get(swap)) - actions.get(swap).money();
    double low = 0;
    double high = 20 * (asked.handOver() + 1);
    boolean atNothing = swapWins(swap, labour);
    boolean atMost = swapWins(swap, labour + high);
    Optional<Double> turns = Optional.empty();
    if (atNothing && !atMost) {
      while (high - low > 0.01 * Math.max(1, high)) {
        double middle = (low + high) / 2;
        if (swapWins(swap, labour + middle)) {
          low = middle;
        } else {
          high = middle;
        }
      }
      turns = Optional.of((low + high) / 2);
    }
    own[swap] = now;
    return turns;
  }

  private boolean swapWins(int swap, double cost) {
    own[swap] = cost;
    double atMost = expectedDoing(swap, belief, 0, standing, ONE, Double.POSITIVE_INFINITY);
    for (int a : promising(belief, 0, standing, COMPARED)) {
      if (a != swap && expectedDoing(a, belief, 0, standing, ONE, atMost) < atMost) {
        return false;
      }
    }
    return atMost < asked.handOver();
  }
}
