package hopmend.day;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.ToIntFunction;

/**
 * In which order stages get their persons and bays, and by whom they are done where that is
 * settled. Any order makes a valid schedule; which is best is a matter of search.
 *
 * @param order names of stages; what is not named comes last, in the order of the jobs
 * @param who logins by stage; who is free first where none is named
 */
public record Turns(List<String> order, Map<String, String> who) {
  public Turns {
    order = List.copyOf(order);
    who = Map.copyOf(who);
  }

  /**
   * Where a search may begin: the job first whose promise leaves least time, then those without a
   * promise, the shortest first.
   */
  public static Turns byUrgency(Day day) {
    return by(day, j -> promise(day, j) - left(j));
  }

  /** Some orders by simple rules, none of which is the best on all days. */
  static List<Turns> simple(Day day) {
    return List.of(
        byUrgency(day),
        by(day, j -> promise(day, j)),
        by(day, j -> promise(day, j) + left(j)),
        by(day, j -> promise(day, j) + 4 * left(j)),
        by(day, Turns::left));
  }

  private static Turns by(Day day, ToIntFunction<DayJob> first) {
    return new Turns(
        day.jobs().stream()
            .sorted(
                Comparator.comparingInt(first)
                    .thenComparingInt(Turns::left)
                    .thenComparingLong(DayJob::id))
            .flatMap(j -> j.stages().stream())
            .map(Stage::id)
            .toList(),
        Map.of());
  }

  private static int promise(Day day, DayJob job) {
    return job.promised().orElse(day.horizon());
  }

  private static int left(DayJob job) {
    return job.stages().stream().mapToInt(Stage::minutes).sum();
  }

  /** The stages of a day in this order, each behind those of its job that come before it. */
  List<Stage> laid(Day day) {
    Map<String, Integer> rank = new HashMap<>();
    for (int i = 0; i < order.size(); i++) {
      rank.putIfAbsent(order.get(i), i);
    }
    record Ranked(Stage stage, int rank) {}
    List<Ranked> all = new ArrayList<>();
    for (DayJob job : day.jobs()) {
      int latest = -1;
      for (Stage s : job.stages()) {
        latest = Math.max(latest, rank.getOrDefault(s.id(), order.size()));
        all.add(new Ranked(s, latest));
      }
    }
    return all.stream().sorted(Comparator.comparingInt(Ranked::rank)).map(Ranked::stage).toList();
  }

  Optional<String> who(Stage stage) {
    return stage.person().or(() -> Optional.ofNullable(who.get(stage.id())));
  }
}
