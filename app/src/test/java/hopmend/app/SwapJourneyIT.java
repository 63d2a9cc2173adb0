package hopmend.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.APIResponse;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import hopmend.app.account.Qualifications;
import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.job.Fact;
import hopmend.job.Held;
import hopmend.prove.Remedy;
import java.io.IOException;
import java.time.LocalDate;
import java.util.List;
import java.util.regex.Pattern;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** In the browser: the work itself, for the ways of sitting that go wrong most. */
class SwapJourneyIT extends BrowserIT {
  @Autowired private Qualifications qualifications;

  /** A job whose verdict is taken, its part chosen and compared, at its first step. */
  private long atTheWork(String card, String code) {
    long job =
        newJob(
            new Fact.CodesRead(
                Fact.CodeSource.TYPED,
                List.of(ReadCode.of(TroubleCode.parse(code), CodeState.STORED)),
                List.of(),
                ""),
            new Fact.VehicleIdentified(VIN, card, 2019, null, 142_300, Fact.Place.HOIST),
            new Fact.VerdictTaken(Remedy.REPLACE_SENSOR, "sensor", 0.9, "for this test"));
    return job;
  }

  private void fitted(long job) {
    go(job, "find");
    next("I stand before it").click();
    go(job, "pick");
    if (page.locator(".next-card .btn-next:has-text('Take this one')").count() > 0) {
      next("Take this one").click();
    } else {
      page.fill("#typedNumber", "7701-22");
      page.click("form[action$='/pick/type'] button");
    }
    compareParts();
  }

  private void go(long job, String hop) {
    page.navigate("http://127.0.0.1:" + port + "/jobs/" + job + "/" + hop);
  }

  private Locator next(String words) {
    return page.locator(".next-card .btn-next", new Page.LocatorOptions().setHasText(words))
        .first();
  }

  private Locator headline() {
    return page.locator(".next-card h2").first();
  }

  /** Ticks until a step with these words is shown. */
  private void tickUntil(String words) {
    int most = page.locator(".steps li").count();
    passPlainSteps(words);
    for (int i = 0; i < most && !headline().innerText().contains(words); i++) {
      int done = page.locator(".step-done").count();
      tick();
      nowThere(page.locator(".step-done"), done + 1);
      passPlainSteps(words);
    }
    assertThat(headline()).containsText(words);
  }

  private void answer(String school, String answer) {
    Locator box = page.locator(".school", new Page.LocatorOptions().setHasText(school));
    box.locator("summary").click();
    box.locator(".answers li", new Locator.LocatorOptions().setHasText(answer))
        .locator("button:has-text('Do it this way')")
        .click();
    assertThat(box.locator("summary b")).containsText(answer);
  }

  /** Removed hot, tightened by its turn, with a crow's-foot because no socket fits. */
  @Test
  void anOxygenSensorTheHotWayByItsTurn() {
    signIn();
    long job = atTheWork("", "P0131");
    fitted(job);
    go(job, "swap");
    assertThat(headline()).containsText("Run it a minute or two");
    answer("How does the exhaust sensor come out?", "Hot: at once");
    assertThat(headline()).containsText("Run it hot");
    assertThat(
            page.locator(".school", new Page.LocatorOptions().setHasText("How does the exhaust"))
                .locator(".not-advised"))
        .isVisible();
    accessible("schools");
    tickUntil("Unscrew the sensor");
    page.click("summary:has-text('I am stuck')");
    page.click("summary:has-text('The tool does not fit')");
    accessible("stuck");
    page.locator(".ways-out li", new Page.LocatorOptions().setHasText("Crow's-foot"))
        .locator("button")
        .click();
    assertThat(headline()).containsText("Crow's-foot; set the wrench for it");
    tickUntil("Tighten the sensor");
    assertThat(page.locator(".turn-dial")).isVisible();
    page.locator("input[name=turned][value='90']").check();
    page.locator(".tick-form .btn-next").click();
    assertThat(page.locator(".tick-form .problem").first()).isVisible();
    tickUntil("Plug in");
    page.locator(".tick-form .btn-next").click();
    assertThat(page.locator(".looks .problem")).containsText("The second lock is closed");
    page.locator("input[name=confirmed]").first().check();
    page.locator(".tick-form .btn-next").click();
    assertThat(page.locator("input[name=confirmed]").first()).isChecked();
    assertThat(page.locator(".looks .problem")).not().containsText("It clicks");
  }

