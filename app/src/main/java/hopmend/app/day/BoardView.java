package hopmend.app.day;

import hopmend.app.web.Words;
import hopmend.day.DayDrawing;
import hopmend.day.DayJob;
import hopmend.day.DayPerson;
import hopmend.day.Moves;
import hopmend.day.Piece;
import hopmend.day.Schedule;
import hopmend.day.Span;
import hopmend.day.Stage;
import hopmend.drawing.Drawing;
import hopmend.job.Fact;
import hopmend.message.Message;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** The board, ready to be shown. */
public final class BoardView {
  private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("HH:mm");
  private static final DateTimeFormatter DAY_AND_TIME =
      DateTimeFormatter.ofPattern("EEE HH:mm", Locale.ENGLISH);
  private static final DateTimeFormatter DATE_AND_TIME =
      DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm");

  /** The drawing shows at least so much of the day, and at most. */
  private static final int SHORTEST_DRAWN = 240;

  private static final int LONGEST_DRAWN = 480;

  /** Where nobody is there for longer, the next working day is drawn. */
  private static final int SOON = 90;

  private static final int HOURS_FROM = 100;

  private final DayPlanner.Board board;
  private final ZoneId zone;
  private final List<Line> lines;

  BoardView(DayPlanner.Board board, ZoneId zone) {
    this.board = board;
    this.zone = zone;
    this.lines = sorted();
  }

  /**
   * What somebody is at, or does next.
   *
   * @param when in words
   */
  public record Turn(long job, String title, Message says, String when, String bay) {}

  /** A person with what comes now and what comes next. */
  public record Person(
      String login, String name, Optional<Turn> now, Optional<Turn> next, String there) {}

  /**
   * Something that goes on by itself.
   *
   * @param secondsLeft 0 when it is over
   */
  public record Waiting(long job, String title, Message says, String until, long secondsLeft) {}

  /**
   * A job of the board.
   *
   * @param slack minutes between its end and its promise; less than none where it is missed
   * @param holds how probable it is that the promise holds, in words
   */
  public record Line(
      long job,
      String title,
      String with,
      String promised,
      String done,
      boolean missed,
      Optional<Long> slack,
      Optional<String> holds,
      String stands,
      List<StageLine> stages,
      Optional<Message> cannot) {
    /** What is done next, by whom, from when. */
    public Message next() {
      StageLine first = stages.get(0);
      return first.active()
          ? Message.of("day.next", first.says(), first.hands(), first.who(), first.when())
          : first.says();
    }
  }

  /** A stage of a job: what, by whom, when. */
  public record StageLine(
      String id,
      Message says,
      int hands,
      String who,
      String when,
      boolean settled,
      boolean active) {}

  /** So many minutes as one says it. */
  public static String lasting(long minutes) {
    return minutes < HOURS_FROM
        ? minutes + " min"
        : minutes / 60 + " h" + (minutes % 60 == 0 ? "" : " " + minutes % 60 + " min");
  }

  public boolean isLooking() {
    return board.looking();
  }

  public int left() {
    return board.left();
  }

  public long late() {
    return board.cost().late();
  }

  public long lateAtLeast() {
    return board.lateAtLeast();
  }

  /** How many steps of finished jobs the minutes are learned from. */
  public int learnedFrom() {
    return board.pace().seen();
  }

  public boolean hasPromises() {
    return lines.stream().anyMatch(l -> !l.promised().isEmpty());
  }

  public int vehicles() {
    return board.day().jobs().size();
  }

  /** Jobs that miss their promise, the worst first. */
  public List<Line> missed() {
    return lines.stream().filter(Line::missed).toList();
  }

  public List<Person> persons() {
    return board.day().persons().stream().map(this::person).toList();
  }

  private Person person(DayPerson p) {
    List<Turn> turns =
        board.schedule().placed().stream()
            .flatMap(
                placed ->
                    placed.slots().stream()
                        .filter(s -> s.isDoneBy(p.login(), placed))
                        .map(s -> new Timed(s.from(), turn(placed, s))))
            .sorted(Comparator.comparingInt(Timed::from))
            .limit(2)
            .map(Timed::turn)
            .toList();
    boolean isNow = !turns.isEmpty() && isBusyNow(p);
    return new Person(
        p.login(),
        p.name(),
        isNow ? Optional.of(turns.get(0)) : Optional.empty(),
        turns.stream().skip(isNow ? 1 : 0).findFirst(),
        there(p));
  }

  private record Timed(int from, Turn turn) {}

  private boolean isBusyNow(DayPerson p) {
    return board.schedule().of(p.login()).stream()
        .anyMatch(s -> s.work().stream().anyMatch(w -> w.from() == 0 && w.to() > 0));
  }

  private Turn turn(Schedule.Placed placed, Schedule.Slot s) {
    return new Turn(
        placed.job(),
        title(placed.job()),
        s.piece().says(),
        s.from() == 0 ? "until " + time(s.to()) : time(s.from()) + " to " + time(s.to()),
        placed.bay().orElse(""));
  }

  private String there(DayPerson p) {
    Optional<Span> next = p.there().stream().findFirst();
    if (next.isEmpty()) {
      return "not there these days";
    }
    return next.get().from() == 0
        ? "there until " + time(next.get().to())
        : "there from " + time(next.get().from());
  }

  private String title(long job) {
    return Optional.ofNullable(board.jobs().get(job))
        .map(j -> j.row().title())
        .orElse("Job " + job);
  }

