package hopmend.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.BoundingBox;
import hopmend.fault.ReadCode;
import hopmend.job.Fact;
import hopmend.job.JobState;
import java.util.List;
import org.junit.jupiter.api.Test;

/** A messy report with nine codes, for a vehicle of the fleet: corrected, and worked out. */
class ReadJourneyIT extends BrowserIT {
  private static final String REPORT =
      """
      <html><body><h2>Shop scan, 2026-11-22</h2>
      <p>Number 0BNC4L244G1000640 &nbsp; Odometer: 176,900 km</p>
      <table><tr><th colspan="3">Transmission control</th></tr>
      <tr><td>PO720-1F</td><td>output speed</td><td>stored, current</td></tr>
      <tr><td>P0731</td><td>ratio</td><td>stored</td></tr>
      <tr><td>p 0741</td><td>converter</td><td>pending</td></tr>
      <tr><th>Engine control</th></tr>
      <tr><td>P0700</td><td>lamp request</td><td>confirmed</td></tr>
      <tr><td>P0457</td><td>cap</td><td>stored</td></tr>
      <tr><td>P0420</td><td>catalyst</td><td>pending</td></tr>
      <tr><td>P0562</td><td>voltage low</td><td>history</td></tr>
      <tr><td>P0715</td><td>misread line</td><td>stored</td></tr>
      <tr><th>Brake control</th></tr>
      <tr><td>U0100</td><td>bus</td><td>stored</td></tr>
      <tr><th>Instrument cluster</th></tr>
      <tr><td>U0100</td><td>bus</td><td>history</td></tr></table>
      <p>DTC 0301?</p>
      <p>Engine speed 1820 rpm, coolant 92 &deg;C, vehicle speed 51 km/h</p></body></html>
      """;

  @Test
  void fromAMessyReportToTheCodeToWorkOn() {
    signIn();
    page.click("text=Sheets");
    page.click("text=Oxygen or air-fuel sensor");
    page.click(".variants a:has-text('cell')");
    assertThat(page.locator(".side-by-side thead")).containsText("wideband");
    accessible("sheet");
    page.click("text=Fleet");
    page.fill("#words", "causeway ferry");
    page.keyboard().press("Enter");
    page.waitForURL("**/fleet?words=*");
    accessible("fleet");
    page.click("[aria-label='Open a job for Minibus 11']");
    page.fill("#title", "Stuck in third");
    assertThat(page.locator("#customer")).hasValue("River Ferry Co-operative");
    page.fill("#text", REPORT);
    accessible("new job");
    page.click("text=Open the job");

    assertThat(page.locator(".codes > li")).hasCount(9);
    assertThat(page.locator(".card-box .problem")).containsText("without its letter");
    page.click("text=This is the vehicle");
    assertThat(page.locator(".facts").first()).containsText("176900 km");
    assertThat(page.locator(".facts").first()).containsText("2.4 litre");

    assertThat(page.locator(".hint", text("9 codes in 10 places"))).isVisible();
    page.locator("a", text("Correct a code")).click();
    page.locator(".fix a", text("P0715")).click();
    page.locator(".fix-form input[name=code]").fill("P0725");
    page.locator(".fix-form button").click();
    assertThat(page.locator(".codes .code", text("P0715"))).hasCount(0);
    assertThat(page.locator(".codes .code", text("P0725"))).hasCount(1);

    assertThat(page.locator(".next-card h2").first())
        .hasText("Work on P0720-1F first; P0731, P0741, P0700 should go with it.");
    assertThat(page.locator(".code-drawing")).isVisible();
    assertThat(page.locator(".code-drawing .code-arrow-tip")).hasCount(4);
    Locator ofTwoUnits = page.locator(".codes > li", text("U0100")).locator(".chips small");
    assertThat(ofTwoUnits)
        .hasText(new String[] {"brake control: stored", "instrument cluster: history"});
    page.locator("a", text("Correct a code")).click();
    page.locator(".fix a", text("U0100")).first().click();
    page.locator(".fix-form input[name=code]").fill("U0101");
    page.locator(".fix-form button").click();
    assertThat(page.locator(".codes .code", text("U0101"))).hasCount(1);
    assertThat(ofTwoUnits).hasText(new String[] {"instrument cluster"});

    assertThat(page.locator(".history li").first()).isVisible();
    accessible("read");
    page.locator(".next-card .btn-next", text("Hop to Prove")).click();
    assertThat(page.locator(".next-card h2").first()).not().isEmpty();
  }

