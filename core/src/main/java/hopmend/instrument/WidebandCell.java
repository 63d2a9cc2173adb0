package hopmend.instrument;

import hopmend.message.Message;
import hopmend.trace.Capture;
import hopmend.trace.Finding;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * A wideband cell: its lambda against what was commanded, or against 1 where nothing was; how late
 * it follows, and whether it goes lean when the fuel is cut.
 */
final class WidebandCell implements Panel {
  private static final String LAMBDA = "lambda";
  private static final String WANTED = "lambda-wanted";

  private static final String PUMP = "pump-current";

  /** So near to lambda 1 the pump has nothing to do; the shop's rule. */
  private static final double AT_ONE = 0.01;

  /** Richer than any engine runs, and leaner than air alone on average. */
  private static final double RICHEST = 0.4;

  private static final double LEANEST = 3;

  /** The fuel is not cut, nor was it a moment ago, where the mean of two seconds is below this. */
  private static final double STEADY = 1.1;

  private static final int LEAST_SAMPLES = 20;
  private static final double LEAST_S = 8;
  private static final double FINE_S = 0.25;

  /** It did not move: less than this of lambda; the shop's rule. */
  private static final double STILL = 0.015;

  /** Leaner than this is fuel cut on overrun; the shop's rule. */
  private static final double CUT = 1.2;

  /** The command moves enough to time an answer; deviation of lambda, the shop's rule. */
  private static final double MOVES = 0.01;

  private static final double LONGEST_DELAY_S = 3;
  private static final double STEP_S = 0.02;

  @Override
  public List<Role> roles() {
    return List.of(
        Role.needed(LAMBDA, "^(?!.*(command|wanted|soll|target|cible|doel)).*(lambda|afr|equiv|λ)"),
        Role.besides(WANTED, "command|wanted|soll|target|cible|doel"),
        Role.besides(PUMP, "pump|ip\\b|strom|courant|corrient"));
  }

  @Override
  public Set<String> limits() {
    return Set.of("slowest-ms", "off-percent", "zero-milliampere");
  }

  @Override
  public Set<Finding> finds() {
    return EnumSet.of(Finding.STUCK, Finding.SLOW, Finding.ONE_SIDE);
  }

  @Override
  public Look look(Taken taken) {
    double[] t = taken.timeS();
    double[] lambda = share(taken.signal(LAMBDA));
    Samples all = Samples.of(lambda);
    if (all.lowest() < RICHEST || all.median() > LEANEST) {
      return Look.unfit("wideband.impossible", all.lowest(), all.highest());
    }
    if (taken.seconds() < LEAST_S) {
      return Look.unfit("instrument.too-short", taken.seconds(), LEAST_S);
    }
    if (taken.usualStepS() > FINE_S) {
      return Look.unfit("instrument.too-coarse", taken.usualStepS(), FINE_S);
    }
    Optional<double[]> wanted = taken.besides(WANTED).map(WidebandCell::share);
    boolean commanded = wanted.filter(w -> Samples.of(w).deviation() > MOVES).isPresent();
    boolean cut = all.highest() > CUT;
    boolean still = all.spread() < STILL;
    if (!commanded && !cut) {
      return Look.unfit("wideband.not-forced", all.lowest(), all.highest());
    }
    List<Sight.Seen> seen = new ArrayList<>();
    List<Message> says = new ArrayList<>();
    // What is steady: no fuel cut, and a second before and behind it.
    double[] slow = Smooth.mean(t, lambda, 2);
    Samples off = Samples.where(difference(lambda, wanted), i -> slow[i] < STEADY);
    double offPercent = 100 * off.median();
    says.add(Message.of("wideband.at", all.median(), all.lowest(), all.highest(), offPercent));
    double delay = commanded ? delayMs(t, lambda, wanted.get()) : 0;
    if (commanded) {
      says.add(Message.of("wideband.delay", delay));
    }
    if (still && commanded) {
      seen.add(Sight.Seen.all(Finding.STUCK, all.lowest(), all.highest()));
    } else if (delay > taken.limit("slowest-ms")) {
      seen.add(Sight.Seen.all(Finding.SLOW, delay, taken.limit("slowest-ms")));
    } else if (Math.abs(offPercent) > taken.limit("off-percent")) {
      seen.add(
          Sight.Seen.all(Finding.ONE_SIDE, Message.of(offPercent < 0 ? "cell.rich" : "cell.lean")));
    }
    taken
        .besides(PUMP)
        .flatMap(p -> atOne(lambda, p))
        .ifPresent(
            zero -> {
              says.add(Message.of("wideband.pump", zero, taken.limit("zero-milliampere")));
              if (seen.isEmpty() && Math.abs(zero) > taken.limit("zero-milliampere")) {
                seen.add(
                    Sight.Seen.all(
                        Finding.ONE_SIDE, Message.of(zero < 0 ? "cell.rich" : "cell.lean")));
              }
            });
    return Look.at(
        new Sight(
            seen,
            says,
            List.of(
                new Sight.Level(LAMBDA, scale(taken.signal(LAMBDA)), Message.of("wideband.one"))),
            Map.of("off-percent", offPercent, "delay-ms", delay),
            Optional.empty()));
  }

  /** Current of the pump where the cell says lambda 1, mA; there it pumps nothing. */
  private static Optional<Double> atOne(double[] lambda, double[] milliampere) {
    Samples here = Samples.where(milliampere, i -> Math.abs(lambda[i] - 1) < AT_ONE);
    return here.size() < LEAST_SAMPLES ? Optional.empty() : Optional.of(here.median());
  }

  private static double scale(double[] values) {
    return Samples.of(values).median() > 20 ? 100 : 1;
  }

  private static double[] share(double[] values) {
    double scale = scale(values);
    double[] share = values.clone();
    for (int i = 0; i < share.length; i++) {
      share[i] /= scale;
    }
    return share;
  }

  private static double[] difference(double[] lambda, Optional<double[]> wanted) {
    double[] off = new double[lambda.length];
    for (int i = 0; i < off.length; i++) {
      off[i] = lambda[i] - (wanted.isPresent() ? wanted.get()[i] : 1);
    }
    return off;
  }

  /** The shift in time at which both agree best; steps of a fiftieth of a second do for that. */
  private static double delayMs(double[] t, double[] lambda, double[] wanted) {
    int stride = (int) Math.max(1, Math.round(STEP_S / Capture.usualStepS(t)));
    double[] is = every(stride, lambda);
    double[] should = every(stride, wanted);
    double step = stride * Capture.usualStepS(t);
    int most = Math.min(is.length / 2, (int) Math.round(LONGEST_DELAY_S / step));
    int best = 0;
    double least = Double.MAX_VALUE;
    for (int shift = 0; shift <= most; shift++) {
      double[] apart = new double[is.length - most];
      for (int i = 0; i < apart.length; i++) {
        apart[i] = is[i + shift] - should[i];
      }
      double left = Samples.of(apart).deviation();
      if (left < least) {
        least = left;
        best = shift;
      }
    }
    return 1000 * best * step;
  }

  private static double[] every(int stride, double[] values) {
    double[] some = new double[(values.length + stride - 1) / stride];
    for (int i = 0; i < some.length; i++) {
      some[i] = values[i * stride];
    }
    return some;
  }
}
