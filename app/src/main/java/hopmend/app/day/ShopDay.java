package hopmend.app.day;

import hopmend.app.account.Account;
import hopmend.app.account.Accounts;
import hopmend.app.account.Qualifications;
import hopmend.app.web.InputProblem;
import hopmend.day.Bay;
import hopmend.day.BayKind;
import hopmend.day.DayPerson;
import hopmend.day.WorkingHours;
import hopmend.job.Held;
import hopmend.job.Remaining;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.springframework.boot.context.properties.EnableConfigurationProperties;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Who works when, and where there is room: what a lead told, else what is usual. */
@Service
@EnableConfigurationProperties(DaySettings.class)
public class ShopDay {
  /** So many bays a shop has at most. */
  private static final int MOST_BAYS = 60;

  private final JdbcTemplate sql;
  private final Accounts accounts;
  private final Qualifications qualifications;
  private final DaySettings settings;
  private final Clock clock;

  ShopDay(
      JdbcTemplate sql,
      Accounts accounts,
      Qualifications qualifications,
      DaySettings settings,
      Clock clock) {
    settings.usual();
    this.sql = sql;
    this.accounts = accounts;
    this.qualifications = qualifications;
    this.settings = settings;
    this.clock = clock;
  }

  /** A time in which a person is not there. */
  public record Absence(long id, String login, Instant from, Instant until) {}

  // Bays

  /** The bays that a lead told. */
  @Transactional(readOnly = true)
  public List<Bay> bays() {
    return sql.query(
        "select name, kind from bay order by name",
        (row, n) -> new Bay(row.getString(1), BayKind.valueOf(row.getString(2))));
  }

  @Transactional
  public void addBay(String name, BayKind kind) {
    String called = name.strip();
    if (called.isEmpty() || called.length() > 60) {
      throw new InputProblem("name", "Name the bay in 1 to 60 characters.");
    }
    if (bays().size() >= MOST_BAYS) {
      throw new InputProblem("name", "There are %d bays already.".formatted(MOST_BAYS));
    }
    sql.update(
        "insert into bay (name, kind) values (?, ?)"
            + " on conflict (name) do update set kind = excluded.kind",
        called,
        kind.name());
  }

  @Transactional
  public void removeBay(String name) {
    sql.update("delete from bay where name = ?", name);
  }

  // Persons

  /** Who works on vehicles, with what they may do and when they are there. */
  @Transactional(readOnly = true)
  public List<DayPerson> persons(Instant begins, int days) {
    Map<String, WorkingHours> told = told();
    Map<String, List<WorkingHours.Away>> away = new HashMap<>();
    absences()
        .forEach(
            a ->
                away.computeIfAbsent(a.login(), x -> new ArrayList<>())
                    .add(new WorkingHours.Away(a.from(), a.until())));
    Map<String, List<Held>> held = qualifications.all();
    boolean licences =
        held.values().stream()
            .flatMap(List::stream)
            .anyMatch(h -> h.qualification().equals(Remaining.DRIVER));
    List<DayPerson> persons = new ArrayList<>();
    for (Account a : accounts.all()) {
      WorkingHours hours = told.getOrDefault(a.login(), settings.usual());
      if (a.active() && !hours.days().isEmpty()) {
        persons.add(
            new DayPerson(
                a.login(),
                a.name(),
                skills(a, held.getOrDefault(a.login(), List.of()), licences),
                hours.spans(
                    begins, clock.getZone(), days, away.getOrDefault(a.login(), List.of()))));
      }
    }
    return persons;
  }

  private Set<String> skills(Account a, List<Held> held, boolean licences) {
    LocalDate today = LocalDate.now(clock);
    return Remaining.skills(
        a.role(),
        held.stream().filter(h -> h.isValidOn(today)).map(Held::qualification).toList(),
        licences);
  }

