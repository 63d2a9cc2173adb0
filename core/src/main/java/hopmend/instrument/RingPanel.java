package hopmend.instrument;

import hopmend.message.Message;
import hopmend.trace.Edges;
import hopmend.trace.Finding;
import hopmend.trace.ToneRing;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * A tone ring, turn by turn. A coil's voltage grows with the speed of the flux, so with the speed
 * of the ring (Faraday's law of induction): over a change of speed its height follows it with power
 * one; half of that or less is a wide gap that changes, or a coil with shorted turns.
 */
final class RingPanel implements Panel {
  private static final String SIGNAL = "ring";
  private static final String TIMES = "tooth-count";

  /** Marks of one tooth, one a turn, up to so many. */
  private static final int MOST_MARKS = 200;

  /** The height against speed is told from this change of speed on; the shop's rule. */
  private static final double TELLING_CHANGE = 1.4;

  @Override
  public List<Role> roles() {
    return List.of(
        Role.besides(
            SIGNAL,
            "crank|ckp|kurbel|vilebrequin|ciguenal|cigüeñal|krukas|signal|pickup|vevaxel|wheel|shaft"),
        Role.besides(TIMES, "tooth|teeth|edge|zahn|dent|diente|tand"));
  }

  @Override
  public Set<String> limits() {
    return Set.of("least-power");
  }

  @Override
  public Set<Finding> finds() {
    return EnumSet.of(
        Finding.BENT,
        Finding.GONE,
        Finding.DIRTY,
        Finding.RUN_OUT,
        Finding.DROPS_OUT,
        Finding.NOISE,
        Finding.WEAK);
  }

  @Override
  public Look look(Taken taken) {
    Optional<double[]> volts = taken.besides(SIGNAL);
    if (volts.isEmpty() && taken.besides(TIMES).isEmpty()) {
      return Look.unfit("instrument.which-column-alone", Message.of("role." + SIGNAL));
    }
    Edges edges =
        volts.map(v -> Edges.in(taken.timeS(), v)).orElseGet(() -> Edges.ofTimes(taken.timeS()));
    ToneRing.Seen found = ToneRing.in(edges);
    if (found.ring().isEmpty()) {
      return Look.unfit(List.of(Message.named(found.why().orElseThrow())));
    }
    ToneRing ring = found.ring().get();
    List<Sight.Seen> seen = new ArrayList<>();
    ring.spots().forEach(s -> seen.add(new Sight.Seen(s.kind(), ring.says(s), marks(ring, s))));
    List<Message> says = new ArrayList<>();
    says.add(
        Message.of("ring.seen", ring.teeth(), ring.missing(), ring.turns(), ring.meanPerMinute()));
    if (edges.ofCoil()) {
      height(ring, taken.limit("least-power"), says, seen);
    }
    if (seen.isEmpty()) {
      says.add(Message.of("ring.even"));
    }
    return Look.at(
        new Sight(seen, says, List.of(), figures(ring), Optional.of(words -> ring.draw(words))));
  }

  private static List<Sight.Span> marks(ToneRing ring, ToneRing.Spot spot) {
    List<Sight.Span> marks = new ArrayList<>();
    for (int k = 0; spot.tooth() > 0 && k < Math.min(ring.turns(), MOST_MARKS); k++) {
      double pitchS = 60 / ring.perMinute()[k] / ring.teeth();
      double at = ring.turnAtS()[k] + (spot.tooth() - 1) * pitchS;
      marks.add(new Sight.Span(at - pitchS / 2, at + pitchS / 2));
    }
    return marks;
  }

  private static void height(
      ToneRing ring, double leastPower, List<Message> says, List<Sight.Seen> seen) {
    Samples speeds = new Samples(ring.perMinute());
    double perThousand = 0;
    double[] x = new double[ring.turns()];
    double[] y = new double[ring.turns()];
    for (int k = 0; k < ring.turns(); k++) {
      perThousand += ring.swings()[k] / ring.perMinute()[k] * 1000 / ring.turns();
      x[k] = Math.log(ring.perMinute()[k]);
      y[k] = Math.log(ring.swings()[k]);
    }
    says.add(Message.of("ring.height", perThousand));
    if (speeds.highest() >= TELLING_CHANGE * speeds.lowest()) {
      double power = Line.through(x, y).slope();
      says.add(Message.of("ring.power", power, speeds.lowest(), speeds.highest()));
      if (power < leastPower) {
        seen.add(Sight.Seen.all(Finding.WEAK, power, leastPower));
      }
    }
  }

  private static Map<String, Double> figures(ToneRing ring) {
    Map<String, Double> figures = new LinkedHashMap<>();
    figures.put("places", (double) ring.teeth());
    figures.put("missing", (double) ring.missing());
    figures.put("turns", (double) ring.turns());
    figures.put("mean-per-minute", ring.meanPerMinute());
    for (int i = 0; i < ring.errors().length; i++) {
      if (!Double.isNaN(ring.errors()[i])) {
        figures.put("error-percent-of-tooth-" + (i + 1), 100 * ring.errors()[i]);
      }
    }
    if (Arrays.stream(ring.swings()).anyMatch(s -> s > 0)) {
      figures.put("mean-swing", new Samples(ring.swings()).mean());
    }
    return figures;
  }
}
