package hopmend.prove;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hopmend.sensor.Condition;
import hopmend.sensor.Traits;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

class PlannerTest {
  private static final double RATE = 60;
  private static final Remedy[] REMEDIES = {
    Remedy.REPLACE_SENSOR, Remedy.REPAIR_WIRING, Remedy.CLEAN_OR_RESEAT
  };

  private static Suspect suspect(int i, double weight) {
    String id = "s" + i;
    Remedy remedy = REMEDIES[i % REMEDIES.length];
    return new Suspect(
        id, id, weight, remedy, "", null, null, null, false, Condition.ALWAYS, "invented");
  }

  private static Check check(String id, double minutes, List<String> needs, List<Outcome> results) {
    List<String> looksFor = results.get(0).given().keySet().stream().sorted().toList();
    return new Check(
        id,
        id,
        "",
        "",
        minutes,
        0,
        looksFor,
        results,
        List.of(),
        null,
        List.of(),
        needs,
        List.of(),
        false,
        false,
        false,
        Condition.ALWAYS,
        "invented");
  }

  private static List<Outcome> results(Map<String, Double> finds, double falseAlarm) {
    Map<String, Double> misses = new java.util.HashMap<>();
    finds.forEach((s, p) -> misses.put(s, 1 - p));
    return List.of(
        Outcome.of("bad", "bad", finds, falseAlarm, true),
        Outcome.of("good", "good", misses, 1 - falseAlarm, false));
  }

  private static Action.Repair repair(
      String id, double minutes, double comesBack, String... meets) {
    return new Action.Repair(id, id, Set.of(meets), minutes, 0, comesBack, 0);
  }

  private static SetUp setUp(String id, double minutes, double wait, String... ends) {
    return new SetUp(
        id,
        id,
        minutes,
        wait,
        null,
        List.of(),
        List.of(ends),
        null,
        "",
        Condition.ALWAYS,
        "invented");
  }

  private static Planner.Asked asked(
      List<Suspect> suspects,
      List<Check> checks,
      List<Action.Repair> repairs,
      List<SetUp> setUps,
      double handOver) {
    return new Planner.Asked(
        Diagnosis.of(suspects, List.of()),
        checks,
        repairs,
        setUps,
        Traits.UNKNOWN,
        handOver,
        RATE,
        0.25);
  }

  /**
   * By hand: two equal suspects, repairs of 10 and 40, handing over 200. Without a check the cheap
   * repair first: 10 + 0.5 * 40 = 30. A check of 4 that tells them apart for sure (to a thousandth)
   * gives 4 + 0.5 * 10 + 0.5 * 40 = 29 and a little: it is worth it. At 6 it is not.
   */
  @Test
  void aCheckIsDoneWhereItSavesMoreThanItCosts() {
    List<Suspect> suspects = List.of(suspect(0, 1), suspect(1, 1));
    List<Action.Repair> repairs =
        List.of(repair("cheap", 10, 0, "s0"), repair("dear", 40, 0, "s1"));
    for (double price : new double[] {4, 6}) {
      Check tells = check("tells", price, List.of(), results(Map.of("s1", 0.999), 0.001));
      Plan plan =
          Planner.plan(asked(suspects, List.of(tells), repairs, List.of(), 200), List.of(), 0.8);
      assertThat(plan.total()).isCloseTo(price < 5 ? 29 : 30, within(0.1));
      assertThat(plan.best().orElseThrow().action().id()).isEqualTo(price < 5 ? "tells" : "cheap");
    }
  }

