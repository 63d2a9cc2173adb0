package hopmend.day;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.hipparchus.special.Erf;

/**
 * How long steps really take against their plan, learned from the jobs of the shop: by who did them
 * (a technician or a learner, never a person), by family, by step, and by card. Each of these moves
 * the one before it by the median of what is left, the more the more often it was seen: {@code n /
 * (n + 5)} of it. With nothing seen all steps take what is planned.
 */
public final class Pace {
  /** So many steps move it half of the way; the shop's choice. */
  private static final double STANDS_FOR = 5;

  /** How far steps spread while nobody knows: the logarithm of what they took; common practice. */
  private static final double USUAL_SPREAD = 0.35;

  /** So many steps move the spread half of the way. */
  private static final double SPREAD_STANDS_FOR = 30;

  /**
   * From the median of what is away from the middle to a standard deviation, where it is normal.
   */
  private static final double OF_THE_MEDIAN = 1.4826;

  /** Beyond a tenth and tenfold it was something else than the step. */
  private static final double MOST = Math.log(10);

  /**
   * A step of a family, of all vehicles and of all who did it.
   *
   * @param took the median of what it took, of what was planned
   * @param reckoned by what its plan is multiplied for a technician
   */
  public record Step(String family, String step, int seen, double took, double reckoned) {}

  private static final List<Function<Worked, String>> NARROWER =
      List.of(
          w -> "",
          w -> String.valueOf(w.byLearner()),
          Worked::family,
          w -> w.family() + "/" + w.step(),
          w -> w.family() + "/" + w.step() + "/" + w.card());

  public static final Pace NONE = new Pace(List.of());

  private final List<Map<String, Double>> levels = new ArrayList<>();
  private final List<Step> steps = new ArrayList<>();
  private final double spread;
  private final int seen;

  /**
   * A step that was done.
   *
   * @param planned minutes
   * @param took minutes, without breaks
   */
  public record Worked(
      String family, String card, String step, boolean byLearner, double planned, double took) {
    boolean tells() {
      return planned > 0 && took > 0 && Math.abs(Math.log(took / planned)) <= MOST;
    }
  }

  private Pace(List<Worked> all) {
    List<Worked> telling = all.stream().filter(Worked::tells).toList();
    double[] rest = telling.stream().mapToDouble(w -> Math.log(w.took() / w.planned())).toArray();
    Map<String, List<Worked>> bySteps =
        telling.stream()
            .collect(
                Collectors.groupingBy(
                    w -> w.family() + "/" + w.step(), TreeMap::new, Collectors.toList()));
    for (Function<Worked, String> level : NARROWER) {
      Map<String, List<Double>> grouped = new HashMap<>();
      for (int i = 0; i < rest.length; i++) {
        grouped.computeIfAbsent(level.apply(telling.get(i)), k -> new ArrayList<>()).add(rest[i]);
      }
      Map<String, Double> moves = new HashMap<>();
      grouped.forEach((k, v) -> moves.put(k, v.size() / (v.size() + STANDS_FOR) * median(v)));
      levels.add(moves);
      for (int i = 0; i < rest.length; i++) {
        rest[i] -= moves.get(level.apply(telling.get(i)));
      }
    }
    seen = rest.length;
    List<Double> away = new ArrayList<>();
    for (double r : rest) {
      away.add(Math.abs(r));
    }
    double measured = away.isEmpty() ? USUAL_SPREAD : OF_THE_MEDIAN * median(away);
    spread = (SPREAD_STANDS_FOR * USUAL_SPREAD + seen * measured) / (SPREAD_STANDS_FOR + seen);
    for (List<Worked> same : bySteps.values()) {
      Worked one = same.get(0);
      steps.add(
          new Step(
              one.family(),
              one.step(),
              same.size(),
              median(same.stream().map(w -> w.took() / w.planned()).toList()),
              factor(one.family(), "", one.step(), false)));
    }
  }

  public static Pace of(List<Worked> all) {
    return all.isEmpty() ? NONE : new Pace(all);
  }

  private static double median(List<Double> values) {
    List<Double> sorted = values.stream().sorted().toList();
    int n = sorted.size();
    return (sorted.get((n - 1) / 2) + sorted.get(n / 2)) / 2;
  }

  /** How many steps it was learned from. */
  public int seen() {
    return seen;
  }

  /** Planned against actual, by family and step. */
  public List<Step> steps() {
    return List.copyOf(steps);
  }

  /** By what the planned minutes of a step are multiplied. */
  public double factor(String family, String card, String step, boolean byLearner) {
    Worked asked = new Worked(family, card, step, byLearner, 1, 1);
    double log = 0;
    for (int i = 0; i < levels.size(); i++) {
      log += levels.get(i).getOrDefault(NARROWER.get(i).apply(asked), 0.0);
    }
    return Math.exp(log);
  }

  /** Standard deviation of the logarithm of what a step takes. */
  public double spread() {
    return spread;
  }

  /**
   * How probable it is that a job is done by its promise: what everybody who works on it does until
   * then spreads, each piece by itself, and their sum as a normal distribution does; waits take
   * what they take.
   *
   * @return 0 to 1
   */
  public double holds(Schedule schedule, DayJob job) {
    int promised = job.promised().orElseThrow();
    int done = schedule.doneAt(job.id()).orElse(Integer.MAX_VALUE);
    if (done == Integer.MAX_VALUE) {
      return 0;
    }
    List<String> persons =
        schedule.placed().stream()
            .filter(p -> p.job() == job.id())
            .flatMap(p -> p.person().stream())
            .distinct()
            .toList();
    double relative = Math.sqrt(Math.exp(spread * spread) - 1);
    double variance =
        persons.stream()
            .flatMap(p -> schedule.of(p).stream())
            .filter(s -> s.to() <= done)
            .mapToDouble(s -> Math.pow(relative * s.piece().minutes(), 2))
            .sum();
    return variance == 0
        ? (done <= promised ? 1 : 0)
        : 0.5 * (1 + Erf.erf((promised - done) / Math.sqrt(2 * variance)));
  }
}
