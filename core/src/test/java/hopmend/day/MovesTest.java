package hopmend.day;

import static org.assertj.core.api.Assertions.assertThat;

import hopmend.message.Message;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import org.junit.jupiter.api.Test;

class MovesTest {
  /** What moved, by how much, and what moved it. */
  @Test
  void anotherPlanSaysWhatMovedAndWhy() {
    Moves.Plan before = plan(480, job(1, "bus", 60, 100, 0), job(2, "van", 30, 400, 0));
    assertThat(Moves.between(before, before, 0)).isEmpty();
    // Half an hour later all is as it was planned.
    Moves.Plan later = plan(450, job(1, "bus", 30, 70, 0), job(2, "van", 30, 370, 0));
    assertThat(Moves.between(before, later, 30)).isEmpty();
    Moves.Plan more = plan(480, job(1, "bus", 90, 120, 0), job(2, "van", 30, 400, 0));
    assertThat(Moves.between(before, more, 0))
        .containsExactly(
            new Moves.Move(1, "bus", 30, Message.of("day.takes-longer", 30)),
            new Moves.Move(2, "van", 30, Message.of("day.follows-the-others")));
    Moves.Plan urgent = plan(480, job(1, "bus", 60, 100, 0), job(2, "van", 30, 30, 0));
    assertThat(Moves.between(before, urgent, 0))
        .containsExactly(
            new Moves.Move(2, "van", -60, Message.of("day.goes-before", "bus")),
            new Moves.Move(1, "bus", 30, Message.of("day.gives-way", "van")));
    Moves.Plan late = plan(480, job(1, "bus", 60, 100, 200), job(2, "van", 30, 400, 0));
    assertThat(Moves.between(before, late, 0))
        .contains(new Moves.Move(1, "bus", 200, Message.of("day.waits-for-delivery")));
  }

  @Test
  void whatCannotBeDoneAnyMoreIsSaidAndWhoIsAway() {
    Moves.Plan before = plan(480, job(1, "bus", 60, 100, 0));
    Moves.Plan nobody = plan(30, job(1, "bus", 60, 100, 0));
    assertThat(Moves.between(before, nobody, 0))
        .containsExactly(new Moves.Move(1, "bus", 0, Message.of("day.cannot-any-more")));
    assertThat(Moves.between(nobody, before, 0))
        .containsExactly(new Moves.Move(1, "bus", 0, Message.of("day.can-now")));
    Moves.Plan later = late(plan(480, job(1, "bus", 60, 100, 0)), 90);
    assertThat(Moves.between(before, later, 0))
        .containsExactly(new Moves.Move(1, "bus", 90, Message.of("day.fewer-hands")));
    // A job that is new moves nothing by itself, and one that is done is not told.
    Moves.Plan another = plan(480, job(1, "bus", 60, 100, 0), job(2, "van", 30, 400, 0));
    assertThat(Moves.between(before, another, 0)).isEmpty();
    assertThat(Moves.between(another, before, 0)).isEmpty();
  }

  /** The same day, but everybody comes later. */
  private static Moves.Plan late(Moves.Plan plan, int minutes) {
    List<DayPerson> persons =
        plan.day().persons().stream()
            .map(
                p ->
                    new DayPerson(
                        p.login(),
                        p.name(),
                        p.skills(),
                        p.there().stream().map(s -> new Span(minutes, s.to())).toList()))
            .toList();
    Day day = new Day(1440, persons, List.of(), plan.day().jobs());
    return new Moves.Plan(day, Schedule.of(day, Turns.byUrgency(day)));
  }

  private static Moves.Plan plan(int there, DayJob... jobs) {
    Day day =
        new Day(
            1440,
            List.of(new DayPerson("a", "a", Set.of(), List.of(new Span(0, there)))),
            List.of(),
            List.of(jobs));
    return new Moves.Plan(day, Schedule.of(day, Turns.byUrgency(day)));
  }

  private static DayJob job(long id, String title, int minutes, int promised, int notBefore) {
    Piece piece = new Piece("p", Piece.Kind.HANDS, Message.text("work"), minutes, Set.of(), 1);
    Stage stage =
        new Stage(
            "s" + id,
            List.of(piece),
            Set.of(),
            Set.of(),
            notBefore,
            Optional.empty(),
            Optional.empty());
    return new DayJob(id, title, List.of(stage), OptionalInt.of(promised));
  }
}
