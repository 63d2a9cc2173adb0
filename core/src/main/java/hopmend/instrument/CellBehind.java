package hopmend.instrument;

import hopmend.message.Message;
import hopmend.trace.Finding;
import hopmend.trace.Rises;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * A switching cell behind the catalyst: steady while the catalyst works, and alive when the mixture
 * is changed on purpose. Its movement against that of the cell before the catalyst, both without
 * what changes slowly, accuses the catalyst before anybody buys a cell.
 */
final class CellBehind implements Panel {
  private static final String BEHIND = "cell-behind";
  private static final String BEFORE = "cell-before";

  private static final double LEAST_S = 20;

  /** It was made lean, or rich, on purpose: it went below, or above, for a moment. Shop. */
  private static final double FORCED_LEAN_V = 0.2;

  private static final double FORCED_RICH_V = 0.65;

  /** The front cell shows that the mixture was changed: so lean, so rich, for so long. Shop. */
  private static final double MADE_LEAN_V = 0.15;

  private static final double MADE_RICH_V = 0.7;
  private static final double MADE_S = 1.5;
  private static final double JOIN_S = 0.3;

  /** Fewer samples tell no ratio of movements. */
  private static final int LEAST_SAMPLES = 100;

  /** The mean of so many seconds is what changes slowly; the shop's rule. */
  private static final double SLOW_S = 6;

  /** The control swings if the front cell passes its middle within this time; the shop's rule. */
  private static final double NEARBY_S = 3;

  /** The cell before it has to move so much, so that the ratio means anything; volts, shop. */
  private static final double LIVELY_V = 0.1;

  @Override
  public List<Role> roles() {
    return List.of(
        Role.needed(BEHIND, "s2|behind|after|\\bdown|nach|hinter|\\bpost|aval|rear|sensor 2"),
        Role.besides(BEFORE, "s1|before|\\bup|vor|front|\\bpre\\b|precat|amont|sensor 1"));
  }

  @Override
  public Set<String> limits() {
    return Set.of("swings-along-percent", "slowest-ms");
  }

  @Override
  public Set<Finding> finds() {
    return EnumSet.of(Finding.SWINGS_ALONG, Finding.STUCK, Finding.ONE_SIDE, Finding.SLOW);
  }

  @Override
  public Look look(Taken taken) {
    double[] t = taken.timeS();
    double[] v = Cell.volts(taken.signal(BEHIND));
    Samples all = Samples.of(v);
    Optional<Look> unfit = Cell.unfit(all, taken, LEAST_S);
    if (unfit.isPresent()) {
      return unfit.get();
    }
    Map<String, Double> figures = new HashMap<>();
    figures.put("lowest-v", all.lowest());
    figures.put("highest-v", all.highest());
    List<Message> says = new ArrayList<>();
    says.add(Message.of("cell.behind", all.median(), all.lowest(), all.highest()));
    List<Sight.Seen> seen = new ArrayList<>();
    boolean wentLean = all.lowest() < FORCED_LEAN_V;
    boolean wentRich = all.highest() > FORCED_RICH_V;
    Optional<double[]> before = taken.besides(BEFORE).map(Cell::volts);
    Optional<Double> along = before.flatMap(b -> along(t, v, b));
    along.ifPresent(
        a -> {
          figures.put("swings-along-percent", a);
          says.add(Message.of("cell.along", a));
        });
    boolean swings = along.filter(a -> a > taken.limit("swings-along-percent")).isPresent();
    if (swings) {
      seen.add(
          Sight.Seen.all(Finding.SWINGS_ALONG, along.get(), taken.limit("swings-along-percent")));
    } else if (!wentLean || !wentRich) {
      Optional<Finding> silent = silent(t, v, before, wentLean, wentRich);
      if (silent.isEmpty()) {
        return Look.unfit("cell.not-forced", all.lowest(), all.highest());
      }
      seen.add(
          silent.get() == Finding.STUCK
              ? Sight.Seen.all(Finding.STUCK, all.lowest(), all.highest())
              : Sight.Seen.all(Finding.ONE_SIDE, Message.of(wentRich ? "cell.rich" : "cell.lean")));
    } else {
      double fall =
          Rises.fallsOf(t, v, Cell.LEAN_V, Cell.RICH_V).stream()
              .mapToDouble(r -> 1000 * r.seconds())
              .min()
              .orElse(0);
      figures.put("fastest-fall-ms", fall);
      if (fall > taken.limit("slowest-ms")) {
        seen.add(Sight.Seen.all(Finding.SLOW, fall, taken.limit("slowest-ms")));
      }
      says.add(Message.of("cell.forced", fall));
    }
    return Look.at(
        new Sight(
            seen, says, Cell.levels(BEHIND, taken.signal(BEHIND)), figures, Optional.empty()));
  }

  /**
   * What it means that it did not go to both sides; empty where nothing shows that it had to.
   *
   * @param before the cell before the catalyst, which shows that the mixture was changed
   */
  private static Optional<Finding> silent(
      double[] t, double[] v, Optional<double[]> before, boolean wentLean, boolean wentRich) {
    if (before.isEmpty()) {
      return Optional.empty();
    }
    double[] b = before.get();
    boolean madeLean = !Spans.where(t, i -> b[i] < MADE_LEAN_V, JOIN_S, MADE_S).isEmpty();
    boolean madeRich = !Spans.where(t, i -> b[i] > MADE_RICH_V, JOIN_S, MADE_S).isEmpty();
    if (!madeLean || !madeRich) {
      return Optional.empty();
    }
    return Optional.of(wentLean || wentRich ? Finding.ONE_SIDE : Finding.STUCK);
  }

  /** Movement behind as a share of that before, per cent, without what changes slowly. */
  private static Optional<Double> along(double[] t, double[] behind, double[] before) {
    double[] fastBefore = Smooth.without(t, before, SLOW_S);
    double[] fastBehind = Smooth.without(t, behind, SLOW_S);
    // Where the mixture is changed on purpose nothing is compared: only where the front one swings.
    boolean[] swinging = swinging(t, before);
    Samples front = Samples.where(fastBefore, i -> swinging[i]);
    Samples rear = Samples.where(fastBehind, i -> swinging[i]);
    return front.size() > LEAST_SAMPLES && front.deviation() > LIVELY_V
        ? Optional.of(100 * rear.deviation() / front.deviation())
        : Optional.empty();
  }

  /** Whether the front cell goes through its middle within three seconds, both before and after. */
  private static boolean[] swinging(double[] t, double[] v) {
    boolean[] swinging = new boolean[v.length];
    double last = Double.NEGATIVE_INFINITY;
    for (int i = 1; i < v.length; i++) {
      last = crosses(v, i) ? t[i] : last;
      swinging[i] = t[i] - last <= NEARBY_S;
    }
    double next = Double.POSITIVE_INFINITY;
    for (int i = v.length - 1; i > 0; i--) {
      swinging[i] &= next - t[i] <= NEARBY_S;
      next = crosses(v, i) ? t[i] : next;
    }
    return swinging;
  }

  private static boolean crosses(double[] v, int i) {
    return v[i] > Cell.MIDDLE_V != v[i - 1] > Cell.MIDDLE_V;
  }
}
