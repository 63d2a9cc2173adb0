package hopmend.app.web;

import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * Words that a person searches for: all of them must stand in the search text, anywhere.
 *
 * @param patterns for LIKE, the backslash as its escape
 */
public record WordSearch(List<String> patterns) {
  private static final int MOST_WORDS = 6;

  public WordSearch {
    patterns = List.copyOf(patterns);
  }

  public static WordSearch of(String typed) {
    return new WordSearch(
        Stream.of(typed.strip().toLowerCase(Locale.ROOT).split("\\s+"))
            .filter(w -> !w.isEmpty())
            .limit(MOST_WORDS)
            .map(w -> "%" + w.replace("\\", "\\\\").replace("%", "\\%").replace("_", "\\_") + "%")
            .toList());
  }

  /** Whether none of the words is long enough for an index of trigrams. */
  boolean areShort() {
    return numbers().stream().allMatch(this::isShort);
  }

  /** Whether a word has less than three letters, of which no index of trigrams knows. */
  boolean isShort(int number) {
    return patterns.get(number - 1).length() < 3 + 2;
  }

  /** The condition that all of them stand in a column. */
  String all(String column) {
    return numbers().stream().map(i -> column + " like ?" + i).collect(Collectors.joining(" and "));
  }

  /** The numbers of the words, as their parameters have them: 1, 2 and so on. */
  List<Integer> numbers() {
    return IntStream.rangeClosed(1, patterns.size()).boxed().toList();
  }

  /** The condition on a column {@code search_text} that some of the words stand in it. */
  String condition(List<Integer> numbers) {
    return numbers.stream().map(i -> "search_text like ?" + i).collect(Collectors.joining(" and "));
  }

  /** The condition that all of them do. */
  String all() {
    return condition(numbers());
  }
}