  /**
   * By hand: swap 20 labour and the part; the sensor in 1 of 2, else 30 more. A check of 8 (sure):
   * 8 + 0.5 * (20 + part) + 0.5 * 30. Swap first: 20 + part + 0.5 * 30. They cost the same where
   * 0.5 * (20 + part) = 8, at a part below nothing; at a labour of 2 instead, at a part of 14.
   */
  @Test
  void thePriceOfThePartAtWhichTheAnswerTurnsIsTold() {
    List<Suspect> suspects = List.of(suspect(0, 1), suspect(1, 1));
    Check tells = check("tells", 8, List.of(), results(Map.of("s1", 0.999), 0.001));
    Action.Repair swap = new Action.Repair("swap", "swap", Set.of("s0"), 2, 50, 0, 0);
    Plan plan =
        Planner.plan(
            asked(
                suspects,
                List.of(tells),
                List.of(swap, repair("wire", 30, 0, "s1")),
                List.of(),
                500),
            List.of(),
            0.8);
    Plan.Schools schools = plan.schools().orElseThrow();
    assertThat(schools.turnsAt().orElseThrow()).isCloseTo(14, within(0.5));
    assertThat(schools.swapNow()).isCloseTo(52 + 15, within(0.1));
    assertThat(plan.total()).isCloseTo(8 + 26 + 15, within(0.3));
  }

  /** By hand: 30 to get there; two checks of 1 there, the second one has it for nothing. */
  @Test
  void checksThatShareASetUpCostLessTogether() {
    List<Suspect> suspects = List.of(suspect(0, 1), suspect(1, 1));
    SetUp there = setUp("there", 30, 0);
    Check one = check("one", 1, List.of("there"), results(Map.of("s0", 0.9), 0.1));
    Check two = check("two", 1, List.of("there"), results(Map.of("s1", 0.9), 0.1));
    Planner.Asked before =
        asked(suspects, List.of(one, two), List.of(repair("r", 100, 0, "s0")), List.of(there), 500);
    Plan first = Planner.plan(before, List.of(), 0.8);
    assertThat(first.checks()).allSatisfy(o -> assertThat(o.cost()).isEqualTo(31));
    Diagnosis known =
        Diagnosis.of(suspects, List.of(Diagnosis.Answer.of(one, one.outcomes().get(1))));
    Plan then =
        Planner.plan(
            new Planner.Asked(
                known,
                List.of(two),
                before.repairs(),
                List.of(there),
                Traits.UNKNOWN,
                500,
                RATE,
                0.25),
            List.of(),
            0.8);
    assertThat(then.checks()).singleElement().satisfies(o -> assertThat(o.cost()).isEqualTo(1));
  }

  /** The engine is cold as it stands. Warm first would mean to wait 90 minutes for it to cool. */
  @Test
  void whatNeedsItColdComesBeforeWhatNeedsItWarm() {
    List<Suspect> suspects = List.of(suspect(0, 2), suspect(1, 1));
    SetUp warm = setUp("warm", 1, 10, "cold");
    SetUp cold =
        new SetUp(
            "cold",
            "cold",
            0,
            90,
            null,
            List.of(),
            List.of("warm"),
            new SetUp.Standing(Condition.ALWAYS),
            "",
            Condition.ALWAYS,
            "invented");
    Check hot = check("hot", 2, List.of("warm"), results(Map.of("s0", 0.8), 0.2));
    Check chilly = check("chilly", 2, List.of("cold"), results(Map.of("s0", 0.8), 0.2));
    Plan plan =
        Planner.plan(
            asked(
                suspects,
                List.of(hot, chilly),
                List.of(repair("a", 120, 0, "s0"), repair("b", 120, 0, "s1")),
                List.of(warm, cold),
                500),
            List.of(),
            0.8);
    assertThat(plan.best().orElseThrow().action().id()).isEqualTo("chilly");
    assertThat(plan.checks().get(0).cost()).isEqualTo(2);
    assertThat(plan.checks().get(1).cost()).isCloseTo(2 + 1 + 2.5, within(1e-9));
  }

  /** Every branch of the drawn tree adds up to its step, and the shares of a step to one. */
  @Property(tries = 60)
  void theTreeAddsUp(@ForAll long seed) {
    Plan plan = Planner.plan(random(new Random(seed), 5, 5), List.of(), 0.8);
    plan.next().ifPresent(PlannerTest::addsUp);
    assertThat(plan.total()).isLessThanOrEqualTo(plan.handOver() + 1e-9);
  }

