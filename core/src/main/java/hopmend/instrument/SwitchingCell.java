package hopmend.instrument;

import hopmend.message.Message;
import hopmend.trace.Finding;
import hopmend.trace.Rises;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * A switching cell before the catalyst, warm and controlled: how often it goes through 0.45 V, how
 * fast it rises and falls between 0.3 and 0.6 V, how its time is shared between lean and rich, how
 * far it goes to both sides. Two things that are no fault of the cell are told apart: lean at idle
 * only (air drawn in before it), short lean dips (charges that did not burn).
 */
final class SwitchingCell implements Panel {
  private static final String CELL = "cell";
  private static final String SPEED = "engine-speed";

  /** A cell whose whole movement is less is not moving; the shop's rule, volts. */
  private static final double STILL_V = 0.1;

  /** Nothing is told from a shorter recording, s; the shop's rule. */
  private static final double LEAST_S = 8;

  /** Rises are told by samples that are no further apart; the shop's rule. */
  private static final double FINE_S = 0.25;

  /** A lean phase of the control lasts longer than this; a dip does not. The shop's estimate. */
  private static final double DIP_S = 0.12;

  private static final int LEAST_DIPS = 5;

  /** Idling, and held above it, 1/min; common practice. */
  private static final double IDLE_FROM = 400;

  private static final double IDLE_TO = 1100;
  private static final double ABOVE_FROM = 1800;
  private static final double ABOVE_TO = 3500;

  /** Above idle it is richer by so much on average, if air leaks in at idle; volts, shop. */
  private static final double RICHER_V = 0.15;

  private static final int LEAST_SAMPLES = 20;

  @Override
  public List<Role> roles() {
    return List.of(
        Role.needed(
            CELL,
            "^(?!.*(s2|behind|post|down|nach)).*(o2|lambda|sonde|oxygen|oxíg|ossigeno|zuurstof|tlen|oksijen|s1)"),
        Role.besides(SPEED, "rpm|speed|drehzahl|régime|1/min|toeren|obrot|devir|varv"));
  }

  @Override
  public Set<String> limits() {
    return Set.of("slowest-ms", "least-crossings-a-minute", "one-side-percent");
  }

  @Override
  public Set<Finding> finds() {
    return EnumSet.of(
        Finding.STUCK, Finding.ONE_SIDE, Finding.SLOW, Finding.LEAN_AT_IDLE, Finding.LEAN_DIPS);
  }

  @Override
  public Look look(Taken taken) {
    double[] t = taken.timeS();
    double[] v = Cell.volts(taken.signal(CELL));
    Samples all = Samples.of(v);
    Optional<Look> unfit = Cell.unfit(all, taken, LEAST_S);
    if (unfit.isPresent()) {
      return unfit.get();
    }
    if (taken.usualStepS() > FINE_S) {
      return Look.unfit("instrument.too-coarse", taken.usualStepS(), FINE_S);
    }
    List<Rises.Rise> rises = Rises.of(t, v, Cell.LEAN_V, Cell.RICH_V);
    List<Rises.Rise> falls = Rises.fallsOf(t, v, Cell.LEAN_V, Cell.RICH_V);
    double perMinute = 60 * (rises.size() + falls.size()) / taken.seconds();
    double rise = medianMs(rises);
    double fall = medianMs(falls);
    double rich = 100.0 * Samples.where(v, i -> v[i] > Cell.MIDDLE_V).size() / all.size();

    List<Sight.Seen> seen = new ArrayList<>();
    double side = taken.limit("one-side-percent");
    if (all.spread() < STILL_V) {
      seen.add(Sight.Seen.all(Finding.STUCK, all.lowest(), all.highest()));
    } else if (rich > side || rich < 100 - side) {
      seen.add(Sight.Seen.all(Finding.ONE_SIDE, Message.of(rich > 50 ? "cell.rich" : "cell.lean")));
    } else {
      double slowest = taken.limit("slowest-ms");
      if (rises.isEmpty() || falls.isEmpty()) {
        return Look.unfit("cell.never-through");
      }
      if (Math.max(rise, fall) > slowest || perMinute < taken.limit("least-crossings-a-minute")) {
        seen.add(
            new Sight.Seen(
                Finding.SLOW,
                Message.of("cell.slow", Math.max(rise, fall), slowest, perMinute),
                slow(rises, falls, slowest)));
      }
    }
    taken.besides(SPEED).flatMap(n -> leanAtIdle(v, n)).ifPresent(seen::add);
    dips(t, v, taken.usualStepS()).ifPresent(seen::add);
    return Look.at(
        new Sight(
            seen,
            List.of(
                Message.of("cell.switches", perMinute, taken.seconds(), rise, fall),
                Message.of("cell.share", rich, all.lowest(), all.highest()),
                Cell.expected()),
            Cell.levels(CELL, taken.signal(CELL)),
            Map.of(
                "passages-a-minute", perMinute,
                "rise-ms", rise,
                "fall-ms", fall,
                "rich-percent", rich,
                "lowest-v", all.lowest(),
                "highest-v", all.highest()),
            Optional.empty()));
  }

  private static double medianMs(List<Rises.Rise> rises) {
    return rises.isEmpty()
        ? 0
        : 1000 * new Samples(rises.stream().mapToDouble(Rises.Rise::seconds).toArray()).median();
  }

  private static List<Sight.Span> slow(
      List<Rises.Rise> rises, List<Rises.Rise> falls, double slowestMs) {
    List<Sight.Span> slow = new ArrayList<>();
    for (List<Rises.Rise> all : List.of(rises, falls)) {
      all.stream()
          .filter(r -> 1000 * r.seconds() > slowestMs)
          .forEach(r -> slow.add(new Sight.Span(r.atS(), r.atS() + r.seconds())));
    }
    return slow;
  }

  /** Lean while it idles, not above: common practice for a leak before the cell. */
  private static Optional<Sight.Seen> leanAtIdle(double[] v, double[] perMinute) {
    Samples idle = Samples.where(v, i -> perMinute[i] > IDLE_FROM && perMinute[i] < IDLE_TO);
    Samples above = Samples.where(v, i -> perMinute[i] > ABOVE_FROM && perMinute[i] < ABOVE_TO);
    boolean both = idle.size() > LEAST_SAMPLES && above.size() > LEAST_SAMPLES;
    return both && idle.mean() < Cell.LEAN_V && above.mean() > idle.mean() + RICHER_V
        ? Optional.of(Sight.Seen.all(Finding.LEAN_AT_IDLE, idle.mean(), above.mean()))
        : Optional.empty();
  }

  private static Optional<Sight.Seen> dips(double[] t, double[] v, double stepS) {
    if (stepS > DIP_S / 3) {
      return Optional.empty();
    }
    List<Sight.Span> lean = Spans.where(t, i -> v[i] < Cell.LEAN_V, stepS * 1.5, 0);
    List<Sight.Span> dips = lean.stream().filter(s -> s.toS() - s.fromS() < DIP_S).toList();
    return dips.size() >= LEAST_DIPS && 2 * dips.size() > lean.size()
        ? Optional.of(
            new Sight.Seen(
                Finding.LEAN_DIPS,
                Message.of(Message.named(Finding.LEAN_DIPS).key(), dips.size()),
                dips))
        : Optional.empty();
  }
}
