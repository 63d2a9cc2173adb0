package hopmend.day;

import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/** A place where a vehicle stands while it is worked on. */
public record Bay(String name, BayKind kind) {
  /**
   * Where there is room: the bays that were told; while none was, a place with a hoist for
   * everybody; and wherever else somebody said that a vehicle stands apart.
   */
  public static List<Bay> room(List<Bay> told, int persons, List<DayJob> jobs) {
    List<Bay> known =
        told.isEmpty()
            ? IntStream.rangeClosed(1, Math.max(1, persons))
                .mapToObj(i -> new Bay("Place " + i, BayKind.HOIST))
                .toList()
            : told;
    Stream<Bay> elsewhere =
        jobs.stream()
            .flatMap(j -> j.stages().stream())
            .flatMap(s -> s.standsIn().stream())
            .distinct()
            .filter(b -> known.stream().noneMatch(k -> k.name().equals(b)))
            .map(b -> new Bay(b, BayKind.OUTSIDE));
    return Stream.concat(known.stream(), elsewhere).toList();
  }

  /** Whether a stage can be done there. */
  boolean serves(Stage stage) {
    return stage.standsIn().map(name::equals).orElse(stage.bays().contains(kind));
  }
}
