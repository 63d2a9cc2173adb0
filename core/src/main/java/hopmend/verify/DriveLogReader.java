package hopmend.verify;

import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.FieldMismatchStrategy;
import hopmend.measure.MeasureUnit;
import hopmend.message.Message;
import hopmend.report.LoggedRow;
import hopmend.report.LoggerTable;
import hopmend.report.ReportWords;
import hopmend.vehicle.Vin;
import hopmend.verify.DriveLog.Column;
import java.io.IOException;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * Reads a drive log as loggers write them: commas, semicolons, tabs or bars; the names of columns
 * in the languages of reports, behind whatever stands before the table; units in the names or in a
 * row of their own; decimal commas; time as seconds, milliseconds, a clock or a date. A cell that
 * is empty holds the value before it, as loggers do that ask one signal after the other.
 */
final class DriveLogReader {
  private static final int MAX_SAMPLES = 1_500_000;
  private static final int MAX_PROBLEMS = 12;
  private static final double ACROSS_A_JUMP_S = DriveProof.LONGEST_GAP_S + 1;
  static final Set<Column> DRIVEN = EnumSet.of(Column.TIME, Column.ENGINE_SPEED, Column.SPEED);
  private static final Pattern CLOCK =
      Pattern.compile(
          "(.*?)(\\d{1,3}):(\\d{2}):(\\d{2}(?:[.,]\\d+)?)\\s*([AaPp][Mm])?(?:Z|[+-]\\d{2}:?\\d{2})?");
  private static final List<DateTimeFormatter> DAYS =
      Stream.of("uuuu-M-d", "uuuu/M/d", "d.M.uuuu", "d-MMM-uuuu", "d MMM uuuu")
          .map(f -> DateTimeFormatter.ofPattern(f, Locale.ENGLISH))
          .toList();
  private static final Pattern NOTHING =
      Pattern.compile("-+|n/?a|nan|null", Pattern.CASE_INSENSITIVE);
  private static final Pattern VIN =
      Pattern.compile("(?<![A-Z0-9])[A-HJ-NPR-Z0-9]{17}(?![A-Z0-9])");

  /** How other units are written in the names of columns (common practice). */
  private static final Map<MeasureUnit, Pattern> FOREIGN =
      Map.ofEntries(
          Map.entry(MeasureUnit.MILLISECOND, Pattern.compile("\\bms\\b|_ms\\b|milli")),
          Map.entry(MeasureUnit.MINUTE, Pattern.compile("\\bmin\\b|_min\\b|minute")),
          Map.entry(MeasureUnit.MILE_PER_HOUR, Pattern.compile("mph|mi/h|miles")),
          Map.entry(MeasureUnit.METRE_PER_SECOND, Pattern.compile("m/s|mps|met(er|re)s?/s")),
          Map.entry(MeasureUnit.FAHRENHEIT, Pattern.compile("°f|_f\\b|\\bf\\b|fahrenheit|degf")),
          Map.entry(MeasureUnit.MILLIVOLT, Pattern.compile("\\bmv\\b|_mv\\b|millivolt")),
          Map.entry(MeasureUnit.PASCAL, Pattern.compile("(?<![khm])pa\\b|_pa\\b")),
          Map.entry(MeasureUnit.KILOPASCAL, Pattern.compile("kpa\\b")),
          Map.entry(MeasureUnit.MEGAPASCAL, Pattern.compile("mpa\\b")),
          Map.entry(MeasureUnit.MILLIBAR, Pattern.compile("mbar\\b|hpa\\b")),
          Map.entry(MeasureUnit.BAR, Pattern.compile("(?<!m)bar\\b")),
          Map.entry(MeasureUnit.POUND_PER_SQUARE_INCH, Pattern.compile("psi")));

  private final ReportWords words;
  private final Set<Column> wanted;
  private final Set<Column> needed;
  private final List<Message> problems = new ArrayList<>();
  private final List<Message> notes = new ArrayList<>();
  private final Map<Column, Integer> at = new EnumMap<>(Column.class);
  private final double[][] lines = new double[Column.values().length][];
  private Column[] read = {};
  private int[] cells = {};
  private final double[] values = new double[Column.values().length];
  private final double[] last = new double[Column.values().length];
  private final double[][] columns = new double[Column.values().length][];
  private int size;
  private int jumps;
  private long jumpedAt;
  private double shiftS;
  private String lastDay = "";
  private double lastDayS;

