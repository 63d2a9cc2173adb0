package hopmend.trace;

import hopmend.drawing.Drawing;
import hopmend.message.Message;
import hopmend.message.Wording;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * A tone ring as its sensor saw it, turn by turn.
 *
 * @param teeth places of the ring: those that are there and those of the gap, as in 60 - 2
 * @param missing places without a tooth, at the gap
 * @param turns whole turns that were seen
 * @param turnAtS when each turn begins, with the first edge behind the gap
 * @param perMinute speed of each turn, 1/min
 * @param swings mean swing of each turn, in the signal's unit; zeros where only times are known
 * @param errors of each tooth that is there, from the first behind the gap: how much too late it
 *     comes, in shares of the pitch; the mean over all turns
 * @param spots what is wrong
 */
public record ToneRing(
    int teeth,
    int missing,
    int turns,
    double[] turnAtS,
    double[] perMinute,
    double[] swings,
    double[] errors,
    List<Spot> spots) {
  /**
   * Something that is wrong.
   *
   * @param tooth from 1 behind the gap; 0 where it is not at one place
   * @param value of a bent tooth its error in shares of the pitch, late is positive; of a dirty one
   *     its swing against the mean; of run-out the difference of the largest and the smallest swing
   *     against the mean; else how many edges in a hundred turns
   */
  public record Spot(Finding kind, int tooth, double value) {}

  /** Why no ring was seen. */
  public enum Unseen {
    TOO_FEW_EDGES,
    NO_GAP,
    NO_WHOLE_TURN
  }

  /** Either a ring, or why none was seen. */
  public record Seen(Optional<ToneRing> ring, Optional<Unseen> why) {}

  /** A tooth is bent from so much of a pitch on; the shop's estimate. */
  private static final double BENT = 0.03;

  /** And from so many robust deviations of all teeth on; the shop's rule. */
  private static final double DEVIATIONS = 6;

  /** A tooth gives so much less than the mean: dirty, worn or hit; the shop's estimate. */
  private static final double DIRTY = 0.7;

  /** Run-out shows from this difference of the swing in a turn on; the shop's estimate. */
  private static final double RUN_OUT = 0.25;

  /** A place gives nothing in so many of its turns: the tooth is gone; the shop's rule. */
  private static final double GONE = 0.8;

  private static final int MOST_NAMED = 6;

  /** Fewer edges than these tell no ring. */
  private static final int LEAST_EDGES = 20;

  /** Steps before and behind, whose middle one is the pitch there. */
  private static final int NEARBY = 4;

  /** Median of absolute deviations to a standard deviation of a normal distribution. */
  private static final double ROBUST = 1.4826;

  /** The widest gap that rings have, in pitches; common practice: two or three. */
  private static final double WIDEST = 5.5;

  /** Waves in a turn below which an error is the engine's unevenness, not a tooth's. */
  private static final int WAVES = 8;

  public ToneRing {
    spots = List.copyOf(spots);
  }

  /** Mean speed of its turns, 1/min. */
  public double meanPerMinute() {
    return Arrays.stream(perMinute).average().orElse(0);
  }

  /** What was seen: the ring, then each thing that is wrong. */
  public List<Message> says() {
    List<Message> says = new ArrayList<>();
    says.add(Message.of("ring.seen", teeth, missing, turns, meanPerMinute()));
    spots.stream().map(this::says).forEach(says::add);
    if (spots.isEmpty()) {
      says.add(Message.of("ring.even"));
    }
    return says;
  }

  /** A spot in words. */
  public Message says(Spot s) {
    return Message.of(Message.named(s.kind()).key(), s.tooth(), shown(s), degreesOf(s.tooth()));
  }

  private static double shown(Spot s) {
    boolean perHundredTurns =
        s.kind() == Finding.DROPS_OUT || s.kind() == Finding.NOISE || s.kind() == Finding.GONE;
    return perHundredTurns ? s.value() : 100 * s.value();
  }

  /** The ring with its errors, drawn large; what is wrong at one tooth is named. */
  public Drawing draw(Wording words) {
    Map<Integer, String> labels = new HashMap<>();
    spots.stream()
        .filter(s -> s.tooth() > 0)
        .limit(MOST_NAMED)
        .forEach(
            s -> labels.putIfAbsent(s.tooth() - 1, words.of(Message.of("ring.tooth", s.tooth()))));
    return RingDrawing.of(
        errors,
        teeth,
        labels.keySet(),
        labels,
        List.of(
            words.of(Message.of("ring.size", teeth, missing)),
            words.of(Message.of("teeth.turns", turns))),
        words.of(Message.listing(says())));
  }

  /** The spots of a kind. */
  public List<Spot> spots(Finding kind) {
    return spots.stream().filter(s -> s.kind() == kind).toList();
  }

  /** Angle of a tooth behind the first edge after the gap, degrees; tooth from 1. */
  public double degreesOf(int tooth) {
    return 360.0 / teeth * (tooth - 1);
  }

  /**
   * A turn.
   *
   * @param from index of its first edge, behind the gap
   * @param places of its edges, counted from the first one; -1 for an edge that no tooth made
   * @param teeth places of the whole turn
   * @param missing places of its gap
   */
  private record Turn(int from, int[] places, int teeth, int missing, double seconds) {}

  /**
   * Finds the ring in edges: the gap by the ratio of neighbouring times, the places of the teeth by
   * the steps between edges, then each tooth's mean error and swing. A ring is what most turns say.
   */
  public static Seen in(Edges edges) {
    double[] t = edges.timeS();
    if (t.length < LEAST_EDGES) {
      return new Seen(Optional.empty(), Optional.of(Unseen.TOO_FEW_EDGES));
    }
    int[] gaps = gaps(t);
    if (gaps.length < 2) {
      return new Seen(Optional.empty(), Optional.of(Unseen.NO_GAP));
    }
    List<Turn> turns = new ArrayList<>();
    for (int i = 0; i + 1 < gaps.length; i++) {
      turns.add(turn(t, gaps[i], gaps[i + 1]));
    }
    int teeth = mostly(turns.stream().mapToInt(Turn::teeth));
    List<Turn> whole = turns.stream().filter(k -> k.teeth() == teeth).toList();
    int missing = mostly(whole.stream().mapToInt(Turn::missing));
    List<Turn> alike = whole.stream().filter(k -> k.missing() == missing).toList();
    if (teeth - missing < 3 || missing < 1 || alike.isEmpty()) {
      return new Seen(Optional.empty(), Optional.of(Unseen.NO_WHOLE_TURN));
    }
    return new Seen(Optional.of(measured(edges, alike, teeth, missing)), Optional.empty());
  }

  private static Turn turn(double[] t, int from, int to) {
    int edges = to - from;
    double[] step = new double[edges];
    for (int i = 0; i < edges; i++) {
      step[i] = t[from + i + 1] - t[from + i];
    }
    int[] places = new int[edges];
    double since = 0;
    for (int i = 1; i < edges; i++) {
      since += step[i - 1];
      double pitch = median(step, Math.max(0, i - NEARBY), Math.min(edges, i + NEARBY));
      int more = (int) Math.round(since / pitch);
      places[i] = more == 0 ? -1 : lastPlace(places, i) + more;
      since = more == 0 ? since : 0;
    }
    double pitch = median(step, Math.max(0, edges - NEARBY), edges);
    int gap = (int) Math.max(1, Math.round((since + step[edges - 1]) / pitch));
    return new Turn(from, places, lastPlace(places, edges) + gap, gap - 1, t[to] - t[from]);
  }

  private static int lastPlace(int[] places, int before) {
    int i = before - 1;
    while (i > 0 && places[i] < 0) {
      i--;
    }
    return i < 0 ? 0 : places[i];
  }

  /** Indices of the first edge behind each gap. */
  private static int[] gaps(double[] t) {
    double[] step = new double[t.length - 1];
    for (int i = 0; i < step.length; i++) {
      step[i] = t[i + 1] - t[i];
    }
    // The largest steps against their neighbours; what repeats at a steady count is the gap.
    double[] ratio = new double[step.length];
    for (int i = 0; i < step.length; i++) {
      double before = i > 0 ? step[i - 1] : step[i + 1];
      double after = i + 1 < step.length ? step[i + 1] : before;
      double nearby = Math.max(before, after);
      ratio[i] = nearby > 0 ? step[i] / nearby : 0;
    }
    double widest = usualWidest(ratio);
    double least = Math.max(1.45, 0.72 * widest);
    return IntStream.range(0, ratio.length)
        .filter(i -> ratio[i] >= least && ratio[i] < 2 * WIDEST)
        .map(i -> i + 1)
        .toArray();
  }

  /** The width of the gap: of the wide steps the middle one of the widest that repeat. */
  private static double usualWidest(double[] ratio) {
    double[] wide = Arrays.stream(ratio).filter(r -> r > 1.45 && r < WIDEST).sorted().toArray();
    if (wide.length == 0) {
      return 0;
    }
    Map<Long, Integer> count = new HashMap<>();
    for (double r : wide) {
      count.merge(Math.round(r), 1, Integer::sum);
    }
    // Single lost edges look like a gap of one tooth: of the widths that come often, the widest.
    int most = count.values().stream().max(Comparator.naturalOrder()).orElse(0);
    return count.entrySet().stream()
        .filter(e -> e.getValue() >= 0.35 * most && e.getValue() >= 2 || most < 3)
        .mapToLong(Map.Entry::getKey)
        .max()
        .orElse(0);
  }

  private static int mostly(IntStream of) {
    Map<Integer, Integer> count = new HashMap<>();
    of.forEach(k -> count.merge(k, 1, Integer::sum));
    return count.entrySet().stream()
        .max(
            Comparator.comparingInt((Map.Entry<Integer, Integer> e) -> e.getValue())
                .thenComparingInt(Map.Entry::getKey))
        .map(Map.Entry::getKey)
        .orElse(0);
  }

  private static ToneRing measured(Edges edges, List<Turn> turns, int teeth, int missing) {
    double[] t = edges.timeS();
    int present = teeth - missing;
    double[] error = new double[present];
    double[] swing = new double[present];
    int[] seen = new int[present];
    int extra = 0;
    for (Turn k : turns) {
      double pitch = k.seconds() / teeth;
      double mean = meanSwing(edges, k);
      for (int i = 0; i < k.places().length; i++) {
        int place = k.places()[i];
        if (place < 0 || place >= present) {
          extra++;
        } else {
          seen[place]++;
          error[place] += (t[k.from() + i] - t[k.from()]) / pitch - place;
          swing[place] += mean > 0 ? edges.swing()[k.from() + i] / mean : 0;
        }
      }
    }
    for (int i = 0; i < present; i++) {
      error[i] = seen[i] == 0 ? Double.NaN : error[i] / seen[i];
      swing[i] = seen[i] == 0 ? Double.NaN : swing[i] / seen[i];
    }
    // The first tooth behind the gap swings as the gap makes it: its height tells nothing.
    swing[0] = swing[1];
    double[] errors = withoutWaves(error, teeth);
    double[] swings = edges.swing().length == 0 ? new double[0] : swing;
    return new ToneRing(
        teeth,
        missing,
        turns.size(),
        turns.stream().mapToDouble(k -> t[k.from()]).toArray(),
        turns.stream().mapToDouble(k -> 60 / k.seconds()).toArray(),
        turns.stream().mapToDouble(k -> meanSwing(edges, k)).toArray(),
        errors,
        spots(turns.size(), seen, extra, errors, swings));
  }

  private static double meanSwing(Edges edges, Turn k) {
    return edges.swing().length == 0
        ? 0
        : Arrays.stream(edges.swing(), k.from(), k.from() + k.places().length).average().orElse(0);
  }

  /** Without what changes slowly along the turn: the engine's unevenness, a change of speed. */
  private static double[] withoutWaves(double[] errors, int teeth) {
    int half = Math.max(3, teeth / (2 * WAVES));
    double[] out = new double[errors.length];
    for (int i = 0; i < errors.length; i++) {
      // The medians of both sides, across the gap where it lies there: one tooth alone moves
      // neither.
      double[] before = new double[half];
      double[] after = new double[half];
      for (int k = 0; k < half; k++) {
        before[k] = at(errors, Math.floorMod(i - 1 - k, teeth));
        after[k] = at(errors, Math.floorMod(i + 1 + k, teeth));
      }
      out[i] = errors[i] - (median(before, 0, half) + median(after, 0, half)) / 2;
    }
    return out;
  }

  private static double at(double[] errors, int place) {
    return place < errors.length ? errors[place] : Double.NaN;
  }

  private static double median(double[] v, int from, int to) {
    double[] some =
        Arrays.stream(v, from, Math.max(from, to)).filter(x -> !Double.isNaN(x)).sorted().toArray();
    return some.length == 0 ? 0 : (some[some.length / 2] + some[(some.length - 1) / 2]) / 2;
  }

  // What is wrong

  private static List<Spot> spots(
      int turns, int[] seen, int extra, double[] errors, double[] swing) {
    List<Spot> spots = new ArrayList<>();
    int lost = 0;
    for (int i = 0; i < seen.length; i++) {
      int gone = turns - seen[i];
      if (turns > 1 && gone > GONE * turns) {
        spots.add(new Spot(Finding.GONE, i + 1, 100.0 * gone / turns));
      } else {
        lost += gone;
      }
    }
    spots.addAll(bent(errors));
    for (int i = 0; i < swing.length; i++) {
      if (swing[i] < DIRTY) {
        spots.add(new Spot(Finding.DIRTY, i + 1, swing[i]));
      }
    }
    double runOut = runOut(swing);
    if (runOut > RUN_OUT) {
      spots.add(new Spot(Finding.RUN_OUT, 0, runOut));
    }
    if (lost > 0) {
      spots.add(new Spot(Finding.DROPS_OUT, 0, 100.0 * lost / turns));
    }
    if (extra > 0) {
      spots.add(new Spot(Finding.NOISE, 0, 100.0 * extra / turns));
    }
    return spots;
  }

  private static List<Spot> bent(double[] errors) {
    double[] size =
        Arrays.stream(errors).filter(e -> !Double.isNaN(e)).map(Math::abs).sorted().toArray();
    double usual = size.length == 0 ? 0 : ROBUST * size[size.length / 2];
    double least = Math.max(BENT, DEVIATIONS * usual);
    List<Spot> bent = new ArrayList<>();
    for (int i = 0; i < errors.length; i++) {
      if (Math.abs(errors[i]) > least) {
        bent.add(new Spot(Finding.BENT, i + 1, errors[i]));
      }
    }
    bent.sort(Comparator.comparingDouble(s -> -Math.abs(s.value())));
    return bent;
  }

  /** Amplitude of the first wave along the turn, from its top to its bottom. */
  private static double runOut(double[] swing) {
    double sine = 0;
    double cosine = 0;
    for (int i = 0; i < swing.length; i++) {
      double at = 2 * Math.PI * i / swing.length;
      double s = Double.isNaN(swing[i]) ? 1 : swing[i];
      sine += s * Math.sin(at) * 2 / swing.length;
      cosine += s * Math.cos(at) * 2 / swing.length;
    }
    return 2 * Math.hypot(sine, cosine);
  }
}
