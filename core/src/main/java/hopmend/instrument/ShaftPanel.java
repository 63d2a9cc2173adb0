package hopmend.instrument;

import hopmend.measure.MeasureUnit;
import hopmend.message.Message;
import hopmend.trace.Finding;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Two shafts in a fixed gear: speed of the input over that of the output against the ratio of the
 * gear. A wrong ratio throughout is a sensor that misses teeth or another gear; one that runs away
 * while the input speeds up is slip; a drop of one speed for a moment is a lost pulse.
 */
final class ShaftPanel implements Panel {
  private static final String IN = "input-shaft";
  private static final String OUT = "output-shaft";
  private static final String RATIO = "gear-ratio";

  /** Below this speed of the output nothing is said of the ratio, 1/min; the shop's rule. */
  private static final double LEAST_SPEED = 200;

  /** A lost pulse drops the speed by so much for less than the time below; the shop's rule. */
  private static final double DROP = 0.25;

  private static final double LONGEST_DROP_S = 0.6;

  /** Stretches of slip: what joins them, and how long one is; s, the shop's rule. */
  private static final double JOIN_S = 0.5;

  private static final double LEAST_S = 0.2;

  /** What holds for most samples, and for nearly all: shares of them. */
  private static final double MOST = 0.9;

  private static final double NEARLY_ALL = 0.95;
  private static final int LEAST_SAMPLES = 10;

  @Override
  public List<Role> roles() {
    return List.of(
        Role.needed(IN, "input|turbine|eingang|primary|entrée|entrada|tiss|n1"),
        Role.needed(OUT, "output|ausgang|abtrieb|secondary|sortie|salida|toss|n2"));
  }

  @Override
  public List<Asked> asks() {
    return List.of(Asked.needed(RATIO, MeasureUnit.RATIO, 0.3, 20));
  }

  @Override
  public Set<String> limits() {
    return Set.of("apart-percent");
  }

  @Override
  public Set<Finding> finds() {
    return EnumSet.of(Finding.WRONG_RATIO, Finding.SLIPS, Finding.LOSES_PULSES);
  }

  @Override
  public Look look(Taken taken) {
    double[] in = taken.signal(IN);
    double[] out = taken.signal(OUT);
    double right = taken.figure(RATIO, MeasureUnit.RATIO);
    double allowed = taken.limit("apart-percent");
    List<Sight.Span> lostIn = drops(taken.timeS(), in, out);
    List<Sight.Span> lostOut = drops(taken.timeS(), out, in);
    BitSet lost = within(taken.timeS(), lostIn);
    lost.or(within(taken.timeS(), lostOut));
    double[] away = new double[in.length];
    BitSet meant = new BitSet();
    for (int i = 0; i < in.length; i++) {
      if (out[i] >= LEAST_SPEED && in[i] > 0 && !lost.get(i)) {
        away[i] = 100 * (in[i] / out[i] / right - 1);
        meant.set(i);
      }
    }
    if (meant.cardinality() < LEAST_SAMPLES) {
      return Look.unfit("shafts.too-slow", LEAST_SPEED);
    }
    Samples offs = Samples.where(away, meant::get);
    double usual = offs.median();
    List<Sight.Seen> seen = new ArrayList<>();
    boolean steady = offs.quantile(MOST) - offs.quantile(1 - MOST) < 2 * allowed;
    if (Math.abs(usual) > allowed && steady) {
      seen.add(Sight.Seen.all(Finding.WRONG_RATIO, usual, allowed));
    } else if (offs.quantile(NEARLY_ALL) > allowed) {
      List<Sight.Span> runsAway =
          Spans.where(taken.timeS(), i -> meant.get(i) && away[i] > allowed, JOIN_S, LEAST_S);
      seen.add(
          new Sight.Seen(
              Finding.SLIPS,
              Message.of(Message.named(Finding.SLIPS).key(), offs.quantile(NEARLY_ALL), allowed),
              runsAway));
    }
    lost(seen, lostIn, IN);
    lost(seen, lostOut, OUT);
    return Look.at(
        new Sight(
            seen,
            List.of(
                Message.of(
                    "shafts.ratio", right * (1 + usual / 100), right, usual, offs.deviation())),
            List.of(),
            Map.of("ratio", right * (1 + usual / 100), "away-percent", usual),
            Optional.empty()));
  }

  private static void lost(List<Sight.Seen> seen, List<Sight.Span> at, String role) {
    if (!at.isEmpty()) {
      Message says =
          Message.of(
              Message.named(Finding.LOSES_PULSES).key(), Message.of("role." + role), at.size());
      seen.add(new Sight.Seen(Finding.LOSES_PULSES, says, at));
    }
  }

  /** The samples within stretches that follow each other. */
  private static BitSet within(double[] t, List<Sight.Span> spans) {
    BitSet within = new BitSet();
    for (Sight.Span s : spans) {
      within.set(Spans.at(t, s.fromS()), Math.min(t.length, Spans.at(t, s.toS()) + 1));
    }
    return within;
  }

  /** Where one speed drops for a moment and comes back while the other goes on. */
  private static List<Sight.Span> drops(double[] t, double[] of, double[] other) {
    List<Sight.Span> drops = new ArrayList<>();
    int i = 1;
    while (i < of.length) {
      double before = of[i - 1];
      int j = i;
      while (j < of.length
          && before >= LEAST_SPEED
          && of[j] < (1 - DROP) * before
          && t[j] - t[i] <= LONGEST_DROP_S) {
        j++;
      }
      boolean cameBack = j > i && j < of.length && of[j] >= (1 - DROP) * before;
      if (cameBack && other[i] > (1 - DROP) * other[i - 1]) {
        drops.add(new Sight.Span(t[i - 1], t[j]));
      }
      i = Math.max(i + 1, j);
    }
    return drops;
  }
}