  /** What stood before the last clock, and the seconds for which it stands. */
  private String beforeClock = "";

  private double beforeClockS;
  private Optional<LocalDateTime> startedAt = Optional.empty();
  private Optional<String> vin = Optional.empty();

  /**
   * @param wanted what is kept of the log
   * @param needed without which it is refused
   */
  DriveLogReader(ReportWords words, Set<Column> wanted, Set<Column> needed) {
    this.words = words;
    this.wanted = wanted;
    this.needed = needed;
    Arrays.fill(last, Double.NaN);
  }

  DriveLog.Read read(String text) {
    try (CsvReader<LoggedRow> reader =
        CsvReader.builder()
            .fieldSeparator(LoggerTable.separator(text))
            .missingFieldStrategy(FieldMismatchStrategy.IGNORE)
            .extraFieldStrategy(FieldMismatchStrategy.IGNORE)
            .build(new LoggedRow(), text)) {
      rows(reader);
    } catch (RuntimeException | IOException e) {
      problems.add(Message.of("log.no-table", String.valueOf(e.getMessage())));
    }
    if (problems.isEmpty() && size < 2) {
      problems.add(Message.of("log.empty"));
    }
    if (!problems.isEmpty()) {
      return new DriveLog.Read(Optional.empty(), problems, List.of());
    }
    for (int i = 0; i < columns.length; i++) {
      columns[i] = Double.isNaN(last[i]) ? null : columns[i];
    }
    int from = firstWhole();
    for (int i = 0; i < columns.length; i++) {
      columns[i] = columns[i] == null ? null : Arrays.copyOfRange(columns[i], from, size);
    }
    DriveLog log = new DriveLog(columns, size - from, startedAt, vin);
    note(log);
    return new DriveLog.Read(Optional.of(log), List.of(), notes);
  }

  /** Before every signal has answered once nothing is known of the drive. */
  private int firstWhole() {
    int latest = 0;
    for (double[] values : columns) {
      int i = 0;
      while (values != null && Double.isNaN(values[i])) {
        i++;
      }
      latest = Math.max(latest, i);
    }
    return latest;
  }

  private void note(DriveLog log) {
    Column.OF_A_DRIVE.stream()
        .filter(c -> needed.equals(DRIVEN) && log.lacks(c))
        .forEach(c -> notes.add(Message.of("log.lacks", c.named())));
    double[] gaps = log.gaps(DriveProof.LONGEST_GAP_S);
    double step = log.usualStepS();
    if (step > DriveProof.LONGEST_GAP_S) {
      notes.add(Message.of("log.coarse", step, DriveProof.LONGEST_GAP_S));
    } else if (gaps[0] > 0) {
      notes.add(Message.of("log.gaps", (int) gaps[0], gaps[1] / 60));
    }
    if (jumps > 0) {
      notes.add(Message.of("log.jumps", jumps, jumpedAt));
    }
  }

  private void rows(CsvReader<LoggedRow> reader) {
    boolean unitsMayFollow = false;
    int rows = 0;
    for (LoggedRow row : reader) {
      rows++;
      if (!isHeaded()) {
        if (rows > LoggerTable.LATEST_HEAD) {
          break;
        }
        head(row);
        unitsMayFollow = true;
      } else if (unitsMayFollow && isARowOfUnits(row)) {
        at.forEach((c, i) -> unit(c, row.cell(i)));
        unitsMayFollow = false;
      } else {
        unitsMayFollow = false;
        sample(row);
      }
      if (problems.size() >= MAX_PROBLEMS || size > MAX_SAMPLES) {
        break;
      }
    }
    if (size > MAX_SAMPLES) {
      problems.add(Message.of("log.too-many", MAX_SAMPLES));
    }
    if (rows > 0 && !isHeaded()) {
      needed.stream()
          .filter(c -> !at.containsKey(c))
          .forEach(c -> problems.add(Message.of("log.no-column", c.named())));
      if (at.keySet().containsAll(needed)) {
        problems.add(Message.of("log.no-signal"));
      }
    }
  }

