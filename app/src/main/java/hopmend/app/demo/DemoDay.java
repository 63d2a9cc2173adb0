package hopmend.app.demo;

import hopmend.app.account.Qualifications;
import hopmend.app.day.ShopDay;
import hopmend.app.job.JobDesk;
import hopmend.app.job.JobDesk.Submission;
import hopmend.day.BayKind;
import hopmend.job.Fact;
import hopmend.job.Held;
import hopmend.job.JobRules;
import hopmend.job.Remaining;
import hopmend.job.Role;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;

/** The day of the co-operative: three bays, long hours, promises and a delivery. */
@Component
@Profile("demo")
class DemoDay {
  private static final String ALL_DAYS = "mon tue wed thu fri sat sun";

  private final ShopDay shop;
  private final Qualifications qualifications;
  private final JobDesk desk;
  private final Clock clock;

  DemoDay(ShopDay shop, Qualifications qualifications, JobDesk desk, Clock clock) {
    this.shop = shop;
    this.qualifications = qualifications;
    this.desk = desk;
    this.clock = clock;
  }

  /** Bays, and who drives: the learner does not. */
  void room(List<String> drivers) {
    shop.addBay("Hoist 1", BayKind.HOIST);
    shop.addBay("Hoist 2", BayKind.HOIST);
    shop.addBay("Quay floor", BayKind.GROUND);
    LocalDate until = LocalDate.now(clock).plusYears(3);
    drivers.forEach(
        d -> qualifications.keep(d, new Held(Remaining.DRIVER, "Harbour Road Office", until), d));
  }

  /** Hours in which a demo is looked at. */
  void hours(Map<String, String> hours) {
    hours.forEach((login, h) -> shop.setHours(login, ALL_DAYS, h));
  }

  /** What was promised, what comes, what stands where; of the jobs that are there. */
  void told(Map<String, Long> jobs) {
    Instant hour = clock.instant().truncatedTo(ChronoUnit.HOURS);
    Map<String, List<Fact>> told =
        Map.of(
            "Shakes after rain", List.of(new Fact.Promised(hour.plus(13, ChronoUnit.HOURS))),
            "No throttle, then it goes",
                List.of(new Fact.Promised(hour.plus(14, ChronoUnit.HOURS))),
            "Failed inspection",
                List.of(
                    new Fact.Promised(hour.plus(6, ChronoUnit.HOURS)),
                    new Fact.BroughtTo("Hoist 1")),
            "Long crank when cold",
                List.of(
                    new Fact.BroughtTo("Hoist 2"),
                    new Fact.Promised(hour.plus(30, ChronoUnit.HOURS))),
            "Smell and lamp",
                List.of(new Fact.DeliveryExpected(hour.plus(3, ChronoUnit.HOURS), "purge valve")));
    told.forEach(
        (title, facts) -> {
          if (jobs.containsKey(title)) {
            UUID once = UUID.nameUUIDFromBytes(title.getBytes(StandardCharsets.UTF_8));
            desk.append(
                jobs.get(title),
                new Submission(once, Long.MAX_VALUE, new JobRules.Person("marit", Role.LEAD)),
                facts);
          }
        });
  }
}
