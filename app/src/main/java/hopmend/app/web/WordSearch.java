package hopmend.app.web;

import java.util.List;
import java.util.Locale;
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

  /** The condition on a column with one parameter a word: {@code ?1}, {@code ?2} and so on. */
  public String condition() {
    StringBuilder sql = new StringBuilder("true");
    for (int i = 1; i <= patterns.size(); i++) {
      sql.append(" and search_text like ?").append(i);
    }
    return sql.toString();
  }
}
