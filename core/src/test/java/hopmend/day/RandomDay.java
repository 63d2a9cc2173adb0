package hopmend.day;

import hopmend.message.Message;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import java.util.Set;
import java.util.stream.IntStream;

/** Days that nobody thought out: invented. */
final class RandomDay {
  private final Random random;

  RandomDay(long seed) {
    this.random = new Random(seed);
  }

  /** So small that all of its schedules can be tried, on a clock of few ticks. */
  Day small() {
    List<DayPerson> persons =
        List.of(
            new DayPerson(
                "a", "a", Set.of("driver", "tank"), List.of(new Span(0, 4), new Span(5, 16))),
            new DayPerson("b", "b", Set.of("driver"), List.of(new Span(random.nextInt(3), 16))));
    List<Bay> bays =
        random.nextBoolean()
            ? List.of(new Bay("one", BayKind.HOIST))
            : List.of(new Bay("one", BayKind.HOIST), new Bay("two", BayKind.GROUND));
    return new Day(16, persons, bays, jobs(1 + random.nextInt(3), 2, 3, 12));
  }

  /** Several days of a shop of so many persons, in minutes. */
  Day large(int jobs, int persons) {
    int horizon = 14 * 1440;
    List<DayPerson> all =
        IntStream.range(0, persons)
            .mapToObj(
                i ->
                    new DayPerson(
                        "p" + i,
                        "p" + i,
                        i % 3 == 0 ? Set.of("driver", "tank") : Set.of("driver"),
                        IntStream.range(0, 14)
                            .boxed()
                            .flatMap(
                                d ->
                                    List.of(
                                        new Span(d * 1440, d * 1440 + 240),
                                        new Span(d * 1440 + 270, d * 1440 + 510))
                                        .stream())
                            .toList()))
            .toList();
    List<Bay> bays =
        IntStream.range(0, Math.max(2, persons))
            .mapToObj(i -> new Bay("bay " + i, BayKind.values()[1 + i % 3]))
            .toList();
    return new Day(horizon, all, bays, jobs(jobs, 4, 60, 4 * 1440));
  }

  /** The same day; some vehicles stand apart in a bay, by mistake even two in one. */
  Day apart(Day day) {
    return new Day(day.horizon(), day.persons(), day.bays(), apart(day.jobs(), day.bays()));
  }

  private List<DayJob> apart(List<DayJob> jobs, List<Bay> bays) {
    List<DayJob> all = new ArrayList<>();
    for (DayJob job : jobs) {
      List<Stage> stages = new ArrayList<>(job.stages());
      Stage s = stages.get(0);
      if (!s.bays().isEmpty() && random.nextInt(8) == 0) {
        Optional<String> bay = Optional.of(bays.get(random.nextInt(bays.size())).name());
        stages.set(
            0,
            new Stage(
                s.id(), s.pieces(), s.bays(), s.tools(), s.notBefore(), bay, Optional.empty()));
      }
      all.add(new DayJob(job.id(), job.title(), stages, job.promised()));
    }
    return all;
  }

  private List<DayJob> jobs(int count, int stages, int longest, int promises) {
    List<DayJob> jobs = new ArrayList<>();
    for (int j = 0; j < count; j++) {
      List<Stage> its = new ArrayList<>();
      int n = 1 + random.nextInt(stages);
      for (int s = 0; s < n; s++) {
        its.add(stage("j" + j + "s" + s, longest));
      }
      OptionalInt promised =
          random.nextInt(3) == 0 ? OptionalInt.empty() : OptionalInt.of(random.nextInt(promises));
      jobs.add(new DayJob(j, "job " + j, its, promised));
    }
    return jobs;
  }

  private Stage stage(String id, int longest) {
    List<Piece> pieces = new ArrayList<>();
    boolean drive = random.nextInt(4) == 0;
    if (drive) {
      pieces.add(piece("d", Piece.Kind.DRIVE, longest, Set.of("driver"), 1 + random.nextInt(2)));
    } else {
      Set<String> demands = random.nextInt(4) == 0 ? Set.of("tank") : Set.of();
      pieces.add(piece("h", Piece.Kind.HANDS, longest, demands, 1));
      if (random.nextInt(3) == 0) {
        pieces.add(piece("w", Piece.Kind.WAIT, longest, Set.of(), 1));
        pieces.add(piece("g", Piece.Kind.HANDS, longest, demands, 1));
      }
    }
    Set<BayKind> bays =
        drive
            ? Set.of()
            : random.nextBoolean() ? Set.of(BayKind.HOIST) : Set.of(BayKind.GROUND, BayKind.HOIST);
    return new Stage(
        id,
        pieces,
        bays,
        random.nextInt(5) == 0 ? Set.of("loan tool") : Set.of(),
        random.nextInt(4) == 0 ? random.nextInt(3) : 0,
        Optional.empty(),
        Optional.empty());
  }

  private Piece piece(String id, Piece.Kind kind, int longest, Set<String> demands, int persons) {
    return new Piece(id, kind, Message.text(id), 1 + random.nextInt(longest), demands, persons);
  }

  /** Any order at all. */
  Turns turns(Day day) {
    List<String> order = new ArrayList<>(day.stages().map(Stage::id).toList());
    java.util.Collections.shuffle(order, random);
    return new Turns(order, java.util.Map.of());
  }
}
