package hopmend.verify;

import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import de.siegmar.fastcsv.reader.FieldMismatchStrategy;
import hopmend.measure.MeasureUnit;
import hopmend.message.Message;
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
  private static final int LATEST_HEAD = 60;
  private static final double ACROSS_A_JUMP_S = DriveProof.LONGEST_GAP_S + 1;
  private static final Set<Column> NEEDED =
      EnumSet.of(Column.TIME, Column.ENGINE_SPEED, Column.SPEED);
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
  private static final Map<Column, MeasureUnit> OURS =
      Map.of(
          Column.TIME, MeasureUnit.SECOND,
          Column.SPEED, MeasureUnit.KILOMETRE_PER_HOUR,
          Column.COOLANT, MeasureUnit.CELSIUS);

  /** How other units are written in the names of columns (common practice). */
  private static final Map<Column, Map<MeasureUnit, Pattern>> FOREIGN =
      Map.of(
          Column.TIME,
          Map.of(
              MeasureUnit.MILLISECOND, Pattern.compile("\\bms\\b|_ms\\b|milli"),
              MeasureUnit.MINUTE, Pattern.compile("\\bmin\\b|_min\\b|minute")),
          Column.SPEED,
          Map.of(
              MeasureUnit.MILE_PER_HOUR, Pattern.compile("mph|mi/h|miles"),
              MeasureUnit.METRE_PER_SECOND, Pattern.compile("m/s|mps|met(er|re)s?/s")),
          Column.COOLANT,
          Map.of(MeasureUnit.FAHRENHEIT, Pattern.compile("°f|_f\\b|\\bf\\b|fahrenheit|degf")));

  private static final double[] LOW = {-1e12, 0, 0, -60, 0};
  private static final double[] HIGH = {1e12, 20_000, 400, 250, 100};

  private final ReportWords words;
  private final List<Message> problems = new ArrayList<>();
  private final List<Message> notes = new ArrayList<>();
  private final Map<Column, Integer> at = new EnumMap<>(Column.class);
  private final Map<Column, double[]> lines = new EnumMap<>(Column.class);
  private final double[] last = new double[Column.values().length];
  private double[][] columns = new double[Column.values().length][1024];
  private int size;
  private int jumps;
  private long jumpedAt;
  private double shiftS;
  private String lastDay = "";
  private double lastDayS;
  private Optional<LocalDateTime> startedAt = Optional.empty();
  private Optional<String> vin = Optional.empty();

  DriveLogReader(ReportWords words) {
    this.words = words;
    Arrays.fill(last, Double.NaN);
  }

  DriveLog.Read read(String text) {
    try (CsvReader<CsvRecord> reader =
        CsvReader.builder()
            .fieldSeparator(separator(text))
            .missingFieldStrategy(FieldMismatchStrategy.IGNORE)
            .extraFieldStrategy(FieldMismatchStrategy.IGNORE)
            .ofCsvRecord(text)) {
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
    Set<Column> lacks = EnumSet.allOf(Column.class);
    lacks.removeIf(c -> !Double.isNaN(last[c.ordinal()]));
    int from = firstWhole(lacks);
    for (int i = 0; i < columns.length; i++) {
      columns[i] = Arrays.copyOfRange(columns[i], from, size);
    }
    DriveLog log = new DriveLog(columns, size - from, lacks, startedAt, vin);
    note(log, lacks);
    return new DriveLog.Read(Optional.of(log), List.of(), notes);
  }

  /** Before every signal has answered once nothing is known of the drive. */
  private int firstWhole(Set<Column> lacks) {
    int latest = 0;
    for (Column c : Column.values()) {
      if (lacks.contains(c)) {
        continue;
      }
      int i = 0;
      while (Double.isNaN(columns[c.ordinal()][i])) {
        i++;
      }
      latest = Math.max(latest, i);
    }
    return latest;
  }

  private void note(DriveLog log, Set<Column> lacks) {
    lacks.forEach(c -> notes.add(Message.of("log.lacks", c.named())));
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

  /** The sign that parts most cells in the lines of the beginning. */
  private static char separator(String text) {
    char best = ',';
    int most = 0;
    String beginning = text.substring(0, Math.min(text.length(), 20_000));
    for (char c : new char[] {';', '\t', ',', '|'}) {
      int widest =
          beginning
              .lines()
              .limit(LATEST_HEAD)
              .mapToInt(l -> (int) l.chars().filter(x -> x == c).count())
              .max()
              .orElse(0);
      // A comma may part a fraction where another sign parts the cells.
      if (widest > most && (c != ',' || most < 2)) {
        most = widest;
        best = c;
      }
    }
    return best;
  }

  private void rows(CsvReader<CsvRecord> reader) {
    boolean unitsMayFollow = false;
    int row = 0;
    for (CsvRecord record : reader) {
      row++;
      if (!at.keySet().containsAll(NEEDED)) {
        if (row > LATEST_HEAD) {
          break;
        }
        head(record);
        unitsMayFollow = true;
      } else if (unitsMayFollow && isARowOfUnits(record)) {
        at.forEach((c, i) -> unit(c, cell(record, i)));
        unitsMayFollow = false;
      } else {
        unitsMayFollow = false;
        sample(record);
      }
      if (problems.size() >= MAX_PROBLEMS || size > MAX_SAMPLES) {
        break;
      }
    }
    if (size > MAX_SAMPLES) {
      problems.add(Message.of("log.too-many", MAX_SAMPLES));
    }
    if (row > 0 && !at.keySet().containsAll(NEEDED)) {
      NEEDED.stream()
          .filter(c -> !at.containsKey(c))
          .forEach(c -> problems.add(Message.of("log.no-column", c.named())));
    }
  }

  // The head

  private void head(CsvRecord record) {
    Map<Column, Integer> found = new EnumMap<>(Column.class);
    for (int i = 0; i < record.getFieldCount(); i++) {
      String label = record.getField(i);
      int index = i;
      vin = vin.or(() -> identificationNumber(label));
      column(label)
          .filter(c -> !found.containsKey(c) || isBetter(label, record.getField(found.get(c))))
          .ifPresent(c -> found.put(c, index));
    }
    // The row with most of them is the head; lines before it may name some in passing.
    if (found.size() > at.size()) {
      at.clear();
      lines.clear();
      at.putAll(found);
      found.forEach((c, i) -> unit(c, record.getField(i)));
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
    return words
        .condition(plain)
        .map(
            c ->
                switch (c) {
                  case ENGINE_SPEED -> Column.ENGINE_SPEED;
                  case SPEED -> Column.SPEED;
                  case COOLANT -> Column.COOLANT;
                  case LOAD -> Column.LOAD;
                  default -> null;
                });
  }

  /** The unit in a name, or below it, where it is not ours. */
  private void unit(Column column, String label) {
    String l = label.toLowerCase(Locale.ROOT);
    FOREIGN.getOrDefault(column, Map.of()).entrySet().stream()
        .filter(u -> u.getValue().matcher(l).find())
        .findFirst()
        .ifPresent(u -> lines.put(column, line(u.getKey(), OURS.get(column))));
  }

  private boolean isARowOfUnits(CsvRecord record) {
    return NEEDED.stream().noneMatch(c -> cell(record, at.get(c)).matches(".*\\d.*\\d.*|\\d"));
  }

  private static String cell(CsvRecord record, int i) {
    return i < record.getFieldCount() ? record.getField(i).strip() : "";
  }

  // The samples

  private void sample(CsvRecord record) {
    int before = problems.size();
    double[] values = last.clone();
    for (Map.Entry<Column, Integer> c : at.entrySet()) {
      String text = cell(record, c.getValue());
      if (!isNothing(text)) {
        values[c.getKey().ordinal()] = value(c.getKey(), text, record.getStartingLineNumber());
      } else if (c.getKey() == Column.TIME) {
        return;
      }
    }
    if (problems.size() > before) {
      return;
    }
    System.arraycopy(values, 0, last, 0, values.length);
    boolean known = NEEDED.stream().noneMatch(c -> Double.isNaN(values[c.ordinal()]));
    if (known) {
      add(values, record.getStartingLineNumber());
    }
  }

  private static boolean isNothing(String text) {
    return text.isEmpty()
        || !Character.isDigit(text.charAt(text.length() - 1)) && NOTHING.matcher(text).matches();
  }

  private void add(double[] values, long line) {
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
    if (size == columns[0].length) {
      for (int i = 0; i < columns.length; i++) {
        columns[i] = Arrays.copyOf(columns[i], 2 * size);
      }
    }
    columns[0][size] = time;
    for (int i = 1; i < columns.length; i++) {
      columns[i][size] = values[i];
    }
    size++;
  }

  private double value(Column column, String text, long line) {
    try {
      double value = column == Column.TIME ? seconds(text) : ours(column, number(text));
      if (value >= LOW[column.ordinal()] && value <= HIGH[column.ordinal()]) {
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
            Math.max(-1e6, LOW[column.ordinal()]),
            Math.min(1e6, HIGH[column.ordinal()])));
    return Double.NaN;
  }

  /** Units convert along a line: what stands for nothing, and the step for each one. */
  private static double[] line(MeasureUnit from, MeasureUnit to) {
    double nothing = from.convert(0, to);
    return new double[] {nothing, from.convert(1, to) - nothing};
  }

  private double ours(Column column, double value) {
    double[] line = lines.get(column);
    return line == null ? value : line[0] + line[1] * value;
  }

  /** Of two signs the last one parts the fraction; one alone does so too. */
  private static double number(String text) {
    int comma = text.lastIndexOf(',');
    if (comma < 0) {
      return Double.parseDouble(text);
    }
    return Double.parseDouble(
        comma > text.lastIndexOf('.')
            ? text.replace(".", "").replace(',', '.')
            : text.replace(",", ""));
  }

  /** Seconds of a number, a clock, or a date; those of a date count from the first one. */
  private double seconds(String text) {
    char first = text.charAt(0);
    boolean mayBeNumber = text.indexOf(':') < 0;
    if (mayBeNumber && (Character.isDigit(first) || first == '-' || first == '.')) {
      return ours(Column.TIME, number(text));
    }
    Matcher clock = CLOCK.matcher(text);
    if (!clock.matches()) {
      throw new NumberFormatException(text);
    }
    double ofTheDay =
        3600 * hour(clock) + 60 * Integer.parseInt(clock.group(3)) + number(clock.group(4));
    String day = clock.group(1).replaceAll("[T, ]+$", "").strip();
    return ofTheDay + (day.isEmpty() ? 0 : secondsTo(day, ofTheDay));
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
