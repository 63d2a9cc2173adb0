package hopmend.app.web;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import jakarta.persistence.EntityManager;
import jakarta.persistence.Query;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * The rows of an ordered table that hold some words, from a place on. Neither of the two ways to
 * find them is good for all words: what stands in many rows is found soon by walking along the
 * order, what stands in few by the index of trigrams. So a few rows are looked at first; words that
 * stand in some of them are walked to, for a bounded stretch; else the index is asked for the rare
 * words, and the common ones are looked for in what it finds.
 */
final class ListSearch<T> {
  /** Nobody walks further than that, where the index knows a word that is rare. */
  private static final int WALKED = 4000;

  /** "van 14": no index helps with words that are short or stand in many rows. */
  private static final int WALKED_WITHOUT_INDEX = 40_000;

  /** How much further than the sample lets expect one walks before the index is asked. */
  private static final double PATIENCE = 1.5;

  /** So many of the next rows are looked at. */
  private static final int NEXT = 100;

  /** So many rows wherever they lie; those of one page of the table are alike. */
  private static final int ANYWHERE = 300;

  /** A word in a larger share of the rows than that is no help to the index. */
  private static final double COMMON = 0.1;

  /** A word in no larger share of the next rows than that is too rare to walk to. */
  private static final double RARE = 0.01;

  /**
   * What samples showed a moment ago: people search for the same again. It only tells which way is
   * the shorter one; both find the same rows.
   */
  private static final Cache<List<Object>, Seen> SEEN =
      Caffeine.newBuilder().maximumSize(1000).expireAfterWrite(Duration.ofMinutes(1)).build();

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
    Seen seen = seen();
    double nearest = Collections.min(seen.next());
    double least = Collections.min(seen.anywhere());
    List<Integer> rare = rare(nearest > COMMON ? seen.next() : seen.anywhere());
    boolean walks = nearest > COMMON || least > (nearest > RARE ? 0 : COMMON) || rare.isEmpty();
    if (walks) {
      boolean seldom = nearest > RARE && nearest <= COMMON;
      double expected = seldom ? PATIENCE * most / nearest : WALKED;
      List<T> near = walked(walk, (int) Math.min(WALKED, expected), most);
      if (near.size() < most && rare.isEmpty()) {
        near = walked(walk, WALKED_WITHOUT_INDEX, most);
      }
      if (near.size() == most) {
        return near;
      }
    }
    List<Integer> asked = rare.isEmpty() ? words.numbers() : rare;
    List<Integer> others = words.numbers().stream().filter(i -> !asked.contains(i)).toList();
    return rows(
        "select * from (select * from %s where %s offset 0) as rare where %s and %s%s limit %d"
            .formatted(
                from,
                words.condition(asked),
                others.isEmpty() ? "true" : words.condition(others),
                beyond,
                ordering,
                most));
  }

  /** Those of the next rows in which all words stand, at most so many. */
  private List<T> walked(String walk, int stretch, int most) {
    return rows(
        "select * from (%s%d) as near where %s%s limit %d"
            .formatted(walk, stretch, words.all(), ordering, most));
  }

  /**
   * In what share of the rows of small samples each word stands.
   *
   * @param next of the next rows in the order
   * @param anywhere of rows wherever they lie: none of the next may have what many further on do,
   *     or some what no others have. Only counted where a word is not common in the next ones
   */
  private record Seen(List<Double> next, List<Double> anywhere) {}

  private Seen seen() {
    String shares =
        words.numbers().stream()
            .map(
                i ->
                    "coalesce(avg(case when search_text like ?%d then 1.0 else 0 end), 0) as n%d"
                        .formatted(i, i))
            .collect(Collectors.joining(", "));
    String rarest =
        words.numbers().stream()
            .map(i -> "near.n" + i)
            .collect(Collectors.joining(", ", "least(", ")"));
    String sql =
        ("select * from (select %s from (select search_text from %s where %s%s limit %d) as next)"
                + " as near, lateral (select %s from (select search_text from %s tablesample"
                + " system (least(100, 100.0 * %d / greatest(1, (select reltuples from pg_class"
                + " where oid = cast('%s' as regclass))))) where %s <= %s limit %d) as any_rows)"
                + " as anywhere")
            .formatted(
                shares,
                from,
                beyond,
                ordering,
                NEXT,
                shares,
                order.table(),
                ANYWHERE,
                order.table(),
                rarest,
                COMMON,
                ANYWHERE);
    return SEEN.get(List.of(sql, List.copyOf(values)), asked -> shown(sql));
  }

  private Seen shown(String sql) {
    List<Double> counted =
        Stream.of(queried(sql, Object[].class).get(0))
            .map(n -> ((Number) n).doubleValue())
            .toList();
    int several = words.patterns().size();
    return new Seen(counted.subList(0, several), counted.subList(several, 2 * several));
  }

  /** The numbers of the words for which the index is good: neither common nor too short for it. */
  private List<Integer> rare(List<Double> seen) {
    return words.numbers().stream()
        .filter(i -> seen.get(i - 1) <= COMMON && !words.isShort(i))
        .toList();
  }

  private List<T> rows(String sql) {
    return queried(sql, order.type());
  }

  @SuppressWarnings("unchecked")
  private <R> List<R> queried(String sql, Class<R> type) {
    Query query = database.createNativeQuery(sql, type);
    for (int i = 0; i < values.size(); i++) {
      query.setParameter(i + 1, values.get(i));
    }
    return query.getResultList();
  }
}