  @Test
  void aCrankSensorBySecondLooksAndATooth() throws IOException {
    signIn();
    long job = atTheWork("wherrill-plover-10", "P0335");
    fitted(job);
    go(job, "swap");
    tickUntil("Both locking tools in");
    assertThat(page.locator(".caution-stop")).containsText(new String[] {"held by tools alone"});
    page.locator("input[name=confirmed]").all().forEach(Locator::check);
    page.locator(".tick-form .btn-next").click();
    assertThat(page.locator(".look-owed")).containsText("another person");
    accessible("second look");
    page.locator(".look-owed .btn-next").click();
    assertThat(headline()).containsText("Centre bolt and pulley off");
    assertThat(page.locator(".tray-items")).containsText("locking tool in the engine");
    tickUntil("Read the old sensor");
    page.locator(".old-part button:has-text('Metal fuzz')").click();
    assertThat(page.locator(".old-part .result")).containsText("Metal fuzz");
    assertThat(page.locator(".speaks-otherwise"))
        .containsText("Look at it again before the new part goes in");
    accessible("old part");
    tickUntil("Count the teeth");
    assertThat(page.locator(".tooth")).containsText("Tooth 20 behind the gap");
    accessible("tooth");
    tickUntil("Count tools");
    tick();
    assertThat(page.locator("#tray h2")).containsText("0 to put back");
    APIResponse pdf =
        page.context()
            .request()
            .get("http://127.0.0.1:" + port + "/jobs/" + job + "/sheet.pdf?paper=letter");
    try (PDDocument sheet = Loader.loadPDF(pdf.body())) {
      assertThat(sheet.getPage(0).getMediaBox().getWidth())
          .as("US Letter: 8.5 in, ANSI Y14.1")
          .isEqualTo(612f);
      String text = new PDFTextStripper().getText(sheet);
      assertThat(text)
          .contains(
              "Cautions",
              "Lay ready",
              "Both locking tools in",
              "150 N.m",
              "Tray",
              "locking tool in the engine",
              "new ones go back");
    }
    go(job, "sheet");
    accessible("job sheet");
  }

  /** What was caught is what goes in again, typed in quarts or litres. */
  @Test
  void coolantIsMeasuredOutAndIn() {
    signIn();
    long job = atTheWork("wherrill-teal-16", "P0117");
    fitted(job);
    go(job, "swap");
    tickUntil("Drain below the sensor");
    page.locator(".tick-form .btn-next").click();
    assertThat(page.locator(".tick-form .problem")).containsText("how much coolant");
    page.fill("#amount", "3,1");
    accessible("a fluid");
    page.locator(".tick-form .btn-next").click();
    assertThat(page.locator(".tray-items")).containsText("3.1 l to fill up");
    assertThat(page.locator(".if-on")).hasCount(0);
    tickUntil("Clean around");
    assertThat(page.locator(".if-on")).containsText("P0115");
    tickUntil("Refill what was caught");
    page.locator("input[name=confirmed]").all().forEach(Locator::check);
    page.fill("#amount", "1.2");
    page.locator(".tick-form .btn-next").click();
    assertThat(page.locator(".tick-form .problem")).containsText("the rest is air");
    assertThat(page.locator("#amount")).hasValue("1.2");
    page.fill("#amount", "3.3");
    page.locator(".tick-form .btn-next").click();
    assertThat(page.locator("#tray h2")).containsText("0 to put back");
  }

