package hopmend.day;

import java.time.DateTimeException;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/**
 * When somebody works, by the clock of the shop: the same hours on some days of the week, with the
 * breaks left out.
 *
 * @param days of the week; none for somebody who does not work on vehicles
 * @param hours in order; none meets another
 */
public record WorkingHours(Set<DayOfWeek> days, List<Hours> hours) {
  private static final Pattern STRETCH =
      Pattern.compile("\\s*(\\d{1,2}[:.]\\d{2})\\s*(?:-|–|to)\\s*(\\d{1,2}[:.]\\d{2})\\s*");

  /** From one time of the day to a later one. */
  public record Hours(LocalTime from, LocalTime to) {
    public Hours {
      if (!from.isBefore(to)) {
        throw new IllegalArgumentException("Working hours from %s end at %s".formatted(from, to));
      }
    }

    @Override
    public String toString() {
      return from + "-" + to;
    }
  }

  /** A time in which somebody is not there after all. */
  public record Away(Instant from, Instant to) {}

  public WorkingHours {
    days = days.isEmpty() ? Set.of() : EnumSet.copyOf(days);
    hours = List.copyOf(hours);
    for (int i = 1; i < hours.size(); i++) {
      if (hours.get(i).from().isBefore(hours.get(i - 1).to())) {
        throw new IllegalArgumentException(
            "%s begins before %s is over".formatted(hours.get(i), hours.get(i - 1)));
      }
    }
  }

  /**
   * Reads them as they are written: {@code 07:30-12:00, 12:30-16:30}, and {@code mon tue wed}.
   *
   * @throws IllegalArgumentException with what is wrong, in plain words
   */
  public static WorkingHours of(String days, String hours) {
    Set<DayOfWeek> on = EnumSet.noneOf(DayOfWeek.class);
    for (String day : days.strip().toUpperCase(Locale.ROOT).split("[,\\s]+")) {
      if (!day.isEmpty()) {
        on.add(
            EnumSet.allOf(DayOfWeek.class).stream()
                .filter(d -> day.length() >= 3 && d.name().startsWith(day))
                .findFirst()
                .orElseThrow(
                    () ->
                        new IllegalArgumentException(
                            day.toLowerCase(Locale.ROOT)
                                + " is no day; write mon tue wed thu fri sat sun")));
      }
    }
    List<Hours> all = new ArrayList<>();
    for (String stretch : hours.split(",")) {
      if (!stretch.isBlank()) {
        Matcher m = STRETCH.matcher(stretch);
        if (!m.matches()) {
          throw new IllegalArgumentException(
              "\"%s\" are no hours; write 07:30-12:00, 12:30-16:30".formatted(stretch.strip()));
        }
        all.add(new Hours(time(m.group(1)), time(m.group(2))));
      }
    }
    return new WorkingHours(on, all);
  }

  private static LocalTime time(String written) {
    try {
      String[] parts = written.split("[:.]");
      return LocalTime.of(Integer.parseInt(parts[0]), Integer.parseInt(parts[1]));
    } catch (DateTimeException e) {
      throw new IllegalArgumentException(written + " is no time of the day");
    }
  }

  public String daysWritten() {
    return days.stream()
        .map(d -> d.name().substring(0, 3).toLowerCase(Locale.ROOT))
        .collect(Collectors.joining(" "));
  }

  public String hoursWritten() {
    return hours.stream().map(Hours::toString).collect(Collectors.joining(", "));
  }

  /**
   * When somebody with these hours is there, in minutes from a moment on.
   *
   * @param count days that are looked ahead
   */
  public List<Span> spans(Instant begins, ZoneId zone, int count, List<Away> away) {
    LocalDate first = begins.atZone(zone).toLocalDate();
    return IntStream.range(0, count)
        .mapToObj(first::plusDays)
        .filter(d -> days.contains(d.getDayOfWeek()))
        .flatMap(d -> hours.stream().map(h -> on(d, h, begins, zone)))
        .flatMap(s -> without(s, begins, away).stream())
        .filter(s -> s.minutes() > 0)
        .toList();
  }

  private static Span on(LocalDate day, Hours h, Instant begins, ZoneId zone) {
    int from = minutes(begins, day.atTime(h.from()).atZone(zone).toInstant());
    int to = minutes(begins, day.atTime(h.to()).atZone(zone).toInstant());
    return new Span(Math.max(0, from), Math.max(0, Math.max(from, to)));
  }

  private static int minutes(Instant begins, Instant at) {
    return (int) Math.ceil(Duration.between(begins, at).toSeconds() / 60.0);
  }

  private static List<Span> without(Span span, Instant begins, List<Away> away) {
    List<Span> left = List.of(span);
    for (Away a : away) {
      int from = minutes(begins, a.from());
      int to = minutes(begins, a.to());
      left =
          left.stream()
              .flatMap(
                  s ->
                      s.meets(from, to)
                          ? List.of(
                              new Span(s.from(), Math.max(s.from(), from)),
                              new Span(Math.min(s.to(), Math.max(s.from(), to)), s.to()))
                              .stream()
                          : List.of(s).stream())
              .filter(s -> s.minutes() > 0)
              .toList();
    }
    return left;
  }
}
