package hopmend.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.options.FilePayload;
import hopmend.job.Fact;
import hopmend.prove.Remedy;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;

/** Hop 4 as a technician walks it: the list, the wrong part at the plug test, the ring alone. */
class PartsJourneyIT extends BrowserIT {
  private void go(String path) {
    page.navigate("http://127.0.0.1:" + port + path);
  }

  private void takeIn(String csv) {
    go("/parts/import");
    page.setInputFiles(
        "input[type=file]",
        new FilePayload("tollgate.csv", "text/csv", csv.getBytes(StandardCharsets.UTF_8)));
    page.click("button:has-text('Look at it')");
  }

  @Test
  void aWrongKeyedPartIsStoppedAtThePlugTestAndTheNextOneGoesIn() throws Exception {
    signIn();
    takeIn(
        """
        Teilenummer;Hersteller;Sorte;Art;Motor;Platz;Polzahl;Kodierung;Preis;Bestand;Lagerplatz;Reach into the bore mm;Bolt ear;Seal included
        TG-100;Tollgate;quality;camshaft-position;WS3A;intake;3;A;9,50;3;T1;28,5;left;yes
        """);
    accessible("columns of a list of parts");
    page.selectOption("[aria-label='what Sorte tells']", "grade");
    page.selectOption("[aria-label='what Art tells']", "family");
    page.selectOption("[aria-label='what Platz tells']", "positions");
    page.click("button:has-text('Compare with the list')");
    assertThat(page.locator("main")).containsText("1 new, 0 changed");
    page.click("button:has-text('Take them in')");
    assertThat(page.locator("main")).containsText("1 part was taken in");

    long job =
        newJob(
            camCode(),
            vehicleFact(),
            new Fact.VerdictTaken(Remedy.REPLACE_SENSOR, "sensor", 0.9, "for this test"),
            new Fact.SiteConfirmed("cam-intake"));
    go("/jobs/" + job + "/pick");
    // The number on the old one, with letters for figures.
    page.fill("#oldNumber", "WS 6O7I A");
    page.click("#old-number button:has-text('Read it')");
    page.click("#old-number button:has-text('Is it WS-6071-A')");
    assertThat(page.locator("#old-number")).containsText("Order WS-6071-C");
    assertThat(page.locator(".next-card.part h2")).containsText("TG-100");
    assertThat(page.locator(".cost-picture")).isVisible();
    page.locator(".next-card.part .btn-next").click();

    // The list says that it fits; the plug knows better.
    page.check("[name='eye:connector'][value=differs]");
    page.click("form[action$='/pick/compare'] button");
    assertThat(page.locator(".next-card .eyebrow").first())
        .hasText("Stop: this one does not go in");
    accessible("a part that is stopped");
    go("/jobs/" + job + "/swap");
    assertThat(page.locator(".hopline .hop-here")).containsText("blocked by Pick");
    go("/jobs/" + job + "/pick");
    page.click(".why-nots > summary");
    assertThat(page.locator(".why-nots")).containsText("connector differs");
    page.locator(".others-fold form:has-text('Take this one') button").first().click();
    assertThat(page.locator(".next-card h2").first()).not().containsText("TG-100");
    page.fill("[name='old:reach into the bore']", "28,4");
    page.fill("[name='new:reach into the bore']", "28.6");
    compareParts();
    page.click("a.btn-next:has-text('Hop to Swap')");
    assertThat(page.locator(".tick-form")).isVisible();

    // What it takes, and where that is.
    go("/jobs/" + job + "/needs");
    accessible("pick list");
    assertThat(page.locator("main")).containsText("torque wrench");
    go("/needs");
    assertThat(page.locator("main")).containsText("Van 0");
  }

  @Test
  void onlyTheRingIsSizedAndChosen() throws Exception {
    signIn();
    long job =
        newJob(
            camCode(),
            vehicleFact(),
            new Fact.VerdictTaken(Remedy.RENEW_SEAL, "", 0.9, "oil at the flange", "renew-seal"));
    go("/jobs/" + job + "/pick");
    page.selectOption("#oil", "ABOVE");
    page.fill("#insideMm", "12,4");
    page.fill("#sectionMm", "1.8");
    page.fill("#grooveMm", "12.6");
    page.fill("#boreMm", "15.4");
    page.fill("#hottestC", "hot");
    page.click("button:has-text('Which size is it')");
    assertThat(page.locator(".problem").first()).containsText("Write a number");
    assertThat(page.locator("#insideMm")).hasValue("12,4");
    page.fill("#hottestC", "130");
    page.click("button:has-text('Which size is it')");
    assertThat(page.locator(".next-card").first()).containsText("The ring failed");
    assertThat(page.locator(".next-card tr").nth(1)).containsText("AS568-014");
    assertThat(page.locator(".next-card tr").nth(1)).containsText("squeeze 21 %");
    accessible("a ring");
    page.click("button:has-text('This ring goes in')");
    assertThat(page.locator(".next-card h2").first()).hasText("AS568-014 in FKM goes in");
    go("/jobs/" + job + "/needs");
    assertThat(page.locator("main")).containsText("AS568-014, FKM");
  }
}