  private static void addsUp(Plan.Step step) {
    double share = step.branches().stream().mapToDouble(Plan.Branch::probability).sum();
    assertThat(share).isCloseTo(1, within(1e-9));
    double later = step.branches().stream().mapToDouble(b -> b.probability() * b.total()).sum();
    assertThat(step.total()).isCloseTo(step.option().cost() + later, within(1e-6));
    step.branches().forEach(b -> b.next().ifPresent(PlannerTest::addsUp));
  }

  /**
   * Against the exact answer: every course of checks and repairs of 500 small problems is tried,
   * and the planner is followed step by step, as a technician would. It looks only two steps ahead
   * here, so that it cannot see to the end.
   */
  @Test
  void followingThePlannerCostsLittleMoreThanTheBestOfAllCourses() {
    Random random = new Random(16);
    double sum = 0;
    double worst = 0;
    for (int i = 0; i < 500; i++) {
      Planner.Asked problem = random(random, 4 + random.nextInt(2), 3 + random.nextInt(2));
      Small small = new Small(problem);
      double best = small.best(small.prior, 0, 0, 0);
      double followed = small.followed(small.prior, 0, 0, 0);
      assertThat(followed).isGreaterThanOrEqualTo(best - 1e-9);
      sum += followed / best - 1;
      worst = Math.max(worst, followed / best - 1);
    }
    assertThat(sum / 500).as("mean").isLessThan(0.02);
    assertThat(worst).as("worst").isLessThan(0.10);
  }

  private static Planner.Asked random(Random random, int suspects, int checks) {
    List<Suspect> all = new ArrayList<>();
    for (int i = 0; i < suspects; i++) {
      all.add(suspect(i, 0.2 + 3 * random.nextDouble() * random.nextDouble()));
    }
    List<SetUp> setUps = List.of(setUp("a", 20 * random.nextDouble(), 0, "b"), setUp("b", 5, 20));
    List<Check> looks = new ArrayList<>();
    for (int c = 0; c < checks; c++) {
      Map<String, Double> finds = new java.util.HashMap<>();
      Set<Integer> who = new HashSet<>(List.of(random.nextInt(suspects), random.nextInt(suspects)));
      who.forEach(s -> finds.put("s" + s, 0.4 + 0.55 * random.nextDouble()));
      List<String> needs =
          switch (random.nextInt(4)) {
            case 0 -> List.of("a");
            case 1 -> List.of("b");
            default -> List.of();
          };
      looks.add(
          check(
              "c" + c,
              1 + 15 * random.nextDouble(),
              needs,
              results(finds, 0.01 + 0.1 * random.nextDouble())));
    }
    Map<Remedy, Set<String>> met = new java.util.EnumMap<>(Remedy.class);
    all.forEach(s -> met.computeIfAbsent(s.remedy(), r -> new HashSet<>()).add(s.id()));
    List<Action.Repair> repairs = new ArrayList<>();
    met.forEach(
        (r, ids) ->
            repairs.add(
                new Action.Repair(
                    r.name(),
                    r.name(),
                    ids,
                    10 + 60 * random.nextDouble(),
                    40 * random.nextDouble(),
                    0.1,
                    0)));
    return asked(all, looks, repairs, setUps, 150 + 200 * random.nextDouble());
  }

  /** The same question on its own arithmetic: normalised beliefs, all courses. */
  private static final class Small {
    private final Planner.Asked asked;
    private final List<Suspect> suspects;
    private final double[] prior;
    private final Map<Long, Double> bests = new java.util.HashMap<>();

    Small(Planner.Asked asked) {
      this.asked = asked;
      this.suspects =
          asked.diagnosis().standings().stream().map(Diagnosis.Standing::suspect).toList();
      this.prior =
          asked.diagnosis().standings().stream()
              .mapToDouble(Diagnosis.Standing::posterior)
              .toArray();
    }

    private int actions() {
      return asked.checks().size() + asked.repairs().size();
    }

    double best(double[] belief, int used, int setUp, int results) {
      long key = (used * 4L + setUp) << 20 | results;
      Double known = bests.get(key);
      if (known != null) {
        return known;
      }
      double best = asked.handOver();
      for (int a = 0; a < actions(); a++) {
        if ((used & 1 << a) == 0) {
          best = Math.min(best, doing(a, belief, used, setUp, results, false));
        }
      }
      bests.put(key, best);
      return best;
    }

