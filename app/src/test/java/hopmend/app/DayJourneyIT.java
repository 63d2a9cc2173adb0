package hopmend.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import hopmend.app.day.DayPlanner;
import hopmend.app.job.JobDesk.Submission;
import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.job.Fact;
import hopmend.job.Hop;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** In the browser: the day of a shop with six vehicles, from the set-up to the hand-over. */
class DayJourneyIT extends BrowserIT {
  @Autowired private DayPlanner planner;

  private static final LocalDateTime NOW = LocalDateTime.now().truncatedTo(ChronoUnit.MINUTES);

  private void go(String path) {
    page.navigate("http://127.0.0.1:" + port + path);
  }

  private static Fact.CodesRead read(Fact.CodeSource source, String... codes) {
    List<ReadCode> all = new ArrayList<>();
    for (String c : codes) {
      all.add(ReadCode.of(TroubleCode.parse(c), CodeState.STORED));
    }
    return new Fact.CodesRead(source, all, List.of(), "");
  }

  private static Fact.VehicleIdentified vehicle(String card) {
    return new Fact.VehicleIdentified(VIN, card, 2019, null, 142_300, Fact.Place.HOIST);
  }

  /** Repaired and cleared: what is left is to drive it and to sign it off. */
  private long readyToDrive() {
    return newJob(
        read(Fact.CodeSource.TYPED, "P0335"),
        vehicle("kelvane-otter-20"),
        new Fact.GateOverruled(Hop.CLEAR, "the work is another test's"),
        new Fact.CodesCleared(VIN, Fact.ClearedBy.OWN_TOOL, 0, "my tool shows none"),
        read(Fact.CodeSource.OWN_TOOL));
  }

  private void say(long job, Fact... facts) {
    desk.append(job, Submission.now("oskar"), List.of(facts));
  }

  private void promise(long job, LocalDateTime by) {
    say(job, new Fact.Promised(by.atZone(ZoneId.systemDefault()).toInstant()));
  }

  private Locator line(long job) {
    return page.locator(".board-jobs tr:has(a[href='/jobs/" + job + "'])");
  }

  @Test
  void sixVehiclesAndOneThatComesBackWithANewCode() {
    signIn("marit", "grey-heron-at-dusk");
    setUp();
    long untouched = newJob();
    long coded = newJob(read(Fact.CodeSource.TYPED, "P0335"), vehicle("kelvane-otter-20"));
    long away = newJob(read(Fact.CodeSource.TYPED, "P0340"), vehicle("kelvane-otter-20"));
    long driven = readyToDrive();
    long late = readyToDrive();
    long handed = readyToDrive();
    promise(late, NOW.minusHours(1));
    promise(driven, NOW.plusDays(9));
    promise(away, NOW.plusDays(8));
    say(
        away,
        new Fact.DeliveryExpected(
            NOW.plusDays(2).atZone(ZoneId.systemDefault()).toInstant(), "sensor"));
    say(coded, new Fact.BroughtTo("Pit nine"));

    go("/day");
    assertThat(page.locator(".board-says")).containsText("missed");
    assertThat(line(late)).containsText("late");
    assertThat(line(driven)).containsText("to spare");
    assertThat(line(coded)).containsText("stands in Pit nine");
    assertThat(line(untouched)).containsText("Read the codes");
    assertThat(page.locator(".board-two")).containsText("delivery: sensor");
    accessible("board of the day");

    planned();
    comesBack(driven);
    settled(late);
    handedOver(handed);
    calendarAndLists(late);
  }

  /** The board once its plan is looked for to the end. */
  private DayPlanner.Board planned() {
    DayPlanner.Board board = planner.board();
    for (int i = 0; i < 300 && board.looking(); i++) {
      page.waitForTimeout(100);
      board = planner.board();
    }
    assertThat(board.looking()).isFalse();
    return board;
  }

