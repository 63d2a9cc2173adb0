package hopmend.job;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.catalog.Catalog;
import hopmend.catalog.Shipped;
import hopmend.prove.Action;
import hopmend.prove.Check;
import hopmend.prove.Diagnosis;
import hopmend.prove.Outcome;
import hopmend.prove.Plan;
import hopmend.prove.Planner;
import hopmend.prove.Remedy;
import hopmend.prove.Suspect;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

/**
 * Two thousand faults, drawn from the sheets with the shares that they name, in the vehicles that
 * ship with the product. Each is solved four times: as the planner says, by fitting a new sensor
 * first, by testing everything first, and by doing whatever comes: in one of a few random orders,
 * so that many go through the same states. The answers to the checks are drawn beforehand, so that
 * all four see the same vehicle.
 */
class SimulatedShopTest extends JobOnPaper {
  private static final Catalog CATALOG = Shipped.CATALOG;
  private static final int FAULTS = 2000;
  private static final int ORDERS = 8;
  private static final Path TABLE = Path.of("target/simulated-shop.md");
  private static final Path PUBLISHED = Path.of("../docs/PROVE.md");

  private enum Way {
    PLANNED,
    SWAP_FIRST,
    TEST_ALL,
    ANY_ORDER
  }

  /** What one vehicle has, and what every check would show. */
  private record Fault(Suspect cause, Map<String, Outcome> shows, Map<String, Boolean> holds) {}

  /** A sensor whose faults are solved. */
  private record Case(
      String family,
      List<Suspect> suspects,
      List<Check> checks,
      Inquiry inquiry,
      List<Action.Repair> repairs) {
    static Case of(Target t) {
      Inquiry inquiry = new Inquiry(t, t.sheet().orElseThrow(), SHOP);
      return new Case(
          t.about().family(),
          t.sheet().orElseThrow().suspects(),
          t.checks(),
          inquiry,
          inquiry.repairs());
    }
  }

  /** Where the search stands. */
  private record At(Diagnosis diagnosis, List<Plan.Option> options, double handOver) {
    List<Plan.Option> checks() {
      return options.stream().filter(o -> o.check().isPresent()).toList();
    }

    boolean isProven() {
      return java.util.Arrays.stream(Remedy.values())
          .anyMatch(r -> diagnosis.probability(r) >= SHOP.verdictThreshold());
    }
  }

  @Test
  void thePlannerIsTheCheapestInEveryFamily() throws IOException {
    Random faults = new Random(2000);
    List<Case> cases = cases();
    Map<String, double[]> cost = new java.util.TreeMap<>();
    Map<String, Integer> count = new java.util.TreeMap<>();
    Map<String, At> asked = new java.util.HashMap<>();
    for (int i = 0; i < FAULTS; i++) {
      Case c = cases.get(i % cases.size());
      Fault fault = draw(c, faults);
      double[] sum = cost.computeIfAbsent(c.family(), f -> new double[Way.values().length]);
      for (Way way : Way.values()) {
        sum[way.ordinal()] += solve(c, fault, way, i / cases.size() % ORDERS, asked);
      }
      count.merge(c.family(), 1, Integer::sum);
    }
    StringBuilder table =
        new StringBuilder(
            "| family | faults | planned | swap first | test all first | any order |\n|---|---|---|---|---|---|\n");
    cost.forEach(
        (family, sums) -> {
          table.append("| ").append(family).append(" | ").append(count.get(family));
          for (double s : sums) {
            table.append(" | ").append(Math.round(s / count.get(family)));
          }
          table.append(" |\n");
        });
    Files.writeString(TABLE, table.toString());
    cost.forEach(
        (family, sums) -> {
          for (Way other : Way.values()) {
            assertThat(sums[0])
                .as("%s: planned against %s", family, other)
                .isLessThanOrEqualTo(sums[other.ordinal()]);
          }
        });
    assertThat(Files.readString(PUBLISHED)).as("copy %s into %s", TABLE, PUBLISHED).contains(table);
  }

  private List<Case> cases() {
    List<Case> cases = new ArrayList<>();
    Set<String> families = new HashSet<>();
    CATALOG.cards().stream()
        .sorted(Comparator.comparing(c -> c.id()))
        .forEach(
            card ->
                card.sites().stream()
                    .filter(s -> families.add(s.family()))
                    .forEach(
                        s -> {
                          About about = new About(s.family(), 0, card.id(), 0, s.id());
                          Target t =
                              Target.of(about, JobState.of(List.of()), CATALOG, SHOP).orElseThrow();
                          cases.add(Case.of(t));
                        }));
    return cases;
  }