  /** Whether a row named all that is needed, and something beside the time. */
  private boolean isHeaded() {
    return at.keySet().containsAll(needed) && at.size() > 1;
  }

  // The head

  private void head(LoggedRow row) {
    Map<Column, Integer> found = new EnumMap<>(Column.class);
    for (int i = 0; i < row.size(); i++) {
      String label = row.cell(i);
      int index = i;
      vin = vin.or(() -> identificationNumber(label));
      column(label)
          .filter(c -> !found.containsKey(c) || isBetter(label, row.cell(found.get(c))))
          .ifPresent(c -> found.put(c, index));
    }
    // The row with most of them is the head; lines before it may name some in passing.
    if (found.size() > at.size()) {
      at.clear();
      Arrays.fill(lines, null);
      at.putAll(found);
      read = at.keySet().toArray(Column[]::new);
      cells = at.values().stream().mapToInt(Integer::intValue).toArray();
      found.forEach((c, i) -> unit(c, row.cell(i)));
    }
  }

  private static Optional<String> identificationNumber(String cell) {
    return VIN.matcher(cell.toUpperCase(Locale.ROOT))
        .results()
        .map(MatchResult::group)
        .filter(n -> Vin.mayBe(n.length(), (int) n.chars().filter(Character::isDigit).count()))
        .findFirst();
  }

  /** A clock says more than a day, and the vehicle's own speed more than a satellite's. */
  private static boolean isBetter(String label, String than) {
    Pattern poor = Pattern.compile("\\b(gps|gnss|date|datum|fecha|data)\\b");
    return poor.matcher(than.toLowerCase(Locale.ROOT)).find()
        && !poor.matcher(label.toLowerCase(Locale.ROOT)).find();
  }

  private Optional<Column> column(String label) {
    String plain = label.replaceAll("[_.\\[\\](){}/\\\\-]", " ").strip();
    if (plain.length() > 60 || plain.isEmpty()) {
      return Optional.empty();
    }
    if (words.isTime(plain)) {
      return Optional.of(Column.TIME);
    }
    return words.signal(plain).flatMap(Column::of).filter(wanted::contains);
  }

  /** The unit in a name, or below it, where it is not ours. */
  private void unit(Column column, String label) {
    String l = label.toLowerCase(Locale.ROOT);
    FOREIGN.entrySet().stream()
        .filter(u -> u.getKey().quantity() == column.unit().quantity())
        .filter(u -> u.getValue().matcher(l).find())
        .findFirst()
        .ifPresent(u -> lines[column.ordinal()] = line(u.getKey(), column.unit()));
  }

  private boolean isARowOfUnits(LoggedRow row) {
    return at.values().stream().noneMatch(i -> row.cell(i).matches(".*\\d.*\\d.*|\\d"));
  }

  // The samples

  private void sample(LoggedRow row) {
    int before = problems.size();
    System.arraycopy(last, 0, values, 0, values.length);
    for (int i = 0; i < read.length; i++) {
      Column column = read[i];
      double value = plain(column, row, cells[i]);
      if (Double.isNaN(value)) {
        String text = row.cell(cells[i]);
        if (!isNothing(text)) {
          values[column.ordinal()] = value(column, text, row.line());
        } else if (column == Column.TIME) {
          return;
        }
      } else {
        values[column.ordinal()] = value;
      }
    }
    if (problems.size() > before) {
      return;
    }
    System.arraycopy(values, 0, last, 0, values.length);
    if (isKnown()) {
      add(row.line());
    }
  }

  private boolean isKnown() {
    for (Column c : read) {
      if (Double.isNaN(values[c.ordinal()]) && needed.contains(c)) {
        return false;
      }
    }
    return true;
  }

