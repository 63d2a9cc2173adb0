package hopmend.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.SelectOption;
import hopmend.app.account.Qualifications;
import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.job.Fact;
import hopmend.job.Held;
import hopmend.standin.DriveProfile;
import hopmend.standin.SimulatedVehicle.Ignition;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.beans.factory.annotation.Autowired;

/**
 * In the browser: two sensors in one job, a repair without a new sensor, work for the qualified.
 */
class WorksJourneyIT extends BrowserIT {
  @TempDir Path folder;
  @Autowired private Qualifications qualifications;

  private long job(String vin, String card, String... codes) {
    return newJob(
        new Fact.CodesRead(
            Fact.CodeSource.TYPED,
            Stream.of(codes).map(c -> ReadCode.of(TroubleCode.parse(c), CodeState.STORED)).toList(),
            List.of(),
            ""),
        new Fact.VehicleIdentified(vin, card, 2019, null, 142_300, Fact.Place.HOIST));
  }

  private void changeTo(String login, String password) {
    page.locator("form[action='/sign-out'] button").click();
    assertThat(page.locator("#username")).isVisible();
    signIn(login, password);
  }

  private void go(long job, String hop) {
    page.navigate("http://127.0.0.1:" + port + "/jobs/" + job + "/" + hop);
  }

  private void verdict(String work) {
    page.click("a:has-text('another verdict')");
    page.selectOption("#work", work);
    page.fill("#reason", "seen with a meter and a lamp");
    page.click("details button:has-text('Take it')");
    assertThat(page.locator(".eyebrow").getByText("Verdict taken").first()).isVisible();
  }

  private Locator next(String words) {
    return page.locator(".next-card .btn-next", new Page.LocatorOptions().setHasText(words))
        .first();
  }

  private void pick() {
    next("Take this one").click();
    compareParts();
  }

  private void tickAll() {
    passPlainSteps("");
    while (page.locator(".tick-form").count() > 0) {
      int done = page.locator(".step-done").count();
      tick();
      nowThere(page.locator(".step-done"), done + 1);
      passPlainSteps("");
    }
    assertThat(page.locator(".step-done")).hasCount(page.locator(".steps li").count());
  }

  /** Two readings of a thermometer tell when; the wait then stands at the foot of every page. */
  private void waitsUntilItIsCool() {
    page.click("summary:has-text('Let two readings tell')");
    page.fill("#cool-first", "90");
    page.fill("#cool-later", "91");
    page.fill("#cool-apart", "10");
    page.fill("#cool-air", "20");
    page.click("button:has-text('When is it cool?')");
    assertThat(page.locator(".step-waits .problem").first()).containsText("below the first");
    assertThat(page.locator("#cool-first")).hasValue("90");
    page.fill("#cool-first", "120");
    page.fill("#cool-later", "90");
    page.locator("button:has-text('When is it cool?')").scrollIntoViewIfNeeded();
    Object before = page.evaluate("scrollY");
    page.click("button:has-text('When is it cool?')");
    assertThat(page.locator(".step-waits .result")).containsText("It can be touched about");
    org.assertj.core.api.Assertions.assertThat(page.evaluate("scrollY"))
        .as("what was asked stays before the eyes")
        .isEqualTo(before);
    assertThat(page.locator("#wait")).hasValue("25");
    accessible("cool-down");
    page.click("button:has-text('Begin the wait')");
    assertThat(page.locator(".foot-wait")).containsText("Warm, not hot runs");
    assertThat(page.locator(".hopline .hop-here")).hasClass(Pattern.compile("hop-waiting"));
  }

  @Test
  void bothOxygenSensorsOfOneVehicleInOneJob() {
    signIn();
    long job = job("0HMWS3A07K1000342", "wherrill-teal-16", "P0131", "P0137");
    go(job, "prove");
    verdict("renew-sensor");
    go(job, "find");
    String first = page.locator(".next-card h2").first().innerText();
    next("I stand before it").click();
    go(job, "pick");
    pick();
    go(job, "find");
    page.click("summary:has-text('another sensor')");
    page.selectOption("#sensor", new SelectOption().setIndex(0));
    page.click("button:has-text('Turn to it')");
    assertThat(page.locator(".next-card h2").first()).containsText("Oxygen sensor");
    assertThat(page.locator(".next-card h2").first()).not().hasText(first);
    next("I stand before it").click();
    go(job, "prove");
    verdict("renew-sensor");
    assertThat(page.locator(".targets .target")).hasCount(2);
    go(job, "pick");
    pick();
    go(job, "swap");
    for (int done = 1; done <= 2; done++) {
      page.locator(".tick-form .btn-next").click();
      nowThere(page.locator(".step-done"), done);
    }
    waitsUntilItIsCool();
    accessible("swap of two sensors");
    assertThat(page.locator(".steps li").getByText("Raise it on the hoist")).hasCount(1);
    assertThat(page.locator(".steps li").getByText("Unscrew the sensor")).hasCount(2);
    assertThat(page.locator(".steps .of-sensor")).hasCount(2);
    tickAll();
    assertThat(page.locator("#tray h2")).containsText("0 to put back");
    assertThat(page.locator(".hopline .hop-here .hop-words")).containsText("steps");
    go(job, "clear");
    assertThat(page.locator(".next-card h2").first()).hasText("Clear the codes");
  }