    /** What it costs to do as the planner says, at each step anew. */
    double followed(double[] belief, int used, int setUp, int results) {
      int a = next(belief, used, setUp);
      return a < 0 ? asked.handOver() : doing(a, belief, used, setUp, results, true);
    }

    private int next(double[] belief, int used, int setUp) {
      List<Suspect> now = new ArrayList<>();
      for (int i = 0; i < belief.length; i++) {
        if (belief[i] > 1e-12) {
          now.add(suspects.get(i).weighing(belief[i]));
        }
      }
      List<Check> open = new ArrayList<>();
      List<Integer> index = new ArrayList<>();
      for (int a = 0; a < asked.checks().size(); a++) {
        if ((used & 1 << a) == 0) {
          open.add(asked.checks().get(a));
          index.add(a);
        }
      }
      List<Action.Repair> left = new ArrayList<>();
      for (int r = 0; r < asked.repairs().size(); r++) {
        int a = asked.checks().size() + r;
        if ((used & 1 << a) == 0) {
          left.add(asked.repairs().get(r));
          index.add(a);
        }
      }
      List<SetUp> standing = new ArrayList<>();
      for (int s = 0; s < asked.setUps().size(); s++) {
        SetUp u = asked.setUps().get(s);
        SetUp.Standing already =
            (setUp & 1 << s) == 0 ? null : new SetUp.Standing(Condition.ALWAYS);
        standing.add(
            new SetUp(
                u.id(),
                u.name(),
                u.minutes(),
                u.waitMinutes(),
                null,
                u.brings(),
                u.ends(),
                already,
                "",
                Condition.ALWAYS,
                ""));
      }
      int chosen =
          Planner.next(
              new Planner.Asked(
                  Diagnosis.of(now, List.of()),
                  open,
                  left,
                  standing,
                  Traits.UNKNOWN,
                  asked.handOver(),
                  RATE,
                  0.25),
              2);
      return chosen < 0 ? -1 : index.get(chosen);
    }

    private double doing(int a, double[] belief, int used, int setUp, int results, boolean follow) {
      int nowUsed = used | 1 << a;
      if (a >= asked.checks().size()) {
        Action.Repair r = asked.repairs().get(a - asked.checks().size());
        double[] left = new double[belief.length];
        for (int i = 0; i < left.length; i++) {
          left[i] = belief[i] * (1 - r.ends(suspects.get(i)));
        }
        return r.minutes() * RATE / 60 + r.money() + then(left, nowUsed, 0, results, follow);
      }
      Check c = asked.checks().get(a);
      double total = c.minutes() * RATE / 60;
      int nowSetUp = setUp;
      for (int s = 0; s < asked.setUps().size(); s++) {
        SetUp u = asked.setUps().get(s);
        if (c.needs().contains(u.id())) {
          total += (setUp & 1 << s) == 0 ? (u.minutes() + 0.25 * u.waitMinutes()) * RATE / 60 : 0;
          nowSetUp |= 1 << s;
          for (int e = 0; e < asked.setUps().size(); e++) {
            nowSetUp &= u.ends().contains(asked.setUps().get(e).id()) ? ~(1 << e) : -1;
          }
        }
      }
      for (Outcome o : c.outcomes()) {
        double[] after = new double[belief.length];
        for (int i = 0; i < after.length; i++) {
          after[i] = belief[i] * c.likelihood(o, suspects.get(i));
        }
        int seen = results | c.outcomes().indexOf(o) + 1 << 2 * a;
        total += then(after, nowUsed, nowSetUp, seen, follow);
      }
      return total;
    }

    /** Expected cost behind a result: its share times what follows. */
    private double then(double[] weights, int used, int setUp, int results, boolean follow) {
      double share = java.util.Arrays.stream(weights).sum();
      if (share < 1e-12) {
        return 0;
      }
      double[] belief = java.util.Arrays.stream(weights).map(w -> w / share).toArray();
      return share
          * (follow ? followed(belief, used, setUp, results) : best(belief, used, setUp, results));
    }
  }
}