  /** A number in our unit; NaN for none, and for one that has to be told. */
  private double plain(Column column, LoggedRow row, int cell) {
    double value = ours(column, row.plainNumber(cell));
    if (column == Column.TIME && Double.isNaN(value)) {
      value = row.plainClock(cell, beforeClock) + beforeClockS;
    }
    return value >= column.least() && value <= column.most() ? value : Double.NaN;
  }

  private static boolean isNothing(String text) {
    return text.isEmpty()
        || !Character.isDigit(text.charAt(text.length() - 1)) && NOTHING.matcher(text).matches();
  }

  private void add(long line) {
    double time = values[0] + shiftS;
    if (size > 0) {
      double previous = columns[0][size - 1];
      if (time == previous) {
        return;
      }
      if (time < previous) {
        // The clock was set back: what follows is a stretch of its own.
        jumpedAt = jumps == 0 ? line : jumpedAt;
        jumps++;
        shiftS += previous + ACROSS_A_JUMP_S - time;
        time = previous + ACROSS_A_JUMP_S;
      }
    }
    values[0] = time;
    for (Column c : read) {
      int i = c.ordinal();
      if (size == 0) {
        columns[i] = new double[1024];
      } else if (size == columns[i].length) {
        columns[i] = Arrays.copyOf(columns[i], 2 * size);
      }
      columns[i][size] = values[i];
    }
    size++;
  }

  private double value(Column column, String text, long line) {
    try {
      double value = column == Column.TIME ? seconds(text) : ours(column, LoggerTable.number(text));
      if (value >= column.least() && value <= column.most()) {
        return value;
      }
    } catch (NumberFormatException | DateTimeException e) {
      // told below together with values out of range
    }
    problems.add(
        Message.of(
            "log.value",
            line,
            column.named(),
            text.length() > 30 ? text.substring(0, 30) + "…" : text,
            Math.max(-1e6, column.least()),
            Math.min(1e6, column.most())));
    return Double.NaN;
  }

  /** Units convert along a line: what stands for nothing, and the step for each one. */
  private static double[] line(MeasureUnit from, MeasureUnit to) {
    double nothing = from.convert(0, to);
    return new double[] {nothing, from.convert(1, to) - nothing};
  }

  private double ours(Column column, double value) {
    double[] line = lines[column.ordinal()];
    return line == null ? value : line[0] + line[1] * value;
  }

  /** Seconds of a number, a clock, or a date; those of a date count from the first one. */
  private double seconds(String text) {
    char first = text.charAt(0);
    boolean mayBeNumber = text.indexOf(':') < 0;
    if (mayBeNumber && (Character.isDigit(first) || first == '-' || first == '.')) {
      return ours(Column.TIME, LoggerTable.number(text));
    }
    Matcher clock = CLOCK.matcher(text);
    if (!clock.matches()) {
      throw new NumberFormatException(text);
    }
    double ofTheDay =
        3600 * hour(clock)
            + 60 * Integer.parseInt(clock.group(3))
            + LoggerTable.number(clock.group(4));
    String day = clock.group(1).replaceAll("[T, ]+$", "").strip();
    beforeClock = clock.group(1);
    beforeClockS = day.isEmpty() ? 0 : secondsTo(day, ofTheDay);
    return ofTheDay + beforeClockS;
  }

  private static int hour(Matcher clock) {
    int hour = Integer.parseInt(clock.group(2));
    return clock.group(5) == null
        ? hour
        : hour % 12 + (clock.group(5).equalsIgnoreCase("pm") ? 12 : 0);
  }

  /** From the log's first moment to the beginning of a day; a way to write it we do not know, 0. */
  private double secondsTo(String day, double ofTheDay) {
    if (!day.equals(lastDay)) {
      lastDay = day;
      for (DateTimeFormatter way : DAYS) {
        try {
          LocalDateTime midnight = LocalDate.parse(day, way).atStartOfDay();
          startedAt = startedAt.or(() -> Optional.of(midnight.plusNanos((long) (ofTheDay * 1e9))));
          lastDayS = startedAt.get().until(midnight, ChronoUnit.MILLIS) / 1000.0;
          return lastDayS;
        } catch (DateTimeException e) {
          // the next way to write a day
        }
      }
      lastDayS = 0;
    }
    return lastDayS;
  }
}
