package hopmend.relearn;

import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import hopmend.message.Message;
import hopmend.report.LoggerTable;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * How long the crankshaft took for each segment of its ring, one after the other, as a scope or a
 * tool writes it down.
 *
 * @param segments of the ring that are told apart
 * @param segment number of each, from 0
 * @param micros time of each, microseconds
 * @param fuelCut whether no fuel was injected
 */
public record SegmentTrace(int segments, int[] segment, double[] micros, boolean[] fuelCut) {
  private static final int MOST = 400_000;
  private static final int MOST_SEGMENTS = 120;
  private static final int MOST_PROBLEMS = 8;

  /** Either a trace, or all that is wrong with the file. */
  public record Read(Optional<SegmentTrace> trace, List<Message> problems) {
    public Read {
      problems = List.copyOf(problems);
    }
  }

  int size() {
    return segment.length;
  }

  /**
   * Reads a table with a row for each segment as it passed: columns "segment" (from 1), "micros" or
   * "millis", and "fuel cut" (1 or 0).
   */
  public static Read read(String text) {
    List<Message> problems = new ArrayList<>();
    List<double[]> rows = new ArrayList<>();
    try (CsvReader<NamedCsvRecord> csv =
        CsvReader.builder().fieldSeparator(LoggerTable.separator(text)).ofNamedCsvRecord(text)) {
      for (NamedCsvRecord row : csv) {
        row(row, problems).ifPresent(rows::add);
        if (problems.size() >= MOST_PROBLEMS || rows.size() > MOST) {
          break;
        }
      }
    } catch (RuntimeException | IOException e) {
      problems.add(Message.of("log.no-table", String.valueOf(e.getMessage())));
    }
    if (rows.size() > MOST) {
      problems.add(Message.of("teeth.too-many", MOST));
    }
    int segments = (int) rows.stream().mapToDouble(r -> r[0] + 1).max().orElse(0);
    if (problems.isEmpty() && (segments < 2 || rows.size() < 20 * segments)) {
      problems.add(Message.of("teeth.too-few", rows.size()));
    }
    if (!problems.isEmpty()) {
      return new Read(Optional.empty(), problems);
    }
    int[] segment = rows.stream().mapToInt(r -> (int) r[0]).toArray();
    double[] micros = rows.stream().mapToDouble(r -> r[1]).toArray();
    boolean[] cut = new boolean[rows.size()];
    for (int i = 0; i < cut.length; i++) {
      cut[i] = rows.get(i)[2] > 0;
    }
    return new Read(Optional.of(new SegmentTrace(segments, segment, micros, cut)), List.of());
  }

  private static Optional<double[]> row(NamedCsvRecord row, List<Message> problems) {
    double segment = number(row, 1, "segment") - 1;
    double micros = number(row, 1, "micros");
    micros = Double.isNaN(micros) ? number(row, 1000, "millis") : micros;
    double cut = number(row, 1, "fuel cut");
    boolean good =
        segment >= 0
            && segment < MOST_SEGMENTS
            && segment == Math.rint(segment)
            && micros > 0
            && micros < 1e7
            && (cut == 0 || cut == 1);
    if (!good) {
      problems.add(Message.of("teeth.row", row.getStartingLineNumber()));
    }
    return good ? Optional.of(new double[] {segment, micros, cut}) : Optional.empty();
  }

  private static double number(NamedCsvRecord row, double factor, String name) {
    Optional<String> field =
        row.getHeader().stream()
            .filter(h -> h.strip().toLowerCase(Locale.ROOT).replace('_', ' ').startsWith(name))
            .findFirst()
            .flatMap(row::findField);
    try {
      return field.map(f -> LoggerTable.number(f.strip()) * factor).orElse(Double.NaN);
    } catch (NumberFormatException e) {
      return Double.NaN;
    }
  }

  /**
   * Time of each against the mean of one turn of the ring around it: 0.01 is one percent longer. A
   * mean over a whole turn, its ends counted half where the turn has an even number of segments,
   * holds neither the ring's own errors nor a steady change of speed. NaN at the ends and where the
   * ring's numbers do not follow each other.
   *
   * @param errors of each segment, taken out first
   */
  double[] unevenness(double[] errors) {
    int n = size();
    double[] even = new double[n];
    for (int i = 0; i < n; i++) {
      even[i] = micros[i] / (1 + errors[segment[i]]);
    }
    double[] uneven = new double[n];
    Arrays.fill(uneven, Double.NaN);
    int half = segments / 2;
    boolean odd = segments % 2 == 1;
    for (int i = half; i + half < n; i++) {
      double sum = 0;
      boolean whole = true;
      for (int k = -half; k <= half; k++) {
        sum += even[i + k] * (!odd && Math.abs(k) == half ? 0.5 : 1);
        whole &= k == -half || follows(i + k);
      }
      uneven[i] = whole ? even[i] / (sum / segments) - 1 : Double.NaN;
    }
    return uneven;
  }

  private boolean follows(int i) {
    return segment[i] == (segment[i - 1] + 1) % segments && fuelCut[i] == fuelCut[i - 1];
  }
}
