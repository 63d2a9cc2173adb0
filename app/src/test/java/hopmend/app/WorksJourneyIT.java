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
    page.click("summary:has-text('another verdict')");
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
    page.locator("label.looked").click();
    next("They match").click();
    assertThat(page.locator("label.looked")).hasCount(0);
  }

  private void tickAll() {
    int steps = page.locator(".steps li").count();
    for (int done = page.locator(".step-done").count(); done < steps; done++) {
      if (page.locator("#torque").count() > 0) {
        String wanted = page.locator(".settings td").first().innerText();
        String unit = page.locator(".settings th[scope=row]").first().innerText();
        page.fill("#torque", wanted);
        page.selectOption("select[name=torqueUnit]", unit);
      }
      page.locator(".tick-form .btn-next").click();
      assertThat(page.locator(".step-done")).hasCount(done + 1);
    }
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
      assertThat(page.locator("#seen .met")).hasCount(++seen);
    }
    page.setInputFiles("#file", Files.writeString(folder.resolve("drive.csv"), csv));
    next("Judge the drive").click();
    assertThat(page.locator("table.proof tr.met").first()).isVisible();
    page.click("text=Read codes and monitors");
    next("Sign off").click();
    assertThat(page.locator(".next-card h2").first()).hasText("Proven gone");
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
    page.click("button:has-text('I answer for it')");
    changeTo("nils", "slow-oar-first-light");
    go(job, "prove");
    page.locator(".btn-fine").first().click();
    assertThat(page.locator(".general-problem").first()).containsText("demands the qualification");
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