  /**
   * A distance that may be the odometer's is asked for: one tap, before the vehicle is known or
   * after.
   */
  @Test
  void aDistanceOfWhichNothingIsToldIsAskedFor() {
    signIn();
    long job = newJob();
    page.navigate("http://127.0.0.1:" + port + "/jobs/" + job + "/read");
    page.fill("#text", "Engine: P0340 stored. It lost power at 187 300 km.");
    page.click("text=Find the codes");
    page.locator(".doubt a", text("The odometer: 187300 km")).click();
    assertThat(page.locator("#odometer")).hasValue("187300");
    assertThat(desk.look(job).workup().state().vehicle()).isEmpty();

    long known = newJob(camCode(), withoutOdometer());
    page.navigate("http://127.0.0.1:" + port + "/jobs/" + known + "/read?asked=paste");
    page.fill(
        "#text",
        "Engine: P0340 stored. It lost power at 187 300 km.\nNumber OHMWS3AA7KP042788, another one's");
    page.click("text=Find the codes");
    page.locator(".doubt button", text("The odometer: 187300 km")).click();
    assertThat(page.locator(".facts").first()).containsText("187300 km");
    assertThat(page.locator(".doubt")).hasCount(1);
    page.locator(".doubt a", text("It is 0HMWS3AA7KP042788")).click();
    assertThat(page.locator("#vin")).hasValue("0HMWS3AA7KP042788");
    assertThat(desk.look(known).workup().state().vehicle().orElseThrow().odometer())
        .hasValue(187_300.0);
  }

  /** A code that lacks a sign is taken with one tap, with all that the report tells of it. */
  @Test
  void aMistypedCodeIsTakenWithWhatIsToldOfIt() {
    signIn();
    long job = newJob();
    page.navigate("http://127.0.0.1:" + port + "/jobs/" + job + "/read");
    page.fill("#text", "P299  Engine  confirmed\nP0715  Gearbox  pending");
    page.click("text=Find the codes");
    assertThat(page.locator(".doubt small")).hasText("Told of it: stored, engine control.");
    page.locator(".doubt button", text("It is P0299")).click();
    assertThat(page.locator(".codes > li", text("P0299")).locator(".chips"))
        .hasText("storedengine control");
    assertThat(page.locator(".codes > li", text("P0715")).locator(".chips"))
        .hasText("pendingtransmission control");
  }