  /** The hours of everybody who may sign in, by login. */
  @Transactional(readOnly = true)
  public Map<String, WorkingHours> hours() {
    Map<String, WorkingHours> told = told();
    Map<String, WorkingHours> all = new TreeMap<>();
    accounts.all().stream()
        .filter(Account::active)
        .forEach(a -> all.put(a.login(), told.getOrDefault(a.login(), settings.usual())));
    return all;
  }

  private Map<String, WorkingHours> told() {
    Map<String, WorkingHours> hours = new HashMap<>();
    sql.query(
        "select login, days, hours from person_hours",
        row -> {
          hours.put(row.getString(1), WorkingHours.of(row.getString(2), row.getString(3)));
        });
    return hours;
  }

  @Transactional
  public void setHours(String login, String days, String hours) {
    requireKnown(login);
    WorkingHours told;
    try {
      told = WorkingHours.of(days, hours);
    } catch (IllegalArgumentException e) {
      throw new InputProblem("hours", e.getMessage());
    }
    if (told.days().isEmpty() != told.hours().isEmpty()) {
      throw new InputProblem(
          "hours", "Tell days and hours, or neither for who works on no vehicle.");
    }
    if (told.hoursWritten().length() > 120) {
      throw new InputProblem("hours", "These are too many stretches for one day.");
    }
    sql.update(
        "insert into person_hours (login, days, hours) values (?, ?, ?)"
            + " on conflict (login) do update set days = excluded.days, hours = excluded.hours",
        login,
        told.daysWritten(),
        told.hoursWritten());
  }

  /** Absences that are not over. */
  @Transactional(readOnly = true)
  public List<Absence> absences() {
    return sql.query(
        "select id, login, away_from, away_until from person_away"
            + " where away_until > ? order by away_from, id limit 500",
        (row, n) ->
            new Absence(
                row.getLong(1),
                row.getString(2),
                row.getTimestamp(3).toInstant(),
                row.getTimestamp(4).toInstant()),
        Timestamp.from(clock.instant()));
  }

  @Transactional
  public void noteAway(String login, Instant from, Instant until) {
    requireKnown(login);
    if (!from.isBefore(until)) {
      throw new InputProblem("until", "An absence ends after it begins.");
    }
    if (!until.isAfter(clock.instant())) {
      throw new InputProblem("until", "This absence is over already.");
    }
    sql.update(
        "insert into person_away (login, away_from, away_until) values (?, ?, ?)"
            + " on conflict (login, away_from) do update set away_until = excluded.away_until",
        login,
        Timestamp.from(from),
        Timestamp.from(until));
  }

  @Transactional
  public void removeAway(long id) {
    sql.update("delete from person_away where id = ?", id);
  }

  // Settled by hand

  /** Who does a stage, where somebody settled it. */
  @Transactional(readOnly = true)
  public Map<String, String> settled() {
    Map<String, String> all = new HashMap<>();
    sql.query(
        "select stage, login from stage_settled",
        row -> {
          all.put(row.getString(1), row.getString(2));
        });
    return all;
  }

  /**
   * Settles who does a stage.
   *
   * @param login empty for whoever the plan finds
   */
  @Transactional
  public void settle(String stage, String login, String by) {
    if (!stage.matches("\\d{1,15}:[a-z]{1,20}")) {
      throw new InputProblem("", "Pick a stage of the board.");
    }
    if (login.isEmpty()) {
      sql.update("delete from stage_settled where stage = ?", stage);
      return;
    }
    requireKnown(login);
    sql.update(
        "insert into stage_settled (stage, login, settled_by, settled_at) values (?, ?, ?, ?)"
            + " on conflict (stage) do update set login = excluded.login,"
            + " settled_by = excluded.settled_by, settled_at = excluded.settled_at",
        stage,
        login,
        by,
        Timestamp.from(clock.instant()));
  }

  private void requireKnown(String login) {
    if (accounts.byLogin(login).filter(Account::active).isEmpty()) {
      throw new InputProblem("login", "Pick a person who may sign in.");
    }
  }
}
