package hopmend.day;

import hopmend.drawing.Drawing;
import hopmend.drawing.Shape;
import hopmend.message.Message;
import hopmend.message.Wording;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * The day as lanes: one for each person with what the person is at, one for each bay with what
 * stands in it. Wide enough stretches bear their job's name; a wait is hatched, a break is empty.
 */
public final class DayDrawing {
  private static final double WIDTH = 1200;
  private static final double LEFT = 176;
  private static final double LANE = 64;
  private static final double BLOCK = 50;
  private static final double HEAD = 34;
  private static final double GLYPH = 11.5;
  private static final DateTimeFormatter CLOCK = DateTimeFormatter.ofPattern("HH:mm");

  private final List<Shape> shapes = new ArrayList<>();
  private final Map<Long, DayJob> jobs;
  private final Set<Long> missed;
  private final int from;
  private final int minutes;
  private double y = HEAD;

  private DayDrawing(Day day, Schedule schedule, Span drawn) {
    this.from = drawn.from();
    this.minutes = drawn.minutes();
    this.missed =
        day.jobs().stream()
            .filter(j -> schedule.misses(j))
            .map(DayJob::id)
            .collect(Collectors.toSet());
    this.jobs = day.jobs().stream().collect(Collectors.toMap(DayJob::id, Function.identity()));
  }

  /**
   * Draws it.
   *
   * @param begins the moment from which the minutes count
   * @param drawn the stretch of it that is drawn
   */
  public static Drawing draw(
      Day day, Schedule schedule, Instant begins, ZoneId zone, Span drawn, Wording words) {
    DayDrawing drawing = new DayDrawing(day, schedule, drawn);
    int lanes =
        day.persons().size() + (int) day.bays().stream().filter(b -> used(schedule, b)).count();
    drawing.hours(begins.plusSeconds(60L * drawn.from()).atZone(zone), HEAD + lanes * LANE);
    day.persons().forEach(p -> drawing.person(p, schedule));
    day.bays().stream().filter(b -> used(schedule, b)).forEach(b -> drawing.bay(b, schedule));
    if (drawn.from() == 0) {
      drawing.now();
    }
    return new Drawing(
        WIDTH,
        drawing.y + 4,
        drawing.shapes,
        words.of(Message.of("day.spoken", day.persons().size(), day.jobs().size())));
  }

  private static boolean used(Schedule schedule, Bay bay) {
    return schedule.placed().stream().anyMatch(p -> p.bay().filter(bay.name()::equals).isPresent());
  }

  private void now() {
    shapes.add(
        new Shape.Path(
            "day-now", List.of(new Shape.Point(LEFT, HEAD - 6), new Shape.Point(LEFT, y)), false));
  }

  private double x(int minute) {
    return LEFT + (WIDTH - LEFT) * Math.min(1, Math.max(0, (double) (minute - from) / minutes));
  }

  private void hours(ZonedDateTime begins, double floor) {
    int apart = minutes > 720 ? 2 : 1;
    ZonedDateTime hour = begins.truncatedTo(ChronoUnit.HOURS).plusHours(1);
    while (ChronoUnit.MINUTES.between(begins, hour) < minutes) {
      double at = x(from + (int) ChronoUnit.MINUTES.between(begins, hour));
      shapes.add(
          new Shape.Path(
              "gridline",
              List.of(new Shape.Point(at, HEAD - 4), new Shape.Point(at, floor)),
              false));
      shapes.add(new Shape.Label("day-hour", at, HEAD - 10, "middle", CLOCK.format(hour)));
      hour = hour.plusHours(apart);
    }
  }

  private void lane(String name) {
    shapes.add(
        new Shape.Path(
            "day-line", List.of(new Shape.Point(0, y), new Shape.Point(WIDTH, y)), false));
    shapes.add(new Shape.Label("day-lane", 8, y + LANE / 2 + 8, "start", fitting(name, LEFT - 16)));
  }

  private void person(DayPerson person, Schedule schedule) {
    lane(person.name());
    for (Span there : person.there()) {
      box("day-there", there.from(), there.to(), LANE - 2, 1);
    }
    for (Schedule.Placed p : schedule.placed()) {
      for (Schedule.Slot s : p.slots()) {
        if (s.isDoneBy(person.login(), p)) {
          String role = s.piece().kind() == Piece.Kind.DRIVE ? "day-drive" : "day-hands";
          s.work().forEach(w -> box(role + late(p), w.from(), w.to(), BLOCK, (LANE - BLOCK) / 2));
          name("day-name", p.job(), s.from(), s.work().get(0).to());
        }
      }
    }
    y += LANE;
  }

  private void bay(Bay bay, Schedule schedule) {
    lane(bay.name());
    Map<Integer, Schedule.Placed> inOrder = new TreeMap<>();
    schedule.placed().stream()
        .filter(p -> p.bay().filter(bay.name()::equals).isPresent())
        .forEach(p -> inOrder.put(p.from(), p));
    for (Schedule.Placed p : inOrder.values()) {
      int from = p.stage().standsIn().isPresent() ? 0 : p.from();
      box("day-stands", from, p.to(), BLOCK, (LANE - BLOCK) / 2);
      for (Schedule.Slot s : p.slots()) {
        if (s.piece().isActive()) {
          s.work()
              .forEach(
                  w -> box("day-hands" + late(p), w.from(), w.to(), BLOCK, (LANE - BLOCK) / 2));
        }
      }
      name("day-name-in-bay", p.job(), from, p.to());
    }
    y += LANE;
  }

  /** Whether its job misses its promise. */
  private String late(Schedule.Placed p) {
    return missed.contains(p.job()) ? " day-late" : "";
  }

  private void box(String role, int begins, int ends, double height, double down) {
    if (isDrawn(begins, ends)) {
      shapes.add(
          new Shape.Box(
              role, x(begins), y + down, Math.max(2, x(ends) - x(begins) - 1), height, 4));
    }
  }

  private boolean isDrawn(int begins, int ends) {
    return begins < from + minutes && ends > from && ends > begins;
  }

  private void name(String role, long job, int begins, int ends) {
    double room = x(ends) - x(begins) - 10;
    Optional<DayJob> its = Optional.ofNullable(jobs.get(job));
    if (isDrawn(begins, ends) && room > 3 * GLYPH && its.isPresent()) {
      shapes.add(
          new Shape.Label(
              role, x(begins) + 6, y + LANE / 2 + 7, "start", fitting(its.get().title(), room)));
    }
  }

  private static String fitting(String text, double room) {
    int most = (int) (room / GLYPH);
    return text.length() <= most ? text : text.substring(0, Math.max(0, most - 1)).strip() + "…";
  }
}
