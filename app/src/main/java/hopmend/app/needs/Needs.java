package hopmend.app.needs;

import hopmend.app.job.JobDesk;
import hopmend.app.web.SmallLetters;
import hopmend.app.web.Words;
import hopmend.job.Hop;
import hopmend.job.HopLine;
import hopmend.job.Standing;
import hopmend.job.Wanted;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;

/** What jobs take, with where it is. */
@Service
class Needs {
  /** Open jobs of a day, those that were touched last. */
  private static final int MOST_JOBS = 60;

  private final JobDesk desk;
  private final Items items;
  private final JdbcTemplate sql;
  private final Clock clock;

  Needs(JobDesk desk, Items items, JdbcTemplate sql, Clock clock) {
    this.desk = desk;
    this.items = items;
    this.sql = sql;
    this.clock = clock;
  }

  /** A job that takes something. */
  public record ForJob(long id, String vehicle) {}

  /**
   * Something that is wanted, with the jobs that want it.
   *
   * @param item the shop's own line of it; empty for a part, and where nobody has told
   */
  public record Line(Wanted wanted, List<ForJob> jobs, Optional<Item> item) {
    /** Where it is. */
    public String where() {
      Optional<String> there = wanted.where().map(Words::of);
      return there.or(() -> item.map(Item::says)).orElse("nobody has told");
    }

    /** Whether it lies here. */
    public boolean here() {
      return wanted.onTheShelf() || item.filter(i -> i.has() == Item.Has.HERE).isPresent();
    }
  }

  /** What one job takes. */
  List<Line> ofJob(long jobId) {
    return lines(List.of(desk.look(jobId)));
  }

  /** What all open jobs take together whose work is decided and not done. */
  List<Line> ofTheDay() {
    List<Long> open =
        sql.queryForList(
            "select id from job where is_open order by updated_at desc, id desc limit ?",
            Long.class,
            MOST_JOBS);
    return lines(open.stream().map(desk::look).filter(this::isAhead).toList());
  }

  private boolean isAhead(JobDesk.OpenJob job) {
    return !job.workup().wanted().isEmpty()
        && HopLine.of(job.workup(), clock.instant()).standings().stream()
            .filter(s -> s.hop() == Hop.SWAP)
            .noneMatch(s -> s.kind() == Standing.Kind.DONE);
  }

  private List<Line> lines(List<JobDesk.OpenJob> jobs) {
    Map<Wanted, List<ForJob>> wanted = new LinkedHashMap<>();
    for (JobDesk.OpenJob job : jobs) {
      String vehicle =
          job.row().fleetNumber().isEmpty() ? "job " + job.row().id() : job.row().fleetNumber();
      job.workup()
          .wanted()
          .forEach(
              w ->
                  wanted
                      .computeIfAbsent(w, k -> new ArrayList<>())
                      .add(new ForJob(job.row().id(), vehicle)));
    }
    Map<String, Item> known =
        items.named(
            wanted.keySet().stream()
                .filter(w -> w.kind() != Wanted.Kind.PART)
                .map(Wanted::name)
                .collect(Collectors.toSet()));
    return wanted.entrySet().stream()
        .map(
            e ->
                new Line(
                    e.getKey(),
                    e.getValue(),
                    Optional.ofNullable(known.get(SmallLetters.of(e.getKey().name())))))
        .sorted(Comparator.comparing((Line l) -> l.wanted().kind()).thenComparing(Line::here))
        .toList();
  }
}
