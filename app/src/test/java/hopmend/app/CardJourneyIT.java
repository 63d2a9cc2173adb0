package hopmend.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.options.BoundingBox;
import hopmend.app.catalog.Catalogs;
import hopmend.catalog.VehicleCard;
import hopmend.fault.ReadCode;
import hopmend.fault.TroubleCode;
import hopmend.job.Fact;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** In the browser: a vehicle that nobody ever entered, from its number to its sensor. */
class CardJourneyIT extends BrowserIT {
  @Autowired private Catalogs catalogs;

  @Test
  void anUnknownVehicleHasACardAndItsSensorIsFound() {
    long job =
        newJob(
            new Fact.CodesRead(
                Fact.CodeSource.TYPED,
                List.of(ReadCode.of(TroubleCode.parse("P0347"))),
                List.of(),
                ""));
    signIn();
    String root = "http://127.0.0.1:" + port + "/jobs/" + job;

    // The code alone has a way on, and a question that settles the place.
    page.navigate(root + "/find");
    assertThat(page.locator(".next-card h2")).hasText("In how many rows do the cylinders stand?");
    accessible("find, asked");

    page.navigate(root + "/read");
    page.fill("#vin", "0TRNWE3L6GK004711");
    page.selectOption("#card", "none");
    page.click("button:has-text('This is the vehicle')");
    page.click("a:has-text('Begin its card')");
    assertThat(page.locator("#yearFrom")).hasValue("2016");
    page.fill("#make", "Tarn");
    page.fill("#model", "Redstart");
    page.selectOption("#cylinders", "6");
    page.selectOption("#arrangement", "VEE");
    page.selectOption("#stands", "LENGTHWISE-FRONT");
    assertThat(page.locator("#side")).hasValue("");
    page.selectOption("#side", "LEFT");
    page.fill("#displacement", "3.0");
    page.keyboard().press("Tab");
    assertThat(page.locator("#plan")).containsText("3.0 litre V6, petrol");
    assertThat(page.locator("#make")).hasValue("Tarn");
    accessible("builder");
    page.click("button:has-text('Keep the card')");

    assertThat(page.locator("h1")).hasText("Intake cam sensor, bank 2");
    Locator drawing = page.locator("[data-place] svg");
    BoundingBox box = drawing.boundingBox();
    page.mouse().click(box.x + box.width * 0.25, box.y + box.height * 0.3);
    assertThat(page.locator("#spotX")).not().hasValue("");
    page.locator("label.choice:has-text('intake duct')").click();
    page.fill("#drive", "T30");
    accessible("sensor");
    page.click("button:has-text('Keep it')");

    assertThat(page).hasURL(Pattern.compile("/find$"));
    assertThat(page.locator(".in-way")).containsText("Take the intake duct off");
    assertThat(page.locator(".bay-drawing .sensor-chosen")).hasCount(1);
    accessible("find");
    page.click("button:has-text('I stand before it')");
    assertThat(page.locator(".hopline .hop-here")).hasClass(Pattern.compile("hop-done"));
    goesOutAndComesBack(desk.look(job).workup().about().card());

    // The next one of the same kind is offered the card by its number.
    long next = newJob(camCode());
    page.navigate("http://127.0.0.1:" + port + "/jobs/" + next + "/read");
    page.fill("#vin", "0TRNWE3L4GK009322");
    page.selectOption("#card", "none");
    page.click("button:has-text('This is the vehicle')");
    page.click("button:has-text('It is one: Tarn Redstart')");
    assertThat(page.locator("dl.facts")).containsText("Tarn Redstart");
  }

  /** The card as a file, the database without it, and in again: the same card. */
  private void goesOutAndComesBack(String card) {
    VehicleCard before = catalogs.now().told(card).orElseThrow();
    page.navigate("http://127.0.0.1:" + port + "/cards/" + card);
    Path file = page.waitForDownload(() -> page.click("text=Take it out >> nth=0")).path();
    owner().update("delete from card where id = ?", card);
    owner().update("delete from card_revision where card_id = ?", card);
    owner().execute("notify hopmend_card");
    for (int i = 0; i < 100 && catalogs.now().told(card).isPresent(); i++) {
      page.waitForTimeout(50);
    }
    org.assertj.core.api.Assertions.assertThat(catalogs.now().told(card)).isEmpty();
    page.navigate("http://127.0.0.1:" + port + "/cards");
    page.setInputFiles("input[name=file]", file);
    page.click("button:has-text('Look at it')");
    assertThat(page.locator("main")).containsText("New here.");
    page.click("button:has-text('Take them in')");
    assertThat(page).hasURL(Pattern.compile("/cards$"));
    org.assertj.core.api.Assertions.assertThat(catalogs.now().told(card)).contains(before);
  }
}
