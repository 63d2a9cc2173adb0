package hopmend.trace;

import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.FieldMismatchStrategy;
import hopmend.message.Message;
import hopmend.report.LoggedRow;
import hopmend.report.LoggerTable;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;

/** Reads a capture: head, units, time base, samples. Linear in the size of the file. */
final class CaptureReader {
  static final Message NO_TIME = Message.of("capture.no-time");

  private static final int MOST_SAMPLES = 1_500_000;
  private static final int MOST_CHANNELS = 16;
  private static final int MOST_PROBLEMS = 8;

  /** A gap is so many usual steps long; the shop's rule. */
  private static final double GAP = 20;

  /** Times are uneven if one of a hundred steps is off by more than a half; the shop's rule. */
  private static final double UNEVEN_SHARE = 0.01;

  private static final Pattern UNIT =
      Pattern.compile("^(.*?)[\\s_]*[\\[(]\\s*([^\\])]{1,12})\\s*[\\])]\\s*$");
  private static final Pattern TIME =
      Pattern.compile(
          "(t|time|zeit|temps|tiempo|tempo|tijd|czas|tid|zaman|timestamp)([\\s_]*(s|secs?|seconds?|ms|µs|us|ns))?|seconds?|secs?|ms|µs|us",
          Pattern.CASE_INSENSITIVE);
  private static final Pattern SAMPLE_NUMBER =
      Pattern.compile("#|no\\.?|nr\\.?|n|sample|index|row|point", Pattern.CASE_INSENSITIVE);
  private static final Pattern RATE =
      Pattern.compile(
          "(?i)(?:sampl\\w*\\s*(?:rate|frequency)|abtastrate|rate)\\W{0,4}(\\d+(?:[.,]\\d+)?)\\s*([kM]?)\\s*(?:Hz|S/s|1/s)");

  private final Optional<Double> asked;
  private final List<Message> problems = new ArrayList<>();
  private final List<Message> notes = new ArrayList<>();
  private String[] names = {};
  private String[] units = {};
  private double[][] values = {};
  private int size;
  private Optional<Double> rate = Optional.empty();

  CaptureReader(Optional<Double> asked) {
    this.asked = asked;
  }

  Capture.Read read(String text) {
    try (CsvReader<LoggedRow> rows =
        CsvReader.builder()
            .fieldSeparator(LoggerTable.separator(text))
            .missingFieldStrategy(FieldMismatchStrategy.IGNORE)
            .extraFieldStrategy(FieldMismatchStrategy.IGNORE)
            .build(new LoggedRow(), text)) {
      rows.forEach(this::row);
    } catch (RuntimeException | IOException e) {
      problems.add(Message.of("log.no-table", String.valueOf(e.getMessage())));
    }
    if (problems.isEmpty() && size < 2) {
      problems.add(Message.of("capture.no-samples"));
    }
    return finish();
  }

  // Rows

  private void row(LoggedRow row) {
    if (problems.size() >= MOST_PROBLEMS || size > MOST_SAMPLES) {
      return;
    }
    if (size == 0 && !isSample(row)) {
      head(row);
      return;
    }
    if (size == 0) {
      begin(row);
    }
    sample(row);
  }

  /** A row of numbers alone, at least as wide as half of the head. */
  private static boolean isSample(LoggedRow row) {
    int numbers = 0;
    for (int i = 0; i < row.size(); i++) {
      if (!Double.isNaN(number(row, i))) {
        numbers++;
      } else if (!row.isEmpty(i)) {
        return false;
      }
    }
    return numbers > 0;
  }

  private static double number(LoggedRow row, int i) {
    double plain = row.plainNumber(i);
    if (!Double.isNaN(plain) || row.isEmpty(i)) {
      return plain;
    }
    try {
      return LoggerTable.number(row.cell(i));
    } catch (NumberFormatException e) {
      return Double.NaN;
    }
  }

