package hopmend.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.options.FilePayload;
import hopmend.fault.CodeState;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.job.Fact;
import hopmend.job.Hop;
import hopmend.job.JobState;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.stream.Stream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;

/**
 * In the browser: what is noted, counted and photographed after the work, and drives that prove
 * together what none proves alone.
 */
class AfterwardsJourneyIT extends BrowserIT {
  private long cleared(String card, String... codes) {
    return newJob(
        new Fact.CodesRead(
            Fact.CodeSource.TYPED,
            Stream.of(codes).map(c -> ReadCode.of(TroubleCode.parse(c), CodeState.STORED)).toList(),
            List.of(),
            ""),
        new Fact.VehicleIdentified(VIN, card, 2019, null, 142_300, Fact.Place.HOIST),
        new Fact.GateOverruled(Hop.CLEAR, "the work is another test's"),
        new Fact.CodesCleared(VIN, Fact.ClearedBy.OWN_TOOL, 0, "my tool shows none"),
        new Fact.CodesRead(Fact.CodeSource.OWN_TOOL, List.of(), List.of(), ""));
  }

  private void go(long job, String hop) {
    page.navigate("http://127.0.0.1:" + port + "/jobs/" + job + "/" + hop);
  }

  private JobState state(long job) {
    return desk.look(job).workup().state();
  }

  private static FilePayload csv(String name, String text) {
    return new FilePayload(name, "text/csv", text.getBytes(StandardCharsets.UTF_8));
  }

  private Locator ownTool() {
    Locator part = page.locator("details:has(> summary:has-text('With your own tool'))").first();
    part.evaluate("e => e.open = true");
    return part;
  }

  private static String standing() {
    StringBuilder csv = new StringBuilder("Zeit;Drehzahl;Geschwindigkeit;Kühlmittel;Last\n");
    for (int t = 0; t < 400; t++) {
      csv.append("%02d:%02d:%02d;850;0;%d;22,5\n".formatted(8, t / 60, t % 60, 20 + t / 5));
    }
    return csv.toString();
  }

  private static String driving() {
    StringBuilder csv = new StringBuilder("time_s,rpm,speed,coolant,load,throttle\n");
    for (int t = 0; t < 900; t++) {
      int phase = t % 150;
      boolean coasts = phase >= 120;
      int rpm = coasts ? 2300 - 40 * (phase - 120) : 2100;
      csv.append("%d,%d,%d,90,40,%d\n".formatted(t, rpm, coasts ? 60 : 70, coasts ? 14 : 26));
    }
    return csv.toString();
  }

  @Test
  void drivesProveTogetherAndTheVehiclesCountersSpeak() {
    signIn();
    long job = cleared("wherrill-sedge-12", "P0340");
    go(job, "verify");
    page.setInputFiles("#file", csv("cold.csv", standing()));
    page.click("button:has-text('Judge the drive')");
    assertThat(page.locator("main")).containsText("drive: At 40 km/h");
    page.setInputFiles("#file", csv("far.csv", driving()));
    page.click("button:has-text('Judge the drive')");
    assertThat(page.locator("h2:has-text('The drives together')")).isVisible();
    assertThat(page.locator(".missing")).not().containsText("drive: ");
    assertThat(page.locator("svg.trace")).hasCount(2);
    accessible("two drives");

    Locator own = ownTool();
    own.locator("#kmSince").fill("70000");
    own.locator("button:has-text('So it counts')").click();
    assertThat(page.locator(".problem").first()).containsText("0 to 65535");
    assertThat(page.locator("#kmSince")).hasValue("70000");
    page.fill("#kmSince", "2");
    page.fill("#warmUps", "1");
    page.click("button:has-text('So it counts')");
    assertThat(page.locator(".missing")).containsText("somebody cleared again");
    assertThat(page.locator("h2:has-text('Since clearing') + p")).containsText("1 warm-up, 2 km");
    accessible("counted");
  }