  /** One who is qualified, and a learner who is not; a piece falls, and stays lost. */
  @Test
  void aTankByTwoPersons() {
    qualifications.keep(
        "oskar",
        new Held("high-voltage", "guild of the harbour", LocalDate.of(2999, 1, 1)),
        "marit");
    try {
      signIn("nils", "slow-oar-first-light");
      long job = atTheWork("lorrimar-skiff-re", "P0451");
      go(job, "swap");
      assertThat(page.locator(".tick-form")).hasCount(0);
      changeTo("oskar", "tar-rope-and-lantern");
      go(job, "swap");
      page.fill("#answer-for", "de-energised by the maker's procedure, no voltage left");
      page.click("button:has-text('I answer for it')");
      fitted(job);
      go(job, "swap");
      tickUntil("Drain the tank");
      page.fill("#amount", "22");
      page.locator(".tick-form .btn-next").click();
      assertThat(page.locator(".tray-items")).containsText("22 l to fill up");
      tickUntil("Clean the top of the tank");
      assertThat(page.locator(".tray-items")).containsText("structural shield bolt M8");
      page.click("summary:has-text('Something else came off')");
      page.fill("#item", "cable clip");
      page.click("button:has-text('It fell')");
      assertThat(page.locator(".tray-items")).containsText("cable clip, fell");
      page.click("summary:has-text('It is lost')");
      page.fill(".lost input[name=reason]", "behind the closed sill, cannot move");
      page.click("button:has-text('It stays lost')");
      assertThat(page.locator(".lost-for-good")).containsText("cable clip, fell");
      accessible("tray");
      passPlainSteps("");
      while (page.locator(".tick-form").count() > 0) {
        int done = page.locator(".step-done").count();
        if (headline().innerText().startsWith("Fuel back in")) {
          page.fill("#amount", "22");
          page.locator(".tick-form .btn-next").click();
        } else {
          tick();
        }
        nowThere(page.locator(".step-done"), done + 1);
        passPlainSteps("");
      }
      assertThat(page.locator("#tray h2")).containsText("0 to put back");
    } finally {
      qualifications.remove("oskar", "high-voltage");
    }
  }

  private void changeTo(String login, String password) {
    page.locator("form[action='/sign-out'] button").click();
    assertThat(page.locator("#username")).isVisible();
    signIn(login, password);
  }

  /** The wait goes into the title, rings when it is asked to, and leaves a calendar file. */
  @Test
  void aWaitIsInTheTitleAndInTheCalendar() {
    signIn();
    long job = atTheWork("wherrill-teal-16", "P0131");
    fitted(job);
    go(job, "swap");
    answer("How does the exhaust sensor come out?", "Cold, an hour's soak");
    tickUntil("Penetrant now");
    page.click("button:has-text('Begin the wait')");
    assertThat(page.locator(".foot-wait")).containsText("Penetrant now");
    assertThat(page).hasTitle(Pattern.compile("^\\d+ min: Swap.*"));
    assertThat(page.locator(".meanwhile")).isVisible();
    assertThat(page.locator("[data-ring]")).hasAttribute("aria-pressed", "false");
    page.click("[data-ring]");
    assertThat(page.locator("[data-ring]")).hasAttribute("aria-pressed", "true");
    accessible("a wait that rings");
    String calendar =
        page.context()
            .request()
            .get("http://127.0.0.1:" + port + "/jobs/" + job + "/waits.ics")
            .text();
    page.navigate("http://127.0.0.1:" + port + "/jobs");
    assertThat(page.locator(".jobs")).containsText("waits until");
    // What is known of waits is read anew every few seconds, beside the requests.
    for (int i = 0; i < 20 && page.locator(".shop-waits .foot-wait").count() == 0; i++) {
      page.waitForTimeout(1_000);
      page.reload();
    }
    assertThat(page.locator(".shop-waits .foot-wait").first()).isVisible();
    accessible("waits of the shop");
    assertThat(calendar)
        .contains("BEGIN:VEVENT", "BEGIN:VALARM", "SUMMARY:Job " + job + ": Penetrant now");
  }
}
