package hopmend.verify;

import hopmend.measure.MeasureUnit;
import hopmend.measure.Reading;
import hopmend.message.Message;
import hopmend.sensor.LiveSignal;
import hopmend.trace.Rises;
import hopmend.verify.DriveLog.Column;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * A figure that the trace of a signal tells, as a sheet asks for it.
 *
 * @param of the signal
 * @param against the other signal, where the figure compares two; else null
 * @param during what must hold meanwhile; all of it
 * @param seconds how long that must have been so in all
 * @param finestS seconds between two samples at most, so that the figure means something; null
 *     where any sampling will do
 */
public record TraceFigure(
    Kind kind,
    LiveSignal of,
    LiveSignal against,
    List<During> during,
    double seconds,
    Double finestS) {

  /** A cell that switches goes through both voltages, 0.45 V between them; common practice. */
  private static final double LEAN_V = 0.3;

  private static final double RICH_V = 0.6;

  /** A rise is told by samples that are no further apart; shop. */
  private static final double OF_A_RISE_S = 0.25;

  /** Below this two signals have no ratio, percent of what is measured; shop. */
  private static final double LEAST_FOR_A_RATIO = 5;

  /** Another signal within a range, ends included; null where it has no end. */
  public record During(LiveSignal signal, Double low, Double high) {
    boolean holds(double value) {
      return (low == null || value >= low) && (high == null || value <= high);
    }
  }

  /** What is told. */
  public enum Kind {
    LOWEST,
    HIGHEST,
    MEAN,
    /** Highest less lowest. */
    SPREAD,
    /** The largest change from one sample to the next. */
    LARGEST_STEP,
    FIRST,
    LAST,
    /** Last as a share of the first. */
    KEPT,
    /** How far the first of both are apart. */
    FIRST_APART,
    /** Mean of both added up. */
    MEAN_OF_SUM,
    /** The lowest share that the signal has of the other. */
    LOWEST_SHARE,
    HIGHEST_SHARE,
    /** Changes from lean to rich in a second. */
    SWITCHING,
    /** Median time from 0.3 to 0.6 V. */
    RISE,
    /** Median time from 0.6 to 0.3 V. */
    FALL;

    boolean comparesTwo() {
      return this == FIRST_APART
          || this == MEAN_OF_SUM
          || this == LOWEST_SHARE
          || this == HIGHEST_SHARE;
    }
  }

  /** Either the figure, or why the trace does not tell it. */
  public record Told(Optional<Reading> value, Optional<Message> why) {
    static Told of(double value, MeasureUnit unit) {
      return new Told(Optional.of(Reading.of(value, unit)), Optional.empty());
    }

    static Told not(String key, Object... said) {
      return new Told(Optional.empty(), Optional.of(Message.of(key, said)));
    }
  }

  /** One for which any sampling will do, unless it times a rise. */
  public TraceFigure(
      Kind kind, LiveSignal of, LiveSignal against, List<During> during, double seconds) {
    this(kind, of, against, during, seconds, null);
  }

  public TraceFigure {
    if (finestS == null && (kind == Kind.RISE || kind == Kind.FALL)) {
      finestS = OF_A_RISE_S;
    }
    during = during == null ? List.of() : List.copyOf(during);
    if (kind.comparesTwo() == (against == null)) {
      throw new IllegalArgumentException(
          "%s of %s: %s"
              .formatted(kind, of, against == null ? "against what?" : "compares nothing"));
    }
  }

  /** The unit in which it is told. */
  public MeasureUnit unit() {
    return switch (kind) {
      case KEPT, LOWEST_SHARE, HIGHEST_SHARE -> MeasureUnit.PERCENT;
      case SWITCHING -> MeasureUnit.HERTZ;
      case RISE, FALL -> MeasureUnit.MILLISECOND;
      case SPREAD, LARGEST_STEP, FIRST_APART ->
          of.unit() == MeasureUnit.CELSIUS ? MeasureUnit.KELVIN : of.unit();
      default -> of.unit();
    };
  }

  /** The signals that a trace must have. */
  public List<LiveSignal> signals() {
    return Stream.concat(
            Stream.of(of),
            Stream.concat(Stream.ofNullable(against), during.stream().map(During::signal)))
        .distinct()
        .toList();
  }

  /** What a trace tells of it. */
  public Told in(DriveLog log) {
    for (LiveSignal s : signals()) {
      Optional<Column> column = Column.of(s);
      if (column.isEmpty() || log.lacks(column.get())) {
        return Told.not("figure.lacks", s.label());
      }
    }
    if (finestS != null && log.usualStepS() > finestS) {
      return Told.not("figure.too-coarse", log.usualStepS(), finestS);
    }
    int[] meant = meant(log);
    double held = seconds(log, meant);
    if (meant.length < 2 || held < seconds) {
      return Told.not("figure.too-short", Math.floor(held), seconds);
    }
    return told(log, meant);
  }

  private static Column column(LiveSignal signal) {
    return Column.of(signal).orElseThrow();
  }

  private int[] meant(DriveLog log) {
    return IntStream.range(0, log.size())
        .filter(i -> during.stream().allMatch(d -> d.holds(log.at(column(d.signal()), i))))
        .toArray();
  }

  /** Whether two of the meant samples follow each other without a gap. */
  private static boolean joined(DriveLog log, int before, int after) {
    return after == before + 1
        && log.at(Column.TIME, after) - log.at(Column.TIME, before) <= DriveProof.LONGEST_GAP_S;
  }

  private static double seconds(DriveLog log, int[] meant) {
    double held = 0;
    for (int k = 1; k < meant.length; k++) {
      if (joined(log, meant[k - 1], meant[k])) {
        held += log.at(Column.TIME, meant[k]) - log.at(Column.TIME, meant[k - 1]);
      }
    }
    return held;
  }

  private Told told(DriveLog log, int[] meant) {
    double[] values = Arrays.stream(meant).mapToDouble(i -> log.at(column(of), i)).toArray();
    double[] others =
        against == null
            ? values
            : Arrays.stream(meant).mapToDouble(i -> log.at(column(against), i)).toArray();
    double lowest = DoubleStream.of(values).min().orElseThrow();
    double highest = DoubleStream.of(values).max().orElseThrow();
    double first = values[0];
    double last = values[values.length - 1];
    return switch (kind) {
      case LOWEST -> Told.of(lowest, unit());
      case HIGHEST -> Told.of(highest, unit());
      case MEAN -> Told.of(DoubleStream.of(values).average().orElseThrow(), unit());
      case SPREAD -> Told.of(highest - lowest, unit());
      case LARGEST_STEP -> Told.of(largestStep(log, meant, values), unit());
      case FIRST -> Told.of(first, unit());
      case LAST -> Told.of(last, unit());
      case KEPT -> first > 0 ? Told.of(100 * last / first, unit()) : Told.not("figure.from-zero");
      case FIRST_APART -> Told.of(Math.abs(first - others[0]), unit());
      case MEAN_OF_SUM ->
          Told.of(
              DoubleStream.concat(DoubleStream.of(values), DoubleStream.of(others)).sum()
                  / values.length,
              unit());
      case LOWEST_SHARE, HIGHEST_SHARE -> share(values, others);
      case SWITCHING -> Told.of(rises(log, meant, true).size() / seconds(log, meant), unit());
      case RISE -> time(rises(log, meant, true));
      case FALL -> time(rises(log, meant, false));
    };
  }

  private static double largestStep(DriveLog log, int[] meant, double[] values) {
    double largest = 0;
    for (int k = 1; k < meant.length; k++) {
      if (joined(log, meant[k - 1], meant[k])) {
        largest = Math.max(largest, Math.abs(values[k] - values[k - 1]));
      }
    }
    return largest;
  }

  private Told share(double[] values, double[] others) {
    List<Double> shares = new ArrayList<>();
    for (int k = 0; k < values.length; k++) {
      if (others[k] >= LEAST_FOR_A_RATIO) {
        shares.add(100 * values[k] / others[k]);
      }
    }
    return shares.stream()
        .reduce(kind == Kind.LOWEST_SHARE ? Math::min : Math::max)
        .map(s -> Told.of(s, unit()))
        .orElseGet(() -> Told.not("figure.never-moved", against.label()));
  }

  /** Each passage between both voltages, up or down; a gap in the log parts them. */
  private List<Rises.Rise> rises(DriveLog log, int[] meant, boolean up) {
    List<Double> times = new ArrayList<>();
    List<Double> values = new ArrayList<>();
    for (int k = 0; k < meant.length; k++) {
      double at = log.at(Column.TIME, meant[k]);
      if (k > 0 && !joined(log, meant[k - 1], meant[k])) {
        times.add(at);
        values.add(Double.NaN);
      }
      times.add(at);
      values.add(log.at(column(of), meant[k]));
    }
    double[] t = times.stream().mapToDouble(d -> d).toArray();
    double[] v = values.stream().mapToDouble(d -> d).toArray();
    return up ? Rises.of(t, v, LEAN_V, RICH_V) : Rises.fallsOf(t, v, LEAN_V, RICH_V);
  }

  private Told time(List<Rises.Rise> rises) {
    List<Double> times = rises.stream().map(Rises.Rise::seconds).sorted().toList();
    return times.isEmpty()
        ? Told.not("figure.no-rise")
        : Told.of(1000 * times.get(times.size() / 2), unit());
  }
}
