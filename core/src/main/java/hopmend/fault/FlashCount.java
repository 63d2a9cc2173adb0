package hopmend.fault;

import hopmend.message.Message;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Flashes of a warning lamp, counted. Two rhythms are known (common practice): long flashes count
 * tens and short flashes count ones; or all flashes are alike and a pause parts the digits. Which
 * one it is follows from the flashes themselves. The lamp repeats its codes after a longer pause;
 * repeats that disagree lower the confidence.
 *
 * @param rhythm how it was read
 * @param codes each code once, in the order of first sight, with how often it was seen
 * @param confidence 0 to 1: how far the durations stand from the borders that part them, times the
 *     share of repeats that agree
 * @param advice what to do, empty if the count is good
 */
public record FlashCount(
    Rhythm rhythm, List<Seen> codes, double confidence, Optional<Message> advice) {

  /** How a lamp tells digits. */
  public enum Rhythm {
    LONG_AND_SHORT,
    PAUSES
  }

  /** A code and how often it was flashed. */
  public record Seen(TroubleCode code, int times) {}

  /** A flash and the dark time behind it, in milliseconds. */
  public record Flash(double onMillis, double offMillis) {
    public Flash {
      if (!(onMillis > 0 && onMillis < 60_000 && offMillis >= 0 && offMillis < 600_000)) {
        throw new IllegalArgumentException(
            "A flash lasts up to 60 s and a pause up to 600 s, not %s and %s ms"
                .formatted(onMillis, offMillis));
      }
    }
  }

  public static final int MOST_FLASHES = 600;

  /** Two kinds of duration differ at least this much; shop. */
  private static final double CLEAR_RATIO = 1.7;

  private static final double GOOD_CONFIDENCE = 0.7;

  public FlashCount {
    codes = List.copyOf(codes);
  }

  /**
   * Counts flashes. The pause behind the last one does not matter.
   *
   * @throws IllegalArgumentException for no flashes or more than {@link #MOST_FLASHES}
   */
  public static FlashCount of(List<Flash> flashes) {
    if (flashes.isEmpty() || flashes.size() > MOST_FLASHES) {
      throw new IllegalArgumentException(
          "1 to %d flashes can be counted, not %d".formatted(MOST_FLASHES, flashes.size()));
    }
    Split on = Split.of(flashes.stream().mapToDouble(Flash::onMillis).toArray());
    return on.ratio() >= CLEAR_RATIO ? longAndShort(flashes, on) : byPauses(flashes);
  }

  /**
   * The border between two kinds of duration: the widest step, as a ratio, between neighbours in
   * their sorted order.
   *
   * @param ratio of the step; 1 where all are alike
   * @param margin how clear it is, 0 to 1: the step against the scatter inside both kinds
   */
  private record Split(double border, double ratio, double margin) {
    static Split of(double[] durations) {
      double[] sorted = durations.clone();
      Arrays.sort(sorted);
      int widest = -1;
      double ratio = 1;
      for (int i = 0; i + 1 < sorted.length; i++) {
        double step = sorted[i + 1] / Math.max(1, sorted[i]);
        if (step > ratio) {
          ratio = step;
          widest = i;
        }
      }
      if (widest < 0) {
        return new Split(Double.POSITIVE_INFINITY, 1, 1);
      }
      double border = Math.sqrt(Math.max(1, sorted[widest]) * sorted[widest + 1]);
      double scatter =
          Math.max(
              sorted[widest] / Math.max(1, sorted[0]),
              sorted[sorted.length - 1] / sorted[widest + 1]);
      return new Split(border, ratio, Math.max(0, 1 - Math.log(scatter) / Math.log(ratio)));
    }
  }

  private static FlashCount longAndShort(List<Flash> flashes, Split on) {
    Split pauses = pauses(flashes);
    List<Integer> numbers = new ArrayList<>();
    int tens = 0;
    int ones = 0;
    for (int i = 0; i < flashes.size(); i++) {
      boolean isLong = flashes.get(i).onMillis() > on.border();
      if (isLong && ones > 0) {
        numbers.add(10 * tens + ones);
        tens = 0;
        ones = 0;
      }
      tens += isLong ? 1 : 0;
      ones += isLong ? 0 : 1;
      boolean pause = pauses.ratio() >= 2.5 && flashes.get(i).offMillis() > pauses.border();
      if (pause && i + 1 < flashes.size()) {
        numbers.add(10 * tens + ones);
        tens = 0;
        ones = 0;
      }
    }
    numbers.add(10 * tens + ones);
    return result(Rhythm.LONG_AND_SHORT, numbers, on.margin());
  }

  private static FlashCount byPauses(List<Flash> flashes) {
    Split digit = pauses(flashes);
    if (digit.ratio() < CLEAR_RATIO) {
      return result(Rhythm.PAUSES, List.of(flashes.size()), 1);
    }
    double[] longer = offTimes(flashes).filter(d -> d > lowestBorder(flashes)).toArray();
    double within = lowestBorder(flashes);
    Split code = Split.of(longer.length > 0 ? longer : new double[] {1});
    double border = code.ratio() >= CLEAR_RATIO ? code.border() : Double.POSITIVE_INFINITY;
    List<Integer> numbers = new ArrayList<>();
    int number = 0;
    int count = 0;
    for (int i = 0; i < flashes.size(); i++) {
      count++;
      double off = flashes.get(i).offMillis();
      boolean last = i + 1 == flashes.size();
      if (last || off > within) {
        number = number * 10 + count % 10;
        count = 0;
      }
      if (last || off > border) {
        numbers.add(Math.min(number, 9999));
        number = 0;
      }
    }
    return result(Rhythm.PAUSES, numbers, digit.margin());
  }

  /** The first clear step upwards among the pauses: it parts flashes of a digit from digits. */
  private static double lowestBorder(List<Flash> flashes) {
    double[] sorted = offTimes(flashes).sorted().toArray();
    for (int i = 0; i + 1 < sorted.length; i++) {
      if (sorted[i + 1] / Math.max(1, sorted[i]) >= CLEAR_RATIO) {
        return Math.sqrt(Math.max(1, sorted[i]) * sorted[i + 1]);
      }
    }
    return Double.POSITIVE_INFINITY;
  }

  private static Split pauses(List<Flash> flashes) {
    double[] pauses = offTimes(flashes).toArray();
    return pauses.length == 0 ? new Split(Double.POSITIVE_INFINITY, 1, 1) : Split.of(pauses);
  }

  private static java.util.stream.DoubleStream offTimes(List<Flash> flashes) {
    return flashes.subList(0, flashes.size() - 1).stream().mapToDouble(Flash::offMillis);
  }

  private static FlashCount result(Rhythm rhythm, List<Integer> numbers, double margin) {
    Map<Integer, Integer> times = new LinkedHashMap<>();
    numbers.stream().filter(n -> n > 0).forEach(n -> times.merge(n, 1, Integer::sum));
    List<Seen> codes =
        times.entrySet().stream()
            .map(e -> new Seen(TroubleCode.ofFlashes(e.getKey()), e.getValue()))
            .toList();
    int most = times.values().stream().mapToInt(Integer::intValue).max().orElse(0);
    double agreeing =
        most <= 1
            ? 1
            : numbers.stream().filter(n -> n > 0 && times.get(n) > 1).count()
                / (double) numbers.size();
    double confidence = Math.max(0, Math.min(1, margin)) * agreeing;
    Optional<Message> advice =
        most <= 1
            ? Optional.of(Message.of("flashes.once"))
            : confidence < GOOD_CONFIDENCE
                ? Optional.of(Message.of("flashes.unsteady"))
                : Optional.empty();
    return new FlashCount(rhythm, codes, confidence, advice);
  }

  /**
   * Reads pulses that were written down: milliseconds of light and dark in turn, separated by
   * spaces or commas, for example {@code 1200 400 300 400 300 2500}.
   *
   * @throws IllegalArgumentException if a word is no number or out of range
   */
  public static List<Flash> parse(String text) {
    String[] words = text.strip().split("[\\s,;]+");
    List<Flash> flashes = new ArrayList<>();
    for (int i = 0; i < words.length; i += 2) {
      double off = i + 1 < words.length ? millis(words[i + 1]) : 0;
      flashes.add(new Flash(millis(words[i]), off));
      if (flashes.size() > MOST_FLASHES) {
        throw new IllegalArgumentException("At most " + MOST_FLASHES + " flashes can be counted");
      }
    }
    return flashes;
  }

  private static double millis(String word) {
    if (!word.matches("\\d{1,6}(\\.\\d{1,3})?")) {
      throw new IllegalArgumentException(
          "\"%s\" is no time in milliseconds; write light and dark in turn, for example 1200 400 300 400"
              .formatted(word.length() > 20 ? word.substring(0, 20) + "…" : word));
    }
    return Double.parseDouble(word);
  }
}