  private void head(LoggedRow row) {
    String[] cells = new String[row.size()];
    StringBuilder line = new StringBuilder();
    for (int i = 0; i < cells.length; i++) {
      cells[i] = row.cell(i);
      line.append(cells[i]).append(' ');
    }
    Matcher m = RATE.matcher(line);
    if (m.find()) {
      double times = m.group(2).equals("k") ? 1e3 : m.group(2).equals("M") ? 1e6 : 1;
      rate = Optional.of(times * LoggerTable.number(m.group(1)));
    }
    boolean areUnits = names.length > 1 && cells.length == names.length && isARowOfUnits(cells);
    if (areUnits) {
      units =
          Arrays.stream(cells)
              .map(c -> c.replaceAll("[\\[\\]()]", "").strip())
              .toArray(String[]::new);
    } else if (cells.length >= names.length || names.length <= 1) {
      names = cells;
      units = new String[cells.length];
    }
  }

  private static boolean isARowOfUnits(String[] cells) {
    return Arrays.stream(cells).allMatch(c -> c.length() <= 8)
        && Arrays.stream(cells)
            .anyMatch(c -> c.matches("[\\[(]?\\s*(m?s|µs|us|m?V|m?A|k?Hz|bar|k?Pa|%)\\s*[\\])]?"));
  }

  private void begin(LoggedRow row) {
    int columns = Math.max(row.size(), names.length);
    if (columns > MOST_CHANNELS + 1) {
      problems.add(Message.of("capture.too-wide", columns, MOST_CHANNELS));
    }
    if (names.length < row.size()) {
      int before = names.length;
      names = Arrays.copyOf(names, columns);
      for (int i = before; i < columns; i++) {
        names[i] = "column " + (i + 1);
      }
    }
    units = Arrays.copyOf(units, columns);
    for (int i = 0; i < columns; i++) {
      Matcher m = UNIT.matcher(names[i]);
      if (m.matches()) {
        names[i] = m.group(1).isBlank() ? m.group(2) : m.group(1).strip();
        units[i] = m.group(2).strip();
      }
      units[i] = units[i] == null ? "" : units[i];
    }
    values = new double[columns][1024];
  }

  private void sample(LoggedRow row) {
    if (size == values[0].length) {
      for (int i = 0; i < values.length; i++) {
        values[i] = Arrays.copyOf(values[i], 2 * size);
      }
    }
    for (int i = 0; i < values.length; i++) {
      double value = number(row, i);
      if (Double.isNaN(value)
          && !row.isEmpty(i)
          && !row.cell(i).matches("(?i)-+|n/?a|nan|null|inf.*|∞|---")) {
        problems.add(Message.of("capture.no-number", row.line(), names[i], cut(row.cell(i))));
      }
      values[i][size] = value;
    }
    size++;
    if (size > MOST_SAMPLES) {
      problems.add(Message.of("log.too-many", MOST_SAMPLES));
    }
  }

  private static String cut(String cell) {
    return cell.length() > 30 ? cell.substring(0, 30) + "…" : cell;
  }

  // The time base

  private Capture.Read finish() {
    Optional<Capture> capture = problems.isEmpty() ? capture() : Optional.empty();
    return new Capture.Read(problems.isEmpty() ? capture : Optional.empty(), problems, notes);
  }

  private Optional<Capture> capture() {
    int time = asked.isPresent() ? -1 : timeColumn();
    double[] timeS = problems.isEmpty() ? time(time) : new double[0];
    List<Capture.Channel> channels = new ArrayList<>();
    for (int i = 0; i < values.length && problems.isEmpty(); i++) {
      if (i != time && !isTime(i)) {
        channel(i).ifPresent(channels::add);
      }
    }
    if (problems.isEmpty() && channels.isEmpty()) {
      problems.add(Message.of("capture.no-channel"));
    }
    return problems.isEmpty() ? Optional.of(new Capture(timeS, channels)) : Optional.empty();
  }

  private Optional<Capture.Channel> channel(int i) {
    double[] v = Arrays.copyOf(values[i], size);
    long empty = Arrays.stream(v).filter(Double::isNaN).count();
    if (empty == size) {
      notes.add(Message.of("capture.empty-column", names[i]));
      return Optional.empty();
    }
    if (empty > 0) {
      notes.add(Message.of("capture.holes", names[i], empty));
    }
    return Optional.of(new Capture.Channel(names[i], units[i], v));
  }

