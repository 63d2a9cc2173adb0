package hopmend.app.web;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.function.BiFunction;
import java.util.stream.Stream;

/**
 * A list that people keep, as CSV with a header: taken out, and taken in as a whole or not at all.
 *
 * @param columns of its header, in the order in which it is taken out
 * @param needed those without which nothing is taken in; the cells of others are empty then
 */
public record CsvList(List<String> columns, List<String> needed) {
  private static final int MOST_LINES = 20_000;
  private static final int MOST_CELL = 1 << 20;
  private static final int MOST_PROBLEMS = 20;

  /** The list with some lines. */
  public String write(Stream<List<String>> lines) {
    StringWriter out = new StringWriter();
    try (CsvWriter csv = CsvWriter.builder().build(out)) {
      csv.writeRecord(columns);
      lines.forEach(l -> csv.writeRecord(l.stream().map(CsvCell::write).toList()));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return out.toString();
  }

  /**
   * The lines of a file.
   *
   * @param line from the cells in the order of the columns, adding to the problems what is wrong
   * @throws InputProblem naming every line that is wrong
   */
  public <L> List<L> read(String csv, BiFunction<List<String>, List<String>, L> line) {
    List<String> problems = new ArrayList<>();
    List<L> lines = read(csv, line, problems);
    if (!problems.isEmpty()) {
      throw new InputProblem(
          "file",
          "Nothing was taken in. "
              + String.join(" ", problems.stream().limit(MOST_PROBLEMS).toList()));
    }
    return lines;
  }

  private <L> List<L> read(
      String csv, BiFunction<List<String>, List<String>, L> line, List<String> problems) {
    List<L> lines = new ArrayList<>();
    try (CsvReader<NamedCsvRecord> reader =
        CsvReader.builder().maxBufferSize(MOST_CELL).ofNamedCsvRecord(csv)) {
      for (NamedCsvRecord r : reader) {
        List<String> missing = needed.stream().filter(c -> r.findField(c).isEmpty()).toList();
        if (!missing.isEmpty()) {
          problems.add("Missing columns: " + String.join(", ", missing) + ".");
          return lines;
        }
        if (lines.size() >= MOST_LINES) {
          problems.add("At most " + MOST_LINES + " lines are taken at once.");
          return lines;
        }
        List<String> wrong = new ArrayList<>();
        List<String> cells =
            columns.stream().map(c -> CsvCell.read(r.findField(c).orElse(""))).toList();
        lines.add(line.apply(cells, wrong));
        wrong.forEach(w -> problems.add("Line %d: %s".formatted(r.getStartingLineNumber(), w)));
      }
    } catch (CsvParseException | IOException e) {
      problems.add("This is no CSV with a header line: " + e.getMessage());
    }
    if (lines.isEmpty() && problems.isEmpty()) {
      problems.add("The file has no line below its header " + String.join(",", columns) + ".");
    }
    return lines;
  }
}
