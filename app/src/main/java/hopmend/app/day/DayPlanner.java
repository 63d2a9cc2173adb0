package hopmend.app.day;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import hopmend.app.job.JobDesk;
import hopmend.app.job.JobRow;
import hopmend.app.link.VehicleDesk;
import hopmend.app.verify.Drives;
import hopmend.app.web.InputProblem;
import hopmend.app.web.LongWork;
import hopmend.day.Bay;
import hopmend.day.Day;
import hopmend.day.DayBound;
import hopmend.day.DayJob;
import hopmend.day.DayPerson;
import hopmend.day.DaySearch;
import hopmend.day.Moves;
import hopmend.day.Pace;
import hopmend.day.Schedule;
import hopmend.day.Stage;
import hopmend.day.Turns;
import hopmend.job.JobState;
import hopmend.job.Remaining;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * The plan of the day. What there is to do is computed anew at each look; in which order it is done
 * is looked for beside the requests, whenever something changed, and kept until it changes again.
 */
@Service
public class DayPlanner {
  private static final Logger LOG = LoggerFactory.getLogger(DayPlanner.class);

  /** How far is planned: a week and the week after it. */
  private static final int DAYS = 14;

  private static final int MOST_JOBS = 120;
  private static final Duration TOUCHED_WITHIN = Duration.ofDays(14);

  /** After so long another look is taken though nobody told anything: time has passed. */
  private static final Duration GROWS_OLD = Duration.ofMinutes(10);

  private static final int STEPS = 12_000;
  private static final int IDLE_STEPS = 1_500;

  private final JdbcTemplate sql;
  private final JobDesk desk;
  private final VehicleDesk vehicles;
  private final ShopDay shop;
  private final ShopAtHand atHand;
  private final Drives drives;
  private final DaySettings settings;
  private final TransactionTemplate reading;
  private final Clock clock;

  /** What is left of the jobs, for all who look within the same minute. */
  private final Cache<JobAt, OnBoard> known =
      Caffeine.newBuilder().maximumSize(3L * MOST_JOBS).build();

  private final LongWork search;

  /** Under its own lock: the turns that are followed, and for what they were looked. */
  private final Object lock = new Object();

  private Turns turns = new Turns(List.of(), Map.of());
  private Told lookedFor;
  private Instant lookedAt = Instant.EPOCH;
  private boolean looking;
  private Kept followed;
  private Moved moved = new Moved(Instant.EPOCH, List.of());

  DayPlanner(
      JdbcTemplate sql,
      JobDesk desk,
      VehicleDesk vehicles,
      ShopDay shop,
      ShopAtHand atHand,
      DaySettings settings,
      TransactionTemplate transactions,
      LongWork search,
      Drives drives,
      Clock clock) {
    this.search = search;
    this.drives = drives;
    this.sql = sql;
    this.desk = desk;
    this.vehicles = vehicles;
    this.shop = shop;
    this.atHand = atHand;
    this.settings = settings;
    this.reading = transactions;
    this.clock = clock;
  }

  /** What a plan follows from, without the time that passes. */
  private record Told(
      Map<Long, Long> jobs,
      Map<String, Object> persons,
      List<Bay> bays,
      Map<String, String> settled) {}

  /** What a plan moved at a moment: the last one that moved anything. */
  public record Moved(Instant at, List<Moves.Move> moves) {}

  private record Kept(Moves.Plan plan, Instant begins) {}

  /**
   * A job of the board.
   *
   * @param link what it does with its vehicle just now; empty for nothing
   */
  public record OnBoard(JobRow row, JobState state, DayJob left, String link) {
    OnBoard settled(Map<String, String> who, String running) {
      List<Stage> stages =
          left.stages().stream().map(s -> s.by(Optional.ofNullable(who.get(s.id())))).toList();
      return new OnBoard(
          row, state, new DayJob(left.id(), left.title(), stages, left.promised()), running);
    }
  }

  /** A job as it stood after an entry, seen at a minute. */
  private record JobAt(long id, long lastSequence, Instant updatedAt, Instant minute) {}

  /**
   * The board at a moment.
   *
   * @param jobs by their number
   * @param left open jobs that are not on the board: nobody touched them lately
   * @param pace how long steps take here
   * @param looking whether a better plan is being looked for
   * @param lateAtLeast minutes by which any plan misses promises
   */
  public record Board(
      Instant begins,
      Day day,
      Schedule schedule,
      Schedule.Cost cost,
      long lateAtLeast,
      Map<Long, OnBoard> jobs,
      Map<String, String> settled,
      int left,
      Pace pace,
      boolean looking,
      Moved moved) {
    public Instant at(int minute) {
      return begins.plusSeconds(60L * minute);
    }
  }

