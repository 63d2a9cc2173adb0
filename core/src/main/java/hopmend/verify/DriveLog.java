package hopmend.verify;

import hopmend.measure.MeasureUnit;
import hopmend.message.Message;
import hopmend.report.ReportWords;
import hopmend.sensor.LiveSignal;
import java.time.LocalDateTime;
import java.util.AbstractList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * What a logger wrote down, as a table of samples, kept as columns of plain numbers, so that a
 * million samples of a drive take forty megabytes.
 */
public final class DriveLog {
  /**
   * What a logger writes down, each within what it can be; the limits are wide (common practice).
   */
  public enum Column {
    TIME(MeasureUnit.SECOND, -1e12, 1e12),
    ENGINE_SPEED(LiveSignal.ENGINE_SPEED, 0, 20_000),
    SPEED(LiveSignal.SPEED, 0, 400),
    COOLANT(LiveSignal.COOLANT, -60, 250),
    LOAD(LiveSignal.LOAD, 0, 100),
    INTAKE_AIR(LiveSignal.INTAKE_AIR, -60, 250),
    SHORT_TRIM(LiveSignal.SHORT_TRIM, -100, 100),
    LONG_TRIM(LiveSignal.LONG_TRIM, -100, 100),
    MANIFOLD_PRESSURE(LiveSignal.MANIFOLD_PRESSURE, 0, 1000),
    TIMING(LiveSignal.TIMING, -64, 64),
    AIR_MASS(LiveSignal.AIR_MASS, 0, 1000),
    THROTTLE(LiveSignal.THROTTLE, 0, 100),
    OXYGEN_1(LiveSignal.OXYGEN_1, -0.5, 5),
    OXYGEN_2(LiveSignal.OXYGEN_2, -0.5, 5),
    RAIL_PRESSURE(LiveSignal.RAIL_PRESSURE, 0, 400_000),
    TANK_PRESSURE(LiveSignal.TANK_PRESSURE, -20_000, 20_000),
    MODULE_VOLTAGE(LiveSignal.MODULE_VOLTAGE, 0, 60),
    PEDAL_1(LiveSignal.PEDAL_1, 0, 100),
    PEDAL_2(LiveSignal.PEDAL_2, 0, 100);

    /** What a drive is judged by. */
    static final Set<Column> OF_A_DRIVE = EnumSet.range(TIME, LOAD);

    private final MeasureUnit unit;
    private final LiveSignal signal;
    private final double least;
    private final double most;

    Column(MeasureUnit unit, double least, double most) {
      this(unit, null, least, most);
    }

    Column(LiveSignal signal, double least, double most) {
      this(signal.unit(), signal, least, most);
    }

    Column(MeasureUnit unit, LiveSignal signal, double least, double most) {
      this.unit = unit;
      this.signal = signal;
      this.least = least;
      this.most = most;
    }

    /** The column of a live signal; empty where no logger writes it down. */
    public static Optional<Column> of(LiveSignal signal) {
      return Arrays.stream(values()).filter(c -> c.signal == signal).findFirst();
    }

    MeasureUnit unit() {
      return unit;
    }

    double least() {
      return least;
    }

    double most() {
      return most;
    }

    public Message named() {
      return Message.named(this);
    }
  }

  /** One moment of the drive; seconds since start, 1/min, km/h, °C, percent. */
  public record Sample(
      double timeS, double engineSpeed, double speedKmh, double coolantC, double loadPercent) {}

  /**
   * Either a log, or all that is wrong with the file.
   *
   * @param notes what the log lacks, and what one should know about it
   */
  public record Read(Optional<DriveLog> log, List<Message> problems, List<Message> notes) {
    public Read {
      problems = List.copyOf(problems);
      notes = List.copyOf(notes);
    }
  }

  private final double[][] columns;
  private final int size;
  private final Optional<LocalDateTime> startedAt;
  private final Optional<String> vin;

