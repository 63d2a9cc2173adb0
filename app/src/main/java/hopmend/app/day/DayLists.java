package hopmend.app.day;

import hopmend.day.DayPerson;
import hopmend.day.Piece;
import hopmend.day.Schedule;
import hopmend.message.Message;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;

/**
 * Two lists to print: with what everybody begins on the next day of work, and what has to be begun
 * before everybody goes, because it goes on by itself at night.
 */
public record DayLists(String day, List<Begins> begins, List<Overnight> overnight) {
  /** With what a person begins. */
  public record Begins(String person, List<Item> items) {}

  /** Something to do. */
  public record Item(long job, String title, String at, Message says, String bay) {}

  /** Something that goes on while nobody is there. */
  public record Overnight(long job, String title, Message says, String from, String to) {}

  /** Longer than a working day is long, or into the next one. */
  static DayLists of(DayPlanner.Board board, ZoneId zone) {
    DateTimeFormatter time = DateTimeFormatter.ofPattern("EEE HH:mm", Locale.ENGLISH);
    LocalDate today = board.begins().atZone(zone).toLocalDate();
    LocalDate first =
        board.day().persons().stream()
            .flatMap(p -> p.there().stream())
            .map(s -> board.at(s.from()).atZone(zone).toLocalDate())
            .filter(d -> d.isAfter(today))
            .min(Comparator.naturalOrder())
            .orElse(today.plusDays(1));
    List<Begins> begins = new ArrayList<>();
    for (DayPerson p : board.day().persons()) {
      begins.add(new Begins(p.name(), items(board, zone, p, first)));
    }
    List<Overnight> overnight = new ArrayList<>();
    for (Schedule.Placed placed : board.schedule().placed()) {
      for (Schedule.Slot s : placed.slots()) {
        LocalDate from = board.at(s.from()).atZone(zone).toLocalDate();
        LocalDate to = board.at(s.to()).atZone(zone).toLocalDate();
        if (s.piece().kind() == Piece.Kind.WAIT && from.equals(today) && to.isAfter(today)) {
          overnight.add(
              new Overnight(
                  placed.job(),
                  title(board, placed.job()),
                  s.piece().says(),
                  time.format(board.at(s.from()).atZone(zone)),
                  time.format(board.at(s.to()).atZone(zone))));
        }
      }
    }
    return new DayLists(first.toString(), begins, overnight);
  }

  private static List<Item> items(
      DayPlanner.Board board, ZoneId zone, DayPerson person, LocalDate day) {
    DateTimeFormatter time = DateTimeFormatter.ofPattern("HH:mm");
    return board.schedule().placed().stream()
        .filter(p -> p.person().filter(person.login()::equals).isPresent())
        .flatMap(
            p ->
                p.slots().stream()
                    .filter(s -> s.piece().isActive())
                    .filter(s -> board.at(s.from()).atZone(zone).toLocalDate().equals(day))
                    .map(
                        s ->
                            new Item(
                                p.job(),
                                title(board, p.job()),
                                time.format(board.at(s.from()).atZone(zone)),
                                s.piece().says(),
                                p.bay().orElse(""))))
        .sorted(Comparator.comparing(Item::at))
        .toList();
  }

  private static String title(DayPlanner.Board board, long job) {
    return board.jobs().get(job).row().title();
  }
}
