package hopmend.instrument;

import hopmend.drawing.Drawing;
import hopmend.drawing.Shape;
import hopmend.message.Message;
import hopmend.message.Wording;
import hopmend.trace.Finding;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Two tracks over a sweep of the pedal: their ratio over the whole travel, steps at one place of
 * it, where they rest. The travel is that of the first track, from its lowest to its highest. A
 * sweep that is too fast for its samples hides a worn spot, and is said to be.
 */
final class SweepPanel implements Panel {
  private static final String ONE = "track-1";
  private static final String TWO = "track-2";

  /** A sweep needs so many samples over the travel; the shop's rule. */
  private static final int LEAST_OVER_TRAVEL = 25;

  /** The pedal was moved if the first track went this far, as a share of its highest. */
  private static final double MOVED = 0.3;

  private static final int DRAWN = 800;

  /** What changes within this time is quick, s; the shop's rule. */
  private static final double SLOW_S = 1;

  /** Two steps within this time are one. */
  private static final double JOIN_S = 0.15;

  @Override
  public List<Role> roles() {
    return List.of(
        Role.needed(
            ONE,
            "(track|app|pps|pedal|sens|spur|piste|pista|d).{0,12}(1|\\ba\\b|\\bd\\b)|^ap+\\W?d"),
        Role.needed(
            TWO,
            "(track|app|pps|pedal|sens|spur|piste|pista|e).{0,12}(2|\\bb\\b|\\be\\b)|^ap+\\W?e"));
  }

  @Override
  public Set<String> limits() {
    return Set.of("ratio-percent", "apart-percent", "step-percent");
  }

  @Override
  public Set<Finding> finds() {
    return EnumSet.of(Finding.STEP, Finding.APART);
  }

  @Override
  public Look look(Taken taken) {
    double[] t = taken.timeS();
    double[] one = taken.signal(ONE);
    double[] two = taken.signal(TWO);
    Samples first = Samples.of(one);
    double span = first.spread();
    if (span < MOVED * Math.abs(first.highest())) {
      return Look.unfit("sweep.not-moved", first.lowest(), first.highest());
    }
    // A press moves both; what only one does at once is a worn spot.
    double fastest = Math.min(fastest(t, one), fastest(t, two));
    double perTravel = 1 / (fastest * taken.usualStepS());
    if (perTravel < LEAST_OVER_TRAVEL) {
      return Look.unfit(
          "sweep.too-fast", perTravel, LEAST_OVER_TRAVEL, LEAST_OVER_TRAVEL * taken.usualStepS());
    }
    double ratio = taken.limit("ratio-percent") / 100;
    double highest = first.highest();
    double allowed = taken.limit("apart-percent");
    // What the second track is away from its share of the first, per cent of the first's highest.
    double[] apart = new double[one.length];
    for (int i = 0; i < one.length; i++) {
      apart[i] = 100 * (two[i] - ratio * one[i]) / (ratio * highest);
    }
    double step = taken.limit("step-percent");
    List<Sight.Span> steps = steps(t, one, two, span, ratio, step);
    double usual = Samples.of(apart).median();
    List<Sight.Seen> seen = new ArrayList<>();
    if (!steps.isEmpty()) {
      int at = Spans.at(t, steps.get(0).fromS());
      double travel = 100 * Math.max(share(one, at), share(two, at));
      seen.add(
          new Sight.Seen(
              Finding.STEP,
              Message.of(Message.named(Finding.STEP).key(), steps.size(), travel),
              steps));
    }
    if (Math.abs(usual) > allowed) {
      seen.add(Sight.Seen.all(Finding.APART, usual, allowed));
    }
    List<Shape.Point> way = way(one, two);
    return Look.at(
        new Sight(
            seen,
            List.of(
                Message.of("sweep.ratio", 100 * ratioOf(one, two), 100 * ratio, usual),
                Message.of("sweep.ends", first.lowest(), first.highest(), perTravel)),
            List.of(),
            Map.of(
                "ratio-percent",
                100 * ratioOf(one, two),
                "rest",
                first.lowest(),
                "floor",
                first.highest(),
                "steps",
                (double) steps.size()),
            Optional.of(words -> picture(words, way, ratio, allowed, highest))));
  }

  private static double ratioOf(double[] one, double[] two) {
    return Samples.of(two).mean() / Samples.of(one).mean();
  }

  /** The fastest movement of a track over half of its travel, travels a second. */
  private static double fastest(double[] t, double[] one) {
    double span = Samples.of(one).spread();
    double fastest = 0;
    int from = 0;
    for (int i = 1; i < one.length; i++) {
      while (from < i && Math.abs(one[i] - one[from]) > 0.5 * span) {
        fastest = Math.max(fastest, Math.abs(one[i] - one[from]) / span / (t[i] - t[from]));
        from++;
      }
    }
    return fastest;
  }

  /**
   * Where one track leaves the other for a moment, or for good: what the second is away from its
   * line over the first, without what changes slowly. Whatever the sampling, a lasting step shows
   * with half of its height.
   */
  private static List<Sight.Span> steps(
      double[] t, double[] one, double[] two, double span, double ratio, double percent) {
    Line line = Line.through(one, two);
    double[] away = new double[one.length];
    for (int i = 0; i < away.length; i++) {
      away[i] = (two[i] - line.at(one[i])) / ratio;
    }
    double[] quick = Smooth.withoutMiddle(t, away, SLOW_S);
    double most = percent / 200 * span;
    return Spans.where(t, i -> Math.abs(quick[i]) > most, JOIN_S, 0);
  }

  /** How far down a track is at a sample; a worn spot drops it, so the farther one is right. */
  private static double share(double[] track, int at) {
    Samples all = Samples.of(track);
    return (track[at] - all.lowest()) / all.spread();
  }

  /** Every so many samples as a way over both tracks, so that a sight keeps no recording. */
  private static List<Shape.Point> way(double[] one, double[] two) {
    int every = Math.max(1, one.length / DRAWN);
    List<Shape.Point> way = new ArrayList<>();
    for (int i = 0; i < one.length; i += every) {
      way.add(new Shape.Point(one[i], two[i]));
    }
    return way;
  }

  private static Drawing picture(
      Wording words, List<Shape.Point> way, double ratio, double allowed, double highest) {
    double across = 1.08 * highest;
    double half = allowed / 100 * ratio * highest;
    double up = way.stream().mapToDouble(Shape.Point::y).max().orElse(0);
    return new Plot(
            new Plot.Axis(words.of(Message.of("role." + ONE)), 0, across),
            new Plot.Axis(
                words.of(Message.of("role." + TWO)), 0, 1.08 * Math.max(up, ratio * across)))
        .area(
            "band",
            List.of(
                new Shape.Point(0, -half),
                new Shape.Point(across, ratio * across - half),
                new Shape.Point(across, ratio * across + half),
                new Shape.Point(0, half)))
        .line("reading", way)
        .draw(words.of(Message.of("sweep.picture")));
  }
}
