package hopmend.verify;

import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import hopmend.measure.MeasureUnit;
import hopmend.message.Message;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A drive as a table of samples. The columns are {@code time_s}, {@code engine_speed_rpm}, {@code
 * vehicle_speed_kmh} (or {@code _mph}), {@code coolant_c} (or {@code _f}) and {@code load_pct}, in
 * any order; others are ignored.
 */
public record DriveLog(List<Sample> samples) {
  private static final int MAX_SAMPLES = 200_000;
  private static final int MAX_PROBLEMS = 12;

  /** One moment of the drive; seconds since start, 1/min, km/h, °C, percent. */
  public record Sample(
      double timeS, double engineSpeed, double speedKmh, double coolantC, double loadPercent) {}

  /** Either a log, or all that is wrong with the file. */
  public record Read(Optional<DriveLog> log, List<Message> problems) {
    public Read {
      problems = List.copyOf(problems);
    }
  }

  public DriveLog {
    samples = List.copyOf(samples);
  }

  public double durationS() {
    return samples.isEmpty() ? 0 : samples.get(samples.size() - 1).timeS() - samples.get(0).timeS();
  }

  private enum Column {
    TIME("time_s", -1, 1e6),
    ENGINE_SPEED("engine_speed_rpm", 0, 20_000),
    SPEED("vehicle_speed_kmh", 0, 400),
    COOLANT("coolant_c", -60, 250),
    LOAD("load_pct", 0, 100);

    private final String header;
    private final double low;
    private final double high;

    Column(String header, double low, double high) {
      this.header = header;
      this.low = low;
      this.high = high;
    }
  }

  /** Reads a CSV text; problems are collected, each with its line. */
  public static Read read(String csv) {
    List<Message> problems = new ArrayList<>();
    List<Sample> samples = new ArrayList<>();
    try (CsvReader<NamedCsvRecord> reader = CsvReader.builder().ofNamedCsvRecord(csv)) {
      for (NamedCsvRecord row : reader) {
        if (samples.isEmpty() && problems.isEmpty()) {
          missingColumns(row, problems);
        }
        if (!problems.isEmpty()
            && samples.isEmpty()
            && problems.get(0).key().equals("log.no-column")) {
          break;
        }
        sample(row, samples, problems);
        if (samples.size() > MAX_SAMPLES) {
          problems.add(Message.of("log.too-many", MAX_SAMPLES));
        }
        if (problems.size() >= MAX_PROBLEMS || samples.size() > MAX_SAMPLES) {
          break;
        }
      }
    } catch (RuntimeException | java.io.IOException e) {
      problems.add(Message.of("log.no-table", String.valueOf(e.getMessage())));
    }
    if (samples.size() < 2 && problems.isEmpty()) {
      problems.add(Message.of("log.empty"));
    }
    return new Read(
        problems.isEmpty() ? Optional.of(new DriveLog(samples)) : Optional.empty(), problems);
  }

  private static void missingColumns(NamedCsvRecord row, List<Message> problems) {
    for (Column c : Column.values()) {
      if (field(row, c).isEmpty()) {
        problems.add(Message.of("log.no-column", c.header));
      }
    }
  }

  private static Optional<String> field(NamedCsvRecord row, Column c) {
    return row.findField(c.header).or(() -> row.findField(imperialHeader(c)));
  }

  private static String imperialHeader(Column c) {
    return switch (c) {
      case SPEED -> "vehicle_speed_mph";
      case COOLANT -> "coolant_f";
      default -> c.header;
    };
  }

  private static void sample(NamedCsvRecord row, List<Sample> samples, List<Message> problems) {
    Map<Column, Double> values = new LinkedHashMap<>();
    for (Column c : Column.values()) {
      value(row, c, problems).ifPresent(v -> values.put(c, v));
    }
    if (values.size() < Column.values().length) {
      return;
    }
    double time = values.get(Column.TIME);
    if (!samples.isEmpty() && time <= samples.get(samples.size() - 1).timeS()) {
      problems.add(Message.of("log.time", row.getStartingLineNumber(), time));
      return;
    }
    samples.add(
        new Sample(
            time,
            values.get(Column.ENGINE_SPEED),
            values.get(Column.SPEED),
            values.get(Column.COOLANT),
            values.get(Column.LOAD)));
  }

  private static Optional<Double> value(NamedCsvRecord row, Column c, List<Message> problems) {
    String text = field(row, c).orElse("").strip();
    try {
      double value = metric(row, c, Double.parseDouble(text));
      if (value >= c.low && value <= c.high) {
        return Optional.of(value);
      }
    } catch (NumberFormatException e) {
      // reported below together with values out of range
    }
    problems.add(
        Message.of(
            "log.value",
            row.getStartingLineNumber(),
            c.header,
            text.length() > 30 ? text.substring(0, 30) + "…" : text,
            c.low,
            c.high));
    return Optional.empty();
  }

  private static double metric(NamedCsvRecord row, Column c, double value) {
    boolean imperial = row.findField(c.header).isEmpty();
    if (!imperial) {
      return value;
    }
    return c == Column.SPEED
        ? MeasureUnit.MILE_PER_HOUR.convert(value, MeasureUnit.KILOMETRE_PER_HOUR)
        : MeasureUnit.FAHRENHEIT.convert(value, MeasureUnit.CELSIUS);
  }
}
