package hopmend.app.web;

import jakarta.persistence.EntityManager;
import jakarta.persistence.Query;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/**
 * The rows of an ordered table that hold some words, from a place on. Neither of the two ways to
 * find them is good for all words: what stands in many rows is found soon by walking along the
 * order, what stands in few by the index of trigrams. So a few rows are looked at first; words that
 * stand in some of them are walked to, for a bounded stretch; else the index is asked for the rare
 * words, and the common ones are looked for in what it finds.
 */
final class ListSearch<T> {
  /** Nobody walks further than that. */
  private static final int WALKED = 4000;

  /** How much further than the sample lets expect one walks before the index is asked. */
  private static final double PATIENCE = 1.5;

  private static final int SAMPLE = 300;

  /** A word in more rows of the sample than that is no help to the index. */
  private static final int COMMON = 30;

  /** A word in no more rows of the sample than that is too rare to walk to. */
  private static final int RARE = 2;

  private final EntityManager database;
  private final ListOrder<T> order;
  private final WordSearch words;
  private final List<Object> values;
  private final String from;
  private final String beyond;
  private final String ordering;

  /**
   * @param filter which rows there are
   * @param from the place behind which it begins; empty for the end of the list
   * @param forwards in the order, or against it
   */
  ListSearch(
      EntityManager database,
      ListOrder<T> order,
      WordSearch words,
      ListFilter filter,
      Optional<List<Object>> from,
      boolean forwards) {
    this.database = database;
    this.order = order;
    this.words = words;
    this.values = new ArrayList<>(words.patterns());
    this.from =
        "(select * from %s where %s) as listed"
            .formatted(order.table(), filter.numbered(values.size() + 1));
    values.addAll(filter.values());
    this.beyond =
        from.map(place -> beyond(place, order.descending() == forwards ? "<" : ">")).orElse("true");
    this.ordering = " order by " + order.ordering(forwards);
  }

  private String beyond(List<Object> place, String way) {
    String parameters =
        IntStream.rangeClosed(values.size() + 1, values.size() + place.size())
            .mapToObj(i -> "?" + i)
            .collect(Collectors.joining(", "));
    values.addAll(place);
    return "(%s) %s (%s)".formatted(order.columnNames(), way, parameters);
  }

  /** The first rows that fit, at most so many. */
  List<T> first(int most) {
    String walk = "select * from " + from + " where " + beyond + ordering + " limit ";
    if (words.patterns().isEmpty()) {
      return rows(walk + most);
    }
    if (!order.pieces().isEmpty() && words.areShort()) {
      return rows(
          "select * from %s where id in (select id from %s where %s and %s%s limit %d)%s"
              .formatted(
                  order.table(),
                  from,
                  words.all(order.pieces()),
                  beyond,
                  ordering,
                  most,
                  ordering));
    }
    List<Integer> seen = seen(nextRows(), values.size());
    int rarest = Collections.min(seen);
    boolean walks = rarest > RARE;
    if (!walks) {
      // None of the next rows may have what many rows further on do.
      seen = seen(anyRows(), words.patterns().size());
      walks = Collections.min(seen) > COMMON;
    }
    if (walks) {
      double expected =
          rarest > COMMON || rarest <= RARE ? WALKED : PATIENCE * most * SAMPLE / rarest;
      int walked = (int) Math.min(WALKED, expected);
      List<T> near =
          rows(
              "select * from (%s%d) as near where %s%s limit %d"
                  .formatted(walk, walked, words.all(), ordering, most));
      if (near.size() == most) {
        return near;
      }
    }
    return rows(
        "select * from (select * from %s where %s offset 0) as rare where %s and %s%s limit %d"
            .formatted(from, words.condition(rare(seen)), words.all(), beyond, ordering, most));
  }

  /** The next rows in the order. */
  private String nextRows() {
    return "select search_text from %s where %s%s limit %d"
        .formatted(from, beyond, ordering, SAMPLE);
  }

  /** Rows of the table wherever they lie, about as many. */
  private String anyRows() {
    return ("select search_text from %s tablesample system (least(100, 100.0 * %d / greatest(1,"
            + " (select reltuples from pg_class where oid = cast('%s' as regclass))))) limit %d")
        .formatted(order.table(), SAMPLE, order.table(), SAMPLE);
  }

  /**
   * In how many rows of a small sample each word stands.
   *
   * @param parameters how many of the values it takes, the words first
   */
  private List<Integer> seen(String sample, int parameters) {
    String counts =
        words.numbers().stream()
            .map(i -> "count(*) filter (where search_text like ?" + i + ")")
            .collect(Collectors.joining(", "));
    List<Object[]> counted =
        queried(
            "select %s, 0 from (%s) as sample".formatted(counts, sample),
            Object[].class,
            parameters);
    return words.numbers().stream().map(i -> ((Number) counted.get(0)[i - 1]).intValue()).toList();
  }

  /** The numbers of the words that are not common; all if all are. */
  private List<Integer> rare(List<Integer> seen) {
    List<Integer> rare = words.numbers().stream().filter(i -> seen.get(i - 1) <= COMMON).toList();
    return rare.isEmpty() ? words.numbers() : rare;
  }

  private List<T> rows(String sql) {
    return queried(sql, order.type(), values.size());
  }

  @SuppressWarnings("unchecked")
  private <R> List<R> queried(String sql, Class<R> type, int parameters) {
    Query query = database.createNativeQuery(sql, type);
    for (int i = 0; i < parameters; i++) {
      query.setParameter(i + 1, values.get(i));
    }
    return query.getResultList();
  }
}
