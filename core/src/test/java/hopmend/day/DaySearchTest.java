package hopmend.day;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class DaySearchTest {
  private static final DaySearch.Budget SMALL =
      new DaySearch.Budget(600, 300, Duration.ofSeconds(20));

  @Test
  void smallDaysAreAsGoodAsTheBestOfAll() {
    List<String> table = new ArrayList<>();
    for (long seed = 0; seed < 30; seed++) {
      Day day = new RandomDay(seed).small();
      if (day.stages().count() <= 4) {
        Schedule.Cost every = EveryDay.best(day);
        Schedule.Cost found = DaySearch.best(day, Turns.byUrgency(day), SMALL).cost();
        if (every.cannot() == 0) {
          assertThat(found).as("seed " + seed).isEqualTo(every);
          table.add(
              seed + ": " + found + " first " + Schedule.of(day, Turns.byUrgency(day)).cost(day));
        }
      }
    }
    table.forEach(System.out::println);
    assertThat(table).hasSizeGreaterThan(12);
  }

  @Test
  void hundredJobsOfTenPersonsAreDoneInTenSeconds() {
    Day day = new RandomDay(7).large(100, 10);
    Turns start = Turns.byUrgency(day);
    long before = System.nanoTime();
    DaySearch.Found found =
        DaySearch.best(day, start, new DaySearch.Budget(100_000, 100_000, Duration.ofSeconds(8)));
    System.out.println(
        "first "
            + Schedule.of(day, start).cost(day)
            + " found "
            + found.cost()
            + " bound late "
            + DayBound.late(day)
            + " ends "
            + DayBound.ends(day)
            + " in "
            + (System.nanoTime() - before) / 1_000_000);
    assertThat(System.nanoTime() - before).isLessThan(10_000_000_000L);
  }
}