  private static Fault draw(Case c, Random random) {
    List<Suspect> suspects = c.suspects();
    double sum = suspects.stream().mapToDouble(Suspect::weight).sum();
    double at = random.nextDouble() * sum;
    Suspect cause = suspects.get(0);
    for (Suspect s : suspects) {
      cause = s;
      at -= s.weight();
      if (at < 0) {
        break;
      }
    }
    Map<String, Outcome> shows = new LinkedHashMap<>();
    for (Check k : c.checks()) {
      double p = random.nextDouble();
      Outcome shown = k.outcomes().get(0);
      for (Outcome o : k.outcomes()) {
        shown = o;
        p -= k.likelihood(o, cause);
        if (p < 0) {
          break;
        }
      }
      shows.put(k.id(), shown);
    }
    Map<String, Boolean> holds = new LinkedHashMap<>();
    c.repairs().forEach(r -> holds.put(r.id(), random.nextDouble() >= r.comesBack()));
    return new Fault(cause, shows, holds);
  }

  /** Cost until the fault is proven gone, or handed over. */
  private static double solve(Case c, Fault fault, Way way, int order, Map<String, At> asked) {
    List<Diagnosis.Answer> answers = new ArrayList<>();
    Set<String> done = new HashSet<>();
    StringBuilder history = new StringBuilder(c.family());
    double cost = 0;
    while (true) {
      At at = asked.computeIfAbsent(history.toString(), h -> after(c, answers, done));
      Optional<Plan.Option> next = next(at, way, order);
      if (next.isEmpty()) {
        return cost + at.handOver();
      }
      cost += next.get().cost();
      Action action = next.get().action();
      if (action instanceof Action.Repair r) {
        if (r.meets().contains(fault.cause().id()) && fault.holds().get(r.id())) {
          return cost;
        }
        cost += r.inVain();
        done.add(r.id());
        answers.add(CATALOG.proving().tried().inVain(r.id(), r.title(), r.meets(), r.comesBack()));
        history.append(" -").append(r.id());
      } else {
        Check check = ((Action.Look) action).check();
        Outcome shown = fault.shows().get(check.id());
        answers.add(Diagnosis.Answer.of(check, shown));
        history.append(' ').append(check.id()).append('=').append(shown.id());
      }
    }
  }

  private static At after(Case c, List<Diagnosis.Answer> answers, Set<String> done) {
    Set<String> answered = new HashSet<>(done);
    answers.forEach(a -> answered.add(a.check().id()));
    Diagnosis d = Diagnosis.of(c.suspects(), answers);
    Planner.Asked asked =
        c.inquiry()
            .asked(
                d,
                c.checks().stream().filter(k -> !answered.contains(k.id())).toList(),
                c.repairs().stream().filter(r -> !answered.contains(r.id())).toList());
    return new At(d, Planner.options(asked), asked.handOver());
  }

  private static Optional<Plan.Option> next(At at, Way way, int order) {
    Optional<Plan.Option> best = Plan.best(at.options(), at.handOver());
    List<Plan.Option> repairs = at.options().stream().filter(o -> o.repair().isPresent()).toList();
    Optional<Plan.Option> swap =
        repairs.stream().filter(o -> o.action().id().equals("renew-sensor")).findFirst();
    Optional<Plan.Option> likeliest =
        repairs.stream().max(Comparator.comparingDouble(o -> o.finds() / o.cost()));
    List<Plan.Option> checks = at.isProven() ? List.of() : at.checks();
    return switch (way) {
      case PLANNED -> best;
      case SWAP_FIRST -> swap.isPresent() ? swap : best;
      case TEST_ALL ->
          checks.stream()
              .max(Comparator.comparingDouble(o -> o.finds() / o.cost()))
              .or(() -> likeliest);
      case ANY_ORDER ->
          checks.stream()
              .min(Comparator.comparingInt(o -> turn(order, o.action().id())))
              .or(() -> likeliest);
    };
  }

  private static int turn(int order, String check) {
    return new Random(31L * check.hashCode() + order).nextInt();
  }
}
