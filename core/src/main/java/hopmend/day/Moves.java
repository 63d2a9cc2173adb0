package hopmend.day;

import hopmend.message.Message;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;

/** What another plan of the day moved, and why. */
public final class Moves {
  /** Less nobody has to be told. */
  private static final int WORTH_TELLING = 10;

  private Moves() {}

  /** A day and how it was planned, or is. */
  public record Plan(Day day, Schedule schedule) {}

  /**
   * A job that is done sooner or later than it was planned, or by somebody else.
   *
   * @param later minutes; less than none where it is sooner
   */
  public record Move(long job, String title, int later, Message why) {}

  /**
   * Compares two plans.
   *
   * @param passed minutes between their beginnings
   * @return what moved most first
   */
  public static List<Move> between(Plan before, Plan after, int passed) {
    Map<Long, DayJob> old =
        before.day().jobs().stream().collect(Collectors.toMap(DayJob::id, Function.identity()));
    List<Move> moves = new ArrayList<>();
    for (DayJob job : after.day().jobs()) {
      Optional<Integer> is = after.schedule().doneAt(job.id());
      Optional<Integer> was = before.schedule().doneAt(job.id()).map(t -> t - passed);
      DayJob its = old.get(job.id());
      if (its != null && is.isPresent() && was.isPresent()) {
        int later = is.get() - was.get();
        boolean moved = Math.abs(later) >= WORTH_TELLING;
        if (moved) {
          moves.add(new Move(job.id(), job.title(), later, why(before, after, its, job, later)));
        }
      } else if (its != null && is.isPresent() != was.isPresent() && !job.stages().isEmpty()) {
        moves.add(
            new Move(
                job.id(),
                job.title(),
                0,
                Message.of(is.isPresent() ? "day.can-now" : "day.cannot-any-more")));
      }
    }
    moves.sort(Comparator.comparing((Move m) -> -Math.abs(m.later())).thenComparing(Move::job));
    return moves;
  }

  private static Message why(Plan before, Plan after, DayJob was, DayJob is, int later) {
    int more = work(is) - work(was);
    if (Math.abs(more) >= WORTH_TELLING && more > 0 == later > 0) {
      return Message.of(more > 0 ? "day.takes-longer" : "day.is-further", Math.abs(more));
    }
    if (notBefore(is) > 0 && notBefore(is) != notBefore(was) && later > 0) {
      return Message.of("day.waits-for-delivery");
    }
    if (!before.day().persons().equals(after.day().persons())
        && there(after.day()) + WORTH_TELLING < there(before.day())
        && later > 0) {
      return Message.of("day.fewer-hands");
    }
    return ahead(before, after, is, later)
        .map(j -> Message.of(later > 0 ? "day.gives-way" : "day.goes-before", j.title()))
        .orElse(Message.of("day.follows-the-others"));
  }

  private static int work(DayJob job) {
    return job.stages().stream().mapToInt(Stage::minutes).sum();
  }

  private static int notBefore(DayJob job) {
    return job.stages().stream().mapToInt(Stage::notBefore).max().orElse(0);
  }

  private static long there(Day day) {
    return day.persons().stream().flatMap(p -> p.there().stream()).mapToLong(Span::minutes).sum();
  }

  /** The job that passed this one, or that it passed: by when they were to be done. */
  private static Optional<DayJob> ahead(Plan before, Plan after, DayJob job, int later) {
    return after.day().jobs().stream()
        .filter(o -> o.id() != job.id())
        .filter(
            o -> {
              boolean firstNow = isBefore(after, o, job);
              boolean firstThen = isBefore(before, o, job);
              return later > 0 ? firstNow && !firstThen : !firstNow && firstThen;
            })
        .min(Comparator.comparing(o -> after.schedule().doneAt(o.id()).orElse(Integer.MAX_VALUE)));
  }

  private static boolean isBefore(Plan plan, DayJob one, DayJob other) {
    Optional<Integer> first = plan.schedule().doneAt(one.id());
    Optional<Integer> second = plan.schedule().doneAt(other.id());
    return first.isPresent() && second.isPresent() && first.get() < second.get();
  }
}
