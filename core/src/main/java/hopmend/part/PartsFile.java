package hopmend.part;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import java.io.IOException;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * A list of parts as CSV, read line by line however long it is. A part that is made for several
 * vehicles or places has a line for each, one below the other, alike in everything else.
 */
public final class PartsFile {
  private static final int LONGEST_LINE = 1 << 20;

  private PartsFile() {}

  /**
   * What a list may name.
   *
   * @param families ids of the sheets, by all that they are called
   * @param untold family of the lines that tell none; empty where each has to
   * @param latches ids of their drawings
   * @param traits what the bench compares
   */
  public record Known(
      Map<String, String> families, String untold, Set<String> latches, List<BenchTrait> traits) {
    public Known {
      families = Map.copyOf(families);
      latches = Set.copyOf(latches);
      traits = List.copyOf(traits);
    }

    /** The same for a file whose lines are all of one family where they tell none. */
    public Known of(String family) {
      return new Known(families, family, latches, traits);
    }

    /** The family of a cell; empty if nobody knows it. */
    Optional<String> family(String cell) {
      String told = cell.isEmpty() ? untold : cell;
      return Optional.ofNullable(families.get(PartColumn.plain(told)));
    }

    /** Ids of the families. */
    List<String> ids() {
      return families.values().stream().distinct().sorted().toList();
    }
  }

  /** Hears what stands in a file while it is read. */
  public interface Hearer {
    /**
     * @param line where the part begins
     */
    void part(long line, Part part);

    void problem(long line, String what);

    /** A line was read. */
    void read(long line);
  }

  /** A name as files are compared by it: small letters, without accents and signs. */
  public static String plain(String name) {
    return PartColumn.plain(name);
  }

  /** The names of the columns of a file; empty where it has no line. */
  public static List<String> header(Reader text, char separator) {
    try (CsvReader<CsvRecord> csv = open(text, separator)) {
      for (CsvRecord r : csv) {
        return r.getFields();
      }
      return List.of();
    } catch (CsvParseException e) {
      return List.of();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** The first lines below the names of the columns. */
  public static List<List<String>> sample(Reader text, char separator, int lines) {
    List<List<String>> sample = new ArrayList<>();
    try (CsvReader<CsvRecord> csv = open(text, separator)) {
      for (CsvRecord r : csv) {
        if (sample.size() > lines) {
          break;
        }
        sample.add(r.getFields());
      }
    } catch (CsvParseException e) {
      // told when the whole is read, with its line
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return sample.isEmpty() ? sample : sample.subList(1, sample.size());
  }

  private static CsvReader<CsvRecord> open(Reader text, char separator) {
    return CsvReader.builder()
        .fieldSeparator(separator)
        .skipEmptyLines(true)
        .maxBufferSize(LONGEST_LINE)
        .ofCsvRecord(text);
  }

  /** Whether the numbers of a file have a comma before their decimals. */
  public static boolean hasDecimalComma(Reader text, PartsLayout layout) {
    int commas = 0;
    int points = 0;
    try (CsvReader<CsvRecord> csv = open(text, layout.separator())) {
      for (CsvRecord r : csv) {
        for (Map.Entry<Integer, String> f : layout.fields().entrySet()) {
          if (PartLine.isFigure(f.getValue()) && f.getKey() < r.getFieldCount()) {
            String cell = r.getField(f.getKey()).strip();
            commas += cell.matches(".*\\d,\\d{1,2}(?!\\d).*") ? 1 : 0;
            points += cell.matches(".*\\d\\.\\d{1,2}(?!\\d).*") ? 1 : 0;
          }
        }
      }
    } catch (CsvParseException e) {
      // told when the whole is read, with its line
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return commas > points;
  }

  /**
   * Reads a file to its end, whatever is wrong with single lines of it.
   *
   * @param decimalComma whether 41,50 is a price
   */
  public static void read(
      Reader text, PartsLayout layout, Known known, boolean decimalComma, Hearer hearer) {
    Map<String, Long> seen = new HashMap<>();
    Optional<Part> open = Optional.empty();
    long openLine = 0;
    boolean first = true;
    try (CsvReader<CsvRecord> csv = open(text, layout.separator())) {
      for (CsvRecord record : csv) {
        if (first) {
          first = false;
          continue;
        }
        long line = record.getStartingLineNumber();
        hearer.read(line);
        PartLine told = new PartLine(record.getFields(), layout, known, decimalComma);
        Optional<Part> part = told.part();
        told.problems().forEach(p -> hearer.problem(line, p));
        if (part.isEmpty()) {
          continue;
        }
        if (open.isPresent() && open.get().key().equals(part.get().key())) {
          Optional<Part> together = together(open.get(), part.get());
          if (together.isEmpty()) {
            hearer.problem(
                line,
                "%s stands in line %d already, and not everything else is the same: one number, two parts?"
                    .formatted(part.get().number(), openLine));
          }
          open = together.or(() -> part);
          continue;
        }
        long from = openLine;
        open.ifPresent(p -> hearer.part(from, p));
        open = Optional.empty();
        Long before = seen.putIfAbsent(part.get().key(), line);
        if (before != null) {
          hearer.problem(
              line,
              "%s of %s stands in line %d already; lines of one part stand one below the other"
                  .formatted(part.get().number(), part.get().make(), before));
        } else {
          open = part;
          openLine = line;
        }
      }
    } catch (CsvParseException e) {
      hearer.problem(0, "this is no CSV any more: " + e.getMessage());
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    long from = openLine;
    open.ifPresent(p -> hearer.part(from, p));
  }

  /**
   * One line by itself, its numbers with a point or a comma.
   *
   * @param cells by the headings of {@link PartsLayout#headings}
   * @param problems to which is added what is wrong with it
   */
  public static Optional<Part> one(Map<String, String> cells, Known known, List<String> problems) {
    List<String> headings = PartsLayout.headings(known.traits());
    Map<Integer, String> fields = new HashMap<>();
    List<String> values = new ArrayList<>();
    for (String h : headings) {
      fields.put(values.size(), h);
      String cell = cells.getOrDefault(h, "");
      values.add(PartLine.isFigure(h) ? cell.replace(',', '.') : cell);
    }
    PartLine line = new PartLine(values, new PartsLayout(',', headings, fields), known, false);
    Optional<Part> part = line.part();
    problems.addAll(line.problems());
    return part;
  }

  /** Both lines as one part; empty if they differ in more than for what it is made. */
  private static Optional<Part> together(Part one, Part more) {
    Part both = one.alsoFor(more.applications());
    return both.equals(more.alsoFor(List.of()).with(both.applications()))
        ? Optional.of(both)
        : Optional.empty();
  }

  /** The lines of a part, in the order of {@link PartsLayout#headings}. */
  public static List<List<String>> lines(Part part, List<BenchTrait> traits) {
    List<Application> made =
        part.applications().isEmpty() ? List.of(PartLine.NOWHERE) : part.applications();
    return made.stream().map(a -> PartLine.write(part, a, traits)).toList();
  }
}
