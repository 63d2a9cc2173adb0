package hopmend.day;

import hopmend.message.Message;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/**
 * Two lists of a plan: with what everybody begins on the next day of work, and what has to be begun
 * before everybody goes, because it goes on by itself after that.
 *
 * @param day the next day on which anybody works
 */
public record DayLists(LocalDate day, List<Begins> begins, List<Item> overnight) {
  /** With what a person begins. */
  public record Begins(String person, List<Item> items) {}

  /** Something that is done or goes on. */
  public record Item(long job, String title, Message says, Instant from, Instant to, String bay) {}

  /**
   * Picks them.
   *
   * @param begins the moment from which the minutes of the plan count
   */
  public static DayLists of(Day day, Schedule schedule, Instant begins, ZoneId zone) {
    return new Picker(day, schedule, begins, zone).pick();
  }

  private static final class Picker {
    private final Day day;
    private final Schedule schedule;
    private final Instant begins;
    private final ZoneId zone;
    private final Map<Long, String> titles;

    Picker(Day day, Schedule schedule, Instant begins, ZoneId zone) {
      this.day = day;
      this.schedule = schedule;
      this.begins = begins;
      this.zone = zone;
      this.titles = day.jobs().stream().collect(Collectors.toMap(DayJob::id, DayJob::title));
    }

    DayLists pick() {
      LocalDate today = date(0);
      LocalDate next =
          day.persons().stream()
              .flatMap(p -> p.there().stream())
              .map(s -> date(s.from()))
              .filter(d -> d.isAfter(today))
              .min(Comparator.naturalOrder())
              .orElse(today.plusDays(1));
      int gone =
          day.persons().stream()
              .flatMap(p -> p.there().stream())
              .filter(s -> date(s.from()).equals(today))
              .mapToInt(Span::to)
              .max()
              .orElse(0);
      return new DayLists(
          next,
          day.persons().stream().map(p -> new Begins(p.name(), items(p, next))).toList(),
          schedule.placed().stream()
              .flatMap(
                  p ->
                      p.slots().stream()
                          .filter(s -> s.piece().kind() == Piece.Kind.WAIT)
                          .filter(s -> date(s.from()).equals(today) && s.to() > gone)
                          .map(s -> item(p, s, s.from())))
              .toList());
    }

    /** Also what was begun before and is gone on with on that day. */
    private List<Item> items(DayPerson person, LocalDate on) {
      return schedule.placed().stream()
          .flatMap(
              p ->
                  p.slots().stream()
                      .filter(s -> s.isDoneBy(person.login(), p))
                      .flatMap(
                          s ->
                              s.work().stream()
                                  .filter(w -> date(w.from()).equals(on))
                                  .limit(1)
                                  .map(w -> item(p, s, w.from()))))
          .sorted(Comparator.comparing(Item::from))
          .toList();
    }

    private Item item(Schedule.Placed p, Schedule.Slot s, int from) {
      return new Item(
          p.job(), titles.get(p.job()), s.piece().says(), at(from), at(s.to()), p.bay().orElse(""));
    }

    private Instant at(int minute) {
      return begins.plusSeconds(60L * minute);
    }

    private LocalDate date(int minute) {
      return at(minute).atZone(zone).toLocalDate();
    }
  }
}