  @Test
  void aWiringRepairToSignOff() throws Exception {
    signIn();
    long job = job(VIN, "wherrill-sedge-12", "P0340");
    go(job, "prove");
    verdict("repair-wiring");
    go(job, "pick");
    assertThat(page.locator(".card-box h2").first()).hasText("No part needed");
    go(job, "find");
    next("I stand before it").click();
    go(job, "swap");
    assertThat(page.locator(".next-card .eyebrow").first())
        .containsText("Repair the wire or its terminal");
    assertThat(page.locator(".ready")).containsText(new String[] {"crimping tool", "heat-shrink"});
    tickAll();
    go(job, "clear");
    assertThat(page.locator(".next-card h2").first()).containsText("blocked by Swap");
    go(job, "swap");
    page.fill("#repair", "signal wire, a hand before the plug, crimped and sealed");
    next("Write it down").click();
    assertThat(page.locator(".written")).containsText("crimped and sealed");
    vehicle
        .server()
        .with(
            v -> {
              v.setFault("cam-intake-dead", false);
              v.turn(Ignition.ON);
              return v;
            });
    go(job, "clear");
    next("Clear the codes").click();
    assertThat(page.locator(".next-card h2").first()).hasText("Nothing came back");
    go(job, "relearn");
    assertThat(page.locator("main")).containsText("Nothing to teach");
    go(job, "verify");
    String csv =
        vehicle
            .server()
            .with(
                v -> {
                  v.turn(Ignition.OFF);
                  v.advance(20_000);
                  return v.drive(DriveProfile.FULL);
                });
    int seen = 0;
    while (page.locator("#seen button:has-text('It is so')").count() > 0) {
      page.locator("#seen button:has-text('It is so')").first().click();
      nowThere(page.locator("#seen .met"), ++seen);
    }
    page.setInputFiles("#file", Files.writeString(folder.resolve("drive.csv"), csv));
    next("Judge the drive").click();
    assertThat(page.locator("table.proof tr.met").first()).isVisible();
    page.click("text=Read codes and monitors");
    next("Sign off").click();
    assertThat(page.locator(".next-card h2").first()).hasText("Proven gone");
  }

  private void ownTool(String form) {
    Locator part = page.locator("details:has(summary:has-text('With your own tool'))").first();
    if (part.getAttribute("open") == null) {
      part.locator("summary").first().click();
    }
    page.click("button:has-text('" + form + "')");
  }

  private void clearedWithAnOwnTool(long job) {
    go(job, "clear");
    page.locator("#frameLost").evaluate("e => e.closest('details').open = true");
    page.fill("#frameLost", "my tool shows none");
    page.click("button:has-text('Cleared with my tool')");
  }

