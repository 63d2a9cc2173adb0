package hopmend.relearn;

import hopmend.drawing.Drawing;
import hopmend.message.Message;
import hopmend.message.Wording;
import hopmend.trace.RingDrawing;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;

/**
 * The small errors of a ring as the sensor sees them, learned while no fuel is burnt, and what the
 * crankshaft's roughness tells with and without them. After Kiencke and Nielsen, Automotive Control
 * Systems (from memory): segment times, corrected by errors learned at overrun, show misfire as a
 * segment that takes too long.
 *
 * @param errors of each segment as a share of its time: 0.001 is one per mille too long
 * @param turns that were learned from
 * @param before roughness without the corrections
 * @param after roughness with them
 */
public record ToothErrors(double[] errors, int turns, Roughness before, Roughness after) {
  /** Fewer turns at overrun average the combustion's rest badly; shop. */
  private static final int FEWEST_TURNS = 20;

  /** A segment so many robust deviations too long is a misfire, and at least so much; shop. */
  private static final double DEVIATIONS = 5;

  private static final double LEAST_LONGER = 0.006;

  /** Of a normal distribution, the deviation by its median absolute deviation (handbook). */
  private static final double OF_MEDIAN = 1.4826;

  /**
   * Roughness under fire.
   *
   * @param index robust deviation of the unevenness, share of a segment's time
   * @param limit from which a segment counts as a misfire, share of its time
   * @param fired segments that were judged
   * @param misfires by segment of the ring
   */
  public record Roughness(double index, double limit, int fired, int[] misfires) {
    public int all() {
      return Arrays.stream(misfires).sum();
    }
  }

  /**
   * Learns the errors and judges the rest of the trace.
   *
   * @return empty if it coasts for less than {@value #FEWEST_TURNS} turns
   */
  public static Optional<ToothErrors> learn(SegmentTrace trace) {
    double[] none = new double[trace.segments()];
    double[] uneven = trace.unevenness(none);
    double[] errors = new double[trace.segments()];
    int turns = Integer.MAX_VALUE;
    for (int s = 0; s < trace.segments(); s++) {
      int wanted = s;
      double[] seen =
          IntStream.range(0, trace.size())
              .filter(i -> trace.segment()[i] == wanted && trace.fuelCut()[i])
              .mapToDouble(i -> uneven[i])
              .filter(v -> !Double.isNaN(v))
              .toArray();
      turns = Math.min(turns, seen.length);
      errors[s] = median(seen);
    }
    if (turns < FEWEST_TURNS) {
      return Optional.empty();
    }
    Roughness after = roughness(trace, errors, Optional.empty());
    Roughness before = roughness(trace, none, Optional.of(after.limit()));
    return Optional.of(new ToothErrors(errors, turns, before, after));
  }

  /**
   * What a controller makes of a trace that still has corrections from elsewhere, as of an old
   * sensor: it holds them against the same limit.
   */
  public Roughness with(double[] others, SegmentTrace trace) {
    return roughness(trace, others, Optional.of(after.limit()));
  }

  private static Roughness roughness(SegmentTrace trace, double[] errors, Optional<Double> given) {
    double[] uneven = trace.unevenness(errors);
    int[] fired =
        IntStream.range(0, trace.size())
            .filter(i -> !trace.fuelCut()[i] && !Double.isNaN(uneven[i]))
            .toArray();
    double[] values = Arrays.stream(fired).mapToDouble(i -> uneven[i]).toArray();
    double middle = median(values);
    double index =
        OF_MEDIAN * median(DoubleStream.of(values).map(v -> Math.abs(v - middle)).toArray());
    double limit = given.orElse(middle + Math.max(LEAST_LONGER, DEVIATIONS * index));
    int[] misfires = new int[trace.segments()];
    for (int i : fired) {
      if (uneven[i] > limit) {
        misfires[trace.segment()[i]]++;
      }
    }
    return new Roughness(index, limit, fired.length, misfires);
  }

  private static double median(double[] values) {
    double[] sorted = DoubleStream.of(values).sorted().toArray();
    int n = sorted.length;
    return n == 0 ? 0 : (sorted[n / 2] + sorted[(n - 1) / 2]) / 2;
  }

  /** What it means: whether the misfires are the ring's. */
  public List<Message> says() {
    Message found = Message.of("teeth.index", 100 * before.index(), 100 * after.index());
    Message misfires =
        after.all() == 0
            ? Message.of(before.all() == 0 ? "teeth.none" : "teeth.only-the-ring", before.all())
            : Message.of("teeth.misfires", after.all(), after.fired(), 1 + worst());
    return List.of(found, misfires);
  }

  /** The segment with most misfires, from 0. */
  private int worst() {
    return IntStream.range(0, after.misfires().length)
        .reduce(0, (a, b) -> after.misfires()[b] > after.misfires()[a] ? b : a);
  }

  /** Few segments are named beside the ring. */
  private static final int MOST_LABELS = 12;

  /** The ring with its errors, drawn large. */
  public Drawing draw(Wording words) {
    Map<Integer, String> labels = new HashMap<>();
    for (int i = 0; i < errors.length && errors.length <= MOST_LABELS; i++) {
      labels.put(i, String.format(Locale.ROOT, "%d: %+.1f ‰", i + 1, 1000 * errors[i]));
    }
    double largest = Arrays.stream(errors).map(Math::abs).max().orElse(0);
    return RingDrawing.of(
        errors,
        errors.length,
        Set.of(),
        labels,
        List.of(
            words.of(Message.of("teeth.turns", turns)), words.of(Message.of("teeth.at-overrun"))),
        words.of(Message.of("teeth.spoken", errors.length, 1000 * largest)));
  }
}
