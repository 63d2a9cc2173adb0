package hopmend.instrument;

import hopmend.measure.MeasureUnit;
import hopmend.message.Message;
import hopmend.trace.Edges;
import hopmend.trace.Finding;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * A signal while plug and loom are moved: short drop-outs against what it does by itself, or pauses
 * of one that goes up and down. First the plug is moved, until a moment that the person tells; then
 * the loom.
 */
final class WigglePanel implements Panel {
  private static final String SIGNAL = "moved-signal";
  private static final String PLUG_UNTIL = "plug-until";

  /** A glitch leaves what the signal does around it, within this time; s, the shop's rule. */
  private static final double AROUND_S = 1;

  /** And by so many times its usual movement; the shop's rule. */
  private static final double TIMES = 12;

  /** A signal that moves by so much of its level all the time is one of edges. */
  private static final double TOGGLES = 0.2;

  /** It pauses where an edge comes so many times later than nine of ten do. */
  private static final double PAUSE = 2.5;

  private static final int LEAST_EDGES = 20;

  /** Two within this time are one. */
  private static final double JOIN_S = 0.3;

  @Override
  public List<Role> roles() {
    return List.of(Role.needed(SIGNAL, "signal|volt|spannung|tension|tensi|v$"));
  }

  @Override
  public List<Asked> asks() {
    return List.of(Asked.needed(PLUG_UNTIL, MeasureUnit.SECOND, 0, 3600));
  }

  @Override
  public Set<String> limits() {
    return Set.of("least-share-percent");
  }

  @Override
  public Set<Finding> finds() {
    return EnumSet.of(Finding.GLITCH_AT_PLUG, Finding.GLITCH_AT_LOOM);
  }

  @Override
  public Look look(Taken taken) {
    double[] t = taken.timeS();
    double[] v = taken.signal(SIGNAL);
    if (taken.usualStepS() > 0.25) {
      return Look.unfit("instrument.too-coarse", taken.usualStepS(), 0.25);
    }
    if (taken.seconds() < 4) {
      return Look.unfit("instrument.too-short", taken.seconds(), 4.0);
    }
    double until = taken.figure(PLUG_UNTIL, MeasureUnit.SECOND);
    if (until > taken.seconds()) {
      return Look.unfit("wiggle.beyond", until, taken.seconds());
    }
    double[] off = Smooth.without(t, v, AROUND_S);
    double[] size = new double[off.length];
    for (int i = 0; i < off.length; i++) {
      size[i] = Math.abs(off[i]);
    }
    double usual = Samples.of(size).median();
    Samples all = Samples.of(v);
    double level = Math.max(Math.abs(all.quantile(0.98)), Math.abs(all.quantile(0.02)));
    double least = Math.max(TIMES * usual, taken.limit("least-share-percent") / 100 * level);
    boolean toggles = usual > TOGGLES * level;
    List<Sight.Span> glitches =
        toggles ? pauses(t, v) : Spans.where(t, i -> size[i] > least, JOIN_S, 0);
    List<Sight.Span> atPlug = glitches.stream().filter(g -> g.fromS() <= until).toList();
    List<Sight.Span> atLoom = glitches.stream().filter(g -> g.fromS() > until).toList();
    List<Sight.Seen> seen = new ArrayList<>();
    glitches(seen, Finding.GLITCH_AT_PLUG, atPlug);
    glitches(seen, Finding.GLITCH_AT_LOOM, atLoom);
    return Look.at(
        new Sight(
            seen,
            List.of(Message.of("wiggle.at", glitches.size(), taken.seconds(), usual, least)),
            List.of(),
            Map.of("at-plug", (double) atPlug.size(), "at-loom", (double) atLoom.size()),
            Optional.empty()));
  }

  /** Where a signal that goes up and down all the time pauses. */
  private static List<Sight.Span> pauses(double[] t, double[] v) {
    double[] edges = Edges.in(t, v).timeS();
    if (edges.length < LEAST_EDGES) {
      return List.of();
    }
    double[] steps = new double[edges.length - 1];
    for (int i = 0; i < steps.length; i++) {
      steps[i] = edges[i + 1] - edges[i];
    }
    double usual = new Samples(steps).quantile(0.9);
    List<Sight.Span> pauses = new ArrayList<>();
    for (int i = 0; i < steps.length; i++) {
      if (steps[i] > PAUSE * usual) {
        pauses.add(new Sight.Span(edges[i], edges[i + 1]));
      }
    }
    return pauses;
  }

  private static void glitches(List<Sight.Seen> seen, Finding finding, List<Sight.Span> at) {
    if (!at.isEmpty()) {
      seen.add(
          new Sight.Seen(
              finding, Message.of(Message.named(finding).key(), at.size(), at.get(0).fromS()), at));
    }
  }
}
