package hopmend.app.web;

import java.util.List;

/**
 * A condition on the rows of a list, written by the program and never by a person.
 *
 * @param condition in SQL, a question mark for each of the values
 */
public record ListFilter(String condition, List<Object> values) {
  public static final ListFilter NONE = new ListFilter("true", List.of());

  public ListFilter {
    values = List.copyOf(values);
  }

  /** The condition with its values as numbered parameters from a number on. */
  String numbered(int first) {
    String numbered = condition;
    for (int i = 0; i < values.size(); i++) {
      numbered = numbered.replaceFirst("\\?(?!\\d)", "?" + (first + i));
    }
    return numbered;
  }
}
