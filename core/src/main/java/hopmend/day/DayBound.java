package hopmend.day;

import java.util.ArrayList;
import java.util.List;
import java.util.function.ToIntFunction;
import java.util.stream.Stream;

/**
 * What no schedule of a day can beat, from simpler days: one in which every job has all persons and
 * bays for itself; one in which all persons are one who is as quick as all of them together, does
 * the shortest first and never waits; and the same for the work that needs one kind of bay, by as
 * many hands as there are such bays.
 */
public final class DayBound {
  private DayBound() {}

  /** Minutes by which promises are missed, of all jobs together, at least. */
  public static long late(Day day) {
    List<Integer> alone = alone(day);
    long each = 0;
    List<Integer> promised = new ArrayList<>();
    for (int i = 0; i < day.jobs().size(); i++) {
      if (day.jobs().get(i).promised().isPresent()) {
        int by = day.jobs().get(i).promised().getAsInt();
        each += Math.max(0, alone.get(i) - by);
        promised.add(by);
      }
    }
    // The first that is done comes no sooner than the shortest, and so on; those without a promise
    // may be done last. The earliest ends meet the earliest promises at best.
    promised.sort(null);
    long together = simpler(day).mapToLong(ends -> late(ends, promised)).max().orElse(0);
    return Math.max(each, together);
  }

  /** Minutes until each job is done, of all jobs together, at least. */
  public static long ends(Day day) {
    return Math.max(
        alone(day).stream().mapToLong(Integer::longValue).sum(),
        simpler(day)
            .mapToLong(ends -> ends.stream().mapToLong(Integer::longValue).sum())
            .max()
            .orElse(0));
  }

  private static long late(List<Integer> ends, List<Integer> promised) {
    long late = 0;
    for (int i = 0; i < promised.size(); i++) {
      late += Math.max(0, ends.get(i) - promised.get(i));
    }
    return late;
  }

  /** When the first, the second and so on is done on each of the simpler days. */
  private static Stream<List<Integer>> simpler(Day day) {
    Stream<List<Integer>> rooms =
        day.stages()
            .map(Stage::bays)
            .filter(b -> !b.isEmpty())
            .distinct()
            .map(
                kinds ->
                    together(
                        day,
                        s -> !s.bays().isEmpty() && kinds.containsAll(s.bays()) ? s.hands() : 0,
                        day.bays().stream().filter(b -> kinds.contains(b.kind())).count()));
    return Stream.concat(
        Stream.of(together(day, Stage::personMinutes, day.persons().size())), rooms);
  }

  /** When each job would be done if there were no other. */
  private static List<Integer> alone(Day day) {
    return day.jobs().stream()
        .map(
            j -> {
              Day only = new Day(day.horizon(), day.persons(), day.bays(), List.of(j));
              return Schedule.of(only, Turns.byUrgency(only)).doneAt(j.id()).orElse(0);
            })
        .toList();
  }

  /**
   * When the first, the second and so on is done, the shortest first, by all persons as one.
   *
   * @param most so many of them work at once
   */
  private static List<Integer> together(Day day, ToIntFunction<Stage> takes, long most) {
    List<Integer> work =
        day.jobs().stream().map(j -> j.stages().stream().mapToInt(takes).sum()).sorted().toList();
    List<Integer> ends = new ArrayList<>();
    long done = 0;
    for (int minutes : work) {
      done += minutes;
      ends.add(whenWorked(day, done, most));
    }
    return ends;
  }

  /** The first minute at which all persons together have worked so long. */
  private static int whenWorked(Day day, long minutes, long most) {
    List<Integer> edges =
        day.persons().stream()
            .flatMap(p -> p.there().stream())
            .flatMap(s -> Stream.of(s.from(), s.to()))
            .distinct()
            .sorted()
            .toList();
    long left = minutes;
    for (int i = 0; i + 1 < edges.size() && left > 0; i++) {
      int from = edges.get(i);
      int to = edges.get(i + 1);
      long there =
          Math.min(
              most,
              day.persons().stream()
                  .filter(p -> p.there().stream().anyMatch(s -> s.from() <= from && s.to() >= to))
                  .count());
      if (there * (to - from) >= left) {
        return (int) (from + (left + there - 1) / there);
      }
      left -= there * (to - from);
    }
    return left > 0 ? day.horizon() : 0;
  }
}