  /** A new sensor in vain, then signed off for a reason, back after days, and ended in the wire. */
  @Test
  void aRepairThatCameBackEndsInTheWiring() {
    signIn();
    long job = renewed(VIN, "wherrill-sedge-12", "P0340");
    go(job, "verify");
    page.click("summary:has-text('Sign off without proof')");
    page.fill("#reason", "the customer needs the van today");
    page.click("button:has-text('Sign off with this reason')");
    assertThat(page.locator(".next-card h2").first()).hasText("Signed off with a reason");

    // The next job on the vehicle asks whether it is the old one.
    long next = job(VIN, "wherrill-sedge-12", "P0340");
    go(next, "read");
    page.click("a:has-text('Begin the next round of that job')");
    assertThat(page).hasURL(Pattern.compile("/jobs/" + job + "/verify"));
    page.click("button:has-text('Begin the next round')");
    assertThat(page.locator("#came-back .problem")).containsText("Say how it came back");
    page.fill("#back-words", "lamp on again after two days");
    page.fill("#back-km", "142 410");
    page.fill("#back-text", "P0340 stored");
    accessible("came back");
    page.click("button:has-text('Begin the next round')");
    assertThat(page.locator(".bulletin").first()).containsText("lamp on again after two days");
    assertThat(page.locator(".given")).containsText("Replace the sensor");
    assertThat(page.locator(".card-box:has(> .suspects)")).containsText("The new part is bad");
    assertThat(page.locator(".card-box:has(> .suspects)")).containsText("Missing or old software");
    accessible("round two");

    verdict("repair-wiring");
    go(job, "swap");
    tickAll();
    page.fill("#repair", "signal wire rubbed through at the first clip, crimped and sealed");
    next("Write it down").click();
    assertThat(page.locator(".written")).containsText("crimped and sealed");
    clearedWithAnOwnTool(job);
    ownTool("It shows no code");
    go(job, "verify");
    Locator wire = page.locator(".to-see li:has-text('holds under load')");
    wire.locator("summary").click();
    wire.locator("input[name=value-loss]").fill("lots");
    wire.locator("button:has-text('Judge what I read')").click();
    assertThat(wire.locator(".problem").first()).isVisible();
    assertThat(wire.locator("input[name=value-loss]")).hasValue("lots");
    wire.locator("input[name=value-loss]").fill("0.35");
    wire.locator("select[name=unit-loss]").selectOption("V");
    wire.locator("button:has-text('Judge what I read')").click();
    assertThat(wire).containsText("0.35 V is above -100 to 100 mV");
    wire.locator("summary").click();
    wire.locator("input[name=value-loss]").fill("22");
    wire.locator("button:has-text('Judge what I read')").click();
    assertThat(wire).containsText("22 mV lies within");
    assertThat(wire).hasClass(Pattern.compile("\\bmet\\b"));
    accessible("measured proof");

    // It counts against the part.
    go(next, "prove");
    verdict("renew-sensor");
    go(next, "find");
    next("I stand before it").click();
    go(next, "pick");
    assertThat(page.locator("main"))
        .containsText(Pattern.compile("[1-9]\\d* of \\d+ of this make came back"));
  }

  /** Up to the cleared codes, with an own tool. */
  private long renewed(String vin, String card, String code) {
    long job = job(vin, card, code);
    go(job, "prove");
    verdict("renew-sensor");
    go(job, "find");
    next("I stand before it").click();
    go(job, "pick");
    pick();
    go(job, "swap");
    tickAll();
    clearedWithAnOwnTool(job);
    ownTool("It shows no code");
    assertThat(page.locator(".next-card h2").first()).hasText("Nothing came back");
    return job;
  }

  /** The whole travel of a pedal, as a logger writes it down. */
  private static String travel(boolean deadSpot) {
    StringBuilder csv = new StringBuilder("time (s);APP D (%);APP E (%)\n");
    for (int i = 0; i <= 80; i++) {
      double share = Math.sin(Math.PI * i / 80);
      double second = deadSpot && i > 20 && i < 24 ? 2 : 8 + 30 * share;
      csv.append(i / 10.0).append(';').append(16 + 60 * share).append(';').append(second);
      csv.append('\n');
    }
    return csv.toString();
  }

  @Test
  void aPedalIsTaughtByHandAndItsTravelProvenFromALog() throws Exception {
    signIn();
    long job = renewed("0HMWP1A05M1000217", "wherrill-plover-10", "P2127");
    go(job, "relearn");
    Locator byHand = page.locator("details:has(> summary:has-text('Pedal stops'))").last();
    page.locator("details:has(> summary:has-text('With your own tool'))")
        .first()
        .evaluate("e => e.open = true");
    byHand.locator("summary").first().click();
    assertThat(byHand).containsText("Press slowly to the stop");
    byHand.locator("select[name=failure]").selectOption("low-voltage");
    byHand.locator("button:has-text('It failed')").click();
    assertThat(page.locator(".result-bad").first()).containsText("Charger on, then once more");
    accessible("pedal, failed by hand");
    page.locator("details:has(> summary:has-text('With your own tool'))")
        .first()
        .evaluate("e => e.open = true");
    page.locator("button:has-text('It is done')").first().click();
    assertThat(page.locator(".result-good").first()).containsText("Taught without our link");

    go(job, "verify");
    Locator travel = page.locator(".to-see li:has-text('whole travel')");
    travel.locator("summary").click();
    travel
        .locator("input[type=file]")
        .setInputFiles(Files.writeString(folder.resolve("rpm.csv"), "time,rpm\n0,800\n9,800\n"));
    travel.locator("button:has-text('Judge the log')").click();
    assertThat(travel.locator(".problem").first()).containsText("no column");
    travel
        .locator("input[type=file]")
        .setInputFiles(Files.writeString(folder.resolve("dead.csv"), travel(true)));
    travel.locator("button:has-text('Judge the log')").click();
    assertThat(travel.locator(".judged.wrong").first()).isVisible();
    travel.locator("summary").click();
    travel.locator("select[name=log]").selectOption("");
    travel
        .locator("input[type=file]")
        .setInputFiles(Files.writeString(folder.resolve("whole.csv"), travel(false)));
    travel.locator("button:has-text('Judge the log')").click();
    assertThat(travel).hasClass(Pattern.compile("\\bmet\\b"));
    assertThat(travel.locator("small").first()).containsText("oskar measured");
    assertThat(page.locator("#plan h2")).containsText("The drive that is missing");
    accessible("pedal, proven from a log");
    page.click("text=Print it for the driver");
    assertThat(page.locator("table.plan tr")).not().hasCount(0);
    accessible("drive plan");
  }