  private void setUp() {
    go("/day/set-up");
    page.fill("#name", "Pit nine");
    page.selectOption("#kind", "PIT");
    page.locator("button:has-text('Add it')").click();
    assertThat(page.locator("tr:has-text('Pit nine')")).containsText("pit");
    Locator hours = page.locator(".row-hours:has(input[value=oskar])");
    hours.locator("[name=hours]").fill("7 to noon");
    hours.locator("button").click();
    assertThat(page.locator(".problem")).containsText("07:30-12:00");
    assertThat(page.locator(".row-hours:has(input[value=oskar]) [name=hours]"))
        .hasValue("7 to noon");
    for (String login : List.of("oskar", "marit", "nils")) {
      Locator row = page.locator(".row-hours:has(input[value=" + login + "])");
      row.locator("[name=days]").fill("mon tue wed thu fri sat sun");
      row.locator("[name=hours]").fill("00:00-23:59");
      row.locator("button").click();
      assertThat(row.locator("[name=hours]")).hasValue("00:00-23:59");
    }
    page.fill("#from", NOW.plusDays(3).toString());
    page.fill("#until", NOW.plusDays(2).toString());
    page.locator("#away ~ form button:has-text('Note it')").click();
    assertThat(page.locator(".problem")).containsText("ends after it begins");
    accessible("bays and hours");
  }

  /** Its line was a drive; now it begins again, and a plan is looked for anew. */
  private void comesBack(long job) {
    assertThat(line(job)).not().containsText("Prove");
    say(job, new Fact.DriveTold(20, 14.0, List.of()), read(Fact.CodeSource.OWN_TOOL, "P0340"));
    go("/day");
    assertThat(line(job)).containsText("Prove what it is");
    assertThat(planned().moved().moves())
        .anySatisfy(
            m -> {
              assertThat(m.job()).isEqualTo(job);
              assertThat(m.later()).isPositive();
              assertThat(m.why().key()).isEqualTo("day.takes-longer");
            });
    go("/day");
    assertThat(page.locator(".board-two")).containsText("By the plan of");
  }

  private void settled(long job) {
    line(job).locator(".who-does").click();
    Locator last = line(job).locator("form.settle:has(select)").last();
    last.locator("select").selectOption("oskar");
    last.locator("button").click();
    assertThat(line(job).locator("form.settle:has(select)").last().locator("select"))
        .hasValue("oskar");
  }

  private void handedOver(long job) {
    go("/jobs/" + job + "/hand-over");
    page.fill("#by", "");
    page.locator("button:has-text('Promise it')").click();
    assertThat(page.locator(".problem")).containsText("Tell day and time");
    page.fill("#by", NOW.plusDays(1).toString());
    page.locator("button:has-text('Promise it')").click();
    assertThat(page.locator("main")).containsText(NOW.plusDays(1).toString().replace('T', ' '));
    page.fill("#comes", NOW.plusHours(2).toString());
    page.locator("form[action$='/appointment'] button").click();
    assertThat(page.locator("form[action$='/appointment'] b"))
        .hasText(NOW.plusHours(2).toString().replace('T', ' '));
    page.selectOption("#to", "nils");
    page.fill("#words", "The clip of the loom is broken, a new one lies in the tray.");
    page.locator("button:has-text('Hand over')").last().click();
    assertThat(page.locator("main")).containsText("to nils");
    accessible("hand-over");
    assertThat(desk.look(job).row().lastBy()).isEqualTo("nils");
    go("/jobs/" + job + "/record");
    assertThat(page.locator("table.record")).containsText("Handed over to nils (The clip");
  }

  private void calendarAndLists(long job) {
    String calendar = page.request().get("http://127.0.0.1:" + port + "/day/day.ics").text();
    assertThat(calendar).contains("BEGIN:VCALENDAR", "UID:promise-" + job + "@hopmend");
    assertThat(page.request().get("http://127.0.0.1:" + port + "/day/pace.csv").text())
        .startsWith("family,step,seen,took_of_planned");
    go("/day/pace?words=unplug");
    assertThat(page.locator("table.record th[scope=row]").first()).containsText("unplug");
    accessible("what steps took");
    go("/day/lists");
    assertThat(page.locator("main"))
        .containsText("In the morning, " + NOW.toLocalDate().plusDays(1));
    assertThat(page.locator("main")).containsText("Oskar");
    accessible("lists of the day");
  }
}
