package hopmend.app.job;

import java.time.Instant;
import java.time.ZoneId;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** A line about another job of the same vehicle. */
public record PastJob(
    long id, String code, String title, String part, String outcome, Instant updatedAt) {

  /** Day, part and outcome. */
  public String words() {
    return Stream.of(
            updatedAt.atZone(ZoneId.systemDefault()).toLocalDate().toString(),
            part.isEmpty() ? "" : "part " + part,
            outcome)
        .filter(s -> !s.isEmpty())
        .collect(Collectors.joining(", "));
  }
}
