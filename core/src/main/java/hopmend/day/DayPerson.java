package hopmend.day;

import java.util.List;
import java.util.Set;

/**
 * Somebody who works.
 *
 * @param skills what the person is qualified for
 * @param there when, in order, without breaks and absences
 */
public record DayPerson(String login, String name, Set<String> skills, List<Span> there) {
  public DayPerson {
    skills = Set.copyOf(skills);
    there = List.copyOf(there);
  }
}