  private boolean isTime(int i) {
    return TIME.matcher(names[i].strip()).matches()
        || SAMPLE_NUMBER.matcher(names[i].strip()).matches();
  }

  /** The column that is called so, else the first if it rises all the time; -1 for none. */
  private int timeColumn() {
    List<Integer> called =
        IntStream.range(0, values.length)
            .filter(i -> TIME.matcher(names[i].strip()).matches())
            .boxed()
            .toList();
    called.stream()
        .skip(1)
        .filter(i -> rises(values[i]) && !isSameBase(called.get(0), i))
        .findFirst()
        .ifPresent(
            i -> problems.add(Message.of("capture.mixed-time", names[called.get(0)], names[i])));
    if (!called.isEmpty()) {
      return called.get(0);
    }
    boolean mayBeTime =
        rate.isEmpty() && values.length > 1 && !SAMPLE_NUMBER.matcher(names[0].strip()).matches();
    return mayBeTime && rises(values[0]) ? 0 : -1;
  }

  /** Whether two columns of time tell the same moments, whatever their unit. */
  private boolean isSameBase(int one, int other) {
    double first = values[one][size - 1] - values[one][0];
    double second = values[other][size - 1] - values[other][0];
    double ratio = second / first;
    double power = Math.log10(ratio);
    return Math.abs(power - Math.rint(power)) < 1e-3;
  }

  private boolean rises(double[] v) {
    for (int i = 1; i < size; i++) {
      if (!(v[i] >= v[i - 1])) {
        return false;
      }
    }
    return v[size - 1] > v[0];
  }

  private double[] time(int column) {
    double[] timeS = new double[size];
    if (column < 0) {
      Optional<Double> perSecond = asked.or(() -> rate);
      if (perSecond.isEmpty() || !(perSecond.get() > 0)) {
        problems.add(NO_TIME);
        return timeS;
      }
      for (int i = 0; i < size; i++) {
        timeS[i] = i / perSecond.get();
      }
      return timeS;
    }
    double seconds = secondsOf(column);
    for (int i = 0; i < size; i++) {
      timeS[i] = (values[column][i] - values[column][0]) * seconds;
      if (Double.isNaN(timeS[i]) || i > 0 && timeS[i] < timeS[i - 1]) {
        problems.add(Message.of("capture.time-back", i + 1, names[column]));
        return timeS;
      }
    }
    tellSteps(timeS);
    return timeS;
  }

  /** Seconds of one step of the unit of a column of time. */
  private double secondsOf(int column) {
    String unit =
        (units[column].isEmpty() ? names[column] : units[column]).toLowerCase(Locale.ROOT);
    if (unit.matches("(.*[\\s_])?(ms|msec|milliseconds?)")) {
      return 1e-3;
    } else if (unit.matches("(.*[\\s_])?(µs|us|usec|microseconds?)")) {
      return 1e-6;
    } else if (unit.matches("(.*[\\s_])?(ns|nanoseconds?)")) {
      return 1e-9;
    }
    if (!unit.matches("(.*[\\s_])?(s|secs?|seconds?)")) {
      notes.add(Message.of("capture.seconds-taken", names[column]));
    }
    return 1;
  }

  private void tellSteps(double[] timeS) {
    double step = Capture.usualStepS(timeS);
    int gaps = 0;
    int off = 0;
    for (int i = 1; i < timeS.length; i++) {
      double d = timeS[i] - timeS[i - 1];
      gaps += d > GAP * step ? 1 : 0;
      off += Math.abs(d - step) > 0.5 * step ? 1 : 0;
    }
    if (gaps > 0) {
      notes.add(Message.of("capture.gaps", gaps));
    } else if (off > UNEVEN_SHARE * timeS.length) {
      notes.add(Message.of("capture.uneven"));
    }
  }
}