  /** The board now. Looks for a better plan beside it, if something changed. */
  public Board board() {
    Instant now = clock.instant().truncatedTo(ChronoUnit.MINUTES);
    Read read = read(now);
    Turns follow;
    boolean busy;
    Moved lately;
    synchronized (lock) {
      boolean fresh =
          read.told().equals(lookedFor) && Duration.between(lookedAt, now).compareTo(GROWS_OLD) < 0;
      if (!fresh && !looking) {
        looking = begins(read);
      }
      follow = turns;
      busy = looking;
      lately = moved;
    }
    Schedule schedule = Schedule.of(read.day(), follow);
    Schedule.Cost cost = schedule.cost(read.day());
    return new Board(
        now,
        read.day(),
        schedule,
        cost,
        cost.late() == 0 ? 0 : DayBound.late(read.day()),
        read.jobs(),
        read.told().settled(),
        read.left(),
        read.pace(),
        busy,
        lately);
  }

  /**
   * Whether a search could be begun; where others read long files, it is tried at the next look.
   */
  private boolean begins(Read read) {
    try {
      search.begin(() -> look(read));
      lookedFor = read.told();
      lookedAt = read.begins();
      return true;
    } catch (InputProblem busy) {
      return false;
    }
  }

  private DaySearch.Found look(Read read) {
    try {
      DaySearch.Budget budget = new DaySearch.Budget(STEPS, IDLE_STEPS, settings.search());
      Turns from;
      synchronized (lock) {
        from = turns;
      }
      DaySearch.Found found = DaySearch.best(read.day(), from, budget);
      Kept next = new Kept(new Moves.Plan(read.day(), found.schedule()), read.begins());
      synchronized (lock) {
        List<Moves.Move> more = followed == null ? List.of() : moved(followed, next);
        if (!more.isEmpty()) {
          moved = new Moved(read.begins(), more);
        }
        followed = next;
        turns = found.turns();
      }
      return found;
    } catch (RuntimeException e) {
      // The board goes on with the turns that it has.
      LOG.error("The search for a plan of the day failed", e);
      throw e;
    } finally {
      synchronized (lock) {
        looking = false;
      }
    }
  }

  private static List<Moves.Move> moved(Kept before, Kept after) {
    int passed = (int) Duration.between(before.begins(), after.begins()).toMinutes();
    return Moves.between(before.plan(), after.plan(), passed);
  }

  // What there is to do

  private record Read(
      Instant begins, Day day, Told told, Map<Long, OnBoard> jobs, Pace pace, int left) {}

  /** What the database tells of the shop at one moment. */
  private record Rows(
      List<JobAt> open,
      int all,
      Map<String, String> settled,
      List<DayPerson> persons,
      Map<String, Object> there,
      List<Bay> bays,
      Remaining.AtHand has) {}

  private Rows rows(Instant now) {
    List<JobAt> open =
        sql.query(
            "select id, last_sequence, updated_at from job"
                + " where is_open and (updated_at > ? or promised_at is not null)"
                + " order by promised_at nulls last, updated_at desc, id limit ?",
            (row, n) ->
                new JobAt(row.getLong(1), row.getLong(2), row.getTimestamp(3).toInstant(), now),
            Timestamp.from(now.minus(TOUCHED_WITHIN)),
            MOST_JOBS);
    Integer all = sql.queryForObject("select count(*) from job where is_open", Integer.class);
    List<DayPerson> persons = shop.persons(now, DAYS);
    Map<String, Object> there = new LinkedHashMap<>();
    shop.hours().forEach(there::put);
    persons.forEach(p -> there.put("skills " + p.login(), p.skills()));
    shop.absences().forEach(a -> there.put("away " + a.id(), a));
    return new Rows(
        open,
        Optional.ofNullable(all).orElse(0),
        shop.settled(),
        persons,
        there,
        shop.bays(),
        atHand.now());
  }

  /** What is left of the jobs is computed behind the transaction. */
  private Read read(Instant now) {
    Rows rows = reading.execute(t -> rows(now));
    Map<Long, OnBoard> jobs = new LinkedHashMap<>();
    Map<Long, Long> versions = new LinkedHashMap<>();
    for (JobAt at : rows.open()) {
      OnBoard found = known.get(at, a -> onBoard(a, rows.has()));
      OnBoard job = found.settled(rows.settled(), vehicles.state(at.id()).running());
      if (!job.left().stages().isEmpty()) {
        jobs.put(at.id(), job);
        versions.put(at.id(), at.lastSequence());
      }
    }
    List<DayJob> left = jobs.values().stream().map(OnBoard::left).toList();
    List<Bay> room = Bay.room(rows.bays(), rows.persons().size(), left);
    return new Read(
        now,
        new Day(DAYS * 1440, rows.persons(), room, left),
        new Told(versions, rows.there(), rows.bays(), rows.settled()),
        jobs,
        rows.has().pace(),
        Math.max(0, rows.all() - rows.open().size()));
  }

  private OnBoard onBoard(JobAt at, Remaining.AtHand has) {
    JobDesk.OpenJob job = desk.look(at.id());
    return new OnBoard(
        job.row(),
        job.workup().state(),
        Remaining.of(
            job.workup(),
            at.id(),
            job.row().title(),
            drives.proofs(at.id(), job.workup()),
            at.minute(),
            has),
        "");
  }
}