  /**
   * @param columns one array for each column, as long as there are samples; null for one that the
   *     log has not
   * @param startedAt the moment of its first sample, where it tells the day
   * @param vin of the vehicle, where it tells it
   */
  DriveLog(double[][] columns, int size, Optional<LocalDateTime> startedAt, Optional<String> vin) {
    this.columns = columns;
    this.size = size;
    this.startedAt = startedAt;
    this.vin = vin;
  }

  /** One that has every column. */
  public DriveLog(List<Sample> samples) {
    this(
        Arrays.copyOf(
            new double[][] {
              samples.stream().mapToDouble(Sample::timeS).toArray(),
              samples.stream().mapToDouble(Sample::engineSpeed).toArray(),
              samples.stream().mapToDouble(Sample::speedKmh).toArray(),
              samples.stream().mapToDouble(Sample::coolantC).toArray(),
              samples.stream().mapToDouble(Sample::loadPercent).toArray()
            },
            Column.values().length),
        samples.size(),
        Optional.empty(),
        Optional.empty());
  }

  /** Reads a drive in whatever layout a logger wrote it, see {@link DriveLogReader}. */
  public static Read read(String text, ReportWords words) {
    return new DriveLogReader(words, Column.OF_A_DRIVE, DriveLogReader.DRIVEN).read(text);
  }

  /** Reads every signal that a logger wrote down, driving or not. */
  public static Read readSignals(String text, ReportWords words) {
    return new DriveLogReader(words, EnumSet.allOf(Column.class), Set.of(Column.TIME)).read(text);
  }

  /** The samples one by one, each made when it is asked for. */
  public List<Sample> samples() {
    return new AbstractList<>() {
      @Override
      public Sample get(int i) {
        return new Sample(
            at(Column.TIME, i),
            at(Column.ENGINE_SPEED, i),
            at(Column.SPEED, i),
            at(Column.COOLANT, i),
            at(Column.LOAD, i));
      }

      @Override
      public int size() {
        return size;
      }
    };
  }

  /** A value in the unit of its column; NaN where the log has not the column. */
  double at(Column column, int sample) {
    double[] values = columns[column.ordinal()];
    return values == null ? Double.NaN : values[sample];
  }

  int size() {
    return size;
  }

  public boolean lacks(Column column) {
    return columns[column.ordinal()] == null;
  }

  public Optional<LocalDateTime> startedAt() {
    return startedAt;
  }

  /** The moment of its last sample, where it tells the day. */
  public Optional<LocalDateTime> endedAt() {
    return startedAt.map(s -> s.plusNanos((long) (durationS() * 1e9)));
  }

  public Optional<String> vin() {
    return vin;
  }

  public double durationS() {
    return size == 0 ? 0 : columns[0][size - 1] - columns[0][0];
  }

  /** Kilometres driven, by the speed between samples; a gap counts none. */
  public double km() {
    double[] time = columns[Column.TIME.ordinal()];
    double[] kmh = columns[Column.SPEED.ordinal()];
    double km = 0;
    for (int i = 1; kmh != null && i < size; i++) {
      double step = time[i] - time[i - 1];
      km += step > DriveProof.LONGEST_GAP_S ? 0 : step * (kmh[i] + kmh[i - 1]) / 2 / 3600;
    }
    return km;
  }

  /** Seconds between two samples, as half of them are apart at most. */
  double usualStepS() {
    double[] steps = new double[Math.max(0, size - 1)];
    for (int i = 1; i < size; i++) {
      steps[i - 1] = columns[0][i] - columns[0][i - 1];
    }
    Arrays.sort(steps);
    return steps.length == 0 ? 0 : steps[steps.length / 2];
  }

  /** Gaps in which nothing can be proven: how many, and seconds in all. */
  double[] gaps(double longestS) {
    double[] found = new double[2];
    for (int i = 1; i < size; i++) {
      double step = columns[0][i] - columns[0][i - 1];
      if (step > longestS) {
        found[0]++;
        found[1] += step;
      }
    }
    return found;
  }
}
