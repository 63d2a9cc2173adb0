package hopmend.day;

import java.util.List;
import java.util.stream.Stream;

/**
 * What there is to plan: who is there, where there is room, what is left to do. Minutes count from
 * its beginning.
 *
 * @param horizon what is not done by then is not planned
 */
public record Day(int horizon, List<DayPerson> persons, List<Bay> bays, List<DayJob> jobs) {
  public Day {
    persons = List.copyOf(persons);
    bays = List.copyOf(bays);
    jobs = List.copyOf(jobs);
    long ids = jobs.stream().flatMap(j -> j.stages().stream()).map(Stage::id).distinct().count();
    if (ids != jobs.stream().mapToLong(j -> j.stages().size()).sum()) {
      throw new IllegalArgumentException("Two stages have one name");
    }
  }

  public Stream<Stage> stages() {
    return jobs.stream().flatMap(j -> j.stages().stream());
  }
}
