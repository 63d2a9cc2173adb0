package hopmend.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.find.PlugWatch;
import hopmend.find.Site;
import hopmend.job.Fact;
import hopmend.standin.DoipServer;
import hopmend.standin.SimulatedVehicle.Ignition;
import java.io.IOException;
import java.nio.file.Files;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** In the browser: a sensor is looked at from all sides, reached another way, and made sure of. */
class FindJourneyIT extends BrowserIT {
  private static final String MINIBUS = "0HMWT4B04H1000101";

  private DoipServer minibus() {
    return vehicle.garage().server(MINIBUS).orElseThrow();
  }

  private static Fact code(String code) {
    return new Fact.CodesRead(
        Fact.CodeSource.TYPED, List.of(ReadCode.of(TroubleCode.parse(code))), List.of(), "");
  }

  private String find(long job) {
    return "http://127.0.0.1:" + port + "/jobs/" + job + "/find";
  }

  @Test
  void lookedAtFromAllSidesAndReachedAnotherWay() throws IOException {
    long job =
        newJob(
            code("P0335"),
            new Fact.VehicleIdentified(
                "0SMH4L206G1002204", "osmere-heron-20", 2016, null, 101_000, Fact.Place.GROUND));
    signIn();
    page.navigate(find(job));
    for (String view : new String[] {"From below", "From the side", "Close up", "Engine bay"}) {
      page.click(".views a:has-text('" + view + "')");
      assertThat(page.locator(".views a[aria-current]")).hasText(view);
      assertThat(page.locator("#looked-at .sensor-chosen")).hasCount(1);
    }
    Locator svg = page.locator("#looked-at svg");
    String all = svg.getAttribute("viewBox");
    page.click("[data-zoom-by='1.25']");
    assertThat(svg).not().hasAttribute("viewBox", all);
    page.locator("[data-zoom]").focus();
    page.keyboard().press("ArrowLeft");
    page.keyboard().press("0");
    assertThat(svg).hasAttribute("viewBox", Pattern.compile("^0\\.0 0\\.0 "));
    accessible("find with its views");

    // On the ground the vehicle is not raised; from above it is.
    assertThat(page.locator(".ways li")).hasCount(3);
    assertThat(page.locator(".way-not-here")).hasCount(2);
    page.click(".ways button:has-text('Go this way')");
    assertThat(page.locator(".way-here")).containsText("from above");
    assertThat(page.locator(".in-way")).containsText("cover");
    assertThat(desk.look(job).workup().here().site().orElseThrow().wayIn())
        .isEqualTo(Site.WayIn.FROM_ABOVE);

    page.click("a:has-text('Large, to print or take out')");
    accessible("a drawing alone");
    Download file = page.waitForDownload(() -> page.click("a:has-text('Take it out')"));
    String taken = Files.readString(file.path());
    assertThat(file.suggestedFilename()).isEqualTo("crank-bay.svg");
    assertThat(taken).startsWith("<?xml").contains("sensor-chosen", "<style>").endsWith("</svg>\n");
  }

  @Test
  void unpluggedAndWatchedOverTheLink() {
    minibus()
        .with(
            v -> {
              v.turn(Ignition.ON);
              return v;
            });
    long job =
        newJob(
            code("P0117"),
            new Fact.VehicleIdentified(
                MINIBUS, "wherrill-teal-16", 2017, null, 96_300, Fact.Place.HOIST));
    signIn();
    page.navigate(find(job));
    page.click("summary:has-text('Its plug, and one landmark more')");
    page.fill("#cavities", "5");
    page.click("button:has-text('I stand before it')");
    assertThat(page.locator(".problem")).containsText("plug of 2 cavities, you count 5");
    assertThat(page.locator("#cavities")).hasValue("5");
    page.fill("#cavities", "2");
    page.click("button:has-text('I stand before it')");
    assertThat(page.locator(".eyebrow").first()).hasText("You stood before it");

    page.click("summary:has-text('Unplug it and watch')");
    page.click("button:has-text('Read it with the plug in')");
    assertThat(page.locator("#plug .result")).containsText("Take the plug off now");
    minibus()
        .with(
            v -> {
              v.pull("coolant", true);
              v.advance(10);
              return v;
            });
    page.click("button:has-text('It is off: look')");
    assertThat(page.locator("#plug .result")).containsText("It is the right plug");
    assertThat(page.locator(".foot-owed")).containsText("1");
    accessible("plug off");
    minibus()
        .with(
            v -> {
              v.pull("coolant", false);
              return v;
            });
    page.click("button:has-text('It is plugged in again')");
    assertThat(page.locator(".foot-owed")).containsText("nothing owed");
    PlugWatch watch = desk.look(job).workup().here().plugWatch().orElseThrow();
    assertThat(watch.finding()).isEqualTo(PlugWatch.Finding.IT_IS);
    assertThat(desk.look(job).workup().state().codes())
        .extracting(c -> c.code().text())
        .containsExactly("P0117");
  }
}
