package hopmend.app.web;

import jakarta.persistence.EntityManager;
import jakarta.persistence.Query;
import java.util.List;

/**
 * A page of a list that can grow. The rows are counted up to a limit only, so that a long list
 * opens as fast as a short one.
 *
 * @param number from 0
 * @param count how many rows there are in all, at most {@link #COUNTED}
 */
public record Paged<T>(List<T> rows, int number, boolean hasNext, int count) {
  public static final int SIZE = 20;
  public static final int COUNTED = 1000;
  private static final int LAST_PAGE = 5000;

  public Paged {
    rows = List.copyOf(rows);
  }

  /**
   * Reads a page of a table with a column {@code search_text}.
   *
   * @param order the columns of the ordering
   */
  @SuppressWarnings("unchecked")
  public static <T> Paged<T> read(
      EntityManager database, Class<T> type, String table, String order, String words, int page) {
    WordSearch search = WordSearch.of(words);
    int number = Math.max(0, Math.min(LAST_PAGE, page));
    String where = " from " + table + " where " + search.condition();
    Query rows =
        database.createNativeQuery(
            "select *%s order by %s limit %d offset %d"
                .formatted(where, order, SIZE + 1, (long) number * SIZE),
            type);
    Query count =
        database.createNativeQuery(
            "select count(*) from (select 1%s limit %d) as counted".formatted(where, COUNTED));
    for (int i = 0; i < search.patterns().size(); i++) {
      rows.setParameter(i + 1, search.patterns().get(i));
      count.setParameter(i + 1, search.patterns().get(i));
    }
    List<T> found = rows.getResultList();
    return new Paged<>(
        found.subList(0, Math.min(SIZE, found.size())),
        number,
        found.size() > SIZE,
        ((Number) count.getSingleResult()).intValue());
  }

  public boolean hasPrevious() {
    return number > 0;
  }

  /** {@code 1 to 20 of 57}, or {@code of more than 1000}. */
  public String words() {
    if (rows.isEmpty()) {
      return "nothing on this page";
    }
    String all = count >= COUNTED ? "more than " + COUNTED : String.valueOf(count);
    return "%d to %d of %s".formatted(number * SIZE + 1, number * SIZE + rows.size(), all);
  }
}
