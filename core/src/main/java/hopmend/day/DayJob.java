package hopmend.day;

import java.util.List;
import java.util.OptionalInt;

/**
 * What is left of a job.
 *
 * @param stages in their order
 * @param promised by when it was promised
 */
public record DayJob(long id, String title, List<Stage> stages, OptionalInt promised) {
  public DayJob {
    stages = List.copyOf(stages);
  }
}
