package hopmend.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import hopmend.job.Fact;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** In the browser, without our link: from a pasted report to the proven sign-off. */
class OwnToolJourneyIT extends BrowserIT {
  private static final Map<String, String> READINGS =
      Map.of("supply", "5.02", "ground-drop", "12", "signal", "11", "chain-stretch", "1.5");

  private String job;

  private void hop(String name) {
    page.navigate("http://127.0.0.1:" + port + "/jobs/" + job + "/" + name);
  }

  private void press(String words) {
    page.locator("button:has-text(\"" + words + "\")").first().click();
  }

  private void hopTo(String name) {
    page.locator(".next-card .btn-next:has-text('Hop to " + name + "')").first().click();
  }

  /** Opens the part of the page for a tool that is not ours. */
  private void ownTool() {
    Locator part = page.locator("details:has(summary:has-text('With your own tool'))").first();
    if (part.getAttribute("open") == null) {
      part.locator("summary").first().click();
    }
  }

  private Locator headline() {
    return page.locator(".next-card h2").first();
  }

  @Test
  void fromAPastedReportToAProvenSignOff() {
    signIn();
    opened();
    proven();
    swapped();
    cleared();
    taught();
    verified();
    hop("print");
    assertThat(page.locator("body")).containsText("Codes cleared by: the technician's own tool");
    assertThat(page.locator("body")).containsText("as the driver says; nothing recorded it");
    accessible("print of a job with an own tool");
  }

  private void opened() {
    page.navigate("http://127.0.0.1:" + port + "/jobs/new");
    page.fill("#title", "Own tool only");
    page.fill("#fleetNumber", "van 31");
    page.fill("#text", "P0340 stored, engine. 81,300 km");
    press("Open the job");
    page.waitForURL("**/jobs/*/read");
    job = page.url().replaceAll(".*/jobs/(\\d+)/.*", "$1");
    page.fill("#vin", "0HMWS3A07K1000342");
    page.selectOption("#card", "wherrill-sedge-12");
    press("This is the vehicle");
    assertThat(page.locator("div:has(> dt:text-is('Odometer')) dd")).containsText("81");
  }

  private void proven() {
    hop("prove");
    prove(READINGS, Map.of());
    press("Take this verdict");
    hopTo("Find");
  }

  private void swapped() {
    press("I stand before it");
    hopTo("Pick");
    press("Take this one");
    compareParts();
    hopTo("Swap");
    assertThat(page.locator(".tick-form")).isVisible();
    int steps = page.locator(".steps li").count();
    for (int done = 0; done < steps; done++) {
      nowThere(page.locator(".step-done"), done);
      tick();
    }
    assertThat(page.locator("#tray h2")).containsText("0 to put back");
    hopTo("Clear");
  }

  private void cleared() {
    assertThat(headline()).not().containsText("blocked");
    ownTool();
    press("Cleared with my tool");
    assertThat(page.locator(".problem").first()).containsText("Clearing destroys the conditions");
    page.fill("#frameLost", "my tool shows none");
    press("Cleared with my tool");
    ownTool();
    page.fill("#own-codes", "P0340 pending");
    press("It shows these codes");
    assertThat(page.locator(".fates").last()).containsText("P0340");
    ownTool();
    press("It shows no code");
    assertThat(headline()).hasText("Nothing came back");
    accessible("cleared with an own tool");
  }

  private void taught() {
    hop("relearn");
    ownTool();
    page.locator("input[name=words]").first().fill("tool says finished");
    press("It is done");
    assertThat(page.locator("text=tool says finished").first()).isVisible();
    accessible("taught with an own tool");
  }

  private void verified() {
    hop("verify");
    Locator seen = page.locator("#seen button:has-text('It is so')");
    for (int left = seen.count(); left > 0; left--) {
      seen.first().click();
      assertThat(seen).hasCount(left - 1);
    }
    ownTool();
    for (String monitor : new String[] {"Misfire", "Catalyst", "Oxygen sensor"}) {
      page.locator("select[aria-label=\"" + monitor + "\"]").selectOption("ready");
    }
    press("So it shows them");
    assertThat(page.locator(".monitors li")).hasCount(3);
    ownTool();
    page.fill("#drive-minutes", "30");
    page.fill("#drive-km", "some");
    page.locator("input[name=met]").all().forEach(Locator::check);
    press("So it was driven");
    assertThat(page.locator(".problem").first()).isVisible();
    assertThat(page.locator("#drive-minutes")).hasValue("30");
    page.fill("#drive-km", "22");
    page.locator("input[name=met]").all().forEach(Locator::check);
    press("So it was driven");
    assertThat(page.locator("table.proof .met")).not().hasCount(0);
    ownTool();
    press("It shows no code");
    assertThat(page.locator(".next-card .eyebrow").first()).hasText("Proven gone");
    accessible("proven with an own tool");
    press("Sign off");
    assertThat(headline()).hasText("Proven gone");
    Fact.SignedOff signed =
        desk.look(Long.parseLong(job)).workup().state().signedOff().orElseThrow();
    assertThat(signed.proven()).isTrue();
  }
}