  /** Waits that run now, those that end first at the top. */
  public List<Waiting> waiting() {
    List<Waiting> all = new ArrayList<>();
    for (DayPlanner.OnBoard j : board.jobs().values()) {
      Piece first = j.left().stages().get(0).pieces().get(0);
      if (first.kind() == Piece.Kind.WAIT) {
        all.add(
            new Waiting(
                j.row().id(),
                j.row().title(),
                first.says(),
                first.minutes() == 0 ? "time is up" : "until " + time(first.minutes()),
                60L * first.minutes()));
      }
    }
    all.sort(Comparator.comparingLong(Waiting::secondsLeft));
    return all;
  }

  /** What is on its way, the soonest first. */
  public List<Waiting> deliveries() {
    return board.jobs().values().stream()
        .filter(j -> j.state().delivery().isPresent() && j.state().compared().isEmpty())
        .map(
            j -> {
              Fact.DeliveryExpected d = j.state().delivery().get();
              long left = Math.max(0, Duration.between(board.begins(), d.at()).toSeconds());
              return new Waiting(
                  j.row().id(),
                  j.row().title(),
                  Message.text(d.what()),
                  left == 0 ? "due since " + moment(d.at()) : moment(d.at()),
                  left);
            })
        .sorted(Comparator.comparingLong(Waiting::secondsLeft))
        .toList();
  }

  /** All jobs: those that miss their promise, then by their promise, then by their end. */
  public List<Line> lines() {
    return lines;
  }

  private List<Line> sorted() {
    return board.jobs().values().stream()
        .map(this::line)
        .sorted(
            Comparator.comparing((Line l) -> !l.missed())
                .thenComparing(l -> l.promised().isEmpty())
                .thenComparing(l -> l.slack().orElse(Long.MAX_VALUE))
                .thenComparing(l -> board.schedule().doneAt(l.job()).orElse(Integer.MAX_VALUE))
                .thenComparing(Line::job))
        .toList();
  }

  private Line line(DayPlanner.OnBoard j) {
    long id = j.row().id();
    DayJob left = j.left();
    Optional<Integer> done = board.schedule().doneAt(id);
    Optional<Long> slack =
        left.promised().isEmpty()
            ? Optional.empty()
            : done.map(d -> (long) left.promised().getAsInt() - d);
    return new Line(
        id,
        j.row().title(),
        j.row().lastBy(),
        j.state().promised().map(this::moment).orElse(""),
        done.map(this::time).orElse("not planned"),
        board.schedule().misses(left),
        slack,
        slack.map(x -> percent(board.pace().holds(board.schedule(), left))),
        stands(j),
        left.stages().stream().map(s -> stage(s)).toList(),
        board.schedule().cannot().stream()
            .filter(c -> c.job() == id)
            .map(Schedule.Cannot::why)
            .findFirst());
  }

  /** Where the vehicle is, and what a link does with it. */
  private String stands(DayPlanner.OnBoard j) {
    Optional<String> comes =
        j.state()
            .appointed()
            .filter(at -> at.isAfter(board.begins()))
            .map(at -> "comes " + moment(at));
    String bay = j.state().bay().isEmpty() ? "" : "stands in " + j.state().bay();
    return Stream.of(comes.orElse(""), bay, j.link())
        .filter(s -> !s.isEmpty())
        .collect(Collectors.joining(", "));
  }

  private static String percent(double probability) {
    return probability > 0.99
        ? "more than 99 %"
        : probability < 0.01 ? "less than 1 %" : Math.round(100 * probability) + " %";
  }

  private StageLine stage(Stage s) {
    Optional<Schedule.Placed> placed = board.schedule().stage(s.id());
    return new StageLine(
        s.id(),
        s.tools().isEmpty()
            ? s.pieces().get(0).says()
            : Message.of(
                "day.keeps",
                s.pieces().get(0).says(),
                Message.listed(s.tools().stream().sorted().toList())),
        s.hands(),
        placed.flatMap(Schedule.Placed::person).orElse(""),
        placed.map(p -> p.from() == 0 ? "now" : time(p.from())).orElse(""),
        board.settled().containsKey(s.id()),
        s.hands() > 0);
  }

  /** When a plan last moved anything that matters. */
  public String movedAt() {
    return moment(board.moved().at());
  }

  public List<Moves.Move> moves() {
    return board.moved().moves().stream().limit(8).toList();
  }

  /** The day that is drawn, in words; empty for today. */
  public String drawnDay() {
    int from = drawn().from();
    return from == 0
        ? ""
        : DateTimeFormatter.ofPattern("EEEE", Locale.ENGLISH).format(board.at(from).atZone(zone));
  }

  /** From now on to the end of the working day; where nobody is there, the next one. */
  private Span drawn() {
    List<Span> there =
        board.day().persons().stream()
            .flatMap(p -> p.there().stream())
            .sorted(Comparator.comparingInt(Span::from))
            .toList();
    int first = there.isEmpty() ? 0 : there.get(0).from();
    int from = first < SOON ? 0 : first;
    int last =
        there.stream()
            .filter(s -> s.from() < from + LONGEST_DRAWN)
            .mapToInt(Span::to)
            .max()
            .orElse(from);
    return new Span(from, from + Math.max(SHORTEST_DRAWN, Math.min(LONGEST_DRAWN, last - from)));
  }

  public Drawing drawing() {
    return DayDrawing.draw(
        board.day(), board.schedule(), board.begins(), zone, drawn(), Words.wording());
  }

  /** A minute of the plan as one says it: with its day where it is not today. */
  String time(int minute) {
    return moment(board.at(minute));
  }

  private String moment(Instant at) {
    LocalDate day = at.atZone(zone).toLocalDate();
    LocalDate today = board.begins().atZone(zone).toLocalDate();
    DateTimeFormatter how =
        day.equals(today)
            ? TIME
            : Math.abs(Duration.between(board.begins(), at).toDays()) < 6
                ? DAY_AND_TIME
                : DATE_AND_TIME;
    return how.format(at.atZone(zone));
  }
}
