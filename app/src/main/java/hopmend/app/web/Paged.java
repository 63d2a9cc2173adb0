package hopmend.app.web;

import jakarta.persistence.EntityManager;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;

/**
 * A page of a list that can grow. It is found by the place of its first or last row, not by
 * counting: the last page of a million opens as fast as the first.
 *
 * @param earlier the place before which the page before this one lies; empty on the first page
 * @param later the place after which the next one lies; empty on the last page
 */
public record Paged<T>(List<T> rows, Optional<String> earlier, Optional<String> later) {
  public static final int SIZE = 20;

  public Paged {
    rows = List.copyOf(rows);
  }

  /** Reads a page by one search. */
  public static <T> Paged<T> read(EntityManager database, ListOrder<T> order, ListAsked asked) {
    Optional<List<Object>> after = order.values(asked.after());
    Optional<List<Object>> before = order.values(asked.before());
    if (asked.before().equals(ListAsked.END) || before.isPresent()) {
      List<T> found = search(database, order, asked, before, false);
      if (found.size() >= SIZE || before.isEmpty()) {
        return page(order, found, before.isPresent(), false);
      }
      // Fewer lie before it than a page holds: that is the first page.
      after = Optional.empty();
    }
    return page(order, search(database, order, asked, after, true), after.isPresent(), true);
  }

  /** Up to one row more than a page holds, from a place on in one of the two directions. */
  private static <T> List<T> search(
      EntityManager database,
      ListOrder<T> order,
      ListAsked asked,
      Optional<List<Object>> from,
      boolean forwards) {
    return new ListSearch<>(
            database, order, WordSearch.of(asked.words()), asked.filter(), from, forwards)
        .first(SIZE + 1);
  }

  private static <T> Paged<T> page(
      ListOrder<T> order, List<T> found, boolean fromSomewhere, boolean forwards) {
    List<T> rows = new ArrayList<>(found.subList(0, Math.min(SIZE, found.size())));
    boolean more = found.size() > SIZE;
    if (!forwards) {
      Collections.reverse(rows);
    }
    if (rows.isEmpty()) {
      return new Paged<>(rows, Optional.empty(), Optional.empty());
    }
    boolean hasEarlier = forwards ? fromSomewhere : more;
    boolean hasLater = forwards ? more : fromSomewhere;
    return new Paged<>(
        rows,
        Optional.of(order.place(rows.get(0))).filter(p -> hasEarlier),
        Optional.of(order.place(rows.get(rows.size() - 1))).filter(p -> hasLater));
  }
}
