package hopmend.day;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DaySearchTest {
  private static final DaySearch.Budget SMALL =
      new DaySearch.Budget(600, 300, Duration.ofSeconds(20));

  @Test
  void smallDaysAreAsGoodAsTheBestOfAll() {
    int compared = 0;
    int better = 0;
    for (long seed = 0; seed < 60; seed++) {
      Day day = new RandomDay(seed).small();
      if (day.stages().count() <= 4) {
        Schedule.Cost every = EveryDay.best(day);
        Schedule.Cost found = DaySearch.best(day, Turns.byUrgency(day), SMALL).cost();
        if (every.cannot() == 0) {
          assertThat(found).as("seed " + seed).isEqualTo(every);
          compared++;
          better += Schedule.of(day, Turns.byUrgency(day)).cost(day).compareTo(every) > 0 ? 1 : 0;
        }
      }
    }
    System.out.printf(
        "small days: %d, each as good as the best; on %d the first order was not%n",
        compared, better);
    assertThat(compared).isGreaterThan(25);
    assertThat(better).as("days on which looking pays").isGreaterThan(5);
  }

  @ParameterizedTest
  @CsvSource({"20, 3, 1", "50, 6, 1", "100, 10, 2"})
  void largeDaysAreDoneInTime(int jobs, int persons, int seconds) {
    Day day = new RandomDay(7).large(jobs, persons);
    Turns start = Turns.byUrgency(day);
    Schedule.Cost first = Schedule.of(day, start).cost(day);
    long before = System.nanoTime();
    DaySearch.Found found =
        DaySearch.best(
            day, start, new DaySearch.Budget(100_000, 100_000, Duration.ofSeconds(seconds)));
    double took = (System.nanoTime() - before) / 1e9;
    System.out.printf(
        "%d jobs, %d persons: late %d, then %d, at least %d; ends %d, then %d, at least %d; %.1f s%n",
        jobs,
        persons,
        first.late(),
        found.cost().late(),
        DayBound.late(day),
        first.ends(),
        found.cost().ends(),
        DayBound.ends(day),
        took);
    // It would look at a hundred thousand steps, which takes minutes.
    assertThat(took).isLessThan(10 * seconds);
    assertThat(found.cost()).isLessThanOrEqualTo(first);
    assertThat(found.cost().late()).isGreaterThanOrEqualTo(DayBound.late(day));
    ScheduleTest.holds(day, found.schedule());
  }

  @Test
  void theSameDayHasTheSamePlan() {
    Day day = new RandomDay(3).large(12, 3);
    DaySearch.Budget steps = new DaySearch.Budget(150, 150, Duration.ofMinutes(1));
    DaySearch.Found one = DaySearch.best(day, Turns.byUrgency(day), steps);
    assertThat(DaySearch.best(day, Turns.byUrgency(day), steps)).isEqualTo(one);
  }
}
