package hopmend.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import hopmend.app.job.JobDesk.Submission;
import hopmend.job.Fact;
import hopmend.standin.DoipServer;
import hopmend.standin.SimulatedVehicle.Ignition;
import org.junit.jupiter.api.Test;

/** A vehicle on the wire in the browser: read in one tap, watched live, its exchange saved. */
class LiveJourneyIT extends BrowserIT {
  private static final String MINIBUS = "0HMWT4B00J1000117";

  private DoipServer minibus() {
    return vehicle.garage().server(MINIBUS).orElseThrow();
  }

  private long job() {
    return newJob(
        new Fact.VehicleIdentified(
            MINIBUS, "wherrill-teal-16", 2018, null, 88_300, Fact.Place.HOIST));
  }

  private void open(long job, String path) {
    page.navigate("http://127.0.0.1:" + port + "/jobs/" + job + "/" + path);
  }

  @Test
  void readWatchKeepAndSave() {
    minibus()
        .with(
            v -> {
              v.turn(Ignition.RUNNING);
              v.advance(600);
              return v;
            });
    signIn();
    long job = job();
    open(job, "read");
    assertThat(page.locator("select[name=gateway] >> nth=0")).containsText("Simulated Minibus 5");
    page.click("button:has-text('Read from the vehicle')");
    assertThat(page.locator(".codes .code").first()).hasText("P0101");
    assertThat(page.locator(".next-card h2").first())
        .hasText("Work on P0101 first; P0171 should go with it.");
    assertThat(page.locator("text=control module voltage")).isVisible();
    assertThat(page.locator(".foot-link")).containsText(MINIBUS);

    page.click("text=live values");
    for (String signal : new String[] {"AIR_MASS", "LONG_TRIM", "OXYGEN_1"}) {
      page.check("input[value=" + signal + "]");
    }
    accessible("live, not begun");
    page.click("button:has-text('Begin')");
    assertThat(page.locator(".live-line")).hasCount(7);
    String before = page.locator(".live-line").first().getAttribute("d");
    // The traces move on by themselves.
    assertThat(page.locator(".live-line").first()).not().hasAttribute("d", before);
    accessible("live, running");
    page.click("button:has-text('Keep as a log')");
    assertThat(page.locator(".done")).containsText("samples are kept");
    page.locator("button", new Page.LocatorOptions().setHasText("End")).first().click();
    assertThat(page.locator("#trace")).containsText("Sampling has ended");

    page.click("text=What went over the wire");
    assertThat(page.locator(".wire")).containsText("read codes, answer");
    accessible("wire");
    byte[] capture = page.request().get(page.url().replace("/wire", "/wire.pcap")).body();
    assertThat(capture).startsWith(0xA1, 0xB2, 0xC3, 0xD4);
    open(job, "record");
    assertThat(page.locator(".record")).containsText("Recording kept: ");

    // The last seconds of them can be put before an instrument.
    open(job, "prove/instrument?check=wiggle");
    page.click("text=The last 20 seconds of the live values");
    assertThat(page.locator("#recording")).containsText("live: ");
    assertThat(page.locator("#col-moved-signal option")).hasCount(8);
    assertThat(page.locator(".landmarks").first()).containsText("The plug was moved until");
  }

  @Test
  void aDroppedLinkEndsTheWatchingWithAReasonAndKeepsTheSamples() {
    minibus()
        .with(
            v -> {
              v.turn(Ignition.RUNNING);
              return v;
            });
    signIn();
    long job = job();
    open(job, "live");
    page.click("button:has-text('Begin')");
    assertThat(page.locator(".live-line")).hasCount(4);
    minibus().misbehave(hopmend.standin.Misbehaviour.DROP);
    assertThat(page.locator("#trace .problem")).containsText("The link broke");
    minibus().misbehave(hopmend.standin.Misbehaviour.NONE);
    page.reload();
    page.click("button:has-text('Keep what was sampled')");
    assertThat(page.locator(".done")).containsText("samples are kept");
    assertThat(desk.look(job).workup().state().lastSequence()).isEqualTo(2);
  }

  @Test
  void aWrongVehicleIsAskedAboutInThePage() {
    signIn();
    long job = job();
    desk.append(job, Submission.now("oskar"), camCode());
    open(job, "read");
    page.selectOption(
        "select[name=gateway] >> nth=0",
        new com.microsoft.playwright.options.SelectOption().setLabel("Simulated Van 21"));
    page.click("button:has-text('Read from the vehicle')");
    assertThat(page.locator(".general-problem").first())
        .containsText("Is it the wrong vehicle, or the wrong number?");
    accessible("wrong vehicle");
    page.click("text=The job is about 0HMWS3A00K1000733");
    assertThat(page.locator(".facts").first()).containsText("0HMWS3A00K1000733");
  }
}