  @Test
  void aReportOfAnotherVehicleIsRefusedAndAPhotoIsKept() throws IOException {
    signIn();
    long job = cleared("wherrill-sedge-12", "P0340");
    go(job, "verify");
    ownTool();
    page.setInputFiles(
        "#own-file",
        new FilePayload(
            "report.txt",
            "text/plain",
            "VIN: 0HMWS3A00K1000733\nP0420 stored\n".getBytes(StandardCharsets.UTF_8)));
    page.click("button:has-text('It shows these codes')");
    assertThat(page.locator(".problem").first()).containsText("of vehicle 0HMWS3A00K1000733");
    assertThat(state(job).afterClear().orElseThrow().codes()).isEmpty();
    ByteArrayOutputStream png = new ByteArrayOutputStream();
    ImageIO.write(new BufferedImage(320, 240, BufferedImage.TYPE_INT_RGB), "png", png);
    page.click("summary:has-text('Keep a photo')");
    page.setInputFiles("#screen-picture", new FilePayload("s.png", "image/png", png.toByteArray()));
    page.fill("#screen-words", "all ready but the catalyst");
    page.click("button:has-text('Keep it')");
    assertThat(page.locator(".thumbs img")).hasAttribute("alt", "all ready but the catalyst");
    accessible("a photo of the tool");
    assertThat(state(job).screens(Hop.VERIFY)).hasSize(1);
    ownTool();
    page.locator("details:has(> #own-flashes)").evaluate("e => e.open = true");
    page.fill("#own-flashes", "21, two");
    page.click("button:has-text('It flashes these')");
    assertThat(page.locator(".problem").first()).containsText("not two");
    page.fill("#own-flashes", "21 35");
    page.click("button:has-text('It flashes these')");
    assertThat(page.locator(".missing")).containsText("codes came back: Flash 21, Flash 35");
    go(job, "record");
    assertThat(page.locator(".record")).containsText("Photo of the tool at Verify");
  }

  @Test
  void coastDownsAreCountedInALog() {
    signIn();
    long job = cleared("kelvane-otter-20", "P0335");
    go(job, "relearn");
    ownTool();
    Locator way = page.locator("details:has(> summary:has-text('coasting down'))").last();
    way.evaluate("e => { e.open = true; e.parentElement.closest('details').open = true; }");
    assertThat(way).containsText("0 of 5 coast-downs");
    way.locator("input[type=file]").setInputFiles(csv("coasts.csv", driving()));
    way.locator("button:has-text('Count in it')").click();
    assertThat(page.locator("text=6 of 5 coast-downs")).hasCount(1);
    accessible("coast-downs");
    // What was kept there can be called a drive too.
    go(job, "verify");
    page.click("button:has-text('It was a drive')");
    assertThat(page.locator("h2:text-is('The drive')")).isVisible();
    assertThat(state(job).drives()).hasSize(1);
    assertThat(page.locator("#recorded")).hasCount(0);
  }

  @Test
  void softwareIsNotedBeforeAndAfterItIsLoaded() {
    signIn();
    long job = cleared("tidewell-alder-77", "SPN 520301 FMI 2", "SPN 3251 FMI 2");
    go(job, "relearn");
    assertThat(page.locator("#software")).containsText("4.12 or later");
    page.fill("#software-version", "4.8");
    page.click("button:has-text('It was there')");
    assertThat(page.locator("#software li").first()).containsText("load it first");
    page.fill("#software-version", "4.12");
    page.locator("#software details details").evaluate("e => e.open = true");
    page.fill("#software-checksum", "12-zz");
    page.click("button:has-text('It was loaded')");
    assertThat(page.locator("#software .problem")).containsText("hexadecimal digits");
    assertThat(page.locator("#software-version")).hasValue("4.12");
    page.fill("#software-checksum", "0a1b 2c3d");
    page.fill("#software-file", "ta-4-12.bin");
    page.click("button:has-text('It was loaded')");
    assertThat(page.locator("#software")).containsText("4.8 before, 4.12 now: later");
    accessible("software");
    go(job, "record");
    assertThat(page.locator(".record")).containsText("ta-4-12.bin");
  }
}
