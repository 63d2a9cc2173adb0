package hopmend.verify;

import hopmend.message.Message;
import hopmend.report.ReportWords;
import java.time.LocalDateTime;
import java.util.AbstractList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * A drive as a table of samples, kept as columns of plain numbers, so that a million of them take
 * forty megabytes.
 */
public final class DriveLog {
  /** What a drive is judged by. */
  public enum Column {
    TIME,
    ENGINE_SPEED,
    SPEED,
    COOLANT,
    LOAD;

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
  private final Set<Column> lacks;
  private final Optional<LocalDateTime> startedAt;
  private final Optional<String> vin;

  /**
   * @param columns one array for each column, as long as there are samples
   * @param lacks columns that the log has not
   * @param startedAt the moment of its first sample, where it tells the day
   * @param vin of the vehicle, where it tells it
   */
  DriveLog(
      double[][] columns,
      int size,
      Set<Column> lacks,
      Optional<LocalDateTime> startedAt,
      Optional<String> vin) {
    this.columns = columns;
    this.size = size;
    this.lacks = lacks.isEmpty() ? EnumSet.noneOf(Column.class) : EnumSet.copyOf(lacks);
    this.startedAt = startedAt;
    this.vin = vin;
  }

  /** One that has every column. */
  public DriveLog(List<Sample> samples) {
    this(
        new double[][] {
          samples.stream().mapToDouble(Sample::timeS).toArray(),
          samples.stream().mapToDouble(Sample::engineSpeed).toArray(),
          samples.stream().mapToDouble(Sample::speedKmh).toArray(),
          samples.stream().mapToDouble(Sample::coolantC).toArray(),
          samples.stream().mapToDouble(Sample::loadPercent).toArray()
        },
        samples.size(),
        Set.of(),
        Optional.empty(),
        Optional.empty());
  }

  /** Reads a table in whatever layout a logger wrote it, see {@link DriveLogReader}. */
  public static Read read(String text, ReportWords words) {
    return new DriveLogReader(words).read(text);
  }

  /** The samples one by one, each made when it is asked for. */
  public List<Sample> samples() {
    return new AbstractList<>() {
      @Override
      public Sample get(int i) {
        return new Sample(
            columns[0][i], columns[1][i], columns[2][i], columns[3][i], columns[4][i]);
      }

      @Override
      public int size() {
        return size;
      }
    };
  }

  public boolean lacks(Column column) {
    return lacks.contains(column);
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