  /** Whatever a report leaves open is answered with one tap or typed, and the job keeps that. */
  @Test
  void eachDoubtIsAnsweredInPlace() {
    signIn();
    long job = newJob();
    page.navigate("http://127.0.0.1:" + port + "/jobs/" + job + "/read");
    page.fill(
        "#text",
        """
        P0340 camshaft position sensor active

        P0113 09

        Freeze frame: rpm 742 rpm, load 31 %, MAP 34, coolant 190 °C, speed 400 km/h
        Number OHMWS3AA7KP042788
        Odometer 98k
        """);
    page.click("text=Find the codes");
    assertThat(page.locator(".doubt")).hasCount(7);
    int left = 7;
    for (String tap :
        List.of(
            "P0340 is current",
            "P0113, 9 times",
            "manifold pressure 34 kPa",
            "coolant temperature 190 °F")) {
      page.locator(".doubt button", text(tap)).click();
      assertThat(page.locator(".doubt")).hasCount(--left);
    }
    page.locator(".doubt", text("speed 400")).locator("a").click();
    page.fill("#frame-value", "forty");
    page.locator("#frame button", text("Note it")).click();
    assertThat(page.locator("#frame .problem")).containsText("is not a number");
    assertThat(page.locator("#frame-value")).hasValue("forty");
    page.fill("#frame-value", "40");
    page.locator("#frame button", text("Note it")).click();
    assertThat(page.locator("#frame .facts div")).hasCount(5);
    page.locator("#frame .facts div", text("engine speed")).locator("a").click();
    assertThat(page.locator("#frame-value")).hasValue("742");
    page.locator("#frame button", text("The report tells none")).click();
    assertThat(page.locator("#frame .facts div")).hasCount(4);
    page.locator("#frame summary").click();
    page.locator("#frame a", text("throttle position")).click();
    page.fill("#frame-value", "14,5");
    page.locator("#frame button", text("Note it")).click();
    assertThat(page.locator("#frame .facts div")).hasCount(5);
    assertThat(page.locator(".doubt")).hasCount(2);
    page.locator(".doubt a", text("It is 0HMWS3AA7KP042788")).click();
    assertThat(page.locator("#vin")).hasValue("0HMWS3AA7KP042788");
    page.locator(".doubt a", text("The odometer: 98000 km")).click();
    assertThat(page.locator("#odometer")).hasValue("98000");
    assertThat(page.locator("select[name=odometerUnit]")).hasValue("km");

    JobState state = desk.look(job).workup().state();
    assertThat(state.readings().stream().map(ReadCode::toString))
        .containsExactly(
            "ReadCode[code=P0340, states=[CURRENT], controlUnit=, occurrences=0]",
            "ReadCode[code=P0113, states=[], controlUnit=, occurrences=9]");
    assertThat(
            state.freezeFrame().stream().map(v -> v.condition().label() + " " + v.reading().text()))
        .containsExactly(
            "calculated load 31 %",
            "manifold pressure 34 kPa",
            "coolant temperature 190 °F",
            "vehicle speed 40 km/h",
            "throttle position 14.5 %");
  }

  private static Fact withoutOdometer() {
    return new Fact.VehicleIdentified(
        VIN, "wherrill-sedge-12", "", 2019, null, null, Fact.Place.HOIST);
  }

  /** Presses and lets go as a lamp flashes 2 long, 1 short, twice: 21. */
  @Test
  void aLampIsCountedAlong() {
    // The page's clock goes as the hand does, however busy the machine is.
    page.clock().install();
    signIn();
    page.navigate("http://127.0.0.1:" + port + "/jobs/" + newJob() + "/read");
    page.locator("a", text("Count the flashes")).click();
    page.locator(".tap").scrollIntoViewIfNeeded();
    BoundingBox box = page.locator(".tap").boundingBox();
    page.mouse().move(box.x + 30, box.y + 30);
    page.clock().pauseAt(System.currentTimeMillis() + 60_000);
    for (int i = 0; i < 2; i++) {
      press(700, 200);
      press(700, 200);
      press(180, 1400);
    }
    page.clock().resume();
    page.click("text=Count >> visible=true >> nth=-1");
    assertThat(page.locator(".flash-result")).containsText("Flash 21 (seen 2x)");
    page.click("text=Take Flash 21");
    assertThat(page.locator(".codes .code").first()).hasText("Flash 21");
    assertThat(page.locator(".codes")).containsText("look in the maker's list");
  }

  private void press(int on, int off) {
    page.mouse().down();
    page.clock().runFor(on);
    page.mouse().up();
    page.clock().runFor(off);
  }

  @Test
  void theOpenInterfaceIsTriedOnItsPage() {
    signIn();
    page.navigate("http://127.0.0.1:" + port + "/api");
    accessible("api");
    page.locator(".api-try button").nth(3).click();
    assertThat(page.locator("#api-answer")).containsText("Catalyst");
    assertThat(page.locator("#api-status").textContent()).contains("200");
  }

  private static Page.LocatorOptions text(String words) {
    return new Page.LocatorOptions().setHasText(words);
  }
}
