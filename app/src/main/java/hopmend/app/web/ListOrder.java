package hopmend.app.web;

import java.time.DateTimeException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * The order in which a table with a column {@code search_text} is listed. Its columns together tell
 * every row from every other, all go the same way, and an index has them in this order: a place in
 * the list is found by it however long the list is.
 *
 * @param descending whether the largest comes first
 * @param pieces a column of small letters in which words of one or two letters are searched, of
 *     which no index of trigrams knows; the index of the order includes it. Empty where there is
 *     none
 */
public record ListOrder<T>(
    Class<T> type, String table, boolean descending, List<Column<T>> columns, String pieces) {

  public ListOrder {
    columns = List.copyOf(columns);
  }

  public ListOrder(Class<T> type, String table, boolean descending, List<Column<T>> columns) {
    this(type, table, descending, columns, "");
  }

  /** What a column holds, and how a value of it is written in an address. */
  public enum Kind {
    YES_NO("true|false", Boolean::valueOf),
    MOMENT("\\d{4}-[0-9T:.-]{10,30}Z", Instant::parse),
    NUMBER("\\d{1,18}", Long::valueOf),
    WORDS(".{0,200}", s -> s);

    private final String form;
    private final Function<String, Object> read;

    Kind(String form, Function<String, Object> read) {
      this.form = form;
      this.read = read;
    }
  }

  /** A column, and its value of a row. */
  public record Column<T>(String name, Kind kind, Function<T, Object> value) {}

  String columnNames() {
    return columns.stream().map(Column::name).collect(Collectors.joining(", "));
  }

  /** The columns to order by, forwards or backwards. */
  String ordering(boolean forwards) {
    String way = descending == forwards ? " desc" : "";
    return columns.stream().map(c -> c.name() + way).collect(Collectors.joining(", "));
  }

  /** Where a row stands, for an address. */
  String place(T row) {
    return columns.stream()
        .map(c -> String.valueOf(c.value().apply(row)))
        .collect(Collectors.joining("~"));
  }

  /** The values of a place as it came in an address; empty if it is none. */
  Optional<List<Object>> values(String place) {
    Matcher parts =
        Pattern.compile(
                columns.stream()
                    .map(c -> "(" + c.kind().form + ")")
                    .collect(Collectors.joining("~")),
                Pattern.DOTALL)
            .matcher(place);
    if (!parts.matches()) {
      return Optional.empty();
    }
    List<Object> values = new ArrayList<>();
    try {
      for (int i = 0; i < columns.size(); i++) {
        values.add(columns.get(i).kind().read.apply(parts.group(i + 1)));
      }
      return Optional.of(values);
    } catch (DateTimeException noMoment) {
      return Optional.empty();
    }
  }
}