  @Test
  void theSootSelfTestWaitsAndSaysWhatToDoWhereItFails() {
    signIn();
    long job = renewed("0HMTA7E02N1000550", "tidewell-alder-77", "P24AE");
    go(job, "relearn");
    assertThat(page.locator("main")).containsText("Exhaust");
    page.locator("details:has(> summary:has-text('With your own tool'))")
        .first()
        .evaluate("e => e.open = true");
    Locator test = page.locator("details:has(> summary:has-text('parked regeneration'))").last();
    test.locator("summary").first().click();
    assertThat(test).containsText("Wheels chocked");
    assertThat(test.locator(".stop-signs")).containsText("smoke or flame");
    test.locator("button:has-text('It runs now: wait 25 min')").click();
    assertThat(page.locator(".foot-wait")).containsText("Soot self-test");
    assertThat(page.locator(".hopline .hop-here")).hasClass(Pattern.compile("hop-waiting"));
    accessible("soot self-test waits");
    page.navigate("http://127.0.0.1:" + port + "/jobs?show=waiting");
    go(job, "relearn");
    assertThat(page.locator(".foot-wait")).containsText("Soot self-test");
    page.locator("details:has(> summary:has-text('With your own tool'))")
        .first()
        .evaluate("e => e.open = true");
    test.locator("select[name=failure]").selectOption("soot-too-high");
    test.locator("button:has-text('It failed')").click();
    assertThat(page.locator(".result-bad").first())
        .containsText("the filter is cleaned or renewed");
    assertThat(page.locator(".foot-wait")).hasCount(0);
  }

  @Test
  void highVoltageIsRefusedToTheLearnerAndDoneByTheQualified() {
    qualifications.keep(
        "marit", new Held("high-voltage", "Guild of the coast", LocalDate.of(2999, 1, 1)), "marit");
    long job = job("0HMLR9E05K1000118", "lorrimar-skiff-re", "P2122");
    signIn("nils", "slow-oar-first-light");
    go(job, "prove");
    assertThat(page.locator(".caution-stop").first()).containsText("hard stop");
    assertThat(page.locator("button:has-text('I answer for it')")).hasCount(0);
    assertThat(page.locator(".who-may").first()).containsText("Marit");
    assertThat(page.locator(".btn-fine")).hasCount(0);
    changeTo("marit", "grey-heron-at-dusk");
    go(job, "prove");
    page.fill("#answer-for", "service plug out and locked, no voltage measured, after ten minutes");
    // Who signs out before it has arrived takes it back.
    page.waitForResponse(
        r -> r.url().contains("answer-for"),
        () -> page.click("button:has-text('I answer for it')"));
    changeTo("nils", "slow-oar-first-light");
    go(job, "prove");
    page.click("a:has-text('All steps, and what is left out')");
    assertThat(page.locator(".left-out").first()).containsText("only for who is qualified");
    assertThat(page.locator(".btn-fine")).hasCount(0);
    changeTo("marit", "grey-heron-at-dusk");
    go(job, "prove");
    verdict("renew-sensor");
    go(job, "find");
    next("I stand before it").click();
    go(job, "pick");
    pick();
    go(job, "swap");
    tickAll();
    go(job, "record");
    assertThat(page.locator("main")).containsText("Qualified for");
  }
}
